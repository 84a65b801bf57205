import * as z from 'zod';
import { MeasureSchema } from '../units/index.js';
import { ScrewSchema } from './screw.js';

const SlotBaseSchema = z.strictObject({
  id: z.string().regex(/^[a-z0-9-]{1,40}$/),
  label: z.string().min(1).max(60),
  /** Operations of the guide that must be done before the drive of this slot is in the hand. */
  reach: z.array(z.string()).min(1),
  /** What the maker fitted; the drive we expect to find. Null: left empty. */
  fitted: z
    .strictObject({ label: z.string().min(1).max(60), markedGb: z.number().int().positive(), lengthMm: z.number().nullable() })
    .nullable(),
  /** Largest size the maker states, GB. Null: not stated. */
  claimedLimitGb: z.number().int().positive().nullable(),
});

/** One thing between the drive's chips and the cover, from the chips upwards. */
export const StackLayerSchema = z.strictObject({
  name: z.string().min(1).max(30),
  /** Height as it ends up: a pad as compressed. */
  height: MeasureSchema,
});

/** An M.2 socket and the room around it. Lengths run from the socket's datum, heights from the main board. */
export const M2SlotSchema = SlotBaseSchema.extend({
  kind: z.literal('m2'),
  key: z.enum(['B', 'M']),
  protocols: z.array(z.enum(['nvme', 'sata'])).min(1),
  generation: z.union([z.literal(1), z.literal(2), z.literal(3), z.literal(4), z.literal(5)]),
  lanes: z.union([z.literal(1), z.literal(2), z.literal(4)]),
  roomLength: MeasureSchema,
  roomWidth: MeasureSchema,
  post: z.strictObject({
    /** Drive length the post stands at now, mm. */
    nowAtMm: z.number().positive(),
    /** Drive lengths it can be moved to, mm. */
    canMoveToMm: z.array(z.number().positive()),
    tool: z.string().nullable(),
  }),
  screw: ScrewSchema,
  /** Underside of the drive's board above the main board: what is free for chips beneath. */
  standOff: MeasureSchema,
  /** Inside face of the cover above the main board. */
  coverAt: MeasureSchema,
  /** Pad, plate or foil between chips and cover. */
  stack: z.array(StackLayerSchema),
});
export type M2Slot = z.infer<typeof M2SlotSchema>;

/** A bay for a 2.5-inch drive. */
export const BaySlotSchema = SlotBaseSchema.extend({
  kind: z.literal('bay-2.5'),
  roomLength: MeasureSchema,
  roomWidth: MeasureSchema,
  roomHeight: MeasureSchema,
  generation: z.union([z.literal(1), z.literal(2), z.literal(3)]),
  /** Parts that move from the old drive to the new one, in words. */
  movesOver: z.array(z.string()),
});
export type BaySlot = z.infer<typeof BaySlotSchema>;

export const SlotSchema = z.discriminatedUnion('kind', [M2SlotSchema, BaySlotSchema]);
export type Slot = z.infer<typeof SlotSchema>;
