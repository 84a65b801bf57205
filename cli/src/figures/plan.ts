import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { planWay } from '@petrichor/core/teardown';
import { inventedGuide } from '../../../core/src/testing/guides.js';
import type { Figure } from './figure.js';
import { ROOT } from '../paths.js';
import { cheapestByProgram } from '../reference/way-program.js';
import { percentile, round } from './workshop.js';

const SEEDS = Array.from({ length: 12 }, (_, at) => at + 1);
/** As many operations as the integer program still solves in seconds. */
const BOTH = 10;

/**
 * Planning the way in: guides of 40 and of 120 operations, and beside it an integer program on small ones.
 */
export async function measurePlanning(): Promise<Figure> {
  const small = SEEDS.slice(0, 3).map((seed) => inventedGuide(BOTH, seed));
  const [ours, theirs]: [number[], number[]] = [[], []];
  for (const guide of small) {
    let began = performance.now();
    planWay(guide);
    ours.push(performance.now() - began);
    began = performance.now();
    await cheapestByProgram(guide);
    theirs.push(performance.now() - began);
  }
  const forty = planned(40);
  const large = planned(120);
  return {
    figure: 'plan-way',
    medianMsOf40: round(
      percentile(
        forty.map((one) => one.ms),
        0.5,
      ),
    ),
    slowestMsOf40: round(Math.max(...forty.map((one) => one.ms))),
    targetMsOf40: 1000,
    exactOf40: forty.every((one) => one.optimal),
    slowestMsOf120: round(Math.max(...large.map((one) => one.ms))),
    targetMsOf120: 5000,
    widestGapPercentOf120: round(Math.max(...large.map((one) => one.gap)) * 100),
    targetGapPercent: 5,
    integerProgramOf10ToOurs: round(percentile(theirs, 0.5) / percentile(ours, 0.5)),
  };
}

/** In a Node of its own over the built core, as the browser's worker runs it. */
function planned(size: number): { ms: number; optimal: boolean; gap: number }[] {
  const folder = mkdtempSync(join(tmpdir(), 'petrichor-'));
  try {
    const file = join(folder, 'guides.json');
    writeFileSync(file, JSON.stringify(SEEDS.map((seed) => inventedGuide(size, seed))));
    const told = execFileSync(process.execPath, ['--input-type=module', '--eval', PLAN, file], {
      cwd: join(ROOT, 'cli'),
      env: { ...process.env, NODE_OPTIONS: '' },
      encoding: 'utf8',
    });
    return JSON.parse(told) as { ms: number; optimal: boolean; gap: number }[];
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

const PLAN = `
import { planWay } from '@petrichor/core/teardown';
import { readFileSync } from 'node:fs';
console.log(
  JSON.stringify(
    JSON.parse(readFileSync(process.argv[1], 'utf8')).map((guide) => {
      const began = performance.now();
      const plan = planWay(guide);
      return { ms: performance.now() - began, optimal: plan.optimal, gap: plan.cost / plan.lowerBound - 1 };
    }),
  ),
);
`;
