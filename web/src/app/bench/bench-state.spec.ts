import { summarise, type JobSummary } from '@petrichor/core';
import { TestBench } from '../../../../core/src/testing/samples';
import { BenchActions, benchReducer, selectBenchJobs } from '../state/bench/bench.reducer';
import { findJobs } from './find-jobs';

const row = (own: Partial<JobSummary>): JobSummary => ({ ...summarise(new TestBench().job), ...own });
const early = row({ id: 'a', number: 401, promisedAt: '2026-04-14T09:00:00Z', customer: 'Village school' });
const late = row({ id: 'b', number: 402, promisedAt: '2026-04-16T09:00:00Z', serial: 'TF14-9', modelName: 'Orrel Lantern 24' });
const closed = row({ id: 'c', number: 400, closed: true });
const at = '2026-04-14T08:00:00Z';
const told = benchReducer(undefined, BenchActions.told({ jobs: [late, closed, early], at }));

describe('the Bench', () => {
  it('puts the nearest promise first and what is handed over last', () => {
    const { open, closed: over } = selectBenchJobs.projector(told);
    expect(open.map((job) => job.id)).toEqual(['a', 'b']);
    expect(over.map((job) => job.id)).toEqual(['c']);
  });

  it('takes news of a job, but not old news', () => {
    const news = { ...early, seq: early.seq + 1, waitsFor: 'new' };
    const state = benchReducer(told, BenchActions.rowChanged({ summary: news }));
    expect(state.jobs.find((job) => job.id === 'a')!.waitsFor).toBe('new');
    expect(benchReducer(state, BenchActions.rowChanged({ summary: early }))).toBe(state);
    expect(benchReducer(told, BenchActions.rowChanged({ summary: row({ id: 'd' }) })).jobs).toHaveLength(4);
  });

  it('keeps what it has when fetching fails', () => {
    const state = benchReducer(benchReducer(told, BenchActions.wanted()), BenchActions.failed({ sentence: 'No answer.' }));
    expect(state).toMatchObject({ failed: 'No answer.', fetching: false, at });
    expect(state.jobs).toHaveLength(3);
  });

  it.each([
    ['school', ['a']],
    ['402', ['b']],
    ['lantern tf14', ['b']],
    ['', ['a', 'b']],
    ['nobody', []],
  ])('finds "%s"', (typed, ids) => expect(findJobs([early, late], typed).map((job) => job.id)).toEqual(ids));
});
