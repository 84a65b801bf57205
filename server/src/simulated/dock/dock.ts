import { sure } from '@petrichor/core/units';
import type { Dock, DockBay, DockRun, DriveTableReply, SimulatedDrives, StartRun } from '@petrichor/api';
import { writeRescueMap } from '@petrichor/core/formats';
import { SAY_RUN } from '@petrichor/core/job';
import { randomUUID } from 'node:crypto';
import { Refused } from '../../refused.js';
import type { SimulatedDrive } from './drive.js';
import { selfReportOf } from './self-report.js';
import { mapOfRun } from './rescue-map.js';
import { tableOf } from './table.js';
import { at, timelineOf, type Timeline } from './timeline.js';

interface Run {
  readonly id: string;
  readonly bay: string;
  readonly targetBay: string | null;
  readonly kind: StartRun['kind'];
  readonly drive: SimulatedDrive;
  readonly timeline: Timeline;
  readonly fromByte: number;
  readonly startedMs: number;
  /** Set while it is paused; and how long it was paused before. */
  pausedMs: number | null;
  restedMs: number;
  /** Set when it was ended before its time. */
  cut: {
    readonly state: 'stopped' | 'drive-gone' | 'failed';
    readonly atMs: number;
    readonly sentence: string;
  } | null;
}

const BAYS = ['A', 'B'] as const;
/** A range around what is left: bad areas ahead cost more than the pace so far tells. */
const LEFT_RANGE = [0.9, 1.3] as const;
const MOST_RUNS = 200;

/**
 * The workshop's drive dock as a small stand-in: two bays, drives with planted states, runs that go on by the
 * clock. What a run has done follows from its timeline and the time that has passed, so nothing ticks in
 * between.
 */
export class SimulatedDock {
  private readonly inBay = new Map<string, SimulatedDrive>();
  private readonly runs = new Map<string, Run>();
  /** When a drive was last put in: what it did before, it may have got over. */
  private readonly putInMs = new Map<SimulatedDrive, number>();

  /** @param speed how many times faster than life runs go. */
  constructor(
    private readonly drives: readonly SimulatedDrive[],
    private readonly speed: number,
    private readonly nowMs: () => number,
  ) {
    for (const drive of drives) if (drive.inBay !== null) this.inBay.set(drive.inBay, drive);
  }

  dock(): Dock {
    return {
      name: `Simulated dock, ${this.speed} times faster than life`,
      simulated: true,
      pace: this.speed,
      bays: BAYS.map((bay) => this.bay(bay)),
    };
  }

  selfReport(bay: string): string {
    const drive = this.answering(bay);
    return JSON.stringify(selfReportOf(drive, this.readBytes(drive), this.testsOf(drive)), null, 1);
  }

  /** What `sfdisk` and `lsblk` would print of the drive. */
  table(bay: string): DriveTableReply {
    const drive = this.answering(bay);
    const table = tableOf(drive);
    if (!table)
      throw new Refused(409, 'no-table', `No partition table was found on the drive in bay ${bay}.`);
    return table;
  }

  start(bay: string, { kind, targetBay, fromByte = 0, toByte = null }: StartRun): DockRun {
    const drive = this.answering(bay);
    const busy = this.runningIn(bay);
    if (busy)
      throw new Refused(
        409,
        'bay-busy',
        `Bay ${bay} is busy: ${SAY_RUN[busy.kind].toLowerCase()}. Stop that first, or wait for it.`,
      );
    const copies = kind === 'clone' || kind === 'rescue';
    const endByte = Math.min(
      copies ? (toByte ?? drive.capacityBytes) : drive.capacityBytes,
      drive.capacityBytes,
    );
    const startByte = copies ? Math.min(fromByte, endByte) : 0;
    if (copies) this.needTarget(bay, targetBay, endByte);
    const run: Run = {
      id: randomUUID(),
      bay,
      targetBay: copies ? targetBay : null,
      kind,
      drive,
      timeline: timelineOf(drive, kind, {
        fromByte: startByte,
        toByte: endByte,
        dropsAt: this.dropsAt(drive),
      }),
      fromByte: startByte,
      startedMs: this.nowMs(),
      pausedMs: null,
      restedMs: 0,
      cut: null,
    };
    this.runs.set(run.id, run);
    if (this.runs.size > MOST_RUNS) this.runs.delete(sure(this.runs.keys().next().value));
    return this.told(run);
  }

