import { sayScrew, type Part, type Screw } from '../hardware/index.js';
import { COARSE_PITCH_MM, diameterMm, LEAST_TURNS } from '../standards/index.js';
import { clearance, sayMm, spec, type Measure } from '../units/index.js';
import type { Item } from './finding.js';
import type { OwnScrew } from './place.js';

/** The hole a screw has to hold in, and what lies between its head and the hole. Lengths in mm. */
export interface ScrewNeed {
  readonly thread: Screw['thread'];
  readonly form: Screw['form'];
  /** Everything under the head before the thread begins: board, plate, bracket. */
  readonly between: readonly Measure[];
  /** Depth of thread; null: not measured. */
  readonly depth: Measure | null;
  /** Longest bite that is known to be safe where the depth is not measured: that of the maker's own screw. */
  readonly safeBiteMm: number | null;
  /** Hole the head has to cover, and the ring it may cover. */
  readonly head: { readonly leastMm: number; readonly mostMm: number } | null;
  /** Room above the head. Null: nobody looked. */
  readonly headRoomMm: number | null;
}

interface ScrewChoice {
  readonly screw: Screw;
  readonly from: 'shelf' | 'machine';
  /** The drawer, or the operation that takes the screw out of this machine. */
  readonly where: string;
  readonly count: number;
  readonly part: Extract<Part, { kind: 'screw' }> | null;
  readonly verdict: 'fits' | 'unknown' | 'no';
  /** Turns of thread that hold. */
  readonly turns: number;
  /** Millimetres before it would bottom; null where the depth is not known. */
  readonly spareMm: number | null;
  readonly sentence: string;
}

const OUTCOME = { fits: 0, unknown: 1, no: 2 } as const;

/**
 * Every screw of the shelf and of the machine itself against the need, the best first; what nearly fits is
 * refused with its reason. Bite is length minus what lies between; it has to hold `LEAST_TURNS` of pitch
 * (ISO 261) and must not reach the ground of the hole.
 */
export function findScrews(need: ScrewNeed, parts: readonly Part[], own: readonly OwnScrew[]): ScrewChoice[] {
  const shelf = parts.flatMap((part) =>
    part.kind === 'screw' && part.inStock > 0
      ? [{ screw: part.screw, from: 'shelf' as const, where: part.drawer, count: part.inStock, part }]
      : [],
  );
  const lent = own.map(({ screw, count, from }) => ({
    screw,
    from: 'machine' as const,
    where: from,
    count,
    part: null,
  }));
  return [...shelf, ...lent]
    .map((one) => ({ ...one, ...judgeScrew(need, one.screw) }))
    .sort(
      (a, b) =>
        OUTCOME[a.verdict] - OUTCOME[b.verdict] ||
        Number(a.from === 'machine') - Number(b.from === 'machine') ||
        // The nearer to what the maker put there, the less can go wrong.
        awayFromOwn(need, a.screw) - awayFromOwn(need, b.screw) ||
        b.turns - a.turns ||
        b.count - a.count ||
        (sayScrew(a.screw) + a.where < sayScrew(b.screw) + b.where ? -1 : 1),
    );
}

const awayFromOwn = ({ safeBiteMm, between }: ScrewNeed, { lengthMm }: Screw): number =>
  safeBiteMm === null ? 0 : Math.abs(lengthMm - safeBiteMm - between.reduce((sum, one) => sum + one.mm, 0));

/** One screw against the need. */
export function judgeScrew(need: ScrewNeed, screw: Screw): Told {
  const bite = clearance([spec(screw.lengthMm)], need.between);
  const pitch = COARSE_PITCH_MM[screw.thread];
  const turns = bite.marginMm / pitch;
  const spareMm = need.depth ? need.depth.mm - bite.marginMm : null;
  const say = (verdict: ScrewChoice['verdict'], sentence: string): Told => ({
    verdict,
    turns,
    spareMm,
    sentence,
  });
  const against = { need, screw, turns, say };
  return (
    threadTold(against) ??
    depthTold(against, bite.marginMm) ??
    headTold(against) ??
    say(
      'fits',
      `${sayScrew(screw)} holds ${Math.floor(turns * 10) / 10} turns${spareMm === null ? '' : `, ${sayMm(spareMm)} mm short of the ground`}.`,
    )
  );
}

type Told = Pick<ScrewChoice, 'verdict' | 'turns' | 'spareMm' | 'sentence'>;
interface Against {
  readonly need: ScrewNeed;
  readonly screw: Screw;
  readonly turns: number;
  readonly say: (verdict: ScrewChoice['verdict'], sentence: string) => Told;
}

