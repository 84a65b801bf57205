import type { Operation, StartNeeds } from '../hardware/index.js';
import type { Start } from '../teardown/index.js';
import type { OpeningChange, OpeningPolicy } from './case.js';
import { isBatteryOff, type GuideFacts } from './facts.js';

interface NoStart {
  readonly start: Start;
  readonly say: string;
}

function no(because: NonNullable<Start['because']>, say: string, named: readonly Operation[] = []): NoStart {
  const labels = named.flatMap((one) => one.takes.map(({ label }) => label));
  const out = labels.length > 0 ? labels : named.map(({ short }) => short);
  return { start: { possible: false, because, out }, say };
}

const quoted = (operations: readonly Operation[]): string =>
  operations.map(({ short }) => `‘${short}’`).join(', ');

/** Why nothing can be started while it is open, as a code and as a sentence for the bench; null: it can. */
export function noStartBecause(
  changes: readonly OpeningChange[],
  inOrder: readonly Operation[],
  facts: GuideFacts,
  policy: OpeningPolicy,
): NoStart | null {
  const { start } = facts.model.guide;
  if (!policy.tryBeforeClosing) return no('policy', 'This workshop closes a machine before it is tried.');
  if (start === null)
    return no(
      'not-said',
      'The guide does not say what a start needs while it is open: it is tried once closed.',
    );
  const places = new Set(changes.flatMap(({ place, to }) => [place, ...(to === undefined ? [] : [to])]));
  const lies = inOrder.filter(
    (one) => one.role === null && one.mirror !== null && !places.has(facts.placeOf(one) ?? ''),
  );
  const back = closingOf(start.back, lies);
  const under = batteryUnder(start.back, inOrder, lies, facts);
  if (under) return under;
  if (lies.length === 0 || back.length < lies.length) return null;
  const named = lies.filter(({ id }) => start.back.includes(id));
  return no(
    'cannot',
    `A start needs ${quoted(named)} undone, and all that lies over it with that: it is tried once closed.`,
    named,
  );
}

/** With the battery's plug under what a start needs, the board is live while other things still lie open. */
function batteryUnder(
  back: readonly string[],
  inOrder: readonly Operation[],
  lies: readonly Operation[],
  facts: GuideFacts,
): NoStart | null {
  const closing = closingOf(back, inOrder);
  const stillOpen = lies.filter(
    (one) => !closing.includes(one) && facts.isInside(one) && !facts.isOnPowerPath(one),
  );
  if (!closing.some(isBatteryOff) || stillOpen.length === 0) return null;
  const named = closing.filter(({ id }) => back.includes(id));
  return no(
    'cannot',
    `A start needs ${quoted(named)} undone, and the battery with it, while ‘${stillOpen[0]?.short ?? ''}’ is still open: it is tried once closed.`,
    named,
  );
}

/** What has to be undone before these can be: they themselves, and all that stands on them. */
export function closingOf(back: readonly string[], inOrder: readonly Operation[]): Operation[] {
  const closing = new Set(back.filter((id) => inOrder.some((one) => one.id === id)));
  for (let grew = closing.size > 0; grew;) {
    grew = false;
    for (const { id, after, mirror } of inOrder) {
      if (closing.has(id) || mirror === null || after.length === 0) continue;
      if (!after.every((all) => all.some((one) => closing.has(one)))) continue;
      closing.add(id);
      grew = true;
    }
  }
  return inOrder.filter(({ id }) => closing.has(id));
}

/**
 * What brings the power for a start: the mains lead, the battery, or nothing that was taken away. A start
 * that tries a battery has both.
 */
export function powerOf(
  { guide }: GuideFacts['model'],
  isDone: (one: Operation) => boolean,
  triesBattery: boolean,
): Operation[] {
  const mains = guide.operations.filter(({ role }) => role === 'mains');
  const battery = guide.operations.filter(isBatteryOff);
  const onBattery = guide.start?.power === 'battery' && battery.length > 0;
  return [...(onBattery || triesBattery ? battery : []), ...(onBattery ? [] : mains)].filter(isDone);
}

/** What is done at a start, in words: as far as the guide says. */
export function sayStart({ button, screen, cooling, power }: StartNeeds): string {
  const with_ = [
    power === 'battery' ? 'on its battery' : '',
    screen === 'outside' ? 'with a screen from outside' : '',
    cooling === 'not-for-a-look' ? 'for a short look, the cooler off' : '',
  ].filter((one) => one !== '');
  return [
    `Start it${with_.length > 0 ? ` ${with_.join(', ')}` : ''}, and look`,
    ...(button === null ? [] : [`the button: ${button}`]),
  ].join('; ');
}
