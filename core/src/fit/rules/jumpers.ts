import { isBay, type Jumper } from '../../hardware/index.js';
import { aside, check, fits, no } from '../finding.js';
import type { Rule } from '../rule.js';

const SAY: Readonly<Record<Jumper, string>> = {
  master: 'master',
  slave: 'slave',
  'cable-select': 'cable select',
};

/**
 * One master and one slave on a parallel cable, or both on cable select: the jumpers of both devices are
 * read.
 */
export const jumpers: Rule = {
  id: 'jumpers',
  name: 'Jumpers',
  at({ slot }) {
    if (!isBay(slot) || !slot.connector.startsWith('pata')) return null;
    const { otherDevice } = slot;
    return (drive) => {
      if (!('connector' in drive) || !drive.connector.startsWith('pata')) return null;
      const offers = drive.jumpers;
      if (otherDevice === 'not-looked')
        return aside(() => ({
          have: offers.map((one) => SAY[one]).join(', ') || 'none',
          need: 'not looked',
          sentence:
            'Look at the jumper of the other device on this cable, the optical drive included: two masters, or two slaves, and neither is seen.',
          settles: {
            of: 'slot',
            key: 'otherDevice',
            ask: 'What does the other device on this cable stand at?',
            choices: [
              { value: 'none', say: 'nothing else hangs on it' },
              { value: 'master', say: 'master' },
              { value: 'slave', say: 'slave' },
              { value: 'cable-select', say: 'cable select' },
            ],
          },
        }));
      const wanted: Jumper = {
        none: 'master',
        master: 'slave',
        slave: 'master',
        'cable-select': 'cable-select',
      }[otherDevice] as Jumper;
      const told = { have: offers.map((one) => SAY[one]).join(', ') || 'no jumper', need: SAY[wanted] };
      if (offers.length === 0 && (otherDevice === 'none' || otherDevice === 'slave'))
        return fits(() => ({
          ...told,
          sentence: 'It has no jumper: it stands as master, which is right here.',
        }));
      if (!offers.includes(wanted))
        return no(() => ({
          ...told,
          sentence: `It cannot be set to ${SAY[wanted]}, which the other device (${otherDevice === 'none' ? 'none' : SAY[otherDevice]}) asks for.`,
        }));
      return check('extras', () => ({
        ...told,
        sentence: `Set its jumper to ${SAY[wanted]}: ${otherDevice === 'none' ? 'it is alone on its cable' : `the other device stands at ${SAY[otherDevice]}`}.`,
        extras: [
          {
            id: 'set-jumper',
            label: `Set the jumper to ${SAY[wanted]}`,
            item: null,
            step: {
              title: `Set the new drive's jumper to ${SAY[wanted]}`,
              short: `jumper: ${SAY[wanted]}`,
              detail: 'The picture is on its label.',
              tool: 'tweezers',
              minutes: 1,
              caution: null,
              when: 'before-drive',
            },
          },
        ],
      }));
    };
  },
};
