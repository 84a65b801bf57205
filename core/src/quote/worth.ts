import { sayMoney } from '../units/index.js';

interface Worth {
  readonly verdict: 'worth-it' | 'think' | 'hardly' | 'unknown';
  /** Price as a share of the machine's value; null: nobody said what it is worth. */
  readonly share: number | null;
  readonly sentence: string;
}

/** Up to here nobody hesitates, from here on hardly anybody says yes (common practice, no source). */
const EASY = 1 / 3;
const HARD = 2 / 3;

/** Is it worth it? The price against what the machine would fetch, said as one would across a counter. */
export function worthIt(totalMinor: number, machineMinor: number | null): Worth {
  if (machineMinor === null)
    return {
      verdict: 'unknown',
      share: null,
      sentence: 'Nobody has said what the machine is worth, so nobody can say whether this is.',
    };
  const money = `${sayMoney(totalMinor)} against a machine worth ${sayMoney(machineMinor)}`;
  if (machineMinor === 0)
    return { verdict: 'hardly', share: null, sentence: `${money}: only for what is on it.` };
  const share = totalMinor / machineMinor;
  if (share <= EASY) return { verdict: 'worth-it', share, sentence: `Worth it: ${money}.` };
  if (share <= HARD) return { verdict: 'think', share, sentence: `Worth thinking over: ${money}.` };
  return {
    verdict: 'hardly',
    share,
    sentence: share > 1 ? `More than the machine is worth: ${money}.` : `Hardly worth it: ${money}.`,
  };
}
