import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { VerdictSchema } from '@petrichor/core/fit';
import { ROOT } from '../paths.js';
import { fit } from './fit.js';

/** What the command prints. */
function printed(...args: string[]): Record<string, unknown> {
  const log = console.log;
  const lines: string[] = [];
  console.log = (line: string) => void lines.push(line);
  try {
    fit(args);
  } finally {
    console.log = log;
  }
  return JSON.parse(lines.join('\n')) as Record<string, unknown>;
}
const fen = ['--model', 'tarnwell-fen-14', '--slot', 'm2-a'];

describe('./petrichor fit', () => {
  it('prints a verdict by the published schema, with the link', () => {
    const told = printed(...fen, '--drive', 'pellow-p3-1tb');
    expect(VerdictSchema.parse(told['verdict'])).toMatchObject({ outcome: 'extras' });
    expect(told['link']).toMatchObject({ say: 'PCIe 3 ×4' });
  });

  it('takes names as they are said, and files in place of names', () => {
    expect(
      printed('--model', 'Tarnwell Fen 14', '--slot', 'm2-a', '--drive', 'Pellow P3 1 TB')['drive'],
    ).toBe('Pellow P3 1 TB');
    const model = join(ROOT, 'demo/models/tarnwell-fen-14.json');
    const drives = join(ROOT, 'demo/drives/quayside-shelf.json');
    expect(
      printed('--model', model, '--slot', 'm2-a', '--drives', drives, '--drive', 'marl-s5-1tb')['verdict'],
    ).toMatchObject({
      outcome: 'no',
    });
  });

  it('ranks the whole catalogue, what fits first', () => {
    const { counts, ranked } = printed(...fen, '--all') as {
      counts: Record<string, number>;
      ranked: { outcome: string }[];
    };
    expect(Object.values(counts).reduce((sum, one) => sum + one)).toBe(ranked.length);
    const worth = ranked.map((one) =>
      ['fits', 'extras'].indexOf(one.outcome) >= 0 ? 0 : one.outcome === 'unknown' ? 1 : 2,
    );
    expect(worth).toEqual([...worth].sort());
  });

  it('minds the variant', () => {
    const args = ['--model', 'tarnwell-fen-15-s', '--slot', 'm2-b', '--drive', 'pellow-p3-1tb'];
    expect(printed(...args)['verdict']).toMatchObject({ outcome: 'unknown' });
    expect(printed(...args, '--variant', 'plain')['verdict']).toMatchObject({ outcome: 'extras' });
    expect(() => printed(...args, '--variant', 'graphics')).toThrow("no slot 'm2-b'");
  });

  it.each([
    [['--slot', 'm2-a'], 'Say which model'],
    [['--model', 'fen'], "There is no model 'fen'"],
    [[...fen.slice(0, 3), 'x', '--drive', 'a'], 'Known: m2-a, bay-b'],
    [[...fen, '--drive', 'nothing'], "no drive 'nothing'"],
    [[...fen], 'Say which drive'],
    [[...fen, '--colour', 'red'], '--colour'],
    [[...fen, '--drive', 'away.json'], 'there is no such file'],
  ])('says what is wrong with %j', (args, words) => expect(() => printed(...args)).toThrow(words));

  it('names the path of the fault in a file that does not fit its schema', () => {
    const path = join(mkdtempSync(join(tmpdir(), 'petrichor-')), 'drives.json');
    writeFileSync(
      path,
      JSON.stringify({ format: 'petrichor-drive-list', drives: [{ family: 'm2', id: 'x' }] }),
    );
    expect(() => printed(...fen, '--drives', path, '--all')).toThrow('drives.0.');
  });
});
