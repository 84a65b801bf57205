import * as z from 'zod';

/** Sentences by their codes: each from the facts that it needs. */
type Phrases = Readonly<Record<string, (facts: never) => string>>;

export type CodeOf<P extends Phrases> = keyof P & string;
/** What a sentence needs to be said: nothing, or its facts. */
export type FactsOf<P extends Phrases, Code extends keyof P> = Parameters<P[Code]>;

export const FactsSchema = z.record(z.string(), z.unknown());
type Facts = z.infer<typeof FactsSchema>;

/** A code with its facts, and the words for it beside them: only the first two decide anything. */
export interface Said<Code extends string = string> {
  readonly code: Code;
  readonly facts: Facts;
  readonly sentence: string;
}

/** Says a code in the words of one language. */
export function say<P extends Phrases, Code extends CodeOf<P>>(
  phrases: P,
  code: Code,
  ...facts: FactsOf<P, Code>
): Said<Code> {
  const phrase = phrases[code] as (facts: unknown) => string;
  return { code, facts: facts[0] ?? {}, sentence: phrase(facts[0]) };
}
