import type * as z from 'zod';
import type { Reading } from './reading.js';

/** Reads JSON text against a schema. `at` is a line for broken JSON, else the path of the fault. */
export function readJsonDocument<T>(text: string, schema: z.ZodType<T>, what: string): Reading<T> {
  let parsed: unknown;
  try {
    parsed = JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch (error) {
    return { ok: false, problem: `This is not a ${what}: the text is not whole JSON.`, at: `line ${lineOfSyntaxError(text, error)}` };
  }
  const read = schema.safeParse(parsed);
  if (read.success) return { ok: true, value: read.data };
  const issue = read.error.issues[0]!;
  const at = issue.path.join('.') || 'the whole document';
  return { ok: false, problem: `This is not a ${what} that can be used: at ${at}, ${issue.message}.`, at };
}

function lineOfSyntaxError(text: string, error: unknown): number {
  const position = /position (\d+)/.exec(String(error))?.[1];
  const before = position === undefined ? text : text.slice(0, Number(position));
  return before.split('\n').length;
}
