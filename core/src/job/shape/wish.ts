import * as z from 'zod';

/** What somebody wants of a machine that is not broken. */
export const WISHES = [
  'more-room',
  'faster',
  'second-drive',
  'more-memory',
  'new-battery',
  'put-to-work',
  'look',
] as const;
export const WishSchema = z.enum(WISHES);
export type Wish = z.infer<typeof WishSchema>;

export const SAY_WISH: Record<Wish, string> = {
  'more-room': 'More room',
  faster: 'Faster',
  'second-drive': 'A second drive',
  'more-memory': 'More memory',
  'new-battery': 'A new battery',
  'put-to-work': 'Put to work without a drive',
  look: 'Just look',
};
