import { BLOCK_STATES, type RescueMap, type RescueSummary } from '../../hardware/index.js';

/** What a map adds up to; the same figures as `ddrescuelog -t`. */
export function summaryOf(map: RescueMap): RescueSummary {
  const sums = BLOCK_STATES.map(() => 0);
  let badAreas = 0;
  let before = -1;
  for (let at = 0; at < map.states.length; at++) {
    const state = map.states[at]!;
    sums[state]! += map.sizes[at]!;
    if (state === BAD && before !== BAD) badAreas++;
    before = state;
  }
  const domainBytes = sums.reduce((sum, one) => sum + one, 0);
  const of = (state: (typeof BLOCK_STATES)[number]) => sums[BLOCK_STATES.indexOf(state)]!;
  return {
    format: 'rescue-map',
    domainBytes,
    rescuedBytes: of('rescued'),
    nonTriedBytes: of('non-tried'),
    nonTrimmedBytes: of('non-trimmed'),
    nonScrapedBytes: of('non-scraped'),
    badBytes: of('bad'),
    rescuedPercent: percent(of('rescued'), domainBytes),
    badAreas,
    currentPosition: map.currentPosition,
    status: map.status,
  };
}

const BAD = BLOCK_STATES.indexOf('bad');

/** Two decimals, and never all where a byte is missing. */
function percent(part: number, whole: number): number {
  if (part >= whole) return 100;
  return Math.min(99.99, Math.round((part / whole) * 10_000) / 100);
}
