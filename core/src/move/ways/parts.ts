import type { Crossing, RecoveryKey } from '../crossing.js';
import { bytesOf } from '../disk.js';
import type { Carried, CopyTask } from '../time/copy-time.js';
import { estimate, sum, widest, type Range } from '../time/estimate.js';
import type { Doing, MoveRisk } from './way.js';

/** Bytes per file where nobody has counted: a home folder's usual mean (common practice, no source). */
const USUAL_FILE_BYTES = 900_000;

/**
 * Files to be carried one by one: counted, else reckoned from what is used, at most the whole drive. Null:
 * nobody knows any size.
 */
export function filesOf({ facts, usedBytes, sourceBytes }: Crossing): number | null {
  const bytes = usedBytes ?? sourceBytes;
  return facts.files ?? (bytes === null ? null : Math.round(bytes / USUAL_FILE_BYTES));
}

/**
 * What a clone carries: what is used of every partition, as far as that is known, else all of it. Null:
 * nobody knows how much there is.
 */
export function carriedOf({ source, sourceBytes, usedBytes }: Crossing): Carried[] | null {
  if (!source || source.partitions.length === 0) {
    const bytes = sourceBytes ?? usedBytes;
    return bytes === null ? null : [{ from: 0, to: 1, bytes }];
  }
  return source.partitions
    .filter((one) => one.kind !== 'extended' && one.kind !== 'swap')
    .map((one) => ({
      from: one.startSector / source.totalSectors,
      to: (one.startSector + one.sectors) / source.totalSectors,
      bytes: one.usedBytes ?? bytesOf(source, one.sectors),
    }));
}

/** Time until everything is across and compared. Null: a size that nobody knows has no time. */
export function carryTime(
  crossing: Crossing,
  how: { files: number | null; wholeDisk?: boolean; verify?: boolean },
): Range | null {
  const { sourceBytes } = crossing;
  const carried = how.wholeDisk
    ? sourceBytes === null
      ? null
      : [{ from: 0, to: 1, bytes: sourceBytes }]
    : carriedOf(crossing);
  if (carried === null || how.files === null) return null;
  return timeOf(crossing, {
    carried,
    verify: how.verify ?? true,
    files: how.files,
    badAreas: crossing.badAreas,
  });
}

/** Minutes for a copy, whichever of its possible media the old drive has. */
export const timeOf = (
  { task, reads, spread }: Pick<Crossing, 'task' | 'reads' | 'spread'>,
  copy: Pick<CopyTask, 'carried' | 'verify' | 'files' | 'badAreas'>,
): Range => widest(reads.map((read) => estimate({ ...task, ...copy, read }, spread)));

/** Nothing where a part of it is not known. */
export const sumKnown = (...ranges: readonly (Range | null)[]): Range | null =>
  ranges.every((one) => one !== null) ? sum(...ranges) : null;

/** Nothing is copied off it at all. */
export const isDead = ({ health }: Crossing): string | null =>
  health === 'dead' ? 'The old drive does not answer: nothing can be read from it here.' : null;

/** Nobody has a copy that was read back. */
export const lacksBackup = ({ backup, nothingToKeep }: Crossing): boolean =>
  backup !== 'verified' && !nothingToKeep;

export function reachFault({ facts }: Crossing): string | null {
  return facts.reach === 'none'
    ? 'Both drives have to be reached at once: a dock, an enclosure or a spare slot is needed.'
    : null;
}

export const BACKUP_FIRST: Doing = {
  id: 'backup',
  say: 'Back up what must not be lost, to something else, and read it back',
};

/** What has to be opened, paused or turned off before sectors are copied. */
export function beforeSectors(crossing: Crossing): Doing[] {
  const { facts } = crossing;
  return [
    ...(lacksBackup(crossing) ? [BACKUP_FIRST] : []),
    ...(facts.encryption === 'unlocked'
      ? [
          {
            id: 'pause-encryption',
            say: 'Pause the disk encryption; it goes on the tray',
            onTray: 'encryption',
          } as const,
        ]
      : []),
    ...(facts.encryption === 'yes'
      ? [
          {
            id: 'see-encryption',
            say: 'See whether the encryption is open; unlock it, then pause it',
          } as const,
        ]
      : []),
    ...(facts.encryption === 'locked'
      ? [{ id: 'unlock', say: 'Unlock the encrypted drive with its recovery key' }]
      : []),
    ...(facts.encryption === 'unknown'
      ? [{ id: 'ask-encryption', say: 'Find out whether it is encrypted, and where the recovery key is' }]
      : []),
  ];
}

/** Nothing else starts the machine with an empty drive in. */
export const usbMedium = ({ facts }: Crossing): Doing[] =>
  facts.usbMedium
    ? []
    : [
        {
          id: 'usb',
          say: 'Make a bootable medium with the installer and this machine’s drivers, network first',
        },
      ];

/** The cloning or installing medium may not start while Secure Boot is on. */
export const secureBootOff = ({ facts }: Crossing): Doing[] =>
  facts.secureBoot === 'off'
    ? []
    : [
        {
          id: 'secure-boot',
          say: 'Secure Boot may have to be off for the medium; it goes on the tray and must go back on',
          onTray: 'secure-boot',
        },
      ];

export const keyRisk = ({ facts, recoveryKey }: Crossing): MoveRisk[] =>
  facts.encryption === 'none' || recoveryKey === 'not-encrypted'
    ? []
    : [
        {
          say: 'First start asks for the recovery key',
          detail: SAY_KEY[recoveryKey],
          chance: '1 in 5',
          kind: 'may',
        },
      ];

const SAY_KEY: Record<RecoveryKey, string> = {
  'not-encrypted': '',
  'customer-holds-it': 'The customer has it: see it before opening',
  account: 'In the customer’s account: see it before opening',
  sealed: 'In a sealed note here: see it before opening',
  nobody: 'Nobody has it: what is encrypted cannot be opened again without it',
  unknown: 'Nobody knows where it is: find it first',
};

export const badAreaRisk = ({ badAreas }: Crossing): MoveRisk[] =>
  badAreas > 0
    ? [
        {
          say: `${badAreas === 1 ? 'One place does' : `${badAreas} places do`} not read`,
          detail: 'What lies there is lost; the report names it',
          chance: 'certain',
          kind: 'may',
        },
      ]
    : [];

export const dropOutRisk = ({ health }: Crossing): MoveRisk => ({
  say: 'Old drive drops out midway',
  detail: 'It goes on from its map; the third time, rescue',
  chance: health === 'failing' ? '1 in 3' : health === 'bad-areas' ? '1 in 12' : '1 in 60',
  kind: 'may',
});

export const NEVER_BOTH: MoveRisk = {
  say: 'Both drives in one machine',
  detail: 'Same identity: never start with both in',
  chance: 'never',
  kind: 'never-do',
};
