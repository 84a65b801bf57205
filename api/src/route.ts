import type { Role } from '@petrichor/core/job';
import * as z from 'zod';

export type Method = 'GET' | 'POST' | 'DELETE';

/**
 * Who may ask: anyone at all, whoever is signed in, holders of a role, or whoever an id in the path names
 * beside them.
 */
export type By =
  'anyone' | 'signed-in' | readonly Role[] | { readonly oneself: string; readonly or: readonly Role[] };

/** What is no JSON, or JSON that is written piece by piece: bytes of a media type (RFC 6838). */
export class Media {
  constructor(
    readonly type: string,
    /** Of what is in it, where it is JSON. */
    readonly schema: z.ZodType | null = null,
  ) {}
}

/** Names in a path: `'/jobs/:jobId/events'` has `'jobId'`. */
export type NamesIn<Path extends string> = Path extends `${string}:${infer Name}/${infer Rest}`
  ? Name | NamesIn<`/${Rest}`>
  : Path extends `${string}:${infer Name}`
    ? Name
    : never;

interface Said {
  /** What it is for, in a few words. */
  readonly say: string;
  readonly by: By;
  readonly query?: z.ZodObject;
  readonly body?: z.ZodType | Media;
  /** Left out: an answer without a body (204). */
  readonly reply?: z.ZodType | Media;
  /** 201 where something is made by it. */
  readonly status?: 200 | 201;
}

/** A path without names needs no `params`; one with names needs a schema for each. */
type SaidOf<Path extends string> = Said &
  ([NamesIn<Path>] extends [never]
    ? { readonly params?: never }
    : { readonly params: Readonly<Record<NamesIn<Path>, z.ZodType>> });

export interface Route extends Said {
  readonly method: Method;
  /** Below `/api`. */
  readonly path: string;
  readonly params?: Readonly<Record<string, z.ZodType>>;
}

/**
 * An operation of the server, and the only place its path is written: OpenAPI, the server's handler and the
 * client are made of it.
 */
export const route = <const M extends Method, const P extends string, const S extends SaidOf<P>>(
  method: M,
  path: P,
  said: S,
): { readonly method: M; readonly path: P } & S => ({ method, path, ...said });

/** Types of one field of a route, before and after parsing; `undefined` where it has none. */
type SchemaIn<R, Field extends string> = R extends Record<Field, infer T> ? T : undefined;
type InputOf<T> = T extends z.ZodType ? z.input<T> : undefined;
type OutputOf<T> = T extends z.ZodType ? z.output<T> : undefined;

export type ParamsOf<R> = R extends { readonly params: infer P }
  ? { readonly [K in keyof P]: OutputOf<P[K]> }
  : undefined;
export type QueryOf<R> = OutputOf<SchemaIn<R, 'query'>>;
export type BodyOf<R> =
  SchemaIn<R, 'body'> extends Media ? Uint8Array<ArrayBuffer> : OutputOf<SchemaIn<R, 'body'>>;
/** What the server answers. */
export type ReplyOf<R> = SchemaIn<R, 'reply'> extends z.ZodType ? OutputOf<SchemaIn<R, 'reply'>> : void;

/** What whoever asks has to give: the route's parameters, its query and its body, as far as it has any. */
export type AskedOf<R> = (R extends { readonly params: infer P }
  ? { readonly params: { readonly [K in keyof P]: InputOf<P[K]> } }
  : object) &
  (SchemaIn<R, 'query'> extends z.ZodType ? QueryAsked<InputOf<SchemaIn<R, 'query'>>> : object) &
  (SchemaIn<R, 'body'> extends Media
    ? { readonly body: unknown }
    : SchemaIn<R, 'body'> extends z.ZodType
      ? { readonly body: Readonly<InputOf<SchemaIn<R, 'body'>>> }
      : object);
type QueryAsked<Q> = object extends Q ? { readonly query?: Readonly<Q> } : { readonly query: Readonly<Q> };

export const API = '/api';

interface Given {
  readonly params?: Readonly<Record<string, unknown>>;
  readonly query?: Readonly<Record<string, unknown>>;
}

/** Address of a route, its names filled in and its query behind it. */
export function hrefOf<R extends Route>(
  route: R,
  ...given: object extends Omit<AskedOf<R>, 'body'> ? [Given?] : [AskedOf<R> & Given]
): string {
  const { params = {}, query = {} } = given[0] ?? {};
  const path = route.path.replace(/:(\w+)/g, (_, name: string) => encodeURIComponent(String(params[name])));
  const asked = Object.entries(query).filter(([, value]) => value !== undefined);
  const words = asked.map(([name, value]) => `${name}=${encodeURIComponent(String(value))}`).join('&');
  return API + path + (words === '' ? '' : `?${words}`);
}

/** 201, 200, or 204 where nothing comes back. */
export const statusOf = ({ status, reply }: Route): number => status ?? (reply ? 200 : 204);
