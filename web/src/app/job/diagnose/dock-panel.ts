import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import type { DockBay, DockRun } from '@petrichor/api';
import { mayNotRun, SAY_RUN, type JobState, type RunKind } from '@petrichor/core/job';
import { sayMarked, sure } from '@petrichor/core/units';
import { Store } from '@ngrx/store';
import { ProgressBar } from 'primeng/progressbar';
import { firstValueFrom } from 'rxjs';
import { Api, faultOf } from '../../state/api';
import { DockActions, selectDock } from '../../state/dock/dock.reducer';
import { JobDesk } from '../../state/jobs/job-desk';
import { StateMark, type MarkName } from '../../ui/state-mark';
import { DockAbsent } from '../dock/dock-absent';
import { PutIn } from '../dock/put-in';
import { keepRuns } from '../dock/run-keeper';

const TESTS: readonly RunKind[] = ['short-test', 'surface-read', 'long-test'];

/** The workshop's drive dock: what is in it, what it is doing for this job, and what it can be asked. */
@Component({
  selector: 'p-dock-panel',
  imports: [ProgressBar, DockAbsent, PutIn, StateMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './dock-panel.html',
  styleUrl: './dock-panel.css',
})
export class DockPanel {
  readonly job = input.required<JobState>();
  /** Text of a self-report, and the bay it came from. */
  readonly reported = output<{ text: string; bay: string }>();
  private readonly store = inject(Store);
  private readonly api = inject(Api);
  private readonly desk = inject(JobDesk);
  protected readonly state = this.store.selectSignal(selectDock);
  protected readonly fault = signal('');
  protected readonly tests = TESTS.map((kind) => ({ kind, say: SAY_RUN[kind] }));
  protected readonly bays = computed(() =>
    (this.state().dock?.bays ?? []).map((bay) => ({
      ...bay,
      words: bay.drive
        ? `${bay.drive.model}, ${sayMarked(bay.drive.capacityBytes)}`
        : bay.silent
          ? 'Draws power, does not answer'
          : 'Empty',
      run: bay.run ? this.shown(bay.run) : null,
      ours: bay.run !== null && this.job().runs.some((one) => one.runId === sure(bay.run).runId),
    })),
  );
  /** Runs of this job that the dock no longer shows in a bay: pulled out, forgotten, or long done. */
  protected readonly earlier = computed(() => {
    const inBays = new Set(this.bays().map((bay) => bay.run?.runId));
    return this.job()
      .runs.filter((run) => run.ended !== null && !inBays.has(run.runId))
      .slice(-4);
  });
  constructor() {
    keepRuns(this.job);
  }

  protected async read(bay: string): Promise<void> {
    await this.attempt(async () => {
      const { text } = await firstValueFrom(this.api.selfReport({ params: { bay } }));
      this.reported.emit({ text, bay });
    });
  }

  protected async start(bay: DockBay, kind: RunKind): Promise<void> {
    const no = mayNotRun(this.job(), kind);
    if (no) return this.fault.set(no);
    await this.attempt(async () => {
      const run = await firstValueFrom(
        this.api.startRun({ params: { bay: bay.bay }, body: { kind, targetBay: null } }),
      );
      this.store.dispatch(DockActions.runTold({ run }));
      const drive = bay.drive ? `${bay.drive.model} ${bay.drive.serial}` : '';
      const refusal = this.desk.give(this.job(), {
        type: 'start-run',
        runId: run.runId,
        bay: bay.bay,
        kind,
        drive,
      });
      if (refusal) this.fault.set(refusal.sentence);
    });
  }

  protected async stop(runId: string): Promise<void> {
    await this.attempt(async () =>
      this.store.dispatch(
        DockActions.runTold({ run: await firstValueFrom(this.api.stopRun({ params: { runId } })) }),
      ),
    );
  }

  private async attempt(work: () => Promise<void>): Promise<void> {
    this.fault.set('');
    try {
      await work();
    } catch (error) {
      this.fault.set(faultOf(error).sentence);
    }
  }

  private shown(run: DockRun) {
    const mark: MarkName =
      run.state === 'running'
        ? 'own'
        : run.state === 'paused'
          ? 'needs'
          : run.state === 'done'
            ? 'settled'
            : 'stop';
    const percent = run.totalBytes > 0 ? (run.doneBytes / run.totalBytes) * 100 : 0;
    const rate =
      run.rateBytesPerSecond === null ? '' : ` at ${Math.round(run.rateBytesPerSecond / 1e6)} MB/s`;
    const left = run.secondsLeft
      ? `, ${saySeconds(run.secondsLeft[0])} to ${saySeconds(run.secondsLeft[1])} left`
      : '';
    return {
      ...run,
      title: SAY_RUN[run.kind],
      percent,
      words:
        run.state === 'running'
          ? `${sayMarked(run.doneBytes)} of ${sayMarked(run.totalBytes)}${rate}${left}`
          : run.sentence,
      bad: run.badAreas.map((area) => ({
        x: (area.startByte / Math.max(1, run.totalBytes)) * 100,
        kind: area.kind,
      })),
      badWords:
        run.badAreas.length === 0
          ? ''
          : `${run.badAreas.length} bad ${run.badAreas.length === 1 ? 'place' : 'places'} so far`,
      mark,
    };
  }
}

const saySeconds = (seconds: number): string =>
  seconds < 90 ? `${Math.round(seconds)} s` : `${Math.round(seconds / 60)} min`;
