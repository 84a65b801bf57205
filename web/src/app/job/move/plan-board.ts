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
import { writeSfdiskScript } from '@petrichor/core/formats';
import { sayDrive } from '@petrichor/core/hardware';
import { layoutOf, type JobState, mainDrive } from '@petrichor/core/job';
import {
  capacityOf,
  carriedOf,
  sayBytes,
  sayPartition,
  timeOf,
  type Crossing,
  type LayoutWishes,
} from '@petrichor/core/move';
import { StrataMove, type Stretch } from '../../drawing/strata-move';
import type { StrataDrive } from '../../drawing/strata-move.geometry';
import { JobDesk } from '../../state/jobs/job-desk';
import { SettledNumber } from '../../ui/settled-number';
import { saveFile } from '../../ui/save-file';
import { StateMark } from '../../ui/state-mark';
import { gibOf, sayRange } from './words';

/**
 * Where every partition goes on the new drive: drawn at one scale, sizes by hand or typed, the rules holding.
 */
@Component({
  selector: 'p-plan-board',
  imports: [SettledNumber, StateMark, StrataMove],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './plan-board.html',
  styleUrl: './plan-board.css',
})
export class PlanBoard {
  readonly job = input.required<JobState>();
  readonly crossing = input.required<Crossing>();
  private readonly desk = inject(JobDesk);
  protected readonly fault = signal('');
  /** The drawing takes what the screen has: both ends of the drives are to be seen at once. */
  protected readonly height = signal(Math.min(560, Math.max(320, window.innerHeight - 452)));
  /** While an edge is held its size is only drawn; what is let go is kept. */
  protected readonly wishes = linkedSignal<LayoutWishes>(() => this.job().move.wishes);
  private readonly disk = computed(() => this.job().move.source?.disk ?? null);
  protected readonly layout = computed(() => layoutOf(this.job(), this.wishes()));
  /** What is drawn: the last layout that could be. */
  protected readonly drawn = linkedSignal<StrataDrive | null, StrataDrive | null>({
    source: () => this.drawnNow(),
    computation: (now, before) => now ?? before?.value ?? null,
  });
  protected readonly refused = computed(() => {
    const layout = this.layout();
    return layout && !layout.ok ? layout.sentence : null;
  });
  protected readonly notes = computed(() => {
    const layout = this.layout();
    return layout?.ok ? layout.notes : [];
  });
  protected readonly source = computed((): StrataDrive | null => {
    const disk = this.disk();
    if (!disk) return null;
    return {
      bytes: disk.totalSectors * disk.sectorSize,
      parts: disk.partitions
        .filter((one) => one.kind !== 'extended')
        .map((one) => ({
          number: one.number,
          say: sayPartition(one),
          startByte: one.startSector * disk.sectorSize,
          bytes: one.sectors * disk.sectorSize,
          usedBytes: one.usedBytes,
          stretches: false,
        }))
        .map((one) => ({
          ...one,
          stretches: this.drawn()?.parts.find((part) => part.number === one.number)?.stretches ?? false,
        })),
    };
  });
  protected readonly heads = computed(() => {
    const { source, sourceBytes, target } = this.crossing();
    const bytes = source ? source.totalSectors * source.sectorSize : sourceBytes;
    return {
      old: {
        say: mainDrive(this.job())?.slot.fitted?.label ?? 'Old drive',
        size: bytes === null ? null : capacityOf(bytes),
      },
      fresh: {
        say: sayDrive(sure(mainDrive(this.job())).drive),
        size: capacityOf(target.sectorSize * target.totalSectors),
      },
    };
  });
  protected readonly times = computed(() => {
    const { source } = this.crossing();
    const times = new Map<number, string>();
    if (!source) return times;
    for (const one of source.partitions) {
      const carried = carriedOf({ ...this.crossing(), source: { ...source, partitions: [one] } });
      if (carried && carried.length > 0)
        times.set(
          one.number,
          sayRange(timeOf(this.crossing(), { carried, verify: true, files: 0, badAreas: 0 })),
        );
    }
    return times;
  });
  protected readonly carried = computed(() => {
    const bytes = (carriedOf(this.crossing()) ?? []).reduce((sum, one) => sum + one.bytes, 0);
    return bytes > 0 ? capacityOf(bytes) : null;
  });
  protected readonly holes = computed(() => this.job().move.map?.rescue.holes ?? []);
  protected readonly holeWords = computed(() => {
    const map = this.job().move.map;
    if (!map || map.rescue.holes.length === 0) return [];
    const count = map.rescue.holes.length;
    return [count === 1 ? '1 spot' : `${count} spots`, 'not read', sayBytes(map.rescue.missingBytes)];
  });
  protected readonly rows = computed(() => {
    const layout = this.layout();
    if (!layout?.ok) return [];
    return layout.partitions
      .filter((one) => one.kind !== 'extended')
      .map((one) => ({
        number: one.number,
        say: sayPartition(one),
        gib: gibOf(one.sectors * layout.sectorSize),
        size: sayBytes(one.sectors * layout.sectorSize),
        range:
          one.nature === 'rigid'
            ? 'stays as it is'
            : `${gibOf(one.leastSectors * layout.sectorSize)} to ${gibOf(one.mostSectors * layout.sectorSize)}`,
        stretches: one.nature !== 'rigid',
        wished: this.wishes().sizes[String(one.number)] !== undefined,
      }));
  });
  protected readonly bare = computed(() => {
    const layout = this.layout();
    return layout?.ok ? gibOf(layout.bareSectors * layout.sectorSize) : null;
  });
  protected readonly bareWords = computed(() => `kept bare ${this.bare() ?? ''}`);
  protected readonly anyWish = computed(
    () => Object.keys(this.wishes().sizes).length > 0 || this.wishes().bareBytes !== null,
  );
  protected readonly words = computed(() => {
    const parts = this.rows().map((row) => `${row.say} ${row.gib} GiB`);
    return `Old drive on the left, new drive on the right, at one scale. On the new drive: ${parts.join(', ')}.`;
  });

