import { CONTRACT, type AuditKind, type Route, type RouteName } from '@petrichor/api';
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

/** What is written down once it was done. A new one goes here. */
const AUDITED: Partial<Record<RouteName, Audited>> = {
  signIn: { kind: 'signed-in', says: ['signInName'] },
  signOut: { kind: 'signed-out' },
  ownPassword: { kind: 'password-changed' },
  firstAccount: { kind: 'person-added', says: ['name', 'signInName', 'workshopName'] },
  addAccount: { kind: 'person-added', says: ['name', 'signInName', 'roles'] },
  changePerson: { kind: 'person-changed', says: ['name', 'roles', 'locked'] },
  removePerson: { kind: 'person-removed' },
  resetPassword: { kind: 'password-reset' },
  endSession: { kind: 'session-ended' },
  ledgerCsv: { kind: 'exported' },
  ledgerLines: { kind: 'exported' },
  promises: { kind: 'exported' },
  jobDocument: { kind: 'exported' },
  bringInJob: { kind: 'brought-in' },
  lookSealed: { kind: 'sealed-looked' },
  destroySealed: { kind: 'sealed-destroyed' },
  setPolicy: { kind: 'settings-changed' },
  setPricing: { kind: 'settings-changed' },
};
const addressOf = ({ method, path }: Route): string => `${method} ${path}`;
/** The same by method and path, as the router names them. */
const DONE: Readonly<Record<string, Audited>> = Object.fromEntries(
  Object.entries(AUDITED).map(([name, audited]) => [addressOf(CONTRACT[name as RouteName]), audited]),
);
const SIGN_IN = addressOf(CONTRACT.signIn);
const PASSWORD_ASKED = new Set([SIGN_IN, addressOf(CONTRACT.ownPassword)]);

/** Not allowed, too often. Not signed in is no refusal of anybody, but at the door. */
const isRefusal = (status: number, route: string): boolean =>
  status === 403 || status === 429 || (status === 401 && PASSWORD_ASKED.has(route));

/**
 * Writes down what is on the list, and every refusal, once the answer is out. What cannot be written down is
 * in the log.
 */
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
  const atTheDoor = route === SIGN_IN;
  const body = (typeof request.body === 'object' && request.body !== null ? request.body : {}) as Record<
    string,
    unknown
  >;
  const address = request.ip ?? '';
  const tried = atTheDoor ? textOf(body['signInName']).trim().toLowerCase() : '';
  const asking = request.session?.accountId ?? tried.slice(0, 80);
  if (refused && !audit.takesRefusal(address, `${asking} ${route} ${codeOf(response)}`, at.getTime())) return;
  // Whoever just signed in was nobody before.
  const who = (await before) ?? (atTheDoor && done ? await accountBySignInName(database.pool, tried) : null);
  const meant = who ?? (atTheDoor && tried !== '' ? await accountBySignInName(database.pool, tried) : null);
  const workshopId = meant?.workshopId ?? (await onlyWorkshop(database.pool));
  if (workshopId === null) return;
  const said = Object.fromEntries(
    (done?.says ?? []).flatMap((field) => (field in body ? [[field, body[field]]] : [])),
  );
  await audit.write(workshopId, {
    at: at.toISOString(),
    kind: done?.kind ?? (atTheDoor ? 'sign-in-refused' : 'refused'),
    byId: who?.id ?? null,
    byName: who?.name ?? '',
    about: {
      ...request.params,
      ...said,
      ...(done?.kind === 'exported' || done?.kind === 'settings-changed' ? { what: route } : {}),
      ...(refused
        ? { what: route, code: codeOf(response), ...(tried ? { signInName: tried.slice(0, 80) } : {}) }
        : {}),
    },
    address,
    requestId: idOf(request),
  });
}

const textOf = (value: unknown): string => (typeof value === 'string' ? value : '');
/** As `sendProblem` left it. */
const codeOf = (response: Response): string =>
  textOf((response.locals as { problemCode?: unknown }).problemCode);
