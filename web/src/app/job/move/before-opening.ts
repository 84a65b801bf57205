import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import {
  answersNow,
  leavesTwoAlike,
  openingChecks,
  SAY_BACKUP,
  SAY_KEY,
  settingItemId,
  type Answers,
  type JobState,
} from '@petrichor/core/job';
import { sayWhen } from '../../shell/promise';
import { JobDesk } from '../../state/jobs/job-desk';
import { selectModels } from '../../state/knowledge/knowledge.reducer';
import { jobDraft } from '../../ui/draft';
import { ChoiceField } from '../../ui/field/choice-field';
import { TextField } from '../../ui/field/text-field';
import { StateMark } from '../../ui/state-mark';

/**
 * What has to be true before the machine is opened: backup, recovery key, medium; and the settings that go on
 * the tray.
 */
@Component({
  selector: 'p-before-opening',
  imports: [ChoiceField, StateMark, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styleUrl: '../section.css',
  styles: `
    :host {
      padding: 0;
    }
    .columns {
      grid-template-columns: minmax(455px, 1.2fr) minmax(0, 1fr);
      gap: 20px 28px;
    }
    ul.lines > li {
      display: grid;
      gap: 6px;
      padding: 8px 0;
      justify-items: start;
    }
    @media (max-width: 1200px) {
      .columns {
        grid-template-columns: minmax(0, 1fr);
      }
    }
    .check {
      display: grid;
      gap: 6px;
      padding: 8px 0;
    }
    .acts {
      display: flex;
      flex-wrap: wrap;
      gap: 10px;
      align-items: center;
    }
  `,
  templateUrl: './before-opening.html',
})
export class BeforeOpening {
  readonly job = input.required<JobState>();
  private readonly desk = inject(JobDesk);
  private readonly models = inject(Store).selectSignal(selectModels);
  protected readonly when = sayWhen;
  protected readonly fault = signal('');
  protected readonly why = signal('');
  protected readonly asking = signal<string | null>(null);
  protected readonly backups = [
    { label: SAY_BACKUP.verified, value: 'verified' },
    { label: 'made', value: 'made' },
    { label: SAY_BACKUP.none, value: 'none' },
    { label: SAY_BACKUP.unknown, value: 'unknown' },
  ] as const;
  protected readonly recoveryKeys = [
    { label: SAY_KEY['not-encrypted'], value: 'not-encrypted' },
    { label: 'customer has the key', value: 'customer-holds-it' },
    { label: 'in their account', value: 'account' },
    { label: 'sealed here', value: 'sealed' },
    { label: SAY_KEY.nobody, value: 'nobody' },
    { label: SAY_KEY.unknown, value: 'unknown' },
  ] as const;
  protected readonly answers = computed(() => answersNow(this.job()));
  protected readonly twoAlike = computed(() => leavesTwoAlike(this.job()));
  /** What is typed counts once its field is left. */
  protected readonly where = jobDraft(
    () => this.job().id,
    'backup-where',
    () => this.answers().backupWhere,
  );
  protected readonly note = jobDraft(
    () => this.job().id,
    'safeguard-note',
    () => this.answers().note,
  );
  protected readonly checks = computed(() =>
    openingChecks(this.job()).map((one) => ({ ...one, kept: this.job().move.checks[one.id] ?? null })),
  );
  protected readonly settings = computed(() => {
    const off = new Set(this.job().tray.flatMap((item) => (item.out > 0 ? [item.id] : [])));
    return (this.models().find((one) => one.id === this.job().intake.modelId)?.settings ?? []).map((one) => ({
      ...one,
      off: off.has(settingItemId(one.id)),
    }));
  });

  /** A pressed answer is an answer: it is given at once. */
  protected answer<K extends keyof Answers>(field: K, value: Answers[K]): void {
    if (this.answers()[field] === value) return;
    this.fault.set(
      this.desk.give(this.job(), { type: 'answer-safeguard', answers: { [field]: value } })?.sentence ?? '',
    );
  }

  protected check(checkId: string, outcome: 'done' | 'not-needed' | null): void {
    const note = outcome === 'not-needed' ? this.why().trim() : '';
    const refusal = this.desk.give(this.job(), { type: 'check-opening', checkId, outcome, note });
    this.fault.set(refusal?.sentence ?? '');
    if (refusal) return;
    this.asking.set(null);
    this.why.set('');
  }

  protected turn(settingId: string, on: boolean): void {
    this.fault.set(
      this.desk.give(this.job(), { type: on ? 'turn-on-setting' : 'turn-off-setting', settingId })
        ?.sentence ?? '',
    );
  }
}
