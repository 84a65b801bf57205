import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { remainingLife, sayCount, whatMoved } from '@petrichor/core/diagnose';
import { reportOfHealthLog, reportOfSmartData, type Found, type Reading } from '@petrichor/core/formats';
import { attributeRaw } from '@petrichor/core/hardware';
import { lastReadings, type DocumentSource, type JobCommand, type JobState } from '@petrichor/core/job';
import { cut, keepable } from '@petrichor/core/units';
import { Textarea } from 'primeng/textarea';
import { sayWhen } from '../../shell/promise';
import { JobDesk } from '../../state/jobs/job-desk';
import { Chart, type ChartSeries } from '../../ui/chart';
import { StateMark } from '../../ui/state-mark';
import { Weigher } from '../../workers/weigher';
import { DockPanel } from './dock-panel';

const LARGEST_FILE = 64_000_000;
const sayTerabytes = (bytes: number): string => `${(bytes / 1e12).toFixed(2)} TB`;
/** Counters that are drawn when they were read more than once. */
const HISTORY = [
  { id: 5, name: 'Replaced' },
  { id: 197, name: 'Weak' },
  { id: 198, name: 'Unreadable' },
  { id: 187, name: 'Uncorrectable' },
  { id: 199, name: 'Link errors' },
] as const;

/** What the drive says about itself: from a file, pasted, or from the dock; what moved, how it wore, and its history. */
@Component({
  selector: 'p-readings',
  imports: [FormsModule, Textarea, Chart, StateMark, DockPanel],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './readings.html',
  styleUrl: './readings.css',
})
export class Readings {
  readonly job = input.required<JobState>();
  private readonly desk = inject(JobDesk);
  private readonly weigher = inject(Weigher);
  protected readonly pasted = signal('');
  protected readonly over = signal(false);
  protected readonly fault = signal('');
  protected readonly told = signal('');
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
  protected readonly history = computed((): { series: ChartSeries[]; labels: string[]; words: string } | null => {
    const readings = this.series();
    if (readings.length < 2) return null;
    const flash = readings.every((one) => one.report.nvme !== null);
    const all = flash
      ? [
          { name: 'Spare, %', values: readings.map((one) => one.report.nvme!.availableSparePercent) },
          { name: 'Used, %', values: readings.map((one) => one.report.nvme!.percentageUsed) },
          { name: 'Media errors', values: readings.map((one) => Number(one.report.nvme!.mediaErrors)) },
        ]
      : HISTORY.map(({ id, name }) => ({ name, values: readings.map((one) => attributeRaw(one.report, id)) }));
    const series = all.filter((one) => one.values.some((value) => value !== null && value > 0));
    const words = series.map((one) => `${one.name}: ${one.values.map((value) => value ?? 'not read').join(', ')}`).join('; ');
    return series.length > 0 ? { series, labels: readings.map((one) => sayWhen(one.at)), words: `Counters by reading. ${words}.` } : null;
  });

  protected async drop(event: DragEvent): Promise<void> {
    event.preventDefault();
    this.over.set(false);
    const file = event.dataTransfer?.files[0];
    if (file) await this.readFile(file);
    else if (event.dataTransfer?.getData('text')) await this.readText(event.dataTransfer.getData('text'), 'pasted', 'dropped text');
  }

  protected drag(event: DragEvent, over: boolean): void {
    event.preventDefault();
    this.over.set(over);
  }

  protected async choose(event: Event): Promise<void> {
    const field = event.target as HTMLInputElement;
    const file = field.files?.[0];
    field.value = '';
    if (file) await this.readFile(file);
  }

  protected async readPasted(): Promise<void> {
    if (await this.readText(this.pasted(), 'pasted', 'pasted text')) this.pasted.set('');
  }

  protected async fromDock({ text, bay }: { text: string; bay: string }): Promise<void> {
    await this.readText(text, 'dock', `bay ${bay}`);
  }

  private async readFile(file: File): Promise<void> {
    if (file.size > LARGEST_FILE)
      return this.fault.set(`${file.name} has ${Math.round(file.size / 1e6)} MB; 64 MB is the most that is read.`);
    this.take(await this.weigher.readAny(new Uint8Array(await file.arrayBuffer())), 'file', file.name);
  }

  private async readText(text: string, source: DocumentSource, name: string): Promise<boolean> {
    return this.take(await this.weigher.readAny(new TextEncoder().encode(text)), source, name);
  }

  /** True when it was read and kept. */
  private take(reading: Reading<Found>, source: DocumentSource, name: string): boolean {
    this.told.set('');
    if (!reading.ok) return this.no(`${reading.problem} (${reading.at})`);
    const command = commandOf(reading.value, source, cut(keepable(name), 120));
    if (!command) return this.no(ELSEWHERE[(reading.value as { format?: string }).format ?? ''] ?? OF_THE_WORKSHOP);
    const refusal = this.desk.give(this.job(), command);
    if (refusal) return this.no(refusal.sentence);
    this.fault.set('');
    this.told.set(
      command.type === 'read-report'
        ? 'Read. What it answers stands among the findings.'
        : 'Read: which file systems there are, and how full.',
    );
    return true;
  }

  private no(sentence: string): false {
    this.fault.set(sentence);
    return false;
  }
}

const OF_THE_WORKSHOP = 'That is a document of the workshop, not of a drive: a lead brings it in under Models.';
/** What is read, but belongs to another part of the job. */
const ELSEWHERE: Readonly<Record<string, string>> = {
  'disk-image': 'That is a partition table: it is read under Safeguard, Old drive.',
  sfdisk: 'That is a partition table: it is read under Safeguard, Old drive.',
  'rescue-map': 'That is a rescue map: it is read under Safeguard, Old drive.',
  fio: 'That is a measured speed: it belongs to Prove, once the new drive is in.',
};

function commandOf(found: Found, source: DocumentSource, name: string): JobCommand | null {
  if (Array.isArray(found)) return null;
  switch (found.format) {
    case 'smart-report':
      return { type: 'read-report', source, name, report: found };
    case 'nvme-health-log':
      return { type: 'read-report', source, name, report: reportOfHealthLog(found) };
    case 'ata-smart-data':
      return { type: 'read-report', source, name, report: reportOfSmartData(found) };
    case 'block-listing':
      return { type: 'read-listing', source, name, listing: found };
    case 'disk-image':
    case 'sfdisk':
    case 'rescue-map':
    case 'fio':
    case 'petrichor-machine-model':
    case 'petrichor-diagnosis':
      return null;
  }
}
