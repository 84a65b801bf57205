import * as z from 'zod';
import { Stamp } from './stamp.js';

/** How one knows that a copy is like what it was made from. */
export const ComparedSchema = z.enum(
  ['whole', 'sampled', 'by-eye', 'not'],
  'Say how it was compared; “not compared” is an answer, too.',
);
export type Compared = z.infer<typeof ComparedSchema>;

export const SAY_COMPARED: Record<Compared, string> = {
  whole: 'compared from end to end',
  sampled: 'compared by samples',
  'by-eye': 'looked through by eye',
  not: 'not compared',
};

/** A copy that was made elsewhere than in the dock, as somebody stated it. */
export const StatedCopySchema = z.strictObject({
  what: z.enum(['all', 'files']),
  /** The tool, and where it ran. */
  made: z.string(),
  compared: ComparedSchema,
  ...Stamp,
});
export type StatedCopy = z.infer<typeof StatedCopySchema>;
