import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { GUIDE_WARNINGS } from '../teardown/words/en/guide-warnings.js';
import { jobAt } from '../testing/walks.js';
import { decide } from './decide.js';
import { missing } from './gates/index.js';
import { DOCUMENTS } from './words/en/documents.js';
import { GATES } from './words/en/gates.js';
import { REFUSALS } from './words/en/refusals.js';

const here = import.meta.dirname;
const sources = (folder: string): string =>
  readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter((name) => name.endsWith('.ts') && !name.endsWith('.spec.ts') && !name.includes('words'))
    .map((name) => readFileSync(path.join(folder, name), 'utf8'))
    .join('\n');
const JOB = sources(here);
const read = (file: string): string => readFileSync(path.join(here, file), 'utf8');
const TEARDOWN = sources(path.join(here, '../teardown'));

describe.each([
  ['refusals', REFUSALS, JOB],
  ['gates', GATES, JOB],
  ['documents', DOCUMENTS, JOB + read('../../../web/src/app/job/job-documents.ts')],
  ['warnings of a guide', GUIDE_WARNINGS, TEARDOWN],
])('the words of %s', (_, phrases: Readonly<Record<string, (facts: never) => string>>, source) => {
  const said = Object.entries(phrases);

  it('are all said somewhere', () => {
    // Legs are told apart by their name: `steps-${leg}`.
    expect(
      said
        .map(([code]) => code)
        .filter((code) => !source.includes(`'${code}'`) && !code.startsWith('steps-')),
    ).toEqual([]);
  });

  it('are sentences, where they need no facts', () => {
    const plain = said
      .filter(([, phrase]) => phrase.length === 0)
      .map(([, phrase]) => (phrase as () => string)());
    expect(plain.filter((sentence) => !/^[A-Z].*[.!?]$/.test(sentence))).toEqual([]);
  });

  it('stand in the order of their codes, so that one finds them', () => {
    expect(said.map(([code]) => code)).toEqual(said.map(([code]) => code).sort());
  });
});

it('a refusal says why as a code with its facts, beside the words', () => {
  const { job, knowledge } = jobAt('match');
  const context = {
    at: '2026-04-14T08:00:00Z',
    by: { id: 'ines', name: 'Ines' },
    roles: ['technician' as const],
    knowledge,
  };
  expect(decide(job, { type: 'advance', from: 'diagnose' }, context)).toEqual({
    ok: false,
    refusal: { code: 'moved-on', facts: { phase: 'match' }, sentence: "The job is at 'Match' already." },
  });
});

it('a waiver keeps what its sentence was said from, and the sentence as it was said then', () => {
  const bench = jobAt('hand-over').must({ type: 'pay', amountMinor: 100, how: 'cash' });
  const balance = missing(bench.job).find((one) => one.code.startsWith('balance:'))!;
  expect(balance.facts).toEqual({ owedMinor: expect.any(Number), totalMinor: expect.any(Number) });
  bench.must({ type: 'waive', code: balance.code, reason: 'pays next week' });
  expect(bench.job.waivers.at(-1)).toMatchObject({
    code: balance.code,
    facts: balance.facts,
    what: balance.sentence,
  });
});
