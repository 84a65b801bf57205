import { bareSlot, judge } from '../fit/index.js';
import { m2Drive, m2Slot, model } from '../testing/samples.js';
import { buildWay, type Way } from './way.js';

const extras = judge(bareSlot(m2Slot()), m2Drive()).extras;
const way = buildWay(model(), m2Slot(), extras) as Way;
const ids = (leg: string) => way.steps.filter((step) => step.leg === leg).map((step) => step.id);

describe('the whole way', () => {
  it('goes in by the plan and leaves out what is not needed', () =>
    expect(ids('in')).toEqual(['in:screws', 'in:cover-off', 'in:battery', 'in:drain', 'in:drive-out']));

  it('weaves the extra step of the match into the swap, before the new drive', () =>
    expect(ids('swap')).toEqual(['swap:move-post', 'out:drive-out']));

  it('comes out as the mirror, without what has none', () =>
    expect(ids('out')).toEqual(['out:battery', 'out:cover-off', 'out:screws']));

  it('returns everything that the way in takes, but for the old drive', () => {
    const things = (leg: 'in' | 'back') =>
      way.steps
        .filter((step) => (step.leg === 'in') === (leg === 'in'))
        .flatMap((step) => step.moves.map((thing) => `${step.operationId}/${thing.key}`));
    expect(things('back').sort()).toEqual(
      things('in')
        .filter((thing) => thing !== 'drive-out/drive')
        .sort(),
    );
  });

  it('says when to turn the machine: once, at the first step beneath', () =>
    expect(way.steps.filter((step) => step.turnTo !== null).map((step) => [step.id, step.turnTo])).toEqual([
      ['in:screws', 'base-up'],
    ]));

  it('passes on what is wrong with a guide', () =>
    expect(buildWay(model(), m2Slot({ reach: ['nowhere'] }), [])).toMatchObject({
      ok: false,
      problem: expect.stringContaining("'nowhere'"),
    }));
});
