import { createActionGroup, createFeatureSelector, createReducer, emptyProps, on, props } from '@ngrx/store';

export const ConnectionActions = createActionGroup({
  source: 'Connection',
  events: { lost: props<{ at: string }>(), back: emptyProps() },
});

export interface ConnectionState {
  /** Since when nobody answers; null while the server does. */
  readonly lostSince: string | null;
}

export const connectionReducer = createReducer<ConnectionState>(
  { lostSince: null },
  on(ConnectionActions.lost, (state, { at }): ConnectionState => ({ lostSince: state.lostSince ?? at })),
  on(ConnectionActions.back, (state): ConnectionState => (state.lostSince === null ? state : { lostSince: null })),
);

export const selectConnection = createFeatureSelector<ConnectionState>('connection');
