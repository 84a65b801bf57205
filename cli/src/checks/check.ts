import { join } from 'node:path';
import { STATE } from '../paths.js';

export interface Count {
  readonly passed: number;
  readonly failed: number;
}

/** One test and how long it took. */
export interface Timed {
  readonly name: string;
  readonly seconds: number;
}

/** What a check found, what it printed while it was not shown, and its slowest tests where it has any. */
export interface Found extends Count {
  readonly output?: string;
  readonly tests?: readonly Timed[];
}

/** One thing that is checked. */
export interface Check {
  readonly name: string;
  /** Needs nothing but the files: it may run beside others. */
  readonly still: boolean;
  /** @param postgres address of the tests' PostgreSQL, as its owner */
  run(postgres: string): Promise<Found>;
}

export const RESULTS = join(STATE, 'test-results');
/** What checks remember of files that have not changed. A fresh checkout has none of it. */
export const CACHE = join(STATE, 'check-cache');
