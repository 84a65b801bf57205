import { say } from '../fault.js';
import type { Check, Count, Timed } from './check.js';

const SLOWEST = 10;

interface Done extends Timed, Count {
  readonly tests: readonly Timed[];
}

/**
 * Runs checks in their order, those of files alone `lanes` at a time, and prints of each how it went and how
 * long it took; at the end the time of each and the slowest tests of all.
 */
export async function runChecks(checks: readonly Check[], postgres: string, lanes: number): Promise<Count> {
  const done: Done[] = [];
  const one = async (check: Check): Promise<void> => {
    const began = Date.now();
    if (!check.still) say(`\n== ${check.name}`);
    const { passed, failed, output = '', tests = [] } = await check.run(postgres);
    const seconds = (Date.now() - began) / 1000;
    // Of what runs beside something else all of it is shown together.
    if (check.still && output.trim() !== '') say(`\n${output.trim()}`);
    say(`== ${check.name}: ${failed === 0 ? 'good' : `${failed} failed`} (${Math.round(seconds)} s)`);
    done.push({ name: check.name, seconds, passed, failed, tests });
  };
  const still = checks.filter((check) => check.still);
  await Promise.all(
    Array.from({ length: lanes }, async () => {
      for (let next = still.shift(); next; next = still.shift()) await one(next);
    }),
  );
  for (const check of checks.filter((each) => !each.still)) await one(check);

  say(
    `\nWhat took how long: ${done.map(({ name, seconds }) => `${name} ${Math.round(seconds)} s`).join(', ')}.`,
  );
  const tests = done.flatMap((each) => each.tests).sort((a, b) => b.seconds - a.seconds);
  if (tests.length > 0) say('The slowest of them:');
  for (const { name, seconds } of tests.slice(0, SLOWEST))
    say(`  ${seconds.toFixed(1).padStart(6)} s  ${name}`);
  return {
    passed: done.reduce((sum, each) => sum + each.passed, 0),
    failed: done.reduce((sum, each) => sum + each.failed, 0),
  };
}
