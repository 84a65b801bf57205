import { fits } from '../finding.js';
import { linkOf } from '../link.js';
import type { Rule } from '../rule.js';

const rate = (bytesPerSecond: number): string =>
  bytesPerSecond >= 1e9
    ? `${(bytesPerSecond / 1e9).toFixed(2)} GB/s`
    : `${Math.round(bytesPerSecond / 1e6)} MB/s`;

/** What it does in this slot. It never rules a drive out: a slow slot is no misfit, but it has to be said. */
export const speed: Rule = {
  id: 'speed',
  name: 'Speed here',
  alwaysSaid: true,
  tellsOnly: true,
  at(place) {
    return (drive) => {
      const link = linkOf(place, drive);
      if (!link) return null;
      return fits(() => {
        const ceiling = rate(link.ceilingBytesPerSecond);
        const own = drive.readBytesPerSecond;
        const told = { have: own === null ? 'not stated' : rate(own), need: ceiling };
        if (own === null)
          return {
            ...told,
            sentence: `${link.say} carries ${ceiling}; the maker states no rate for the drive.`,
          };
        if (own <= link.ceilingBytesPerSecond)
          return {
            ...told,
            sentence: `${rate(own)} of the ${ceiling} that ${link.say} carries: nothing is wasted.`,
          };
        return {
          ...told,
          sentence: `${ceiling} of its ${rate(own)}: ${link.heldBackBy ?? link.say} holds it back, ${rate(link.wastedBytesPerSecond ?? 0)} stays unused.`,
        };
      });
    };
  },
};
