import * as z from 'zod';
import { LinkSchema, VerdictSchema } from '../../fit/index.js';
import { DriveSchema, PartSchema, SlotSchema } from '../../hardware/index.js';
import { OPENING_KINDS } from '../../opening/index.js';
import { ItemRefSchema } from '../../shelf/index.js';
import { DeclinedSchema } from './declined.js';
import { part } from './part.js';
import { Stamp, StampSchema } from './stamp.js';

/** What may be done to a machine; a cure alone needs no opening. */
export const CHANGE_KINDS = [...OPENING_KINDS, 'cure'] as const;
export const ChangeKindSchema = z.enum(CHANGE_KINDS);
export type ChangeKind = z.infer<typeof ChangeKindSchema>;

/** What a kind of change is called on a button and at the head of a strip. */
export const SAY_CHANGE: Record<ChangeKind, string> = {
  'replace-drive': 'Replace the drive',
  'add-drive': 'Add a drive',
  'take-out-drive': 'Take a drive out',
  'move-drive': 'Move a drive',
  'leave-unplugged': 'Leave a drive in, unplugged',
  memory: 'Memory',
  battery: 'New battery',
  wireless: 'Wireless card',
  cooling: 'Cooling',
  cure: 'A cure without a part',
  look: 'A look',
};

/** Where what goes in comes from: the shelf, bought for this job, or the customer's own. */
export const ThingSourceSchema = z.enum(['shelf', 'bought', 'own']);
export type ThingSource = z.infer<typeof ThingSourceSchema>;

/** What goes in, copied: the record stays true when the shelf changes. */
export const ThingSchema = z.strictObject({
  from: ThingSourceSchema,
  /** As it is called: `Pellow P3 1 TB`. */
  label: z.string(),
  /** Minor units without tax; null: nobody knows yet. The customer's own costs nothing. */
  priceMinor: z.number().int().nullable(),
  /** What of the shelf it is; null: none of it. */
  item: ItemRefSchema.nullable(),
  drive: DriveSchema.nullable(),
  /** Null for a drive, and for a part of before its facts were kept. */
  part: PartSchema.nullable(),
});
export type Thing = z.infer<typeof ThingSchema>;

/** How a change came out, and what became of it where it did not work. */
const JudgedSchema = z.strictObject({
  outcome: z.enum(['works', 'rolled-back']),
  note: z.string(),
  ...Stamp,
});

/** One thing done to the machine on this job. */
export const ChangeSchema = z.strictObject({
  id: z.string(),
  kind: ChangeKindSchema,
  /** Of the model's places; null: of the machine as a whole, or of before it was kept. */
  placeId: z.string().nullable(),
  place: z.string(),
  /** Where a drive goes to that is moved. */
  toPlaceId: z.string().nullable(),
  /** The drive's place as it was judged, with what was seen there; null: no place for drives. */
  slot: SlotSchema.nullable(),
  /** Null: nothing goes in. */
  thing: ThingSchema.nullable(),
  /** Null: nothing has to fit, or it was not kept. */
  verdict: VerdictSchema.nullable(),
  /** What the verdict asks for and is not done. */
  declined: z.array(DeclinedSchema).default([]),
  /** Why a lead took it against the verdict. */
  override: z.string().nullable(),
  /** What drive and slot agree on: Prove measures against it. */
  link: LinkSchema.nullable(),
  /** What comes out for it, as it is called; empty: nothing, or the old drive of its slot. */
  original: z.string(),
  /** Hands that may go into making it work; null: no limit was set. */
  limitMinutes: z.number().int().nullable(),
  /** When it went in, where that was said by itself; null: the way says so. */
  fitted: StampSchema.nullable(),
  /** Null: nobody has said yet. */
  judged: JudgedSchema.nullable(),
  /** Roll-back, step by step. */
  originalRefitted: StampSchema.nullable(),
  partReturned: StampSchema.nullable(),
  ...Stamp,
});
export type Change = z.infer<typeof ChangeSchema>;

/** Id of the only change of a job of the first edition. */
export const FIRST_CHANGE = 'first';

/** What a change is before anything is said of it. */
export const bareChange = (own: Pick<Change, 'id' | 'kind' | 'by' | 'at'> & Partial<Change>): Change => ({
  placeId: null,
  place: '',
  toPlaceId: null,
  slot: null,
  thing: null,
  verdict: null,
  declined: [],
  override: null,
  link: null,
  original: '',
  limitMinutes: null,
  fitted: null,
  judged: null,
  originalRefitted: null,
  partReturned: null,
  ...own,
});

export const changesPart = part({ changes: z.array(ChangeSchema) }, { changes: [] });
