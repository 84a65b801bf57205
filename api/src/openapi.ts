import { sure } from '@petrichor/core/units';
import * as z from 'zod';
import { CONTRACT } from './contract.js';
import { PROBLEM_TYPE, ProblemSchema } from './problem.js';
import { API, Media, statusOf, type By, type Route } from './route.js';

type Side = 'input' | 'output';
const schemaOf = (schema: z.ZodType, io: Side): object =>
  z.toJSONSchema(schema, { io, unrepresentable: 'any' });

function content(what: z.ZodType | Media, io: Side): object {
  if (!(what instanceof Media)) return { 'application/json': { schema: schemaOf(what, io) } };
  return { [sure(what.type.split(';')[0])]: what.schema ? { schema: schemaOf(what.schema, io) } : {} };
}

/** Whoever leaves out a query parameter gets its default, or none. */
const needed = (schema: z.ZodType): boolean => !schema.safeParse(undefined).success;

const parameters = ({ params = {}, query }: Route): object[] => [
  ...Object.entries(params).map(([name, schema]) => ({
    name,
    in: 'path',
    required: true,
    schema: schemaOf(schema, 'input'),
  })),
  ...Object.entries((query?.shape ?? {}) as Record<string, z.ZodType>).map(([name, schema]) => ({
    name,
    in: 'query',
    required: needed(schema),
    schema: schemaOf(schema, 'input'),
  })),
];

function sayWhose(by: By): string {
  if (by === 'anyone') return 'Anyone, without a session.';
  if (by === 'signed-in') return 'Whoever is signed in.';
  if ('oneself' in by) return `${sayWhose(by.or)} Oneself, too.`;
  return `Who is ${by.join(' or ')}.`;
}

function operation(operationId: string, route: Route): object {
  const { say, by, body, reply } = route;
  return {
    operationId,
    summary: say,
    description: sayWhose(by),
    parameters: parameters(route),
    ...(body ? { requestBody: { required: true, content: content(body, 'input') } } : {}),
    responses: {
      [statusOf(route)]: { description: 'Done', ...(reply ? { content: content(reply, 'output') } : {}) },
      default: {
        description: 'Refused, with a sentence',
        content: { [PROBLEM_TYPE]: { schema: schemaOf(ProblemSchema, 'output') } },
      },
    },
  };
}

/** OpenAPI 3.1 document of the contract. */
export function openApiDocument(): object {
  const paths: Record<string, Record<string, object>> = {};
  for (const [name, route] of Object.entries<Route>(CONTRACT)) {
    const path = API + route.path.replace(/:(\w+)/g, '{$1}');
    (paths[path] ??= {})[route.method.toLowerCase()] = operation(name, route);
  }
  return {
    openapi: '3.1.0',
    info: { title: 'Petrichor', version: '0.1.0', license: { name: 'Apache-2.0', identifier: 'Apache-2.0' } },
    paths,
  };
}
