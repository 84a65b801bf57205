import { join } from 'node:path';
import { bin } from '../paths.js';
import { run } from '../run.js';
import { ensureBuilt } from '../setup/build.js';
import { CACHE, type Check } from './check.js';

/** A program that passes or fails as one. */
const whole = (name: string, program: string, ...args: string[]): Check => ({
  name,
  still: true,
  run: async () => {
    const { code, output } = await run(bin(program), args);
    return { passed: code === 0 ? 1 : 0, failed: code === 0 ? 0 : 1, output };
  },
});

const ROOMS = ['core', 'api', 'server', 'cli', 'demo', 'web'].map((room) => `${room}/src`);

/** Of files alone, the longest first: two run at a time. */
export const STILL = {
  lint: [
    whole(
      'Lint',
      'eslint',
      '--cache',
      '--cache-location',
      join(CACHE, 'eslint'),
      '--cache-strategy',
      'content',
      '.',
    ),
  ],
  build: [
    {
      name: 'Server and web application built',
      still: true,
      run: async () => {
        await ensureBuilt();
        return { passed: 1, failed: 0 };
      },
    },
  ],
  types: [whole('Types of everything', 'tsc', '-p', 'tsconfig.check.json')],
  format: [
    whole(
      'Format',
      'prettier',
      '--check',
      '--log-level',
      'warn',
      '--cache',
      '--cache-location',
      join(CACHE, 'prettier'),
      '.',
    ),
  ],
  circles: [whole('No circles', 'depcruise', '--config', '.dependency-cruiser.mjs', ...ROOMS, 'e2e')],
} as const satisfies Readonly<Record<string, readonly Check[]>>;
