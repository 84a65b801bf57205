import type * as z from 'zod';

type Node = z.core.$ZodType;

const FILLING: ReadonlySet<string> = new Set(['default', 'prefault', 'catch']);

/**
 * Whether parsing by this schema, or by one inside it, may put something in that was not there: a default.
 */
export function fillsIn(schema: Node, seen = new Set<Node>()): boolean {
  if (seen.has(schema)) return false;
  seen.add(schema);
  const { def } = schema._zod;
  return FILLING.has(def.type) || within(def).some((one) => fillsIn(one, seen));
}

/**
 * Schemas that a definition is made of, however it holds them: alone, in a list, by name, or to be fetched.
 */
function within(def: object): Node[] {
  return Object.values(def).flatMap((held: unknown) => {
    const all = typeof held === 'function' && 'getter' in def ? [(held as () => unknown)()] : [held];
    return all.flatMap((one) =>
      isNode(one) ? [one] : typeof one === 'object' && one !== null ? Object.values(one).filter(isNode) : [],
    );
  });
}

const isNode = (one: unknown): one is Node => typeof one === 'object' && one !== null && '_zod' in one;
