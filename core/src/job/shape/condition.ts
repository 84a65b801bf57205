import * as z from 'zod';
import { PhotoHashSchema } from '../../hardware/index.js';

/** Sides of a machine as the counter looks at it. */
export const VIEWS = ['lid', 'screen', 'keyboard', 'base', 'edges'] as const;
export type View = (typeof VIEWS)[number];
export const SAY_VIEW: Record<View, string> = {
  lid: 'lid',
  screen: 'screen',
  keyboard: 'keyboard',
  base: 'base',
  edges: 'edges',
};

export const MARK_KINDS = ['scratch', 'dent', 'crack', 'missing', 'liquid', 'other'] as const;
export type MarkKind = (typeof MARK_KINDS)[number];
export const SAY_MARK: Record<MarkKind, string> = {
  scratch: 'scratch',
  dent: 'dent',
  crack: 'crack',
  missing: 'part missing',
  liquid: 'liquid mark',
  other: 'something else',
};

/** One mark on the outside, where it sits as shares of width and height of that side. */
const ConditionMarkSchema = z.strictObject({
  view: z.enum(VIEWS),
  x: z.number().min(0).max(1),
  y: z.number().min(0).max(1),
  kind: z.enum(MARK_KINDS),
  words: z.string().trim().max(120).default(''),
});
export type ConditionMark = z.infer<typeof ConditionMarkSchema>;

/** How the outside looked when it came, so that nobody argues about a scratch later. */
export const ConditionSchema = z.strictObject({
  words: z.string().trim().max(400, 'Shorten this to 400 characters.').default(''),
  marks: z.array(ConditionMarkSchema).max(40, 'Forty marks are the most; say the rest in words.').default([]),
  photos: z.array(PhotoHashSchema).max(8, 'Eight photos are the most.').default([]),
});
export type Condition = z.infer<typeof ConditionSchema>;

/** `lid: dent (corner, left)` */
export const sayConditionMark = ({ view, kind, words }: ConditionMark): string =>
  `${SAY_VIEW[view]}: ${SAY_MARK[kind]}${words ? ` (${words})` : ''}`;
