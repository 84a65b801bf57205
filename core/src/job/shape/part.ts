import type * as z from 'zod';

/** Some fields of a job that belong together, and what they are on a job fresh from the counter. */
export interface Part<S extends z.ZodRawShape> {
  readonly shape: S;
  readonly empty: z.infer<z.ZodObject<S>>;
}

export const part = <S extends z.ZodRawShape>(shape: S, empty: z.infer<z.ZodObject<S>>): Part<S> => ({
  shape,
  empty,
});

type Shapes<P extends readonly unknown[]> = P extends readonly [Part<infer S>, ...infer Rest]
  ? S & Shapes<Rest>
  : unknown;
type Empties<P extends readonly unknown[]> = P extends readonly [Part<infer S>, ...infer Rest]
  ? z.infer<z.ZodObject<S>> & Empties<Rest>
  : unknown;

/** All parts as one. */
export const together = <const P extends readonly Part<z.ZodRawShape>[]>(
  ...parts: P
): { shape: Shapes<P>; empty: Empties<P> } => ({
  shape: Object.assign({}, ...parts.map((one) => one.shape)) as Shapes<P>,
  empty: Object.assign({}, ...parts.map((one) => one.empty)) as Empties<P>,
});
