import * as z from 'zod';

/**
 * What a person asked for: sizes of partitions by number, bytes; room kept bare at the end of a flash drive.
 */
export const LayoutWishesSchema = z.strictObject({
  sizes: z.record(z.string().regex(/^\d{1,3}$/), z.number().int().min(0)),
  bareBytes: z.number().int().min(0).nullable(),
});
export type LayoutWishes = z.infer<typeof LayoutWishesSchema>;
export const NO_WISHES: LayoutWishes = { sizes: {}, bareBytes: null };
