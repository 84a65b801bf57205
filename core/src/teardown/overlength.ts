import { sayScrew, type BehindHole, type Guide, type Hole, type Screw } from '../hardware/index.js';
import { sayMm } from '../units/index.js';

/** How bad a screw that is too long for a hole would be, worst last. */
type Harm = 'binds' | 'breaks-through' | 'ruins';
const ORDER: readonly Harm[] = ['binds', 'breaks-through', 'ruins'];

/** What happens to that which lies behind the hole (common practice, no source). */
const HARM_OF: Record<BehindHole, Harm> = {
  nothing: 'binds',
  cover: 'breaks-through',
  'palm-rest': 'breaks-through',
  glass: 'ruins',
  board: 'ruins',
  battery: 'ruins',
};
const SAY_BEHIND: Record<BehindHole, string> = {
  nothing: 'nothing: it turns without holding',
  cover: 'the cover: a bump or a hole outside',
  'palm-rest': 'the palm rest: a bump or a hole beside the keys',
  glass: 'the glass',
  board: 'the main board',
  battery: 'the battery: do not go on, a pierced cell burns',
};

/** One kind of screw of this machine that must not go into the holes of another. */
interface Overlength {
  /** The screw that is too long. */
  readonly screw: Screw;
  readonly screwOf: string;
  /** The holes it must not go into, and the operation they belong to. */
  readonly holes: readonly Hole[];
  readonly operationId: string;
  readonly operation: string;
  readonly belongs: Screw;
  /** By how much it reaches beyond the shallowest of them, mm. */
  readonly beyondMm: number;
  readonly harm: Harm;
  readonly sentence: string;
}

/**
 * Which screws of a machine must not be swapped: those that turn in another hole (same thread) and reach
 * deeper than the hole is (trade: overlength in a shallow hole is the commonest damage of all). A hole whose
 * depth nobody measured counts with the length of the screw that belongs there: a longer one is then said to
 * be "not known to fit". Worst first; by how far it reaches beyond, then.
 */
export function overlengths(guide: Pick<Guide, 'operations'>): Overlength[] {
  const kinds = guide.operations.flatMap((operation) =>
    operation.takes.flatMap((thing) =>
      // A captive screw stays in its part: it cannot be mixed up, nor can another take its hole.
      thing.kind === 'screw' && !thing.captive ? [{ operation, thing }] : [],
    ),
  );
  const found: Overlength[] = [];
  const seen = new Set<string>();
  for (const long of kinds)
    for (const { operation, thing } of kinds) {
      if (long.thing.screw.thread !== thing.screw.thread || long.thing.screw.lengthMm <= thing.screw.lengthMm)
        continue;
      const key = `${sayScrew(long.thing.screw)}>${operation.id}/${thing.key}`;
      if (seen.has(key)) continue;
      const shallow = thing.holes.filter(
        (hole) => long.thing.screw.lengthMm > (hole.depthMm ?? thing.screw.lengthMm),
      );
      if (shallow.length === 0) continue;
      seen.add(key);
      found.push(hazard(long.thing.screw, long.operation.title, operation, thing, shallow));
    }
  return found.sort((a, b) => ORDER.indexOf(b.harm) - ORDER.indexOf(a.harm) || b.beyondMm - a.beyondMm);
}

function hazard(
  screw: Screw,
  screwOf: string,
  operation: Guide['operations'][number],
  thing: { readonly screw: Screw; readonly behind: BehindHole | null },
  holes: readonly Hole[],
): Overlength {
  const beyondMm = Math.max(...holes.map((hole) => screw.lengthMm - (hole.depthMm ?? thing.screw.lengthMm)));
  const measured = holes.every((hole) => hole.depthMm !== undefined);
  const harm = HARM_OF[thing.behind ?? 'nothing'];
  const where = holes.length === 1 ? 'the hole' : `${holes.length} holes`;
  const reach = measured
    ? `reaches ${sayMm(beyondMm)} mm beyond the bottom, into ${SAY_BEHIND[thing.behind ?? 'nothing']}`
    : `is ${sayMm(beyondMm)} mm longer than what belongs there, and nobody measured how deep the hole is`;
  return {
    screw,
    screwOf,
    holes,
    operationId: operation.id,
    operation: operation.title,
    belongs: thing.screw,
    beyondMm,
    harm,
    sentence: `${sayScrew(screw)} in ${where} of ‘${operation.title}’ (${sayScrew(thing.screw)}) ${reach}.`,
  };
}

/** The hazards that matter while this operation's holes are filled again: what must not go in here. */
export const overlengthsAt = (guide: Pick<Guide, 'operations'>, operationId: string): Overlength[] =>
  overlengths(guide).filter((one) => one.operationId === operationId);
