import type { DockRun } from '@petrichor/api';
import { BLOCK_STATES, type RescueMap } from '@petrichor/core/hardware';

/**
 * What a copy has read and not read, as a map: behind it rescued but for unreadable areas, ahead of it not
 * tried.
 */
export function mapOfRun({ doneBytes, totalBytes, badAreas, state }: DockRun): RescueMap {
  const [rescued, bad, open] = ['rescued', 'bad', 'non-tried'].map((one) =>
    BLOCK_STATES.indexOf(one as (typeof BLOCK_STATES)[number]),
  ) as [number, number, number];
  const blocks: { start: number; size: number; state: number }[] = [];
  const put = (start: number, end: number, is: number) => {
    if (end > start) blocks.push({ start, size: end - start, state: is });
  };
  let at = 0;
  const unread = badAreas
    .filter((area) => area.kind === 'unreadable')
    .sort((one, other) => one.startByte - other.startByte);
  for (const area of unread) {
    if (area.startByte >= doneBytes || area.startByte < at) continue;
    put(at, area.startByte, rescued);
    at = Math.min(doneBytes, area.startByte + area.lengthBytes);
    put(area.startByte, at, bad);
  }
  put(at, doneBytes, rescued);
  put(doneBytes, totalBytes, open);
  return {
    starts: Float64Array.from(blocks, (one) => one.start),
    sizes: Float64Array.from(blocks, (one) => one.size),
    states: Uint8Array.from(blocks, (one) => one.state),
    currentPosition: doneBytes,
    status: state === 'done' ? 'finished' : 'copying',
    pass: 1,
  };
}
