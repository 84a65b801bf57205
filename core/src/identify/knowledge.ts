import * as z from 'zod';

const id = z.string().regex(/^[a-z0-9-]{1,40}$/);

/** Something to look at or to measure on a thing one does not know. */
const FeatureSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('look'),
    id,
    ask: z.string().min(1).max(120),
    how: z.string().max(200),
    /** Seconds of hand and eye: a glance costs little, a magnifier more. */
    seconds: z.number().positive(),
    answers: z.array(z.strictObject({ id, say: z.string().min(1).max(60) })).min(2),
  }),
  z.strictObject({
    kind: z.literal('measure'),
    id,
    ask: z.string().min(1).max(120),
    how: z.string().max(200),
    seconds: z.number().positive(),
    unit: z.enum(['mm', 'contacts', 'pins', 'wires']),
    /** What a hand tool may be off by. */
    off: z.number().min(0),
  }),
]);
export type Feature = z.infer<typeof FeatureSchema>;

/** How a thing shows in one feature: one of these answers, or a figure between these bounds. */
const ShowsSchema = z.union([
  z.array(z.string()).min(1),
  z.strictObject({ from: z.number(), to: z.number() }),
]);
export type Shows = z.infer<typeof ShowsSchema>;

export const THING_GROUPS = ['drive', 'socket', 'lead', 'screw', 'memory'] as const;
export type ThingGroup = (typeof THING_GROUPS)[number];

/** A thing that can lie in the hand. A feature it does not list does not arise on it. */
const ThingSchema = z.strictObject({
  id,
  group: z.enum(THING_GROUPS),
  name: z.string().min(1).max(80),
  /** What it means for the job: what it goes into, what it speaks. */
  means: z.string().max(240),
  shows: z.record(z.string(), ShowsSchema),
  /** Length x width, and what is cut into it, for the drawing to scale. */
  drawn: z
    .strictObject({
      lengthMm: z.number().positive(),
      widthMm: z.number().positive(),
      /** Notches in the left edge, mm from the upper corner. */
      notchesMm: z.array(z.number()).default([]),
      /** Half-round holes at the right edge or screw holes, mm from left and top. */
      holes: z.array(z.strictObject({ xMm: z.number(), yMm: z.number(), acrossMm: z.number() })).default([]),
      contacts: z.enum(['edge', 'plug', 'pins', 'none']).default('none'),
    })
    .nullable()
    .default(null),
  source: z.string().max(120),
});
export type Thing = z.infer<typeof ThingSchema>;

/** Two things one takes for one another, and the one feature that tells them apart. */
const LookAlikeSchema = z.strictObject({
  of: z.tuple([id, id]),
  feature: id,
  say: z.string().min(1).max(200),
});
export type LookAlike = z.infer<typeof LookAlikeSchema>;

export const IdentifyKnowledgeSchema = z
  .strictObject({
    format: z.literal('petrichor-identify'),
    features: z.array(FeatureSchema).min(1),
    things: z.array(ThingSchema).min(2),
    lookAlikes: z.array(LookAlikeSchema),
  })
  .superRefine((knowledge, context) => {
    const features = new Map(knowledge.features.map((one) => [one.id, one]));
    const things = new Set(knowledge.things.map((one) => one.id));
    const fault = (path: (string | number)[], message: string) =>
      context.addIssue({ code: 'custom', path, message });
    knowledge.things.forEach((thing, at) => {
      for (const [key, shows] of Object.entries(thing.shows)) {
        const feature = features.get(key);
        if (!feature) fault(['things', at, 'shows', key], 'is no feature that is asked for');
        else if (feature.kind === 'look' && Array.isArray(shows))
          for (const answer of shows)
            if (!feature.answers.some((one) => one.id === answer))
              fault(['things', at, 'shows', key], `'${answer}' is not among its answers`);
        if (feature && (feature.kind === 'look') !== Array.isArray(shows))
          fault(['things', at, 'shows', key], 'is of the other kind');
      }
    });
    knowledge.lookAlikes.forEach((pair, at) => {
      for (const one of pair.of)
        if (!things.has(one)) fault(['lookAlikes', at, 'of'], `names '${one}', which is not there`);
      if (!features.has(pair.feature))
        fault(['lookAlikes', at, 'feature'], 'is no feature that is asked for');
    });
  });
export type IdentifyKnowledge = z.infer<typeof IdentifyKnowledgeSchema>;
