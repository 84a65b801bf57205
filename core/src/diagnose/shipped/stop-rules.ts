import type { StopRule } from '../knowledge.js';
import { stopRule } from './words.js';

const POWER_OFF = { id: 'power-off', say: 'Power off now', detail: 'Not once more, not even for a copy.' };
const SEAL = {
  id: 'seal',
  say: 'Label and seal',
  detail: 'In an antistatic bag, padded, upright, away from heat; the job’s number on it.',
};
const RING = {
  id: 'ring',
  say: 'Ring the customer',
  detail: 'Say what it is, what a data recovery specialist may do, and that it costs a quote first.',
};

/** When everything else gives way (common practice, no source). */
export const STOP_RULES: StopRule[] = [
  stopRule('clicks', {
    say: 'It clicks and the data matters.',
    because:
      'Every second it runs may scrape more away. Power off; image it once, or refer it to a data recovery specialist.',
    anyOf: ['clicks'],
    onlyIfDataMatters: true,
    steps: [POWER_OFF, SEAL, RING],
  }),
  stopRule('weak-growing', {
    say: 'Weak sectors grow and the data matters.',
    because:
      'Each reading may be the last that works. Power off; image it once, or refer it to a data recovery specialist.',
    anyOf: ['pending-growing'],
    onlyIfDataMatters: true,
    steps: [POWER_OFF, SEAL, RING],
  }),
  stopRule('smells', {
    say: 'It smells, smokes or is too hot to hold.',
    because: 'Fire and burns come first. A swollen battery is not pressed, bent or opened.',
    anyOf: ['smells'],
    onlyIfDataMatters: false,
    steps: [
      {
        id: 'unplug',
        say: 'Unplug it and step back',
        detail: 'Mains out at the wall. Smoke or a swelling battery: fire-safe place, nobody near it.',
      },
      {
        id: 'cool',
        say: 'Let it cool where it cannot set anything alight',
        detail: 'Do not charge it, do not open it warm.',
      },
      RING,
    ],
  }),
  stopRule('wet', {
    say: 'It has been wet.',
    because: 'Power and liquid together destroy what drying would have saved.',
    anyOf: ['got-wet'],
    onlyIfDataMatters: false,
    steps: [
      {
        id: 'power-off',
        say: 'Power off, battery off',
        detail: 'No try, no charging; by the model’s own way.',
      },
      {
        id: 'dry',
        say: 'Open, drain and dry it before anything else',
        detail: 'By the maker’s manual; a board with liquid under its parts goes to a board repairer.',
      },
      RING,
    ],
  }),
];
