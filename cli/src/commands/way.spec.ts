import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { OpeningAnswerSchema, type OpeningAnswer } from '@petrichor/core/opening';
import { Fault } from '../fault.js';
import { way } from './way.js';

const folder = mkdtempSync(join(tmpdir(), 'petrichor-'));
function file(name: string, content: unknown): string {
  const path = join(folder, name);
  writeFileSync(path, typeof content === 'string' ? content : JSON.stringify(content));
  return path;
}
function run(...args: string[]): unknown {
  const log = console.log;
  const lines: string[] = [];
  console.log = (line: string) => void lines.push(line);
  try {
    way(args);
  } finally {
    console.log = log;
  }
  return JSON.parse(lines.join('\n'));
}
const asked = {
  format: 'opening',
  model: 'tarnwell-fen-15-s',
  variant: null,
  found: { 'm2-b': 'empty', 'mem-a': { holds: { label: 'Orrin 8' } } },
  changes: [
    { id: 'c1', kind: 'add-drive', place: 'm2-b', drive: 'pellow-p3-1tb' },
    { id: 'c2', kind: 'memory', place: 'mem-a', part: 'memory-ddr4-16' },
  ],
  policy: { unplugBattery: 'always', drainSeconds: 15, tryBeforeClosing: true },
};
afterEach(() => (process.exitCode = 0));

it('./petrichor way answers with an opening in the published shape, and its checker says that it holds', () => {
  const answer = run(file('case.json', asked)) as OpeningAnswer;
  expect(OpeningAnswerSchema.parse(answer)).toEqual(answer);
  expect(answer.leftOver).toMatchObject([{ thing: 'Orrin 8', change: 'c2' }]);
  expect(run(file('case.json', asked), '--check', file('answer.json', answer))).toEqual({
    holds: true,
    broken: [],
  });
});

it('--check names the rules that somebody’s answer breaks, and ends with 1', () => {
  const answer = run(file('case.json', asked)) as OpeningAnswer;
  const steps = answer.steps.filter((one) => one.operation !== 'cover-off' || one.takes.length > 0);
  const told = run(file('case.json', asked), '--check', file('bad.json', { ...answer, steps }));
  expect(told).toMatchObject({
    holds: false,
    broken: expect.arrayContaining([expect.objectContaining({ rule: 3 })]),
  });
  expect(process.exitCode).toBe(1);
});

it.each([
  ['a model that nobody knows', { ...asked, model: 'ghost' }, /'ghost'/],
  ['a place that is not there', { ...asked, changes: [{ ...asked.changes[0], place: 'attic' }] }, /'attic'/],
  ['a kind of change that is none', { ...asked, changes: [{ ...asked.changes[0], kind: 'polish' }] }, /kind/],
  ['no change at all', { ...asked, changes: [] }, /at least one change/],
  ['no JSON', '{', /JSON/],
])('%s is a sentence that names it, and ends with 2', (_, content, words) => {
  const fault = (() => {
    try {
      return run(file('case.json', content));
    } catch (error) {
      return error;
    }
  })();
  expect(fault).toBeInstanceOf(Fault);
  expect(fault).toMatchObject({ message: expect.stringMatching(words) });
  expect((fault as Fault).exitCode).toBe(2);
});
