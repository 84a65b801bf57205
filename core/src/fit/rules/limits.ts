import type { SizeEvidence, Slot } from '../../hardware/index.js';
import { GB, sayMarked } from '../../units/index.js';
import { fits, no, unknown } from '../finding.js';
import { oncePer, sameFamily, type Rule } from '../rule.js';

const gb = (marked: number): string => sayMarked(marked * GB);

/**
 * Sizes the slot is known to take. Three classes of evidence, the nearest to the hand counting most:
 * seen here, reported from outside, claimed by the maker. It can fall short of a claim as well as exceed it.
 */
export const limits: Rule = {
  id: 'limits',
  name: 'Stated limit',
  at({ slot }) {
    const known = sizeEvidenceOf(slot);
    if (known.length === 0) return null;
    const need = known.map(sayEvidence).join('; ');
    // One answer a size, and one for what is of another form.
    return oncePer(
      (drive) => (sameFamily(slot, drive) ? drive.markedGb : 0),
      (drive) => {
        if (!sameFamily(slot, drive)) return null;
        const size = drive.markedGb;
        const told = { have: gb(size), need };
        const failedHere = known.find((one) => one.kind === 'seen-here' && !one.worked && one.gb <= size);
        const workedHere = known.find((one) => one.kind === 'seen-here' && one.worked && one.gb >= size);
        if (workedHere)
          return fits(() => ({
            ...told,
            sentence: `${gb(workedHere.gb)} worked here (${workedHere.source}).`,
          }));
        if (failedHere)
          return no(() => ({
            ...told,
            sentence: `${gb(failedHere.gb)} did not work here (${failedHere.source}): not again without a reason.`,
          }));
        const failedThere = known.find((one) => one.kind === 'reported' && !one.worked && one.gb <= size);
        if (failedThere)
          return unknown(() => ({
            ...told,
            sentence: `Cannot say yet: ${gb(failedThere.gb)} is reported not to work (${failedThere.source}), whatever the maker states.`,
          }));
        const claim = known.find((one) => one.kind === 'claimed');
        if (!claim || size <= claim.gb)
          return fits(() => ({
            ...told,
            sentence: claim
              ? `Within the ${gb(claim.gb)} that the maker states.`
              : `The maker states no limit.`,
          }));
        const workedThere = known.find((one) => one.kind === 'reported' && one.worked && one.gb >= size);
        return unknown(() => ({
          ...told,
          sentence: workedThere
            ? `Cannot say yet: the maker states ${gb(claim.gb)} at most; ${gb(workedThere.gb)} is reported to work (${workedThere.source}), nobody here has tried it.`
            : `Cannot say yet: the maker states ${gb(claim.gb)} at most and nobody here has tried more.`,
        }));
      },
    );
  },
};

/** All that is known of sizes in a slot, the maker's claim among it. */
function sizeEvidenceOf(slot: Slot): SizeEvidence[] {
  const claim: SizeEvidence[] =
    slot.claimedLimitGb === null
      ? []
      : [{ kind: 'claimed', gb: slot.claimedLimitGb, worked: true, source: 'the maker' }];
  return [...slot.evidence, ...claim];
}

const sayEvidence = (one: SizeEvidence): string =>
  one.kind === 'claimed'
    ? `to ${gb(one.gb)} stated`
    : `${gb(one.gb)} ${one.worked ? '' : 'not '}${one.kind === 'reported' ? 'reported' : 'seen here'}`;