/** Whether it goes in, and holds; null: nothing against it. */
function threadTold({ need, screw, turns, say }: Against): Told | null {
  if (screw.thread !== need.thread)
    return say('no', `${screw.thread} does not go into ${need.thread}${nearly(screw, need)}.`);
  if (screw.form !== need.form)
    return say(
      'no',
      need.form === 'machine'
        ? `It cuts its own thread: for plastic, not for this post.`
        : `The boss is plastic: it wants a thread-forming screw.`,
    );
  if (screw.head === 'flat' && need.head)
    return say('no', 'A flat head is made for a countersink; here it would spread the notch.');
  if (turns < LEAST_TURNS)
    return say(
      'no',
      `Too short: ${sayScrew(screw)} holds ${Math.max(0, Math.floor(turns * 10) / 10)} turns, ${LEAST_TURNS} are the least.`,
    );
  return null;
}

/** Whether it ends before the hole does. */
function depthTold({ need, screw, say }: Against, biteMm: number): Told | null {
  const name = sayScrew(screw);
  if (need.depth) {
    const bottoms = clearance([need.depth, ...need.between], [spec(screw.lengthMm)]);
    if (bottoms.certainty === 'no')
      return say('no', `Too long: it bottoms ${sayMm(-bottoms.marginMm)} mm before its head holds.`);
    if (bottoms.certainty === 'doubtful')
      return say(
        'unknown',
        `${name} reaches the ground of the hole within ±${sayMm(bottoms.plusMinusMm)} mm: measure the depth of the thread.`,
      );
    return null;
  }
  if (need.safeBiteMm === null)
    return say('unknown', `Depth of the thread is not measured: ${name} might bottom.`);
  if (biteMm > need.safeBiteMm + 1e-9)
    return say(
      'unknown',
      `Goes ${sayMm(biteMm - need.safeBiteMm)} mm deeper than the maker's own screw: measure the depth of the thread.`,
    );
  return null;
}

/** Whether its head holds, and finds room. */
function headTold({ need, screw, say }: Against): Told | null {
  if (need.head && screw.headDiameterMm !== null) {
    if (screw.headDiameterMm > need.head.mostMm)
      return say(
        'no',
        `Head of ${sayMm(screw.headDiameterMm)} mm covers more than the ${sayMm(need.head.mostMm)} mm left free for it.`,
      );
    if (screw.headDiameterMm <= need.head.leastMm)
      return say(
        'no',
        `Head of ${sayMm(screw.headDiameterMm)} mm slips through the ${sayMm(need.head.leastMm)} mm notch.`,
      );
  }
  if (need.head && screw.headDiameterMm === null)
    return say(
      'unknown',
      `Head of ${sayScrew(screw)} is not measured: it has to be over ${sayMm(need.head.leastMm)} and at most ${sayMm(need.head.mostMm)} mm.`,
    );
  if (need.headRoomMm !== null && screw.headHeightMm !== null && screw.headHeightMm > need.headRoomMm)
    return say(
      'no',
      `Head stands ${sayMm(screw.headHeightMm)} mm where ${sayMm(need.headRoomMm)} mm is free.`,
    );
  return null;
}

/** Threads one takes for one another, since they start a turn and then jam or strip. */
const nearly = (screw: Screw, need: ScrewNeed): string =>
  Math.abs(diameterMm(screw.thread) - diameterMm(need.thread)) <= 0.6
    ? ', though it may start: it would jam or strip'
    : '';

/** The choice as a line of the pick list. */
export const screwItem = (choice: ScrewChoice, quantity = 1): Item => ({
  kind: 'screw',
  quantity,
  specification: sayScrew(choice.screw),
  from: choice.from,
  partId: choice.part?.id ?? null,
  name: choice.part?.name ?? `${sayScrew(choice.screw)} of this machine (${choice.where})`,
  drawer: choice.from === 'shelf' ? choice.where : '',
  priceMinor: choice.part ? choice.part.priceMinor * quantity : null,
  leadDays: null,
});

/**
 * From the fewest turns that hold to the ground of the hole, mm under the head; `most` null: nobody knows how
 * deep.
 */
export function lengthWindow(need: ScrewNeed): { least: number; most: number | null } {
  const between = need.between.reduce((sum, one) => sum + one.mm, 0);
  const depth = need.depth?.mm ?? need.safeBiteMm;
  return {
    least: between + LEAST_TURNS * COARSE_PITCH_MM[need.thread],
    most: depth === null ? null : between + depth,
  };
}

/** Lengths that would hold, in words, for the order: `M2, 2.0 to 3.3 mm`. */
export function sayScrewWanted(need: ScrewNeed): string {
  const { least, most } = lengthWindow(need);
  const head = need.head ? `, head over ${sayMm(need.head.leastMm)} to ${sayMm(need.head.mostMm)} mm` : '';
  return most === null
    ? `${need.thread}, ${sayMm(least)} mm or a little more${head}`
    : `${need.thread}, ${sayMm(least)} to ${sayMm(most)} mm long${head}`;
}
