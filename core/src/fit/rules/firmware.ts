import { check, fits, no, unknown, type Check } from '../finding.js';
import { oncePer, sameFamily, type Rule } from '../rule.js';

/** What the firmware can start from: NVMe at all, and sectors of 4096 bytes. */
export const firmware: Rule = {
  id: 'firmware',
  name: 'Firmware',
  at({ slot, need, firmware: can }) {
    if (slot.kind === 'soldered') return null;
    // A maker that fits a drive in a socket wired for NVMe alone starts from it.
    const provenNvme = slot.kind === 'm2' && slot.fitted !== null && !slot.protocols.includes('sata');
    return oncePer(
      (drive) => `${drive.family} ${drive.link.protocol} ${drive.sectors}`,
      (drive) => {
        if (!sameFamily(slot, drive)) return null;
        const nvme = drive.link.protocol === 'nvme';
        if (drive.sectors === '4kn' && can.starts4kn !== true) return startsFrom4kn(can.starts4kn);
        if (nvme && need.holdsSystem && can.startsFromNvme === false)
          return no(() => ({
            have: 'NVMe, to start from',
            need: 'no NVMe start',
            sentence:
              'It would be seen by the system but this firmware cannot start from NVMe. Take a SATA drive, or keep the system on the old one and add this for data.',
          }));
        if (nvme && need.holdsSystem && can.startsFromNvme === null && !provenNvme) return startsFromNvme();
        if (need.holdsSystem && can.storageMode !== null && can.storageMode !== 'AHCI' && nvme)
          return check('fits', () => ({
            have: 'NVMe',
            need: `mode ${can.storageMode}`,
            sentence: `Firmware stands at ${can.storageMode}: a clean installation does not see the drive until its driver is loaded or the mode is AHCI. Changing it under an installed system can stop it starting.`,
          }));
        return fits(() => ({
          have: nvme ? 'NVMe' : drive.sectors,
          need: 'starts',
          sentence: need.holdsSystem
            ? 'The firmware can start from it.'
            : 'It holds data only: the firmware need not start from it.',
        }));
      },
    );
  },
};

/** Neither the word of the manual nor anybody's look says that it does. */
function startsFrom4kn(starts: false | null): Check {
  const told = { have: '4096-byte sectors', need: starts === null ? 'not known' : '512 only' };
  if (starts === false)
    return no(() => ({
      ...told,
      sentence:
        'This firmware does not start from native 4096-byte sectors, and a clone of the old drive would not run on them.',
    }));
  return unknown(() => ({
    ...told,
    sentence:
      'Cannot say yet: nobody knows whether this firmware starts from native 4096-byte sectors. A clone of the old drive would not run on them either way.',
    settles: {
      of: 'model',
      key: 'starts4kn',
      ask: 'Does the manual name native 4096-byte (4Kn) drives?',
      choices: [
        { value: 'yes', say: 'yes, as start drives' },
        { value: 'no', say: 'no' },
      ],
    },
  }));
}

const startsFromNvme = (): Check =>
  unknown(() => ({
    have: 'NVMe, to start from',
    need: 'not known',
    sentence: 'Cannot say yet: nobody knows whether this firmware can start from NVMe.',
    settles: {
      of: 'model',
      key: 'startsFromNvme',
      ask: 'Does the firmware list NVMe among its start devices?',
      choices: [
        { value: 'yes', say: 'yes' },
        { value: 'no', say: 'no' },
      ],
    },
  }));
