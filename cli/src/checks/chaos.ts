import { randomInt } from 'node:crypto';
import { chaos, KINDS_OF_FAULT, type ChaosPlan } from '../chaos/run.js';
import { say } from '../fault.js';
import { ensureBuilt } from '../setup/build.js';
import type { Check } from './check.js';

const MOST_WRONG = 30;

/** People at work while what they stand on fails; a seed of 0 is chosen by chance and printed. */
export const chaosOf = (given: ChaosPlan): Check => ({
  name: 'Chaos',
  still: false,
  async run() {
    await ensureBuilt();
    const plan = { ...given, seed: given.seed || randomInt(1, 2 ** 31) };
    say(`${plan.people} people at work for ${Math.round(plan.seconds)} s, by the seed ${plan.seed} ...`);
    const { faults, faultCount, taken, restarts, events, wrong } = await chaos(plan, say);
    const kinds = KINDS_OF_FAULT.filter((kind) => faults[kind]).map((kind) => `${kind} ${faults[kind]}`);
    say(kinds.join(', '));
    say(
      `${faultCount} faults, ${restarts} programs started again; ${taken} steps were taken, ${events} events replayed; ${wrong.length} wrong.`,
    );
    for (const one of wrong.slice(0, MOST_WRONG)) say(`  ${one}`);
    if (wrong.length > 0)
      say(
        `To go through it again: ./petrichor test chaos --minutes ${Math.ceil(plan.seconds / 60)} --seed ${plan.seed}`,
      );
    return { passed: wrong.length === 0 ? 1 : 0, failed: wrong.length === 0 ? 0 : 1 };
  },
});
