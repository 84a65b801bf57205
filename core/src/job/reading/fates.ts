import type { Custody, OldDriveFate } from '../shape/custody.js';
import type { JobState } from '../shape/state.js';
import { sayMedium, sayMethod } from '../../move/index.js';
import { sayDate } from '../../units/index.js';

type Settled = NonNullable<JobState['oldDriveFate']>;

/** Where an old drive may go. */
export const FATES: readonly { id: OldDriveFate; say: string }[] = [
  { id: 'returned', say: 'Back to the customer' },
  { id: 'kept-as-fallback', say: 'Kept here as fallback until a date' },
  { id: 'left-in-machine', say: 'Left in the machine, unplugged, leads insulated' },
  { id: 'stays-in-use', say: 'Stays in the machine, in use' },
  { id: 'to-be-sanitised', say: 'Kept here to be sanitised' },
  { id: 'sanitised', say: 'Sanitised: by which method, and how checked' },
];

export function sayFate({ fate, until, note }: Pick<Settled, 'fate' | 'until' | 'note'>): string {
  const words = FATES.find((one) => one.id === fate)?.say ?? fate;
  const when = fate === 'kept-as-fallback' && until ? `Kept here as fallback until ${sayDate(until)}` : words;
  return note ? `${when} (${note}).` : `${when}.`;
}

const LEVELS = { clear: 'Clear', purge: 'Purge', destroy: 'Destroy' } as const;

/** One line of its record: what became of it, by which method and to which level of NIST SP 800-88. */
export function sayCustody(one: Custody): string {
  const { sanitised } = one;
  if (!sanitised) return sayFate(one);
  const tool = sanitised.tool ? ` with ${sanitised.tool}` : '';
  const note = one.note ? ` (${one.note})` : '';
  const on = sanitised.medium ? ` It was ${sayMedium(sanitised.medium)}.` : '';
  return `Sanitised, ${LEVELS[sanitised.level]}: ${sayMethod(sanitised.method)}${tool}. Checked: ${sanitised.verified}${note}.${on}`;
}
