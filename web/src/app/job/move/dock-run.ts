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
import type { DockDrive, DockRun as Told } from '@petrichor/api';
import { mayNotRun, SAY_RUN, type JobState, type Run } from '@petrichor/core/job';
import { endOfPartitions, type Crossing } from '@petrichor/core/move';
import { sayMarked, sure } from '@petrichor/core/units';
import { firstValueFrom } from 'rxjs';
import { sayTime, sayWhen } from '../../shell/promise';
import { Api, faultOf } from '../../state/api';
import { DockActions, selectDock } from '../../state/dock/dock.reducer';
import { JobDesk } from '../../state/jobs/job-desk';
import { Chart, type ChartSeries } from '../../ui/chart';
import { SelectField } from '../../ui/field/select-field';
import { saveFile } from '../../ui/save-file';
import { StateMark, type MarkName } from '../../ui/state-mark';
import { DocumentReader } from '../../workers/document-reader';
import { DockAbsent } from '../dock/dock-absent';
import { PutIn } from '../dock/put-in';
import { leftOf } from './run-left';
import { sayRange } from './words';

/** So often a clone may stall before a rescue read is advised (common practice, no source). */
const STALLS = 3;
/** Points of the chart of the rate. */
const POINTS = 24;

/**
 * The copy itself in the dock: how far, how fast, how long still, what does not read; paused, stopped, gone
 * on with.
 */
