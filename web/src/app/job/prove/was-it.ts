import { sure } from '@petrichor/core/units';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  signal,
} from '@angular/core';
import { Store } from '@ngrx/store';
import type { JobState } from '@petrichor/core/job';
import { JobDesk } from '../../state/jobs/job-desk';
import { selectKnowledge } from '../../state/knowledge/knowledge.reducer';
import { Choice, type ChoiceOption } from '../../ui/choice';
import { SelectField } from '../../ui/field/select-field';
import { StateMark } from '../../ui/state-mark';

type Answer = 'yes' | 'other' | 'unknown';

/** Was it what was concluded? What is said here teaches the next diagnosis. */
@Component({
  selector: 'p-was-it',
  imports: [Choice, SelectField, StateMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 id="was-it">Was it “{{ job().conclusion!.say.toLowerCase() }}”?</h2>
    <p-choice [options]="answers" [value]="answer()" (valueChange)="say($event)" labelledBy="was-it" />
    @if (answer() === 'other') {
      <form class="which" (submit)="$event.preventDefault(); keep([other()])">
        <p-select-field label="What it was" fieldId="was-other" [options]="options()" [(value)]="other" />
        <button class="tgt" type="submit" [disabled]="other() === ''">It was that</button>
      </form>
    }
    @if (told(); as words) {
      <p class="told"><p-state-mark mark="settled" [size]="16" /> {{ words }}</p>
    }
    <p class="mu small">What turned out true sharpens the weights of the next job.</p>
    <p class="fault" role="alert">{{ fault() }}</p>
  `,
  styles: `
    :host {
      display: grid;
      gap: 8px;
      justify-items: start;
    }
    .which {
      display: flex;
      flex-wrap: wrap;
      gap: 12px;
      align-items: end;
    }
    h2 {
      font: 650 21px/28px var(--f);
    }
  `,
})
export class WasIt {
  readonly job = input.required<JobState>();
  private readonly desk = inject(JobDesk);
  private readonly knowledge = inject(Store).selectSignal(selectKnowledge);
  protected readonly answers: readonly ChoiceOption<Answer | null>[] = [
    { label: 'yes', value: 'yes' },
    { label: 'something else', value: 'other' },
    { label: 'cannot tell', value: 'unknown' },
  ];
  private readonly picked = signal<Answer | null>(null);
  protected readonly fault = signal('');
  protected readonly causes = computed(() =>
    this.knowledge()
      .diagnosis('before')
      .causes.map(({ id, say }) => ({ id, say })),
  );
  private readonly said = computed((): Answer | null => {
    const confirmed = this.job().confirmed;
    if (!confirmed) return null;
    if (confirmed.causeIds.length === 0) return 'unknown';
    return confirmed.causeIds.includes(sure(this.job().conclusion).causeId) ? 'yes' : 'other';
  });
  protected readonly answer = computed((): Answer | null => this.picked() ?? this.said());
  /** Arrows run through the list: nothing is kept before it is said to be. */
  protected readonly other = linkedSignal(() =>
    this.said() === 'other' ? (sure(this.job().confirmed).causeIds[0] ?? '') : '',
  );
  protected readonly options = computed(() =>
    this.causes().map(({ id, say }) => ({ value: id, label: say })),
  );
  protected readonly told = computed(() => {
    const confirmed = this.job().confirmed;
    if (!confirmed) return '';
    const names = confirmed.causeIds.map((id) => this.causes().find((one) => one.id === id)?.say ?? id);
    return `${names.length === 0 ? 'Nobody can tell' : names.join(', ')} (${confirmed.by.name}).`;
  });

  protected say(answer: Answer | null): void {
    this.picked.set(answer);
    if (answer === 'yes') this.keep([sure(this.job().conclusion).causeId]);
    if (answer === 'unknown') this.keep([]);
  }

  protected keep(causeIds: string[]): void {
    this.fault.set(this.desk.give(this.job(), { type: 'confirm-causes', causeIds })?.sentence ?? '');
  }
}
