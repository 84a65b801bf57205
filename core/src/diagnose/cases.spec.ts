import { readFileSync } from 'node:fs';
import { products } from './sets.js';
import { shippedDiagnosis } from './shipped/index.js';
import { evidenceOf, type Answer } from './evidence.js';
import { DiagnosisKnowledgeSchema } from './knowledge.js';
import { weigh } from './weigh.js';

const { cases } = JSON.parse(
  readFileSync(new URL('./testing/thirty-cases.json', import.meta.url), 'utf8'),
) as {
  cases: { name: string; leading: string; y: string[]; n: string[] }[];
};
const knowledge = shippedDiagnosis('before');

describe.each(['before', 'after'] as const)('the shipped edition for %s the swap', (about) => {
  const edition = shippedDiagnosis(about);
  it('is what its schema asks for', () =>
    expect(DiagnosisKnowledgeSchema.safeParse(edition).error?.issues ?? []).toEqual([]));
  it('gives every number its reason and its source', () => {
    for (const one of edition.observations)
      for (const link of [...one.links])
        expect([one.id, link.cause, link.why.endsWith('.')]).toEqual([one.id, link.cause, true]);
    for (const one of edition.causes) expect(one.why).toMatch(/\.$/);
  });
  it('has a test for every sign that can be looked for', () => {
    const answered = new Set(edition.tests.flatMap((one) => one.answers));
    // What the customer tells by itself, or what a finer look replaces.
    const asked = edition.observations
      .filter((one) => one.sense !== 'told' && one.sense !== 'fact')
      .map((one) => one.id);
    const orphans = asked.filter(
      (id) => !answered.has(id) && !edition.observations.some((one) => one.refines === id),
    );
    expect(orphans).toEqual(about === 'before' ? ['smells', 'offline-uncorrectable'] : ['black-screen']);
  });
});

describe('thirty invented cases, written before any number was set', () => {
  it('are thirty', () => expect(cases).toHaveLength(30));

  it.each(cases.map((one) => [one.name, one] as const))('%s', (_, { leading, y, n }) => {
    const answers: Answer[] = [
      ...y.map((observation) => ({ observation, seen: true })),
      ...n.map((observation) => ({ observation, seen: false })),
    ];
    const known = new Set(knowledge.observations.map((one) => one.id));
    expect(answers.filter((one) => !known.has(one.observation))).toEqual([]);
    const [first, second] = weigh(knowledge, answers).ranked;
    expect([first!.cause.id, first!.now > second!.now]).toEqual([leading, true]);
  });
});

describe('beside published figures', () => {
  // Pinheiro, Weber, Barroso, Failure Trends in a Large Disk Drive Population, FAST 2007 (from memory).
  const COUNTERS = { 'scan-errors': 39, 'offline-uncorrectable': 21, pending: 16, reallocated: 14 };
  const failing = 1 << knowledge.causes.findIndex((one) => one.id === 'mechanical-failing');
  const chanceGiven = (id: string, set: number) => {
    const { misses, missesBare } = evidenceOf(
      knowledge,
      knowledge.observations.find((one) => one.id === id)!,
      true,
    );
    return 1 - products(misses, missesBare)[set]!;
  };

  it.each(Object.entries(COUNTERS))(
    '%s makes failing about %d times likelier: right direction, within a factor of two',
    (id, ratio) => {
      const ours = chanceGiven(id, failing) / chanceGiven(id, 0);
      expect(ours).toBeGreaterThan(ratio / 2);
      expect(ours).toBeLessThan(ratio * 2);
    },
  );

  it('ranks the four counters as the study does', () => {
    const order = Object.keys(COUNTERS).map((id) => chanceGiven(id, failing) / chanceGiven(id, 0));
    expect([...order].sort((a, b) => b - a)).toEqual(order);
  });

  it('lets 56 % of failing drives show none of the four', () => {
    const none = Object.keys(COUNTERS).reduce((chance, id) => chance * (1 - chanceGiven(id, failing)), 1);
    expect(none).toBeGreaterThan(0.5);
    expect(none).toBeLessThan(0.62);
  });

  it('so a clean report, or a pass, clears no drive', () => {
    const suspect = ['rotating', 'freezes-then-resumes', 'busy-while-idle'].map((observation) => ({
      observation,
      seen: true,
    }));
    const clean = [...Object.keys(COUNTERS), 'report-failed'].map((observation) => ({
      observation,
      seen: false,
    }));
    const chance = (answers: Answer[]) =>
      weigh(knowledge, answers).ranked.find((one) => one.cause.id === 'mechanical-failing')!.now;
    expect(chance([...suspect, ...clean])).toBeGreaterThan(chance(suspect) * 0.6);
  });
});