  run(id: string): DockRun {
    return this.told(this.known(id));
  }

  stop(id: string): DockRun {
    const run = this.known(id);
    if (isOn(this.told(run))) this.cut(run, 'stopped', 'Stopped by hand.');
    return this.told(run);
  }

  pause(id: string): DockRun {
    const run = this.known(id);
    if (this.told(run).state !== 'running')
      throw new Refused(409, 'not-running', 'Only a run that goes on can be paused.');
    run.pausedMs = this.nowMs();
    return this.told(run);
  }

  resume(id: string): DockRun {
    const run = this.known(id);
    if (run.pausedMs === null || this.told(run).state !== 'paused')
      throw new Refused(409, 'not-paused', 'This run is not paused.');
    run.restedMs += this.nowMs() - run.pausedMs;
    run.pausedMs = null;
    return this.told(run);
  }

  /** The map of a copy, as ddrescue writes it. */
  map(id: string): string {
    const run = this.known(id);
    if (run.targetBay === null) throw new Refused(409, 'no-map', 'Only a copy has a map.');
    return writeRescueMap(mapOfRun(this.told(run)));
  }

  /** Puts a drive into a bay, or with null pulls out what is in it: also in the middle of a run. */
  put(bay: string, driveId: string | null): Dock {
    this.needBay(bay);
    const drive = driveId === null ? null : this.drives.find((one) => one.id === driveId);
    if (drive === undefined) throw new Refused(404, 'no-drive', `There is no simulated drive '${driveId}'.`);
    for (const run of this.runs.values())
      if ((run.bay === bay || run.targetBay === bay) && isOn(this.told(run)))
        this.cut(run, 'drive-gone', `The drive in bay ${bay} was pulled out.`);
    this.inBay.delete(bay);
    if (drive) {
      const other = [...this.inBay].find(([, one]) => one === drive)?.[0];
      if (other !== undefined) this.put(other, null);
      this.inBay.set(bay, drive);
      this.putInMs.set(drive, this.nowMs());
    }
    return this.dock();
  }

  available(): SimulatedDrives {
    return {
      drives: this.drives.map((drive) => ({
        id: drive.id,
        say: `${drive.model} · ${drive.serial}`,
        inBay: [...this.inBay].find(([, one]) => one === drive)?.[0] ?? null,
      })),
    };
  }

  private bay(bay: string): DockBay {
    const drive = this.inBay.get(bay);
    const last = [...this.runs.values()].filter((one) => one.bay === bay && one.drive === drive).at(-1);
    if (!drive) return { bay, drive: null, silent: false, run: null };
    if (this.isSilent(drive)) return { bay, drive: null, silent: true, run: last ? this.told(last) : null };
    const { model, serial, capacityBytes, protocol, rotationRpm } = drive;
    return {
      bay,
      drive: { model, serial, capacityBytes, protocol, rotationRpm },
      silent: false,
      run: last ? this.told(last) : null,
    };
  }

  private told(run: Run): DockRun {
    const { timeline, cut } = run;
    const seconds =
      (((cut?.atMs ?? run.pausedMs ?? this.nowMs()) - run.startedMs - run.restedMs) / 1000) * this.speed;
    const { bytes, rate, over } = at(timeline, seconds);
    const state = cut?.state ?? (over ? timeline.ends.state : run.pausedMs === null ? 'running' : 'paused');
    const left = (sure(timeline.points.at(-1)).seconds - seconds) / this.speed;
    return {
      runId: run.id,
      bay: run.bay,
      targetBay: run.targetBay,
      kind: run.kind,
      state,
      fromByte: run.fromByte,
      doneBytes: bytes,
      totalBytes: timeline.totalBytes,
      rateBytesPerSecond: rate > 0 ? Math.round(rate) : null,
      secondsLeft: state === 'running' ? [left * LEFT_RANGE[0], left * LEFT_RANGE[1]] : null,
      badAreas: timeline.meets.filter((area) => area.startByte <= bytes),
      history: historyOf(timeline, seconds, bytes),
      selfTest: state === 'done' ? timeline.ends.selfTest : null,
      compared: state === 'done' ? comparedOf(run.kind) : null,
      sentence: cut?.sentence ?? (over ? timeline.ends.sentence : goesOn(run.kind, state)),
    };
  }

  private cut(run: Run, state: 'stopped' | 'drive-gone', sentence: string): void {
    run.cut = { state, atMs: this.nowMs(), sentence };
  }

