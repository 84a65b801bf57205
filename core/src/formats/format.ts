import type { FileContent } from './content.js';
import type { ReadDocument } from './document.js';
import type { Reading } from './reading.js';

/** All that is known of a format: its file says it, and the list in `registry.ts` names it. */
export interface Format {
  readonly id: string;
  /** As a person knows it: what is read here. */
  readonly say: string;
  /**
   * Whether a file is meant to be one, by its content alone. Two formats never both say so: the first in the
   * list is taken.
   */
  readonly sniff: (file: FileContent) => boolean;
  readonly read: (file: FileContent) => Reading<ReadDocument>;
}

/** What was read, made into something else; what was not stays a fault. */
export const mapReading = <T, U>(reading: Reading<T>, make: (value: T) => U): Reading<U> =>
  reading.ok ? { ok: true, value: make(reading.value) } : reading;

/** The text of a file, read by a reader of text. */
export const ofText = <T>(file: FileContent, read: (text: string) => Reading<T>): Reading<T> =>
  file.text.ok ? read(file.text.value) : file.text;

/** The JSON of a file, read by a reader of values. */
export function ofJson<T>(file: FileContent, what: string, read: (value: unknown) => Reading<T>): Reading<T> {
  const parsed = file.json(what);
  return parsed.ok ? read(parsed.value) : parsed;
}
