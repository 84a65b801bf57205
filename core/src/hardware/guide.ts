import * as z from 'zod';
import { PhotoHashSchema } from './photo-hash.js';
import { ScrewSchema } from './screw.js';
import { UsedUpKindSchema } from './used-up.js';

export const SideSchema = z.enum(['lid-open', 'base-up', 'palm-rest-raised', 'glass-up']);
export type Side = z.infer<typeof SideSchema>;
export const SAY_SIDE: Record<Side, string> = {
  'lid-open': 'lid open',
  'base-up': 'base up',
  'palm-rest-raised': 'palm rest raised',
  'glass-up': 'glass up',
};

/** A place on the outline map of its side, mm from the map's upper left corner as the technician sees it. */
export const HoleSchema = z.strictObject({
  xMm: z.number(),
  yMm: z.number(),
  /**
   * How far a screw may reach below the seat of its head before it meets what lies beneath, mm. Unset: nobody
   * measured.
   */
  depthMm: z.number().min(0.5).max(60).optional(),
});
export type Hole = z.infer<typeof HoleSchema>;

/** What a screw meets that reaches beyond the bottom of its hole. */
const BehindHoleSchema = z.enum(['nothing', 'cover', 'palm-rest', 'glass', 'board', 'battery']);
export type BehindHole = z.infer<typeof BehindHoleSchema>;

/** How a lead is held, and how it lets go. */
const LeadConnectorSchema = z.strictObject({
  kind: z.enum(['latch', 'eared', 'wire-plug', 'squeeze', 'sliding-shield', 'antenna', 'rigid', 'press-on']),
  /** What the nail does: `Lift the bar on the far edge`. */
  opens: z.string().min(1).max(100),
  /** The edge the latch turns on; the other is lifted. Null: none, or nobody looked. */
  hinge: z.string().max(30).nullable().default(null),
  /** Colours of its wires in order, as one looks at the plug. */
  colours: z.string().max(60).nullable().default(null),
});
export type LeadConnector = z.infer<typeof LeadConnectorSchema>;

/** Not in every machine of the model. */
const onlyWhere = {
  /** A place: this is there only where that place holds something. Null: in all of them. */
  onlyWith: z.string().nullable().default(null),
};

/** What an operation takes out, loosens, unplugs, peels or turns off: what goes on the tray. */
export const TakenThingSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    key: z.string(),
    kind: z.literal('screw'),
    label: z.string().max(60),
    screw: ScrewSchema,
    holes: z.array(HoleSchema).min(1).max(40),
    /** It is loosened and stays in its part. */
    captive: z.boolean().default(false),
    /** What covers it, by the label of the part: a foot, a flap, a glued plug. */
    hiddenUnder: z.string().max(60).nullable().default(null),
    /** A mark beside the holes. */
    mark: z.string().max(20).nullable().default(null),
    behind: BehindHoleSchema.nullable().default(null),
    ...onlyWhere,
  }),
  z.strictObject({
    key: z.string(),
    kind: z.enum(['part', 'lead', 'tape', 'drive']),
    /** How the tray says it: `Unplugged`, `Peeled`, `Off`. */
    verb: z.string().max(20),
    label: z.string().max(60),
    /** How many alike: three clips, two strips. */
    count: z.number().int().min(1).max(60).default(1),
    connector: LeadConnectorSchema.nullable().default(null),
    /** The part that this lead ties to the machine, by its label: it must not lift while the lead is on. */
    ties: z.string().max(60).nullable().default(null),
    ...onlyWhere,
  }),
]);
export type TakenThing = z.infer<typeof TakenThingSchema>;

/** What a wait is for. `hold`: a hand holds a button; the others go on by themselves. */
export const WaitKindSchema = z.enum(['hold', 'settle', 'train', 'cool']);

/** The way back of an operation, where it is not simply the reverse. */
const MirrorSchema = z.strictObject({
  title: z.string().min(1).max(80),
  short: z.string().min(1).max(24),
  minutes: z.number().min(0).max(240),
  caution: z.string().max(200).nullable(),
  /** Glue sets, memory trains. */
  waitSeconds: z.number().int().min(1).max(86_400).nullable().default(null),
  waitKind: WaitKindSchema.default('settle'),
  checks: z.array(z.string().min(1).max(120)).max(6).default([]),
  /** What is laid on anew here, of that which opening uses up. */
  lays: z.array(UsedUpKindSchema).max(4).default([]),
  /** Of its own, as by hand (null) where a tool took it off. Unset: the same as on the way in. */
  tool: z.string().max(12).nullable().optional(),
  detail: z.string().max(240).nullable().default(null),
});

/** Where a cover's clips are opened, and how deep the tool may go. */
export const ClipsSchema = z.strictObject({
  startAt: z.string().min(1).max(60),
  deepestMm: z.number().min(0.5).max(40),
  /** What lies behind, what comes last, what not to do. */
  note: z.string().max(160).nullable().default(null),
  /** Where each clip sits on the map of its side, in the order in which they let go. Empty: nobody noted. */
  order: z
    .array(z.strictObject({ xMm: z.number(), yMm: z.number() }))
    .max(40)
    .default([]),
});

