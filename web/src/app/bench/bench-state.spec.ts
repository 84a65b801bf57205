import { summarise, type JobSummary } from '@petrichor/core/job';
import { TestJob } from '../../../../core/src/testing/samples';
import { BenchActions, benchReducer, selectBenchJobs } from '../state/bench/bench.reducer';
import { findJobs } from './find-jobs';
import { keptDrive } from './kept-drive';

const row = (own: Partial<JobSummary>): JobSummary => ({ ...summarise(new TestJob().job), ...own });
const early = row({ id: 'a', number: 401, promisedAt: '2026-04-14T09:00:00Z', customer: 'Village school' });
const late = row({
  id: 'b',
  number: 402,
  promisedAt: '2026-04-16T09:00:00Z',
  serial: 'TF14-9',
  modelName: 'Orrel Lantern 24',
});
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
    const state = benchReducer(
      benchReducer(told, BenchActions.wanted()),
      BenchActions.failed({ sentence: 'No answer.' }),
    );
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

describe('an old drive that is still here', () => {
  const now = new Date('2026-12-24T09:00').getTime();
  const here = (until: string | null) => ({ oldDriveHere: { until, say: 'Kept here: drive SR6-1' } });

  it.each([
    ['2026-12-25', false],
    ['2026-12-24', true],
    ['2026-11-01', true],
    [null, true],
  ])('until %s: its day has come %s', (until, due) =>
    expect(keptDrive(here(until), now)).toMatchObject({ due }),
  );

  it('says until when, and nothing where none is here or the row is of before', () => {
    expect(keptDrive(here('2026-12-25'), now)!.say).toBe('Kept here: drive SR6-1, until 25 Dec 2026');
    expect(keptDrive({ oldDriveHere: null }, now)).toBeNull();
    expect(keptDrive({} as never, now)).toBeNull();
  });
});
