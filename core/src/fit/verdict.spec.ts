import { SOME_DRIVE } from '../hardware/index.js';
import fc from 'fast-check';
import { bayDrive, baySlot, m2Drive, m2Slot, part } from '../testing/samples.js';
import { readOff, spec } from '../units/index.js';
import type { Drive, Part, Slot } from '../hardware/index.js';
import { NO_NEED, type Need } from './need.js';
import { bareSlot } from './place.js';
import { judge } from './verdict.js';

const judgeIn = (slot: Slot, drive: Drive, need: Partial<Need> = {}) =>
  judge(bareSlot(slot, { ...NO_NEED, ...need }), drive);
const ruleOf = (slot: Slot, drive: Drive, rule: string, need: Partial<Need> = {}) =>
  judgeIn(slot, drive, need).findings.find((one) => one.rule === rule);

describe('form factor and outline', () => {
  it('refuses another form factor and asks nothing further of it', () => {
    const verdict = judgeIn(m2Slot(), bayDrive(), NO_NEED);
    expect(verdict.outcome).toBe('no');
    expect(verdict.because).toContain('2.5-inch');
    expect(verdict.findings.map((one) => one.rule)).toEqual(['outline', 'capacity']);
  });

  it('measures length and width against the room', () => {
    expect(ruleOf(m2Slot({ roomLength: spec(79, 0.3) }), m2Drive(), 'outline')?.outcome).toBe('no');
    expect(ruleOf(m2Slot(), m2Drive(), 'outline')?.margin).toMatchObject({
      value: expect.closeTo(4, 6),
      unit: 'mm',
    });
  });
});

describe('key and protocol', () => {
  it('sees that a key that goes in does not make a drive run', () => {
    const verdict = judgeIn(
      m2Slot(),
      m2Drive({ key: 'B+M', link: { protocol: 'sata', generation: 3 } }),
      NO_NEED,
    );
    expect(verdict.findings.find((one) => one.rule === 'key')?.outcome).toBe('fits');
    expect(verdict.outcome).toBe('no');
    expect(verdict.because).toMatch(/goes in but will not run.*SATA.*NVMe/);
  });

  it('warns of a rib without a notch', () =>
    expect(ruleOf(m2Slot({ key: 'B' }), m2Drive(), 'key')?.outcome).toBe('no'));

  it('takes either protocol in a socket wired for both', () => {
    const slot = m2Slot({ protocols: ['nvme', 'sata'] });
    expect(
      ruleOf(slot, m2Drive({ key: 'B+M', link: { protocol: 'sata', generation: 3 } }), 'protocol')?.outcome,
    ).toBe('fits');
  });
});

describe('length and post', () => {
  it('is fine where the post stands already', () =>
    expect(ruleOf(m2Slot(), m2Drive({ lengthMm: 60 }), 'length-and-post')?.outcome).toBe('fits'));

  it('asks for the post to be moved, as a step with its caution', () => {
    const verdict = judgeIn(m2Slot(), m2Drive(), NO_NEED);
    expect(verdict).toMatchObject({ outcome: 'extras', headline: 'Fits with one extra.' });
    expect(verdict.extras[0]).toMatchObject({
      id: 'move-post',
      step: { tool: 'nut driver', minutes: 2, caution: expect.stringContaining('under a longer drive') },
    });
  });

  it('refuses a length that nothing holds', () =>
    expect(ruleOf(m2Slot(), m2Drive({ lengthMm: 42 }), 'length-and-post')?.outcome).toBe('no'));
});

