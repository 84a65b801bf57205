import { isBay, type Connector } from '../../hardware/index.js';
import { fits, no } from '../finding.js';
import { sameFamily, type Rule } from '../rule.js';

const SAY: Readonly<Record<Connector, string>> = {
  sata: 'SATA 7 + 15',
  'micro-sata': 'micro-SATA 7 + 9',
  'pata-44': 'PATA 44-pin, 2 mm',
  'pata-40': 'PATA 40-pin with 4-pin power',
  'zif-40': 'ZIF 40, flat cable',
};

/** The plug of a boxed drive meets the bay's. */
export const connector: Rule = {
  id: 'connector',
  name: 'Connector',
  restsOn: ['connector'],
  isFinal: true,
  at({ slot }) {
    if (!isBay(slot)) return null;
    return (drive) => {
      if (!sameFamily(slot, drive) || !('connector' in drive)) return null;
      const told = { have: SAY[drive.connector], need: SAY[slot.connector] };
      return drive.connector === slot.connector
        ? fits(() => ({ ...told, sentence: `Both have ${SAY[slot.connector]}.` }))
        : no(() => ({
            ...told,
            sentence: `The plug does not meet: ${SAY[drive.connector]} on the drive, ${SAY[slot.connector]} in ${slot.label}. Same size is not same plug.`,
          }));
    };
  },
};
