import type * as z from 'zod';
import type { Actor } from '../actor.js';
import type { JobState } from '../state.js';

/** When and by whom: stamped on every event from outside the core. */
export interface EventMeta {
  readonly seq: number;
  readonly at: string;
  readonly by: Actor;
}

/** A kind of event: its shape, and what it makes of a job. `evolve` cannot refuse: what happened, happened. */
export interface EventDefinition<S extends z.ZodObject> {
  readonly schema: S;
  evolve(job: JobState, event: z.infer<S>, meta: EventMeta): JobState;
}

export const defineEvent = <S extends z.ZodObject>(schema: S, evolve: EventDefinition<S>['evolve']): EventDefinition<S> => ({
  schema,
  evolve,
});

/** Who and when, without the sequence: what records carry. */
export const stamp = ({ by, at }: EventMeta): { by: Actor; at: string } => ({ by, at });
