import { isDrivePlace, isSocket, sayScrew, type Operation } from '../hardware/index.js';
import { leadingTo } from './policy.js';
import { warn, type GuideWarning, type Written } from './guide-warning.js';

/**
 * Where a guide says two things at once. Its words are only ever held against its data here: nothing is
 * decided by them.
 */
export const contradictions = (model: Written): GuideWarning[] => [
  ...clipDepths(model),
  ...latches(model),
  ...holeDepths(model),
  ...captiveLengths(model),
  ...laidOnNowhere(model),
];

const wordsOf = (operation: Operation): string =>
  [operation.detail, operation.caution, operation.clips?.note, ...operation.checks].filter(Boolean).join(' ');

/** `no deeper than 3 mm` beside clips that are said to take 6. */
const clipDepths = ({ guide }: Written): GuideWarning[] =>
  guide.operations.flatMap((operation) => {
    const { clips } = operation;
    if (!clips) return [];
    const said = [...wordsOf(operation).matchAll(/deeper than (\d+(?:[.,]\d+)?) mm/gi)].map((found) =>
      Number(found[1]!.replace(',', '.')),
    );
    return said
      .filter((mm) => mm !== clips.deepestMm)
      .map((mm) =>
        warn('two-clip-depths', operation, { title: operation.title, saidMm: mm, clipsMm: clips.deepestMm }),
      );
  });

/** A plug that is drawn straight and a bar that is lifted are not the same plug. */
const latches = ({ guide }: Written): GuideWarning[] =>
  guide.operations.flatMap((operation) =>
    operation.takes.flatMap((thing) => {
      if (thing.kind !== 'lead' || !thing.connector) return [];
      const latched = thing.connector.kind === 'latch' || thing.connector.kind === 'eared';
      const words = `${wordsOf(operation)} ${thing.connector.opens}`;
      const lifted = /\b(flip latch|slide latch|lift the (bar|other edge))\b/i.test(words);
      const straight = /\bstraight (up|off)\b/i.test(words);
      const clash = latched ? straight : lifted;
      return clash
        ? [warn('two-latches', operation, { title: operation.title, thing: thing.label, latched })]
        : [];
    }),
  );

/** A board of M.2 and mSATA is 0.8 mm thick (PCI Express M.2 specification; from memory). */
const CARD_MM = 0.8;
/** What a rule and a calliper may differ by. */
const ALIKE_MM = 0.3;

/** One hole has one depth: in the guide, and between the guide and the post of its slot. */
function holeDepths({ guide, places }: Written): GuideWarning[] {
  const seen = new Map<string, { depthMm: number; operation: Operation }>();
  return guide.operations.flatMap((operation) =>
    operation.takes.flatMap((thing) => {
      if (thing.kind !== 'screw') return [];
      const slot = places.filter(isDrivePlace).find((one) => one.id === operation.place);
      const thread =
        slot && isSocket(slot) && sayScrew(slot.screw) === sayScrew(thing.screw) ? slot.threadDepth : null;
      return thing.holes.flatMap((hole) => {
        if (hole.depthMm === undefined) return [];
        const key = `${operation.side} ${hole.xMm} ${hole.yMm}`;
        const other = seen.get(key);
        seen.set(key, { depthMm: hole.depthMm, operation });
        const post = thread ? thread.mm + CARD_MM : null;
        return [
          ...(other && Math.abs(other.depthMm - hole.depthMm) > ALIKE_MM
            ? [twoDepths(operation, hole.depthMm, other.depthMm, other.operation.title)]
            : []),
          ...(post !== null && thread && Math.abs(post - hole.depthMm) > ALIKE_MM + thread.plusMinusMm
            ? [twoDepths(operation, hole.depthMm, post, null)]
            : []),
        ];
      });
    }),
  );
}

/** @param other the operation that says the other one; null: the thread of its post */
const twoDepths = (
  operation: Operation,
  hereMm: number,
  otherMm: number,
  other: string | null,
): GuideWarning => warn('two-hole-depths', operation, { title: operation.title, hereMm, otherMm, other });

/** Captive screws cannot be mixed up: a caution about long and short ones beside them is about nothing. */
const captiveLengths = ({ guide }: Written): GuideWarning[] =>
  guide.operations
    .filter(
      (operation) =>
        operation.takes.length > 0 &&
        operation.takes.every((thing) => thing.kind === 'screw' && thing.captive),
    )
    .filter((operation) => /\b(long|short)(er|est)?\b.*\b(hole|screw|one)s?\b/i.test(wordsOf(operation)))
    .map((operation) => warn('captive-mixed', operation, { title: operation.title }));

/** What is charged for has a step that lays it on. */
const laidOnNowhere = ({ guide, places }: Written): GuideWarning[] =>
  places.filter(isDrivePlace).flatMap((slot) => {
    const onTheWay = leadingTo(guide.operations, slot.reach);
    return slot.usedUp
      .filter(
        ({ kind }) =>
          !guide.operations.some((one) => onTheWay.has(one.id) && one.mirror?.lays.includes(kind)),
      )
      .map(({ label }) =>
        warn('laid-on-nowhere', { id: slot.reach[0] ?? '' }, { thing: label, slot: slot.label }),
      );
  });
