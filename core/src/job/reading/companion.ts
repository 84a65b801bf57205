import type { Change } from '../shape/change.js';

/** Over its time: minutes since it was fitted are more than the limit. */
export const overLimit = ({ judged, fitted, limitMinutes }: Change, now: Date): boolean =>
  judged === null &&
  fitted !== null &&
  limitMinutes !== null &&
  now.getTime() - new Date(fitted.at).getTime() > limitMinutes * 60_000;
