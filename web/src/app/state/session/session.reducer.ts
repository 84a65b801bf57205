import type { SessionReply } from '@petrichor/api';
import {
  createActionGroup,
  createFeatureSelector,
  createReducer,
  createSelector,
  emptyProps,
  on,
  props,
} from '@ngrx/store';

export const SessionActions = createActionGroup({
  source: 'Session',
  events: {
    /** The server said who is signed in. */
    told: props<{ reply: SessionReply }>(),
    signOut: emptyProps(),
    /** Signed out, here or by the server. */
    ended: emptyProps(),
  },
});

export interface SessionState {
  /** Null until the server was asked. */
  readonly reply: SessionReply | null;
}

export const sessionReducer = createReducer<SessionState>(
  { reply: null },
  on(SessionActions.told, (_, { reply }): SessionState => ({ reply })),
  on(SessionActions.ended, (): SessionState => ({ reply: { firstAccountNeeded: false, signedIn: null } })),
);

export const selectSession = createFeatureSelector<SessionState>('session');
export const selectAccount = createSelector(selectSession, ({ reply }) => reply?.signedIn?.account ?? null);
export const selectWorkshopName = createSelector(
  selectSession,
  ({ reply }) => reply?.signedIn?.workshop.name ?? '',
);