/** One operation of a guide: a thing two hands do before the next thing can be done. */
export const OperationSchema = z.strictObject({
  id: z.string().regex(/^[a-z0-9-]{1,40}$/),
  /** What to do, in large type: `Undo 5 screws on the drive plate`. */
  title: z.string().min(1).max(80),
  /** The same for the profile: `5 screws out`. */
  short: z.string().min(1).max(24),
  detail: z.string().max(240).nullable(),
  layer: z.string(),
  /** Null: any side. */
  side: SideSchema.nullable(),
  /** Null: by hand. */
  tool: z.string().max(12).nullable(),
  minutes: z.number().min(0).max(240),
  /** Alternatives: one whole inner list has to be done before. Empty: free. */
  after: z.array(z.array(z.string()).min(1)),
  takes: z.array(TakenThingSchema),
  caution: z.string().max(200).nullable(),
  waitSeconds: z.number().int().min(1).max(3600).nullable(),
  waitKind: WaitKindSchema.default('hold'),
  /** Parts that come free with it without going on the tray, by their labels. */
  frees: z.array(z.string().min(1).max(60)).default([]),
  clips: ClipsSchema.nullable().default(null),
  risk: z.enum(['low', 'some', 'high']).default('low'),
  /** Done while the machine still has power: said at the step. */
  live: z.boolean().default(false),
  /** Whether hands are inside the machine. Null: nobody said; its depth against the outer screws tells. */
  inside: z.boolean().nullable().default(null),
  /** Whether its tool is metal. Null: nobody said; what turns screws is. */
  metal: z.boolean().nullable().default(null),
  /** Variants of the model that have it. Empty: all. */
  variants: z.array(z.string()).max(12).default([]),
  /** What it looks like. */
  photo: PhotoHashSchema.nullable().default(null),
  /** Page of the maker's manual that says so. */
  page: z.number().int().min(1).max(9999).nullable().default(null),
  /** What to look at before going on. */
  checks: z.array(z.string().min(1).max(120)).max(6).default([]),
  /** What it is to the workshop's policy. */
  role: z.enum(['power-off', 'mains', 'battery', 'drain', 'cut-off']).nullable().default(null),
  /**
   * The slot whose drive, or whose drive's own screw or plug, it takes: left out on the way in where that
   * slot is empty. Null: it has to be done whatever is in there, or nobody has said.
   */
  place: z.string().nullable().default(null),
  /** Null: nothing to do on the way out (a drain, a power-off). */
  mirror: MirrorSchema.nullable(),
  /** True where the drive itself is freed or lifted: mirrored in the swap, before the machine is tried. */
  atSwap: z.boolean(),
});
export type Operation = z.infer<typeof OperationSchema>;

/** A shape on the outline map, for finding one's way: drawn, never walked. */
const LandmarkSchema = z.strictObject({
  label: z.string().max(30).nullable(),
  shape: z.enum(['rect', 'circle']),
  xMm: z.number(),
  yMm: z.number(),
  widthMm: z.number().positive(),
  heightMm: z.number().positive(),
});

/** The machine seen from one side, to scale. */
const MachineOutlineSchema = z.strictObject({
  widthMm: z.number().positive().max(2000),
  heightMm: z.number().positive().max(2000),
  topEdge: z.string().max(30),
  bottomEdge: z.string().max(30),
  landmarks: z.array(LandmarkSchema),
});
export type MachineOutline = z.infer<typeof MachineOutlineSchema>;

/** A draft is being written; a retired guide is kept for the jobs that were walked with it. */
export const GuideStateSchema = z.enum(['draft', 'reviewed', 'retired']);
export type GuideState = z.infer<typeof GuideStateSchema>;

/** What has to be in for a start before the machine is closed. */
const StartNeedsSchema = z.strictObject({
  /**
   * Operations that have to be undone again first: with what they take out, it cannot be started as it lies.
   */
  back: z.array(z.string()).max(40).default([]),
  /** What it starts from. Null, of this and of what follows: nobody said. */
  power: z.enum(['mains', 'battery', 'either']).nullable().default(null),
  /** Where the button sits that starts it. */
  button: z.string().max(80).nullable().default(null),
  /** Its own screen shows it, or one from outside has to be plugged in. */
  screen: z.enum(['own', 'outside']).nullable().default(null),
  /** Whether the cooler has to be on. */
  cooling: z.enum(['has-to-be-on', 'not-for-a-look']).nullable().default(null),
  /** How it has to lie for it. */
  side: SideSchema.nullable().default(null),
});
export type StartNeeds = z.infer<typeof StartNeedsSchema>;
/** It can be started open; what for, nobody said. */
export const BARE_START: StartNeeds = StartNeedsSchema.parse({});

/** The maker's own manual of the model. */
const ManualSchema = z.strictObject({
  title: z.string().min(1).max(120),
  /** Where it can be read; null: only here. */
  address: z
    .url({ protocol: /^https?$/, error: 'An address begins with https://.' })
    .max(300)
    .nullable(),
});

/** Everything that comes off, in which order it may, and where the screws are. */
export const GuideSchema = z.strictObject({
  version: z.number().int().min(1),
  state: GuideStateSchema.default('reviewed'),
  /** Shallow to deep. */
  layers: z.array(z.strictObject({ id: z.string(), name: z.string().max(20) })).min(1),
  startSide: SideSchema,
  turnMinutes: z.number().min(0),
  toolChangeMinutes: z.number().min(0),
  /** The side with most of the screws. */
  outline: MachineOutlineSchema,
  /** Other sides that have screws or landmarks of their own. */
  sides: z.partialRecord(SideSchema, MachineOutlineSchema).default({}),
  operations: z.array(OperationSchema).min(1).max(120),
  /** Null: nobody has said whether it can be started open, so it is tried once closed. */
  start: StartNeedsSchema.nullable().default(null),
  /** Null: nobody named one. */
  manual: ManualSchema.nullable().default(null),
});
export type Guide = z.infer<typeof GuideSchema>;

/** The map to look at while the machine lies on this side. */
export const machineOutlineOf = (
  { outline, sides }: Pick<Guide, 'outline' | 'sides'>,
  side: Side | null,
): MachineOutline => (side === null ? undefined : sides[side]) ?? outline;
