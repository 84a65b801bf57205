/** A refusal on its way out: thrown anywhere below the routes, answered as RFC 9457 problem details. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    sentence: string,
    readonly fields: { path: string; message: string }[] = [],
  ) {
    super(sentence);
  }
}
