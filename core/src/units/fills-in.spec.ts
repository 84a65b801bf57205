import * as z from 'zod';
import { fillsIn } from './fills-in.js';

const withDefault = z.string().default('');

describe('whether a schema fills in what is missing', () => {
  it.each([
    ['a default', withDefault],
    ['one in an object', z.strictObject({ a: z.number(), b: z.strictObject({ c: withDefault }) })],
    ['one in an array', z.array(withDefault)],
    ['one in a tuple', z.tuple([z.number(), withDefault])],
    ['one in a record', z.record(z.string(), withDefault)],
    ['one of several', z.union([z.number(), z.strictObject({ a: withDefault })])],
    [
      'one of a kind',
      z.discriminatedUnion('k', [
        z.strictObject({ k: z.literal('a') }),
        z.strictObject({ k: z.literal('b'), a: withDefault }),
      ]),
    ],
    ['one that may be left out', z.strictObject({ a: withDefault }).nullable().optional()],
    ['one behind a change', z.strictObject({ a: withDefault }).transform(({ a }) => a)],
    ['one that is fetched', z.lazy(() => withDefault)],
  ])('%s does', (_, schema) => expect(fillsIn(schema)).toBe(true));

  it('without one it does not, and a schema that holds itself comes to an end', () => {
    interface Tree {
      readonly of: readonly Tree[];
    }
    const tree: z.ZodType<Tree> = z.lazy(() => z.strictObject({ of: z.array(tree) }));
    expect(fillsIn(tree)).toBe(false);
    expect(
      fillsIn(z.strictObject({ a: z.string().trim().min(1).nullable(), b: z.enum(['x']).optional() })),
    ).toBe(false);
  });
});
