import { baySlot, memorySockets, model, operation } from '../testing/samples.js';
import { SOME_DRIVE, type Slot } from '../hardware/index.js';
import type { Target } from './target.js';
import { buildOpening, type Way } from './way.js';

/** A bay whose drive has a lead of its own, beneath the cover; beside it a socket for memory. */
const withBay = () => {
  const plain = model();
  const own = (id: string, kind: 'lead' | 'drive', label: string, after: string) =>
    operation({
      id,
      place: 'bay',
      atSwap: true,
      after: [[after]],
      takes: [{ key: id, kind, verb: kind === 'lead' ? 'Unplugged' : 'Out', label }],
      mirror: { title: `Undo ${id}`, short: id, minutes: 2, caution: null },
    });
  return model({
    places: [
      baySlot({ id: 'bay', label: 'bay', reach: ['bay-out'], fitted: SOME_DRIVE }),
      ...memorySockets('A').map((one) => ({ ...one, reach: ['cover-off'] })),
    ],
    guide: {
      ...plain.guide,
      operations: [
        ...plain.guide.operations.filter(({ id }) => id !== 'drive-out'),
        own('bay-lead', 'lead', 'bay lead', 'drain'),
        own('bay-out', 'drive', 'bay drive', 'bay-lead'),
      ],
    },
  });
};
const target = (does: Target['does'], own: Partial<Target> = {}): Target => ({
  id: 'c1',
  does,
  place: withBay().places[0]!,
  extras: [],
  thing: null,
  original: null,
  ...own,
});
const way = (...targets: Target[]): Way => {
  const found = buildOpening(withBay(), targets, { found: { 'memory-1': 'empty' } });
  if (!found.ok) throw new Error(found.problem);
  return found;
};
const moved = ({ steps }: Way, leg: string): string[] =>
  steps.filter((one) => one.leg === leg).flatMap((one) => one.moves.map((thing) => thing.label));

it('leaves a drive in: its lead comes off and is tied away, and is not plugged in again', () => {
  const left = way(target('leave'));
  expect(moved(left, 'in')).toContain('bay lead');
  expect(moved(left, 'in')).not.toContain('bay drive');
  expect(left.steps.filter((one) => one.leg === 'swap').map((one) => one.title)).toEqual([
    'Insulate and tie away: bay lead',
  ]);
  // What was tied away is off the tray by that step, and by no other.
  expect(moved(left, 'swap')).toEqual(['bay lead']);
  expect(left.steps.filter((one) => one.leg !== 'in').map((one) => one.operationId)).not.toContain(
    'bay-lead',
  );
});

it('takes a drive out: nothing is put into its place again', () => {
  const out = way(target('take-out'));
  expect(moved(out, 'in')).toContain('bay drive');
  expect(out.steps.map((one) => one.title)).not.toContain('Undo bay-out');
});

it('puts a part in where no step of the guide does, after what was there came out', () => {
  const place = withBay().places[1]!;
  const put = way(target('put', { place, thing: 'Orrin 16', original: 'the module of A' }));
  expect(put.steps.filter((one) => one.operationId === null).map((one) => [one.leg, one.title])).toEqual([
    ['in', 'Take the module of A out of A'],
    ['swap', 'Orrin 16 into A'],
  ]);
});

it('walks what two places have in common once', () => {
  const [bay, a] = withBay().places;
  const both = way(
    target('replace', { place: bay as Slot }),
    target('put', { id: 'c2', place: a!, thing: 'Orrin 16' }),
  );
  const alone = way(target('replace', { place: bay as Slot }));
  const inward = both.steps.filter((one) => one.leg === 'in').map((one) => one.operationId);
  expect(new Set(inward).size).toBe(inward.length);
  expect(inward).toEqual(alone.steps.filter((one) => one.leg === 'in').map((one) => one.operationId));
});

it('says which place nobody has noted the way to', () =>
  expect(
    buildOpening(withBay(), [target('put', { place: { ...withBay().places[1]!, reach: null } as never })]),
  ).toEqual({
    ok: false,
    problem: 'Nobody has noted how A is reached: add it to the guide, or plan without it.',
  }));
