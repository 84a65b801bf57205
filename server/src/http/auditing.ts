import type { AuditKind } from '@petrichor/api';
import type { Request, RequestHandler, Response } from 'express';
import { accountBySignInName, type AccountRow } from '../store/accounts.js';
import { onlyWorkshop } from '../store/audit.js';
import type { Database } from '../store/database.js';
import { idOf } from './request-id.js';
import type { Audit } from '../services/audit.js';
import { signedIn } from './session.js';

interface Audited {
  readonly kind: AuditKind;
  /** Which fields of the body are told: never a password, never what a note says. */
  readonly says?: readonly string[];
}

/** What is written down once it was done, by method and route. A new one goes here. */
const DONE: Readonly<Record<string, Audited>> = {
  'POST /session': { kind: 'signed-in', says: ['signInName'] },
  'DELETE /session': { kind: 'signed-out' },
  'POST /session/password': { kind: 'password-changed' },
  'POST /first-account': { kind: 'person-added', says: ['name', 'signInName', 'workshopName'] },
  'POST /accounts': { kind: 'person-added', says: ['name', 'signInName', 'roles'] },
  'POST /accounts/:accountId': { kind: 'person-changed', says: ['name', 'roles', 'locked'] },
  'DELETE /accounts/:accountId': { kind: 'person-removed' },
  'POST /accounts/:accountId/password': { kind: 'password-reset' },
  'DELETE /accounts/:accountId/sessions/:sessionId': { kind: 'session-ended' },
  'GET /ledger.csv': { kind: 'exported' },
  'GET /ledger.jsonl': { kind: 'exported' },
  'GET /promises.ics': { kind: 'exported' },
  'GET /jobs/:jobId/document': { kind: 'exported' },
  'POST /job-documents': { kind: 'brought-in' },
  'POST /jobs/:jobId/sealed/:noteId/look': { kind: 'sealed-looked' },
  'POST /jobs/:jobId/sealed/:noteId/destroy': { kind: 'sealed-destroyed' },
  'POST /policy': { kind: 'settings-changed' },
  'POST /pricing': { kind: 'settings-changed' },
};

/** Not allowed, too often. Not signed in is no refusal of anybody, but at the door. */
const isRefusal = (status: number, route: string): boolean =>
  status === 403 || status === 429 || (status === 401 && (route === 'POST /session' || route === 'POST /session/password'));

/** Writes down what is on the list, and every refusal, once the answer is out. What cannot be written down is in the log. */
export function auditing(database: Database, audit: Audit, now: () => Date): RequestHandler {
  return (request, response, next) => {
    // Whoever signs out is nobody afterwards.
    const before = signedIn(database, request).catch(() => null);
    // Also where whoever asked left in the midst of the answer: what they had by then, they had.
    response.once('close', () => {
      if (!response.headersSent) return;
      void write(database, audit, request, response, before, now()).catch((error: unknown) =>
        request.log.error({ err: error }, 'this could not be written down in the audit trail'),
      );
    });
    next();
  };
}

async function write(
  database: Database,
  audit: Audit,
  request: Request,
  response: Response,
  before: Promise<AccountRow | null>,
  at: Date,
): Promise<void> {
  const route = `${request.method} ${(request.route as { path?: string } | undefined)?.path ?? request.path}`;
  const { statusCode } = response;
  const done = statusCode < 400 ? DONE[route] : undefined;
  const refused = isRefusal(statusCode, route);
  if (!done && !refused) return;
  const atTheDoor = route === 'POST /session';
  const body = (typeof request.body === 'object' && request.body !== null ? request.body : {}) as Record<string, unknown>;
  const address = request.ip ?? '';
  const tried = atTheDoor ? textOf(body['signInName']).trim().toLowerCase() : '';
  const asking = request.session?.accountId ?? tried.slice(0, 80);
  if (refused && !audit.takesRefusal(address, `${asking} ${route} ${codeOf(response)}`, at.getTime())) return;
  // Whoever just signed in was nobody before.
  const who = (await before) ?? (atTheDoor && done ? await accountBySignInName(database.pool, tried) : null);
  const meant = who ?? (atTheDoor && tried !== '' ? await accountBySignInName(database.pool, tried) : null);
  const workshopId = meant?.workshopId ?? (await onlyWorkshop(database.pool));
  if (workshopId === null) return;
  const said = Object.fromEntries((done?.says ?? []).flatMap((field) => (field in body ? [[field, body[field]]] : [])));
  await audit.write(workshopId, {
    at: at.toISOString(),
    kind: done?.kind ?? (atTheDoor ? 'sign-in-refused' : 'refused'),
    byId: who?.id ?? null,
    byName: who?.name ?? '',
    about: {
      ...request.params,
      ...said,
      ...(done?.kind === 'exported' || done?.kind === 'settings-changed' ? { what: route } : {}),
      ...(refused ? { what: route, code: codeOf(response), ...(tried ? { signInName: tried.slice(0, 80) } : {}) } : {}),
    },
    address,
    requestId: idOf(request),
  });
}

const textOf = (value: unknown): string => (typeof value === 'string' ? value : '');
/** As `sendProblem` left it. */
const codeOf = (response: Response): string => textOf((response.locals as { problemCode?: unknown }).problemCode);
