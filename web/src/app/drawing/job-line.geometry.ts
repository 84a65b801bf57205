import { PHASES, phaseIndex, type Phase } from '@petrichor/core/job';

/** Sizes of the job line, px. The leg runs from `left` down to `bottom` and up to `right`. */
const SIZES = {
  list: {
    width: 114,
    height: 47,
    left: [7, 2],
    bottom: [57, 38],
    right: [107, 2],
    line: 2.8,
    tick: 7.5,
    mark: 13,
    strata: 3,
  },
  head: {
    width: 150,
    height: 42,
    left: [10, 3],
    bottom: [75, 35],
    right: [140, 3],
    line: 3,
    tick: 6,
    mark: 13,
    strata: 0,
  },
  hero: {
    width: 226,
    height: 119,
    left: [14, 3],
    bottom: [113, 103],
    right: [212, 3],
    line: 4.5,
    tick: 10,
    mark: 22,
    strata: 5,
  },
} as const;
export type JobLineSize = keyof typeof SIZES;

interface Point {
  readonly x: number;
  readonly y: number;
}

export interface JobLineShape {
  readonly width: number;
  readonly height: number;
  readonly lineWidth: number;
  readonly markSize: number;
  readonly strata: readonly { y: number; height: number; fill: string }[];
  /** Open ground, as deep as the machine is open now. */
  readonly air: string;
  readonly whole: string;
  readonly walked: string;
  readonly ahead: readonly Point[];
  readonly ticks: readonly { x: number; y1: number; y2: number }[];
  readonly marker: Point;
}

/**
 * Depth of each phase, 0 at the desk and 1 at the slot: most of a leg belongs to the machine, so that
 * what was taken out shows where it was taken from.
 */
const DEPTH: Record<Phase, number> = {
  intake: 0,
  diagnose: 0.1,
  match: 0.18,
  agree: 0.25,
  safeguard: 0.32,
  'way-in': 0.4,
  swap: 1,
  try: 0.96,
  'way-out': 0.9,
  'set-up': 0.3,
  prove: 0.15,
  'hand-over': 0,
};
const LAST = PHASES.length - 1;
const DEEPEST = phaseIndex('swap');

/**
 * Where everything of a job line is drawn. `at` and `ticks` are places on the line: whole numbers are phases.
 */
export function jobLineShape(size: JobLineSize, at: number, ticks: readonly number[]): JobLineShape {
  const { width, height, left, bottom, right, line, tick, mark, strata } = SIZES[size];
  const onLeg = (depth: number, end: readonly [number, number]): Point => ({
    x: round(end[0] + (bottom[0] - end[0]) * depth),
    y: round(end[1] + (bottom[1] - end[1]) * depth),
  });
  const place = (on: number): Point => onLeg(depthAt(on), on <= DEEPEST ? left : right);
  const marker = place(at);
  const [shallow, other] = [onLeg(depthAt(at), left), onLeg(depthAt(at), right)];
  const down = at > DEEPEST ? `L${bottom[0]} ${bottom[1]}` : '';
  const band = (height - left[1]) / Math.max(1, strata);
  return {
    width,
    height,
    lineWidth: line,
    markSize: mark,
    strata: Array.from({ length: strata }, (_, index) => ({
      y: round(left[1] + index * band),
      height: round(band + 0.4),
      fill: `var(--s${index + 1})`,
    })),
    air: `M${left[0]} ${left[1]}L${shallow.x} ${shallow.y}H${other.x}L${right[0]} ${right[1]}Z`,
    whole: `M0 ${left[1]}H${left[0]}L${bottom[0]} ${bottom[1]}L${right[0]} ${right[1]}H${width}`,
    walked: `M0 ${left[1]}H${left[0]}${down}L${marker.x} ${marker.y}`,
    ahead: Array.from({ length: LAST + 1 }, (_, phase) => phase)
      .filter((phase) => phase > at + 0.4)
      .map(place),
    // A tick too near the marker would hide behind it: there it hangs below.
    ticks: ticks.map((on, index) => {
      const { x, y } = place(Math.min(on, DEEPEST));
      const near = Math.hypot(x - marker.x, y - marker.y) < mark * 0.7;
      return near
        ? { x: marker.x - 6 + index * 6, y1: marker.y + mark * 0.65, y2: marker.y + mark * 0.65 + tick }
        : { x, y1: y + line + 0.6, y2: y + line + 0.6 + tick };
    }),
    marker,
  };
}

/** Between two phases the depth goes evenly from one to the other. */
function depthAt(on: number): number {
  const [from, to] = [
    PHASES[Math.floor(on)] ?? 'hand-over',
    PHASES[Math.min(LAST, Math.floor(on) + 1)] ?? 'hand-over',
  ];
  return DEPTH[from] + (DEPTH[to] - DEPTH[from]) * (on - Math.floor(on));
}

const round = (value: number): number => Math.round(value * 10) / 10;
