import type { Guide, Operation, TakenThing } from './guide.js';

/** The guide without steps that this machine does not have: whatever waited for them waits no longer. */
export const withoutOperations = (guide: Guide, here: (operationId: string) => boolean): Guide => ({
  ...guide,
  operations: guide.operations
    .filter(({ id }) => here(id))
    .map((one) => ({ ...one, after: afterOf(one, here) })),
  start: guide.start && { ...guide.start, back: guide.start.back.filter(here) },
});

/** What does not hold here is waited for by nobody; an alternative of nothing else leaves it free. */
function afterOf({ after }: Operation, here: (id: string) => boolean): string[][] {
  const left = after.map((all) => all.filter(here));
  return left.some((all) => all.length === 0) ? [] : left;
}

/**
 * Things of which only some are there: `moved` by key; of those that are not named, all. What has none left
 * is not among them any more.
 */
export const onlyMoved = (
  things: readonly TakenThing[],
  moved: Readonly<Record<string, number>>,
): TakenThing[] =>
  things.flatMap((thing) => {
    const count = moved[thing.key];
    if (count === undefined) return [thing];
    if (count === 0) return [];
    return thing.kind === 'screw'
      ? [{ ...thing, holes: thing.holes.slice(0, count) }]
      : [{ ...thing, count }];
  });
