import type { BlockListing } from '../hardware/index.js';
import { ataReport, nvmeReport } from '../testing/reports.js';
import { whatMoved } from './moved.js';
import { readListing, readReport } from './readings.js';
import { sayFactor, sayOften, sayTimesSign, inHundred } from './say.js';
import { dataMatters, mostRisk, stopsMet } from './stop.js';
import { shippedDiagnosis } from './shipped/index.js';
import { remainingLife } from './wear.js';

const found = (...args: Parameters<typeof readReport>) =>
  Object.fromEntries(readReport(...args).map((one) => [one.observation, one.seen]));
const details = (...args: Parameters<typeof readReport>) =>
  Object.fromEntries(readReport(...args).map((one) => [one.observation, one.detail]));

describe('what a self-report says', () => {
  it('of a clean mechanical drive: every counter looked at, none seen', () => {
    expect(found(ataReport())).toEqual({
      rotating: true,
      reallocated: false,
      pending: false,
      'offline-uncorrectable': false,
      'scan-errors': false,
      timeouts: false,
      'link-errors': false,
      'drive-hot': false,
      'report-failed': false,
    });
  });

  it('leaves open what it does not hold', () => {
    const bare = ataReport(
      {},
      { rotationRpm: null, attributes: [], temperatureC: null, selfAssessment: 'unknown' },
    );
    expect(found(bare)).toEqual({});
  });

  it.each([
    [{ 197: 8 }, 'pending', '8 waiting'],
    [{ 5: 1284 }, 'reallocated', '1,284 replaced'],
    [{ 199: 37 }, 'link-errors', '37 link errors'],
    [{ 187: 1 }, 'scan-errors', '1 reported'],
  ])('%j is seen, with its number', (raw, observation, detail) => {
    expect(found(ataReport(raw))[observation]).toBe(true);
    expect(details(ataReport(raw))[observation]).toBe(detail);
  });

  it('tells rising from resting by two readings of one drive, and only of one', () => {
    const [first, second] = [ataReport({ 197: 8, 199: 1247 }), ataReport({ 197: 8, 199: 1284 })];
    expect(found(second, first)).toMatchObject({ 'pending-growing': false, 'link-errors-rising': true });
    expect(details(second, first)['link-errors-rising']).toBe('1,247 at the reading before, 1,284 now');
    expect(found(second, ataReport({ 197: 0 }, { serial: 'another' }))).not.toHaveProperty('pending-growing');
    // Raw sectors name no drive: two of them are never taken for one.
    expect(
      found(ataReport({ 197: 9 }, { serial: null }), ataReport({ 197: 1 }, { serial: null })),
    ).not.toHaveProperty('pending-growing');
  });

  it('of flash: spare, media errors, wear, and what its warning bits say', () => {
    expect(
      found(
        nvmeReport({
          availableSparePercent: 4,
          mediaErrors: 3,
          percentageUsed: 104,
          criticalWarning: 0b1001,
        }),
      ),
    ).toMatchObject({
      rotating: false,
      'spare-used-up': true,
      'media-errors': true,
      'worn-out': true,
      'read-only': true,
    });
    expect(found(nvmeReport())).toMatchObject({
      'spare-used-up': false,
      'media-errors': false,
      'worn-out': false,
    });
    expect(found(nvmeReport())).not.toHaveProperty('read-only');
  });

  it('takes 65 °C for hot on a mechanical drive and not on flash', () => {
    expect(found(ataReport({}, { temperatureC: 65 }))['drive-hot']).toBe(true);
    expect(found(nvmeReport({}, { temperatureC: 65 }))['drive-hot']).toBe(false);
  });

  it('takes the last finished test of its own', () => {
    const tests = (outcome: 'failed' | 'passed') => [
      { kind: 'Short', status: 'Aborted', outcome: 'aborted' as const, atHours: 9001 },
      { kind: 'Long', status: 'Completed', outcome, atHours: 9000 },
    ];
    expect(found(ataReport({}, { selfTests: tests('failed') }))['self-test-failed']).toBe(true);
    expect(found(ataReport({}, { selfTests: tests('passed') }))['self-test-failed']).toBe(false);
  });
});

describe('what a listing says', () => {
  const volume = (own: object) => ({
    name: 'sda1',
    sizeBytes: 100e9,
    usedBytes: 95e9,
    freeBytes: 5e9,
    fileSystem: 'ext4',
    label: null,
    mountedAt: '/',
    ...own,
  });
  const listing = (volumes: ReturnType<typeof volume>[], own: object = {}): BlockListing => ({
    format: 'block-listing',
    drives: [
      {
        name: 'sda',
        model: 'D7',
        serial: null,
        sizeBytes: 100e9,
        rotating: true,
        transport: 'sata',
        volumes,
        ...own,
      },
    ],
  });
  const said = (one: BlockListing) =>
    Object.fromEntries(readListing(one).map(({ observation, seen }) => [observation, seen]));

  it('finds a full volume, by share and by bytes', () => {
    expect(said(listing([volume({})]))).toEqual({ 'nearly-full': true, 'no-letter': false, rotating: true });
    expect(said(listing([volume({ sizeBytes: 4e12, freeBytes: 200e9 })]))['nearly-full']).toBe(false);
  });
  it('finds a drive without any volume', () =>
    expect(said(listing([]))).toMatchObject({ 'no-letter': true }));
  it('leaves fullness open where it is not listed', () =>
    expect(said(listing([volume({ freeBytes: null })]))).not.toHaveProperty('nearly-full'));
});

