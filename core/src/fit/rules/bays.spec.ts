import { DriveSchema, type Drive, type Slot } from '../../hardware/index.js';
import { bayDrive, baySlot, m2Drive, m2Slot, part } from '../../testing/samples.js';
import { spec } from '../../units/index.js';
import { NO_NEED } from '../need.js';
import { bareSlot, type Place } from '../place.js';
import { judge } from '../verdict.js';

const found = (rule: string, slot: Slot, drive: Drive, more: Partial<Place> = {}) =>
  judge(bareSlot(slot, more.need ?? NO_NEED, more), drive).findings.find((one) => one.rule === rule);
const big = DriveSchema.parse({
  ...bayDrive({ id: 'corrie-b3', markedGb: 4000, medium: 'rotating' }),
  family: '3.5-inch',
  height: spec(26.1, 0.2),
});
const bigBay = baySlot({
  kind: 'bay-3.5',
  roomLength: spec(150, 0.5),
  roomWidth: spec(103, 0.3),
  roomHeight: spec(27, 0.3),
  volts: [5, 12],
});
const pataBay = (own: Parameters<typeof baySlot>[0] = {}) =>
  baySlot({ connector: 'pata-44', roomHeight: spec(9.8, 0.1), ultraDma: 100, ...own });
const pata = bayDrive({
  connector: 'pata-44',
  link: { protocol: 'pata', mode: 100 },
  jumpers: ['master', 'slave', 'cable-select'],
  height: spec(9.5, 0.2),
});

describe('connector', () => {
  it('sees that the same size is not the same plug', () => {
    expect(found('connector', pataBay(), bayDrive())).toMatchObject({
      outcome: 'no',
      sentence: expect.stringContaining('44-pin'),
    });
    expect(found('protocol', pataBay(), bayDrive())?.outcome).toBe('no');
    expect(found('connector', pataBay(), pata)?.outcome).toBe('fits');
  });
});

describe('bay heights (SFF-8201, from memory)', () => {
  it.each([
    [7, 7.2, 'fits'],
    [9.5, 7.2, 'no'],
    [15, 9.7, 'no'],
    [7, 9.7, 'extras'],
    [9.5, 9.8, 'fits'],
  ] as const)('a %d mm drive in a %d mm bay: %s', (drive, bay, outcome) =>
    expect(
      found('height', baySlot({ roomHeight: spec(bay, 0.1) }), bayDrive({ height: spec(drive, 0.1) }))
        ?.outcome,
    ).toBe(outcome),
  );

  it('takes the spacer from the shelf', () => {
    const spacer = part({ kind: 'spacer', heightMm: 2.5, drawer: 'D4' });
    expect(
      found('height', baySlot({ roomHeight: spec(9.7, 0.1) }), bayDrive(), { parts: [spacer] })?.extras[0]
        ?.item,
    ).toMatchObject({
      partId: spacer.id,
      from: 'shelf',
    });
  });
});

describe('an all-in-one', () => {
  it('takes a 2.5-inch drive in its 3.5-inch bay with a converter', () => {
    const verdict = judge(bareSlot(bigBay), bayDrive());
    expect(verdict.outcome).toBe('extras');
    expect(verdict.extras.map((one) => one.id)).toEqual(['converter']);
    expect(judge(bareSlot(bigBay), big).outcome).toBe('fits');
  });

  it('cannot feed a 3.5-inch drive without 12 V', () =>
    expect(found('power', { ...bigBay, volts: [5] }, big)).toMatchObject({
      outcome: 'no',
      sentence: expect.stringContaining('12 V'),
    }));

  it.each([
    ['stick-on', 'extras', 'moves to the new one'],
    ['old-drive-lead', 'extras', 'fans run flat out'],
    ['not-known', 'unknown', 'two-wire lead'],
  ] as const)('minds the drive sensor: %s', (sensor, outcome, words) => {
    const finding = found('drive-sensor', { ...bigBay, sensor }, big);
    expect(finding).toMatchObject({ outcome, sentence: expect.stringContaining(words) });
    expect(judge(bareSlot({ ...bigBay, sensor }), big).outcome).not.toBe('unknown');
  });

  it('is content with a drive that has the lead itself, and takes the sensor made for the model else', () => {
    const reads = { ...bigBay, sensor: 'old-drive-lead' } as Slot;
    expect(found('drive-sensor', reads, { ...big, sensorLead: true } as Drive)?.outcome).toBe('fits');
    const other = part({ kind: 'sensor', id: 'other', forModels: ['else'] });
    const right = part({ kind: 'sensor', id: 'right', forModels: ['pane'] });
    expect(
      found('drive-sensor', reads, big, { parts: [other, right], modelId: 'pane' })?.extras[0]?.item?.partId,
    ).toBe('right');
  });
});

