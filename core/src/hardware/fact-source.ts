import * as z from 'zod';

/** Where a fact of a place comes from. Only what was measured or stated may refuse a thing. */
export const FactSourceSchema = z.discriminatedUnion('state', [
  /** By a job here, with a tool or by a trial. */
  z.strictObject({ state: z.literal('measured'), jobNumber: z.number().int() }),
  /** By the maker, a report, or whoever wrote the document. */
  z.strictObject({ state: z.literal('stated'), by: z.string().min(1).max(80) }),
  z.strictObject({ state: z.literal('nobody-looked') }),
]);
export type FactSource = z.infer<typeof FactSourceSchema>;

/** By the name of a fact; what is not named was stated by whoever wrote the document. */
export const SourcesSchema = z.record(z.string(), FactSourceSchema).default({});
