import * as z from 'zod';
import { SelfReportSchema, type SelfReport } from '../../hardware/index.js';
import { bigCount, countInJson } from '../count.js';
import { checkDocument, parseJson } from '../json-document.js';
import type { Reading } from '../reading.js';

const WHAT = 'self-report of smartctl';

const count = countInJson.optional();
const text = z.string().trim().optional();
const byte = z.number().int().min(0).max(255);

const AtaTestSchema = z.object({
  type: z.object({ string: z.string() }).optional(),
  status: z
    .object({ value: z.number().optional(), string: z.string().default(''), passed: z.boolean().optional() })
    .optional(),
  lifetime_hours: z.number().optional(),
});
const AtaTestLogSchema = z.object({ table: z.array(AtaTestSchema).default([]) }).optional();
const ErrorLogSchema = z.object({ count }).optional();

/**
 * Raw value of an attribute. Some makers fill more bits than a JSON number keeps; smartctl writes the digits
 * beside it as text, and those are taken then.
 */
const RawSchema = z
  .object({ value: z.number().min(0), string: z.string().optional() })
  .transform(({ value, string }, context): bigint => {
    if (Number.isSafeInteger(value)) return BigInt(value);
    const digits = /^\d+/.exec(string ?? '')?.[0];
    if (digits !== undefined && Number(digits) === value) return BigInt(digits);
    context.addIssue({
      code: 'custom',
      message: 'a raw value is a whole number, or stands beside as its digits',
    });
    return 0n;
  });

/**
 * What is taken of `smartctl --json -x`; field names by smartmontools 7 (from memory). The rest of the report
 * is left alone.
 */
const SmartctlSchema = z.object({
  smartctl: z.object({
    exit_status: z.number().optional(),
    messages: z.array(z.object({ string: z.string(), severity: z.string().optional() })).optional(),
  }),
  device: z.object({ protocol: z.string().optional(), type: z.string().optional() }).optional(),
  model_name: text,
  serial_number: text,
  firmware_version: text,
  user_capacity: z.object({ bytes: count }).optional(),
  nvme_total_capacity: count,
  rotation_rate: z.number().int().min(0).optional(),
  smart_status: z.object({ passed: z.boolean() }).optional(),
  power_on_time: z.object({ hours: count }).optional(),
  temperature: z.object({ current: z.number().optional() }).optional(),
  ata_smart_attributes: z
    .object({
      table: z
        .array(
          z.object({
            id: z.number().int().min(1).max(255),
            name: z.string().default(''),
            value: byte.optional(),
            worst: byte.optional(),
            thresh: byte.optional(),
            raw: RawSchema,
          }),
        )
        .max(60),
    })
    .optional(),
  ata_smart_error_log: z.object({ extended: ErrorLogSchema, summary: ErrorLogSchema }).optional(),
  ata_smart_self_test_log: z.object({ extended: AtaTestLogSchema, standard: AtaTestLogSchema }).optional(),
  nvme_smart_health_information_log: z
    .object({
      critical_warning: byte,
      temperature: z.number().optional(),
      available_spare: byte,
      available_spare_threshold: byte,
      percentage_used: byte,
      data_units_read: countInJson,
      data_units_written: countInJson,
      power_cycles: countInJson,
      power_on_hours: countInJson,
      unsafe_shutdowns: countInJson,
      media_errors: countInJson,
      num_err_log_entries: count,
    })
    .optional(),
  nvme_self_test_log: z
    .object({
      table: z
        .array(
          z.object({
            self_test_code: z.object({ string: z.string() }).optional(),
            self_test_result: z.object({ value: z.number(), string: z.string().default('') }).optional(),
            power_on_hours: z.number().optional(),
          }),
        )
        .default([]),
    })
    .optional(),
});
type Smartctl = z.infer<typeof SmartctlSchema>;

/** NVM Express data units are thousands of 512 bytes (NVM Express base specification, log 02h). */
const DATA_UNIT_BYTES = 512_000n;
const MOST_TESTS = 21;

/** Reads what `smartctl --json -x` prints, for ATA and NVMe drives. */
export function readSmartReport(json: string): Reading<SelfReport> {
  const parsed = parseJson(json, WHAT);
  return parsed.ok ? smartReportOf(parsed.value) : parsed;
}

/** The same from parsed JSON. */
export function smartReportOf(value: unknown): Reading<SelfReport> {
  const checked = checkDocument(value, SmartctlSchema, WHAT);
  if (!checked.ok) return checked;
  const report = checked.value;
  const told = report.smartctl.messages?.find((one) => one.severity === 'error')?.string;
  const protocol = { ATA: 'ata', NVMe: 'nvme' }[report.device?.protocol ?? ''] as 'ata' | 'nvme' | undefined;
  if (!protocol) {
    const why = told
      ? `smartctl says: ${told}.`
      : `it is of a drive that speaks ${report.device?.protocol ?? 'something it does not name'}.`;
    return {
      ok: false,
      problem: `This self-report is of neither an ATA nor an NVMe drive; ${why}`,
      at: 'device.protocol',
    };
  }
  if (
    !report.ata_smart_attributes &&
    !report.nvme_smart_health_information_log &&
    report.smart_status === undefined
  ) {
    const why = told ? ` smartctl says: ${told}.` : '';
    return {
      ok: false,
      problem: `This self-report is empty: no attributes, no health log.${why} Read it again with smartctl --json -x, as administrator.`,
      at: 'the whole document',
    };
  }
  const found = protocol === 'ata' ? ofAta(report) : ofNvme(report);
  // Names and texts may be longer than anything a drive should say; better refused than cut.
  return checkDocument(found, SelfReportSchema, WHAT);
}

