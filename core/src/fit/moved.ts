import { isBay, isSocket, type BaySlot, type CardSlot, type M2Slot, type Slot } from '../hardware/index.js';
import { clearance, sayMm, type Measure } from '../units/index.js';
import { check, fits, no, toFinding, type Check, type Finding } from './finding.js';
import { verdictOf, type Verdict } from './verdict.js';

/**
 * The drive of one place in another one of the same machine. Nobody has measured it, but it goes where it is:
 * it is of that place's kind, speaks one of its protocols, and needs no more room than that has. What follows
 * from this is said; what does not is laid in and looked at.
 */
export function judgeMoved(from: Slot, to: Slot): Verdict {
  if (from.kind === 'soldered' || to.kind === 'soldered')
    return verdictOf([
      finding(
        'kind',
        no(() => told(from.label, to.label, 'What is soldered does not move.')),
      ),
    ]);
  if (isSocket(from) && isSocket(to)) return verdictOf(ofCards(from, to));
  if (isBay(from) && isBay(to)) return verdictOf(ofBoxes(from, to));
  return verdictOf([finding('kind', otherKind(from, to))]);
}

const NAMES = {
  kind: 'Kind',
  protocol: 'Protocol',
  key: 'Key',
  length: 'Length, post',
  room: 'Room',
  connector: 'Plug',
} as const;
const finding = (id: keyof typeof NAMES, one: Check): Finding =>
  toFinding({ id: `moved-${id}`, name: NAMES[id] }, one);
const told = (have: string, need: string, sentence: string) => ({ have, need, sentence });

const otherKind = (from: Slot, to: Slot): Check =>
  no(() =>
    told(
      from.kind,
      to.kind,
      `${from.label} holds ${isSocket(from) ? 'a card' : 'a box'}, ${to.label} takes ${isSocket(to) ? 'a card' : 'a box'}: it does not go in as it is.`,
    ),
  );

function ofCards(from: CardSlot, to: CardSlot): Finding[] {
  if (from.kind !== to.kind) return [finding('kind', otherShape(from, to))];
  if (from.kind === 'm2' && to.kind === 'm2')
    return [
      finding('protocol', protocolOf(from, to)),
      finding('key', keyOf(from, to)),
      finding('length', lengthOf(from, to)),
      finding('room', cardRoom(from, to)),
    ];
  return [finding('room', cardRoom(from, to))];
}

const otherShape = (from: Slot, to: Slot): Check =>
  no(() => told(from.kind, to.kind, `A card of ${from.label} has another edge than ${to.label} takes.`));

function protocolOf(from: M2Slot, to: M2Slot): Check {
  const [have, need] = [from.protocols.join(' or '), to.protocols.join(' or ')];
  const shared = from.protocols.filter((one) => to.protocols.includes(one));
  if (shared.length === 0)
    return no(() => told(have, need, `It speaks ${have}; ${to.label} speaks ${need}.`));
  return shared.length === from.protocols.length
    ? fits(() => told(have, need, `Whatever it speaks in ${from.label}, ${to.label} speaks it, too.`))
    : seeFirst(
        'read-protocol',
        told(have, need, `${to.label} speaks ${need} only: read which of ${have} the drive speaks.`),
        {
          title: `Read on its label: does it speak ${need}?`,
          short: 'read its label',
          detail: `${to.label} speaks ${need} only.`,
        },
      );
}

/** A card in a socket of one key may have both notches. */
const keyOf = (from: M2Slot, to: M2Slot): Check =>
  from.key === to.key
    ? fits(() => told(from.key, to.key, `Both sockets are of key ${to.key}.`))
    : seeFirst(
        'see-key',
        told(from.key, to.key, `${to.label} is of key ${to.key}: look whether the card has that notch, too.`),
        {
          title: `Look at its edge: is the notch of key ${to.key} there?`,
          short: 'look at its notch',
          detail: 'A card with both notches goes into either socket. Never force it.',
        },
      );

