import type * as z from 'zod';
import type { About, DiagnosisKnowledge } from '../../diagnose/index.js';
import type { Drive, MachineModel, Part } from '../../hardware/index.js';
import type { Policy } from '../../teardown/index.js';
import type { Actor, Role } from '../actor.js';
import type { Pricing } from '../../quote/index.js';
import type { JobEvent } from '../events/index.js';
import type { JobState } from '../state.js';

/** What the core may look up. The same documents are at hand in the browser and in the server. */
export interface Knowledge {
  model(id: string): MachineModel | undefined;
  drive(id: string): Drive | undefined;
  /** Small parts of the shelf. */
  parts(): readonly Part[];
  /** The workshop's edition, with what its jobs have taught. */
  diagnosis(about: About): DiagnosisKnowledge;
  /** How this workshop opens machines. */
  policy(): Policy;
  /** What it charges. */
  pricing(): Pricing;
}

/** Everything that comes in from outside: who, when, and what is known. */
export interface Context {
  readonly at: string;
  readonly by: Actor;
  readonly roles: readonly Role[];
  readonly knowledge: Knowledge;
}

export interface Refusal {
  readonly code: string;
  /** What is wrong and what to do. */
  readonly sentence: string;
}

export type Decision = { readonly ok: true; readonly events: JobEvent[] } | { readonly ok: false; readonly refusal: Refusal };

/** A kind of command: its shape, who may give it, and what comes of it. */
export interface CommandDefinition<S extends z.ZodObject> {
  readonly schema: S;
  readonly roles: readonly Role[];
  decide(job: JobState, command: z.infer<S>, context: Context): Decision;
}

export const defineCommand = <S extends z.ZodObject>(
  schema: S,
  roles: readonly Role[],
  decide: CommandDefinition<S>['decide'],
): CommandDefinition<S> => ({
  schema,
  roles,
  decide,
});

export const accept = (...events: JobEvent[]): Decision => ({ ok: true, events });
export const refuse = (code: string, sentence: string): Decision => ({ ok: false, refusal: { code, sentence } });

export { ANYONE, BENCH, LEAD } from '../actor.js';
