import {
  copiesOnRecord,
  isFitted,
  SAY_COMPARED,
  stakeOf,
  type Compared,
  type CopyOnRecord,
  type JobState,
} from '../job/index.js';
import { sayDate, sayMarked } from '../units/index.js';

/**
 * What became of the data, to somebody who does not know the words of the trade. Each sentence comes from an
 * event that proves it.
 */
export function dataLines(job: JobState): string[] {
  const copies = copiesOnRecord(job);
  const told = copies.map(sayCopy);
  const installed = job.setUp['installed']?.outcome === 'done' ? ['The system was installed anew.'] : [];
  switch (job.safeguard?.plan) {
    case undefined:
      return told;
    case 'add':
      return orNone(told, isFitted(job) ? '; the new drive was added beside what was there' : '');
    case 'nothing-to-keep': {
      const nothing = stakeOf(job) === 'none' ? ['You told us that there is nothing to keep.'] : [];
      return [...nothing, ...installed, ...told];
    }
    case 'clone':
    case 'rescue':
    case 'copy':
    case 'restore-backup':
    case 'clean-install':
      return [...installed, ...orNone(told)];
  }
}

/** The same for the workshop: with what it was made, and to which drive. */
export const copyLines = (job: JobState): string[] =>
  copiesOnRecord(job).map((one) =>
    one.proof === 'run'
      ? `${one.kind === 'clone' ? 'Clone' : 'Rescue read'} in the dock, to ${one.to}, ${how(one.compared)}.`
      : one.proof === 'stated'
        ? `Stated by ${one.copy.by.name}: ${one.copy.what === 'all' ? 'all of it' : 'the files'}, with ${one.copy.made}, ${SAY_COMPARED[one.copy.compared]}.`
        : `Set up, ${one.item}: checked by ${one.by}.`,
  );

const orNone = (told: readonly string[], beside = ''): string[] =>
  told.length > 0 ? [...told] : [`No copy of your data is on record${beside}.`];

function sayCopy(one: CopyOnRecord): string {
  if (one.proof === 'checked')
    return `${one.item === 'restored' ? 'Your backup was restored' : 'Your files were put back from the backup'}; checked by ${one.by}.`;
  if (one.proof === 'stated') {
    const { what, by, at, compared } = one.copy;
    return `${what === 'all' ? 'All of the old drive was' : 'Your files were'} copied to the new drive, ${SAY_COMPARED[compared]}. Told by ${by.name}, ${sayDate(at.slice(0, 10))}.`;
  }
  const size = one.bytes === null ? '' : `, ${sayMarked(one.bytes)}`;
  const unread =
    one.badPlaces === 0
      ? ''
      : ` ${one.badPlaces === 1 ? 'One place' : `${one.badPlaces} places`} could not be read.`;
  return one.kind === 'clone'
    ? `All of the old drive was copied${size}, ${how(one.compared)}.${unread}`
    : `What could still be read was copied${size}, ${how(one.compared)}.${unread} Look through what matters to you.`;
}

const how = (compared: Compared | null): string =>
  compared === null ? 'and how it was compared is not on record' : SAY_COMPARED[compared];
