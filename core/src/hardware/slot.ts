import * as z from 'zod';
import { MeasureSchema } from '../units/index.js';
import { ConnectorSchema } from './drive.js';
import { SourcesSchema } from './fact-source.js';
import { SizeEvidenceSchema } from './size-evidence.js';
import { ScrewSchema } from './screw.js';
import { StretchSchema } from './stretch.js';
import { UsedUpKindSchema } from './used-up.js';

/** Something that cannot be used again once the machine has been opened. */
const UsedUpSchema = z.strictObject({
  kind: UsedUpKindSchema,
  label: z.string().min(1).max(60),
});

/** A drive is in it, and that is all that is known. */
export const SOME_DRIVE = { label: 'the drive in it', markedGb: null, lengthMm: null, medium: null };

const SlotBaseSchema = z.strictObject({
  id: z.string().regex(/^[a-z0-9-]{1,40}$/),
  label: z.string().min(1).max(60),
  /** Operations of the guide that must be done before the drive of this slot is in the hand. */
  reach: z.array(z.string()),
  /** What the maker fitted; the drive we expect to find. Null: left empty. */
  fitted: z
    .strictObject({
      label: z.string().min(1).max(60),
      /** Null: nobody has read it. */
      markedGb: z.number().int().positive().nullable(),
      lengthMm: z.number().nullable(),
      /** Null: the maker fitted either. */
      medium: z.enum(['flash', 'rotating']).nullable().default(null),
    })
    .nullable(),
  /** Largest size the maker states, GB. Null: not stated. */
  claimedLimitGb: z.number().int().positive().nullable(),
  /** Reports from outside, and what jobs here have shown. */
  evidence: z.array(SizeEvidenceSchema).default([]),
  /** What opening the machine uses up, so that it has to be there before it is opened: glue, film, paste. */
  usedUp: z.array(UsedUpSchema).default([]),
  /** What the slot can feed, W. Null: not stated. */
  maxWatts: z.number().positive().nullable().default(null),
  sources: SourcesSchema,
});
const reached = z.array(z.string()).min(1);

/** One thing between the drive's chips and the cover, from the chips upwards. */
const StackLayerSchema = z.strictObject({
  name: z.string().min(1).max(30),
  /** Height as it ends up: a pad as compressed. */
  height: MeasureSchema,
  /** A plate bridges from chip to chip; a pad or foil lies only where chips are. */
  rigid: z.boolean().default(false),
  /** Electrically: thermal tape is not always. */
  insulates: z.boolean().default(false),
});

/** A pad as it lies there now. Thickness as bought, before it is pressed. */
const PadNowSchema = z.strictObject({
  lengthMm: z.number().positive(),
  widthMm: z.number().positive(),
  thicknessMm: z.number().positive(),
});

/**
 * What leads the heat away. `floating`: lies on the drive and rises with it. `fixed`: screwed at its own
 * height. `cover`: the machine's cover is the spreader. `beneath`: under the drive.
 */
const SpreaderSchema = z.strictObject({
  kind: z.enum(['floating', 'fixed', 'cover', 'beneath']),
  /**
   * Underside of a fixed spreader or of the cover above the main board; upper side of one beneath. Null where
   * it floats.
   */
  faceAt: MeasureSchema.nullable().default(null),
  padNow: PadNowSchema.nullable().default(null),
});
export type Spreader = z.infer<typeof SpreaderSchema>;

/** Whether the drive's mounting screw is there. */
const ScrewStateSchema = z.enum(['present', 'worn', 'missing', 'not-looked']);

/** Room above and beneath a card: heights from the main board, lengths from the socket's datum. */
const cardRoom = {
  /** Underside of the drive's board above the main board: what is free for chips beneath. */
  standOff: MeasureSchema,
  /** Inside face of the cover above the main board. */
  coverAt: MeasureSchema,
  /** Where the cover, or something under it, comes lower than `coverAt`. */
  overhangs: z.array(StretchSchema).max(24).default([]),
  /** What stands on the main board beneath the drive. */
  obstacles: z.array(StretchSchema).max(24).default([]),
  /** Is the face above the drive bare metal? Null: nobody looked. */
  metalAbove: z.boolean().nullable().default(null),
  /** Pad, plate or foil between chips and cover. */
  stack: z.array(StackLayerSchema),
  spreader: SpreaderSchema.nullable().default(null),
  screw: ScrewSchema,
  screwState: ScrewStateSchema.default('present'),
  /** Depth of thread in the post, mm. Null: not measured. */
  threadDepth: MeasureSchema.nullable().default(null),
};

