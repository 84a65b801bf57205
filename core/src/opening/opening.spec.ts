import { BARE_START, type MachineModel, type MachinePlace } from '../hardware/index.js';
import { asked, broken, modelOf, models, planned } from '../testing/demo-openings.js';
import type { OpeningAnswer } from './answer.js';
import type { OpeningCase, OpeningChange, OpeningKind } from './case.js';
import { checkOpening } from './check.js';
import { planOpening } from './plan-opening.js';

const DRIVES: readonly MachinePlace['kind'][] = ['m2', 'msata', 'bay-2.5', 'bay-3.5', 'bay-1.8'];
const KINDS: Readonly<Partial<Record<MachinePlace['kind'], readonly OpeningKind[]>>> = {
  memory: ['memory', 'look'],
  battery: ['battery', 'look'],
  wireless: ['wireless', 'look'],
  cooler: ['cooling', 'look'],
  'coin-cell': ['look'],
};

/** Every change that can be asked for at a place, empty and full. */
function changesAt(model: MachineModel, place: MachinePlace) {
  if (place.reach === null || place.kind === 'soldered') return [];
  const kinds: readonly OpeningKind[] = DRIVES.includes(place.kind)
    ? ['replace-drive', 'add-drive', 'take-out-drive', 'leave-unplugged', 'look']
    : (KINDS[place.kind] ?? []);
  return kinds.flatMap((kind) =>
    (['empty', 'full'] as const).flatMap((state) => {
      const change: Omit<OpeningChange, 'id' | 'extras'> = { kind, place: place.id, ...thingFor(kind) };
      const found = {
        [place.id]: state === 'empty' ? ('empty' as const) : { holds: { label: `what is in ${place.id}` } },
      };
      const one = asked(model.id, [{ id: 'c1', ...change }], { found });
      return planOpening(one, model).ok ? [{ change, found, one }] : [];
    }),
  );
}
const thingFor = (kind: OpeningKind): Partial<OpeningChange> =>
  kind === 'replace-drive' || kind === 'add-drive'
    ? { drive: 'pellow-p3-1tb' }
    : ['memory', 'battery', 'wireless', 'cooling'].includes(kind)
      ? { part: `a new ${kind}` }
      : {};

describe('every opening of the demo', () => {
  it.each(models.map((model) => [model.id, model] as const))(
    '%s: each change at each place, empty and full, alone and in pairs, keeps every rule',
    (_, model) => {
      const all = model.places.flatMap((place) => changesAt(model, place));
      expect(all.length).toBeGreaterThan(0);
      const faults = new Set<string>();
      for (const { one } of all) for (const fault of broken(one)) faults.add(`${said(one)}: ${fault}`);
      for (const [at, first] of all.entries())
        for (const second of all.slice(at + 1)) {
          if (first.change.place === second.change.place) continue;
          const two = asked(
            model.id,
            [
              { id: 'c1', ...first.change },
              { id: 'c2', ...second.change },
            ],
            { found: { ...first.found, ...second.found } },
          );
          for (const fault of broken(two)) faults.add(`${said(two)}: ${fault}`);
        }
      expect([...faults].slice(0, 8)).toEqual([]);
    },
  );
});

const said = ({ changes, found }: OpeningCase): string =>
  changes
    .map((one) => `${one.kind} ${one.place} ${found[one.place] === 'empty' ? 'empty' : 'full'}`)
    .join(' + ');

