import { slotsOf } from '../hardware/index.js';
import { model as aModel } from '../testing/samples.js';
import { openingMinutes } from './opening-minutes.js';
import { buildWay, UNTRIED } from './way.js';

describe('how long it takes to open a machine', () => {
  const model = aModel();
  const minutes = openingMinutes(model)!;

  it('is the way in and out to the drive that is reached soonest', () => {
    const ways = slotsOf(model, null)
      .map((slot) => buildWay(model, slot, [], UNTRIED))
      .filter((way) => way.ok);
    expect(minutes).toBe(
      Math.round(
        Math.min(
          ...ways.map((way) =>
            (way.ok ? way.steps : []).reduce(
              (sum, step) => sum + (step.leg === 'swap' ? 0 : step.minutes),
              0,
            ),
          ),
        ),
      ),
    );
    expect(minutes).toBeGreaterThan(0);
  });

  it('does not count storage that is part of the board, which no way leads to', () => {
    const soldered = {
      id: 'board',
      label: 'Storage on the board',
      kind: 'soldered',
      reach: [],
      fitted: null,
    } as never;
    expect(openingMinutes({ ...model, places: [...model.places, soldered] })).toBe(minutes);
  });

  it('is not known where nothing can be opened', () =>
    expect(openingMinutes({ ...model, places: [] })).toBeNull());
});
