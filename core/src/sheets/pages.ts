import { sure } from '../units/index.js';
import { PAPERS, type Paper, type Sheet, type Stroke } from './sheet.js';
import { wrap, type Typeface } from './typeface.js';

const MARGIN = 15;
const LEADING = 1.5;

/** Words to be printed: cells side by side, each broken into lines within its own width. */
export interface Printed {
  readonly cells: readonly { readonly text: string; readonly atMm: number }[];
  /** Height of the letters, mm. */
  readonly size: number;
  /** A heading: strong, and kept with what follows, so that it does not end a page. */
  readonly keep: boolean;
  /** A line above it. */
  readonly ruled?: boolean;
}

/** Photos to be printed, side by side from `atMm` on. */
export interface PrintedPhotos {
  readonly photos: readonly string[];
  readonly atMm: number;
}

/** Frame of a photo, mm: three beside one another in the wide column of a page. */
const PHOTO = { widthMm: 44, heightMm: 33, gapMm: 2 };

interface Row {
  readonly photos: readonly { readonly hash: string; readonly atMm: number }[];
  readonly cells: { text: string; atMm: number }[];
  readonly size: number;
  readonly keep: boolean;
  readonly ruled: boolean;
}

/** Printed pages of words, with a line at the foot of each. */
export function printPages(
  printed: readonly (Printed | PrintedPhotos)[],
  paper: Paper,
  face: Typeface,
  foot: (page: number, of: number) => string,
): Sheet[] {
  const { widthMm, heightMm } = PAPERS[paper];
  const pages = paged(
    printed.flatMap((one) => ('photos' in one ? photoRows(one, widthMm) : rowsOf(one, widthMm, face))),
    widthMm,
    heightMm,
  );
  return pages.map((page, at) => ({
    widthMm,
    heightMm,
    strokes: [
      ...page,
      { kind: 'text', x: MARGIN, y: heightMm - 9, size: 3, text: foot(at + 1, pages.length) },
    ],
  }));
}

/**
 * As many rows as the longest cell needs lines; a row that was broken is kept whole as far as its first two
 * lines.
 */
function rowsOf({ cells, size, keep, ruled = false }: Printed, widthMm: number, face: Typeface): Row[] {
  const broken = cells.map(({ text, atMm }, at) => {
    const end = cells[at + 1]?.atMm ?? widthMm - 2 * MARGIN;
    const roomMm = Math.max(5 * size, end - atMm - (cells[at + 1] ? 2 : 0));
    return { atMm, lines: wrap(text, roomMm, (words) => face.widthMm(words, size, keep)) };
  });
  const most = Math.max(1, ...broken.map((one) => one.lines.length));
  return Array.from({ length: most }, (_, line) => ({
    cells: broken.flatMap(({ atMm, lines }) =>
      lines[line] === undefined ? [] : [{ atMm, text: lines[line] }],
    ),
    photos: [],
    size,
    keep,
    ruled: ruled && line === 0,
  }));
}

/** As many photos to a row as the page is wide. */
function photoRows({ photos, atMm }: PrintedPhotos, widthMm: number): Row[] {
  const step = PHOTO.widthMm + PHOTO.gapMm;
  const most = Math.max(1, Math.floor((widthMm - 2 * MARGIN - atMm + PHOTO.gapMm) / step));
  const rows: Row[] = [];
  for (let from = 0; from < photos.length; from += most)
    rows.push({
      cells: [],
      photos: photos.slice(from, from + most).map((hash, at) => ({ hash, atMm: atMm + at * step })),
      size: (PHOTO.heightMm + 2 * PHOTO.gapMm) / LEADING,
      keep: false,
      ruled: false,
    });
  return rows;
}

function paged(rows: readonly Row[], widthMm: number, heightMm: number): Stroke[][] {
  const pages: Stroke[][] = [[]];
  let y = MARGIN;
  rows.forEach((row, at) => {
    const space = row.keep ? row.size * 0.8 : 0;
    // Headings stay with what they head, however many follow one another.
    let needed = row.size * LEADING + space;
    for (let next = at; rows[next]?.keep && rows[next + 1]; next++)
      needed += sure(rows[next + 1]).size * (LEADING + (sure(rows[next + 1]).keep ? 0.8 : 0));
    if (y + needed > heightMm - MARGIN - 4 && sure(pages.at(-1)).length > 0) {
      pages.push([]);
      y = MARGIN;
    }
    const page = sure(pages.at(-1));
    y += row.size * LEADING + (page.length > 0 ? space : 0) + (row.ruled ? 1.2 : 0);
    if (row.ruled)
      page.push({
        kind: 'line',
        x1: MARGIN,
        y1: y - row.size * 1.2,
        x2: widthMm - MARGIN,
        y2: y - row.size * 1.2,
      });
    for (const { hash, atMm } of row.photos)
      page.push({
        kind: 'photo',
        x: MARGIN + atMm,
        y: y - PHOTO.heightMm - PHOTO.gapMm,
        width: PHOTO.widthMm,
        height: PHOTO.heightMm,
        hash,
      });
    for (const { text, atMm } of row.cells)
      page.push({
        kind: 'text',
        x: MARGIN + atMm,
        y,
        size: row.size,
        text,
        ...(row.keep ? { strong: true } : {}),
      });
  });
  return pages;
}
