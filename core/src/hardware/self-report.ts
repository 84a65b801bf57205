import * as z from 'zod';

/** A whole number that may exceed 2^53: then it is a decimal string. */
export const BigCountSchema = z.union([z.number().int().min(0), z.string().regex(/^\d{1,39}$/)]);
export type BigCount = z.infer<typeof BigCountSchema>;

const AttributeSchema = z.strictObject({
  id: z.number().int().min(1).max(255),
  name: z.string().max(60),
  value: z.number().int().min(0).max(255).nullable(),
  worst: z.number().int().min(0).max(255).nullable(),
  /** Null: not known. The attribute has failed when its value is at or below a threshold above 0. */
  threshold: z.number().int().min(0).max(255).nullable(),
  raw: BigCountSchema,
});
export type Attribute = z.infer<typeof AttributeSchema>;

/** NVM Express health log 02h, as numbers. Bytes are data units x 512 000. */
const NvmeHealthSchema = z.strictObject({
  criticalWarning: z.number().int().min(0).max(255),
  temperatureC: z.number().nullable(),
  availableSparePercent: z.number().int().min(0).max(255),
  spareThresholdPercent: z.number().int().min(0).max(255),
  /** May exceed 100: the drive goes on beyond its rated life. */
  percentageUsed: z.number().int().min(0).max(255),
  bytesRead: BigCountSchema,
  bytesWritten: BigCountSchema,
  powerCycles: BigCountSchema,
  powerOnHours: BigCountSchema,
  unsafeShutdowns: BigCountSchema,
  mediaErrors: BigCountSchema,
});
export type NvmeHealth = z.infer<typeof NvmeHealthSchema>;

const SelfTestEntrySchema = z.strictObject({
  kind: z.string().max(60),
  status: z.string().max(120),
  outcome: z.enum(['passed', 'failed', 'aborted', 'running', 'unknown']),
  atHours: z.number().nullable(),
});

/** What a drive says about itself, whichever way it was read. Unknown is null. */
export const SelfReportSchema = z.strictObject({
  format: z.literal('smart-report'),
  protocol: z.enum(['ata', 'nvme']),
  model: z.string().max(80).nullable(),
  serial: z.string().max(60).nullable(),
  firmware: z.string().max(40).nullable(),
  capacityBytes: BigCountSchema.nullable(),
  /** 0: nothing turns. */
  rotationRpm: z.number().int().min(0).max(20_000).nullable(),
  powerOnHours: BigCountSchema.nullable(),
  temperatureC: z.number().nullable(),
  selfAssessment: z.enum(['passed', 'failed', 'unknown']),
  attributes: z.array(AttributeSchema).max(60),
  nvme: NvmeHealthSchema.nullable(),
  selfTests: z.array(SelfTestEntrySchema).max(40),
  /** Entries the drive's error log has counted in all. */
  errorCount: BigCountSchema.nullable(),
});
export type SelfReport = z.infer<typeof SelfReportSchema>;

/** A count for arithmetic; the strings beyond 2^53 lose their last digits, which no rate needs. */
export const asNumber = (count: BigCount): number => Number(count);

/** Raw value of an attribute, or null where the drive does not have it. */
export const attributeRaw = (report: SelfReport, id: number): number | null => {
  const found = report.attributes.find((one) => one.id === id);
  return found ? asNumber(found.raw) : null;
};

/** True for a mechanical drive, false for flash, null where the report does not say. */
export function isRotating(report: SelfReport): boolean | null {
  if (report.protocol === 'nvme') return false;
  return report.rotationRpm === null ? null : report.rotationRpm > 0;
}
