import * as z from 'zod';
import { ScrewSchema } from './screw.js';

export const SideSchema = z.enum(['lid-open', 'base-up', 'palm-rest-raised', 'glass-up']);
export type Side = z.infer<typeof SideSchema>;

/** A place on the outline map, mm from the map's upper left corner as the technician sees it. */
export const HoleSchema = z.strictObject({ xMm: z.number(), yMm: z.number() });
export type Hole = z.infer<typeof HoleSchema>;

/** What an operation takes out, unplugs, peels or turns off: what goes on the tray. */
export const TakenThingSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    key: z.string(),
    kind: z.literal('screw'),
    label: z.string().max(60),
    screw: ScrewSchema,
    holes: z.array(HoleSchema).min(1).max(40),
  }),
  z.strictObject({
    key: z.string(),
    kind: z.enum(['part', 'lead', 'tape', 'drive']),
    /** How the tray says it: `Unplugged`, `Peeled`, `Off`. */
    verb: z.string().max(20),
    label: z.string().max(60),
  }),
]);
export type TakenThing = z.infer<typeof TakenThingSchema>;

/** The way back of an operation, where it is not simply the reverse. */
const MirrorSchema = z.strictObject({
  title: z.string().min(1).max(80),
  short: z.string().min(1).max(24),
  minutes: z.number().min(0).max(240),
  caution: z.string().max(200).nullable(),
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
  /** Null: nothing to do on the way out (a drain, a power-off). */
  mirror: MirrorSchema.nullable(),
  /** True where the drive itself is freed or lifted: mirrored in the swap, before the machine is tried. */
  atSwap: z.boolean(),
});
export type Operation = z.infer<typeof OperationSchema>;

/** A shape on the outline map, for finding one's way: drawn, never walked. */
export const LandmarkSchema = z.strictObject({
  label: z.string().max(30).nullable(),
  shape: z.enum(['rect', 'circle']),
  xMm: z.number(),
  yMm: z.number(),
  widthMm: z.number().positive(),
  heightMm: z.number().positive(),
});

/** Everything that comes off, in which order it may, and where the screws are. */
export const GuideSchema = z.strictObject({
  version: z.number().int().min(1),
  /** Shallow to deep. */
  layers: z.array(z.strictObject({ id: z.string(), name: z.string().max(20) })).min(1),
  startSide: SideSchema,
  turnMinutes: z.number().min(0),
  toolChangeMinutes: z.number().min(0),
  outline: z.strictObject({
    widthMm: z.number().positive(),
    heightMm: z.number().positive(),
    topEdge: z.string().max(30),
    bottomEdge: z.string().max(30),
    landmarks: z.array(LandmarkSchema),
  }),
  operations: z.array(OperationSchema).min(1).max(120),
});
export type Guide = z.infer<typeof GuideSchema>;
