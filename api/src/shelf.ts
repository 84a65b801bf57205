import { DriveSchema, PartSchema, LabelledSchema } from '@petrichor/core/hardware';
import { ItemRefSchema, LevelSchema, StockMoveSchema } from '@petrichor/core/shelf';
import * as z from 'zod';
import { route } from './route.js';

/**
 * Where the pieces of every item are that has ever moved. Of the others, all that there are lie on the shelf.
 */
export const ShelfReplySchema = z.strictObject({
  levels: z.array(z.strictObject({ item: ItemRefSchema, level: LevelSchema })),
});
export type ShelfReply = z.infer<typeof ShelfReplySchema>;

/** One move, by an id that the screen gives, so that a repeat counts once. */
export const MoveStockSchema = z.strictObject({ id: z.uuid(), item: ItemRefSchema, move: StockMoveSchema });
export type MoveStock = z.input<typeof MoveStockSchema>;
export const MoveStockReplySchema = z.strictObject({ level: LevelSchema });
export type MoveStockReply = z.infer<typeof MoveStockReplySchema>;

export const StockEntrySchema = z.strictObject({
  id: z.uuid(),
  at: z.string(),
  byName: z.string(),
  move: StockMoveSchema,
  jobNumber: z.number().int().nullable(),
});
export type StockEntry = z.infer<typeof StockEntrySchema>;
export const StockEntriesReplySchema = z.strictObject({ entries: z.array(StockEntrySchema) });
export type StockEntriesReply = z.infer<typeof StockEntriesReplySchema>;

/** Documents for the shelf, as a table was read into them. One of the same id is replaced. */
export const PutItemsSchema = z.strictObject({
  drives: z.array(DriveSchema).max(50_000),
  parts: z.array(PartSchema).max(50_000),
});
export type PutItems = z.infer<typeof PutItemsSchema>;
/** A thing in somebody's hand that no list knows, as its label says. */
export const PutLabelledSchema = z.strictObject({
  /** New: a thing of that id is never replaced. */
  id: z.string().regex(/^[a-z0-9-]{1,60}$/),
  labelled: LabelledSchema,
});
export type PutLabelled = z.infer<typeof PutLabelledSchema>;
export const PutItemsReplySchema = z.strictObject({ put: z.number().int() });

export const shelfRoutes = {
  shelf: route('GET', '/shelf', {
    say: 'How many of everything are where',
    by: 'signed-in',
    reply: ShelfReplySchema,
  }),
  stockMoves: route('GET', '/shelf/:kind/:id/moves', {
    say: 'Moves of one item, the last first',
    by: 'signed-in',
    params: ItemRefSchema.shape,
    reply: StockEntriesReplySchema,
  }),
  moveStock: route('POST', '/shelf/moves', {
    say: 'Move pieces of an item',
    by: 'signed-in',
    body: MoveStockSchema,
    reply: MoveStockReplySchema,
    status: 201,
  }),
  putLabelled: route('POST', '/shelf/labelled', {
    say: 'Describe a thing in the hand by its label',
    by: 'signed-in',
    body: PutLabelledSchema,
    reply: PutItemsReplySchema,
    status: 201,
  }),
  putItems: route('POST', '/shelf/items', {
    say: 'Put drives and small parts from a table on the shelf',
    by: ['lead'],
    body: PutItemsSchema,
    reply: PutItemsReplySchema,
    status: 201,
  }),
};
