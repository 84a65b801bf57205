import { FinishedSchema, JobDocumentSchema, LedgerRowSchema } from '@petrichor/core/ledger';
import * as z from 'zod';
import { JobIdSchema } from './jobs.js';
import { Media, route } from './route.js';

const number = z.coerce.number<number>().int().min(0).max(2_147_483_647);

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

export const JobNumberSchema = z.coerce.number<number>().int().min(1).max(2_147_483_647);
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

/** The Ledger, customers, and what leaves the workshop. */
export const ledgerRoutes = {
  customers: route('GET', '/customers', {
    say: 'Customers by name or phone',
    by: 'signed-in',
    query: CustomerQuerySchema,
    reply: CustomersReplySchema,
  }),
  ledger: route('GET', '/ledger', {
    say: 'Find jobs',
    by: 'signed-in',
    query: LedgerQuerySchema,
    reply: LedgerReplySchema,
  }),
  figures: route('GET', '/ledger/figures', {
    say: 'What finished jobs say',
    by: 'signed-in',
    query: FiguresQuerySchema,
    reply: FiguresReplySchema,
  }),
  history: route('GET', '/ledger/history/:serial', {
    say: 'Every job of a machine or a drive',
    by: 'signed-in',
    params: { serial: z.string().min(1).max(60) },
    reply: LedgerReplySchema,
  }),
  ledgerCsv: route('GET', '/ledger.csv', {
    say: 'The Ledger as CSV (RFC 4180)',
    by: 'signed-in',
    query: LedgerQuerySchema,
    reply: new Media('text/csv; charset=utf-8; header=present'),
  }),
  ledgerLines: route('GET', '/ledger.jsonl', {
    say: 'The Ledger as JSON Lines',
    by: 'signed-in',
    query: LedgerQuerySchema,
    reply: new Media('application/x-ndjson; charset=utf-8'),
  }),
  promises: route('GET', '/promises.ics', {
    say: 'What is promised, as iCalendar (RFC 5545)',
    by: 'signed-in',
    reply: new Media('text/calendar; charset=utf-8'),
  }),
  jobOfNumber: route('GET', '/job-numbers/:number', {
    say: 'The job of a number',
    by: 'signed-in',
    params: { number: JobNumberSchema },
    reply: JobOfNumberReplySchema,
  }),
  jobDocument: route('GET', '/jobs/:jobId/document', {
    say: 'A whole job as one document',
    by: 'signed-in',
    params: { jobId: JobIdSchema },
    reply: new Media('application/json; charset=utf-8', JobDocumentSchema),
  }),
  bringInJob: route('POST', '/job-documents', {
    say: 'Bring a whole job in, as text',
    by: ['lead'],
    body: new Media('text/plain', JobDocumentSchema),
    reply: BringInJobReplySchema,
    status: 201,
  }),
};