describe('height', () => {
  it('says by how much a drive is too thick', () => {
    const finding = ruleOf(m2Slot(), m2Drive({ topHeight: spec(2.98, 0.1) }), 'height');
    expect(finding?.outcome).toBe('no');
    expect(finding?.sentence).toContain('Too thick by 1.18 mm');
  });

  it('never takes an unmeasured height for a fit, and names the measurement', () => {
    const verdict = judgeIn(m2Slot(), m2Drive({ topHeight: null }), NO_NEED);
    expect(verdict.outcome).toBe('unknown');
    expect(verdict.findings.find((one) => one.settles)?.settles).toMatchObject({
      key: 'topHeight',
      ask: expect.stringContaining('Measure'),
    });
  });

  it('is settled by the reading: callipers where a ruler is too coarse', () => {
    expect(ruleOf(m2Slot(), m2Drive({ topHeight: readOff('ruler', 1.4) }), 'height')?.outcome).toBe(
      'unknown',
    );
    expect(ruleOf(m2Slot(), m2Drive({ topHeight: readOff('callipers', 1.4) }), 'height')?.outcome).toBe(
      'fits',
    );
  });

  it('looks beneath a double-sided drive, too', () => {
    expect(
      ruleOf(m2Slot({ standOff: spec(1, 0.05) }), m2Drive({ bottomHeight: spec(1.35, 0.05) }), 'height'),
    ).toMatchObject({
      outcome: 'no',
      sentence: expect.stringContaining('beneath'),
    });
    expect(ruleOf(m2Slot(), m2Drive({ bottomHeight: spec(1.35, 0.05) }), 'height')?.outcome).toBe('fits');
    expect(
      ruleOf(m2Slot({ standOff: spec(1.36, 0.05) }), m2Drive({ bottomHeight: spec(1.35, 0.05) }), 'height'),
    ).toMatchObject({
      outcome: 'unknown',
      settles: { key: 'bottomHeight' },
    });
    expect(ruleOf(m2Slot(), m2Drive({ bottomHeight: null }), 'height')?.outcome).toBe('unknown');
  });

  it('knows thin bays: 7 mm goes in, 9.5 does not, 5 wants a spacer (SFF-8201 heights, from memory)', () => {
    expect(ruleOf(baySlot(), bayDrive(), 'height')?.outcome).toBe('fits');
    expect(ruleOf(baySlot(), bayDrive({ height: spec(9.5, 0.2) }), 'height')?.outcome).toBe('no');
    expect(ruleOf(baySlot({ roomHeight: spec(9.7, 0.1) }), bayDrive(), 'height')).toMatchObject({
      outcome: 'extras',
      extras: [{ label: 'Spacer of 2.5 mm under the drive, to order' }],
    });
  });
});

describe('bay hardware', () => {
  it('moves over from the old drive, as a step', () => {
    const slot = baySlot({ movesOver: ['frame', 'four screws'], fitted: SOME_DRIVE });
    const verdict = judgeIn(slot, bayDrive(), NO_NEED);
    expect(verdict.outcome).toBe('extras');
    expect(verdict.extras[0]?.step?.title).toBe('Move the frame and four screws to the new drive');
  });

  it('moves from no drive that is not there: what went with it has to be got', () => {
    const slot = baySlot({ movesOver: ['frame', 'four screws'], fitted: null });
    const verdict = judgeIn(slot, bayDrive(), NO_NEED);
    expect(verdict.extras[0]?.step?.title).toBe('Screw the frame and four screws on the new drive');
    const said = verdict.findings.map(({ sentence }) => sentence).join(' ');
    expect(said).toContain('what went with the drive that was in it has to be got');
    expect(said).not.toContain('old drive');
  });
});

describe('capacity and stated limit', () => {
  it.each([
    ['holds what is used', { usedGb: 334, wantedGb: null }, null, 'extras'],
    ['is smaller than what is used', { usedGb: 1100, wantedGb: null }, null, 'no'],
    ['is smaller than what is wanted', { usedGb: 10, wantedGb: 2000 }, null, 'no'],
    ['is beyond what the maker states', NO_NEED, 500, 'unknown'],
    ['is just what the maker states', NO_NEED, 1000, 'extras'],
  ] as const)('%s', (_, need, claimedLimitGb, outcome) => {
    expect(judgeIn(m2Slot({ claimedLimitGb }), m2Drive(), need)?.outcome).toBe(outcome);
  });
});