describe('bay hardware', () => {
  it('gets what is missing: a caddy of this model, and screws that go no deeper than 3 mm', () => {
    const slot = baySlot({
      hardware: [
        { kind: 'caddy', label: 'caddy', count: 1, where: 'missing' },
        { kind: 'side-screws', label: 'side screws', count: 4, where: 'missing' },
        { kind: 'studs', label: 'rubber studs', count: 2, where: 'old-drive' },
      ],
    });
    const screw = (id: string, lengthMm: number) =>
      part({ kind: 'screw', id, screw: { thread: 'M3', lengthMm, head: 'pan', bit: 'PH1' }, inStock: 12 });
    const finding = found('bay-hardware', slot, bayDrive(), {
      modelId: 'fen',
      parts: [
        part({ kind: 'caddy', forModels: ['fen'] }),
        screw('long', 6),
        screw('right', 3.5),
        screw('short', 2),
      ],
    });
    expect(finding?.extras.map((one) => one.item?.partId ?? one.id)).toEqual([
      'move-hardware',
      'a-caddy',
      'right',
    ]);
    expect(finding?.extras[2]?.item?.quantity).toBe(4);
  });
});

describe('what opening uses up', () => {
  const glued = baySlot({ usedUp: [{ kind: 'adhesive-set', label: 'adhesive set for the glass' }] });

  it('has to be there before the machine is opened: the set made for this model, or to order', () => {
    const other = part({ kind: 'adhesive-set', id: 'other', forModels: ['else'] });
    const right = part({ kind: 'adhesive-set', id: 'right', forModels: ['pane'], inStock: 0, leadDays: 10 });
    const extra = found('used-up', glued, bayDrive(), { parts: [other, right], modelId: 'pane' })?.extras[0];
    expect(extra).toMatchObject({
      item: { partId: 'right', from: 'order', leadDays: 10 },
      label: 'adhesive set for the glass, to order (10 days)',
    });
    expect(found('used-up', baySlot(), bayDrive())).toBeUndefined();
  });
});

describe('parallel ATA', () => {
  it.each([
    ['none', 'master'],
    ['master', 'slave'],
    ['slave', 'master'],
    ['cable-select', 'cable select'],
  ] as const)('with %s on the cable the drive is set to %s', (otherDevice, wanted) =>
    expect(found('jumpers', pataBay({ otherDevice }), pata)?.need).toBe(wanted),
  );

  it('reads the jumper of both devices before it says', () =>
    expect(found('jumpers', pataBay({ otherDevice: 'not-looked' }), pata)).toMatchObject({
      outcome: 'unknown',
      settles: { key: 'otherDevice' },
    }));

  it('refuses a drive that cannot be set so', () =>
    expect(
      found('jumpers', pataBay({ otherDevice: 'master' }), { ...pata, jumpers: ['master'] })?.outcome,
    ).toBe('no'));

  it('runs at 33 MB/s on a 40-wire cable (ATA/ATAPI, from memory)', () => {
    expect(found('speed', pataBay({ cableWires: 40 }), pata)?.need).toBe('33 MB/s');
    expect(found('speed', pataBay({ cableWires: 80 }), pata)?.need).toBe('100 MB/s');
  });
});

describe('limits, in three classes of evidence', () => {
  const slot = (evidence: Parameters<typeof m2Slot>[0] extends infer P ? NonNullable<P> : never) =>
    m2Slot({ claimedLimitGb: 2000, ...evidence });
  const four = m2Drive({ markedGb: 4000 });
  const seen = (gb: number, worked: boolean) => ({
    kind: 'seen-here' as const,
    gb,
    worked,
    source: 'job 388',
  });
  const told = (gb: number, worked: boolean) => ({
    kind: 'reported' as const,
    gb,
    worked,
    source: 'a colleague',
  });

  it.each([
    ['beyond the claim, nothing else known', [], four, 'unknown'],
    ['beyond the claim, reported to work', [told(4000, true)], four, 'unknown'],
    ['beyond the claim, seen here', [seen(4000, true)], four, 'fits'],
    ['within the claim', [], m2Drive(), 'fits'],
    ['within the claim, failed here', [seen(1000, false)], m2Drive(), 'no'],
    ['within the claim, reported to fail', [told(1000, false)], m2Drive(), 'unknown'],
  ] as const)('%s', (_, evidence, drive, outcome) =>
    expect(found('limits', slot({ evidence: [...evidence] }), drive)?.outcome).toBe(outcome),
  );
});

describe('a clone as it is', () => {
  const need = { ...NO_NEED, usedGb: 200, cloneFromGb: 500 };

  // IDEMA LBA1-03: 500 GB has 976 773 168 sectors, 480 GB 1 953 504 x 20 fewer.
  it("does not go from a '500' to a '480' without shrinking first", () => {
    const finding = found('capacity', m2Slot(), m2Drive({ markedGb: 480 }), { need });
    expect(finding).toMatchObject({
      outcome: 'extras',
      sentence: expect.stringContaining('39 070 080 sectors short'),
    });
    expect(found('capacity', m2Slot(), m2Drive({ markedGb: 500 }), { need })?.outcome).toBe('fits');
  });
});