  /** Bytes read from a drive since the dock started: what grows with reading grows by them. */
  private readBytes(drive: SimulatedDrive): number {
    return [...this.runs.values()]
      .filter((run) => run.drive === drive && run.kind !== 'short-test')
      .reduce((sum, run) => sum + this.told(run).doneBytes, 0);
  }

  private testsOf(drive: SimulatedDrive): { kind: string; passed: boolean }[] {
    const ended = [...this.runs.values()].filter((run) => run.drive === drive).map((run) => this.told(run));
    const own = ended
      .filter((run) => run.selfTest !== null)
      .map((run) => ({ kind: SAY_RUN[run.kind], passed: run.selfTest === 'passed' }));
    return own.reverse();
  }

  private answering(bay: string): SimulatedDrive {
    this.needBay(bay);
    const drive = this.inBay.get(bay);
    if (!drive) throw new Refused(409, 'bay-empty', `Bay ${bay} is empty. Put the drive in.`);
    if (this.isSilent(drive))
      throw new Refused(
        409,
        'silent',
        `The drive in bay ${bay} draws power and does not answer. Try the other bay; then take it for dead.`,
      );
    return drive;
  }

  private needTarget(bay: string, targetBay: string | null, endByte: number): void {
    if (targetBay === null || targetBay === bay)
      throw new Refused(409, 'no-target', 'A copy needs a target in another bay.');
    const target = this.answering(targetBay);
    if (target.capacityBytes < endByte)
      throw new Refused(
        409,
        'target-small',
        `The target is ${Math.round((endByte - target.capacityBytes) / 1e9)} GB smaller than what is to be copied. Shrink the partitions first, or take a larger one.`,
      );
    if (this.runningIn(targetBay))
      throw new Refused(409, 'bay-busy', `Bay ${targetBay} is busy. Wait for it, or stop it.`);
  }

  private runningIn(bay: string): Run | undefined {
    return [...this.runs.values()].find(
      (run) => (run.bay === bay || run.targetBay === bay) && isOn(this.told(run)),
    );
  }

  /** Dead from the start, or it has stopped answering since it was put in. */
  private isSilent(drive: SimulatedDrive): boolean {
    if (drive.silent) return true;
    const dropped = this.droppedMs(drive);
    return dropped !== null && (!sure(drive.dropsOut).comesBack || dropped >= (this.putInMs.get(drive) ?? 0));
  }

  /** A drive that comes back does it once: then it reads on. */
  private dropsAt(drive: SimulatedDrive): number | null {
    return drive.dropsOut && this.droppedMs(drive) === null ? drive.dropsOut.atByte : null;
  }

  /** When it stopped answering in the middle of a run; null: never yet. */
  private droppedMs(drive: SimulatedDrive): number | null {
    const run = [...this.runs.values()].find(
      (one) => one.drive === drive && !one.cut && this.told(one).state === 'drive-gone',
    );
    return run ? run.startedMs : null;
  }

  private known(id: string): Run {
    const run = this.runs.get(id);
    if (!run)
      throw new Refused(
        404,
        'run-forgotten',
        'The dock does not know this run any more: it was restarted. Start the run again.',
      );
    return run;
  }

  private needBay(bay: string): void {
    if (!(BAYS as readonly string[]).includes(bay))
      throw new Refused(404, 'no-bay', `There is no bay ${bay}; there are ${BAYS.join(' and ')}.`);
  }
}

const isOn = ({ state }: DockRun): boolean => state === 'running' || state === 'paused';

/** Points of the timeline that lie behind, and where it is now. */
const historyOf = ({ points }: Timeline, seconds: number, bytes: number): [number, number][] => [
  ...points
    .filter((point) => point.seconds < seconds)
    .map((point): [number, number] => [Math.round(point.seconds * 10) / 10, point.bytes]),
  [Math.round(Math.min(seconds, sure(points.at(-1)).seconds) * 10) / 10, bytes],
];

/**
 * A clone is read back and compared; a rescue read has nothing to compare with where it left something out.
 */
const comparedOf = (kind: Run['kind']): DockRun['compared'] =>
  kind === 'clone' ? 'whole' : kind === 'rescue' ? 'not' : null;

const goesOn = (kind: Run['kind'], state: DockRun['state']): string =>
  state === 'paused' ? 'Paused by hand.' : `${SAY_RUN[kind]} goes on.`;
