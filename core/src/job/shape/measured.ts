import { part } from './part.js';
import { KeptReportSchema } from './diagnosis.js';
import * as z from 'zod';
import { Stamp } from './stamp.js';

const rate = z
  .number()
  .positive('More than 0 MB/s.')
  .max(40e9, 'No drive reads faster than 40 GB/s: is it in MB/s?');

/** How fast a drive was seen to be, before the swap or after it. */
export const SpeedRecordSchema = z.strictObject({
  when: z.enum(['before', 'after']),
  source: z.enum(['fio', 'typed']),
  /** Name of the file, or of the program it was read off. */
  from: z.string().trim().max(80),
  readBytesPerSecond: rate,
  writeBytesPerSecond: rate.nullable(),
  onMains: z.boolean().nullable(),
  /** Of the drive, under load. */
  celsius: z.number().min(-20).max(150, 'That is hotter than any drive lives.').nullable(),
});
export type SpeedRecord = z.infer<typeof SpeedRecordSchema>;
const KeptSpeedSchema = z.strictObject({ ...SpeedRecordSchema.shape, ...Stamp });
export type KeptSpeed = z.infer<typeof KeptSpeedSchema>;

/** Times that a customer notices. */
export const TIMED = ['start', 'open'] as const;
export type Timed = (typeof TIMED)[number];
export const SAY_TIMED: Record<Timed, string> = {
  start: 'From the button to the desktop',
  open: 'Opening the customer’s usual program',
};
export const TimeRecordSchema = z.strictObject({
  what: z.enum(TIMED),
  when: z.enum(['before', 'after']),
  seconds: z.number('Type the seconds.').min(0.1, 'More than 0 s.').max(7200, 'Two hours are the most.'),
});
const KeptTimeSchema = z.strictObject({ ...TimeRecordSchema.shape, ...Stamp });
export type KeptTime = z.infer<typeof KeptTimeSchema>;

/** Memory as the system shows it, where it was touched. */
export const MemoryShownSchema = z.strictObject({
  gib: z.number('Type the GiB shown.').min(0.25).max(1024),
  megatransfers: z.number('Type the MT/s shown.').int().min(100).max(20_000).nullable(),
});
export const KeptMemorySchema = z.strictObject({
  ...MemoryShownSchema.shape,
  expectedGib: z.number().nullable(),
  expectedMegatransfers: z.number().nullable(),
  ...Stamp,
});

export const measuredPart = part(
  {
    speeds: z.array(KeptSpeedSchema),
    times: z.array(KeptTimeSchema),
    /** What the new drive says of itself, reading by reading. */
    newReports: z.array(KeptReportSchema),
    memoryShown: KeptMemorySchema.nullable(),
    /** What was unplugged, tried again. */
    rechecked: z.record(
      z.string(),
      z.strictObject({ result: z.enum(['works', 'faulty', 'not-tried']), note: z.string(), ...Stamp }),
    ),
  },
  { speeds: [], times: [], newReports: [], memoryShown: null, rechecked: {} },
);