function lengthOf(from: M2Slot, to: M2Slot): Check {
  const mm = from.fitted?.lengthMm ?? null;
  const { nowAtMm, canMoveToMm } = to.post;
  const need = nowAtMm === null ? 'no post' : `${nowAtMm} now`;
  if (mm === null)
    return seeFirst(
      'see-length',
      told('not known', need, `Nobody has said how long the drive in ${from.label} is.`),
      {
        title: `Measure its length: does it end where ${to.label} holds it?`,
        short: 'measure its length',
        detail: `Held at ${[nowAtMm ?? [], canMoveToMm].flat().join(' or ')} mm.`,
      },
    );
  if (nowAtMm === mm) return fits(() => told(`${mm}`, need, `The post stands at ${mm} mm.`));
  if (!canMoveToMm.includes(mm))
    return no(() => told(`${mm}`, need, `Nothing holds a ${mm} mm drive in ${to.label}.`));
  return check('extras', () => ({
    ...told(`${mm}`, need, `The post of ${to.label} moves to ${mm} mm.`),
    extras: [
      {
        id: 'post',
        label: `Post to ${mm} mm`,
        item: null,
        step: {
          title: `Move the post to ${mm} mm`,
          short: `post to ${mm}`,
          detail: null,
          tool: to.post.tool,
          minutes: 2,
          caution: 'Check that its old place is bare.',
          when: 'before-drive' as const,
        },
      },
    ],
  }));
}

/**
 * It goes under the cover where it is: where there is no less room above and beneath, as far as
 * anybody measured, it goes, too.
 */
function cardRoom(from: CardSlot, to: CardSlot): Check {
  const beneath = clearance([to.standOff], [from.standOff]);
  const above = clearance([to.coverAt, from.standOff], [from.coverAt, to.standOff]);
  const least = above.marginMm < beneath.marginMm ? above : beneath;
  return least.marginMm >= 0
    ? fits(() => told(from.label, to.label, `${to.label} has no less room than ${from.label}.`))
    : layIn(to, `${to.label} may have ${sayMm(Math.max(0, -least.marginMm))} mm less room`);
}

/** Nobody can tell before it is out: what settles it is a step of the way. */
const seeFirst = (
  id: string,
  said: ReturnType<typeof told>,
  step: { readonly title: string; readonly short: string; readonly detail: string },
): Check =>
  check('unknown', () => ({
    ...said,
    extras: [
      {
        id,
        label: step.title,
        item: null,
        step: {
          ...step,
          tool: null,
          minutes: 2,
          caution: 'Where it is not so, it goes back into its own place.',
          when: 'before-drive' as const,
        },
      },
    ],
  }));

const layIn = (to: Slot, why: string): Check =>
  seeFirst(
    'lay-in',
    told('not measured', to.label, `${why} than the place it comes from: it is laid in on trial.`),
    {
      title: `Lay it into ${to.label} on trial`,
      short: 'lay in on trial',
      detail: 'Before anything is screwed down: does it lie flat, and does the cover close without force?',
    },
  );

function ofBoxes(from: BaySlot, to: BaySlot): Finding[] {
  if (from.kind !== to.kind) return [finding('kind', otherBay(from, to))];
  return [finding('connector', plugOf(from, to)), finding('room', bayRoom(from, to))];
}

const otherBay = (from: BaySlot, to: BaySlot): Check =>
  no(() => told(from.kind, to.kind, `${to.label} is made for another size of drive than ${from.label}.`));

const plugOf = (from: BaySlot, to: BaySlot): Check =>
  from.connector === to.connector
    ? fits(() => told(from.connector, to.connector, 'The plugs are alike.'))
    : no(() => told(from.connector, to.connector, `${to.label} has another plug: ${to.connector}.`));

function bayRoom(from: BaySlot, to: BaySlot): Check {
  const pairs: readonly [Measure, Measure][] = [
    [to.roomHeight, from.roomHeight],
    [to.roomLength, from.roomLength],
    [to.roomWidth, from.roomWidth],
  ];
  const tight = pairs.map(([has, had]) => clearance([has], [had])).find((one) => one.marginMm < 0);
  return tight
    ? layIn(to, `${to.label} may have ${sayMm(Math.max(0, -tight.marginMm))} mm less room`)
    : fits(() => told(from.label, to.label, `${to.label} has no less room than ${from.label}.`));
}
