import { PROBLEM_TYPE, type Problem } from '@petrichor/api';
import type { ErrorRequestHandler, Response } from 'express';
import * as z from 'zod';
import { findUnkeepable, sayUnkeepable, sure } from '@petrichor/core/units';
import { idOf } from './request-id.js';
import { Refused } from '../refused.js';
import { isDatabaseAway, isDataRefused } from '../store/database.js';

const TITLES: Record<number, string> = {
  400: 'Not understood',
  401: 'Not signed in',
  403: 'Not allowed',
  404: 'Not found',
  409: 'Refused',
  413: 'Too large',
  421: 'Not this server',
  429: 'Too many tries',
  503: 'Not ready',
  507: 'Full',
};

export function sendProblem(
  response: Response,
  status: number,
  code: string,
  detail: string,
  fields: Problem['fields'] = [],
): void {
  const problem: Problem = {
    type: `urn:petrichor:problem:${code}`,
    title: TITLES[status] ?? 'Failed',
    status,
    detail,
    code,
    ...(idOf(response.req) === '' ? {} : { requestId: idOf(response.req) }),
    ...(fields.length > 0 ? { fields } : {}),
  };
  // For whoever writes refusals down.
  response.locals['problemCode'] = code;
  response.status(status).type(PROBLEM_TYPE).send(JSON.stringify(problem));
}

/** Parses outside input by the contract; a fault names its fields. */
export function parsed<S extends z.ZodType>(schema: S, input: unknown): z.output<S> {
  const wrong = findUnkeepable(input);
  if (wrong)
    throw new Refused(400, 'not-kept', sayUnkeepable(wrong), [
      { path: wrong.path, message: sayUnkeepable(wrong) },
    ]);
  const result = schema.safeParse(input);
  if (result.success) return result.data;
  const fields = result.error.issues.map((issue) => ({ path: issue.path.join('.'), message: issue.message }));
  const first = sure(fields[0]);
  throw new Refused(
    400,
    'not-understood',
    fields.length === 1
      ? sentence(first)
      : `${fields.length} entries need another look. First: ${sentence(first)}`,
    fields,
  );
}

const sentence = ({ path, message }: { path: string; message: string }): string =>
  path && !/[.!?]$/.test(message) ? `${path}: ${message}.` : message;

const TOO_OFTEN_MS = 250;

/** The last handler: nothing is swallowed, nothing inner leaks out. */
export const problemHandler: ErrorRequestHandler = (error: unknown, request, response, next) => {
  if (response.headersSent) return next(error);
  if (error instanceof Refused) {
    const send = (): void => sendProblem(response, error.status, error.code, error.message, error.fields);
    // Whoever asks too often waits for being told so, too: a program that does not listen is slowed by it.
    if (error.status === 429) return void setTimeout(send, TOO_OFTEN_MS);
    return send();
  }
  const { status, type } = error as { status?: number; type?: string };
  if (type === 'entity.parse.failed')
    return sendProblem(response, 400, 'not-json', 'The request’s body is not JSON.');
  if (type === 'entity.too.large')
    return sendProblem(response, 413, 'too-large', 'That is more than the server takes at once.');
  if (status === 400)
    return sendProblem(response, 400, 'not-understood', 'The address or body could not be read.');
  if (isDataRefused(error))
    return sendProblem(
      response,
      400,
      'not-kept',
      'Something in that cannot be kept: a character that is none, or a number that is too large. Type it anew and try again.',
    );
  request.log.error({ err: error }, 'request failed');
  const inLog = ` In the server’s log it is ${idOf(request)}.`;
  if (isDatabaseAway(error))
    return sendProblem(
      response,
      503,
      'database-away',
      'The database does not answer. What you did is kept on your screen; it is sent again by itself.' +
        inLog,
    );
  return sendProblem(
    response,
    500,
    'failed',
    'The server failed at this. What you typed is still on your screen; try once more, and tell the lead if it happens again.' +
      inLog,
  );
};
