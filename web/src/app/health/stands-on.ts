import { sure } from '@petrichor/core/units';
import type { HealthReply, Standing } from '@petrichor/api';
import { sayBytes } from '@petrichor/core/move';
import { sayMoment, sayWhen } from '../shell/promise';
import type { MarkName } from '../ui/state-mark';
import { sayBackup } from './say-backup';

export interface Leg {
  readonly name: string;
  readonly mark: MarkName;
  /** How it stands, in a word beside the mark. */
  readonly word: string;
  readonly says: readonly string[];
}

const MARKS: Readonly<Record<Standing, MarkName>> = { good: 'settled', watch: 'needs', bad: 'stop' };
const WORDS: Readonly<Record<Standing, string>> = { good: 'well', watch: 'look at it', bad: 'broken' };

/** Everything that Petrichor stands on, as lines. */
export function standsOn(health: HealthReply): Leg[] {
  const { database, feed, disk, photos, sealedNotes, backup } = health;
  const leg = (name: string, standing: Standing, ...says: (string | false)[]): Leg => ({
    name,
    mark: MARKS[standing],
    word: WORDS[standing],
    says: says.filter((one): one is string => one !== false),
  });
  return [
    leg(
      'Database',
      database.standing,
      database.answerMs === null ? 'It does not answer.' : `Answers in ${database.answerMs} ms.`,
      database.bytes !== null && `${sayBytes(database.bytes)}, shape ${database.shape}.`,
    ),
    leg(
      'News between screens',
      feed.standing,
      feed.listening
        ? `${feed.screens} ${feed.screens === 1 ? 'screen listens' : 'screens listen'}.`
        : 'Screens hear of one another only when they ask. It is tried again every second.',
    ),
    leg(
      'Disk',
      disk.standing,
      disk.freeBytes === null
        ? 'It cannot be asked.'
        : `${sayBytes(disk.freeBytes)} of ${sayBytes(sure(disk.totalBytes))} free.`,
      disk.standing !== 'good' && 'Make room: a full disk stops everything.',
    ),
    leg(
      'Photos',
      photos.standing,
      !photos.kept && 'The folder of photos cannot be written to: photos stay on the tablets that take them.',
      photos.bytes !== null &&
        `${sayBytes(photos.bytes)}${photos.quotaBytes === null ? '' : ` of the ${sayBytes(photos.quotaBytes)} they may take`}.`,
    ),
    leg(
      'Sealed notes',
      sealedNotes.standing,
      sealedNotes.standing === 'good'
        ? 'There is a key. Print it once: ./petrichor backup --seal-key FILE'
        : 'There is no key: passcodes cannot be kept.',
    ),
    backupLeg(backup),
  ];
}

function backupLeg({ is, state }: HealthReply['backup']): Leg {
  const { made, checked, failed, folder, nightlyAt, logAt } = state;
  const { mark, words } = sayBackup({
    standing: is,
    madeAt: made?.at ?? null,
    checkedAt: checked?.at ?? null,
  });
  return {
    name: 'Backup',
    mark,
    word: is === 'good' ? 'well' : is === 'unchecked' || is === 'none' ? 'look at it' : 'broken',
    says: [
      `${words}.`,
      folder === null
        ? 'Set PETRICHOR_BACKUP to a folder on another disk, and start again: it is backed up and tried every night.'
        : `Every night at ${nightlyAt} into ${folder}.`,
      ...(made
        ? [`Made ${sayMoment(made.at)}: ${sayBytes(made.bytes)} in ${made.seconds.toFixed(0)} s.`]
        : []),
      ...(checked
        ? [
            `Restored on trial and replayed ${sayMoment(checked.at)} in ${checked.seconds.toFixed(0)} s: ${checked.good ? 'no difference' : checked.faults.join(' ')}.`,
          ]
        : []),
      ...(logAt
        ? [`What is written in between is taken along within two minutes, last at ${sayWhen(logAt)}.`]
        : []),
      ...(failed ? [failed.sentence] : []),
    ],
  };
}