/** An M.2 socket and the room around it. Lengths run from the socket's datum, heights from the main board. */
export const M2SlotSchema = SlotBaseSchema.extend({
  kind: z.literal('m2'),
  reach: reached,
  key: z.enum(['B', 'M']),
  protocols: z.array(z.enum(['nvme', 'sata'])).min(1),
  generation: z.literal([1, 2, 3, 4, 5]),
  lanes: z.literal([1, 2, 4]),
  roomLength: MeasureSchema,
  roomWidth: MeasureSchema,
  post: z.strictObject({
    /** Drive length the post stands at now, mm. Null: there is none. */
    nowAtMm: z.number().positive().nullable(),
    /** Drive lengths it can be moved to, mm. */
    canMoveToMm: z.array(z.number().positive()),
    tool: z.string().nullable(),
  }),
  ...cardRoom,
});
export type M2Slot = z.infer<typeof M2SlotSchema>;

/** An mSATA socket. Some sockets of this shape are wired for wireless cards only. */
export const MsataSlotSchema = SlotBaseSchema.extend({
  kind: z.literal('msata'),
  reach: reached,
  wiredFor: z.enum(['sata', 'cards-only', 'not-known']),
  generation: z.literal([1, 2, 3]),
  sizes: z.array(z.enum(['full', 'half'])).min(1),
  ...cardRoom,
});
export type MsataSlot = z.infer<typeof MsataSlotSchema>;

/** A thing of the bay that has to go from the old drive to the new one, or is missing. */
const BayPartSchema = z.strictObject({
  kind: z.enum(['caddy', 'studs', 'side-screws', 'flat-cable-adapter', 'foil', 'converter', 'sensor-lead']),
  label: z.string().min(1).max(60),
  count: z.number().int().min(1).max(8).default(1),
  /** `old-drive`: it comes off the old drive. `missing`: it has to be got. */
  where: z.enum(['old-drive', 'missing']),
});
export type BayPart = z.infer<typeof BayPartSchema>;

/** A bay for a boxed drive. */
export const BaySlotSchema = SlotBaseSchema.extend({
  kind: z.enum(['bay-2.5', 'bay-3.5', 'bay-1.8']),
  reach: reached,
  connector: ConnectorSchema.default('sata'),
  roomLength: MeasureSchema,
  roomWidth: MeasureSchema,
  roomHeight: MeasureSchema,
  generation: z.literal([1, 2, 3]),
  /** Fastest mode of a parallel port, MB/s. */
  ultraDma: z.literal([33, 66, 100, 133]).nullable().default(null),
  /** Wires of the parallel cable. Null: not looked, or no cable. */
  cableWires: z.literal([40, 80]).nullable().default(null),
  /** What else hangs on the same parallel cable, as its jumper says. */
  otherDevice: z.enum(['none', 'master', 'slave', 'cable-select', 'not-looked']).default('none'),
  /** Voltages at the plug. */
  volts: z.array(z.literal([3.3, 5, 12])).default([5]),
  /** How the machine reads the drive's temperature for its fans. */
  sensor: z.enum(['none', 'stick-on', 'old-drive-lead', 'not-known']).default('none'),
  /** Parts that move from the old drive to the new one, in words; `hardware` says the same more exactly. */
  movesOver: z.array(z.string()).default([]),
  hardware: z.array(BayPartSchema).default([]),
});
export type BaySlot = z.infer<typeof BaySlotSchema>;

/** Storage soldered to the board: there is nothing to change. */
export const SolderedSlotSchema = SlotBaseSchema.extend({ kind: z.literal('soldered') });

export const SlotSchema = z.discriminatedUnion('kind', [
  M2SlotSchema,
  MsataSlotSchema,
  BaySlotSchema,
  SolderedSlotSchema,
]);
export type Slot = z.infer<typeof SlotSchema>;
export type CardSlot = M2Slot | MsataSlot;

export const isSocket = (slot: Slot): slot is CardSlot => slot.kind === 'm2' || slot.kind === 'msata';
export const isBay = (slot: Slot): slot is BaySlot =>
  slot.kind === 'bay-2.5' || slot.kind === 'bay-3.5' || slot.kind === 'bay-1.8';