  protected stretch({ number, bytes, last }: Stretch): void {
    this.wishes.update((wishes) => ({ ...wishes, sizes: { ...wishes.sizes, [number]: bytes } }));
    if (last) this.give(number, bytes);
  }

  /** Emptied: as the rules have it. */
  protected type(number: number | null, gib: number | null): void {
    this.give(number, gib === null ? null : Math.round(gib * 2 ** 30));
  }

  protected reset(): void {
    for (const number of Object.keys(this.wishes().sizes)) this.give(Number(number), null);
    if (this.job().move.wishes.bareBytes !== null) this.give(null, null);
  }

  /** The layout as a script for whoever runs it; Petrichor itself writes to no drive. */
  protected save(): void {
    const layout = this.layout();
    if (!layout?.ok) return;
    const job = this.job();
    const comments = [
      `Job ${job.number}, ${job.intake.modelName}: layout for ${sayDrive(sure(mainDrive(job)).drive)}, ${layout.totalSectors} sectors of ${layout.sectorSize} bytes.`,
      'Read it before you run it: sfdisk writes the table of the drive you name, and what was on it is lost.',
      'Check the drive by its serial. On an image first: sfdisk IMAGE < this file',
    ];
    saveFile(`job-${job.number}-layout.sfdisk`, 'text/plain', writeSfdiskScript(layout, comments));
  }

  private give(number: number | null, bytes: number | null): void {
    const refusal = this.desk.give(this.job(), { type: 'wish-layout', number, bytes });
    this.fault.set(refusal?.sentence ?? '');
    if (refusal) this.wishes.set(this.job().move.wishes);
  }

  private drawnNow(): StrataDrive | null {
    const layout = this.layout();
    if (!layout?.ok) return null;
    return {
      bytes: layout.totalSectors * layout.sectorSize,
      parts: layout.partitions
        .filter((one) => one.kind !== 'extended')
        .map((one) => ({
          number: one.number,
          say: sayPartition(one),
          startByte: one.startSector * layout.sectorSize,
          bytes: one.sectors * layout.sectorSize,
          usedBytes: one.usedBytes,
          stretches: one.nature !== 'rigid',
        })),
    };
  }
}
