import fc from 'fast-check';
import { shippedDiagnosis } from '../diagnose/index.js';
import { healthLogBytes, joined, smartSectors } from '../testing/sectors.js';
import { smartctlAta, smartctlNvme } from '../testing/smartctl.js';
import {
  readAny,
  readAnyFormat,
  readSmartReport,
  reportOfHealthLog,
  reportOfSmartData,
  type AtaSmartData,
  type NvmeHealthLog,
} from './index.js';

const bytes = (text: string): Uint8Array => Uint8Array.from(Buffer.from(text, 'utf8'));
const read = (document: object | string) =>
  readAny(bytes(typeof document === 'string' ? document : JSON.stringify(document)));
const refused = (reading: ReturnType<typeof readAny>) =>
  reading.ok ? 'was read' : `${reading.problem} (${reading.at})`;

describe('self-reports as smartctl prints them', () => {
  it('are read whole for an ATA drive', () => {
    expect(read(smartctlAta())).toEqual({
      ok: true,
      value: {
        format: 'smart-report',
        protocol: 'ata',
        model: 'Corrie D7 1000',
        serial: 'CD7-77A1',
        firmware: '1.20',
        capacityBytes: 1000204886016,
        rotationRpm: 5400,
        powerOnHours: 9123,
        temperatureC: 36,
        selfAssessment: 'passed',
        attributes: [
          { id: 5, name: 'Reallocated_Sector_Ct', value: 100, worst: 100, threshold: 10, raw: 0 },
          { id: 197, name: 'Current_Pending_Sector', value: 100, worst: 100, threshold: 0, raw: 8 },
          { id: 199, name: 'UDMA_CRC_Error_Count', value: 200, worst: 200, threshold: 0, raw: 1284 },
          { id: 241, name: 'Total_LBAs_Written', value: 100, worst: 253, threshold: 0, raw: 281474976710655 },
        ],
        nvme: null,
        selfTests: [
          { kind: 'Short offline', status: 'Completed without error', outcome: 'passed', atHours: 9100 },
          { kind: 'Extended offline', status: 'Completed: read failure', outcome: 'failed', atHours: 9001 },
          { kind: 'Short offline', status: 'Aborted by host', outcome: 'aborted', atHours: 8000 },
        ],
        errorCount: 4,
      },
    });
  });

  it('are read whole for an NVMe drive, units turned into bytes', () => {
    expect(read(smartctlNvme())).toMatchObject({
      ok: true,
      value: {
        protocol: 'nvme',
        capacityBytes: 1000204886016,
        rotationRpm: 0,
        powerOnHours: 5123,
        nvme: {
          availableSparePercent: 97,
          percentageUsed: 12,
          bytesRead: 40_960_000_000_000,
          bytesWritten: 30_720_000_000_000,
          mediaErrors: 0,
        },
        errorCount: 3,
      },
    });
  });

  it('keep counters beyond 2^53 as digits', () => {
    const reading = read(smartctlNvme({}, { data_units_written: 9_007_199_254_740_991 }));
    expect(reading).toMatchObject({ value: { nvme: { bytesWritten: '4611686018427387392000' } } });
  });

  it('keep raw values beyond 2^53 by the digits that stand beside them', () => {
    const of = (raw: object) =>
      read(smartctlAta({ ata_smart_attributes: { table: [{ id: 240, name: 'Head_Flying_Hours', raw }] } }));
    expect(of({ value: 2 ** 56, string: '72057594037927935 (x)' })).toMatchObject({
      value: { attributes: [{ raw: '72057594037927935' }] },
    });
    expect(refused(of({ value: 2 ** 56 }))).toContain('a raw value is a whole number');
  });

  it('say of themselves what they do not know', () => {
    const { smart_status: _, temperature: __, ...rest } = smartctlAta() as Record<string, unknown>;
    expect(read(rest)).toMatchObject({ ok: true, value: { selfAssessment: 'unknown', temperatureC: null } });
    expect(read(smartctlAta({ smart_status: { passed: false } }))).toMatchObject({
      value: { selfAssessment: 'failed' },
    });
  });

  it.each([
    ['of a drive behind a bridge', smartctlAta({ device: { protocol: 'SCSI' } }), 'speaks SCSI'],
    [
      'that smartctl could not read',
      { smartctl: { exit_status: 2, messages: [{ string: 'Permission denied', severity: 'error' }] } },
      'smartctl says: Permission denied.',
    ],
    ['that is empty', { smartctl: {}, device: { protocol: 'ATA' } }, 'self-report is empty'],
    [
      'with a raw value that is none',
      smartctlAta({ ata_smart_attributes: { table: [{ id: 5, raw: { value: -1 } }] } }),
      'ata_smart_attributes.table.0.raw.value',
    ],
    [
      'with an attribute 300',
      smartctlAta({ ata_smart_attributes: { table: [{ id: 300, raw: { value: 1 } }] } }),
      'ata_smart_attributes.table.0.id',
    ],
    ['with digits lost already', smartctlNvme({}, { media_errors: 1e17 }), 'media_errors'],
  ])('%s are refused in a sentence', (_, document, words) =>
    expect(refused(read(document))).toContain(words),
  );

  it('cut off are refused with the line', () => {
    const text = JSON.stringify(smartctlAta(), null, 1);
    expect(refused(read(text.slice(0, text.length / 2)))).toMatch(
      /This is not a self-report of smartctl: the text is not whole JSON\. \(line \d\d+\)/,
    );
  });

  it('of several MB are read like small ones', () => {
    const table = Array.from({ length: 60_000 }, (_, at) => ({
      error_number: at,
      lba: at * 997,
      description: `log entry ${at}`,
    }));
    const large = JSON.stringify(smartctlAta({ ata_log_directory: { table } }));
    expect(large.length).toBeGreaterThan(3e6);
    expect(read(large)).toMatchObject({ ok: true, value: { serial: 'CD7-77A1' } });
  });

  it('nested without end are refused, not fallen over', () => {
    const deep = `{"blockdevices":[${'{"name":"x","children":['.repeat(20_000)}${']}'.repeat(20_000)}]}`;
    expect(readAnyFormat(deep).ok).toBe(false);
  });
});

