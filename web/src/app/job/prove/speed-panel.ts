import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { whatMoved } from '@petrichor/core/diagnose';
import { lastSpeed, lastTime, SAY_TIMED, TIMED, verdictOfSpeed, type JobState, type SpeedRecord, type Timed } from '@petrichor/core/job';
import { expectedRead, sayMbs } from '@petrichor/core/prove';
import { cut } from '@petrichor/core/units';
import { sayWhen } from '../../shell/promise';
import { JobDesk } from '../../state/jobs/job-desk';
import { Choice } from '../../ui/choice';
import { emptyJobDraft } from '../../ui/draft';
import { FileDrop, type HandedOver } from '../../ui/file-drop';
import { NumberField } from '../../ui/number-field';
import { StateMark } from '../../ui/state-mark';
import { HandedOutcome } from '../handed-outcome';
import { handedFrom, JobDocuments } from '../job-documents';

/** How fast it is and was, what explains a low figure, how long it takes, and what the new drive says of itself. */
@Component({
  selector: 'p-speed-panel',
  imports: [FormsModule, Choice, FileDrop, HandedOutcome, NumberField, StateMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './speed-panel.html',
  styleUrls: ['../section.css', './speed-panel.css'],
})
export class SpeedPanel {
  readonly job = input.required<JobState>();
  private readonly desk = inject(JobDesk);
  private readonly documents = inject(JobDocuments);
  protected readonly mbs = sayMbs;
  protected readonly fault = signal('');
  protected readonly when = signal<SpeedRecord['when']>('after');
  protected readonly read = emptyJobDraft<number | null>(() => this.job().id, 'speed-read', null);
  protected readonly write = emptyJobDraft<number | null>(() => this.job().id, 'speed-write', null);
  protected readonly celsius = emptyJobDraft<number | null>(() => this.job().id, 'speed-celsius', null);
  protected readonly from = emptyJobDraft(() => this.job().id, 'speed-from', '');
  protected readonly mains = signal<'yes' | 'no' | 'unknown'>('yes');
  protected readonly moments = [
    { label: 'the new drive, now', value: 'after' as const },
    { label: 'the old one, before', value: 'before' as const },
  ];
  protected readonly mainsAnswers = [
    { label: 'on mains', value: 'yes' as const },
    { label: 'on battery', value: 'no' as const },
    { label: 'not known', value: 'unknown' as const },
  ];
  protected readonly times = TIMED.map((what) => ({ what, say: SAY_TIMED[what] }));
  protected readonly expected = computed(() => {
    const { choice } = this.job();
    const range = choice && expectedRead(choice.link, choice.drive);
    return range && choice.link
      ? `${sayMbs(range.least)} to ${sayMbs(range.most)} over ${choice.link.say}`
      : 'not known: drive and slot share no link on record';
  });
  protected readonly verdict = computed(() => verdictOfSpeed(this.job()));
  protected readonly explanations = computed(() => {
    const verdict = this.verdict();
    const measured = lastSpeed(this.job().speeds, 'after');
    if (!verdict || !measured || verdict.outcome !== 'low') return [];
    return verdict.explanations.slice(0, 5).map((one) => ({
      ...one,
      range: `${sayMbs(one.expected.least)} to ${sayMbs(one.expected.most)}`,
      measured: sayMbs(measured.readBytesPerSecond),
      mark: one.fits === 'well' ? ('needs' as const) : ('settled' as const),
      says: one.fits === 'well' ? 'fits' : one.fits === 'roughly' ? 'fits roughly' : 'does not fit',
    }));
  });
  protected readonly before = computed(() => lastSpeed(this.job().speeds, 'before'));
  protected readonly seconds = computed(() =>
    this.times.map(({ what, say }) => ({
      what,
      say,
      before: lastTime(this.job().times, what, 'before')?.seconds ?? null,
      after: lastTime(this.job().times, what, 'after')?.seconds ?? null,
    })),
  );
  protected readonly reports = computed(() => {
    const all = this.job().newReports;
    const [first, last] = [all[0], all.at(-1)];
    if (!first || !last) return null;
    const moved = all.length > 1 ? whatMoved(first.report, last.report) : [];
    const bad = moved.filter((one) => one.bad);
    return {
      say: `${all.length === 1 ? 'One reading' : `${all.length} readings`}, last ${sayWhen(last.at)}: ${last.report.selfAssessment === 'unknown' ? 'no verdict of its own' : last.report.selfAssessment}${last.report.temperatureC === null ? '' : `, ${last.report.temperatureC} °C`}.`,
      moved,
      bad: bad.length > 0 || last.report.selfAssessment === 'failed',
      single: all.length === 1,
    };
  });

  protected keep(): void {
    const read = this.read();
    if (read === null) return this.fault.set('Type how fast it reads, in MB/s.');
    const from = this.from().trim();
    this.give(
      { readBytesPerSecond: read * 1e6, writeBytesPerSecond: this.write() === null ? null : this.write()! * 1e6 },
      from || 'typed in',
    );
  }

  protected time(what: Timed, when: 'before' | 'after', seconds: number | null): void {
    if (seconds === null || seconds === lastTime(this.job().times, what, when)?.seconds) return;
    this.fault.set(this.desk.give(this.job(), { type: 'measure-time', time: { what, when, seconds } })?.sentence ?? '');
  }

  /** A result of fio is kept with what is chosen here. */
  protected readonly hand = (handed: HandedOver): Promise<boolean> => {
    this.fault.set('');
    const measured = { when: this.when(), onMains: this.onMains(), celsius: this.celsius() };
    return this.documents.take(this.job(), 'speed', handedFrom(handed), { seen: 'prove', measured }).then((taken) => {
      if (taken) this.celsius.set(null);
      return taken;
    });
  };

  private readonly onMains = (): boolean | null => (this.mains() === 'unknown' ? null : this.mains() === 'yes');

  private give(stretch: Pick<SpeedRecord, 'readBytesPerSecond' | 'writeBytesPerSecond'>, from: string): void {
    const about = { onMains: this.onMains(), celsius: this.celsius() };
    const speed: SpeedRecord = { when: this.when(), source: 'typed', from: cut(from, 80), ...stretch, ...about };
    const refusal = this.desk.give(this.job(), { type: 'measure-speed', speed });
    this.fault.set(refusal?.sentence ?? '');
    if (refusal) return;
    this.read.set(null);
    this.write.set(null);
    this.celsius.set(null);
    this.from.set('');
  }
}
