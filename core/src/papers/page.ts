import type { Paper, Printed, PrintedPhotos, Sheet, Typeface } from '../sheets/index.js';
import { printPages } from '../sheets/index.js';

/** A page to be handed to somebody: the same words on the screen, on paper and in a PDF. */
export interface Page {
  readonly title: string;
  readonly rows: readonly PageRow[];
  readonly tables: readonly PageTable[];
  /** Cautions and care, at the end. */
  readonly notes: readonly string[];
  /** Who signs, left and right. */
  readonly signs: readonly [string, string];
}
interface PageRow {
  readonly term: string;
  readonly lines: readonly string[];
  /** Photos that belong to it, by hash. */
  readonly photos: readonly string[];
}
export interface PageTable {
  readonly caption: string;
  readonly head: readonly string[];
  readonly rows: readonly (readonly string[])[];
}

export const row = (term: string, ...lines: (string | null | false)[]): PageRow[] => {
  const said = lines.filter((line): line is string => typeof line === 'string' && line !== '');
  return said.length === 0 ? [] : [{ term, lines: said, photos: [] }];
};

const TERM_MM = 42;

/** The page as sheets of paper. */
export function pageSheets(
  page: Page,
  head: { readonly workshop: string; readonly number: number; readonly day: string },
  paper: Paper,
  face: Typeface,
): Sheet[] {
  const printed: (Printed | PrintedPhotos)[] = [
    {
      cells: [
        { text: head.workshop, atMm: 0 },
        { text: `${head.number} · ${head.day}`, atMm: 130 },
      ],
      size: 3.5,
      keep: true,
    },
    { cells: [{ text: page.title, atMm: 0 }], size: 6, keep: true },
  ];
  for (const { term, lines, photos } of page.rows) {
    lines.forEach((line, at) =>
      printed.push({
        cells: [
          { text: at === 0 ? term : '', atMm: 0 },
          { text: line, atMm: TERM_MM },
        ],
        size: 3.5,
        keep: false,
        ruled: at === 0,
      }),
    );
    if (photos.length > 0) printed.push({ photos, atMm: TERM_MM });
  }
  for (const { caption, head: names, rows } of page.tables) {
    printed.push({ cells: [{ text: caption, atMm: 0 }], size: 4.4, keep: true });
    const wide = (180 - 60) / Math.max(1, names.length - 1);
    const cells = (texts: readonly string[]) =>
      texts.map((text, at) => ({ text, atMm: at === 0 ? 0 : 60 + (at - 1) * wide }));
    printed.push({ cells: cells(names), size: 3, keep: true });
    for (const one of rows) printed.push({ cells: cells(one), size: 3.5, keep: false, ruled: true });
  }
  for (const note of page.notes) printed.push({ cells: [{ text: note, atMm: 0 }], size: 3.2, keep: false });
  printed.push({ cells: [{ text: '', atMm: 0 }], size: 6, keep: true });
  printed.push({
    cells: page.signs.map((text, at) => ({ text, atMm: at * 95 })),
    size: 3.5,
    keep: false,
    ruled: true,
  });
  return printPages(
    printed,
    paper,
    face,
    (at, of) => `${head.workshop}, job ${head.number}, page ${at} of ${of}`,
  );
}
