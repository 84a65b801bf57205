import type { NvmeHealth, SelfReport } from '../../hardware/index.js';
import { bigCount, littleEndian } from '../count.js';
import type { Reading } from '../reading.js';

/** Log 02h as a document of its own. */
export interface NvmeHealthLog extends NvmeHealth {
  readonly format: 'nvme-health-log';
}

const HEALTH_LOG_BYTES = 512;
const DATA_UNIT_BYTES = 512_000n;
const KELVIN = 273;
/** Bytes 7 to 31 are reserved and zero: the surest mark that 512 bytes are this log and nothing else. */
const RESERVED = { from: 7, to: 31 } as const;

/**
 * Reads a raw NVM Express SMART / health information log (log page 02h, 512 bytes, little-endian).
 * Layout: NVM Express base specification, SMART / Health Information Log Page.
 */
export function readNvmeHealthLog(bytes: Uint8Array): Reading<NvmeHealthLog> {
  const fault = healthLogFault(bytes);
  if (fault) return fault;
  const counter = (at: number): bigint => littleEndian(bytes, at, 16);
  const kelvin = Number(littleEndian(bytes, 1, 2));
  return {
    ok: true,
    value: {
      format: 'nvme-health-log',
      criticalWarning: bytes[0]!,
      temperatureC: kelvin === 0 ? null : kelvin - KELVIN,
      availableSparePercent: bytes[3]!,
      spareThresholdPercent: bytes[4]!,
      percentageUsed: bytes[5]!,
      bytesRead: bigCount(counter(32) * DATA_UNIT_BYTES),
      bytesWritten: bigCount(counter(48) * DATA_UNIT_BYTES),
      powerCycles: bigCount(counter(112)),
      powerOnHours: bigCount(counter(128)),
      unsafeShutdowns: bigCount(counter(144)),
      mediaErrors: bigCount(counter(160)),
    },
  };
}

/** Why these bytes are no health log, or null when they can be. */
export function healthLogFault(bytes: Uint8Array): Extract<Reading<never>, { ok: false }> | null {
  const no = (problem: string, at: number) => ({
    ok: false as const,
    problem: `This is not an NVMe health log: ${problem}`,
    at: `byte ${at}`,
  });
  if (bytes.length !== HEALTH_LOG_BYTES)
    return no(
      `it has ${bytes.length} bytes, and a health log has 512.`,
      Math.min(bytes.length, HEALTH_LOG_BYTES),
    );
  for (let at = RESERVED.from; at <= RESERVED.to; at++)
    if (bytes[at] !== 0) return no('bytes 7 to 31 are reserved and have to be zero.', at);
  if (bytes.every((byte) => byte === 0)) return no('every byte of it is zero.', 0);
  const kelvin = Number(littleEndian(bytes, 1, 2));
  if (kelvin !== 0 && (kelvin < 200 || kelvin > 430)) return no(`a temperature of ${kelvin} K cannot be.`, 1);
  if (bytes[3]! > 100) return no(`a spare of ${bytes[3]} % cannot be.`, 3);
  if (bytes[4]! > 100) return no(`a spare threshold of ${bytes[4]} % cannot be.`, 4);
  return null;
}

/** The same as a self-report: without identity, which the log does not hold. */
export const reportOfHealthLog = ({ format: _, ...nvme }: NvmeHealthLog): SelfReport => ({
  format: 'smart-report',
  protocol: 'nvme',
  model: null,
  serial: null,
  firmware: null,
  capacityBytes: null,
  rotationRpm: 0,
  powerOnHours: nvme.powerOnHours,
  temperatureC: nvme.temperatureC,
  // Any warning bit is what a drive's overall verdict is made of.
  selfAssessment: nvme.criticalWarning === 0 ? 'passed' : 'failed',
  attributes: [],
  nvme,
  selfTests: [],
  errorCount: null,
});
