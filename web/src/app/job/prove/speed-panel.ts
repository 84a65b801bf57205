import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { FormField } from '@angular/forms/signals';
import { whatMoved } from '@petrichor/core/diagnose';
import {
  lastSpeed,
  lastTime,
  SAY_TIMED,
  TIMED,
  verdictOfSpeed,
  type JobState,
  type SpeedRecord,
  type Timed,
  mainDrive,
} from '@petrichor/core/job';
import { expectedRead, sayMbs } from '@petrichor/core/prove';
import { z } from 'zod';
import { sayWhen } from '../../shell/promise';
import { JobDesk } from '../../state/jobs/job-desk';
import { ChoiceField } from '../../ui/field/choice-field';
import { NumberField } from '../../ui/field/number-field';
import { FileDrop, type HandedOver } from '../../ui/file-drop';
import { form, type TypedOf } from '../../ui/form';
import { StateMark } from '../../ui/state-mark';
import { HandedOutcome } from '../handed-outcome';
import { handedFrom, JobDocuments } from '../job-documents';

const figure = z.number('Type how fast it reads, in MB/s.').positive('Type how fast it reads, in MB/s.');
const TypedSchema = z.strictObject({
  when: z.enum(['before', 'after']),
  mains: z.enum(['yes', 'no', 'unknown']),
  read: figure,
  write: figure.nullable(),
  celsius: z.number().nullable(),
});
type Typed = TypedOf<typeof TypedSchema>;

/**
 * How fast it is and was, what explains a low figure, how long it takes, and what the new drive says of
 * itself.
 */
@Component({
  selector: 'p-speed-panel',
  imports: [FormField, ChoiceField, FileDrop, HandedOutcome, NumberField, StateMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './speed-panel.html',
  styleUrls: ['../section.css', './speed-panel.css'],
})
export class SpeedPanel {
  readonly job = input.required<JobState>();
  private readonly desk = inject(JobDesk);
  private readonly documents = inject(JobDocuments);
  protected readonly mbs = sayMbs;
  protected readonly form = form(TypedSchema, {
    draft: { of: () => this.job().id, name: 'speed' },
    empty: { when: 'after', mains: 'yes', read: null, write: null, celsius: null },
    send: ({ read, write, ...about }) => {
      const stretch = {
        readBytesPerSecond: read * 1e6,
        writeBytesPerSecond: write === null ? null : write * 1e6,
      };
      const speed: SpeedRecord = { source: 'typed', from: 'typed in', ...stretch, ...aboutOf(about) };
      return this.desk.give(this.job(), { type: 'measure-speed', speed });
    },
  });
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
    const choice = mainDrive(this.job());
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

  protected time(what: Timed, when: 'before' | 'after', seconds: number | null): void {
    if (seconds === null || seconds === lastTime(this.job().times, what, when)?.seconds) return;
    this.form.fault.set(
      this.desk.give(this.job(), { type: 'measure-time', time: { what, when, seconds } })?.sentence ?? '',
    );
  }

  /** A result of fio is kept with what is chosen here. */
  protected readonly hand = (handed: HandedOver): Promise<boolean> => {
    this.form.fault.set('');
    const measured = aboutOf(this.form.typed());
    return this.documents
      .take(this.job(), 'speed', handedFrom(handed), { seen: 'prove', measured })
      .then((taken) => {
        if (taken) this.form.patch({ celsius: null });
        return taken;
      });
  };
}

const aboutOf = ({ when, mains, celsius }: Pick<Typed, 'when' | 'mains' | 'celsius'>) => ({
  when: when || ('after' as const),
  onMains: mains === 'unknown' ? null : mains === 'yes',
  celsius,
});
