import { sure } from '@petrichor/core/units';
/** px; x and y are the upper left corner. */
export interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}
export interface Spot {
  readonly x: number;
  readonly y: number;
  readonly r: number;
}
export interface Labelled {
  readonly box: Box;
  readonly label: string | null;
}
export interface PlacedLabel {
  readonly lines: readonly { readonly text: string; readonly x: number; readonly y: number }[];
  /** From a label that had to stand outside to its box; null: it stands in it. */
  readonly leader: string | null;
}

/**
 * Of the height of the type: widths of letters are taken for their mean, which is enough to keep out of the
 * way.
 */
const LETTER = 0.53;
const LINE = 1.15;
const ASCENT = 0.88;
const STEP = 6;

/**
 * Names for boxes on a map: each where no spot crosses it, in its own box before anywhere else, never in a
 * box that is another's. Where nothing is free the place with the least across it is taken.
 * @param type height of the type, in the units of the boxes
 */
export function placeLabels(
  marks: readonly Labelled[],
  spots: readonly Spot[],
  bounds: Box,
  type = 13,
): readonly (PlacedLabel | null)[] {
  const taken: Box[] = [];
  return marks.map(({ box, label }, at) => {
    if (!label) return null;
    // A board may hold the slot that is named on it: what contains a box is not in its way.
    const others = marks
      .filter((other, index) => index !== at && !contains(other.box, box))
      .map((other) => other.box);
    let best: { cost: number; place: Box; lines: readonly string[] } | null = null;
    for (const lines of wordings(label)) {
      const size = {
        width: Math.max(...lines.map((line) => line.length)) * LETTER * type,
        height: lines.length * LINE * type,
      };
      for (const { place, inside } of candidates(box, size)) {
        const cost =
          (inside ? 0 : 1) +
          (lines.length - 1) * 0.4 +
          (inside && !contains(box, place) ? 1.5 : 0) +
          (contains(bounds, place) ? 0 : 20) +
          8 * spots.filter((spot) => touches(spot, place)).length +
          10 * taken.filter((other) => overlaps(other, place)).length +
          6 * others.filter((other) => overlaps(other, place)).length;
        if (!best || cost < best.cost - 1e-9) best = { cost, place, lines };
      }
    }
    const { place, lines } = sure(best);
    taken.push(place);
    const x = place.x + place.width / 2;
    return {
      lines: lines.map((text, line) => ({ text, x, y: place.y + (line * LINE + ASCENT) * type })),
      leader: overlaps(box, place) ? null : leader(box, place),
    };
  });
}

/** In one line, and broken in two where there is a space: about in the middle. */
function wordings(label: string): readonly (readonly string[])[] {
  const breaks = [...label.matchAll(/ /g)].map((found) => found.index);
  if (breaks.length === 0) return [[label]];
  const middle = breaks.reduce((best, at) =>
    Math.abs(at - label.length / 2) < Math.abs(best - label.length / 2) ? at : best,
  );
  return [[label], [label.slice(0, middle), label.slice(middle + 1)]];
}

function candidates(box: Box, size: { width: number; height: number }): { place: Box; inside: boolean }[] {
  const x = box.x + (box.width - size.width) / 2;
  const y = box.y + (box.height - size.height) / 2;
  const at = (left: number, top: number, inside: boolean) => ({
    place: { x: left, y: top, ...size },
    inside,
  });
  const found = [at(x, y, true)];
  const [wide, high] = [
    Math.max(0, (box.width - size.width) / 2),
    Math.max(0, (box.height - size.height) / 2),
  ];
  // From the middle outwards, so that the nearest to it wins.
  for (let down = 0; down <= high; down += STEP)
    for (let across = 0; across <= wide; across += STEP)
      for (const [right, below] of [
        [1, 1],
        [-1, 1],
        [1, -1],
        [-1, -1],
      ] as const)
        found.push(at(x + right * across, y + below * down, true));
  for (const gap of [3, 18]) {
    for (const left of [x, box.x, box.x + box.width - size.width])
      found.push(at(left, box.y - size.height - gap, false), at(left, box.y + box.height + gap, false));
    found.push(at(box.x - size.width - gap - 2, y, false), at(box.x + box.width + gap + 2, y, false));
  }
  return found;
}

function leader(box: Box, place: Box): string {
  const near = (from: number, low: number, high: number) => Math.min(Math.max(from, low), high);
  const [x, y] = [place.x + place.width / 2, place.y + place.height / 2];
  const [toX, toY] = [near(x, box.x, box.x + box.width), near(y, box.y, box.y + box.height)];
  return `M${near(toX, place.x, place.x + place.width)} ${near(toY, place.y, place.y + place.height)}L${toX} ${toY}`;
}

const contains = (outer: Box, inner: Box): boolean =>
  inner.x >= outer.x - 0.5 &&
  inner.y >= outer.y - 0.5 &&
  inner.x + inner.width <= outer.x + outer.width + 0.5 &&
  inner.y + inner.height <= outer.y + outer.height + 0.5;
export const overlaps = (one: Box, other: Box): boolean =>
  one.x < other.x + other.width &&
  other.x < one.x + one.width &&
  one.y < other.y + other.height &&
  other.y < one.y + one.height;
export function touches({ x, y, r }: Spot, box: Box): boolean {
  const [dx, dy] = [
    Math.max(box.x - x, 0, x - box.x - box.width),
    Math.max(box.y - y, 0, y - box.y - box.height),
  ];
  return dx * dx + dy * dy < r * r;
}