describe('more room and more parts', () => {
  const mm = (max: number) => fc.double({ min: 0, max, noNaN: true });
  const cards = fc
    .record({
      top: mm(4),
      bottom: mm(2),
      lengthMm: fc.constantFrom(30, 42, 60, 80, 110),
      watts: fc.option(fc.integer({ min: 1, max: 12 })),
    })
    .map(({ top, bottom, lengthMm, watts }) =>
      m2Drive({
        topHeight: spec(top, 0.05),
        bottomHeight: spec(bottom, 0.05),
        lengthMm: lengthMm as 80,
        peakWatts: watts,
      }),
    );
  const sockets = fc
    .record({
      coverMm: mm(5),
      metalAbove: fc.constantFrom(true, false, null),
      screwState: fc.constantFrom('present', 'missing', 'worn'),
      spreader: fc.constantFrom('none', 'fixed', 'cover', 'beneath'),
      nowAtMm: fc.constantFrom(null, 42, 60, 80),
      overhang: fc.boolean(),
    })
    .map((own) => (more: { above: number; below: number; along: number }): Slot => {
      const coverMm = 2.5 + own.coverMm + more.above + more.below;
      return m2Slot({
        stack: [],
        standOff: spec(1 + more.below, 0.05),
        coverAt: spec(coverMm, 0.1),
        roomLength: spec(62 + more.along, 0.3),
        roomWidth: spec(22.4 + more.along, 0.15),
        overhangs: own.overhang
          ? [{ fromMm: 30, toMm: 40, height: spec(coverMm - 0.5, 0.1), what: 'rib' }]
          : [],
        metalAbove: own.metalAbove,
        screwState: own.screwState as 'present',
        post: { nowAtMm: own.nowAtMm, canMoveToMm: [60, 80], tool: 'nut driver' },
        spreader:
          own.spreader === 'none'
            ? null
            : {
                kind: own.spreader as 'fixed',
                faceAt: spec(own.spreader === 'beneath' ? 0.3 : coverMm, 0.1),
                padNow: null,
              },
      });
    });
  const boxes = mm(20).map((height) => bayDrive({ height: spec(height, 0.1) }));
  const stock = fc.subarray([
    part({ kind: 'extender', fromMm: 42, toMm: 60 }),
    part({ kind: 'tape', widthMm: 20, thicknessMm: 0.06, insulates: true }),
    part({ kind: 'pad', lengthMm: 80, widthMm: 20, thicknessMm: 1 }),
    part({ kind: 'spreader', lengthMm: 38, thicknessMm: 1 }),
    part({ kind: 'spacer', heightMm: 2.5 }),
    part({
      kind: 'screw',
      screw: { thread: 'M2', lengthMm: 2.5, head: 'wafer', bit: 'PH0', headDiameterMm: 4.5 },
    }),
    part({ kind: 'post', thread: 'M2', heightMm: 1 }),
    part({ kind: 'offset-bracket', fromMm: 60, toMm: 42, thicknessMm: 0.4 }),
  ]);
  const grows = fc.record({ above: mm(4), below: mm(2), along: mm(60) });
  const none = { above: 0, below: 0, along: 0 };
  const goesIn = (slot: Slot, drive: Drive, parts: readonly Part[]) =>
    judge(bareSlot(slot, NO_NEED, { parts }), drive).outcome;

  it('never turn what fits in a socket into what does not', () => {
    let tried = 0;
    fc.assert(
      fc.property(sockets, cards, grows, stock, stock, (socket, drive, more, few, others) => {
        const before = goesIn(socket(none), drive, few);
        if (before === 'no' || before === 'unknown') return;
        tried++;
        expect(goesIn(socket(more), drive, few)).not.toBe('no');
        expect(goesIn(socket(none), drive, [...few, ...others])).not.toBe('no');
      }),
      { numRuns: 1500 },
    );
    // The property says nothing if nothing ever fits.
    expect(tried).toBeGreaterThan(100);
  });

  it('never turn what fits in a bay into what does not', () =>
    fc.assert(
      fc.property(boxes, mm(12), mm(12), stock, stock, (drive, roomMm, more, few, others) => {
        const bay = (extra: number) =>
          baySlot({ roomHeight: spec(7 + roomMm + extra, 0.1), roomLength: spec(101 + extra, 0.3) });
        const before = goesIn(bay(0), drive, few);
        if (before === 'no' || before === 'unknown') return;
        expect(goesIn(bay(more), drive, few)).not.toBe('no');
        expect(goesIn(bay(0), drive, [...few, ...others])).not.toBe('no');
      }),
    ));
});

it('gives every finding a sentence with what it compared', () => {
  for (const drive of [m2Drive(), m2Drive({ topHeight: null }), bayDrive()])
    for (const slot of [m2Slot(), baySlot()])
      for (const finding of judgeIn(slot, drive, { usedGb: 100 }).findings) {
        expect(finding.sentence).toMatch(/[.:]/);
        expect(finding.have).not.toBe('');
        expect(finding.need).not.toBe('');
      }
});
