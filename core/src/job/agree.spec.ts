import { TestJob } from '../testing/samples.js';
import { jobAt, finishPart, payAndHandOver } from '../testing/walks.js';
import type { JobCommand } from './commands/index.js';
import { agreementHolds, billNow } from './reading/agreement.js';
import { missing } from './gates/index.js';
import { replay } from './evolve.js';
import { summarise } from './summary.js';
import { waitsFor } from './reading/waiting.js';

const OFFER: Extract<JobCommand, { type: 'offer' }> = {
  type: 'offer',
  options: [{ kind: 'advised', slotId: 'm2-a', driveId: 'pellow-p3' }],
  machineMinor: 60_000,
};
const AGREE = {
  type: 'agree',
  slotId: 'm2-a',
  driveId: 'pellow-p3',
  who: 'Halima Quist',
  how: 'phone',
  depositMinor: 0,
  words: '',
} as const;

describe('agreeing', () => {
  it('holds the job until the customer has said yes to a price, or a lead says why not', () => {
    const bench = jobAt('agree');
    expect(bench.give(AGREE)).toContain('Work out an offer first');
    bench.must(OFFER);
    const [open] = missing(bench.job);
    expect(open).toMatchObject({
      waivableBy: ['lead'],
      sentence: expect.stringContaining('has not agreed to 170.15'),
    });
    expect(bench.give({ type: 'waive', code: open!.code, reason: 'a standing order' })).toContain(
      'Only the lead waives this',
    );
    bench.must(AGREE);
    expect(missing(bench.job)).toEqual([]);
    expect(bench.job.agreement).toMatchObject({
      totalMinor: billNow(bench.job)!.totalMinor,
      who: 'Halima Quist',
      by: { name: 'Ines' },
    });
  });

  it('falls when the price rises afterwards, not when it falls', () => {
    const bench = jobAt('agree').must(OFFER, AGREE);
    bench.must({ type: 'change-price', say: 'Discount', netMinor: -1000, why: 'second machine this week' });
    expect(agreementHolds(bench.job)).toBe(true);
    bench.must({ type: 'change-price', say: 'New hinge screw', netMinor: 1500, why: 'one was missing' });
    expect(agreementHolds(bench.job)).toBe(false);
    expect(missing(bench.job)[0]!.sentence).toContain('ask the customer again');
    bench.must(AGREE);
    expect(bench.job.pastAgreements).toHaveLength(1);
    expect(missing(bench.job)).toEqual([]);
  });

  it('asks again at hand-over for what was added since', () => {
    const bench = jobAt('hand-over').must({
      type: 'settle-old-drive',
      fate: 'returned',
      until: null,
      note: '',
    });
    bench.must({ type: 'change-price', say: 'Hinge', netMinor: 900, why: 'was broken' });
    expect(bench.give({ type: 'hand-over', to: 'Ms Quist' })).toContain('ask the customer again');
    bench.must(AGREE);
    payAndHandOver(bench);
    expect(bench.job.closed).not.toBeNull();
  });

  it('wants the deposit that was agreed', () => {
    const bench = jobAt('agree').must(OFFER, { ...AGREE, depositMinor: 5000 });
    expect(missing(bench.job)).toMatchObject([
      { code: 'deposit', sentence: expect.stringContaining('50.00') },
    ]);
    bench.must({ type: 'pay', amountMinor: 5000, how: 'card' });
    expect(missing(bench.job)).toEqual([]);
    expect(bench.give({ ...AGREE, depositMinor: 99_999_00 })).toContain('more than all of it');
  });

  it('does not hold an offer for ever', () => {
    const bench = jobAt('agree').must(OFFER);
    bench.clock += 15 * 86_400;
    expect(bench.give(AGREE)).toContain('are over');
  });

  it('offers nothing that does not fit', () =>
    expect(
      jobAt('agree').give({ ...OFFER, options: [{ kind: 'cheapest', slotId: 'm2-a', driveId: 'marl-s5' }] }),
    ).toContain('cannot be offered'));
});