const orNull = (value: bigint | undefined) => (value === undefined ? null : bigCount(value));

const common = (report: Smartctl) => ({
  format: 'smart-report' as const,
  model: report.model_name || null,
  serial: report.serial_number || null,
  firmware: report.firmware_version || null,
  powerOnHours: orNull(report.power_on_time?.hours),
  temperatureC: report.temperature?.current ?? null,
  selfAssessment:
    report.smart_status === undefined
      ? ('unknown' as const)
      : report.smart_status.passed
        ? ('passed' as const)
        : ('failed' as const),
});

function ofAta(report: Smartctl): SelfReport {
  const errors = report.ata_smart_error_log;
  const tests = report.ata_smart_self_test_log;
  return {
    ...common(report),
    protocol: 'ata',
    capacityBytes: orNull(report.user_capacity?.bytes),
    rotationRpm: report.rotation_rate ?? null,
    attributes: (report.ata_smart_attributes?.table ?? []).map(({ id, name, value, worst, thresh, raw }) => ({
      id,
      name: name || `Attribute ${id}`,
      value: value ?? null,
      worst: worst ?? null,
      threshold: thresh ?? null,
      raw: bigCount(raw),
    })),
    nvme: null,
    selfTests: ((tests?.extended ?? tests?.standard)?.table ?? [])
      .slice(0, MOST_TESTS)
      .map(({ type, status, lifetime_hours }) => ({
        kind: type?.string ?? 'Test',
        status: status?.string ?? '',
        outcome: ataOutcome(status),
        atHours: lifetime_hours ?? null,
      })),
    errorCount: orNull((errors?.extended ?? errors?.summary)?.count),
  };
}

/**
 * High half of the status byte: 0 passed, 1–2 aborted, 3–8 failed, 15 running (ATA/ATAPI command set,
 * self-test log, from memory).
 */
function ataOutcome(
  status: z.infer<typeof AtaTestSchema>['status'],
): SelfReport['selfTests'][number]['outcome'] {
  if (status?.value === undefined)
    return status?.passed === undefined ? 'unknown' : status.passed ? 'passed' : 'failed';
  const code = status.value >> 4;
  if (code === 0) return 'passed';
  if (code === 15) return 'running';
  return code <= 2 ? 'aborted' : code <= 8 ? 'failed' : 'unknown';
}

function ofNvme(report: Smartctl): SelfReport {
  const log = report.nvme_smart_health_information_log;
  return {
    ...common(report),
    protocol: 'nvme',
    capacityBytes: orNull(report.user_capacity?.bytes ?? report.nvme_total_capacity),
    rotationRpm: 0,
    powerOnHours: orNull(report.power_on_time?.hours ?? log?.power_on_hours),
    temperatureC: report.temperature?.current ?? log?.temperature ?? null,
    attributes: [],
    nvme: log
      ? {
          criticalWarning: log.critical_warning,
          temperatureC: log.temperature ?? null,
          availableSparePercent: log.available_spare,
          spareThresholdPercent: log.available_spare_threshold,
          percentageUsed: log.percentage_used,
          bytesRead: bigCount(log.data_units_read * DATA_UNIT_BYTES),
          bytesWritten: bigCount(log.data_units_written * DATA_UNIT_BYTES),
          powerCycles: bigCount(log.power_cycles),
          powerOnHours: bigCount(log.power_on_hours),
          unsafeShutdowns: bigCount(log.unsafe_shutdowns),
          mediaErrors: bigCount(log.media_errors),
        }
      : null,
    selfTests: (report.nvme_self_test_log?.table ?? [])
      .slice(0, MOST_TESTS)
      .map(({ self_test_code, self_test_result, power_on_hours }) => ({
        kind: self_test_code?.string ?? 'Test',
        status: self_test_result?.string ?? '',
        outcome: nvmeOutcome(self_test_result?.value),
        atHours: power_on_hours ?? null,
      })),
    errorCount: orNull(log?.num_err_log_entries),
  };
}

/** NVM Express device self-test result: 0 passed, 1–4 and 8–9 aborted, 5–7 failed (from memory). */
function nvmeOutcome(value: number | undefined): SelfReport['selfTests'][number]['outcome'] {
  if (value === undefined) return 'unknown';
  if (value === 0) return 'passed';
  return value >= 5 && value <= 7 ? 'failed' : value <= 9 ? 'aborted' : 'unknown';
}
