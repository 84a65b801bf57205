import { BLOCK_STATES, type RescueMap, type RESCUE_STATUS } from '../../hardware/index.js';
import type { Reading } from '../reading.js';

const STATE_OF: Readonly<Record<string, number>> = {
  '?': BLOCK_STATES.indexOf('non-tried'),
  '*': BLOCK_STATES.indexOf('non-trimmed'),
  '/': BLOCK_STATES.indexOf('non-scraped'),
  '-': BLOCK_STATES.indexOf('bad'),
  '+': BLOCK_STATES.indexOf('rescued'),
};
const STATE_BY_CODE = Int8Array.from({ length: 128 }, (_, code) => STATE_OF[String.fromCharCode(code)] ?? -1);
const STATUS_OF: Readonly<Record<string, (typeof RESCUE_STATUS)[number]>> = {
  '?': 'copying',
  '*': 'trimming',
  '/': 'scraping',
  '-': 'retrying',
  F: 'filling',
  G: 'generating',
  '+': 'finished',
};
const [NEWLINE, SPACE, TAB, RETURN, HASH, ZERO, X] = [10, 32, 9, 13, 35, 48, 120];
/** Comments before the first line fit into this. */
const HEAD_BYTES = 16_000;
const MOST_BYTES = 512 * 1024 * 1024;

/** Does it begin like a rescue map: comments, then a position and a status? */
export function looksLikeRescueMap(bytes: Uint8Array): boolean {
  const start = String.fromCharCode(...bytes.subarray(0, HEAD_BYTES));
  // Line by line, each in one way only: a pattern over several lines takes exponential time on blank ones.
  const first = start.split('\n').find((line) => !/^\s*(?:#|$)/.test(line));
  return first !== undefined && /^\s*(?:0x[0-9a-f]+|\d+)\s+[?*/\-FG+](?:\s+\d+)?\s*(?:#|$)/i.test(first);
}

/**
 * Reads a map of GNU ddrescue (its manual, 'Mapfile structure'): comments, a line with position and status,
 * then blocks that touch each other, each with position, size and state. Straight from bytes: maps have a
 * million lines.
 */
export function readRescueMap(bytes: Uint8Array): Reading<RescueMap> {
  if (bytes.length > MOST_BYTES)
    return {
      ok: false,
      problem: `The map has ${Math.round(bytes.length / 1e6)} MB; 512 MB is the most that is read.`,
      at: `byte ${MOST_BYTES}`,
    };
  const reader = new Lines(bytes);
  const fault = (problem: string): Reading<RescueMap> => ({ ok: false, problem, at: `line ${reader.line}` });
  if (!reader.next()) return fault('This rescue map is empty: it has no line with its position and status.');
  const currentPosition = reader.number();
  const status = STATUS_OF[String.fromCharCode(reader.sign())];
  if (currentPosition === null || status === undefined)
    return fault('The first line of a rescue map says its position and its status.');
  const pass = reader.atEnd() ? 1 : reader.number();
  if (pass === null || !reader.atEnd()) return fault('The pass after position and status is not a number.');
  const blocks = readBlocks(reader, Math.max(16, Math.ceil(bytes.length / 24)));
  if (typeof blocks === 'string') return fault(blocks);
  return { ok: true, value: { ...blocks, currentPosition, status, pass } };
}

/** The blocks, or what is wrong with the line that is being read. */
function readBlocks(
  reader: Lines,
  expected: number,
): Pick<RescueMap, 'starts' | 'sizes' | 'states'> | string {
  let room = expected;
  let starts = new Float64Array(room);
  let sizes = new Float64Array(room);
  let states = new Uint8Array(room);
  let used = 0;
  while (reader.next()) {
    const start = reader.number();
    const size = reader.number();
    const state = STATE_BY_CODE[reader.sign()] ?? -1;
    if (start === null || size === null || !reader.atEnd())
      return 'A line of a rescue map has a position, a size and a state.';
    if (state < 0) return 'This state is not one of ? * / - and +.';
    const end = start + size;
    if (size === 0) return 'This block has no size.';
    if (!Number.isSafeInteger(end)) return 'This block ends beyond what any drive holds.';
    if (used > 0 && starts[used - 1]! + sizes[used - 1]! !== start)
      return 'This block does not begin where the one before it ends.';
    if (used === room) {
      room *= 2;
      starts = copiedInto(starts, new Float64Array(room));
      sizes = copiedInto(sizes, new Float64Array(room));
      states = copiedInto(states, new Uint8Array(room));
    }
    starts[used] = start;
    sizes[used] = size;
    states[used++] = state;
  }
  if (used === 0) return 'This rescue map has no block: nothing was mapped.';
  return {
    starts: starts.subarray(0, used),
    sizes: sizes.subarray(0, used),
    states: states.subarray(0, used),
  };
}

function copiedInto<T extends Float64Array | Uint8Array>(from: T, to: T): T {
  to.set(from);
  return to;
}

/** Walks lines and the fields in them, over bytes. */
class Lines {
  line = 0;
  private at = 0;
  private lineEnd = -1;

  constructor(private readonly bytes: Uint8Array) {}

  /** To the next line that says something; false at the end. */
  next(): boolean {
    const { bytes } = this;
    this.at = this.lineEnd + 1;
    while (this.at < bytes.length) {
      this.line++;
      const end = bytes.indexOf(NEWLINE, this.at);
      this.lineEnd = end < 0 ? bytes.length : end;
      this.skip();
      if (!this.atEnd()) return true;
      this.at = this.lineEnd + 1;
    }
    return false;
  }

  /** A number of 0x digits, of 0 and octal digits, or decimal; null where none stands. */
  number(): number | null {
    const { bytes, lineEnd } = this;
    this.skip();
    let base = 10;
    let digits = 0;
    if (bytes[this.at] === ZERO && this.at + 1 < lineEnd) {
      if ((bytes[this.at + 1]! | 0x20) === X) {
        base = 16;
        this.at += 2;
      } else {
        base = 8;
      }
    }
    let value = 0;
    for (; this.at < lineEnd; this.at++) {
      const digit = DIGIT[bytes[this.at]!]!;
      if (digit >= base) break;
      value = value * base + digit;
      digits++;
    }
    if (digits === 0 || (this.at < lineEnd && !isBlank(bytes[this.at]!))) return null;
    return Number.isSafeInteger(value) ? value : null;
  }

  /** One sign; 0 where the line has ended. */
  sign(): number {
    this.skip();
    if (this.atEnd()) return 0;
    const sign = this.bytes[this.at++]!;
    return this.at < this.lineEnd && !isBlank(this.bytes[this.at]!) ? 0 : sign;
  }

  /** Nothing more on this line but a comment. */
  atEnd(): boolean {
    this.skip();
    return this.at >= this.lineEnd || this.bytes[this.at] === HASH;
  }

  private skip(): void {
    while (this.at < this.lineEnd && isBlank(this.bytes[this.at]!)) this.at++;
  }
}

const isBlank = (byte: number): boolean => byte === SPACE || byte === TAB || byte === RETURN;
const DIGIT = Uint8Array.from({ length: 256 }, (_, code) => {
  const value = Number.parseInt(String.fromCharCode(code), 16);
  return Number.isNaN(value) ? 255 : value;
});
