import { SOME_DRIVE } from '../hardware/index.js';
import { baySlot, m2Slot, msataSlot } from '../testing/samples.js';
import { readOff, spec } from '../units/index.js';
import { judgeMoved } from './moved.js';

const held = (own: object = {}) => ({ fitted: { ...SOME_DRIVE, lengthMm: 80, ...own } });
const AT_80 = { post: { nowAtMm: 80, canMoveToMm: [], tool: null } };
const from = m2Slot({ ...held(), ...AT_80 });
const rule = (id: string, ...slots: Parameters<typeof judgeMoved>) =>
  judgeMoved(...slots).findings.find((one) => one.rule === `moved-${id}`)!.outcome;

describe('a drive that goes into another place of its machine', () => {
  it('goes where nothing is less than where it is', () =>
    expect(judgeMoved(from, m2Slot({ id: 'b', label: 'second', ...AT_80 })).outcome).toBe('fits'));

  it('is refused by kind, edge, plug and size alone, and never leaves the board', () => {
    expect(judgeMoved(from, baySlot()).outcome).toBe('no');
    expect(judgeMoved(from, msataSlot()).outcome).toBe('no');
    expect(judgeMoved(baySlot(), baySlot({ kind: 'bay-3.5' })).outcome).toBe('no');
    expect(judgeMoved(baySlot(), baySlot({ connector: 'pata-44' })).outcome).toBe('no');
    const { id, label, fitted, claimedLimitGb, evidence, usedUp, maxWatts, sources } = from;
    const soldered = {
      kind: 'soldered' as const,
      id,
      label,
      reach: [],
      fitted,
      claimedLimitGb,
      evidence,
      usedUp,
      maxWatts,
      sources,
    };
    expect(judgeMoved(soldered, from).outcome).toBe('no');
  });

  it('asks which protocol it speaks, where only one of two is spoken there', () => {
    const either = m2Slot({ ...held(), protocols: ['nvme', 'sata'] });
    expect(rule('protocol', either, m2Slot({ protocols: ['sata'] }))).toBe('unknown');
    expect(rule('protocol', m2Slot({ protocols: ['sata'] }), m2Slot({ protocols: ['nvme'] }))).toBe('no');
    expect(rule('protocol', m2Slot({ protocols: ['sata'] }), either)).toBe('fits');
  });

  it('of another key is looked at: a card may have both notches', () =>
    expect(rule('key', m2Slot({ key: 'B' }), m2Slot({ key: 'M' }))).toBe('unknown'));

  it('has to be held: by the post as it stands, moved, or not at all; an unknown length is asked', () => {
    const post = (nowAtMm: number | null, canMoveToMm: number[] = []) =>
      m2Slot({ post: { nowAtMm, canMoveToMm, tool: null } });
    expect(rule('length', from, post(80))).toBe('fits');
    expect(rule('length', from, post(60, [80]))).toBe('extras');
    expect(rule('length', from, post(42))).toBe('no');
    expect(rule('length', m2Slot(held({ lengthMm: null })), post(80))).toBe('unknown');
  });

  it('is laid in on trial where there may be less room, and the trial is a step of the way', () => {
    const lower = m2Slot({ coverAt: readOff('callipers', from.coverAt.mm - 1), ...AT_80 });
    const verdict = judgeMoved(from, lower);
    expect(verdict.outcome).toBe('unknown');
    expect(verdict.extras[0]!.step!.title).toContain('on trial');
    const low = baySlot({ roomHeight: spec(7) });
    expect(judgeMoved(baySlot({ roomHeight: spec(9.5) }), low).extras).toHaveLength(1);
    expect(judgeMoved(low, baySlot({ roomHeight: spec(9.5) })).outcome).toBe('fits');
  });
});
