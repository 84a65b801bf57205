import { keyAdmits } from '../../standards/index.js';
import { finding } from '../finding.js';
import type { Rule } from '../rule.js';

/** The socket's rib meets a notch of the drive. It says what goes in, not what works: see `protocol`. */
export const key: Rule = {
  id: 'key',
  name: 'Key',
  check(slot, drive) {
    if (slot.kind !== 'm2' || drive.family !== 'm2') return null;
    const goesIn = keyAdmits(slot.key, drive.key);
    return finding(this, {
      outcome: goesIn ? 'fits' : 'no',
      have: drive.key,
      need: slot.key,
      sentence: goesIn
        ? `Key ${drive.key} goes into the key ${slot.key} socket.`
        : `Key ${drive.key} does not go into a key ${slot.key} socket: the rib has no notch. Do not force it.`,
    });
  },
};
