import { DriveSchema, PartSchema, type Drive, type Part } from '../../hardware/index.js';
import { fullStop } from '../../units/index.js';

/**
 * The shelf as rows of text, the way a spreadsheet holds it. `item` is `drive` or `part`; columns beyond the
 * first ones are fields of the document, nested ones with a dot (`link.protocol`, `topHeight.mm`). An empty
 * cell is left out.
 */
type Row = Readonly<Record<string, string>>;

interface BadRow {
  /** Line of the file, the heading being line 1. */
  readonly line: number;
  readonly reason: string;
}

export interface ReadTable {
  readonly drives: Drive[];
  readonly parts: Part[];
  readonly bad: BadRow[];
}

/** Columns every row has; the rest depend on what it is. */
const FIRST_COLUMNS = ['item', 'id', 'maker', 'name', 'priceMinor', 'drawer', 'inStock', 'leadDays'] as const;

/**
 * Reads rows into documents. A bad row is listed with its line and reason; the good ones are read all the
 * same.
 */
export function readTable(rows: readonly Row[]): ReadTable {
  const read: ReadTable = { drives: [], parts: [], bad: [] };
  const seen = new Map<string, number>();
  rows.forEach((row, at) => {
    const line = at + 2;
    const bad = (reason: string) => void read.bad.push({ line, reason });
    const item = (row['item'] ?? '').trim().toLowerCase();
    if (item !== 'drive' && item !== 'part') return bad("The column 'item' has to say drive or part.");
    const document = documentOf(row);
    const parsed = item === 'drive' ? DriveSchema.safeParse(document) : PartSchema.safeParse(document);
    if (!parsed.success) {
      const issue = parsed.error.issues[0]!;
      return bad(
        `${issue.path.join('.') || (item === 'drive' ? 'family' : 'kind')}: ${fullStop(issue.message)}`,
      );
    }
    const key = `${item} ${parsed.data.id}`;
    const before = seen.get(key);
    if (before !== undefined) return bad(`The id '${parsed.data.id}' stands in line ${before} already.`);
    seen.set(key, line);
    if (item === 'drive') read.drives.push(parsed.data as Drive);
    else read.parts.push(parsed.data as Part);
  });
  return read;
}

/** Documents as rows, with every column any of them needs, in a steady order. */
export function writeTable(
  drives: readonly Drive[],
  parts: readonly Part[],
): { columns: string[]; rows: Row[] } {
  const rows = [...drives.map((drive) => rowOf('drive', drive)), ...parts.map((part) => rowOf('part', part))];
  const others = [...new Set(rows.flatMap((row) => Object.keys(row)))].filter(
    (column) => !FIRST_COLUMNS.some((first) => first === column),
  );
  return { columns: [...FIRST_COLUMNS, ...others.sort()], rows };
}

const rowOf = (item: 'drive' | 'part', document: object): Row => ({
  item,
  ...Object.fromEntries(flat(document, '')),
});

function flat(value: object, under: string): [string, string][] {
  return Object.entries(value).flatMap(([key, inner]): [string, string][] => {
    const column = under + key;
    if (inner === null || inner === '' || (Array.isArray(inner) && inner.length === 0)) return [];
    if (Array.isArray(inner))
      return [
        [column, inner.every((one) => typeof one === 'string') ? inner.join(' ') : JSON.stringify(inner)],
      ];
    if (typeof inner === 'object') return flat(inner as object, `${column}.`);
    return [[column, String(inner)]];
  });
}

/** Columns that hold several words. */
const LISTS: ReadonlySet<string> = new Set(['jumpers', 'forModels']);
/** Fields that have to be there even where nothing is known. */
const KNOWN_AS_UNKNOWN: Readonly<Record<string, readonly string[]>> = {
  m2: ['readBytesPerSecond', 'topHeight', 'bottomHeight'],
  msata: ['readBytesPerSecond', 'topHeight', 'bottomHeight'],
  '2.5-inch': ['readBytesPerSecond'],
  '3.5-inch': ['readBytesPerSecond'],
  '1.8-inch': ['readBytesPerSecond'],
};

function documentOf(row: Row): Record<string, unknown> {
  const document: Record<string, unknown> = {};
  for (const [column, cell] of Object.entries(row)) {
    const text = cell.trim();
    if (column === 'item' || text === '') continue;
    put(document, column.split('.'), valueOf(column, text));
  }
  for (const field of KNOWN_AS_UNKNOWN[String(document['family'])] ?? []) document[field] ??= null;
  return document;
}

function put(into: Record<string, unknown>, [first, ...rest]: string[], value: unknown): void {
  // A heading from a stranger's file must not reach what every object inherits.
  if (!first || first === '__proto__' || first === 'constructor' || first === 'prototype') return;
  if (rest.length === 0) into[first] = value;
  else {
    const inner = into[first];
    const next = typeof inner === 'object' && inner !== null ? (inner as Record<string, unknown>) : {};
    into[first] = next;
    put(next, rest, value);
  }
}

/** Columns whose text stays text even when it looks like a number. */
const TEXT: ReadonlySet<string> = new Set([
  'id',
  'maker',
  'name',
  'drawer',
  'source',
  'sectors',
  'deviceId',
  'connector',
  'wireOrder',
  'size',
]);

function valueOf(column: string, text: string): unknown {
  if (LISTS.has(column)) return text.split(/\s+/);
  if (text.startsWith('[')) {
    try {
      return JSON.parse(text) as unknown;
    } catch {
      return text;
    }
  }
  if (TEXT.has(column)) return text;
  if (text === 'true' || text === 'false') return text === 'true';
  // A decimal comma, as spreadsheets of half the world write it.
  const number = Number(/^-?\d+,\d+$/.test(text) ? text.replace(',', '.') : text);
  return Number.isFinite(number) ? number : text;
}
