import type { Change } from '../shape/change.js';
import type { JobState } from '../shape/state.js';

/** The list with this change in it, in the place of the one that had its id. */
export const putChange = ({ changes }: JobState, change: Change): Change[] =>
  changes.some((one) => one.id === change.id)
    ? changes.map((one) => (one.id === change.id ? change : one))
    : [...changes, change];

/** The list with something of one change otherwise. */
export const onChange = ({ changes }: JobState, id: string, to: Partial<Change>): Change[] =>
  changes.map((one) => (one.id === id ? { ...one, ...to } : one));
