import type * as z from 'zod';
import { keepable, fullStop } from '../units/index.js';
import type { Reading } from './reading.js';

/** Reads JSON text against a schema. `at` is a line for broken JSON, else the path of the fault. */
export function readJsonDocument<T>(text: string, schema: z.ZodType<T>, what: string): Reading<T> {
  const parsed = parseJson(text, what);
  return parsed.ok ? checkDocument(parsed.value, schema, what) : parsed;
}

/**
 * The text as a JSON value, without characters that cannot be kept; `what` names what it should have been.
 */
export function parseJson(text: string, what: string): Reading<unknown> {
  try {
    return { ok: true, value: keepable(JSON.parse(text.replace(/^\uFEFF/, '')) as unknown) };
  } catch (error) {
    return {
      ok: false,
      problem: `This is not a ${what}: the text is not whole JSON.`,
      at: `line ${lineOfSyntaxError(text, error)}`,
    };
  }
}

/** A parsed value against a schema. */
export function checkDocument<T>(value: unknown, schema: z.ZodType<T>, what: string): Reading<T> {
  const read = parseSafely(schema, value);
  if (read === null)
    return { ok: false, problem: `This is not a ${what}: it is nested too deep.`, at: 'the whole document' };
  if (read.success) return { ok: true, value: read.data };
  const issue = read.error.issues[0]!;
  const at = issue.path.join('.') || 'the whole document';
  return {
    ok: false,
    problem: `This is not a ${what} that can be used: at ${at}, ${fullStop(issue.message)}`,
    at,
  };
}

/** Null where the document is nested deeper than the stack: a hostile file, since no real one comes near. */
function parseSafely<T>(schema: z.ZodType<T>, value: unknown): z.ZodSafeParseResult<T> | null {
  try {
    return schema.safeParse(value);
  } catch (error) {
    if (error instanceof RangeError) return null;
    throw error;
  }
}

function lineOfSyntaxError(text: string, error: unknown): number {
  const position = /position (\d+)/.exec(String(error))?.[1];
  const before = position === undefined ? text : text.slice(0, Number(position));
  return before.split('\n').length;
}
