import { execFileSync } from 'node:child_process';
import { writeFileSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { demoModels, demoParts } from '@petrichor/demo';
import type { Figure } from './figure.js';
import { ROOT } from '../paths.js';
import { inventedCatalogue } from './catalogue.js';
import { percentile, round } from './workshop.js';

const DRIVES = 50_000;
const RUNS = 31;

/**
 * Ranking 50,000 drives against one slot on one core. It runs in a Node of its own over the built core, as
 * the browser's worker does: the loader that lets the command run from source makes every function slower.
 * Beside it, sorting as many plain numbers with a comparison.
 */
export function measureRanking(): Figure {
  const folder = mkdtempSync(join(tmpdir(), 'petrichor-'));
  try {
    const file = join(folder, 'catalogue.json');
    const model = demoModels().find((one) => one.id === 'tarnwell-fen-14');
    writeFileSync(file, JSON.stringify({ model, parts: demoParts(), drives: inventedCatalogue(DRIVES) }));
    const told = execFileSync(process.execPath, ['--input-type=module', '--eval', RANK, file, String(RUNS)], {
      cwd: join(ROOT, 'cli'),
      env: { ...process.env, NODE_OPTIONS: '' },
      encoding: 'utf8',
    });
    const { times, sorts, counts } = JSON.parse(told) as {
      times: number[];
      sorts: number[];
      counts: Record<string, number>;
    };
    const median = percentile(times, 0.5);
    return {
      figure: 'rank-catalogue',
      drives: DRIVES,
      medianMs: round(median),
      p95Ms: round(percentile(times, 0.95)),
      targetMedianMs: 150,
      fit: (counts['fits'] ?? 0) + (counts['extras'] ?? 0),
      cannotTell: counts['unknown'] ?? 0,
      plainSortOfAsManyMs: round(percentile(sorts, 0.5)),
      toPlainSorts: round(median / percentile(sorts, 0.5)),
    };
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

const RANK = `
import { slotsOf } from '@petrichor/core/hardware';
import { placeIn, rankAll } from '@petrichor/core/fit';
import { readFileSync } from 'node:fs';
const [file, runs] = process.argv.slice(1);
const { model, parts, drives } = JSON.parse(readFileSync(file, 'utf8'));
const times = [];
const sorts = [];
let counts;
for (let run = 0; run < Number(runs); run++) {
  // A place of its own each time: nothing is remembered from the run before.
  const place = placeIn(model, slotsOf(model, null)[0], { parts });
  let began = performance.now();
  ({ counts } = rankAll(place, drives));
  times.push(performance.now() - began);
  const numbers = Array.from({ length: drives.length }, (_, at) => (at * 7919) % 104729);
  began = performance.now();
  numbers.sort((a, b) => a - b);
  sorts.push(performance.now() - began);
}
console.log(JSON.stringify({ times: times.slice(1), sorts: sorts.slice(1), counts }));
`;
