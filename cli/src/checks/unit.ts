import { readFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { bin, ROOT } from '../paths.js';
import { run } from '../run.js';
import { ensurePackage } from '../setup/debian.js';
import { RESULTS, type Check } from './check.js';

interface Told {
  readonly numPassedTests: number;
  readonly numFailedTests: number;
  readonly numRuntimeErrorTestSuites: number;
  readonly testResults: readonly {
    readonly name: string;
    readonly startTime: number;
    readonly endTime: number;
  }[];
}

export const unit: Check = {
  name: 'Unit tests',
  still: false,
  async run(postgres) {
    await ensurePackage('disk-tools');
    const file = join(RESULTS, 'jest.json');
    const environment = {
      ...process.env,
      NODE_OPTIONS: '--experimental-vm-modules --disable-warning=ExperimentalWarning',
      PETRICHOR_TEST_POSTGRES: postgres,
    };
    await run(bin('jest'), ['--json', `--outputFile=${file}`, '--silent=false'], {
      live: true,
      env: environment,
    });
    const told = JSON.parse(readFileSync(file, 'utf8')) as Told;
    return {
      passed: told.numPassedTests,
      failed: told.numFailedTests + told.numRuntimeErrorTestSuites,
      tests: told.testResults.map(({ name, startTime, endTime }) => ({
        name: relative(ROOT, name),
        seconds: (endTime - startTime) / 1000,
      })),
    };
  },
};
