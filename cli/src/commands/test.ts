import { sure } from '@petrichor/core/units';
import { mkdirSync, rmSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { browser } from '../checks/browser.js';
import { chaosOf } from '../checks/chaos.js';
import { CACHE, RESULTS, type Check } from '../checks/check.js';
import { runChecks } from '../checks/run-checks.js';
import { STILL } from '../checks/still.js';
import { unit } from '../checks/unit.js';
import type { ChaosPlan } from '../chaos/run.js';
import { Fault } from '../fault.js';
import { STATE } from '../paths.js';
import { endRunning } from '../run.js';
import { startCluster, type Cluster } from '../setup/postgres.js';

/**
 * A minute by default; `test chaos --minutes N --seed S` goes on for longer, or goes through the same faults
 * again.
 */
const USUAL_CHAOS: ChaosPlan = { seconds: 50, seed: 0, people: 6 };
const MOST_LANES = 4;

/** What is checked, by the name of its part. */
const partsOf = (chaos: ChaosPlan): Readonly<Record<string, readonly Check[]>> => ({
  ...STILL,
  unit: [unit],
  chaos: [chaosOf(chaos)],
  browser: [browser],
});

/** Reads `--minutes N` and `--seed S`, which are for chaos alone; what is left are parts. */
function planned(args: readonly string[]): { readonly names: string[]; readonly chaos: ChaosPlan } {
  const names: string[] = [];
  let chaos = USUAL_CHAOS;
  for (let at = 0; at < args.length; at++) {
    const [one, value] = [sure(args[at]), Number(args[at + 1])];
    if (one !== '--minutes' && one !== '--seed') {
      names.push(one);
      continue;
    }
    if (!names.includes('chaos') || !(value > 0) || value > (one === '--seed' ? 2 ** 31 : 24 * 60))
      throw new Fault('Use: ./petrichor test chaos [--minutes N] [--seed S], with numbers above 0.', 2);
    chaos = one === '--seed' ? { ...chaos, seed: Math.round(value) } : { ...chaos, seconds: value * 60 };
    at++;
  }
  return { names, chaos };
}

/** Runs everything that is checked, or the parts named, and ends with `N passed, N failed`. */
export async function test(given: readonly string[]): Promise<void> {
  const { names, chaos } = planned(given);
  const parts = partsOf(chaos);
  const unknown = names.filter((name) => !(name in parts));
  if (unknown.length > 0)
    throw new Fault(
      `There is no part '${unknown.join(', ')}'. The parts are: ${Object.keys(parts).join(', ')}.`,
    );
  rmSync(RESULTS, { recursive: true, force: true });
  mkdirSync(RESULTS, { recursive: true });
  mkdirSync(CACHE, { recursive: true });
  let cluster: Cluster | null = null;
  const stop = async (): Promise<void> => {
    endRunning();
    await cluster?.stop();
  };
  for (const signal of ['SIGINT', 'SIGTERM'] as const)
    process.on(signal, () => void stop().then(() => process.exit(130)));
  try {
    const database = process.env['DATABASE_URL'];
    if (!database) cluster = await startCluster(join(STATE, 'test-postgres'));
    const postgres = database ?? (await sure(cluster).database('postgres'));
    const checks = (names.length > 0 ? names : Object.keys(parts)).flatMap((name) => sure(parts[name]));
    const { passed, failed } = await runChecks(
      checks,
      postgres,
      Math.min(MOST_LANES, availableParallelism()),
    );
    await stop();
    console.log(`\n${passed} passed, ${failed} failed`);
    if (failed > 0) process.exitCode = 1;
  } finally {
    await stop();
  }
}
