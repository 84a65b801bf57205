import { ChangeDetectionStrategy, Component, inject, input, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { SAY_COMPARED, type Compared, type JobState } from '@petrichor/core/job';
import { InputText } from 'primeng/inputtext';
import { sayWhen } from '../../shell/promise';
import { JobDesk } from '../../state/jobs/job-desk';
import { Choice } from '../../ui/choice';
import { emptyJobDraft } from '../../ui/draft';
import { StateMark } from '../../ui/state-mark';

/** A copy that was made with a tool of one's own: stated, so that the record and the customer's page know of it. */
@Component({
  selector: 'p-copy-elsewhere',
  imports: [FormsModule, InputText, Choice, StateMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>Made elsewhere</h2>
    @for (one of job().move.copies; track one.at) {
      <p class="stated">
        <p-state-mark mark="settled" [size]="16" />
        <span
          >{{ one.what === 'all' ? 'All of it' : 'The files' }} copied with {{ one.made }}, {{ say[one.compared] }}.
          <span class="mu">{{ one.by.name }}, {{ when(one.at) }}</span></span
        >
      </p>
    }
    @if (job().move.copies.length > 0) {
      <button class="tgt" type="button" (click)="give(null)">That is not so: take it back</button>
    } @else {
      <p class="mu">A copy that the dock did not make counts once somebody says with what it was made.</p>
      <div class="row">
        <span class="visually-hidden" id="copy-what">What was copied</span>
        <p-choice labelledBy="copy-what" [options]="whats" [(value)]="what" />
        <div class="field">
          <label for="copy-made">With what, and where</label>
          <input
            pInputText
            id="copy-made"
            maxlength="120"
            autocomplete="off"
            [ngModel]="made()"
            (ngModelChange)="made.set($event)"
            (keydown.enter)="state()"
          />
        </div>
      </div>
      <div class="row">
        <span class="visually-hidden" id="copy-compared">How it was compared</span>
        <p-choice labelledBy="copy-compared" [options]="compareds" [(value)]="compared" />
        <button class="tgt" type="button" (click)="state()">It is made</button>
      </div>
    }
    <p class="fault" role="alert">{{ fault() }}</p>
  `,
  styles: `
    :host {
      display: grid;
      gap: 10px;
      margin-top: 20px;
      padding-top: 12px;
      border-top: 1px solid var(--line);
    }
    .row {
      display: flex;
      flex-wrap: wrap;
      gap: 12px;
      align-items: end;
    }
    .field {
      flex: 1 1 240px;
    }
    .stated {
      display: flex;
      gap: 8px;
    }
  `,
})
export class CopyElsewhere {
  readonly job = input.required<JobState>();
  private readonly desk = inject(JobDesk);
  protected readonly say = SAY_COMPARED;
  protected readonly when = sayWhen;
  protected readonly fault = signal('');
  protected readonly whats = [
    { label: 'all of it', value: 'all' },
    { label: 'the files', value: 'files' },
  ] as const;
  protected readonly compareds = (Object.keys(SAY_COMPARED) as Compared[]).map((value) => ({ value, label: SAY_COMPARED[value] }));
  protected readonly what = signal<'all' | 'files'>('all');
  /** Nothing is taken for compared that nobody said was. */
  protected readonly compared = signal<Compared | null>(null);
  protected readonly made = emptyJobDraft(() => this.job().id, 'copy-made', '');

  protected state(): void {
    const compared = this.compared();
    if (compared === null) return this.fault.set('Say how it was compared; “not compared” is an answer, too.');
    if (this.give({ what: this.what(), made: this.made(), compared })) this.made.set('');
  }

  protected give(copy: { what: 'all' | 'files'; made: string; compared: Compared } | null): boolean {
    const refusal = this.desk.give(this.job(), { type: 'state-copy', copy });
    this.fault.set(refusal?.sentence ?? '');
    return refusal === null;
  }
}
