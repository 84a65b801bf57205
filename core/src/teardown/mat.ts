import { machineOutlineOf, SAY_SIDE, sayScrew, type Guide, type Side } from '../hardware/index.js';
import { clipLine, PAPERS, ruler, type Box, type Paper, type Sheet, type Stroke } from '../sheets/index.js';
import { isTaking, type WayStep } from './way-step.js';

const MARGIN = 12;
/** Below the drawing: the ruler and which sheet this is. */
const FOOT = 16;
/** What neighbouring sheets show both, mm: cut one along the marks and lay it over the other. */
const OVERLAP = 12;
/** Corners of a polygon that a round landmark is drawn as. */
const ROUND = 48;

/** One group of screws of the mat: an operation's screws of one kind. */
interface MatGroup {
  readonly name: string;
  readonly title: string;
  readonly say: string;
  readonly count: number;
  readonly captive: boolean;
  readonly side: Side;
}

interface Mat {
  readonly groups: MatGroup[];
  /** The list first, then for each side of the machine its map, 1:1, row by row. */
  readonly sheets: Sheet[];
}

/**
 * The screw places of a way at 1:1, tiled over sheets: a screw that comes out is laid on its place. Each
 * sheet carries its place in the whole, marks where it meets its neighbours, and a ruler to check the print.
 */
export function drawMat(guide: Guide, steps: readonly WayStep[], title: string, paper: Paper): Mat {
  const placed = steps
    .filter((step) => step.leg === 'in' && isTaking(step))
    .flatMap((step) => step.moves.flatMap((thing) => (thing.kind === 'screw' ? [{ step, thing }] : [])))
    .map((one, at) => ({ ...one, name: letter(at), side: one.step.side ?? guide.startSide }));
  const groups = placed.map(({ step, thing, name, side }): MatGroup => ({
    name,
    title: step.title,
    say: sayScrew(thing.screw),
    count: thing.holes.length,
    captive: thing.captive,
    side,
  }));
  const sides = [...new Set(placed.map((one) => one.side))];
  const maps = sides.flatMap((side) => {
    const outline = machineOutlineOf(guide, side);
    const places = placed
      .filter((one) => one.side === side)
      .flatMap(({ thing, name }) =>
        thing.holes.map((hole, at) => ({
          x: hole.xMm,
          y: hole.yMm,
          name: `${name}${at + 1}`,
          radius: (thing.screw.headDiameterMm ?? 4) / 2 + 1.5,
          captive: thing.captive,
        })),
      );
    return tiles(outline, places, `${title}, seen ${SAY_SIDE[side]}`, paper);
  });
  return { groups, sheets: [listSheet(groups, title, paper), ...maps] };
}

/** A, B, … Z, AA, AB, … */
function letter(at: number): string {
  const own = String.fromCharCode(65 + (at % 26));
  return at < 26 ? own : letter(Math.floor(at / 26) - 1) + own;
}

interface Place {
  readonly x: number;
  readonly y: number;
  readonly name: string;
  readonly radius: number;
  readonly captive: boolean;
}

function tiles(
  outline: ReturnType<typeof machineOutlineOf>,
  places: readonly Place[],
  title: string,
  paper: Paper,
): Sheet[] {
  const upright = layOut(outline, PAPERS[paper].widthMm, PAPERS[paper].heightMm);
  const lying = layOut(outline, PAPERS[paper].heightMm, PAPERS[paper].widthMm);
  const { widthMm, heightMm, columns, rows, roomX, roomY } =
    lying.columns * lying.rows < upright.columns * upright.rows ? lying : upright;
  const sheets: Sheet[] = [];
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++) {
      const left = column * (roomX - OVERLAP);
      const top = row * (roomY - OVERLAP);
      const box: Box = { left, top, right: left + roomX, bottom: top + roomY };
      const here = `row ${row + 1} of ${rows}, sheet ${column + 1} of ${columns}`;
      sheets.push({
        widthMm,
        heightMm,
        strokes: [
          ...moved(
            [...outlineLines(outline, box), ...placeStrokes(places, box)],
            MARGIN - left,
            MARGIN - top,
          ),
          ...joins(column, row, columns, rows, roomX, roomY),
          ...ruler(MARGIN, heightMm - MARGIN),
          text(MARGIN + 125, heightMm - MARGIN - 3, title, 3.2),
          text(MARGIN + 125, heightMm - MARGIN + 1.5, `1:1, ${here}`, 3.2),
        ],
      });
    }
  return sheets;
}

/** How many sheets of this form it takes. */
function layOut(outline: { widthMm: number; heightMm: number }, widthMm: number, heightMm: number) {
  const roomX = widthMm - 2 * MARGIN;
  const roomY = heightMm - 2 * MARGIN - FOOT;
  const count = (length: number, room: number) =>
    1 + Math.max(0, Math.ceil((length - room) / (room - OVERLAP)));
  return {
    widthMm,
    heightMm,
    roomX,
    roomY,
    columns: count(outline.widthMm, roomX),
    rows: count(outline.heightMm, roomY),
  };
}

