import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Fault } from '../fault.js';
import { plan } from './plan.js';

const folder = mkdtempSync(join(tmpdir(), 'petrichor-'));
const op = (id: string, after: string[][] = [], own: object = {}) => ({
  id,
  side: 'base-up',
  tool: 'PH0',
  minutes: 1,
  after,
  ...own,
});
const guide = (operations: object[], reach: string[]) => ({
  start: { side: 'base-up', tool: null },
  costs: { turnMinutes: 0.5, toolChangeMinutes: 0.25 },
  operations,
  reach,
});
function run(content: unknown): unknown {
  const file = join(folder, 'guide.json');
  writeFileSync(file, typeof content === 'string' ? content : JSON.stringify(content));
  const log = console.log;
  const lines: string[] = [];
  console.log = (line: string) => void lines.push(line);
  try {
    plan([file]);
  } finally {
    console.log = log;
  }
  return JSON.parse(lines.join('\n'));
}

it('./petrichor plan prints the cheapest way', () =>
  expect(run(guide([op('screws'), op('off', [['screws']], { tool: 'pick', minutes: 2 })], ['off']))).toEqual({
    order: ['screws', 'off'],
    minutes: 3,
    turns: 0,
    toolChanges: 2,
    cost: 3.5,
    optimal: true,
    lowerBound: 3.5,
  }));

it.each([
  ['a circle', guide([op('a', [['b']]), op('b', [['a']])], ['a']), /'a'.*'b'/],
  ['an unknown id', guide([op('a')], ['ghost']), /'ghost'/],
  ['a field that is missing', { ...guide([op('a')], ['a']), costs: {} }, /costs/],
  ['no JSON', '{', /JSON/],
])('%s is a sentence that names it, and ends with 2', (_, content, words) => {
  const fault = (() => {
    try {
      return run(content);
    } catch (error) {
      return error;
    }
  })();
  expect(fault).toBeInstanceOf(Fault);
  expect((fault as Fault).message).toMatch(words);
  expect((fault as Fault).exitCode).toBe(2);
});
