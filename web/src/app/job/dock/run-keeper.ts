import { DestroyRef, effect, inject, untracked, type Signal } from '@angular/core';
import type { DockRun } from '@petrichor/api';
import type { JobState } from '@petrichor/core/job';
import { Store } from '@ngrx/store';
import { firstValueFrom } from 'rxjs';
import { Api, faultOf } from '../../state/api';
import { DockActions, selectDock } from '../../state/dock/dock.reducer';
import { JobDesk } from '../../state/jobs/job-desk';

/** A run is noted in the job every so many parts of its way. */
const NOTES = 20;

/**
 * Watches the dock for a job and writes into the job how far its runs come and how they end, whichever screen
 * sees it first; one id for each, so that two screens keep it once. Call it in a constructor.
 */
export function keepRuns(job: Signal<JobState>): void {
  const store = inject(Store);
  const api = inject(Api);
  const desk = inject(JobDesk);
  const state = store.selectSignal(selectDock);
  store.dispatch(DockActions.watched());
  inject(DestroyRef).onDestroy(() => store.dispatch(DockActions.unwatched()));

  effect(() => {
    const open = job().runs.filter((run) => run.ended === null);
    const { runs, forgotten, dock, lostSince } = state();
    untracked(() => {
      for (const { runId } of open) {
        const told = runs[runId];
        const sentence = forgotten[runId];
        if (told) noteHowFar(told);
        if (told && told.state !== 'running' && told.state !== 'paused') keepEnd(told, told.state);
        else if (sentence !== undefined) keepForgotten(runId, sentence);
        // It is not in a bay any more, and nobody has said how it ended: ask for it by name.
        else if (dock && lostSince === null && !dock.bays.some((bay) => bay.run?.runId === runId))
          void askFor(runId);
      }
    });
  });

  function noteHowFar({ runId, kind, doneBytes, totalBytes, badAreas, state: is }: DockRun): void {
    if (kind !== 'clone' && kind !== 'rescue') return;
    const known = desk.now(job()).runs.find((run) => run.runId === runId);
    const part = Math.floor((doneBytes / Math.max(1, totalBytes)) * NOTES);
    const before = known?.reached
      ? Math.floor((known.reached.doneBytes / Math.max(1, known.reached.totalBytes)) * NOTES)
      : 0;
    const ended = is !== 'running' && is !== 'paused' && (known?.reached?.doneBytes ?? -1) < doneBytes;
    if (!known || known.ended || (part <= before && !ended)) return;
    const badPlaces = badAreas.filter((area) => area.kind === 'unreadable').length;
    desk.give(
      job(),
      { type: 'note-run', runId, doneBytes, totalBytes, badPlaces },
      idOf(runId, ended ? NOTES + 1 : part),
    );
  }

  function keepEnd(
    { runId, kind, sentence, badAreas, selfTest, compared }: DockRun,
    how: 'done' | 'failed' | 'stopped' | 'drive-gone',
  ): void {
    const badPlaces = kind === 'surface-read' ? badAreas.length : null;
    desk.give(job(), { type: 'end-run', runId, state: how, sentence, badPlaces, selfTest, compared }, runId);
  }

  function keepForgotten(runId: string, sentence: string): void {
    desk.give(
      job(),
      { type: 'end-run', runId, state: 'forgotten', sentence, badPlaces: null, selfTest: null },
      runId,
    );
  }

  async function askFor(runId: string): Promise<void> {
    try {
      store.dispatch(DockActions.runTold({ run: await firstValueFrom(api.run({ params: { runId } })) }));
    } catch (error) {
      const fault = faultOf(error);
      if (fault.code === 'run-forgotten')
        store.dispatch(DockActions.runForgotten({ runId, sentence: fault.sentence }));
    }
  }
}

/**
 * An id that every screen makes the same for one note of a run, and that is never the run's own: its first
 * byte moved on.
 */
export function idOf(runId: string, note: number): string {
  const first = (Number.parseInt(runId.slice(0, 2), 16) + note + 1) % 256;
  return first.toString(16).padStart(2, '0') + runId.slice(2);
}
