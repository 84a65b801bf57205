import type { Dock, DockRun, SimulatedDrives } from '@petrichor/api';
import { createActionGroup, createFeatureSelector, createReducer, emptyProps, on, props } from '@ngrx/store';

export const DockActions = createActionGroup({
  source: 'Dock',
  events: {
    /** Somebody looks at it: it is asked every little while, until nobody does. */
    watched: emptyProps(),
    unwatched: emptyProps(),
    told: props<{ dock: Dock | null }>(),
    /** It did not answer. What was known stays on the screen. */
    lost: props<{ sentence: string; at: string }>(),
    runTold: props<{ run: DockRun }>(),
    /** A run that the dock has forgotten. */
    runForgotten: props<{ runId: string; sentence: string }>(),
    simulatedTold: props<{ drives: SimulatedDrives['drives'] }>(),
    putIn: props<{ bay: string; driveId: string | null }>(),
    refused: props<{ sentence: string }>(),
  },
});

export interface DockState {
  /** As last told; null before, and where there is none. */
  readonly dock: Dock | null;
  readonly asked: boolean;
  readonly lostSince: string | null;
  /** Runs by id, as last told: also of drives that are no longer in. */
  readonly runs: Readonly<Record<string, DockRun>>;
  readonly forgotten: Readonly<Record<string, string>>;
  readonly simulated: SimulatedDrives['drives'];
  readonly refusal: string;
}

export const dockReducer = createReducer<DockState>(
  { dock: null, asked: false, lostSince: null, runs: {}, forgotten: {}, simulated: [], refusal: '' },
  on(DockActions.told, (state, { dock }): DockState => {
    const told = (dock?.bays ?? []).flatMap((bay) => (bay.run ? [[bay.run.runId, bay.run] as const] : []));
    return {
      ...state,
      dock,
      asked: true,
      lostSince: null,
      runs: { ...state.runs, ...Object.fromEntries(told) },
    };
  }),
  on(DockActions.lost, (state, { at }): DockState => ({
    ...state,
    asked: true,
    lostSince: state.lostSince ?? at,
  })),
  on(DockActions.runTold, (state, { run }): DockState => ({
    ...state,
    runs: { ...state.runs, [run.runId]: run },
    refusal: '',
  })),
  on(DockActions.runForgotten, (state, { runId, sentence }): DockState => ({
    ...state,
    forgotten: { ...state.forgotten, [runId]: sentence },
  })),
  on(DockActions.simulatedTold, (state, { drives }): DockState => ({ ...state, simulated: drives })),
  on(DockActions.putIn, (state): DockState => ({ ...state, refusal: '' })),
  on(DockActions.refused, (state, { sentence }): DockState => ({ ...state, refusal: sentence })),
);

export const selectDock = createFeatureSelector<DockState>('dock');
