import { HttpClient, HttpErrorResponse } from '@angular/common/http';
import { inject, InjectionToken, isDevMode } from '@angular/core';
import {
  CONTRACT,
  hrefOf,
  Media,
  type AskedOf,
  type Contract,
  type Problem,
  type ReplyOf,
  type Route,
} from '@petrichor/api';
import { map, type Observable } from 'rxjs';

/** Routes that are asked by the page itself: what is no JSON is fetched by its address (`hrefOf`). */
type Callable = {
  [Name in keyof Contract]: Contract[Name] extends { readonly reply: Media } ? never : Name;
}[keyof Contract];
type Given<R> = object extends AskedOf<R> ? [asked?: AskedOf<R>] : [asked: AskedOf<R>];

/** The contract's routes as methods, by their names there. */
export type Api = {
  readonly [Name in Callable]: (...given: Given<Contract[Name]>) => Observable<ReplyOf<Contract[Name]>>;
};

export const Api = new InjectionToken<Api>('Api', {
  providedIn: 'root',
  factory: () => apiOver(inject(HttpClient)),
});

interface AnyAsked {
  readonly params?: Readonly<Record<string, unknown>>;
  readonly query?: Readonly<Record<string, unknown>>;
  readonly body?: unknown;
}

function apiOver(http: HttpClient): Api {
  const ask =
    (route: Route) =>
    (asked: AnyAsked = {}): Observable<unknown> => {
      const headers = route.body instanceof Media ? { 'Content-Type': route.body.type } : {};
      const body = asked.body ?? (route.method === 'POST' ? {} : undefined);
      const reply = http.request<unknown>(route.method, hrefOf<Route>(route, asked), { body, headers });
      return isDevMode() ? reply.pipe(map((one) => checked(route, one))) : reply;
    };
  return Object.fromEntries(
    Object.entries<Route>(CONTRACT).map(([name, route]) => [name, ask(route)]),
  ) as unknown as Api;
}

/**
 * While developing and in tests a reply that is not what the contract says is a mistake, found where it comes
 * in.
 */
function checked({ method, path, reply }: Route, got: unknown): unknown {
  if (!reply || reply instanceof Media) return got;
  const read = reply.safeParse(got);
  if (read.success) return got;
  throw new Error(`${method} ${path} answered otherwise than the contract says: ${read.error.message}`);
}

/**
 * What went wrong with a request, in a sentence. `away`: nobody answered; the same request may go through
 * later.
 */
export interface RequestFault {
  readonly away: boolean;
  readonly signedOut: boolean;
  /** HTTP's; 0: nobody answered. */
  readonly status: number;
  readonly code: string;
  readonly sentence: string;
  readonly fields: { path: string; message: string }[];
}

export function faultOf(error: unknown): RequestFault {
  if (error instanceof HttpErrorResponse) {
    const problem = problemIn(error.error);
    const away = error.status === 0 || error.status >= 500 || error.status === 429;
    if (problem)
      return {
        away,
        signedOut: error.status === 401 && problem.code === 'not-signed-in',
        status: error.status,
        code: problem.code,
        sentence: problem.detail,
        fields: problem.fields ?? [],
      };
    return {
      away: true,
      signedOut: false,
      status: error.status,
      code: 'away',
      sentence: 'The server does not answer. What you did is kept here; try again in a moment.',
      fields: [],
    };
  }
  throw error;
}

function problemIn(body: unknown): Problem | null {
  if (body !== null && typeof body === 'object' && 'detail' in body && 'code' in body) return body as Problem;
  if (typeof body !== 'string' || !body.startsWith('{')) return null;
  try {
    return problemIn(JSON.parse(body));
  } catch {
    return null;
  }
}
