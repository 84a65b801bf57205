import { isSocket, type CardDrive } from '../../hardware/index.js';
import { sayMm } from '../../units/index.js';
import { outlineOf, sectionsAbove, tightest } from '../card.js';
import { check, fits } from '../finding.js';
import { itemOf, partsThatDo, sayWhence } from '../pick.js';
import { sameFamily, type Rule } from '../rule.js';

/**
 * Above this a bare drive in a thin machine throttles; a short one sooner, having less board to spread it
 * (common practice, no source).
 */
const HOT_WATTS = { long: 8, short: 4.5 } as const;
const SHORT_MM = 42;

/**
 * A drive without spreader that takes many watts runs hot: a spreader if there is room for one, else it has
 * to be said.
 */
export const heat: Rule = {
  id: 'heat',
  name: 'Heat',
  at(place) {
    const { slot, parts } = place;
    if (!isSocket(slot)) return null;
    const spreaders = partsThatDo(parts, 'spreader', () => true);
    const led = slot.spreader !== null || slot.stack.some((layer) => layer.rigid);
    return (drive) => {
      if (!sameFamily(slot, drive) || drive.peakWatts === null) return null;
      const card = drive as CardDrive;
      const length = outlineOf(card).length.mm;
      const most = length <= SHORT_MM ? HOT_WATTS.short : HOT_WATTS.long;
      const watts = drive.peakWatts;
      const told = () => ({ have: `${watts} W`, need: led ? 'with a spreader' : `${most} W bare` });
      const margin = () => ({ value: Math.round((most - watts) * 10) / 10, plusMinus: 0, unit: 'W' });
      if (led || (card.family === 'm2' && card.hasSpreader))
        return fits(() => ({ ...told(), sentence: `A spreader leads its ${watts} W away.` }));
      if (watts <= most)
        return fits(() => ({
          ...told(),
          margin: margin(),
          sentence: `${watts} W stays cool enough without a spreader.`,
        }));
      const sections = sectionsAbove(place, slot, card);
      const air = sections ? tightest(sections).clearance.marginMm : 0;
      const spreader = spreaders.find((part) => part.lengthMm <= length && part.thicknessMm <= air - 0.2);
      if (!spreader)
        return fits(() => ({
          ...told(),
          margin: margin(),
          sentence: `It will slow down when it works long: ${watts} W without a spreader, and none that is known here goes into ${sayMm(Math.max(0, air))} mm of air. Measure its temperature in Prove.`,
        }));
      return check('extras', () => {
        const item = itemOf(spreader, 'spreader', `${sayMm(spreader.thicknessMm)} mm thick with its pad`);
        return {
          ...told(),
          margin: margin(),
          sentence: `${watts} W without a spreader slows down when it works long: ${spreader.name} goes into the ${sayMm(air)} mm of air.`,
          extras: [
            {
              id: 'spreader',
              label: `${spreader.name}${sayWhence(item)}`,
              item,
              step: {
                title: 'Stick the spreader on the new drive',
                short: 'spreader on',
                detail: 'Clean the chips, film off, press for 10 s. Not over the edge contacts.',
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
