import { createFeatureSelector, createSelector } from '@ngrx/store';
import type { JobsState } from './jobs.reducer';

export const selectJobs = createFeatureSelector<JobsState>('jobs');
export const selectOpenJob = (jobId: string) => createSelector(selectJobs, ({ byId }) => byId[jobId] ?? null);
export const selectPendingCount = createSelector(selectJobs, ({ byId }) =>
  Object.values(byId).reduce((sum, job) => sum + job.pending.length, 0),
);
