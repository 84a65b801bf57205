import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
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

/** Runs everything that is checked, or the parts named, and ends with `N passed, N failed`. */
export async function test(args: readonly string[]): Promise<void> {
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
    const given = process.env['DATABASE_URL'];
    if (!given) cluster = await startCluster(join(STATE, 'test-postgres'));
    const postgres = given ?? (await cluster!.database('postgres'));
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
