import type { Attribute, SelfReport } from '../../hardware/index.js';
import { bigCount, littleEndian } from '../count.js';
import type { Reading } from '../reading.js';
import { ATTRIBUTE_NAMES } from './attribute-names.js';

/** A SMART data sector, with its threshold sector where that came along. */
export interface AtaSmartData {
  readonly format: 'ata-smart-data';
  readonly revision: number;
  readonly thresholds: 'read' | 'not-given';
  readonly attributes: Attribute[];
  /** By value against threshold; unknown without thresholds. */
  readonly selfAssessment: SelfReport['selfAssessment'];
  /** Outcome of the last self-test, from its status byte. */
  readonly lastSelfTest: SelfReport['selfTests'][number]['outcome'] | 'none';
}

export const ATA_SECTOR_BYTES = 512;
const ENTRIES = 30;
const ENTRY_BYTES = 12;
const FIRST_ENTRY = 2;
const SELF_TEST_STATUS = 363;

/**
 * Reads a raw ATA SMART data sector (512 bytes), or data and threshold sectors one after the other (1024
 * bytes); both checksums are verified. Layout: SFF-8035i and ATA/ATAPI-7, SMART READ DATA and READ THRESHOLDS
 * (from memory).
 */
export function readAtaSmartData(bytes: Uint8Array): Reading<AtaSmartData> {
  const no = (problem: string, at: number) => ({
    ok: false as const,
    problem: `This is not an ATA SMART data sector: ${problem}`,
    at: `byte ${at}`,
  });
  if (bytes.length !== ATA_SECTOR_BYTES && bytes.length !== 2 * ATA_SECTOR_BYTES)
    return no(
      `it has ${bytes.length} bytes; data alone has 512, with thresholds 1024.`,
      Math.min(bytes.length, 2 * ATA_SECTOR_BYTES),
    );
  const data = bytes.subarray(0, ATA_SECTOR_BYTES);
  const limits = bytes.length > ATA_SECTOR_BYTES ? bytes.subarray(ATA_SECTOR_BYTES) : null;
  if (bytes.every((byte) => byte === 0)) return no('every byte of it is zero.', 0);
  for (const [sector, what, from] of [
    [data, 'data', 0] as const,
    ...(limits ? [[limits, 'threshold', ATA_SECTOR_BYTES] as const] : []),
  ]) {
    const off = checksum(sector);
    if (off !== 0)
      return no(
        `the checksum of its ${what} sector is off by ${off}. Read it again from the drive.`,
        from + ATA_SECTOR_BYTES - 1,
      );
  }
  const thresholds = limits ? thresholdsOf(limits) : null;
  const attributes = entries(data).map(({ id, at }): Attribute => ({
    id,
    name: ATTRIBUTE_NAMES[id] ?? `Attribute ${id}`,
    value: data[at + 3]!,
    worst: data[at + 4]!,
    threshold: thresholds ? (thresholds.get(id) ?? null) : null,
    raw: bigCount(littleEndian(data, at + 5, 6)),
  }));
  if (attributes.length === 0) return no('it lists no attribute.', FIRST_ENTRY);
  const twice = attributes.find(({ id }, at) => attributes.findIndex((one) => one.id === id) !== at);
  if (twice) return no(`attribute ${twice.id} stands in it twice.`, FIRST_ENTRY);
  return {
    ok: true,
    value: {
      format: 'ata-smart-data',
      revision: Number(littleEndian(data, 0, 2)),
      thresholds: thresholds ? 'read' : 'not-given',
      attributes,
      selfAssessment: thresholds ? (attributes.some(fallen) ? 'failed' : 'passed') : 'unknown',
      lastSelfTest: selfTest(data[SELF_TEST_STATUS]!),
    },
  };
}

/** All 512 bytes of a sector add up to a multiple of 256; what is missing to it, 0 when right. */
const checksum = (sector: Uint8Array): number => sector.reduce((sum, byte) => (sum + byte) & 0xff, 0);

const entries = (sector: Uint8Array): { id: number; at: number }[] =>
  Array.from({ length: ENTRIES }, (_, entry) => FIRST_ENTRY + entry * ENTRY_BYTES)
    .map((at) => ({ id: sector[at]!, at }))
    .filter(({ id }) => id !== 0);

const thresholdsOf = (sector: Uint8Array): Map<number, number> =>
  new Map(entries(sector).map(({ id, at }) => [id, sector[at + 1]!]));

/** Below or at a threshold that is above 0. Values 0, 254 and 255 are not valid and fail nothing. */
const fallen = ({ value, threshold }: Attribute): boolean =>
  threshold !== null && threshold > 0 && value !== null && value > 0 && value < 254 && value <= threshold;

function selfTest(status: number): AtaSmartData['lastSelfTest'] {
  if (status === 0) return 'none';
  const code = status >> 4;
  if (code === 15) return 'running';
  return code === 0 ? 'passed' : code <= 2 ? 'aborted' : code <= 8 ? 'failed' : 'unknown';
}

/** The same as a self-report: without identity, which the sector does not hold. */
export function reportOfSmartData({ attributes, selfAssessment, lastSelfTest }: AtaSmartData): SelfReport {
  const raw = (id: number) => attributes.find((one) => one.id === id)?.raw ?? null;
  // The lowest byte is the temperature now; some makers keep extremes in those above (from memory).
  const temperature = raw(194) ?? raw(190);
  return {
    format: 'smart-report',
    protocol: 'ata',
    model: null,
    serial: null,
    firmware: null,
    capacityBytes: null,
    rotationRpm: null,
    powerOnHours: raw(9),
    temperatureC: temperature === null ? null : Number(BigInt(temperature) & 0xffn),
    selfAssessment,
    attributes,
    nvme: null,
    selfTests:
      lastSelfTest === 'none'
        ? []
        : [{ kind: 'Last test', status: lastSelfTest, outcome: lastSelfTest, atHours: null }],
    errorCount: null,
  };
}
