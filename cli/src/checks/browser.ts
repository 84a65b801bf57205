import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { bin } from '../paths.js';
import { run } from '../run.js';
import { ensureBuilt } from '../setup/build.js';
import { ensurePackage } from '../setup/debian.js';
import { RESULTS, type Check, type Timed } from './check.js';

interface Suite {
  readonly suites?: readonly Suite[];
  readonly specs?: readonly {
    readonly title: string;
    readonly file: string;
    readonly tests: readonly { readonly results: readonly { readonly duration: number }[] }[];
  }[];
}

/** Every journey under a suite, and how long it took. */
const journeysIn = ({ suites = [], specs = [] }: Suite): Timed[] => [
  ...suites.flatMap(journeysIn),
  ...specs.map(({ title, file, tests }) => ({
    name: `${file}: ${title}`,
    seconds: tests.flatMap(({ results }) => results).reduce((sum, { duration }) => sum + duration / 1000, 0),
  })),
];

/** `PETRICHOR_E2E="way.spec.ts move.spec.ts"` runs some files alone. */
export const browser: Check = {
  name: 'Browser journeys',
  still: false,
  async run(postgres) {
    await ensurePackage('chromium');
    await ensurePackage('disk-tools');
    await ensureBuilt();
    const file = join(RESULTS, 'playwright.json');
    const environment = {
      ...process.env,
      NODE_OPTIONS: '',
      PETRICHOR_TEST_POSTGRES: postgres,
      PLAYWRIGHT_JSON_OUTPUT_NAME: file,
    };
    const some = process.env['PETRICHOR_E2E']?.split(' ') ?? [];
    const args = ['test', '-c', 'e2e/playwright.config.ts', '--reporter=list,json', ...some];
    const { code } = await run(bin('playwright'), args, { live: true, env: environment });
    const told = JSON.parse(readFileSync(file, 'utf8')) as Suite & {
      stats: { expected: number; unexpected: number; flaky: number };
    };
    const failed = told.stats.unexpected + told.stats.flaky;
    return {
      passed: told.stats.expected,
      failed: failed === 0 && code !== 0 ? 1 : failed,
      tests: journeysIn(told),
    };
  },
};
