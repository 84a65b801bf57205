import type { FactSource, Slot } from '../hardware/index.js';
import { aside, unknown, type Check, type Settles } from './finding.js';
import { answersTo } from './looks.js';
import type { Ask } from './rule.js';

/** Facts of a slot that stand in its document and that nobody has looked at: they say nothing. */
export const factsNotLooked = ({ sources }: Slot): string[] =>
  Object.entries(sources).flatMap(([fact, { state }]) => (state === 'nobody-looked' ? [fact] : []));

/**
 * A question that rests on such a fact has no answer yet, neither way: only what was measured or stated may
 * refuse a thing, or let it in.
 */
export const askBlind =
  (ask: Ask, facts: readonly string[]): Ask =>
  (drive) => {
    const check = ask(drive);
    return check && blind(check, facts);
  };

function blind({ outcome, couldChange, say }: Check, [fact = '']: readonly string[]): Check {
  const look = LOOKS[fact];
  const told = () => ({
    have: say().have,
    need: 'not looked',
    sentence: `Nobody has looked at ${look?.say ?? 'this place'} yet.`,
    ...(look
      ? { settles: { of: 'slot' as const, key: fact, ask: look.ask, choices: choicesFor(fact) } }
      : {}),
  });
  return outcome === 'unknown' && !couldChange ? aside(told) : unknown(told);
}

/** Where the facts of a slot come from, as far as its document names it: a sentence for each source. */
export function saySources({ sources }: Pick<Slot, 'sources'>): string[] {
  const by = new Map<string, string[]>();
  for (const [fact, source] of Object.entries(sources)) {
    const whence = WHENCE[source.state](source as never);
    by.set(whence, [...(by.get(whence) ?? []), LOOKS[fact]?.say ?? fact]);
  }
  return [...by].map(([whence, facts]) => `${whence}: ${facts.join(', ')}.`);
}

const WHENCE: { readonly [S in FactSource['state']]: (source: Extract<FactSource, { state: S }>) => string } =
  {
    measured: ({ jobNumber }) => `Measured by job ${jobNumber}`,
    stated: ({ by }) => `Stated by ${by}`,
    'nobody-looked': () => 'Nobody has looked at',
  };

const choicesFor = (fact: string): Settles['choices'] =>
  answersTo(fact).map((value) => ({ value, say: SAY_VALUE[value] ?? value }));

interface LookAt {
  readonly say: string;
  readonly ask: string;
}

const SAY_VALUE: Readonly<Record<string, string>> = {
  nvme: 'NVMe',
  sata: 'SATA',
  both: 'either',
  none: 'there is no post',
  'micro-sata': 'micro SATA',
};

/** What one looks at, and how it is asked; a length is measured. */
const LOOKS: Readonly<Record<string, LookAt>> = {
  key: {
    say: 'the key of the socket',
    ask: 'Which side has the rib of the socket? Five contacts off one end: M',
  },
  protocols: {
    say: 'what the socket speaks',
    ask: 'What does it speak? It stands on the board, or the old drive’s label says so',
  },
  post: { say: 'where the post stands', ask: 'For which length does the post stand, mm?' },
  connector: { say: 'the plug of the bay', ask: 'Which plug is it?' },
  coverAt: { say: 'the cover above the socket', ask: 'From the main board up to the inside of the cover' },
  standOff: { say: 'the height of the stand-off', ask: 'From the main board up to the seat of the drive' },
  roomLength: { say: 'the room in length', ask: 'Room in length' },
  roomWidth: { say: 'the room in width', ask: 'Room in width' },
  roomHeight: { say: 'the room in height', ask: 'Room in height' },
};
