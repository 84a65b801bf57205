import * as z from 'zod';

/** What would be lost with the data, as somebody chose it. Never read out of words. */
export const DataStakeSchema = z.enum(['none', 'copied', 'irreplaceable', 'unknown']);
