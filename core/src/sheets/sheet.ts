/** A mark of a sheet in mm from its upper left corner: what both an SVG and a PDF are made from. */
export type Stroke =
  | {
      readonly kind: 'line';
      readonly x1: number;
      readonly y1: number;
      readonly x2: number;
      readonly y2: number;
    }
  | {
      readonly kind: 'circle';
      readonly x: number;
      readonly y: number;
      readonly radius: number;
      readonly dashed: boolean;
    }
  | {
      readonly kind: 'rect';
      readonly x: number;
      readonly y: number;
      readonly width: number;
      readonly height: number;
    }
  /** Filled black: the modules of a printed code. */
  | {
      readonly kind: 'fill';
      readonly x: number;
      readonly y: number;
      readonly width: number;
      readonly height: number;
    }
  /** A photo by its hash, whole within this frame; who draws the sheet fetches it. */
  | {
      readonly kind: 'photo';
      readonly x: number;
      readonly y: number;
      readonly width: number;
      readonly height: number;
      readonly hash: string;
    }
  /** One line of words, from its left end on its base line. */
  | {
      readonly kind: 'text';
      readonly x: number;
      readonly y: number;
      readonly size: number;
      readonly text: string;
      readonly strong?: boolean;
    };

/** A sheet of paper, drawn 1:1. */
export interface Sheet {
  readonly widthMm: number;
  readonly heightMm: number;
  readonly strokes: readonly Stroke[];
}

/** Sheets one prints on here, upright, mm (ISO 216 A4; ANSI letter 8.5 x 11 in). */
export const PAPERS = {
  A4: { widthMm: 210, heightMm: 297 },
  Letter: { widthMm: 215.9, heightMm: 279.4 },
} as const;
export type Paper = keyof typeof PAPERS;

/**
 * A ruler of 100 mm with a tick every 10 mm, its right end named: laid against a steel rule it checks the
 * print.
 */
export function ruler(x: number, y: number): Stroke[] {
  const ticks = Array.from({ length: 11 }, (_, at): Stroke => ({
    kind: 'line',
    x1: x + at * 10,
    y1: y - 3,
    x2: x + at * 10,
    y2: y,
  }));
  return [
    { kind: 'line', x1: x, y1: y, x2: x + 100, y2: y },
    ...ticks,
    { kind: 'text', x: x + 103, y, size: 3.2, text: '100 mm' },
  ];
}

/** A box in mm. */
export interface Box {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** The part of a line inside a box, or null (Liang and Barsky's method). */
export function clipLine(
  line: Extract<Stroke, { kind: 'line' }>,
  { left, top, right, bottom }: Box,
): Extract<Stroke, { kind: 'line' }> | null {
  const [dx, dy] = [line.x2 - line.x1, line.y2 - line.y1];
  let [from, to] = [0, 1];
  for (const [towards, room] of [
    [-dx, line.x1 - left],
    [dx, right - line.x1],
    [-dy, line.y1 - top],
    [dy, bottom - line.y1],
  ] as const) {
    if (towards === 0) {
      if (room < 0) return null;
    } else if (towards < 0) from = Math.max(from, room / towards);
    else to = Math.min(to, room / towards);
  }
  if (from > to) return null;
  return {
    kind: 'line',
    x1: line.x1 + from * dx,
    y1: line.y1 + from * dy,
    x2: line.x1 + to * dx,
    y2: line.y1 + to * dy,
  };
}