describe('what is not here', () => {
  const ID = '6c1d3c4e-3b7e-4a51-9a52-0c40a6a9d001';
  const OTHER = '6c1d3c4e-3b7e-4a51-9a52-0c40a6a9d002';
  const order = (own: object = {}) =>
    ({
      type: 'order',
      orderId: ID,
      need: 'drive:away',
      supplier: 'Merrow Parts',
      priceMinor: 8000,
      state: 'confirmed',
      dueOn: '2026-04-20',
      ...own,
    }) as never;
  const waiting = (): TestJob => {
    const bench = new TestJob();
    finishPart(bench);
    bench.must(
      { type: 'advance', from: 'diagnose' },
      { type: 'choose-drive', slotId: 'm2-a', driveId: 'away' },
      { type: 'advance', from: 'match' },
    );
    bench.must(
      { ...OFFER, options: [{ kind: 'advised', slotId: 'm2-a', driveId: 'away' }] },
      { ...AGREE, driveId: 'away' },
      { type: 'advance', from: 'agree' },
    );
    return bench.must({
      type: 'decide-safeguard',
      safeguard: {
        plan: 'nothing-to-keep',
        backup: 'none',
        backupWhere: '',
        recoveryKey: 'not-encrypted',
        note: '',
      },
    });
  };

  it('holds the opening until it is ordered and has come, and shows so on the Bench', () => {
    const bench = waiting();
    expect(missing(bench.job).map((one) => one.code)).toContain('part:drive:away');
    bench.must(order());
    expect(missing(bench.job).find((one) => one.code === 'part:drive:away')!.sentence).toContain(
      'due 20 April 2026',
    );
    expect(waitsFor(bench.job)).toMatchObject({ kind: 'part', until: '2026-04-20', mark: 'other-hands' });
    expect(summarise(bench.job)).toMatchObject({
      mark: 'other-hands',
      waitsFor: expect.stringContaining('Waits for a part'),
    });
    bench.must({ type: 'tell-order', orderId: ID, state: 'arrived', dueOn: null, say: '' });
    expect(missing(bench.job).map((one) => one.code)).not.toContain('part:drive:away');
    expect(waitsFor(bench.job)).toBeNull();
  });

  it('moves the promise to the working day after it is due, and never forward', () => {
    const bench = waiting().must(order());
    // Promised for Tuesday 14 April at 13:00; due on Monday the 20th.
    expect(bench.job.intake.promisedAt).toBe('2026-04-21T13:00:00.000Z');
    bench.must({
      type: 'tell-order',
      orderId: ID,
      state: 'back-ordered',
      dueOn: '2026-04-24',
      say: 'maker is late',
    });
    // The 24th is a Friday: Monday follows.
    expect(bench.job.intake.promisedAt).toBe('2026-04-27T13:00:00.000Z');
    expect(bench.job.promiseMoves.map((one) => one.to.slice(0, 10))).toEqual(['2026-04-21', '2026-04-27']);
    expect(summarise(bench.job).promisedBefore).toBe('2026-04-21T13:00:00.000Z');
    bench.must({ type: 'tell-order', orderId: ID, state: 'confirmed', dueOn: '2026-04-16', say: '' });
    expect(bench.job.intake.promisedAt).toBe('2026-04-27T13:00:00.000Z');
    expect(replay(bench.log)).toEqual(bench.job);
  });

  it('may be had elsewhere instead, sent back, or found here after all', () => {
    const bench = waiting().must(order());
    expect(bench.give(order({ orderId: OTHER }))).toContain('ordered already');
    bench.must(order({ orderId: OTHER, supplier: 'Harbour Trade', inPlaceOf: ID, dueOn: '2026-04-17' }));
    expect(bench.job.orders.map((one) => one.state)).toEqual(['cancelled', 'confirmed']);
    expect(bench.give({ type: 'tell-order', orderId: ID, state: 'arrived', dueOn: null, say: '' })).toContain(
      'cannot be here now',
    );
    bench.must({ type: 'tell-order', orderId: OTHER, state: 'arrived', dueOn: null, say: '' });
    expect(
      bench.give({ type: 'tell-order', orderId: OTHER, state: 'returned', dueOn: null, say: '' }),
    ).toContain('Say why');
    bench.must({ type: 'tell-order', orderId: OTHER, state: 'returned', dueOn: null, say: 'wrong length' });
    expect(missing(bench.job).map((one) => one.code)).toContain('part:drive:away');
    bench.must({ type: 'meet-need', key: 'drive:away', how: 'in the drawer of job 398' });
    expect(missing(bench.job).map((one) => one.code)).not.toContain('part:drive:away');
  });
});

describe('waiting', () => {
  it('for the customer shows until it is over, and ends when they agree', () => {
    const bench = jobAt('agree').must(OFFER, {
      type: 'wait-for',
      kind: 'customer',
      what: 'the offer',
      who: '',
      until: '2026-04-16',
    });
    expect(summarise(bench.job)).toMatchObject({
      mark: 'other-hands',
      waitsFor: 'Waits for the customer: the offer',
      waits: { until: '2026-04-16' },
    });
    bench.must(AGREE);
    expect(bench.job.waiting).toBeNull();
    expect(bench.give({ type: 'stop-waiting', how: '' })).toContain('does not wait');
  });
});
