import * as z from 'zod';
import { fillsIn } from '../../units/index.js';
import type { Actor } from '../shape/actor.js';
import type { JobState } from '../shape/state.js';

/** When and by whom: stamped on every event from outside the core. */
export interface EventMeta {
  readonly seq: number;
  readonly at: string;
  readonly by: Actor;
}

/** What else in the workshop an event may change; whoever keeps that looks after it. */
export type Touched = 'stock';

/** All that is known of a kind of event. Nothing about it is kept anywhere else. */
export interface EventDefinition<S extends z.ZodObject = z.ZodObject> {
  readonly schema: S;
  /** Whether fields came later than the kind: an older event gets their defaults from its schema. */
  readonly hasDefaults: boolean;
  readonly touches: readonly Touched[];
  /** What it makes of a job. It cannot refuse: what happened, happened. */
  evolve(job: JobState, event: z.infer<S>, meta: EventMeta): JobState;
  /** Its line in the history, on the job as it was before; null: it is of no interest later. */
  tells(event: z.infer<S>, job: JobState): string | null;
}

type Schema<T extends string, S extends z.ZodRawShape> = z.ZodObject<
  { type: z.ZodLiteral<T> } & S,
  z.core.$strict
>;

/** Defines a kind of event. */
export function event<T extends string, S extends z.ZodRawShape>(
  type: T,
  own: {
    readonly shape: S;
    readonly touches?: readonly Touched[];
    readonly evolve: (job: JobState, event: z.infer<Schema<T, S>>, meta: EventMeta) => JobState;
    readonly tells: (event: z.infer<Schema<T, S>>, job: JobState) => string | null;
  },
): EventDefinition<Schema<T, S>> {
  const schema = z.strictObject({ type: z.literal(type), ...own.shape }) as Schema<T, S>;
  return {
    schema,
    hasDefaults: fillsIn(schema),
    touches: own.touches ?? [],
    evolve: own.evolve,
    tells: own.tells,
  };
}
