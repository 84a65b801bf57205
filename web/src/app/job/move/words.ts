import type { Range } from '@petrichor/core/move';
import { sayMinutesRange } from '@petrichor/core/units';

export const sayRange = ({ p10, p90 }: Range): string => sayMinutesRange(p10, p90);

/** Minutes on an axis that doubles: 15 min at its first mark, 8 h at its last. */
export const axisX = (minutes: number): number => 53.2 + 54.2 * Math.log2(Math.max(minutes, 8) / 15);
export const AXIS_MARKS = [
  { minutes: 15, say: '15 min' },
  { minutes: 30, say: '30' },
  { minutes: 60, say: '1 h' },
  { minutes: 120, say: '2 h' },
  { minutes: 240, say: '4 h' },
  { minutes: 480, say: '8 h' },
].map(({ minutes, say }) => ({ x: axisX(minutes), say }));

export const gibOf = (bytes: number): number => Math.round((bytes / 2 ** 30) * 10) / 10;
