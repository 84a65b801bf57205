import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { readJsonDocument } from '@petrichor/core/formats';
import type { MachineModel } from '@petrichor/core/hardware';
import {
  checkOpening,
  OpeningAnswerSchema,
  oneMore,
  OpeningCaseSchema,
  planOpening,
  type OpeningCase,
} from '@petrichor/core/opening';
import { demoModels } from '@petrichor/demo';
import type * as z from 'zod';
import { Fault } from '../fault.js';

const USE = './petrichor way FILE, or ./petrichor way FILE --check ANSWER';

/**
 * `way FILE`: one opening for a list of changes, as JSON on stdout; every answer was checked.
 * `--check ANSWER`: the checker alone, on an answer of anybody: which rules it breaks.
 */
export function way(args: readonly string[]): void {
  const [file, flag, answerFile, ...more] = args;
  if (!file || more.length > 0 || (flag !== undefined && (flag !== '--check' || !answerFile)))
    throw new Fault(`Use: ${USE}`, 2);
  const asked = documentOf(file, OpeningCaseSchema, 'question for the planner of openings');
  const model = modelOf(asked);
  if (answerFile) return check(asked, model, answerFile);
  const planned = planOpening(asked, model);
  if (!planned.ok) throw new Fault(planned.problem, 2);
  const broken = checkOpening(asked, model, planned);
  if (broken.length > 0)
    throw new Fault(
      `The plan breaks a rule, so it is not shown: ${broken.map(({ rule, step, say }) => `rule ${rule}, step ${step ?? 'none'}: ${say}`).join(' ')}`,
      1,
    );
  console.log(JSON.stringify({ ...planned, oneMore: oneMore(asked, model, planned) }, null, 2));
}

function check(asked: OpeningCase, model: MachineModel, file: string): void {
  const answer = documentOf(file, OpeningAnswerSchema, 'planned opening');
  const broken = checkOpening(asked, model, answer);
  console.log(JSON.stringify({ holds: broken.length === 0, broken }, null, 2));
  if (broken.length > 0) process.exitCode = 1;
}

function modelOf({ model }: OpeningCase): MachineModel {
  if (typeof model !== 'string') return model;
  const all = demoModels();
  const found = all.find(({ id }) => id === model);
  if (found) return found;
  throw new Fault(`No model '${model}' is known. Say one of ${all.map(({ id }) => id).join(', ')}.`, 2);
}

function documentOf<T>(file: string, schema: z.ZodType<T>, what: string): T {
  let text: string;
  try {
    text = readFileSync(resolve(process.env['PETRICHOR_CWD'] ?? '.', file), 'utf8');
  } catch (error) {
    const gone = (error as NodeJS.ErrnoException).code === 'ENOENT';
    throw new Fault(
      `${file} cannot be read: ${gone ? 'there is no such file' : (error as Error).message}.`,
      2,
    );
  }
  const read = readJsonDocument(text, schema, what);
  if (!read.ok) throw new Fault(`${read.problem} (${file}, ${read.at})`, 2);
  return read.value;
}
