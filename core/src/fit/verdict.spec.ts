import fc from 'fast-check';
import { bayDrive, baySlot, m2Drive, m2Slot } from '../testing/samples.js';
import { readOff, spec } from '../units/index.js';
import type { Outcome } from './finding.js';
import type { Need } from './rule.js';
import { judge } from './verdict.js';

const NO_NEED: Need = { usedGb: null, wantedGb: null };
const ruleOf = (slot: Parameters<typeof judge>[0], drive: Parameters<typeof judge>[1], rule: string, need = NO_NEED) =>
  judge(slot, drive, need).findings.find((one) => one.rule === rule);

describe('form factor and outline', () => {
  it('refuses another form factor and asks nothing further of it', () => {
    const verdict = judge(m2Slot(), bayDrive(), NO_NEED);
    expect(verdict.outcome).toBe('no');
    expect(verdict.because).toContain('2.5-inch');
    expect(verdict.findings.map((one) => one.rule)).toEqual(['outline', 'capacity']);
  });

  it('measures length and width against the room', () => {
    expect(ruleOf(m2Slot({ roomLength: spec(79, 0.3) }), m2Drive(), 'outline')?.outcome).toBe('no');
    expect(ruleOf(m2Slot(), m2Drive(), 'outline')?.margin).toMatchObject({ value: expect.closeTo(4, 6), unit: 'mm' });
  });
});

describe('key and protocol', () => {
  it('sees that a key that goes in does not make a drive run', () => {
    const verdict = judge(m2Slot(), m2Drive({ key: 'B+M', link: { protocol: 'sata', generation: 3 } }), NO_NEED);
    expect(verdict.findings.find((one) => one.rule === 'key')?.outcome).toBe('fits');
    expect(verdict.outcome).toBe('no');
    expect(verdict.because).toMatch(/goes in but will not run.*SATA.*NVMe/);
  });

  it('warns of a rib without a notch', () => expect(ruleOf(m2Slot({ key: 'B' }), m2Drive(), 'key')?.outcome).toBe('no'));

  it('takes either protocol in a socket wired for both', () => {
    const slot = m2Slot({ protocols: ['nvme', 'sata'] });
    expect(ruleOf(slot, m2Drive({ key: 'B+M', link: { protocol: 'sata', generation: 3 } }), 'protocol')?.outcome).toBe('fits');
  });
});

describe('length and post', () => {
  it('is fine where the post stands already', () =>
    expect(ruleOf(m2Slot(), m2Drive({ lengthMm: 60 }), 'length-and-post')?.outcome).toBe('fits'));

  it('asks for the post to be moved, as a step with its caution', () => {
    const verdict = judge(m2Slot(), m2Drive(), NO_NEED);
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
    const verdict = judge(m2Slot(), m2Drive({ topHeight: null }), NO_NEED);
    expect(verdict.outcome).toBe('unknown');
    expect(verdict.findings.find((one) => one.settles)?.settles).toMatchObject({
      key: 'topHeight',
      ask: expect.stringContaining('Measure'),
    });
  });

  it('is settled by the reading: callipers where a ruler is too coarse', () => {
    expect(ruleOf(m2Slot(), m2Drive({ topHeight: readOff('ruler', 1.4) }), 'height')?.outcome).toBe('unknown');
    expect(ruleOf(m2Slot(), m2Drive({ topHeight: readOff('callipers', 1.4) }), 'height')?.outcome).toBe('fits');
  });

  it('looks beneath a double-sided drive, too', () => {
    expect(ruleOf(m2Slot({ standOff: spec(1, 0.05) }), m2Drive({ bottomHeight: spec(1.35, 0.05) }), 'height')).toMatchObject({
      outcome: 'no',
      sentence: expect.stringContaining('beneath'),
    });
    expect(ruleOf(m2Slot(), m2Drive({ bottomHeight: spec(1.35, 0.05) }), 'height')?.outcome).toBe('fits');
    expect(ruleOf(m2Slot({ standOff: spec(1.36, 0.05) }), m2Drive({ bottomHeight: spec(1.35, 0.05) }), 'height')).toMatchObject({
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
      extras: [{ label: 'Spacer of 2.5 mm under the drive' }],
    });
  });
});

describe('bay hardware', () => {
  it('moves over from the old drive, as a step', () => {
    const verdict = judge(baySlot({ movesOver: ['frame', 'four screws'] }), bayDrive(), NO_NEED);
    expect(verdict.outcome).toBe('extras');
    expect(verdict.extras[0]?.step?.title).toBe('Move the frame and four screws to the new drive');
  });
});

describe('capacity', () => {
  it.each([
    ['holds what is used', { usedGb: 334, wantedGb: null }, null, 'fits'],
    ['is smaller than what is used', { usedGb: 1100, wantedGb: null }, null, 'no'],
    ['is smaller than what is wanted', { usedGb: 10, wantedGb: 2000 }, null, 'no'],
    ['is beyond what the maker states', NO_NEED, 500, 'unknown'],
    ['is just what the maker states', NO_NEED, 1000, 'fits'],
  ] as const)('%s', (_, need, claimedLimitGb, outcome) => {
    expect(ruleOf(m2Slot({ claimedLimitGb }), m2Drive(), 'capacity', need)?.outcome).toBe(outcome);
  });
});

it('never turns a fit into a misfit when a room is widened', () => {
  const order: Outcome[] = ['no', 'unknown', 'extras', 'fits'];
  const millimetres = fc.double({ min: 0, max: 6, noNaN: true });
  fc.assert(
    fc.property(millimetres, millimetres, millimetres, fc.constantFrom(60, 80, 110), (top, bottom, more, lengthMm) => {
      const drive = m2Drive({ topHeight: spec(top, 0.05), bottomHeight: spec(bottom, 0.05), lengthMm: lengthMm });
      const slot = m2Slot();
      const wider = m2Slot({
        coverAt: spec(5.4 + more, 0.1),
        standOff: slot.standOff,
        roomLength: spec(84 + more, 0.3),
        roomWidth: spec(26.8 + more, 0.15),
      });
      expect(order.indexOf(judge(wider, drive, NO_NEED).outcome)).toBeGreaterThanOrEqual(
        order.indexOf(judge(slot, drive, NO_NEED).outcome),
      );
    }),
  );
});

it('gives every finding a sentence with what it compared', () => {
  for (const drive of [m2Drive(), m2Drive({ topHeight: null }), bayDrive()])
    for (const slot of [m2Slot(), baySlot()])
      for (const finding of judge(slot, drive, { usedGb: 100, wantedGb: null }).findings) {
        expect(finding.sentence).toMatch(/[.:]/);
        expect(finding.have).not.toBe('');
        expect(finding.need).not.toBe('');
      }
});
