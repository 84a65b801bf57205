import { summarise } from '@petrichor/core/job';
import { jobAt } from '../../../../../core/src/testing/walks';
import { isNewer, newsIn } from './stream';

const bench = jobAt('diagnose');
const event = {
  type: 'noted',
  text: 'seen',
  stepId: null,
  kind: 'note',
  photos: [],
  measured: null,
  about: null,
};
const recorded = {
  seq: bench.job.seq + 1,
  at: bench.at,
  by: { id: 'ines', name: 'Ines' },
  commandId: 'c',
  event,
};
const summary = summarise(bench.job);
const typesOf = (told: object): string[] => newsIn(JSON.stringify(told)).map((action) => action.type);

describe('news of a job', () => {
  it('change its row on the Bench and the job itself', () => {
    expect(newsIn(JSON.stringify({ jobId: bench.job.id, events: [recorded], summary }))).toEqual([
      { type: '[Bench] rowChanged', summary },
      { type: '[Jobs] eventsCame', jobId: bench.job.id, events: [recorded] },
    ]);
  });

  it('of another version are never taken half: the page says that a newer one runs, and the job stops before what it cannot read', () => {
    const unknown = { ...recorded, event: { type: 'weighed-on-the-moon', grams: 7 } };
    expect(typesOf({ jobId: bench.job.id, events: [unknown], summary })).toEqual([
      '[Connection] newerRuns',
      '[Jobs] eventsCame',
    ]);
    expect(
      typesOf({ jobId: bench.job.id, events: [recorded], summary: { ...summary, phase: 'sing' } }),
    ).toEqual(['[Connection] newerRuns', '[Jobs] eventsCame']);
    expect(typesOf({ job: 'told otherwise' })).toEqual(['[Connection] newerRuns']);
  });
});

it('a page is older where both say which build they are, and differ', () => {
  expect([isNewer('b', 'a'), isNewer('a', 'a'), isNewer(null, 'a'), isNewer('b', null)]).toEqual([
    true,
    false,
    false,
    false,
  ]);
});
