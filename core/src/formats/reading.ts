/**
 * What every reader returns: typed data, or one sentence and where in the file it went wrong. Readers never
 * throw and never guess.
 */
export type Reading<T> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly problem: string; readonly at: string };
