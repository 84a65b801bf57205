import { createActionGroup, createFeatureSelector, createReducer, emptyProps, on, props } from '@ngrx/store';

export const ConnectionActions = createActionGroup({
  source: 'Connection',
  events: {
    lost: props<{ at: string }>(),
    back: emptyProps(),
    /** The browser refuses to keep what is given here. */
    keepsNothing: emptyProps(),
    /** The server is of another build than this page. */
    newerRuns: emptyProps(),
    /** It wrote something that this page does not know. */
    unreadableCame: emptyProps(),
  },
});

/**
 * `runs`: another build answers, and everything still reads. `unreadable`: this page cannot follow any more.
 */
export type Newer = 'no' | 'runs' | 'unreadable';

export interface ConnectionState {
  /** Since when nobody answers; null while the server does. */
  readonly lostSince: string | null;
  /** False: what is not sent is on this page alone. */
  readonly keeps: boolean;
  readonly newer: Newer;
}

export const connectionReducer = createReducer<ConnectionState>(
  { lostSince: null, keeps: true, newer: 'no' },
  on(ConnectionActions.lost, (state, { at }): ConnectionState => ({
    ...state,
    lostSince: state.lostSince ?? at,
  })),
  on(ConnectionActions.back, (state): ConnectionState =>
    state.lostSince === null ? state : { ...state, lostSince: null },
  ),
  on(ConnectionActions.keepsNothing, (state): ConnectionState =>
    state.keeps ? { ...state, keeps: false } : state,
  ),
  on(ConnectionActions.newerRuns, (state): ConnectionState =>
    state.newer === 'no' ? { ...state, newer: 'runs' } : state,
  ),
  on(ConnectionActions.unreadableCame, (state): ConnectionState => ({ ...state, newer: 'unreadable' })),
);

export const selectConnection = createFeatureSelector<ConnectionState>('connection');
