import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ROOT } from '../paths.js';
import { read } from './read.js';

const folder = mkdtempSync(join(tmpdir(), 'petrichor-'));
const file = (name: string, content: string | Buffer): string => {
  const path = join(folder, name);
  writeFileSync(path, content);
  return path;
};

/** What the command prints. */
function printed(path: string): unknown {
  const log = console.log;
  const lines: string[] = [];
  console.log = (line: string) => void lines.push(line);
  try {
    read([path]);
  } finally {
    console.log = log;
  }
  return JSON.parse(lines.join('\n'));
}

describe('./petrichor read', () => {
  it('prints what a document says', () => {
    expect(printed(join(ROOT, 'demo/models/tarnwell-fen-14.json'))).toMatchObject({ id: 'tarnwell-fen-14', guide: { version: 1 } });
    expect(printed(join(ROOT, 'demo/drives/quayside-shelf.json'))).toHaveLength(7);
  });

  it.each([
    ['nothing named', [], 'Say which file'],
    ['a file that is not there', [join(folder, 'ghost.json')], 'there is no such file'],
    ['an empty file', [file('empty.json', '')], 'does not know this file'],
    ['a picture', [file('picture.png', Buffer.from([0x89, 0x50, 0x4e, 0x47, 0, 255]))], 'does not know this file'],
    ['half a document', [file('half.json', '{\n"format": "petrichor-machine-model",\n"id"')], 'line 3'],
    ['another encoding', [file('utf16.json', Buffer.from('{"format":"petrichor-machine-model"}', 'utf16le'))], 'does not know this file'],
  ])('refuses %s in a sentence', (_, args, words) => expect(() => read(args)).toThrow(words));
});