describe('what moved between two readings', () => {
  it('is listed, trouble first', () => {
    expect(whatMoved(ataReport({ 9: 100, 197: 8, 199: 4 }), ataReport({ 9: 120, 197: 16, 199: 4 }))).toEqual([
      { what: 'Weak sectors', before: 8, now: 16, bad: true },
      { what: 'Power-on hours', before: 100, now: 120, bad: false },
    ]);
    expect(whatMoved(nvmeReport(), nvmeReport({ availableSparePercent: 92 }))).toEqual([
      { what: 'Spare, %', before: 100, now: 92, bad: true },
    ]);
  });
});

describe('remaining life', () => {
  const at = (day: number) => new Date(Date.UTC(2026, 3, day)).toISOString();

  it('is a range from the whole life: 30 TB are 10 %, written over 5,000 hours', () => {
    const life = remainingLife({ report: nvmeReport(), at: at(1) });
    // 89.5 % at 30 TB / 10.5 % each, 6 GB an hour for 24 hours; 90.5 % at 30 TB / 9.5 %, for 3 hours.
    expect(life).toMatchObject({ known: true, from: 'whole-life' });
    if (!life.known) return;
    expect(life.days[0]).toBeCloseTo((89.5 * (30e12 / 10.5)) / (6e9 * 24), 6);
    expect(life.days[1]).toBeCloseTo((90.5 * (30e12 / 9.5)) / (6e9 * 3), 6);
  });

  it('is narrower from two readings, and the narrower the further they lie apart', () => {
    const later = { report: nvmeReport({ bytesWritten: 30e12 + 900e9 }), at: at(28) };
    const [near, far] = [at(24), at(1)].map((day) => remainingLife(later, { report: nvmeReport(), at: day }));
    const width = (one: typeof near) => (one!.known ? one!.days[1] / one!.days[0] : 0);
    expect(near).toMatchObject({ from: 'two-readings' });
    expect(width(far)).toBeLessThan(width(near));
    expect(width(far)).toBeLessThan(width(remainingLife(later)));
  });

  it.each([
    [nvmeReport({ percentageUsed: 0 }), 'too new'],
    [nvmeReport({ bytesWritten: 0 }), 'how much was written'],
    [
      nvmeReport({}, { powerOnHours: null, nvme: { ...nvmeReport().nvme!, powerOnHours: 0 } }),
      'the pace cannot be told',
    ],
    [ataReport(), 'does not say how worn'],
  ])('is not guessed', (report, words) =>
    expect(remainingLife({ report, at: at(1) })).toMatchObject({
      known: false,
      sentence: expect.stringContaining(words),
    }),
  );

  it('is over beyond 100 %', () =>
    expect(remainingLife({ report: nvmeReport({ percentageUsed: 130 }), at: at(1) })).toMatchObject({
      known: true,
      days: [0, 0],
    }));
});

describe('the stop rule', () => {
  const before = shippedDiagnosis('before');
  const met = (observation: string, stake: Parameters<typeof stopsMet>[2], seen = true) =>
    stopsMet(before, [{ observation, seen }], stake)[0]?.rule.id;
  it.each([
    ['clicks', 'irreplaceable', 'clicks'],
    ['clicks', 'unknown', 'clicks'],
    ['clicks', 'copied', undefined],
    ['clicks', 'none', undefined],
    ['pending-growing', 'irreplaceable', 'weak-growing'],
    ['pending', 'irreplaceable', undefined],
    ['smells', 'none', 'smells'],
    ['got-wet', 'copied', 'wet'],
  ] as const)('%s with data that is %s: %s', (observation, stake, rule) =>
    expect(met(observation, stake)).toBe(rule),
  );
  it('is not met by what was looked for and not seen', () =>
    expect(met('clicks', 'irreplaceable', false)).toBeUndefined());
  it('goes with the risk that the data allows', () => {
    expect(
      (['none', 'copied', 'irreplaceable', 'unknown'] as const).map((stake) => [
        mostRisk(stake),
        dataMatters(stake),
      ]),
    ).toEqual([
      [3, false],
      [2, false],
      [1, true],
      [1, true],
    ]);
  });
});

describe('in words', () => {
  it.each([
    [1, 'hardly changed'],
    [1.3, 'a little likelier'],
    [2.1, 'about twice as likely'],
    [7.8, 'about eight times as likely'],
    [41, 'more than 40 times as likely'],
    [0.5, 'about half as likely'],
    [0.2, 'about five times less likely'],
  ])('%d times: %s', (factor, said) => expect(sayFactor(factor)).toBe(said));
  it.each([
    [2.23, '×2.2'],
    [41.3, '×41'],
    [0.034, '×0.03'],
  ])('%d is drawn as %s', (factor, said) => expect(sayTimesSign(factor)).toBe(said));
  it('never says certain', () => expect([0, 0.001, 0.5, 0.9999].map(inHundred)).toEqual([0, 1, 50, 99]));
  it('says how often', () =>
    expect([0.01, 0.34, 0.68, 0.99].map(sayOften)).toEqual([
      'hardly ever',
      '1 time in 3',
      '2 times in 3',
      'nearly always',
    ]));
});