describe('raw NVMe health logs', () => {
  const log = (own: Parameters<typeof healthLogBytes>[0] = {}) => readAny(healthLogBytes(own));

  it('are read by the layout of the specification', () => {
    expect(log()).toEqual({
      ok: true,
      value: {
        format: 'nvme-health-log',
        criticalWarning: 0,
        temperatureC: 37,
        availableSparePercent: 97,
        spareThresholdPercent: 10,
        percentageUsed: 12,
        bytesRead: 40_960_000_000_000,
        bytesWritten: 30_720_000_000_000,
        powerCycles: 812,
        powerOnHours: 5123,
        unsafeShutdowns: 14,
        mediaErrors: 0,
      },
    });
  });

  it('hold 128-bit counters, as digits beyond 2^53', () => {
    expect(log({ media: 2n ** 53n - 1n, unsafe: 2n ** 53n, cycles: 2n ** 128n - 1n })).toMatchObject({
      value: {
        mediaErrors: 9007199254740991,
        unsafeShutdowns: '9007199254740992',
        powerCycles: '340282366920938463463374607431768211455',
      },
    });
    expect(log({ unitsWritten: 2n ** 128n - 1n })).toMatchObject({
      value: { bytesWritten: ((2n ** 128n - 1n) * 512000n).toString() },
    });
  });

  it.each([
    [{ kelvin: 100n }, 'a temperature of 100 K cannot be'],
    [{ spare: 120n }, 'a spare of 120 % cannot be'],
    [{ threshold: 101n }, 'a spare threshold of 101 % cannot be'],
  ])('%j are refused: %s', (own, words) => expect(refused(log(own))).toContain(words));

  it('become a self-report without identity', () => {
    const value = (log({ warning: 1n }) as { value: NvmeHealthLog }).value;
    expect(reportOfHealthLog(value)).toMatchObject({
      protocol: 'nvme',
      model: null,
      selfAssessment: 'failed',
      nvme: { availableSparePercent: 97 },
    });
  });
});

