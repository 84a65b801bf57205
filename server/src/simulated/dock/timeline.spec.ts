import type { SimulatedDrive } from './drive.js';
import { selfReportOf } from './self-report.js';
import { at, timelineOf } from './timeline.js';

const drive = (own: Partial<SimulatedDrive> = {}): SimulatedDrive => ({
  id: 'd7',
  model: 'Corrie D7',
  serial: 'CD7-1',
  firmware: '1',
  protocol: 'ata',
  capacityBytes: 1e12,
  rotationRpm: 5400,
  rate: { first: 2e8, last: 1e8 },
  badAreas: [],
  temperatureC: 34,
  powerOnHours: 9000,
  assessment: 'passed',
  attributes: {},
  growing: [],
  nvme: null,
  testFailsAt: null,
  silent: false,
  dropsOut: null,
  layout: null,
  inBay: null,
  ...own,
});
const bad = { startByte: 4e11, lengthBytes: 4096, kind: 'unreadable' } as const;

describe('how a run goes', () => {
  it('takes as long as its rate says: a rate that falls evenly from 200 to 100 MB/s reads 1 TB in ln 2 x 10,000 s', () => {
    // The time is the integral of 1/rate over the drive: 1e12 / 1e8 x ln(2e8 / 1e8).
    expect(timelineOf(drive(), 'surface-read').points.at(-1)!.seconds).toBeCloseTo(10_000 * Math.LN2, 0);
  });

  it('loses time at bad places', () => {
    const [sound, hurt] = [drive(), drive({ badAreas: [bad] })].map(
      (one) => timelineOf(one, 'surface-read').points.at(-1)!.seconds,
    );
    expect(hurt! - sound!).toBeCloseTo(45, 6);
  });

  it('is somewhere at every second, never going back, and over at its end', () => {
    const timeline = timelineOf(drive({ badAreas: [bad] }), 'surface-read');
    const end = timeline.points.at(-1)!.seconds;
    const places = Array.from({ length: 50 }, (_, step) => at(timeline, (end * step) / 50).bytes);
    expect(places).toEqual([...places].sort((one, other) => one - other));
    expect(at(timeline, 0)).toMatchObject({ bytes: 0, over: false });
    expect(at(timeline, end + 1)).toEqual({ bytes: 1e12, rate: 0, over: true });
  });

  it('ends a clone at the first place that cannot be read, and no other kind', () => {
    const hurt = drive({ badAreas: [{ ...bad, startByte: 7e11 }, bad] });
    expect(timelineOf(hurt, 'clone')).toMatchObject({ ends: { state: 'failed' }, meets: [bad] });
    expect(timelineOf(hurt, 'clone').points.at(-1)!.bytes).toBe(bad.startByte);
    expect(timelineOf(hurt, 'rescue')).toMatchObject({
      ends: { state: 'done', sentence: 'All of it is across but 2 places.' },
    });
    expect(timelineOf(drive(), 'clone').ends).toMatchObject({
      state: 'done',
      sentence: 'Across and checked, no differences.',
    });
  });

  it.each([
    ['short-test', null, 120, 'passed'],
    ['short-test', 0.5, 60, 'failed'],
    ['long-test', null, 10_000 * Math.LN2 * 1.1, 'passed'],
  ] as const)('%s that fails at %d takes %d s: %s', (kind, testFailsAt, seconds, selfTest) => {
    const timeline = timelineOf(drive({ testFailsAt }), kind);
    expect(timeline.points.at(-1)!.seconds).toBeCloseTo(seconds, 0);
    expect(timeline.ends.selfTest).toBe(selfTest);
  });
});

describe('what a drive reports', () => {
  const raw = (report: object, id: number) =>
    (
      report as { ata_smart_attributes: { table: { id: number; raw: { value: number } }[] } }
    ).ata_smart_attributes.table.find((one) => one.id === id)?.raw.value;

  it('grows by what was read from it', () => {
    const weak = drive({ attributes: { '197': 8 }, growing: [{ attribute: 197, perGb: 0.5 }] });
    expect(raw(selfReportOf(weak, 0, []), 197)).toBe(8);
    expect(raw(selfReportOf(weak, 20e9, []), 197)).toBe(18);
    expect(raw(selfReportOf(drive(), 20e9, []), 197)).toBe(0);
  });
});
