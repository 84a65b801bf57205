import { readTable, writeTable, type ReadTable } from '@petrichor/core/formats';
import type { Drive, Part } from '@petrichor/core/hardware';
import Papa from 'papaparse';

/**
 * A CSV text (RFC 4180, comma or semicolon) as documents; what the reader of CSV itself stumbles over is a
 * bad row, too.
 */
export function readCsv(text: string): ReadTable {
  const { data, errors } = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
    delimitersToGuess: [',', ';', '\t'],
  });
  const broken = errors.flatMap((error) =>
    error.row === undefined ? [] : [{ line: error.row + 2, reason: error.message }],
  );
  const lines = new Set(broken.map((one) => one.line));
  // A broken row is listed once, for what is wrong with it as text; its line stays counted.
  const read = readTable(data.map((row, at) => (lines.has(at + 2) ? { item: 'part' } : plain(row))));
  const bad = [...broken, ...read.bad.filter((one) => !lines.has(one.line))].sort((a, b) => a.line - b.line);
  return { ...read, bad };
}

/** The whole shelf as CSV; it reads back as what it was. */
export function writeCsv(drives: readonly Drive[], parts: readonly Part[]): string {
  const { columns, rows } = writeTable(drives, parts);
  // Cells that a spreadsheet would run as a formula are written as text.
  return Papa.unparse(
    { fields: columns, data: rows.map((row) => columns.map((column) => row[column] ?? '')) },
    { escapeFormulae: FORMULA, newline: '\r\n' },
  );
}

/** What a spreadsheet would run; the library's own pattern misses a cell that has a line break further on. */
const FORMULA = /^[=+\-@\t\r]/;

const plain = (row: Record<string, string>): Record<string, string> =>
  Object.fromEntries(
    Object.entries(row).map(([column, cell]) => [column.trim(), (cell ?? '').replace(/^'(?=[=+\-@])/, '')]),
  );
