import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { causeById, CAUSES, OBSERVATIONS, type JobState, type Seen } from '@petrichor/core';
import { RadioButton } from 'primeng/radiobutton';
import { Textarea } from 'primeng/textarea';
import { JobDesk } from '../../state/jobs/job-desk';
import { Choice, type ChoiceOption } from '../../ui/choice';
import { jobDraft } from '../../ui/draft';
import { StateMark } from '../../ui/state-mark';
import { sayWhen } from '../../shell/promise';

/** What was seen, and what one concludes from it. */
@Component({
  selector: 'p-diagnose-section',
  imports: [FormsModule, RadioButton, Choice, Textarea, StateMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styleUrl: '../section.css',
  styles: `
    .causes label {
      display: flex;
      gap: 12px;
      align-items: center;
      min-height: 40px;
      cursor: pointer;
    }
    @media (pointer: coarse) {
      .causes label {
        min-height: 47px;
      }
    }
  `,
  template: `
    <h1>{{ headline() }}</h1>
    <p class="lead">“{{ job().intake.complaint }}” Must not be lost: {{ job().intake.mustNotLose }}</p>
    @if (stop()) {
      <p class="caution">
        <b>It clicks, and the data matters.</b> Power it off now. Image it once onto a healthy drive, or refer it to a data recovery
        specialist; no long scan.
      </p>
    }
    <div class="columns">
      <section>
        <h2>Seen, or looked for and not seen</h2>
        <ul class="lines">
          @for (one of observations; track one.id) {
            <li>
              <span
                ><b [id]="'observe-' + one.id">{{ one.say }}</b
                ><br /><span class="mu small">{{ one.how }}</span></span
              >
              <p-choice
                [options]="answers"
                [value]="seen(one.id)"
                (valueChange)="observe(one.id, $event)"
                [labelledBy]="'observe-' + one.id"
              />
            </li>
          }
        </ul>
      </section>
      <section class="stack">
        <h2>Conclusion</h2>
        @if (job().conclusion; as made) {
          <p class="done">
            <p-state-mark mark="settled" [size]="16" /><span
              ><b>{{ say(made.causeId) }}</b
              >: {{ made.reason }} <span class="mu">({{ made.by.name }}, {{ when(made.at) }})</span></span
            >
          </p>
        }
        <div class="field">
          <span class="label" id="cause-label">What is it?</span>
          <div class="causes" role="radiogroup" aria-labelledby="cause-label">
            @for (one of causes; track one.id) {
              <label [for]="'cause-' + one.id">
                <p-radiobutton
                  name="cause"
                  [inputId]="'cause-' + one.id"
                  [value]="one.id"
                  [ngModel]="cause()"
                  (ngModelChange)="cause.set($event)"
                />
                <span>{{ one.say }}{{ one.needsDrive ? '' : ' (no drive needed)' }}</span>
              </label>
            }
          </div>
          <p class="hint">{{ cure() }}</p>
        </div>
        <div class="field">
          <label for="reason">Why</label>
          <textarea pTextarea id="reason" rows="3" [ngModel]="reason()" (ngModelChange)="reason.set($event)" maxlength="500"></textarea>
          <p class="fault" role="alert">{{ fault() }}</p>
        </div>
        <div>
          <button class="tgt" type="button" (click)="conclude()">{{ job().conclusion ? 'Conclude this instead' : 'Conclude' }}</button>
        </div>
      </section>
    </div>
  `,
})
export class DiagnoseSection {
  readonly job = input.required<JobState>();
  private readonly desk = inject(JobDesk);
  protected readonly observations = OBSERVATIONS;
  protected readonly causes = [...CAUSES];
  protected readonly answers: readonly ChoiceOption<Seen>[] = [
    { label: 'seen', value: 'seen' },
    { label: 'not seen', value: 'not-seen' },
    { label: 'not looked', value: 'not-looked' },
  ];
  protected readonly cause = jobDraft(
    () => this.job().id,
    'cause',
    () => this.job().conclusion?.causeId ?? '',
  );
  protected readonly reason = jobDraft(
    () => this.job().id,
    'reason',
    () => this.job().conclusion?.reason ?? '',
  );
  protected readonly fault = signal('');
  protected readonly when = sayWhen;
  protected readonly headline = computed(() => {
    const made = this.job().conclusion;
    return made ? `${this.say(made.causeId)}.` : 'Is it the drive?';
  });
  protected readonly cure = computed(() => causeById(this.cause())?.cure ?? '');
  protected readonly stop = computed(
    () => this.job().observations['clicks'] === 'seen' && !/^nothing\b/i.test(this.job().intake.mustNotLose),
  );

  protected seen(observation: string): Seen {
    return this.job().observations[observation] ?? 'not-looked';
  }

  protected say(causeId: string): string {
    return causeById(causeId)?.say ?? causeId;
  }

  protected observe(observation: string, seen: Seen): void {
    this.fault.set(this.desk.give(this.job(), { type: 'observe', observation, seen })?.sentence ?? '');
  }

  protected conclude(): void {
    const reason = this.reason().trim();
    if (!this.cause()) return this.fault.set('Choose a cause.');
    if (reason.length < 3) return this.fault.set('Say in a few words why you conclude that.');
    this.fault.set(this.desk.give(this.job(), { type: 'conclude', causeId: this.cause(), reason })?.sentence ?? '');
  }
}
