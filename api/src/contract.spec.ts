import * as z from 'zod';
import { CONTRACT } from './contract.js';
import { openApiDocument } from './openapi.js';
import { hrefOf, Media, route, statusOf, type Route } from './route.js';

const ROUTES = Object.entries<Route>(CONTRACT);
const namesIn = (path: string): string[] => [...path.matchAll(/:(\w+)/g)].map((found) => found[1]!);

interface Operation {
  readonly operationId: string;
  readonly parameters: { name: string; in: string; required: boolean; schema: object }[];
  readonly requestBody?: { content: Record<string, { schema?: object }> };
  readonly responses: Record<string, { content?: Record<string, object> }>;
}
const { paths } = openApiDocument() as { paths: Record<string, Record<string, Operation>> };
const operations = Object.entries(paths).flatMap(([path, all]) =>
  Object.values(all).map((operation) => ({ path, operation })),
);
const called = (name: string): Operation =>
  operations.find(({ operation }) => operation.operationId === name)!.operation;

describe('the contract', () => {
  it.each(ROUTES)('%s has a schema for each name in its path, and no other', (_, { path, params = {} }) => {
    expect(Object.keys(params).sort()).toEqual(namesIn(path).sort());
  });

  it('has one operation for each method and path', () => {
    const addresses = ROUTES.map(([, { method, path }]) => `${method} ${path.replace(/:\w+/g, ':')}`);
    expect(new Set(addresses).size).toBe(addresses.length);
  });

  it('asks for nothing in a body where nothing is sent', () => {
    expect(ROUTES.filter(([, { method, body }]) => method !== 'POST' && body)).toEqual([]);
  });
});

describe('its OpenAPI document', () => {
  it('has every operation once, each with what it answers and how it refuses', () => {
    expect(operations.map(({ operation }) => operation.operationId).sort()).toEqual(
      ROUTES.map(([name]) => name).sort(),
    );
    for (const [name, route] of ROUTES) {
      const { responses } = called(name);
      expect([name, Object.keys(responses).sort()]).toEqual([
        name,
        [String(statusOf(route)), 'default'].sort(),
      ]);
      expect(responses['default']!.content).toHaveProperty(['application/problem+json']);
    }
  });

  it('names parameters of the path and of the query, and which may be left out', () => {
    expect(called('events').parameters).toMatchObject([
      { name: 'jobId', in: 'path', required: true, schema: { type: 'string', format: 'uuid' } },
      { name: 'after', in: 'query', required: false, schema: { type: 'integer', minimum: 0, default: 0 } },
    ]);
    expect(called('figures').parameters.map(({ name, required }) => [name, required])).toEqual([
      ['from', true],
      ['to', true],
    ]);
  });

  it('names what is sent and answered that is no JSON', () => {
    expect(Object.keys(called('keepPhoto').requestBody!.content)).toEqual(['image/jpeg']);
    expect(called('bringInJob').requestBody!.content['text/plain']!.schema).toHaveProperty('properties');
    expect(Object.keys(called('ledgerCsv').responses['200']!.content!)).toEqual(['text/csv']);
    expect(called('signOut').responses['204']).not.toHaveProperty('content');
  });
});

describe('an address', () => {
  const { history, ledger, bench } = CONTRACT;
  it('has its names filled in, whatever stands in them', () => {
    expect(hrefOf(bench)).toBe('/api/bench');
    expect(hrefOf(history, { params: { serial: 'A/7 ?ü' } })).toBe('/api/ledger/history/A%2F7%20%3F%C3%BC');
  });

  it('has what is asked behind it, without what is left out', () => {
    expect(hrefOf(ledger)).toBe('/api/ledger');
    expect(hrefOf(ledger, { query: { find: 'a&b=c', modelId: undefined, before: 7 } })).toBe(
      '/api/ledger?find=a%26b%3Dc&before=7',
    );
  });

  it('does not compile without what it needs', () => {
    // @ts-expect-error the serial is missing
    expect(hrefOf(history)).toContain('undefined');
    // @ts-expect-error another name
    expect(() => hrefOf(history, { params: { number: 'x' } })).not.toThrow();
    // @ts-expect-error the path has a name without a schema
    expect(route('GET', '/x/:y', { say: '', by: 'anyone' }).method).toBe('GET');
    expect(statusOf(route('GET', '/x', { say: '', by: 'anyone', reply: z.object({}) }))).toBe(200);
    expect(statusOf(route('GET', '/x', { say: '', by: 'anyone', reply: new Media('text/plain') }))).toBe(200);
  });
});