describe('raw ATA SMART sectors', () => {
  const attributes = [
    { id: 5, value: 100, raw: 0n, threshold: 10 },
    { id: 9, value: 92, raw: 9123n, threshold: 0 },
    { id: 194, value: 64, raw: (45n << 32n) | (18n << 16n) | 36n, threshold: 0 },
    { id: 197, value: 100, raw: 8n, threshold: 0 },
  ];

  it('are read with their thresholds', () => {
    const { data, limits } = smartSectors(attributes, 0x79);
    const reading = readAny(joined(data, limits)) as { value: AtaSmartData };
    expect(reading).toMatchObject({
      ok: true,
      value: {
        format: 'ata-smart-data',
        thresholds: 'read',
        selfAssessment: 'passed',
        lastSelfTest: 'failed',
      },
    });
    expect(reading.value.attributes[3]).toEqual({
      id: 197,
      name: 'Weak sectors waiting',
      value: 100,
      worst: 100,
      threshold: 0,
      raw: 8,
    });
    expect(reportOfSmartData(reading.value)).toMatchObject({
      powerOnHours: 9123,
      temperatureC: 36,
      selfTests: [{ outcome: 'failed' }],
    });
  });

  it('fail by an attribute at its threshold; without thresholds nothing is said', () => {
    const { data, limits } = smartSectors([{ id: 5, value: 10, raw: 900n, threshold: 10 }]);
    expect(readAny(joined(data, limits))).toMatchObject({ value: { selfAssessment: 'failed' } });
    expect(readAny(data)).toMatchObject({
      value: { thresholds: 'not-given', selfAssessment: 'unknown', attributes: [{ threshold: null }] },
    });
  });

  it('with one bit turned are refused by their checksum', () => {
    fc.assert(
      fc.property(fc.nat(1023), fc.nat(7), (at, bit) => {
        const { data, limits } = smartSectors(attributes);
        const both = joined(data, limits);
        both[at]! ^= 1 << bit;
        expect(refused(readAny(both))).toMatch(/checksum of its (data|threshold) sector is off/);
      }),
      { numRuns: 40 },
    );
  });

  it('are told from health logs, and neither is said of both', () => {
    const neither = smartSectors(attributes).data;
    neither[20]! ^= 1;
    expect(refused(readAny(neither))).toMatch(/neither of two things.*checksum.*reserved/);
    expect(refused(readAny(new Uint8Array(512)))).toContain('every byte of it is zero');
  });
});

describe('files of another kind', () => {
  it.each([
    ['nothing', new Uint8Array(0), 'The file is empty. (byte 0)'],
    ['UTF-16 with its mark', Uint8Array.from([0xff, 0xfe, 0x7b, 0]), 'UTF-16'],
    [
      'UTF-16 without it',
      Uint8Array.from(Buffer.from('{"smartctl":{"version":[7,3]}}', 'utf16le')),
      'UTF-16',
    ],
    [
      'Latin-1',
      Uint8Array.from(Buffer.from('{"smartctl":"Gerät"}', 'latin1')),
      'not in UTF-8. Save it as UTF-8 and try again. (byte 16)',
    ],
    [
      'a picture',
      Uint8Array.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 13]),
      'does not know this file',
    ],
    [
      'a health log cut off',
      healthLogBytes().subarray(0, 300),
      'It has 300 bytes; a raw log or sector has 512',
    ],
    ['prose', bytes('The drive clicks.'), 'smartctl --json -x'],
    ['other JSON', bytes('{"hello":[1,2]}'), 'does not know this file'],
  ])('%s: a sentence', (_, content, words) => expect(refused(readAny(content))).toContain(words));

  it('never throw, whatever the bytes', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 1100 }), (content) =>
        expect(typeof readAny(content).ok).toBe('boolean'),
      ),
      { numRuns: 300 },
    );
    fc.assert(
      fc.property(fc.json(), (text) => expect(readAnyFormat(text).ok).toBe(false)),
      { numRuns: 200 },
    );
    for (const document of [smartctlAta(), smartctlNvme()])
      fc.assert(
        fc.property(fc.nat(JSON.stringify(document).length - 1), (at) =>
          expect(readAnyFormat(JSON.stringify(document).slice(0, at)).ok).toBe(false),
        ),
        { numRuns: 100 },
      );
  });
});

describe('diagnosis documents', () => {
  const text = (own: object) => JSON.stringify({ ...shippedDiagnosis('before'), ...own });
  it('are read back as they were written', () =>
    expect(readAnyFormat(text({}))).toEqual({ ok: true, value: shippedDiagnosis('before') }));
  it.each([
    [{ causes: [] }, 'causes'],
    [{ observations: shippedDiagnosis('before').observations.slice(1) }, 'onlyIf'],
    [{ tests: [{ ...shippedDiagnosis('before').tests[0], answers: ['gremlins'] }] }, 'gremlins'],
    [
      {
        observations: [
          ...shippedDiagnosis('before').observations,
          shippedDiagnosis('before').observations[0],
        ],
      },
      'two observations have one id',
    ],
  ])('are refused with the place: %#', (own, words) =>
    expect(refused(readAnyFormat(text(own)))).toContain(words),
  );
});

it('refuses what smartctl did not write', () =>
  expect(readSmartReport('{"device":{}}')).toMatchObject({ ok: false, at: 'smartctl' }));