describe('an opening', () => {
  const fen = (
    changes: readonly object[],
    found: OpeningCase['found'] = {},
    policy?: OpeningCase['policy'],
  ) => asked('tarnwell-fen-15-s', changes, { found, ...(policy ? { policy } : {}) });
  const add = { id: 'c1', kind: 'add-drive', place: 'm2-b', drive: 'pellow-p3-1tb' };
  const memory = { id: 'c2', kind: 'memory', place: 'mem-a', part: 'memory-ddr4-16' };

  it('reaches all places in one way, and takes nothing out of an empty one', () => {
    const answer = planned(fen([add, memory], { 'm2-b': 'empty', 'mem-a': 'empty' }));
    expect(answer.steps.filter((one) => one.operation === 'cover-off' && one.takes.length > 0)).toHaveLength(
      1,
    );
    expect(answer.steps.flatMap((one) => one.takes).join()).not.toMatch(/old drive|drive of/);
    expect(answer.steps.flatMap((one) => one.puts)).toEqual(
      expect.arrayContaining(['pellow-p3-1tb', 'memory-ddr4-16']),
    );
    expect(answer.leftOver).toEqual([]);
  });

  it('names a thing by the same words both ways, and says what stays out', () => {
    const answer = planned(
      fen([{ id: 'c1', kind: 'replace-drive', place: 'm2-a', drive: 'pellow-p3-1tb' }], {
        'm2-a': { holds: { label: 'Marl B2 256 GB' } },
      }),
    );
    const [taken, put] = [answer.steps.flatMap((one) => one.takes), answer.steps.flatMap((one) => one.puts)];
    expect(taken).toContain('Marl B2 256 GB');
    expect(put.filter((one) => !taken.includes(one))).toEqual(['pellow-p3-1tb']);
    expect(answer.leftOver).toEqual([
      { thing: 'Marl B2 256 GB', change: 'c1', why: expect.stringContaining('old drive') },
    ]);
  });

  it('tells a drive from the one of its own kind that it replaces', () => {
    const one = fen([{ id: 'c1', kind: 'replace-drive', place: 'm2-a', drive: 'Marl B2 256 GB' }], {
      'm2-a': { holds: { label: 'Marl B2 256 GB' } },
    });
    expect(broken(one)).toEqual([]);
    expect(planned(one).steps.flatMap(({ puts }) => puts)).toContain('Marl B2 256 GB (c1)');
  });

  it('is looked into where nobody knows what a socket holds', () => {
    const answer = planned(fen([memory]));
    expect(answer.steps.find((one) => one.change === 'c2')).toMatchObject({ does: 'look', takes: [] });
  });

  it('has the board without power while hands are inside, and lets it run out again after a start', () => {
    const { steps, starts } = planned(fen([add], { 'm2-b': 'empty' }));
    const at = steps.findIndex((one) => one.does === 'start');
    expect(starts).toMatchObject([{ afterStep: at, round: 1, changes: ['c1'] }]);
    expect(steps[at]).toMatchObject({ leg: 'start', state: { mains: 'in' } });
    expect(steps[at + 1]).toMatchObject({ does: 'switch', takes: expect.arrayContaining(['mains lead']) });
    const deeper = planned(
      asked('tarnwell-fen-14', [{ id: 'c1', kind: 'replace-drive', place: 'm2-a', drive: 'pellow-p3-1tb' }]),
    ).steps;
    const after = deeper.slice(deeper.findIndex((one) => one.does === 'start'));
    const hands = after.filter((one) => one.inside && one.does !== 'switch');
    expect(hands.length).toBeGreaterThan(0);
    for (const one of hands) expect(one.state).toEqual({ mains: 'out', battery: 'drained' });
  });

  it('that is only to look has no start, and no power for one', () => {
    const { steps, starts } = planned(fen([{ id: 'c1', kind: 'look', place: 'm2-a' }]));
    expect(starts).toEqual([]);
    expect(steps.filter((one) => one.leg === 'start' || one.does === 'start')).toEqual([]);
  });

  it('waits once for what the board holds, and not again to plug the battery in', () => {
    const { steps } = planned(fen([add], { 'm2-b': 'empty' }));
    const start = steps.findIndex((one) => one.does === 'start');
    const waits = steps.filter((one) => one.does === 'wait');
    expect(waits.filter((one) => one.n <= start)).toHaveLength(1);
    const plugged = steps.findIndex((one) => one.operation === 'battery-plug' && one.puts.length > 0);
    expect(steps[plugged - 1]!.does).not.toBe('wait');
  });

  it('puts back the least that a start needs, and goes on out from there', () => {
    const one = asked('winslade-gannet-15', [
      { id: 'c1', kind: 'replace-drive', place: 'bay', drive: 'corrie-d7-500' },
    ]);
    const { steps, starts } = planned(one);
    const back = steps
      .filter((step) => step.leg === 'start' && step.does === 'put')
      .map((step) => step.operation);
    // The palm rest with its button: what the guide names, and nothing above it.
    expect(new Set(back)).toEqual(new Set(['rest-off', 'ribbons-off']));
    expect(starts).toHaveLength(1);
    expect(steps.filter((step) => step.leg === 'out').map((step) => step.operation)).not.toContain(
      'rest-off',
    );
    // Ribbons on the battery's own path are live both ways, and say so.
    const ribbons = steps.filter((step) => step.operation === 'ribbons-off');
    expect(ribbons[0]!.live).toBe(true);
  });

  it('is tried once closed where no guide says what a start needs, or the workshop closes first', () => {
    const closed = planned(fen([add], { 'm2-b': 'empty' }, { tryBeforeClosing: false }));
    expect(closed.starts).toMatchObject([{ round: null, afterStep: closed.steps.length - 1 }]);
    expect(closed.because.join()).toContain('closes a machine before it is tried');
    const plain = modelOf('tarnwell-fen-15-s');
    const unsaid = planOpening(fen([add], { 'm2-b': 'empty' }), {
      ...plain,
      guide: { ...plain.guide, start: null },
    });
    expect(unsaid.ok && unsaid.because.join()).toContain('does not say what a start needs');
  });

  it('leaves a dead drive in: its leads tied away, the drive where it is', () => {
    const one = asked('corvane-pane-24', [{ id: 'c1', kind: 'leave-unplugged', place: 'bay' }]);
    const answer = planned(one);
    expect(answer.leftOver.map(({ thing, why }) => `${thing}: ${why}`)).toEqual([
      'drive plugs: insulated and tied away',
      'Heddle B1 1 TB: stays in, unplugged',
    ]);
    expect(answer.steps.flatMap((step) => step.takes)).not.toContain('Heddle B1 1 TB');
  });

  it('moves a drive: out of one place, into the other, and nothing is left over', () => {
    const one = asked('tarnwell-fen-15-s', [{ id: 'c1', kind: 'move-drive', place: 'm2-a', to: 'm2-b' }]);
    const answer = planned(one);
    expect(answer.leftOver).toEqual([]);
    expect(broken(one, answer)).toEqual([]);
  });

  it.each([
    ['an id twice', [add, { ...memory, id: 'c1' }], /Two changes have the id 'c1'/],
    ['a place that is not there', [{ ...add, place: 'nowhere' }], /'c1' names the place 'nowhere'/],
    ['a drive into a memory socket', [{ ...add, place: 'mem-a' }], /cannot be done at 'mem-a'/],
    [
      'a drive out of an empty place',
      [{ id: 'c1', kind: 'take-out-drive', place: 'm2-b' }],
      /'m2-b', which is empty/,
    ],
    ['a drive beside one that is there', [{ ...add, place: 'm2-a' }], /which holds one/],
    [
      'a card left in without power',
      [{ id: 'c1', kind: 'leave-unplugged', place: 'm2-a' }],
      /is a card and has no lead/,
    ],
    ['a move without an end', [{ id: 'c1', kind: 'move-drive', place: 'm2-a' }], /say with 'to'/],
  ])('says why it cannot be: %s', (_, changes, words) => {
    const answer = planOpening(fen(changes), modelOf('tarnwell-fen-15-s'));
    expect(answer).toMatchObject({ ok: false, problem: expect.stringMatching(words) });
  });
});

