import { isSocket, sayDrive, type CardDrive } from '../../hardware/index.js';
import { sayMm } from '../../units/index.js';
import { sectionsAbove, tightest } from '../card.js';
import { aside, check, fits, no } from '../finding.js';
import { itemOf, partsThatDo, sayWhence } from '../pick.js';
import { sameFamily, type Rule } from '../rule.js';

/** Closer than this to bare metal a film has to keep the two apart (common practice, no source). */
const CLOSE_MM = 0.2;
/** The thinnest insulating film one can buy, mm (common practice, no source). */
const THINNEST_FILM_MM = 0.05;

/** Bare metal near the chips: an electrically insulating film between, or not at all. */
export const insulation: Rule = {
  id: 'insulation',
  name: 'Insulation',
  at(place) {
    const { slot, parts } = place;
    if (!isSocket(slot) || slot.metalAbove === false || slot.stack.some((layer) => layer.insulates))
      return null;
    return (drive) => {
      if (!sameFamily(slot, drive)) return null;
      const sections = sectionsAbove(place, slot, drive as CardDrive);
      if (!sections) return null;
      const { marginMm, certainty } = tightest(sections).clearance;
      if (certainty === 'no' || certainty === 'doubtful') return null; // the height rule speaks
      const told = () => ({ have: `${sayMm(marginMm)} mm of air`, need: `${CLOSE_MM} mm from metal` });
      if (marginMm >= CLOSE_MM)
        return fits(() => ({ ...told(), sentence: `${sayMm(marginMm)} mm of air: nothing can touch.` }));
      if (slot.metalAbove === null && marginMm >= THINNEST_FILM_MM)
        return aside(() => ({
          ...told(),
          sentence: `${sayMm(marginMm)} mm of air: look whether the face above ${sayDrive(drive)} is bare metal. If so, it wants an insulating film.`,
          settles: {
            of: 'slot',
            key: 'metalAbove',
            ask: 'Is the face above the drive bare metal?',
            choices: [
              { value: 'yes', say: 'bare metal' },
              { value: 'no', say: 'plastic, paint or film' },
            ],
          },
        }));
      if (marginMm < THINNEST_FILM_MM)
        return no(() => ({
          ...told(),
          sentence: `Chips come within ${sayMm(marginMm)} mm of ${slot.metalAbove ? 'bare metal' : 'what may be bare metal'} and no film goes between.`,
        }));
      return check('extras', () => {
        const film = partsThatDo(parts, 'tape', (part) => part.insulates && part.thicknessMm <= marginMm)[0];
        const item = itemOf(film, 'tape', `electrically insulating, ${sayMm(marginMm)} mm thick at most`);
        return {
          ...told(),
          sentence: `Chips come within ${sayMm(marginMm)} mm of bare metal: an insulating film goes between. Thermal tape is not always insulating.`,
          extras: [
            {
              id: 'insulate',
              label: `Insulating film, ${sayMm(marginMm)} mm at most${sayWhence(item)}`,
              item,
              step: {
                title: 'Lay the insulating film over the chips',
                short: 'film on',
                detail: 'Over the whole length of the drive, not over the contacts.',
                tool: null,
                minutes: 2,
                caution: 'Electrically insulating: read the roll.',
                when: 'after-drive',
              },
            },
          ],
        };
      });
    };
  },
};
