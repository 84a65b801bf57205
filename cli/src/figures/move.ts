import { sure } from '@petrichor/core/units';
import { execFileSync, spawnSync } from 'node:child_process';
import { createWriteStream, mkdtempSync, rmSync, truncateSync, writeFileSync } from 'node:fs';
import { once } from 'node:events';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Figure } from './figure.js';
import { ROOT } from '../paths.js';
import { percentile, round } from './workshop.js';

const LINES = 1_000_000;
const RUNS = 9;

/**
 * Reading a rescue map of a million lines, and `ddrescuelog -t` on the same file beside it: the reading alone
 * beside the whole program, and the whole command beside the whole program.
 */
export async function measureRescueMap(): Promise<Figure> {
  return inFolder(async (folder) => {
    const file = join(folder, 'million.map');
    await writeMap(file);
    const times = alone(READ_MAP, file);
    const reference = timesOf(() => spawnSync('ddrescuelog', ['-t', file]).status);
    const [ours, theirs] = [percentile(times, 0.5), percentile(reference, 0.5)];
    const command = percentile(asCommand(file), 0.5);
    return {
      figure: 'read-rescue-map',
      lines: LINES,
      medianMs: round(ours),
      commandMs: round(command),
      ddrescuelogMs: round(theirs),
      ratio: round(ours / theirs),
      targetRatio: 1.5,
      commandRatio: round(command / theirs),
    };
  });
}

/** The partition table of a sparse image of 8 TB. */
export async function measureSparseImage(): Promise<Figure> {
  return inFolder((folder) => {
    const file = join(folder, 'sparse.img');
    writeFileSync(file, '');
    truncateSync(file, 8e12);
    execFileSync('/usr/sbin/sfdisk', [file], {
      input: 'label: gpt\nsize=100MiB, type=uefi\nsize=+\n',
      stdio: ['pipe', 'ignore', 'ignore'],
    });
    const times = alone(READ_IMAGE, file);
    const reference = timesOf(() => spawnSync('/usr/sbin/sfdisk', ['-d', file]).status);
    return Promise.resolve({
      figure: 'read-8-tb-image',
      medianMs: round(percentile(times, 0.5)),
      firstMs: round(sure(times[0])),
      targetMs: 50,
      commandMs: round(percentile(asCommand(file), 0.5)),
      sfdiskMs: round(percentile(reference, 0.5)),
    });
  });
}

/** From the start of a program to its end. */
function timesOf(run: () => number | null): number[] {
  return Array.from({ length: RUNS }, () => {
    const began = performance.now();
    if (run() !== 0) throw new Error('A program that is measured beside ours failed.');
    return performance.now() - began;
  });
}

/** The whole `./petrichor read FILE`. */
const asCommand = (file: string): number[] =>
  timesOf(() => spawnSync(join(ROOT, 'petrichor'), ['read', file], { stdio: 'ignore' }).status);

async function inFolder(work: (folder: string) => Promise<Figure>): Promise<Figure> {
  const folder = mkdtempSync(join(tmpdir(), 'petrichor-'));
  try {
    return await work(folder);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/**
 * In a Node of its own over the built core: the loader that runs the command from source slows every
 * function.
 */
const alone = (script: string, file: string): number[] =>
  JSON.parse(
    execFileSync(process.execPath, ['--input-type=module', '--eval', script, file, String(RUNS)], {
      cwd: join(ROOT, 'cli'),
      env: { ...process.env, NODE_OPTIONS: '' },
      encoding: 'utf8',
    }),
  ) as number[];

const READ_MAP = `
import { readRescueMap, summaryOf } from '@petrichor/core/formats';
import { readFileSync } from 'node:fs';
const [file, runs] = process.argv.slice(1);
const times = [];
for (let run = 0; run < Number(runs); run++) {
  const began = performance.now();
  const read = readRescueMap(readFileSync(file));
  if (!read.ok || summaryOf(read.value).badBytes === 0) throw new Error('not read');
  times.push(performance.now() - began);
}
console.log(JSON.stringify(times));
`;

const READ_IMAGE = `
import { scanImage, scanNow } from '@petrichor/core/formats';
import { closeSync, fstatSync, openSync, readSync } from 'node:fs';
const [file, runs] = process.argv.slice(1);
const times = [];
for (let run = 0; run < Number(runs); run++) {
  const began = performance.now();
  const open = openSync(file, 'r');
  const image = scanNow(scanImage(fstatSync(open).size), ({ at, length }) => {
    const bytes = new Uint8Array(length);
    return bytes.subarray(0, readSync(open, bytes, 0, length, at));
  });
  closeSync(open);
  if (image?.partitions.length !== 2) throw new Error('not read');
  times.push(performance.now() - began);
}
console.log(JSON.stringify(times));
`;

/** Blocks of changing sizes and states, as a long rescue leaves them. */
async function writeMap(file: string): Promise<void> {
  const out = createWriteStream(file);
  out.write('# Mapfile. Made for the bench\n0x00000000     ?               1\n');
  let position = 0;
  for (let line = 0; line < LINES; line++) {
    const size = 512 * (1 + (line % 97));
    const more = out.write(`0x${hex(position)}  0x${hex(size)}  ${'+-?/*'[line % 5]}\n`);
    position += size;
    if (!more) await once(out, 'drain');
  }
  out.end();
  await once(out, 'finish');
}

const hex = (value: number): string => value.toString(16).toUpperCase().padStart(8, '0');
