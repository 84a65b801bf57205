import { contactsOf, keyAdmits } from '../../standards/index.js';
import { fits, no } from '../finding.js';
import { oncePer, type Rule } from '../rule.js';

/** The socket's rib meets a notch of the drive. It says what goes in, not what works: see `protocol`. */
export const key: Rule = {
  id: 'key',
  name: 'Key',
  restsOn: ['key'],
  isFinal: true,
  at({ slot }) {
    if (slot.kind !== 'm2') return null;
    return oncePer(
      (drive) => (drive.family === 'm2' ? drive.key : null),
      (drive) => {
        if (drive.family !== 'm2') return null;
        const told = { have: drive.key, need: slot.key };
        return keyAdmits(slot.key, drive.key)
          ? fits(() => ({
              ...told,
              sentence: `Key ${drive.key} (${contactsOf(drive.key)} contacts) goes into the key ${slot.key} socket.`,
            }))
          : no(() => ({
              ...told,
              sentence: `Key ${drive.key} does not go into a key ${slot.key} socket: the rib has no notch. Do not force it.`,
            }));
      },
    );
  },
};
