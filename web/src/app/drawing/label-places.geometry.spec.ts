import fc from 'fast-check';
import { overlaps, placeLabels, touches, type Box, type PlacedLabel } from './label-places.geometry';

const BOUNDS: Box = { x: 0, y: 0, width: 420, height: 300 };
const boxOf = ({ lines }: PlacedLabel): Box => ({
  x: Math.min(...lines.map((one) => one.x - (one.text.length * 0.53 * 13) / 2)),
  y: lines[0]!.y - 0.88 * 13,
  width: Math.max(...lines.map((one) => one.text.length * 0.53 * 13)),
  height: lines.length * 1.15 * 13,
});

describe('names on a map', () => {
  const battery = { label: 'battery', box: { x: 100, y: 150, width: 200, height: 90 } };

  it('stand in the middle of their box where nothing is in the way', () => {
    expect(placeLabels([battery], [], BOUNDS)).toEqual([
      { lines: [{ text: 'battery', x: 200, y: expect.closeTo(199, 0) }], leader: null },
    ]);
    expect(placeLabels([{ ...battery, label: '' }], [], BOUNDS)).toEqual([null]);
  });

  it('move within it where a screw lies in the middle', () => {
    const screw = { x: 200, y: 195, r: 14 };
    const [placed] = placeLabels([battery], [screw], BOUNDS);
    expect(touches(screw, boxOf(placed!))).toBe(false);
    expect(placed!.leader).toBeNull();
    expect(overlaps(boxOf(placed!), battery.box)).toBe(true);
  });

  it('never stand in the box beside, and are tied to theirs by a line where they have to leave it', () => {
    const small = { label: 'wireless card', box: { x: 180, y: 100, width: 24, height: 24 } };
    const beside = { label: 'fan', box: { x: 205, y: 60, width: 120, height: 120 } };
    const [placed] = placeLabels([small, beside], [{ x: 192, y: 112, r: 14 }], BOUNDS);
    expect(overlaps(boxOf(placed!), beside.box)).toBe(false);
    expect(placed!.leader).toMatch(/^M.*L/);
  });

  it('are not kept off by the board that their box lies on', () => {
    const board = { label: '', box: { x: 20, y: 20, width: 380, height: 260 } };
    expect(placeLabels([board, battery], [], BOUNDS)[1]!.leader).toBeNull();
  });

  it('cross no screw as long as there is a free place in a box, wherever its screws are', () => {
    const hole = fc.record({
      x: fc.integer({ min: 110, max: 290 }),
      y: fc.integer({ min: 155, max: 200 }),
      r: fc.constant(11),
    });
    fc.assert(
      fc.property(fc.array(hole, { maxLength: 8 }), (holes) => {
        // Its lower part is free in all of these.
        const [placed] = placeLabels([battery], holes, BOUNDS);
        expect(holes.some((one) => touches(one, boxOf(placed!)))).toBe(false);
      }),
    );
  });
});
