import type { JobSummary } from '@petrichor/core/job';
import {
  createActionGroup,
  createFeatureSelector,
  createReducer,
  createSelector,
  emptyProps,
  on,
  props,
} from '@ngrx/store';

export const BenchActions = createActionGroup({
  source: 'Bench',
  events: {
    wanted: emptyProps(),
    told: props<{ jobs: JobSummary[]; at: string }>(),
    failed: props<{ sentence: string }>(),
    /** News of one job, from the stream or from what was done here. */
    rowChanged: props<{ summary: JobSummary }>(),
  },
});

export interface BenchState {
  readonly jobs: JobSummary[];
  /** When the list was fetched; null before the first time. */
  readonly at: string | null;
  readonly fetching: boolean;
  readonly failed: string | null;
}

export const benchReducer = createReducer<BenchState>(
  { jobs: [], at: null, fetching: false, failed: null },
  on(BenchActions.wanted, (state): BenchState => ({ ...state, fetching: true })),
  on(BenchActions.told, (_, { jobs, at }): BenchState => ({ jobs, at, fetching: false, failed: null })),
  on(BenchActions.failed, (state, { sentence }): BenchState => ({
    ...state,
    fetching: false,
    failed: sentence,
  })),
  on(BenchActions.rowChanged, (state, { summary }): BenchState => {
    const before = state.jobs.find((job) => job.id === summary.id);
    if (before && before.seq >= summary.seq) return state;
    return { ...state, jobs: [...state.jobs.filter((job) => job.id !== summary.id), summary] };
  }),
);

export const selectBench = createFeatureSelector<BenchState>('bench');

/**
 * By the signs of a moment, which are in its order; a language's order of words costs a hundred times as
 * much.
 */
const before = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0);

/** Open jobs, the nearest promise first; then those handed over, the last first. */
export const selectBenchJobs = createSelector(selectBench, ({ jobs }) => {
  const byPromise = (a: JobSummary, b: JobSummary) =>
    before(a.promisedAt, b.promisedAt) || a.number - b.number;
  const open = jobs.filter((job) => !job.closed).sort(byPromise);
  const closed = jobs.filter((job) => job.closed).sort((a, b) => before(b.lastTouched.at, a.lastTouched.at));
  return { open, closed };
});
