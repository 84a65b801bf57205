import { parseJson } from './json-document.js';
import type { Reading } from './reading.js';
import { readText } from './text.js';

/** A file as its formats look at it: bytes, and what they are as text and as JSON, each found out once. */
export class FileContent {
  readonly text: Reading<string>;
  /** The text without what may stand before it; empty where it is none. */
  readonly start: string;
  private parsed: Reading<unknown> | null = null;

  constructor(readonly bytes: Uint8Array) {
    this.text = readText(bytes);
    this.start = this.text.ok ? this.text.value.replace(/^\uFEFF/, '').trimStart() : '';
  }

  /** By the word in its `format` field: a document of Petrichor's own, whole or not. */
  isOwn(format: string): boolean {
    if (!this.start.startsWith('{')) return false;
    return /"format"\s*:\s*"([a-z0-9-]{1,60})"/.exec(this.start.slice(0, 2000))?.[1] === format;
  }

  /**
   * By a field that only it has at the top; where the JSON is broken, by its name anywhere, so that the fault
   * is told.
   */
  hasField(field: string): boolean {
    if (!this.start.startsWith('{') || !this.start.includes(`"${field}"`)) return false;
    const { ok, ...parsed } = this.json('document');
    return !ok || Object.hasOwn((parsed as { value: object }).value, field);
  }

  /** The text as JSON; `what` names what it should have been. */
  json(what: string): Reading<unknown> {
    if (!this.text.ok) return this.text;
    if (this.parsed?.ok) return this.parsed;
    return (this.parsed = parseJson(this.text.value, what));
  }
}
