import { sure } from '../units/index.js';
import type { Feature, IdentifyKnowledge, LookAlike, Shows, Thing, ThingGroup } from './knowledge.js';

/** An answer to a feature: one of its choices, a figure, or that it cannot be seen. */
export type Seen = { readonly feature: string } & (
  | { readonly kind: 'look'; readonly answer: string }
  | { readonly kind: 'measure'; readonly value: number }
  | { readonly kind: 'cannot-see' }
);

interface Candidate {
  readonly thing: Thing;
  /** Share of what is left, 0 to 1. */
  readonly chance: number;
  /** Features of the answers that speak against it. */
  readonly against: readonly string[];
}

interface Narrowed {
  /** Likeliest first; what several answers speak against is left out. */
  readonly candidates: readonly Candidate[];
  /** The feature that tells most for least effort; null: nothing is left to tell apart. */
  readonly next: Feature | null;
  /** Answers that no single thing agrees with, in a sentence. Null: they go together. */
  readonly contradiction: string | null;
  /** Look-alikes of the likeliest thing that one would take it for. */
  readonly warnings: readonly LookAlike[];
}

/**
 * How often an eye or a calliper is wrong, where the thing is otherwise right (common practice, no source).
 */
const MISREAD = 0.04;
/** A figure off by this many times its tolerance is a misreading, not a tolerance. */
const FAR = 3;
/** Below this share a thing is no longer shown. */
const NEGLIGIBLE = 0.002;
/** Nothing more needs to be asked once one thing holds this share. */
const SETTLED = 0.985;

/**
 * From what is seen and measured to what it is. Every answer weighs each thing by how likely it would show
 * so; an answer that cannot be right counts as a misreading now and then, so that one slip does not end the
 * search.
 *
 * @example
 * ```ts
 * import { narrow, shippedIdentify } from '@petrichor/core/identify';
 * const seen = [{ feature: 'length', kind: 'measure', value: 80 }];
 * narrow(shippedIdentify(), seen).candidates.length > 1; // true
 * ```
 */
export function narrow(
  knowledge: IdentifyKnowledge,
  seen: readonly Seen[],
  group: ThingGroup | null = null,
): Narrowed {
  const features = new Map(knowledge.features.map((one) => [one.id, one]));
  const things = knowledge.things.filter((thing) => group === null || thing.group === group);
  const told = seen.filter((one) => one.kind !== 'cannot-see');
  const weighed = things.map((thing) => {
    const likes = told.map((one) => ({
      feature: one.feature,
      like: likelihood(features.get(one.feature), thing.shows[one.feature], one),
    }));
    return {
      thing,
      weight: likes.reduce((product, { like }) => product * like, 1),
      against: likes.filter(({ like }) => like <= MISREAD).map(({ feature }) => feature),
    };
  });
  const total = weighed.reduce((sum, { weight }) => sum + weight, 0);
  const candidates = weighed
    .map(({ thing, weight, against }): Candidate => ({
      thing,
      against,
      chance: total > 0 ? weight / total : 0,
    }))
    .filter((one) => one.chance >= NEGLIGIBLE)
    .sort((a, b) => b.chance - a.chance || (a.thing.id < b.thing.id ? -1 : 1));
  return {
    candidates,
    next: nextFeature(knowledge, candidates, new Set(seen.map((one) => one.feature))),
    contradiction: contradictionIn(candidates, features, told.length),
    warnings: warningsFor(knowledge, candidates, seen),
  };
}

/** Chance that a thing would show so. What does not arise on it is as good as a misreading. */
function likelihood(feature: Feature | undefined, shows: Shows | undefined, seen: Seen): number {
  if (!feature || seen.kind === 'cannot-see') return 1;
  if (!shows) return MISREAD;
  if (seen.kind === 'look')
    return Array.isArray(shows) && shows.includes(seen.answer) ? (1 - MISREAD) / shows.length : MISREAD;
  if (Array.isArray(shows) || feature.kind !== 'measure') return MISREAD;
  const off = Math.max(shows.from - seen.value, seen.value - shows.to, 0);
  const slack = Math.max(feature.off, 1e-9);
  if (off > FAR * slack) return MISREAD;
  // A narrow window that is hit says more than a wide one.
  return Math.max(MISREAD, Math.exp(-((off / slack) ** 2) / 2) / (1 + (shows.to - shows.from) / (4 * slack)));
}

/** The feature whose answer is expected to tell most bits a second. */
function nextFeature(
  { features }: IdentifyKnowledge,
  candidates: readonly Candidate[],
  asked: ReadonlySet<string>,
): Feature | null {
  // What nothing speaks against is to be told apart; the rest waits until none of it is left.
  const agreeing = candidates.filter((one) => one.against.length === 0);
  if (candidates.length < 2 || sure(candidates[0]).chance >= SETTLED || agreeing.length === 1) return null;
  const open = agreeing.length > 1 ? agreeing : candidates;
  const total = open.reduce((sum, one) => sum + one.chance, 0);
  const left = open.map((one) => ({ ...one, chance: one.chance / total }));
  let best: { feature: Feature; rate: number } | null = null;
  for (const feature of features) {
    if (asked.has(feature.id)) continue;
    const rate = bitsOf(feature, left) / feature.seconds;
    if (rate > 1e-4 && (!best || rate > best.rate)) best = { feature, rate };
  }
  return best?.feature ?? null;
}

/**
 * Expected bits: the entropy of its answers, less what is mere ambiguity of a thing that shows in several
 * ways.
 */
function bitsOf(feature: Feature, candidates: readonly Candidate[]): number {
  const answers = new Map<string, number>();
  let own = 0;
  for (const { thing, chance } of candidates) {
    const ways = waysOf(feature, thing.shows[feature.id]);
    for (const way of ways) answers.set(way, (answers.get(way) ?? 0) + chance / ways.length);
    own += chance * Math.log2(ways.length);
  }
  let entropy = 0;
  for (const share of answers.values()) if (share > 0) entropy -= share * Math.log2(share);
  return Math.max(0, entropy - own);
}

/** The answers a thing may give: a figure falls into a step of the tool's tolerance. */
function waysOf(feature: Feature, shows: Shows | undefined): string[] {
  if (!shows) return ['none'];
  if (Array.isArray(shows)) return shows;
  const step = feature.kind === 'measure' ? Math.max(feature.off * 2, 1e-6) : 1;
  const [from, to] = [Math.round(shows.from / step), Math.round(shows.to / step)];
  return Array.from({ length: Math.min(12, to - from + 1) }, (_, at) => String(from + at));
}

function contradictionIn(
  candidates: readonly Candidate[],
  features: ReadonlyMap<string, Feature>,
  answerCount: number,
): string | null {
  if (answerCount < 2) return null;
  if (candidates.some((one) => one.against.length === 0)) return null;
  const [first] = candidates;
  const ask = (id: string) => `'${features.get(id)?.ask ?? id}'`;
  return first
    ? `Nothing known shows all of this. For ${first.thing.name}, look again at ${first.against.map(ask).join(' and ')}.`
    : 'Nothing known shows any of this. Begin again, or choose another kind of thing.';
}

function warningsFor(
  { lookAlikes }: IdentifyKnowledge,
  candidates: readonly Candidate[],
  seen: readonly Seen[],
): LookAlike[] {
  const first = candidates[0];
  if (!first || sure(candidates[0]).chance < 0.2) return [];
  const settled = new Set(seen.filter((one) => one.kind !== 'cannot-see').map((one) => one.feature));
  return lookAlikes.filter((pair) => pair.of.includes(first.thing.id) && !settled.has(pair.feature));
}
