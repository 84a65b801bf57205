import type { Wireless, WirelessFacts } from '../../hardware/index.js';
import { check, fits, no, toFinding, unknown, type Check, type Finding } from '../finding.js';
import { beside, type Beside } from './beside.js';

/**
 * A wireless card in the machine's card socket: key, antennas, what covers it, and the firmware's allow-list.
 *
 * @param socket Null: nobody has noted what goes there; notch and leads are compared by eye.
 */
export function judgeWireless(socket: WirelessFacts | null, card: Wireless, seen: Beside = {}): Finding[] {
  const covered = socket?.coveredBy;
  return [
    toFinding({ id: 'wireless-key', name: 'Key' }, keyOf(socket, card, seen)),
    toFinding({ id: 'wireless-antennas', name: 'Antennas' }, antennas(socket, card, seen)),
    allowList(socket?.allowList ?? null, card),
    ...(covered
      ? [
          toFinding(
            { id: 'wireless-covered', name: 'Covered by' },
            fits(() => ({
              have: 'the card',
              need: covered,
              sentence: `${covered} lies over it: it comes out first, and back after.`,
            })),
          ),
        ]
      : []),
  ];
}

function keyOf(socket: WirelessFacts | null, card: Wireless, seen: Beside): Check {
  const key = { have: card.key, need: socket?.key ?? null };
  const same = () =>
    fits(() => ({ have: card.key, need: socket?.key ?? 'seen', sentence: 'Its notch meets the rib.' }));
  if (!socket) return beside(seen, 'wireless-notch', key, same, null);
  const goesIn = card.key === socket.key || (card.key === 'A+E' && socket.key !== 'mini-pcie');
  const told = { have: card.key, need: socket.key };
  return beside(seen, 'wireless-notch', key, same, () =>
    goesIn
      ? fits(() => ({ ...told, sentence: `Key ${card.key} goes into the socket.` }))
      : no(() => ({ ...told, sentence: `Key ${card.key} does not go into a key ${socket.key} socket.` })),
  );
}

/** Before any eye, where the leads of the model are known: a snap too many is an extra, no refusal. */
function antennas(socket: WirelessFacts | null, card: Wireless, seen: Beside): Check {
  const leads = socket?.antennas ?? null;
  const told = { have: `${card.antennas}`, need: leads === null ? null : `${leads}` };
  const enough = () =>
    fits(() => ({
      have: told.have,
      need: told.need ?? 'counted',
      sentence: `${leads ?? 'Enough'} antenna leads for ${card.antennas} snaps. Snap them on before the card is seated.`,
    }));
  const fewer = () =>
    check('extras', () => ({
      have: told.have,
      need: told.need ?? 'fewer',
      sentence: `The card has ${card.antennas} snaps, the machine ${leads ?? 'fewer'} leads: one stays open and it is slower.`,
      extras: [{ id: 'antenna', label: 'One more antenna lead, or live with less', item: null, step: null }],
    }));
  if (seen['wireless-leads'] === 'other') return fewer();
  const byFigures = leads === null ? null : () => (card.antennas <= leads ? enough() : fewer());
  return beside(seen, 'wireless-leads', told, enough, byFigures);
}

function allowList(allowed: readonly string[] | null, card: Wireless): Finding {
  const rule = { id: 'wireless-allowed', name: 'Allow-list' };
  const have = card.deviceId ?? 'not read';
  if (allowed === null || card.deviceId === null)
    return toFinding(rule, {
      ...unknown(() => ({
        have,
        need: allowed?.join(', ') ?? 'not known',
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
