import { isTaking, type WayStep } from '../../teardown/index.js';
import type { JobState } from '../shape/state.js';

/** Something that was unplugged or taken off on this job, and has to be seen to work again. */
interface UnpluggedCheck {
  readonly id: string;
  readonly say: string;
  /** The step that unplugs it. */
  readonly step: string;
  /** How it was found since; null: nobody tried it again. */
  readonly rechecked: JobState['rechecked'][string] | null;
}

/**
 * The checklist of Prove that this job made for itself: every lead that was unplugged on the way in, once, in
 * the order it came off. Mains and battery show by themselves: their steps have that role. The leads of a
 * drive that stays in, unplugged, are tied away.
 */
export function unpluggedChecks(job: Pick<JobState, 'way' | 'rechecked' | 'changes'>): UnpluggedCheck[] {
  const tied = tiedAway(job);
  const seen = new Map<string, UnpluggedCheck>();
  for (const step of job.way?.steps ?? []) {
    if (!isTaking(step) || roleOf(job, step) !== null || tied.has(step.operationId ?? '')) continue;
    for (const thing of step.moves) {
      if (thing.kind !== 'lead') continue;
      const id = `${step.operationId ?? step.id}/${thing.key}`;
      // The first edition kept them by what they are called.
      const found = job.rechecked[id] ?? job.rechecked[thing.label] ?? null;
      if (!seen.has(id))
        seen.set(id, {
          id,
          say: thing.label.charAt(0).toUpperCase() + thing.label.slice(1),
          step: step.short,
          rechecked: found,
        });
    }
  }
  const all = [...seen.values()];
  // What is called the same is told apart by where it was unplugged.
  return all.map((one) =>
    all.some((other) => other !== one && other.say === one.say)
      ? { ...one, say: `${one.say} (${one.step})` }
      : one,
  );
}

/** Operations at the places of drives that are left in. */
function tiedAway({ way, changes }: Pick<JobState, 'way' | 'changes'>): ReadonlySet<string> {
  const left = new Set(changes.flatMap((one) => (one.kind === 'leave-unplugged' ? [one.placeId] : [])));
  return new Set(
    (way?.guide?.operations ?? [])
      .filter((one) => one.place !== null && left.has(one.place))
      .map(({ id }) => id),
  );
}

/** Ways of before roles were kept on their steps: as their guide has it. */
const roleOf = ({ way }: Pick<JobState, 'way'>, step: WayStep): WayStep['role'] =>
  step.role ?? way?.guide?.operations.find((one) => one.id === step.operationId)?.role ?? null;
