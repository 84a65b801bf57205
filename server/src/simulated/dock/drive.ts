import { BadAreaSchema, BayNameSchema } from '@petrichor/api';
import { TablePartitionSchema } from '@petrichor/core/hardware';
import * as z from 'zod';

const count = z.number().int().min(0);

/** Its partitions, for the dock to tell: as a technician would see them with `sfdisk` and `lsblk`. */
const PlantedTableSchema = z.strictObject({
  table: z.enum(['gpt', 'mbr']),
  diskId: z.string(),
  partitions: z.array(
    TablePartitionSchema.omit({ kind: true, number: true }).extend({
      number: count,
      usedBytes: count.nullable(),
    }),
  ),
});

/** A drive of the simulated dock: what it says it is, and what is planted in it. */
export const SimulatedDriveSchema = z.strictObject({
  id: z.string().regex(/^[a-z0-9-]{1,60}$/),
  model: z.string(),
  serial: z.string(),
  firmware: z.string(),
  protocol: z.enum(['ata', 'nvme']),
  capacityBytes: count,
  /** 0: flash. */
  rotationRpm: count,
  /** Reading rate at its first and last byte, bytes a second. */
  rate: z.strictObject({ first: z.number().positive(), last: z.number().positive() }),
  badAreas: z.array(BadAreaSchema),
  temperatureC: z.number(),
  powerOnHours: count,
  assessment: z.enum(['passed', 'failed']),
  /** ATA attributes by number; only what is not zero need be said. */
  attributes: z.record(z.string().regex(/^\d{1,3}$/), count),
  /** What grows while it is read: attribute number, and by how much a gigabyte. */
  growing: z.array(z.strictObject({ attribute: count, perGb: z.number().min(0) })),
  nvme: z
    .strictObject({
      spare: count,
      threshold: count,
      percentageUsed: count,
      unitsRead: count,
      unitsWritten: count,
      powerCycles: count,
      unsafeShutdowns: count,
      mediaErrors: count,
      criticalWarning: count,
    })
    .nullable(),
  /** Where its own test stops at, as a share of the drive; null: it passes. */
  testFailsAt: z.number().min(0).max(1).nullable(),
  /** Draws power and does not answer. */
  silent: z.boolean(),
  /** Where it stops answering while it is read; whether putting it in again wakes it. Null: it does not. */
  dropsOut: z.strictObject({ atByte: count, comesBack: z.boolean() }).nullable().default(null),
  layout: PlantedTableSchema.nullable().default(null),
  /** In which bay it is when the dock starts. */
  inBay: BayNameSchema.nullable(),
});
export type SimulatedDrive = z.infer<typeof SimulatedDriveSchema>;

export const SimulatedDrivesFileSchema = z.strictObject({
  format: z.literal('petrichor-simulated-drives'),
  drives: z.array(SimulatedDriveSchema),
});
