import type { Crossing } from '../crossing.js';
import { bytesOf } from '../disk.js';
import type { Carried } from '../time/copy-time.js';
import { estimate, type Range } from '../time/estimate.js';
import type { Doing, MoveRisk } from './way.js';

/** Bytes per file where nobody has counted: a home folder's usual mean (common practice, no source). */
const USUAL_FILE_BYTES = 900_000;

export const filesOf = ({ facts, usedBytes }: Crossing): number => facts.files ?? Math.round((usedBytes ?? 0) / USUAL_FILE_BYTES);

/** What a clone carries: what is used of every partition, as far as that is known, else all of it. */
export function carriedOf({ source, sourceBytes, usedBytes }: Crossing): Carried[] {
  if (!source || source.partitions.length === 0) {
    const bytes = sourceBytes ?? usedBytes ?? 0;
    return bytes > 0 ? [{ from: 0, to: 1, bytes }] : [];
  }
  return source.partitions
    .filter((one) => one.kind !== 'extended' && one.kind !== 'swap')
    .map((one) => ({
      from: one.startSector / source.totalSectors,
      to: (one.startSector + one.sectors) / source.totalSectors,
      bytes: one.usedBytes ?? bytesOf(source, one.sectors),
    }));
}

/** Time until everything is across and compared. */
export function carryTime(crossing: Crossing, how: { files: number; whole?: boolean; verify?: boolean }): Range {
  const carried = how.whole ? [{ from: 0, to: 1, bytes: crossing.sourceBytes ?? 0 }] : carriedOf(crossing);
  return estimate(
    { ...crossing.task, carried, verify: how.verify ?? true, files: how.files, badAreas: crossing.badAreas },
    crossing.spread,
  );
}

/** Nothing is copied off it at all. */
export const isDead = ({ health }: Crossing): string | null =>
  health === 'dead' ? 'The old drive does not answer: nothing can be read from it here.' : null;

export function reachFault({ facts }: Crossing): string | null {
  return facts.reach === 'none' ? 'Both drives have to be reached at once: a dock, an enclosure or a spare slot is needed.' : null;
}

export const BACKUP_FIRST: Doing = { id: 'backup', say: 'Back up what must not be lost, to something else, and read it back' };

/** What has to be opened, paused or turned off before sectors are copied. */
export function beforeSectors({ facts, backup, nothingToKeep }: Crossing): Doing[] {
  return [
    ...(backup === 'verified' || nothingToKeep ? [] : [BACKUP_FIRST]),
    ...(facts.encryption === 'unlocked'
      ? [{ id: 'pause-encryption', say: 'Pause the disk encryption; it goes on the tray', onTray: 'encryption' } as const]
      : []),
    ...(facts.encryption === 'locked' ? [{ id: 'unlock', say: 'Unlock the encrypted drive with its recovery key' }] : []),
    ...(facts.encryption === 'unknown'
      ? [{ id: 'ask-encryption', say: 'Find out whether it is encrypted, and where the recovery key is' }]
      : []),
  ];
}

/** Nothing else starts the machine with an empty drive in. */
export const usbMedium = ({ facts }: Crossing): Doing[] =>
  facts.usbMedium ? [] : [{ id: 'usb', say: 'Make a bootable medium with the installer and this machine’s drivers, network first' }];

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
          detail:
            recoveryKey === 'customer-holds-it' ? 'The customer has it: see it before opening' : 'Nobody knows where it is: find it first',
          chance: '1 in 5',
          kind: 'may',
        },
      ];

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
