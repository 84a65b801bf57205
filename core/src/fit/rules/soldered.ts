import { no } from '../finding.js';
import type { Rule } from '../rule.js';

/** Storage soldered to the board cannot be changed, whatever the drive. */
export const soldered: Rule = {
  id: 'soldered',
  name: 'Changeable',
  isFinal: true,
  at({ slot }) {
    if (slot.kind !== 'soldered') return null;
    const answer = no(() => ({
      have: 'a drive',
      need: 'soldered',
      sentence: `Nothing fits: ${slot.label} is soldered to the board. Look for a second slot, or replace the board.`,
    }));
    return () => answer;
  },
};
