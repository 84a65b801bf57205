import type { Battery, BatteryFacts } from '../../hardware/index.js';
import { fits, no, toFinding, type Finding } from '../finding.js';

/**
 * Play that a battery may have in its place before it rattles, and that it needs to go in, mm (common
 * practice, no source).
 */
const PLAY_MM = 0.3;

/**
 * A battery in the machine's place: footprint, plug, and the order of its wires. Capacity may differ where
 * the footprint is shared.
 */
export function judgeBattery(place: BatteryFacts, battery: Battery): Finding[] {
  const sizes = (of: { lengthMm: number; widthMm: number; heightMm: number }) =>
    `${of.lengthMm} × ${of.widthMm} × ${of.heightMm}`;
  const over = Math.max(
    battery.lengthMm - place.lengthMm,
    battery.widthMm - place.widthMm,
    battery.heightMm - place.heightMm,
  );
  const told = {
    have: sizes(battery),
    need: sizes(place),
    margin: { value: -over, plusMinus: 0, unit: 'mm' },
  };
  return [
    toFinding(
      { id: 'battery-footprint', name: 'Footprint' },
      over <= PLAY_MM
        ? fits(() => ({
            ...told,
            sentence: `${sizes(battery)} mm goes where ${sizes(place)} mm was; ${battery.wattHours} Wh.`,
          }))
        : no(() => ({
            ...told,
            sentence: `Too large by ${Math.round(over * 10) / 10} mm: a battery is never pressed in.`,
          })),
    ),
    toFinding(
      { id: 'battery-connector', name: 'Plug' },
      battery.connector === place.connector
        ? fits(() => ({ have: battery.connector, need: place.connector, sentence: 'The plug is the same.' }))
        : no(() => ({
            have: battery.connector,
            need: place.connector,
            sentence: `Another plug: ${battery.connector}, the board has ${place.connector}.`,
          })),
    ),
    toFinding(
      { id: 'battery-wires', name: 'Wire order' },
      battery.wireOrder === place.wireOrder
        ? fits(() => ({
            have: battery.wireOrder,
            need: place.wireOrder,
            sentence:
              'The wires run in the same order. After fitting, run it down and charge it full once, so that the gauge learns it.',
          }))
        : no(() => ({
            have: battery.wireOrder,
            need: place.wireOrder,
            sentence: `The wires run in another order (${battery.wireOrder} against ${place.wireOrder}): plugged in, it would burn the board. Do not swap wires.`,
          })),
    ),
  ];
}
