import fc from 'fast-check';
import {
  countCase,
  learn,
  learnFrom,
  linkKey,
  noCases,
  readCounts,
  withLearned,
  writeCounts,
  type CountsDocument,
  type PastCase,
} from './learn.js';
import { comparePastJobs } from './past-jobs.js';
import { shippedDiagnosis } from './shipped/index.js';
import { weigh } from './weigh.js';

const edition = shippedDiagnosis('before');
let number = 400;
const past = (causes: string[], y: string[], n: string[] = []): PastCase => ({
  jobId: `job-${++number}`,
  number,
  modelId: 'fen',
  closedAt: '2026-04-14T10:00:00Z',
  answers: [
    ...y.map((observation) => ({ observation, seen: true })),
    ...n.map((observation) => ({ observation, seen: false })),
  ],
  causes,
});
const times = (count: number, one: () => PastCase) => Array.from({ length: count }, one);

describe('learning from finished jobs', () => {
  it('leaves everything as it is while there are none', () => {
    const learned = learn(edition, []);
    expect(learned.jobs).toBe(0);
    expect(withLearned(learned)).toEqual(edition);
  });

  it('joins opinion and counts as Bayes’ rule for a proportion does', () => {
    // 30 cables, the plug askew in 27 of them: (0.65 x 20 + 27) / (20 + 30).
    const learned = learn(edition, [
      ...times(27, () => past(['connection'], ['plug-askew'])),
      ...times(3, () => past(['connection'], [], ['plug-askew'])),
    ]);
    expect(learned.links[linkKey('plug-askew', 'connection')]).toEqual({
      value: 0.8,
      opinion: 0.65,
      jobs: 30,
      so: 27,
      heldByFloor: false,
    });
    expect(learned.causes['connection']).toMatchObject({ jobs: 30, so: 30, value: (0.06 * 20 + 30) / 50 });
    expect(learned.causes['memory-short']!.value).toBeCloseTo((0.1 * 20) / 50, 10);
  });

  it('counts a sign only where somebody looked, and only where one cause can have made it', () => {
    const learned = learn(edition, [
      past(['connection'], ['link-errors']),
      past(['connection', 'drive-full'], ['plug-askew', 'nearly-full']),
    ]);
    expect(learned.links[linkKey('plug-askew', 'connection')]).toMatchObject({ jobs: 0 });
    expect(learned.links[linkKey('link-errors', 'connection')]).toMatchObject({ jobs: 1, so: 1 });
  });

  it('learns nothing from jobs where nobody could tell', () =>
    expect(
      learn(
        edition,
        times(9, () => past([], ['clicks'])),
      ).jobs,
    ).toBe(0));

  it('never goes below a lead’s floor, and says that the floor holds', () => {
    const floored = {
      ...edition,
      observations: edition.observations.map((one) =>
        one.id === 'clicks' ? { ...one, links: one.links.map((link) => ({ ...link, floor: 0.2 })) } : one,
      ),
      causes: edition.causes.map((one) => (one.id === 'overheating' ? { ...one, floor: 0.05 } : one)),
    };
    const learned = learn(
      floored,
      times(200, () => past(['mechanical-failing'], ['freezes-then-resumes'], ['clicks'])),
    );
    expect(learned.links[linkKey('clicks', 'mechanical-failing')]).toMatchObject({
      value: 0.2,
      jobs: 200,
      so: 0,
      heldByFloor: true,
    });
    expect(learned.causes['overheating']).toMatchObject({ value: 0.05, heldByFloor: true });
  });

  it('sharpens the verdict: what this workshop sees often weighs more', () => {
    const answers = [{ observation: 'freezes-then-resumes', seen: true }];
    const learned = learn(
      edition,
      times(40, () => past(['connection'], ['freezes-then-resumes'])),
    );
    const chance = (knowledge: typeof edition) =>
      weigh(knowledge, answers).ranked.find((one) => one.cause.id === 'connection')!.now;
    expect(chance(withLearned(learned))).toBeGreaterThan(2 * chance(edition));
  });
});

describe('what an edit would have changed', () => {
  it('weighs every confirmed job by both editions, those that moved first', () => {
    const cases = [
      past(['connection'], ['plug-askew']),
      past(['drive-full'], ['nearly-full']),
      past([], ['clicks']),
    ];
    const edited = {
      ...edition,
      causes: edition.causes.map((one) => (one.id === 'connection' ? { ...one, prior: 0.0005 } : one)),
    };
    const told = comparePastJobs(edition, edited, cases);
    expect(told).toMatchObject({ jobs: 2, rightBefore: 2, rightAfter: 1 });
    expect(told.changes[0]).toMatchObject({
      leadingBefore: { id: 'connection' },
      rightBefore: true,
      rightAfter: false,
    });
    expect(told.changes[1]!.leadingAfter.id).toBe('drive-full');
  });
});

it('counts come to the same whatever order the jobs come in, also those that were taught otherwise at first', () => {
  const causes = edition.causes.slice(0, 4).map((one) => one.id);
  const signs = edition.observations.slice(0, 5).map((one) => one.id);
  const job = fc.record({
    causes: fc.uniqueArray(fc.constantFrom(...causes), { maxLength: 2 }),
    answers: fc.array(fc.record({ observation: fc.constantFrom(...signs), seen: fc.boolean() }), {
      maxLength: 6,
    }),
  });
  fc.assert(
    fc.property(fc.array(job, { maxLength: 20 }), fc.array(job, { maxLength: 5 }), (jobs, mistaken) => {
      const all = jobs.map((one): PastCase => ({ ...past([], []), ...one }));
      const counts = noCases();
      for (const one of mistaken) countCase(counts, one);
      for (const one of [...all].reverse()) countCase(counts, one);
      for (const one of mistaken) countCase(counts, one, -1);
      expect(learnFrom(edition, counts)).toEqual(learn(edition, all));
      const overTheLine = JSON.parse(JSON.stringify(writeCounts(counts))) as CountsDocument;
      expect(readCounts(overTheLine)).toEqual(counts);
    }),
  );
});
