import { ScrewSchema, type Operation } from '../hardware/index.js';
import { m2Slot, model, operation } from '../testing/samples.js';
import { guideWarnings } from './guide-warnings.js';
import { USUAL_POLICY } from './policy.js';
import { buildWay, type Way } from '../opening/index.js';
import { buildBack } from './back.js';

const screws = (key: string) => ({
  key,
  kind: 'screw' as const,
  label: 'M2 × 3',
  screw: ScrewSchema.parse({ thread: 'M2', lengthMm: 3, head: 'pan', bit: 'PH0' }),
  holes: [{ xMm: key.length, yMm: 4 }],
});
const lead = (label: string) => ({ key: 'l', kind: 'lead' as const, verb: 'Unplugged', label });
const mains = operation({ id: 'mains', role: 'mains', takes: [lead('mains lead')] });
const cover = operation({ id: 'cover', tool: 'PH0', after: [['mains']], takes: [screws('c')] });
const plug = (own: object = {}) =>
  operation({ id: 'plug', role: 'battery', after: [['cover']], takes: [lead('battery')], ...own });
const drain = operation({ id: 'drain', role: 'drain', after: [['plug']], waitSeconds: 15, mirror: null });
/** Nothing in the guide says that the battery comes first: that is left to the policy. */
const plate = operation({
  id: 'plate',
  layer: 'slot',
  tool: 'PH0',
  after: [['cover']],
  takes: [screws('pl')],
});
const out = operation({
  id: 'drive-out',
  layer: 'slot',
  after: [['plate']],
  atSwap: true,
  takes: [{ key: 'd', kind: 'drive', verb: 'Out', label: 'old drive' }],
});
const guideOf = (...operations: Operation[]) => ({ ...model().guide, operations });
const walk = (operations: Operation[], policy = USUAL_POLICY) =>
  buildWay(model({ guide: guideOf(...operations) }), m2Slot(), [], { policy }) as Way;
const ids = (way: Way, leg: string) =>
  way.steps.filter((one) => one.leg === leg).map((one) => one.operationId);

describe('always unplug the battery', () => {
  it('is an order: battery and drain before every step inside, the battery back after the last of them', () => {
    const way = walk([mains, cover, plate, out, plug(), drain]);
    expect(ids(way, 'in')).toEqual(['mains', 'cover', 'plug', 'drain', 'plate', 'drive-out']);
    // The mains lead was in for the start: it comes out again, and what is left in the board runs out.
    expect(ids(way, 'out')).toEqual(['mains', null, 'plate', 'plug', 'cover', 'mains']);
  });

  it('holds the button longer where the workshop does, and says so beside the guide’s own words', () => {
    const told = operation({ ...drain, title: 'Hold it for 15 s', detail: 'Lid shut.' });
    const held = walk([mains, cover, plate, out, plug(), told], {
      ...USUAL_POLICY,
      drainSeconds: 40,
    }).steps.find((one) => one.role === 'drain');
    expect(held).toMatchObject({
      title: 'Hold it for 15 s',
      detail: 'Lid shut. In this workshop 40 s.',
      waitSeconds: 40,
    });
  });

  it('leaves the guide its own order where the workshop leaves it to the guide', () => {
    const way = walk([mains, cover, plate, out, plug(), drain], {
      ...USUAL_POLICY,
      unplugBattery: 'where-the-guide-says',
    });
    expect(ids(way, 'in')).toEqual(['mains', 'cover', 'plate', 'drive-out']);
  });

  it('puts a cut-off before everything else', () => {
    const cut = operation({
      id: 'cut',
      role: 'cut-off',
      after: [['mains']],
      takes: [lead('battery: mains only')],
    });
    expect(ids(walk([mains, cover, plate, out, cut]), 'in')[1]).toBe('cut');
  });
});

describe('a ribbon on the battery’s own way', () => {
  const ribbon = operation({ id: 'ribbon', after: [['cover']], live: true, takes: [lead('ribbon')] });
  const operations = [mains, cover, ribbon, plate, out, plug({ after: [['ribbon']] }), drain];

  it('comes off live and goes back on live, and says so both ways, also when one turns back', () => {
    const { steps } = walk(operations);
    const live = (all: typeof steps, leg: string) =>
      all.filter((one) => one.leg === leg && one.live).map((one) => one.operationId);
    expect([live(steps, 'in'), live(steps, 'out')]).toEqual([['ribbon'], ['ribbon']]);
    const inward = steps.filter((one) => one.leg === 'in');
    expect(live(buildBack(guideOf(...operations), inward), 'out')).toEqual(['ribbon']);
  });

  it('is no longer live once the battery is off before it', () => {
    const late = walk([mains, cover, { ...ribbon, after: [['plug']] }, plate, out, plug(), drain]);
    expect(late.steps.filter((one) => one.live)).toEqual([]);
  });
});

describe('what the policy cannot keep in a guide', () => {
  const of = (...operations: Operation[]) =>
    guideWarnings({ guide: guideOf(...operations), places: [m2Slot()] }).filter(
      (one) => !one.stops && one.code !== 'overlength',
    );

  it('is named: steel inside before the battery is off, and leads that nobody marked as live', () => {
    const inner = operation({
      id: 'inner',
      layer: 'slot',
      tool: 'PH0',
      after: [['cover']],
      takes: [screws('inner')],
    });
    const unmarked = operation({ id: 'lead', after: [['cover']], takes: [lead('cover lead')] });
    const found = of(mains, cover, inner, unmarked, plug({ after: [['inner', 'lead']] }), drain, plate, out);
    expect(found.map((one) => [one.code, one.operationIds[0]])).toEqual([
      ['steel-while-live', 'inner'],
      ['live-unsaid', 'lead'],
    ]);
    expect(of(mains, cover, plug(), drain, plate, out)).toEqual([]);
  });
});
