import * as z from 'zod';
import { part } from './part.js';
import { ShownSizeSchema } from './proof.js';
import { Stamp } from './stamp.js';

/** When a change was looked at: at a start with the cover off, or once the machine is closed. */
export const SHOWN_WHEN = ['start', 'closed'] as const;
export const ShownWhenSchema = z.enum(SHOWN_WHEN);
export type ShownWhen = z.infer<typeof ShownWhenSchema>;

/** What the machine showed of a change. */
const figures = {
  /** It is there, and does what it should; or, of a drive, it is listed. */
  ok: z.boolean(),
  /** Of a drive. */
  size: ShownSizeSchema.nullable(),
  /** Of memory, all that is in together. */
  gib: z.number('Type the GiB shown.').min(0.1).max(4096).nullable(),
  megatransfers: z.number('Type the MT/s shown.').int().min(100).max(20_000).nullable(),
  note: z.string().trim().max(300),
};
export const ShownFiguresSchema = z.strictObject(figures);

export const ShownSchema = z.strictObject({
  ...figures,
  /** Whether that is as it was expected. */
  right: z.boolean(),
  sentence: z.string(),
});
export type Shown = z.infer<typeof ShownSchema>;
const KeptShownSchema = z.strictObject({ ...ShownSchema.shape, ...Stamp });

/** Of one change besides the main drive, whose proof stands in fields of its own since the first edition. */
const ProofOfChangeSchema = z.strictObject({
  /** Of what came out of its place; null: not read. */
  oldSerial: z.string().nullable(),
  newSerial: z.string().nullable(),
  start: KeptShownSchema.nullable(),
  closed: KeptShownSchema.nullable(),
});
export type ProofOfChange = z.infer<typeof ProofOfChangeSchema>;
export const NO_PROOF: ProofOfChange = { oldSerial: null, newSerial: null, start: null, closed: null };

export const shownPart = part({ shown: z.record(z.string(), ProofOfChangeSchema) }, { shown: {} });
