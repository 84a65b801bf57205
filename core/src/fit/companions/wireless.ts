import type { Wireless, WirelessFacts } from '../../hardware/index.js';
import { check, fits, no, toFinding, unknown, type Finding } from '../finding.js';

/**
 * A wireless card in the machine's card socket: key, antennas, what covers it, and the firmware's allow-list.
 */
export function judgeWireless(socket: WirelessFacts, card: Wireless): Finding[] {
  const key = { have: card.key, need: socket.key };
  const goesIn = card.key === socket.key || (card.key === 'A+E' && socket.key !== 'mini-pcie');
  const leads = { have: `${card.antennas}`, need: `${socket.antennas}` };
  return [
    toFinding(
      { id: 'wireless-key', name: 'Key' },
      goesIn
        ? fits(() => ({ ...key, sentence: `Key ${card.key} goes into the socket.` }))
        : no(() => ({ ...key, sentence: `Key ${card.key} does not go into a key ${socket.key} socket.` })),
    ),
    toFinding(
      { id: 'wireless-antennas', name: 'Antennas' },
      card.antennas <= socket.antennas
        ? fits(() => ({
            ...leads,
            sentence: `${socket.antennas} antenna leads for ${card.antennas} snaps. Snap them on before the card is seated.`,
          }))
        : check('extras', () => ({
            ...leads,
            sentence: `The card has ${card.antennas} snaps, the machine ${socket.antennas} leads: one stays open and it is slower.`,
            extras: [
              { id: 'antenna', label: 'One more antenna lead, or live with less', item: null, step: null },
            ],
          })),
    ),
    allowList(socket, card),
    ...(socket.coveredBy
      ? [
          toFinding(
            { id: 'wireless-covered', name: 'Covered by' },
            fits(() => ({
              have: 'the card',
              need: socket.coveredBy!,
              sentence: `${socket.coveredBy} lies over it: it comes out first, and back after.`,
            })),
          ),
        ]
      : []),
  ];
}

function allowList({ allowList: allowed }: WirelessFacts, card: Wireless): Finding {
  const rule = { id: 'wireless-allowed', name: 'Allow-list' };
  const have = card.deviceId;
  if (allowed === null)
    return toFinding(rule, {
      ...unknown(() => ({
        have,
        need: 'not known',
        sentence:
          'Some firmware refuses cards it does not list. Fit it with a time for rolling back, and keep the old one.',
      })),
      couldChange: false,
    });
  return toFinding(
    rule,
    allowed.includes(card.deviceId)
      ? fits(() => ({ have, need: 'listed', sentence: 'The firmware lists it.' }))
      : no(() => ({
          have,
          need: allowed.join(', '),
          sentence: `The firmware starts only with ${allowed.join(' or ')}: this card stops the machine at start.`,
        })),
  );
}
