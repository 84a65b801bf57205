import { isBay, type Drive } from '../../hardware/index.js';
import { aside, fits, no } from '../finding.js';
import { sameFamily, type Rule } from '../rule.js';

/**
 * Volts at the plug (SFF-8201, SFF-8301, PCI Express M.2 specification and SATA micro connector, from
 * memory).
 */
const WANTS: Readonly<Record<Drive['family'], readonly (3.3 | 5 | 12)[]>> = {
  m2: [3.3],
  msata: [3.3],
  '2.5-inch': [5],
  '3.5-inch': [5, 12],
  '1.8-inch': [3.3],
};

const say = (volts: readonly number[]): string => volts.map((one) => `${one} V`).join(' and ');
const WANTS_WORDS = Object.fromEntries(
  Object.entries(WANTS).map(([family, volts]) => [family, say(volts)]),
) as Record<Drive['family'], string>;

/** The voltages it runs on, and no more watts than the slot feeds. */
export const power: Rule = {
  id: 'power',
  name: 'Power',
  at({ slot }) {
    const { maxWatts } = slot;
    const offered = isBay(slot) ? slot.volts : [3.3];
    const offeredWords = say(offered);
    return (drive) => {
      if (!sameFamily(slot, drive)) return null;
      // ZIF drives run on either 3.3 or 5 V; the rest want just what is listed.
      const wants =
        drive.family === '1.8-inch' && drive.connector === 'zif-40' ? offered : WANTS[drive.family];
      const lacks = wants.some((volts) => !offered.some((one) => one === volts));
      if (lacks)
        return no(() => {
          const lacking = wants.filter((volts) => !offered.some((one) => one === volts));
          return {
            have: say(wants),
            need: offeredWords,
            sentence: `Not fed: the drive also wants ${lacking.join(' and ')} V and the plug here carries ${offered.join(' and ')} V.`,
          };
        });
      const volts = wants === offered ? offeredWords : WANTS_WORDS[drive.family];
      const { peakWatts } = drive;
      if (maxWatts === null) {
        return fits(() => ({
          have: peakWatts === null ? volts : `${peakWatts} W`,
          need: volts,
          sentence: `${volts}; nobody states how many watts the slot feeds.`,
        }));
      }
      if (peakWatts === null)
        return aside(() => ({
          have: 'not stated',
          need: `${maxWatts} W`,
          sentence: `${volts}. Look on the drive's label for its current: the slot feeds ${maxWatts} W.`,
          settles: {
            of: 'drive',
            key: 'peakWatts',
            ask: `Watts at its peak, from the label (volts x amperes)`,
            choices: [],
          },
        }));
      const told = () => ({
        have: `${peakWatts} W`,
        need: `${maxWatts} W`,
        margin: { value: Math.round((maxWatts - peakWatts) * 10) / 10, plusMinus: 0, unit: 'W' },
      });
      return peakWatts <= maxWatts
        ? fits(() => ({
            ...told(),
            sentence: `${peakWatts} W at its peak of the ${maxWatts} W that the slot feeds.`,
          }))
        : no(() => ({
            ...told(),
            sentence: `Takes too much: ${peakWatts} W at its peak, the slot feeds ${maxWatts} W.`,
          }));
    };
  },
};
