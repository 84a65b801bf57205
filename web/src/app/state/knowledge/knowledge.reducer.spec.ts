import type { KnowledgeWhole } from '@petrichor/api';
import { learn, shippedDiagnosis } from '@petrichor/core/diagnose';
import { USUAL_PRICING } from '@petrichor/core/quote';
import { USUAL_POLICY } from '@petrichor/core/teardown';
import { m2Drive, model } from '../../../../../core/src/testing/samples';
import { KnowledgeActions, knowledgeReducer } from './knowledge.reducer';

const diagnosis = {
  before: learn(shippedDiagnosis('before'), []),
  after: learn(shippedDiagnosis('after'), []),
};
const drives = ['a', 'c', 'e'].map((id) => ({ ...m2Drive(), id }));
const whole: KnowledgeWhole = {
  version: 'one',
  since: null,
  models: [model()],
  drives,
  parts: [],
  policy: USUAL_POLICY,
  pricing: USUAL_PRICING,
  companionCases: [],
  diagnosis,
};
const told = (
  state: ReturnType<typeof knowledgeReducer>,
  reply: Parameters<typeof KnowledgeActions.told>[0]['reply'],
) => knowledgeReducer(state, KnowledgeActions.told({ reply }));
const start = () => told(knowledgeReducer(undefined, { type: 'begin' }), whole);

it('takes changes in their places, and leaves alone what is as it was', () => {
  const before = start();
  const after = told(before, {
    version: 'two',
    since: 'one',
    drives: [{ ...drives[1]!, inStock: 77 }],
    parts: [],
  });
  expect(after.drives.map(({ id, inStock }) => [id, inStock === 77])).toEqual([
    ['a', false],
    ['c', true],
    ['e', false],
  ]);
  expect([after.drives[0], after.models, after.diagnosis, after.parts]).toEqual([
    before.drives[0],
    before.models,
    before.diagnosis,
    before.parts,
  ]);
  expect(after.models).toBe(before.models);
  expect(after.parts).toBe(before.parts);
  const priced = told(after, {
    version: 'three',
    since: 'two',
    drives: [],
    parts: [],
    pricing: { ...USUAL_PRICING, hourMinor: 1 },
  });
  expect([priced.version, priced.pricing.hourMinor]).toEqual(['three', 1]);
  expect(priced.drives).toBe(after.drives);
});

it('sorts in what is new, and takes no changes of a version that it is not', () => {
  const added = told(start(), {
    version: 'two',
    since: 'one',
    drives: [{ ...m2Drive(), id: 'b' }],
    parts: [],
  });
  expect(added.drives.map(({ id }) => id)).toEqual(['a', 'b', 'c', 'e']);
  const late = told(added, { version: 'late', since: 'one', drives: [], parts: [] });
  expect(late).toBe(added);
  expect(told(added, { ...whole, version: 'new' }).drives).toHaveLength(3);
});
