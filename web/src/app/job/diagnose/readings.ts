import { sure } from '@petrichor/core/units';
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { remainingLife, sayCount, whatMoved } from '@petrichor/core/diagnose';
import { attributeRaw } from '@petrichor/core/hardware';
import { lastReadings, type JobState } from '@petrichor/core/job';
import { sayWhen } from '../../shell/promise';
import { Chart, type ChartSeries } from '../../ui/chart';
import { FileDrop, type HandedOver } from '../../ui/file-drop';
import { StateMark } from '../../ui/state-mark';
import { HandedOutcome } from '../handed-outcome';
import { handedFrom, JobDocuments } from '../job-documents';
import { DockPanel } from './dock-panel';

const sayTerabytes = (bytes: number): string => `${(bytes / 1e12).toFixed(2)} TB`;
/** Counters that are drawn when they were read more than once. */
const HISTORY = [
  { id: 5, name: 'Replaced' },
  { id: 197, name: 'Weak' },
  { id: 198, name: 'Unreadable' },
  { id: 187, name: 'Uncorrectable' },
  { id: 199, name: 'Link errors' },
] as const;

/**
 * What the drive says about itself: from a file, pasted, or from the dock; what moved, how it wore, and its
 * history.
 */
@Component({
  selector: 'p-readings',
  imports: [FileDrop, HandedOutcome, Chart, StateMark, DockPanel],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './readings.html',
  styleUrl: './readings.css',
})
export class Readings {
  readonly job = input.required<JobState>();
  private readonly documents = inject(JobDocuments);
  protected readonly last = computed(() => lastReadings(this.job()));
  protected readonly headline = computed(() => {
    const last = this.last();
    if (!last) return null;
    const { report, at, by, source, name } = last.latest;
    const where = source === 'dock' ? `dock, ${name}` : source === 'file' ? name : 'pasted';
    return {
      title: [report.model ?? 'A drive that does not name itself', report.serial].filter(Boolean).join(' · '),
      when: `${where}, ${sayWhen(at)}, ${by.name}`,
    };
  });
  protected readonly moved = computed(() => {
    const last = this.last();
    if (!last?.earlier) return [];
    return whatMoved(last.earlier.report, last.latest.report).map(({ what, before, now, bad }) => {
      const say = what === 'Bytes written' ? sayTerabytes : sayCount;
      return { what, bad, before: say(before), now: say(now) };
    });
  });
  protected readonly life = computed(() => {
    const last = this.last();
    return last && last.latest.report.rotationRpm === 0 ? remainingLife(last.latest, last.earlier) : null;
  });
  /** A year at least is no reason for another drive. */
  protected readonly lasts = computed(() => {
    const life = this.life();
    return life?.known === true && life.days[0] > 365;
  });
  private readonly series = computed(() => {
    const serial = this.last()?.latest.report.serial ?? null;
    return this.job().reports.filter((one) => one.report.serial === serial);
  });
  protected readonly history = computed(
    (): { series: ChartSeries[]; labels: string[]; words: string } | null => {
      const readings = this.series();
      if (readings.length < 2) return null;
      const flash = readings.every((one) => one.report.nvme !== null);
      const all = flash
        ? [
            { name: 'Spare, %', values: readings.map((one) => sure(one.report.nvme).availableSparePercent) },
            { name: 'Used, %', values: readings.map((one) => sure(one.report.nvme).percentageUsed) },
            {
              name: 'Media errors',
              values: readings.map((one) => Number(sure(one.report.nvme).mediaErrors)),
            },
          ]
        : HISTORY.map(({ id, name }) => ({
            name,
            values: readings.map((one) => attributeRaw(one.report, id)),
          }));
      const series = all.filter((one) => one.values.some((value) => value !== null && value > 0));
      const words = series
        .map((one) => `${one.name}: ${one.values.map((value) => value ?? 'not read').join(', ')}`)
        .join('; ');
      return series.length > 0
        ? { series, labels: readings.map((one) => sayWhen(one.at)), words: `Counters by reading. ${words}.` }
        : null;
    },
  );

  protected readonly hand = (handed: HandedOver): Promise<boolean> => {
    return this.documents.take(this.job(), 'readings', handedFrom(handed), { seen: 'diagnose' });
  };

  protected fromDock({ text, bay }: { text: string; bay: string }): void {
    const handed = { content: text, name: `bay ${bay}`, source: 'dock' as const };
    void this.documents.take(this.job(), 'readings', [handed], { seen: 'diagnose' });
  }
}
