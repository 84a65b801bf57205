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
  const route = routeOf(request);
  const { statusCode } = response;
  const done = statusCode < 400 ? DONE[route] : undefined;
  const refused = isRefusal(statusCode, route);
  if (!done && !refused) return;
  const body = bodyOf(request);
  const address = request.ip ?? '';
  const tried = triedOf(route, body);
  const asked = `${askingOf(request, tried)} ${route} ${codeOf(response)}`;
  if (refused && !audit.takesRefusal(address, asked, at.getTime())) return;
  const account = await before;
  const meant = account ?? (tried === '' ? null : await accountBySignInName(database.pool, tried));
  const workshopId = meant?.workshopId ?? (await onlyWorkshop(database.pool));
  if (workshopId === null) return;
  const { kind, about } = done
    ? { kind: done.kind, about: saidOf(done, body, route) }
    : { kind: refusalAt(route), about: refusalOf(route, response, tried) };
  await audit.write(workshopId, {
    at: at.toISOString(),
    kind,
    // Whoever just signed in was nobody before; whoever was refused still is.
    ...byOf(done ? meant : account),
    about: { ...request.params, ...about },
    address,
    requestId: idOf(request),
  });
}

const routeOf = ({ method, route, path }: Request): string =>
  `${method} ${(route as { path?: string } | undefined)?.path ?? path}`;

const refusalAt = (route: string): AuditKind => (route === SIGN_IN ? 'sign-in-refused' : 'refused');

/** What was typed as a sign-in name, at the door alone. */
const triedOf = (route: string, body: Record<string, unknown>): string =>
  route === SIGN_IN ? textOf(body['signInName']).trim().toLowerCase() : '';

const askingOf = ({ session }: Request, tried: string): string => session?.accountId ?? tried.slice(0, 80);

const byOf = (who: AccountRow | null) => ({ byId: who?.id ?? null, byName: who?.name ?? '' });

const bodyOf = ({ body }: Request): Record<string, unknown> =>
  (typeof body === 'object' && body !== null ? body : {}) as Record<string, unknown>;

function saidOf({ kind, says = [] }: Audited, body: Record<string, unknown>, route: string): object {
  const said = Object.fromEntries(says.filter((field) => field in body).map((field) => [field, body[field]]));
  return kind === 'exported' || kind === 'settings-changed' ? { ...said, what: route } : said;
}

const refusalOf = (route: string, response: Response, tried: string): object => ({
  what: route,
  code: codeOf(response),
  ...(tried ? { signInName: tried.slice(0, 80) } : {}),
});

const textOf = (value: unknown): string => (typeof value === 'string' ? value : '');
/** As `sendProblem` left it. */
const codeOf = (response: Response): string =>
  textOf((response.locals as { problemCode?: unknown }).problemCode);
