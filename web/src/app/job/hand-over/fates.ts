import type { JobState } from '@petrichor/core';

type Settled = NonNullable<JobState['oldDriveFate']>;

/** Where an old drive may go. */
export const FATES: readonly { id: Settled['fate']; say: string }[] = [
  { id: 'returned', say: 'Back to the customer' },
  { id: 'kept-as-fallback', say: 'Kept here as fallback until a date' },
  { id: 'left-in-machine', say: 'Left in the machine, unplugged, leads insulated' },
  { id: 'to-be-sanitised', say: 'To be sanitised by a method fit for its medium' },
];

export function sayFate({ fate, until, note }: Settled): string {
  const words = FATES.find((one) => one.id === fate)?.say ?? fate;
  const when = fate === 'kept-as-fallback' && until ? `Kept here as fallback until ${until}` : words;
  return note ? `${when} (${note}).` : `${when}.`;
}
