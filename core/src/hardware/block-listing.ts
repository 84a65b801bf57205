import * as z from 'zod';
import { BigCountSchema } from './self-report.js';

/** A file system or partition of a drive. */
const VolumeSchema = z.strictObject({
  name: z.string().max(120),
  sizeBytes: BigCountSchema.nullable(),
  usedBytes: BigCountSchema.nullable(),
  freeBytes: BigCountSchema.nullable(),
  fileSystem: z.string().max(40).nullable(),
  label: z.string().max(120).nullable(),
  mountedAt: z.string().max(400).nullable(),
});
export type Volume = z.infer<typeof VolumeSchema>;

/**
 * Which drives and file systems there are, and how full. A listing of file systems alone has one entry
 * without a model.
 */
export const BlockListingSchema = z.strictObject({
  format: z.literal('block-listing'),
  drives: z
    .array(
      z.strictObject({
        name: z.string().max(120),
        model: z.string().max(80).nullable(),
        serial: z.string().max(60).nullable(),
        sizeBytes: BigCountSchema.nullable(),
        rotating: z.boolean().nullable(),
        transport: z.string().max(20).nullable(),
        volumes: z.array(VolumeSchema).max(200),
      }),
    )
    .max(100),
});
export type BlockListing = z.infer<typeof BlockListingSchema>;
