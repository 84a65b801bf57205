import { randomInt } from 'node:crypto';
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { chaos, KINDS_OF_FAULT, type ChaosPlan } from '../chaos/run.js';
import { Fault, say } from '../fault.js';
import { ROOT, STATE } from '../paths.js';
import { endRunning, run } from '../run.js';
import { ensureBuilt } from '../setup/build.js';
import { ensurePackage } from '../setup/debian.js';
import { startCluster, type Cluster } from '../setup/postgres.js';

interface Count {
  readonly passed: number;
  readonly failed: number;
}
interface Part {
  readonly name: string;
  run(postgres: string): Promise<Count>;
}

const bin = (name: string): string => join(ROOT, 'node_modules/.bin', name);
const RESULTS = join(STATE, 'test-results');

/** A program that passes or fails as one. */
const whole = (name: string, program: string, ...args: string[]): Part => ({
  name,
  run: async () => ((await run(bin(program), args, { live: true })).code === 0 ? { passed: 1, failed: 0 } : { passed: 0, failed: 1 }),
});

const PARTS: Record<string, Part> = {
  format: whole('Format', 'prettier', '--check', '--log-level', 'warn', '.'),
  lint: whole('Lint', 'eslint', '.'),
  build: whole('Types of core, contract and server', 'tsc', '-b', 'server', 'demo'),
  types: {
    name: 'Types of tests, command and web',
    async run() {
      const checks = ['core', 'api', 'server', 'demo'].map((room) => ['tsc', '-p', `${room}/tsconfig.spec.json`]);
      checks.push(
        ['tsc', '-p', 'cli/tsconfig.json'],
        ['tsc', '-p', 'e2e/tsconfig.json'],
        ['ngc', '-p', 'web/tsconfig.spec.json', '--noEmit'],
      );
      let failed = 0;
      for (const [program, ...args] of checks) if ((await run(bin(program!), args, { live: true })).code !== 0) failed++;
      return { passed: checks.length - failed, failed };
    },
  },
  unit: {
    name: 'Unit tests',
    async run(postgres) {
      await ensurePackage('disk-tools');
      const file = join(RESULTS, 'jest.json');
      const args = ['--json', `--outputFile=${file}`, '--silent=false'];
      const environment = {
        ...process.env,
        NODE_OPTIONS: '--experimental-vm-modules --disable-warning=ExperimentalWarning',
        PETRICHOR_TEST_POSTGRES: postgres,
      };
      await run(bin('jest'), args, { live: true, env: environment });
      const told = JSON.parse(readFileSync(file, 'utf8')) as {
        numPassedTests: number;
        numFailedTests: number;
        numRuntimeErrorTestSuites: number;
      };
      return { passed: told.numPassedTests, failed: told.numFailedTests + told.numRuntimeErrorTestSuites };
    },
  },
  chaos: { name: 'Chaos', run: runChaos },
  browser: {
    name: 'Browser journeys',
    async run(postgres) {
      await ensurePackage('chromium');
      await ensurePackage('disk-tools');
      await ensureBuilt();
      const file = join(RESULTS, 'playwright.json');
      const environment = { ...process.env, NODE_OPTIONS: '', PETRICHOR_TEST_POSTGRES: postgres, PLAYWRIGHT_JSON_OUTPUT_NAME: file };
      const { code } = await run(
        bin('playwright'),
        ['test', '-c', 'e2e/playwright.config.ts', '--reporter=list,json', ...(process.env['PETRICHOR_E2E']?.split(' ') ?? [])],
        {
          live: true,
          env: environment,
        },
      );
      const { stats } = JSON.parse(readFileSync(file, 'utf8')) as { stats: { expected: number; unexpected: number; flaky: number } };
      const failed = stats.unexpected + stats.flaky;
      return { passed: stats.expected, failed: failed === 0 && code !== 0 ? 1 : failed };
    },
  },
};

/** A minute by default; `test chaos --minutes N --seed S` goes on for longer, or goes through the same faults again. */
let chaosPlan: ChaosPlan = { seconds: 50, seed: 0, people: 6 };

async function runChaos(): Promise<Count> {
  await ensureBuilt();
  const plan = { ...chaosPlan, seed: chaosPlan.seed || randomInt(1, 2 ** 31) };
  say(`${plan.people} people at work for ${Math.round(plan.seconds)} s, by the seed ${plan.seed} ...`);
  const { faults, faultCount, taken, restarts, events, wrong } = await chaos(plan, say);
  const kinds = KINDS_OF_FAULT.filter((kind) => faults[kind]).map((kind) => `${kind} ${faults[kind]}`);
  say(kinds.join(', '));
  say(
    `${faultCount} faults, ${restarts} programs started again; ${taken} steps were taken, ${events} events replayed; ${wrong.length} wrong.`,
  );
  for (const one of wrong.slice(0, MOST_WRONG)) say(`  ${one}`);
  if (wrong.length > 0) say(`To go through it again: ./petrichor test chaos --minutes ${Math.ceil(plan.seconds / 60)} --seed ${plan.seed}`);
  return { passed: wrong.length === 0 ? 1 : 0, failed: wrong.length === 0 ? 0 : 1 };
}
const MOST_WRONG = 30;

/** Reads `--minutes N` and `--seed S`, which are for chaos alone; what is left are parts. */
function planned(args: readonly string[]): string[] {
  const parts: string[] = [];
  for (let at = 0; at < args.length; at++) {
    const [one, value] = [args[at]!, Number(args[at + 1])];
    if (one !== '--minutes' && one !== '--seed') {
      parts.push(one);
      continue;
    }
    if (!parts.includes('chaos') || !(value > 0) || value > (one === '--seed' ? 2 ** 31 : 24 * 60))
      throw new Fault('Use: ./petrichor test chaos [--minutes N] [--seed S], with numbers above 0.', 2);
    chaosPlan = one === '--seed' ? { ...chaosPlan, seed: Math.round(value) } : { ...chaosPlan, seconds: value * 60 };
    at++;
  }
  return parts;
}

/** Runs everything that is checked, or the parts named, and ends with `N passed, N failed`. */
export async function test(given: readonly string[]): Promise<void> {
  const args = planned(given);
  const unknown = args.filter((name) => !(name in PARTS));
  if (unknown.length > 0) throw new Fault(`There is no part '${unknown.join(', ')}'. The parts are: ${Object.keys(PARTS).join(', ')}.`);
  rmSync(RESULTS, { recursive: true, force: true });
  mkdirSync(RESULTS, { recursive: true });
  let cluster: Cluster | null = null;
  const stop = async (): Promise<void> => {
    endRunning();
    await cluster?.stop();
  };
  for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => void stop().then(() => process.exit(130)));
  const total = { passed: 0, failed: 0 };
  try {
    const database = process.env['DATABASE_URL'];
    if (!database) cluster = await startCluster(join(STATE, 'test-postgres'));
    const postgres = database ?? (await cluster!.database('postgres'));
    for (const name of args.length > 0 ? args : Object.keys(PARTS)) {
      const part = PARTS[name]!;
      const began = Date.now();
      say(`\n== ${part.name}`);
      const { passed, failed } = await part.run(postgres);
      say(`== ${part.name}: ${failed === 0 ? 'good' : `${failed} failed`} (${Math.round((Date.now() - began) / 1000)} s)`);
      total.passed += passed;
      total.failed += failed;
    }
  } finally {
    await stop();
  }
  console.log(`\n${total.passed} passed, ${total.failed} failed`);
  if (total.failed > 0) process.exitCode = 1;
}
