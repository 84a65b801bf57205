import type { Actor } from '@petrichor/core/job';
import { createHash } from 'node:crypto';
import { stringify } from 'safe-stable-stringify';
import { Refused } from '../refused.js';
import type { GivenBefore } from '../store/jobs.js';

/** SHA-256 over who asked what, keys in order: two commands are the same exactly when theirs are. */
export const askedHash = (by: Actor, asked: object): string =>
  createHash('sha256')
    .update(stringify([by.id, asked]))
    .digest('hex');

/**
 * Whether a command was given before. An id that stands for anything else (other content, another person,
 * another job) is refused: an id is readable by everybody, and is no reason to believe or to skip anything.
 */
export function isRepeat(
  before: GivenBefore | null,
  by: Actor,
  hash: string,
  jobId: string | null,
): before is GivenBefore {
  if (!before) return false;
  const same = before.askedHash === null ? before.byId === by.id : before.askedHash === hash;
  if (same && (jobId === null || before.jobId === jobId)) return true;
  throw new Refused(
    409,
    'other-command',
    'Something else was done under this command’s id, so this was not done. Load the page again, and do it once more.',
  );
}
