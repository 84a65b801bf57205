import { isBay, isFor } from '../../hardware/index.js';
import { aside, check, fits } from '../finding.js';
import { itemOf, partsThatDo, sayWhence } from '../pick.js';
import { sameFamily, type Rule } from '../rule.js';

/**
 * All-in-ones that read the drive's temperature for their fans: without a sensor the fans may run flat out.
 */
export const driveSensor: Rule = {
  id: 'drive-sensor',
  name: 'Drive sensor',
  at({ slot, parts, modelId }) {
    if (!isBay(slot) || slot.sensor === 'none') return null;
    const { sensor } = slot;
    return (drive) => {
      if (!sameFamily(slot, drive)) return null;
      if (sensor === 'not-known')
        return aside(() => ({
          have: 'not looked',
          need: 'not known',
          sentence:
            'Look whether a thin two-wire lead runs to the old drive, or a sensor is stuck on it: the fans may hang on it.',
          settles: {
            of: 'slot',
            key: 'sensor',
            ask: 'How does the machine read the drive’s temperature?',
            choices: [
              { value: 'none', say: 'no lead, nothing stuck on' },
              { value: 'stick-on', say: 'a sensor stuck on the old drive' },
              { value: 'old-drive-lead', say: 'a lead into the old drive itself' },
            ],
          },
        }));
      if (sensor === 'stick-on')
        return check('extras', () => ({
          have: 'no sensor',
          need: 'stuck on the old drive',
          sentence: 'The sensor stuck on the old drive moves to the new one, or the fans run flat out.',
          extras: [
            {
              id: 'move-sensor',
              label: 'Move the stick-on sensor to the new drive',
              item: null,
              step: {
                title: 'Move the sensor to the new drive',
                short: 'sensor moved',
                detail: 'Same place, pressed on for 10 s; fresh tape if it no longer holds.',
                tool: null,
                minutes: 1,
                caution: 'Pull at its pad, not at its lead.',
                when: 'before-drive',
              },
            },
          ],
        }));
      if ('sensorLead' in drive && drive.sensorLead)
        return fits(() => ({
          have: 'own sensor lead',
          need: 'lead into the drive',
          sentence: 'The drive has the sensor lead that this machine reads.',
        }));
      return check('extras', () => {
        const part =
          partsThatDo(parts, 'sensor', (one) => isFor(one, modelId))[0] ??
          partsThatDo(parts, 'sensor-lead', (one) => isFor(one, modelId))[0];
        const item = itemOf(part, 'sensor', 'stick-on sensor with this machine’s plug');
        return {
          have: 'no sensor lead',
          need: 'lead into the old drive',
          sentence: `This machine reads the old drive's own sensor; the new drive has none${sayWhence(item)}. Without one the fans run flat out.`,
          extras: [
            {
              id: 'sensor',
              label: `${part?.name ?? 'Stick-on sensor with this machine’s plug'}${sayWhence(item)}`,
              item,
              step: {
                title: 'Stick the sensor on the new drive and plug its lead in',
                short: 'sensor on',
                detail: 'In the middle of the metal, where the label leaves it bare.',
                tool: null,
                minutes: 2,
                caution: null,
                when: 'before-drive',
              },
            },
          ],
        };
      });
    };
  },
};
