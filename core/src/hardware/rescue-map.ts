import * as z from 'zod';

const bytes = z.number().int().min(0);

export const RESCUE_STATUS = [
  'copying',
  'trimming',
  'scraping',
  'retrying',
  'filling',
  'generating',
  'finished',
] as const;

/**
 * What a rescue map adds up to, as `./petrichor read` prints it. Areas of one kind that touch count as one.
 */
export const RescueSummarySchema = z.strictObject({
  format: z.literal('rescue-map'),
  domainBytes: bytes,
  rescuedBytes: bytes,
  nonTriedBytes: bytes,
  nonTrimmedBytes: bytes,
  nonScrapedBytes: bytes,
  badBytes: bytes,
  /** Two decimals; 100 only when all of it is rescued. */
  rescuedPercent: z.number().min(0).max(100),
  /** Number of areas that could not be read. */
  badAreas: z.number().int().min(0),
  currentPosition: bytes,
  status: z.enum(RESCUE_STATUS),
});
export type RescueSummary = z.infer<typeof RescueSummarySchema>;

export const BLOCK_STATES = ['non-tried', 'non-trimmed', 'non-scraped', 'bad', 'rescued'] as const;
export type BlockState = (typeof BLOCK_STATES)[number];

/**
 * A rescue map: how far each stretch of the source has come. Kept as columns, since a long rescue has a
 * million of them; block `i` covers `sizes[i]` bytes from `starts[i]`, and touches the next.
 */
export interface RescueMap {
  readonly starts: Float64Array;
  readonly sizes: Float64Array;
  /** Index into BLOCK_STATES. */
  readonly states: Uint8Array;
  readonly currentPosition: number;
  readonly status: (typeof RESCUE_STATUS)[number];
  readonly pass: number;
}
