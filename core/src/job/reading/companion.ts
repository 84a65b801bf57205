import { type Companion } from '../shape/companion.js';

/** Over its time: minutes since it was fitted are more than the limit. */
export const overLimit = (one: Companion, now: Date): boolean =>
  one.outcome === null && now.getTime() - new Date(one.fitted.at).getTime() > one.limitMinutes * 60_000;