describe('the checker', () => {
  const one = asked('tarnwell-fen-14', [
    { id: 'c1', kind: 'replace-drive', place: 'm2-a', drive: 'pellow-p3-1tb' },
  ]);
  const answer = planned(one);
  const rules = (steps: OpeningAnswer['steps'], own: Partial<OpeningAnswer> = {}) =>
    new Set(
      checkOpening(one, modelOf('tarnwell-fen-14'), { ...answer, ...own, steps }).map(({ rule }) => rule),
    );
  const without = (operation: string, taking: boolean) =>
    answer.steps.filter((step) => !(step.operation === operation && step.takes.length > 0 === taking));

  it('finds nothing against what was planned', () => expect(rules(answer.steps)).toEqual(new Set()));

  it('refuses what is broken by leaving any one step out', () => {
    // A wait, a look and a start leave no thing behind; every other step is missed.
    for (const [at, step] of answer.steps.entries()) {
      if (step.takes.length + step.puts.length === 0) continue;
      expect([step.title, rules(answer.steps.toSpliced(at, 1)).size > 0]).toEqual([step.title, true]);
    }
  });

  it('names the rule: taken twice, empty, forgotten, under the cover, in power, at a start, steel after the battery, a lead', () => {
    const twice = answer.steps.find((step) => step.takes.length > 0)!;
    expect(rules([...answer.steps.slice(0, 3), twice, ...answer.steps.slice(3)])).toContain(1);
    const empty = { ...one, found: { 'm2-a': 'empty' as const } };
    expect(checkOpening(empty, modelOf('tarnwell-fen-14'), answer).map(({ rule }) => rule)).toContain(2);
    expect(rules(without('plate-off', false))).toContain(3);
    expect(rules(without('cover-screws', true))).toContain(4);
    expect(rules(without('mains-off', true))).toContain(5);
    expect(rules(without('speaker-plug', false))).toContain(8);
    expect(rules(answer.steps, { leftOver: [] })).toContain(3);
    const early = answer.steps.findIndex((step) => step.operation === 'battery-plug' && step.puts.length > 0);
    const plate = answer.steps.findIndex((step) => step.operation === 'plate-screws' && step.puts.length > 0);
    const moved = answer.steps.toSpliced(early, 1).toSpliced(plate, 0, answer.steps[early]!);
    expect(rules(moved)).toContain(7);
  });

  it('refuses a start without what the guide asks for', () => {
    const model = modelOf('tarnwell-fen-14');
    const asks = { ...model, guide: { ...model.guide, start: { ...BARE_START, back: ['plate-off'] } } };
    expect(checkOpening(one, asks, answer).map(({ rule }) => rule)).toContain(6);
  });
});
