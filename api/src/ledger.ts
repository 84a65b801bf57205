import { FinishedSchema, LedgerRowSchema } from '@petrichor/core/ledger';
import * as z from 'zod';

const number = z.coerce.number().int().min(0).max(2_147_483_647);

/** What is asked of the Ledger. */
export const LedgerQuerySchema = z.strictObject({
  /** Words, each of which has to be found; typing errors are allowed for. */
  find: z.string().max(200).default(''),
  state: z.enum(['all', 'open', 'closed']).default('all'),
  modelId: z.string().max(60).optional(),
  /** Taken in on or after this day, and before that one. */
  from: z.iso.date('A day, as year-month-day.').optional(),
  to: z.iso.date('A day, as year-month-day.').optional(),
  comebacks: z.stringbool().default(false),
  /** Jobs with lower numbers than this: the next page. */
  before: number.default(2_147_483_647),
});
export type LedgerQuery = z.infer<typeof LedgerQuerySchema>;

export const LedgerReplySchema = z.strictObject({
  rows: z.array(LedgerRowSchema),
  /** Words that were found instead of those typed, by what was typed. */
  instead: z.record(z.string(), z.array(z.string())),
  /** Typed beginnings of more words than were looked at. */
  cut: z.array(z.string()),
  /** There may be more; `before` of the next page. Null: that was all. */
  next: z.number().int().nullable(),
});
export type LedgerReply = z.infer<typeof LedgerReplySchema>;

export const FiguresQuerySchema = z.strictObject({ from: z.iso.date(), to: z.iso.date() });
export const FiguresReplySchema = z.strictObject({
  finished: z.array(FinishedSchema),
  /** More were handed over than are counted here. */
  more: z.boolean(),
});
export type FiguresReply = z.infer<typeof FiguresReplySchema>;

export const JobNumberSchema = z.coerce.number().int().min(1).max(2_147_483_647);
export const JobOfNumberReplySchema = z.strictObject({ jobId: z.string() });

export const BringInJobReplySchema = z.strictObject({ jobId: z.string(), number: z.number().int() });
export type BringInJobReply = z.infer<typeof BringInJobReplySchema>;

export const CustomerQuerySchema = z.strictObject({ find: z.string().max(80).default('') });
export const CustomersReplySchema = z.strictObject({
  customers: z.array(
    z.strictObject({
      id: z.string(),
      name: z.string(),
      reach: z.string(),
      machines: z.array(
        z.strictObject({
          modelId: z.string(),
          modelName: z.string(),
          serial: z.string(),
          jobId: z.string(),
          number: z.number().int(),
          closed: z.boolean(),
        }),
      ),
    }),
  ),
});
export type CustomersReply = z.infer<typeof CustomersReplySchema>;
