import { BARE_START, MachineModelSchema, type MachineModel, type StartNeeds } from '../hardware/index.js';
import { asked, modelOf } from '../testing/demo-openings.js';
import type { OpeningAnswer } from './answer.js';
import type { OpeningCase } from './case.js';
import { checkOpening } from './check.js';
import { oneMore } from './one-more.js';
import { planOpening } from './plan-opening.js';

describe('what a guide says of a machine', () => {
  const fen = modelOf('tarnwell-fen-14');
  const change = { id: 'c1', kind: 'replace-drive', place: 'm2-a', drive: 'pellow-p3-1tb' };
  const with_ = (own: Partial<MachineModel['guide']>, more: Partial<MachineModel> = {}): MachineModel =>
    MachineModelSchema.parse({ ...fen, ...more, guide: { ...fen.guide, ...own } });
  const on = (
    model: MachineModel,
    changes: readonly object[] = [change],
    own: Partial<Omit<OpeningCase, 'format' | 'model' | 'changes'>> = {},
  ): OpeningAnswer => {
    const one = asked('tarnwell-fen-14', changes, own);
    const answer = planOpening(one, model);
    if (!answer.ok) throw new Error(answer.problem);
    expect(checkOpening(one, model, answer)).toEqual([]);
    return answer;
  };
  const operations = (id: string, own: object) =>
    fen.guide.operations.map((one) => (one.id === id ? { ...one, ...own } : one));
  const mirrorOf = (id: string) => fen.guide.operations.find((one) => one.id === id)!.mirror!;

  it('a way back by a tool of its own, or by hand', () => {
    const tool = (own: string | null | undefined) =>
      on(
        with_({
          operations: operations('cover-off', {
            tool: 'pick',
            mirror: { ...mirrorOf('cover-off'), tool: own },
          }),
        }),
      ).steps.find((one) => one.operation === 'cover-off' && one.puts.length > 0)?.tool;
    expect([tool(undefined), tool(null), tool('roller')]).toEqual(['pick', null, 'roller']);
  });

  it('a step of another variant is not walked, and holds nothing up', () => {
    const variants = {
      ask: 'Which?',
      of: ['one', 'two'].map((id) => ({ id, answer: id, places: [], without: [] })),
    };
    const model = with_(
      { operations: operations('speaker-plug', { variants: ['two'] }) },
      {
        variants,
      },
    );
    const walked = (variant: string | null) =>
      on(model, [change], { variant }).steps.some((one) => one.operation === 'speaker-plug');
    expect([walked('one'), walked('two'), walked(null)]).toEqual([false, true, true]);
  });

  it('a part that is there only beside another thing', () => {
    const model = with_({
      operations: operations('plate-off', {
        takes: fen.guide.operations
          .find((one) => one.id === 'plate-off')!
          .takes.map((thing) => ({ ...thing, onlyWith: 'bay-b' })),
      }),
    });
    const drives = model.places.filter((one) => 'fitted' in one).map(({ id }) => id);
    expect(drives).toContain('bay-b');
    const takes = (found: OpeningCase['found']) =>
      on(model, [change], { found }).steps.find((one) => one.operation === 'plate-off')?.takes.length ?? 0;
    expect(takes({ 'bay-b': { holds: { label: 'a second drive' } } })).toBeGreaterThan(0);
    expect(takes({ 'bay-b': 'empty' })).toBe(0);
  });

  it('a start: its power, button, screen, and how it lies', () => {
    const start: StartNeeds = {
      ...BARE_START,
      power: 'mains',
      button: 'on the board',
      screen: 'outside',
      side: 'lid-open',
    };
    const answer = on(with_({ start }));
    expect(answer.steps.find((one) => one.does === 'start')).toMatchObject({
      title: 'Start it with a screen from outside, and look; the button: on the board',
      side: 'lid-open',
      state: { mains: 'in', battery: 'drained' },
    });
    const battery = on(with_({ start: { ...BARE_START, power: 'battery' } })).steps;
    const at = battery.findIndex((one) => one.does === 'start');
    expect(battery[at]!.state).toEqual({ mains: 'out', battery: 'on' });
    // Off again, and run out, before a hand is inside.
    expect(battery.slice(at + 1).filter((one) => one.inside && one.does === 'put')[0]!.state.battery).toBe(
      'drained',
    );
  });

  it('what is laid on anew: by its step, else by one of its own, and never by none', () => {
    const places = fen.places.map((one) =>
      one.id === 'm2-a'
        ? { ...one, usedUp: [{ kind: 'foil', label: 'film over the plate', perOpening: 1 }] }
        : one,
    );
    const bare = { ...fen, places } as MachineModel;
    expect(on(bare).steps.filter((one) => one.lays.includes('foil'))).toMatchObject([
      { own: 'lays', change: 'c1' },
    ]);
    const said = {
      ...bare,
      guide: {
        ...fen.guide,
        operations: operations('plate-off', { mirror: { ...mirrorOf('plate-off'), lays: ['foil'] } }),
      },
    };
    const answer = on(said);
    expect(answer.steps.filter((one) => one.lays.includes('foil'))).toMatchObject([
      { operation: 'plate-off' },
    ]);
    const none = { ...answer, steps: answer.steps.map((one) => ({ ...one, lays: [] })) };
    expect(checkOpening(asked('tarnwell-fen-14', [change]), said, none).map(({ rule }) => rule)).toEqual([9]);
  });

  it('the battery that is new goes in last, and is on at the start that tries it', () => {
    const answer = on(fen, [{ id: 'b', kind: 'battery', place: 'battery', part: 'a new battery' }, change]);
    const start = answer.steps.findIndex((one) => one.does === 'start');
    expect(answer.steps[start]!.state).toEqual({ mains: 'in', battery: 'on' });
    const last = answer.steps.findLastIndex((one) => one.inside && one.tool !== null);
    const plugged = answer.steps.findLastIndex(
      (one) => one.operation === 'battery-plug' && one.puts.length > 0,
    );
    expect(plugged).toBeGreaterThan(last);
  });

  it('never has both copies of a drive at one start', () => {
    const copy = { id: 'c2', kind: 'add-drive', place: 'bay-b', drive: 'corrie-d7-1tb', copyOf: 'm2-a' };
    const found = { 'bay-b': 'empty' as const };
    const both = planOpening(asked('tarnwell-fen-14', [copy], { found }), fen);
    expect(both).toMatchObject({ ok: false, problem: expect.stringContaining('copy of the drive in') });
    const out = { id: 'c3', kind: 'take-out-drive', place: 'm2-a' };
    const answer = on(fen, [copy, out], { found, policy: { oneAtATime: true } });
    // Not even where one change is tried at a time.
    expect(answer.rounds).toEqual([['c2', 'c3']]);
    const apart = { ...answer, steps: answer.steps.filter((one) => one.change !== 'c3') };
    const rules = checkOpening(asked('tarnwell-fen-14', [copy, out], { found }), fen, apart);
    expect(rules.map(({ say }) => say).join()).toContain('are both attached');
  });

  it('says what one more change would cost, the cheapest first', () => {
    const more = oneMore(asked('tarnwell-fen-14', [change]), fen, on(fen));
    expect(more.length).toBeGreaterThan(2);
    expect(more.map((one) => one.minutes)).toEqual(more.map((one) => one.minutes).sort((a, b) => a - b));
    expect(more.map((one) => one.place)).not.toContain('m2-a');
  });
});