function outlineLines(
  { widthMm, heightMm, landmarks }: ReturnType<typeof machineOutlineOf>,
  box: Box,
): Stroke[] {
  const corners = (x: number, y: number, width: number, height: number): [number, number][] => [
    [x, y],
    [x + width, y],
    [x + width, y + height],
    [x, y + height],
  ];
  const round = (x: number, y: number, width: number, height: number): [number, number][] =>
    Array.from({ length: ROUND }, (_, at) => {
      const angle = (2 * Math.PI * at) / ROUND;
      return [x + (width / 2) * (1 + Math.cos(angle)), y + (height / 2) * (1 + Math.sin(angle))];
    });
  const shapes = [
    corners(0, 0, widthMm, heightMm),
    ...landmarks.map((mark) =>
      (mark.shape === 'circle' ? round : corners)(mark.xMm, mark.yMm, mark.widthMm, mark.heightMm),
    ),
  ];
  const lines = shapes.flatMap((points) =>
    points.flatMap(([x1, y1], at) => {
      const [x2, y2] = points[(at + 1) % points.length]!;
      return clipLine({ kind: 'line', x1, y1, x2, y2 }, box) ?? [];
    }),
  );
  const names = landmarks.flatMap((mark) => {
    const [x, y] = [mark.xMm + 3, mark.yMm + 6];
    return mark.label !== null && inside(x, y, box) ? [text(x, y, mark.label, 3.2)] : [];
  });
  return [...lines, ...names];
}

/** A place is drawn on every sheet that shows its middle: on the overlap on both. */
const placeStrokes = (places: readonly Place[], box: Box): Stroke[] =>
  places
    .filter((place) => inside(place.x, place.y, box))
    .flatMap((place): Stroke[] => [
      { kind: 'circle', x: place.x, y: place.y, radius: place.radius, dashed: place.captive },
      text(Math.min(place.x + place.radius + 0.8, box.right - 6), place.y + 1, place.name, 3.2),
    ]);

const inside = (x: number, y: number, { left, top, right, bottom }: Box): boolean =>
  x >= left && x <= right && y >= top && y <= bottom;

/** Crosses in the middle of what two sheets share, with the same letter on both. */
function joins(
  column: number,
  row: number,
  columns: number,
  rows: number,
  roomX: number,
  roomY: number,
): Stroke[] {
  const cross = (x: number, y: number, name: string): Stroke[] => [
    { kind: 'line', x1: x - 4, y1: y, x2: x + 4, y2: y },
    { kind: 'line', x1: x, y1: y - 4, x2: x, y2: y + 4 },
    text(x + 1, y - 1, name, 3.2),
  ];
  const strokes: Stroke[] = [];
  // On the line between columns c and c+1 the marks are named by c and the row; so are those between rows.
  for (const at of [0.2, 0.8]) {
    const y = MARGIN + roomY * at;
    const x = MARGIN + roomX * at;
    const part = at < 0.5 ? 'a' : 'b';
    if (column > 0) strokes.push(...cross(MARGIN + OVERLAP / 2, y, `x${column}.${row + 1}${part}`));
    if (column < columns - 1)
      strokes.push(...cross(MARGIN + roomX - OVERLAP / 2, y, `x${column + 1}.${row + 1}${part}`));
    if (row > 0) strokes.push(...cross(x, MARGIN + OVERLAP / 2, `y${column + 1}.${row}${part}`));
    if (row < rows - 1)
      strokes.push(...cross(x, MARGIN + roomY - OVERLAP / 2, `y${column + 1}.${row + 1}${part}`));
  }
  return strokes;
}

function listSheet(groups: readonly MatGroup[], title: string, paper: Paper): Sheet {
  const { widthMm, heightMm } = PAPERS[paper];
  const lines = groups.map(
    ({ name, count, say, title: step, captive }) =>
      `${name}  ${count} × ${say}${captive ? ', stays in the part' : ''}   ${step}`,
  );
  const join = [
    'Print at 100 %, not fitted to the page: the ruler below has to be 100 mm long.',
    'Lay sheets over one another so that crosses with the same name meet, and tape them.',
    'Lay each screw on its place as it comes out. Dashed: the screw stays in its part.',
  ];
  return {
    widthMm,
    heightMm,
    strokes: [
      text(MARGIN, 20, `Screw mat: ${title}`, 5),
      ...join.map((line, at) => text(MARGIN, 29 + 5 * at, line, 3.4)),
      ...lines.map((line, at) => text(MARGIN, 50 + 6 * at, line, 3.6)),
      ...ruler(MARGIN, heightMm - MARGIN),
    ],
  };
}

const text = (x: number, y: number, words: string, size: number): Stroke => ({
  kind: 'text',
  x,
  y,
  size,
  text: words,
});

const moved = (strokes: readonly Stroke[], dx: number, dy: number): Stroke[] =>
  strokes.map((stroke) =>
    stroke.kind === 'line'
      ? { ...stroke, x1: stroke.x1 + dx, y1: stroke.y1 + dy, x2: stroke.x2 + dx, y2: stroke.y2 + dy }
      : { ...stroke, x: stroke.x + dx, y: stroke.y + dy },
  );
