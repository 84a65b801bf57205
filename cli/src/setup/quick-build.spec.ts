import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { said } from '../commands/read.js';
import { ROOT, STATE } from '../paths.js';
import { buildQuick } from './quick-build.js';

const answer = (...args: string[]): { code: number; text: string } => {
  try {
    return {
      code: 0,
      text: execFileSync(process.execPath, [join(STATE, 'quick.mjs'), ...args], {
        encoding: 'utf8',
        stdio: 'pipe',
      }),
    };
  } catch (error) {
    const { status, stderr } = error as { status: number; stderr: string };
    return { code: status, text: stderr };
  }
};

describe('the program that answers files', () => {
  const folder = mkdtempSync(join(tmpdir(), 'petrichor-quick-'));
  beforeAll(() => buildQuick(), 30_000);
  afterAll(() => rmSync(folder, { recursive: true, force: true }));

  it('reads as its source does', () => {
    const file = join(ROOT, 'demo/dumps/cable-first.smartctl.json');
    expect(JSON.parse(answer('read', file).text)).toEqual(JSON.parse(JSON.stringify(said([file]))));
  });

  it('finds the demo’s catalogue where the checkout has it', () => {
    const { text } = answer('fit', '--all', '--model', 'tarnwell-fen-14', '--slot', 'm2-a');
    expect((JSON.parse(text) as { ranked: unknown[] }).ranked.length).toBeGreaterThan(5);
  });

  it('says a fault as a sentence, with the exit code of one', () => {
    const file = join(folder, 'question.json');
    writeFileSync(file, '{"operations":');
    const { code, text } = answer('plan', file);
    expect([code, text]).toEqual([
      2,
      expect.stringMatching(/^petrichor: This is not a question for the planner: .*\n$/),
    ]);
  });
});
