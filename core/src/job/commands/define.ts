import * as z from 'zod';
import { say, type CodeOf, type FactsOf, type Said } from '../../units/index.js';
import type { Actor, Role } from '../shape/actor.js';
import type { JobEvent } from '../events/index.js';
import type { Knowledge, LookUp } from '../reading/knowledge.js';
import type { JobState } from '../shape/state.js';
import { REFUSALS } from '../words/en/refusals.js';

/** Everything that comes in from outside: who, when, and of what is known that which was asked for. */
export interface Context<Asked extends LookUp = LookUp> {
  readonly at: string;
  readonly by: Actor;
  readonly roles: readonly Role[];
  readonly knowledge: Pick<Knowledge, Asked>;
}

/** Why not, as a code with its facts, and in words what is wrong and what to do. */
export type Refusal = Said;
export type RefusalCode = CodeOf<typeof REFUSALS>;

export type Decision =
  { readonly ok: true; readonly events: JobEvent[] } | { readonly ok: false; readonly refusal: Refusal };

/** All that is known of a kind of command. Nothing about it is kept anywhere else. */
export interface CommandDefinition<S extends z.ZodObject = z.ZodObject> {
  readonly schema: S;
  /** Who may give it. */
  readonly by: readonly Role[];
  /** What it looks up: whoever decides it has to have that at hand, and nothing else. */
  readonly asks: readonly LookUp[];
  /** Given to a job that is closed, too. */
  readonly closedToo: boolean;
  /** Given by the server alone, together with what belongs to it. */
  readonly byServer: boolean;
  decide(job: JobState, command: z.infer<S>, context: Context): Decision;
}

type Schema<T extends string, S extends z.ZodRawShape> = z.ZodObject<
  { type: z.ZodLiteral<T> } & S,
  z.core.$strict
>;

/** Defines a kind of command; `decide` gets exactly the look-ups that it `asks` for. */
export const command = <
  T extends string,
  S extends z.ZodRawShape,
  const A extends readonly LookUp[] = readonly [],
>(
  type: T,
  {
    shape,
    by,
    asks,
    closedToo = false,
    byServer = false,
    decide,
  }: {
    readonly shape: S;
    readonly by: readonly Role[];
    readonly asks?: A;
    readonly closedToo?: boolean;
    readonly byServer?: boolean;
    readonly decide: (job: JobState, command: z.infer<Schema<T, S>>, context: Context<A[number]>) => Decision;
  },
): CommandDefinition<Schema<T, S>> => ({
  schema: z.strictObject({ type: z.literal(type), ...shape }),
  by,
  asks: asks ?? [],
  closedToo,
  byServer,
  decide,
});

export const accept = (...events: JobEvent[]): Decision => ({ ok: true, events });
export const refuse = <Code extends RefusalCode>(
  code: Code,
  ...facts: FactsOf<typeof REFUSALS, Code>
): Decision => ({
  ok: false,
  refusal: say(REFUSALS, code, ...facts),
});

export { ANYONE, HANDS, LEAD } from '../shape/actor.js';
