import { sure } from './sure.js';
/**
 * Control characters but tab and line breaks (Unicode category Cc), and halves of surrogate pairs: nothing
 * that can be kept or shown.
 */
const UNKEEPABLE = /[^\P{Cc}\t\n\r]|\p{Surrogate}/u;
const ALL_UNKEEPABLE = new RegExp(UNKEEPABLE.source, 'gu');

interface Unkeepable {
  /** Where in the value, as `findings.0.words`; empty: the value itself. */
  readonly path: string;
  /** As `U+0000`. */
  readonly character: string;
}

/**
 * The first text in a value (of any depth) that holds a character which cannot be kept; null: all of it can.
 */
export function findUnkeepable(value: unknown, path = ''): Unkeepable | null {
  if (typeof value === 'string') {
    const found = UNKEEPABLE.exec(value)?.[0];
    return found === undefined ? null : { path, character: sayCharacter(found) };
  }
  if (value === null || typeof value !== 'object' || ArrayBuffer.isView(value)) return null;
  for (const [key, one] of Object.entries(value)) {
    const inner = path === '' ? key : `${path}.${key}`;
    const found = UNKEEPABLE.test(key)
      ? { path, character: sayCharacter(sure(UNKEEPABLE.exec(key))[0]) }
      : findUnkeepable(one, inner);
    if (found) return found;
  }
  return null;
}

/** What somebody is told who sent such a text. */
export const sayUnkeepable = ({ character }: Unkeepable): string =>
  `There is a character in it that cannot be kept (${character}), as a scanner or a paste may leave it. Type that anew.`;

/**
 * A value as it can be kept: such characters are left out of its texts, at any depth. For readers of files:
 * drives pad their serials with zeros.
 */
export function keepable<T>(value: T): T {
  if (findUnkeepable(value) === null) return value;
  return cleaned(value) as T;
}

function cleaned(value: unknown): unknown {
  if (typeof value === 'string') return value.replace(ALL_UNKEEPABLE, '');
  if (value === null || typeof value !== 'object' || ArrayBuffer.isView(value)) return value;
  if (Array.isArray(value)) return value.map(cleaned);
  return Object.fromEntries(
    Object.entries(value).map(([key, one]) => [key.replace(ALL_UNKEEPABLE, ''), cleaned(one)]),
  );
}

/** At most so many code units, and never half a character. */
export function cut(text: string, most: number): string {
  if (text.length <= most) return text;
  const last = text.charCodeAt(most - 1);
  return text.slice(0, last >= 0xd800 && last <= 0xdbff ? most - 1 : most);
}

const sayCharacter = (character: string): string =>
  `U+${character.charCodeAt(0).toString(16).toUpperCase().padStart(4, '0')}`;
