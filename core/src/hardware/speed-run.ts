import * as z from 'zod';

/** One direction of a measured run; zero where nothing was moved that way. */
const SpeedSchema = z.strictObject({
  bytesPerSecond: z.number().min(0),
  iops: z.number().min(0),
  /** 99 of 100 were done within this; null: nothing was moved, or it was not recorded. */
  p99LatencyNs: z.number().min(0).nullable(),
});
export type Speed = z.infer<typeof SpeedSchema>;

/** Results of `fio`, as `./petrichor read` prints them. */
export const FioSchema = z.strictObject({
  format: z.literal('fio'),
  jobs: z.array(
    z.strictObject({
      name: z.string(),
      rw: z.string(),
      blockSizeBytes: z.number().int().min(1),
      ioDepth: z.number().int().min(1),
      read: SpeedSchema,
      write: SpeedSchema,
    }),
  ),
});
export type FioResult = z.infer<typeof FioSchema>;
