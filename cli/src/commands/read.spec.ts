import { spawnSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { readAny } from '@petrichor/core/formats';
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
    expect(printed(join(ROOT, 'demo/models/tarnwell-fen-14.json'))).toMatchObject({
      id: 'tarnwell-fen-14',
      guide: { version: 1 },
    });
    expect(printed(join(ROOT, 'demo/drives/quayside-shelf.json'))).toHaveLength(46);
  });

  it.each([
    [
      'cable-later.smartctl.json',
      { format: 'smart-report', protocol: 'ata', serial: 'CD5-4410-77', selfAssessment: 'passed' },
    ],
    [
      'worn-later.smartctl.json',
      { format: 'smart-report', protocol: 'nvme', nvme: { availableSparePercent: 27, percentageUsed: 89 } },
    ],
    [
      'worn.health-log.bin',
      {
        format: 'nvme-health-log',
        temperatureC: 47,
        percentageUsed: 88,
        bytesWritten: 200192000000000,
        mediaErrors: 2,
      },
    ],
    [
      'failing.smart-data.bin',
      { format: 'ata-smart-data', thresholds: 'read', selfAssessment: 'passed', lastSelfTest: 'failed' },
    ],
    ['listing.lsblk.json', { format: 'block-listing', drives: [{ name: 'sda', rotating: true }] }],
  ])('finds what %s is by its content', (name, value) =>
    expect(printed(join(ROOT, 'demo/dumps', name))).toMatchObject(value),
  );

  // The programs themselves, of this machine: util-linux and coreutils are on every Debian.
  it.each([
    [
      'lsblk',
      [
        '--json',
        '-b',
        '-o',
        'NAME,TYPE,SIZE,MODEL,SERIAL,TRAN,ROTA,FSTYPE,LABEL,FSSIZE,FSUSED,FSAVAIL,MOUNTPOINT',
      ],
    ],
    ['lsblk', ['--json']],
    ['findmnt', ['--json', '-b', '-o', 'SOURCE,TARGET,FSTYPE,SIZE,USED,AVAIL']],
    ['df', ['-P']],
  ])('reads what %s %j prints here', (program, args) => {
    const { stdout } = spawnSync(program, args);
    const reading = readAny(stdout);
    // A container may show no drive at all; that is said, too.
    if (reading.ok) expect(reading.value).toMatchObject({ format: 'block-listing' });
    else expect(reading.problem).toMatch(/^It lists no (drive|file system of a drive)\.$/);
  });

  it.each([
    ['nothing named', [], 'Say which file'],
    ['a file that is not there', [join(folder, 'ghost.json')], 'there is no such file'],
    ['an empty file', [file('empty.json', '')], 'The file is empty'],
    [
      'a picture',
      [file('picture.png', Buffer.from([0x89, 0x50, 0x4e, 0x47, 0, 255]))],
      'does not know this file',
    ],
    ['half a document', [file('half.json', '{\n"format": "petrichor-machine-model",\n"id"')], 'line 3'],
    [
      'another encoding',
      [file('utf16.json', Buffer.from('{"format":"petrichor-machine-model"}', 'utf16le'))],
      'UTF-16',
    ],
  ])('refuses %s in a sentence', (_, args, words) => expect(() => read(args)).toThrow(words));
});
