import { between, NO_TIME, sum } from '../time/estimate.js';
import {
  BACKUP_FIRST,
  carryTime,
  filesOf,
  lacksBackup,
  secureBootOff,
  sumKnown,
  usbMedium,
} from './parts.js';
import type { Way } from './way.js';

/** Installer, drivers, updates; then each program (common practice, no source). */
const INSTALL = between(25, 50);
const INSTALL_HANDS = between(25, 40);
const PER_PROGRAM = between(1, 3);
const USUAL_PROGRAMS = 20;

export const cleanInstall: Way = {
  id: 'clean-install',
  say: 'Clean install',
  judge(crossing) {
    const { facts, nothingToKeep, health, backup } = crossing;
    const programs = facts.programs ?? USUAL_PROGRAMS;
    const byHand = {
      p10: programs * PER_PROGRAM.p10,
      p50: programs * PER_PROGRAM.p50,
      p90: programs * PER_PROGRAM.p90,
    };
    const unread = health === 'dead' && (backup === 'none' || backup === 'unknown') && !nothingToKeep;
    const files = nothingToKeep ? NO_TIME : carryTime(crossing, { files: filesOf(crossing), verify: false });
    const why = unread
      ? 'The old drive does not answer and no backup is known of: its files cannot be brought back here.'
      : null;
    const before = [
      ...(lacksBackup(crossing) ? [BACKUP_FIRST] : []),
      ...usbMedium(crossing),
      ...(facts.storageMode === 'same'
        ? []
        : [{ id: 'storage-mode-first', say: 'Set the storage mode in the firmware before installing' }]),
      ...secureBootOff(crossing),
      { id: 'licences', say: 'Note edition, keys and what has to be signed in to again' },
    ];
    return {
      line:
        facts.programs === null
          ? 'Files brought over, programs by hand.'
          : `Files brought over, ${facts.programs} programs by hand.`,
      possible: why ? 'no' : before.some((one) => one.id === 'usb' || one.id === 'backup') ? 'after' : 'yes',
      why,
      before,
      after: [
        { id: 'choose-drive', say: 'Choose the new drive in the installer, by its size; unplug every other' },
      ],
      lost: [
        'Programs and their settings, until they are set up again',
        ...(facts.secondSystem ? ['The second system'] : []),
      ],
      risks: [
        {
          say: 'A licence does not activate',
          detail: 'Edition and key noted beforehand',
          chance: '1 in 10',
          kind: 'may',
        },
        {
          say: 'A program has no installer any more',
          detail: 'Ask before the old drive goes',
          chance: '1 in 8',
          kind: 'may',
        },
        {
          say: 'The wrong drive is chosen',
          detail: 'Everything on it is gone: unplug the others',
          chance: 'never',
          kind: 'never-do',
        },
      ],
      hands: sum(INSTALL_HANDS, byHand),
      total: sumKnown(INSTALL, byHand, files),
    };
  },
};