@Component({
  selector: 'p-dock-run',
  imports: [Chart, DockAbsent, PutIn, SelectField, StateMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './dock-run.html',
  styleUrl: './dock-run.css',
})
export class DockRunBoard {
  readonly job = input.required<JobState>();
  readonly crossing = input.required<Crossing>();
  readonly kind = input.required<'clone' | 'rescue'>();
  private readonly store = inject(Store);
  private readonly api = inject(Api);
  private readonly desk = inject(JobDesk);
  private readonly reader = inject(DocumentReader);
  protected readonly state = this.store.selectSignal(selectDock);
  protected readonly fault = signal('');
  protected readonly when = sayWhen;
  protected readonly bays = computed(() => this.state().dock?.bays ?? []);
  protected readonly drives = computed(() =>
    this.bays().map((bay) => ({
      bay: bay.bay,
      say: bay.drive
        ? `${bay.drive.model}, ${sayMarked(bay.drive.capacityBytes)}`
        : bay.silent
          ? 'draws power, does not answer'
          : 'empty',
    })),
  );
  protected readonly options = computed(() =>
    this.drives().map((one) => ({ label: `${one.bay}: ${one.say}`, value: one.bay })),
  );
  protected readonly copies = computed(() =>
    this.job().runs.filter((run) => run.kind === 'clone' || run.kind === 'rescue'),
  );
  protected readonly last = computed(() => this.copies().at(-1) ?? null);
  /**
   * The bay a copy was read from stays the old drive's; else its serial tells; else the first that is not
   * known to be the new one.
   */
  protected readonly from = linkedSignal<string | null, string | null>({
    // Computed, so that what somebody chose is not undone by the next word of the dock.
    source: computed(() => {
      const last = this.last();
      if (last) return last.bay;
      const { oldDrive, newDrive } = this.job().serials;
      const bays = this.bays().filter((bay) => bay.drive !== null && bay.drive.serial !== newDrive);
      return (bays.find((bay) => sure(bay.drive).serial === oldDrive) ?? bays[0])?.bay ?? null;
    }),
    computation: (bay) => bay,
  });
  protected readonly to = linkedSignal<string | null, string | null>({
    source: computed(() => {
      const others = this.bays().filter((bay) => bay.bay !== this.from() && bay.drive !== null);
      return (others.find((bay) => sayOf(sure(bay.drive)) === this.last()?.target) ?? others[0])?.bay ?? null;
    }),
    computation: (bay) => bay,
  });
  protected readonly overwritten = computed(
    () => this.bays().find((bay) => bay.bay === this.to())?.drive ?? null,
  );
  protected readonly told = computed(() => {
    const last = this.last();
    return last ? (this.state().runs[last.runId] ?? null) : null;
  });
  protected readonly going = computed(() => {
    const state = this.told()?.state;
    return this.last()?.ended === null && (state === 'running' || state === 'paused' || state === undefined);
  });
  protected readonly stalls = computed(
    () =>
      this.copies().filter((run) => run.ended && run.ended.state !== 'done' && run.ended.state !== 'stopped')
        .length,
  );
  /** Where a copy that did not come to its end goes on. */
  protected readonly goesOn = computed((): { run: Run; fromByte: number } | null => {
    const last = this.last();
    return last?.ended && last.ended.state !== 'done' && last.reached
      ? { run: last, fromByte: last.reached.doneBytes }
      : null;
  });
  protected readonly headline = computed(() => {
    const last = this.last();
    const told = this.told();
    if (!last) return '';
    if (last.ended?.state === 'done') return last.ended.sentence;
    if (last.ended) {
      const reached = last.reached ? `Stopped at ${sayMarked(last.reached.doneBytes)}` : 'Stopped';
      const count = this.stalls() > 1 ? `, ${ORDINAL[this.stalls()] ?? `${this.stalls()}th`} time` : '';
      return `${reached}, ${sayTime(last.ended.at)}${count}.`;
    }
    if (!told)
      return last.reached
        ? `Not heard of since ${sayTime(last.reached.at)}; it had reached ${sayMarked(last.reached.doneBytes)}.`
        : 'Waiting for the dock to tell.';
    return `${SAY_RUN[told.kind]}: ${sayMarked(told.doneBytes)} of ${sayMarked(told.totalBytes)}${told.state === 'paused' ? ', paused' : ''}`;
  });
  protected readonly left = computed(() => {
    const told = this.told();
    if (!told || (told.state !== 'running' && told.state !== 'paused')) return '';
    const pace = this.state().dock?.pace ?? 1;
    const range = leftOf(told, this.crossing());
    return `${sayRange(range)} left${pace > 1 ? `; here ${Math.max(1, Math.round((range.p50 * 60) / pace))} s, ${pace} times faster than life` : ''}`;
  });
  protected readonly mark = computed((): MarkName => {
    const last = this.last();
    if (last?.ended) return last.ended.state === 'done' ? 'settled' : 'stop';
    return this.told()?.state === 'paused' ? 'needs' : 'own';
  });
  /** Along the drive from its start: what is across, and what does not read. */
  protected readonly strip = computed(() => {
    const told = this.told();
    const reached = this.last()?.reached;
    const total = told?.totalBytes ?? reached?.totalBytes ?? 0;
    if (total === 0) return null;
    const share = (bytes: number) => Math.min(100, (bytes / total) * 100);
    const done = told?.doneBytes ?? sure(reached).doneBytes;
    const bad = told?.badAreas ?? [];
    return {
      done: share(done),
      before: share(told?.fromByte ?? sure(this.last()).fromByte),
      percent: Math.floor(share(done)),
      bad: bad.map(({ startByte, lengthBytes, kind }) => ({
        x: share(startByte),
        width: Math.max(0.5, share(lengthBytes)),
        kind,
      })),
      unread: bad.filter((area) => area.kind === 'unreadable').length,
      slow: bad.filter((area) => area.kind === 'slow').length,
    };
  });
  protected readonly rate = computed(
    (): { series: ChartSeries[]; labels: string[]; words: string } | null => {
      const history = this.told()?.history ?? [];
      if (history.length < 4) return null;
      const step = Math.max(1, Math.floor(history.length / POINTS));
      const points = history.filter(
        ([seconds], at) => at % step === 0 && (at === 0 || seconds > sure(history[at - 1])[0]),
      );
      const rates = points.slice(1).map(([seconds, bytes], at) => {
        const [before, bytesBefore] = sure(points[at]);
        return { minutes: seconds / 60, rate: (bytes - bytesBefore) / (seconds - before) / 1e6 };
      });
      if (rates.length === 0) return null;
      const values = rates.map((one) => Math.round(one.rate * 10) / 10);
      return {
        series: [{ name: 'MB/s', values }],
        // A minute is named once, where it begins.
        labels: rates.map((one, at) =>
          Math.floor(one.minutes) === Math.floor(rates[at - 1]?.minutes ?? -1)
            ? ''
            : `${Math.floor(one.minutes)}`,
        ),
        words: `Rate over time: ${values.at(0)} MB/s at first, ${values.at(-1)} MB/s now, least ${Math.min(...values)}.`,
      };
    },
  );

  /** @param on the run that this one goes on from; null: from the start. */
  async start(kind: 'clone' | 'rescue', on: { run: Run; fromByte: number } | null): Promise<void> {
    const [from, to] = [this.from(), this.to()];
    const source = this.bays().find((bay) => bay.bay === from);
    const target = this.bays().find((bay) => bay.bay === to);
    if (!source?.drive) return this.fault.set('Put the old drive into the dock, and say in which bay it is.');
    if (!target?.drive || from === to)
      return this.fault.set('Put the new drive into another bay, and say in which.');
    const no = mayNotRun(this.job(), kind) ?? this.mixedUp(source.drive, target.drive, on?.run ?? null);
    if (no) return this.fault.set(no);
    const end = this.endFor(source.drive, target.drive);
    if (typeof end === 'string') return this.fault.set(end);
    await this.attempt(async () => {
      const fromByte = on?.fromByte ?? 0;
      const run = await firstValueFrom(
        this.api.startRun({
          params: { bay: sure(from) },
          body: { kind, targetBay: to, fromByte, toByte: end },
        }),
      );
      this.store.dispatch(DockActions.runTold({ run }));
      const refusal = this.desk.give(this.job(), {
        type: 'start-run',
        runId: run.runId,
        bay: sure(from),
        kind,
        drive: sayOf(sure(source.drive)),
        target: sayOf(sure(target.drive)),
        fromByte,
        continues: on?.run.runId ?? null,
      });
      if (refusal) this.fault.set(refusal.sentence);
    });
  }

  /**
   * How far a copy goes: to the end, or onto a smaller drive as far as its partitions reach. A sentence: it
   * cannot be.
   */
  private endFor(source: DockDrive, target: DockDrive): number | null | string {
    if (target.capacityBytes >= source.capacityBytes) return null;
    const disk = this.job().move.source?.disk;
    if (!disk)
      return 'The new drive is smaller. Read the old drive’s partitions first: a copy has to reach as far as they do.';
    const end = endOfPartitions(disk);
    if (end <= target.capacityBytes) return end;
    return `The old drive’s partitions reach to ${sayMarked(end)}, the new drive holds ${sayMarked(target.capacityBytes)}. Shrink them as the plan says, read them again, then copy.`;
  }

  /** Why these two drives must not be copied one onto the other; null: nothing speaks against it. */
  private mixedUp(source: DockDrive, target: DockDrive, on: Run | null): string | null {
    const { oldDrive, newDrive } = this.job().serials;
    const overwrites = this.copies().some((run) => run.drive === sayOf(target)) || target.serial === oldDrive;
    if (overwrites)
      return `${sayOf(target)} is the old drive of this job: it is never written to. Choose the new drive as the target.`;
    if (this.copies().some((run) => run.target === sayOf(source)) || source.serial === newDrive)
      return `${sayOf(source)} is the new drive of this job. Choose the old drive to read from.`;
    if (on && (on.drive !== sayOf(source) || on.target !== sayOf(target)))
      return `That copy went from ${on.drive} to ${on.target ?? 'another drive'}; those two have to be in the dock for it to go on. Put them in, or start again.`;
    return null;
  }

  protected startAsChosen(): void {
    void this.start(this.stalls() >= STALLS ? 'rescue' : this.kind(), this.goesOn());
  }

  protected readonly startWords = computed(() => {
    const on = this.goesOn();
    const kind = this.stalls() >= STALLS ? 'rescue' : this.kind();
    const what = kind === 'clone' ? 'the clone' : 'the rescue read';
    if (on)
      return kind === on.run.kind
        ? `Go on with ${what} at ${sayMarked(on.fromByte)}`
        : `Rescue read from ${sayMarked(on.fromByte)} on; what is across stays`;
    return `Start ${what}${this.from() ? ` from bay ${this.from()}` : ''}`;
  });

  protected pause(told: Told): Promise<void> {
    return this.attempt(async () => {
      const params = { runId: told.runId };
      const ask = told.state === 'paused' ? this.api.resumeRun({ params }) : this.api.pauseRun({ params });
      this.store.dispatch(DockActions.runTold({ run: await firstValueFrom(ask) }));
    });
  }

  protected stop(told: Told): Promise<void> {
    return this.attempt(async () =>
      this.store.dispatch(
        DockActions.runTold({
          run: await firstValueFrom(this.api.stopRun({ params: { runId: told.runId } })),
        }),
      ),
    );
  }

  /** Takes the dock's map of this copy into the job. */
  protected readMap(told: Told, save: boolean): Promise<void> {
    return this.attempt(async () => {
      const { text } = await firstValueFrom(this.api.runMap({ params: { runId: told.runId } }));
      if (save) return saveFile(`job-${this.job().number}-${told.kind}.map`, 'text/plain', text);
      const read = await this.reader.read(text, this.job().move.source?.disk ?? null);
      if (!read.ok || read.value.gives !== 'map')
        return this.fault.set(read.ok ? 'The dock sent no map.' : read.problem);
      const { summary, rescue } = read.value;
      const refusal = this.desk.give(this.job(), {
        type: 'read-map',
        name: `dock, ${SAY_RUN[told.kind].toLowerCase()}`,
        summary,
        rescue,
      });
      this.fault.set(refusal?.sentence ?? '');
    });
  }

  private async attempt(work: () => Promise<void>): Promise<void> {
    this.fault.set('');
    try {
      await work();
    } catch (error) {
      this.fault.set(faultOf(error).sentence);
    }
  }
}

const sayOf = ({ model, serial }: DockDrive): string => `${model} ${serial}`;
const ORDINAL: Readonly<Record<number, string>> = { 2: 'second', 3: 'third' };
