import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { readJsonDocument } from '@petrichor/core/formats';
import { planWay, PlanInputSchema } from '@petrichor/core/teardown';
import { Fault } from '../fault.js';

/** `plan FILE`: which operations to do and in which order, at the least cost; JSON on stdout. */
export function plan(args: readonly string[]): void {
  const [file] = args;
  if (!file) throw new Fault('Say which file: ./petrichor plan FILE', 2);
  let text: string;
  try {
    text = readFileSync(resolve(process.env['PETRICHOR_CWD'] ?? '.', file), 'utf8');
  } catch (error) {
    throw new Fault(
      `${file} cannot be read: ${(error as NodeJS.ErrnoException).code === 'ENOENT' ? 'there is no such file' : (error as Error).message}.`,
      2,
    );
  }
  const read = readJsonDocument(text, PlanInputSchema, 'question for the planner');
  if (!read.ok) throw new Fault(`${read.problem} (${file}, ${read.at})`, 2);
  const planned = planWay(read.value);
  if (!planned.ok) throw new Fault(planned.problem, 2);
  const { ok: _, ...answer } = planned;
  console.log(JSON.stringify(answer, null, 2));
}
