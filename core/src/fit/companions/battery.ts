import type { Battery, BatteryFacts } from '../../hardware/index.js';
import { fits, no, toFinding, type Check, type Finding } from '../finding.js';
import { beside, type Beside } from './beside.js';

/**
 * Play that a battery may have in its place before it rattles, and that it needs to go in, mm (common
 * practice, no source).
 */
const PLAY_MM = 0.3;
/** What every new battery wants (common practice, no source). */
const LEARN = 'After fitting, run it down and charge it full once, so that the gauge learns it.';

/**
 * A battery in the machine's place: footprint, plug, and the order of its wires. Capacity may differ where
 * the footprint is shared. What nobody noted of either is compared by eye, the new beside the old.
 *
 * @param place Null: nobody has noted what goes there.
 */
export const judgeBattery = (place: BatteryFacts | null, battery: Battery, seen: Beside = {}): Finding[] => [
  toFinding({ id: 'battery-footprint', name: 'Footprint' }, footprint(place, battery, seen)),
  toFinding({ id: 'battery-connector', name: 'Plug' }, plug(place, battery, seen)),
  toFinding({ id: 'battery-wires', name: 'Wire order' }, wires(place, battery, seen)),
];

type Size = readonly [number, number, number];

function sizeOf(of: Pick<Battery, 'lengthMm' | 'widthMm' | 'heightMm'> | null): Size | null {
  if (!of || of.lengthMm === null || of.widthMm === null || of.heightMm === null) return null;
  return [of.lengthMm, of.widthMm, of.heightMm];
}

function footprint(place: BatteryFacts | null, battery: Battery, seen: Beside): Check {
  const [own, room] = [sizeOf(battery), sizeOf(place)];
  const told = { have: own?.join(' × ') ?? null, need: room?.join(' × ') ?? null };
  const same = fits(() => ({
    have: told.have ?? 'beside the old one',
    need: told.need ?? 'no larger',
    sentence: `Laid beside the old one it is no larger; ${battery.wattHours} Wh.`,
  }));
  return beside(seen, 'battery-size', told, () => same, own && room && (() => bySize(own, room, battery)));
}

function bySize(own: Size, room: Size, { wattHours }: Battery): Check {
  const over = Math.max(...own.map((mm, at) => mm - (room[at] ?? 0)));
  const [have, need] = [own.join(' × '), room.join(' × ')];
  const told = { have, need, margin: { value: -over, plusMinus: 0, unit: 'mm' } };
  return over <= PLAY_MM
    ? fits(() => ({ ...told, sentence: `${have} mm goes where ${need} mm was; ${wattHours} Wh.` }))
    : no(() => ({
        ...told,
        sentence: `Too large by ${Math.round(over * 10) / 10} mm: a battery is never pressed in.`,
      }));
}

function plug(place: BatteryFacts | null, { connector }: Battery, seen: Beside): Check {
  const told = { have: connector, need: place?.connector ?? null };
  const same = (sentence: string) =>
    fits(() => ({ have: connector ?? 'seen', need: place?.connector ?? 'seen', sentence }));
  const byFigures =
    place && connector !== null
      ? () =>
          connector === place.connector
            ? same('The plug is the same.')
            : no(() => ({
                have: connector,
                need: place.connector,
                sentence: `Another plug: ${connector}, the board has ${place.connector}.`,
              }))
      : null;
  return beside(
    seen,
    'battery-plug',
    told,
    () => same('Held beside the old one, the plug is the same.'),
    byFigures,
  );
}

function wires(place: BatteryFacts | null, { wireOrder }: Battery, seen: Beside): Check {
  const told = { have: wireOrder, need: place?.wireOrder ?? null };
  const same = (how: string) =>
    fits(() => ({
      have: wireOrder ?? 'seen',
      need: place?.wireOrder ?? 'seen',
      sentence: `${how}The wires run in the same order. ${LEARN}`,
    }));
  const byFigures =
    place && wireOrder !== null
      ? () =>
          wireOrder === place.wireOrder
            ? same('')
            : no(() => ({
                have: wireOrder,
                need: place.wireOrder,
                sentence: `The wires run in another order (${wireOrder} against ${place.wireOrder}): plugged in, it would burn the board. Do not swap wires.`,
              }))
      : null;
  return beside(seen, 'battery-wires', told, () => same('Held beside the old one. '), byFigures);
}
