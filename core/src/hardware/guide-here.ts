import type { Guide, Operation, TakenThing } from './guide.js';

/** The guide without a step that this machine does not have: whatever waited for it waits no longer. */
export function withoutOperation(guide: Guide, operationId: string): Guide {
  return {
    ...guide,
    operations: guide.operations
      .filter(({ id }) => id !== operationId)
      .map((one) => ({ ...one, after: afterWithout(one, operationId) })),
    start: guide.start && { ...guide.start, back: guide.start.back.filter((id) => id !== operationId) },
  };
}

/** An alternative that was this step alone leaves the operation free. */
export function afterWithout({ after }: Pick<Operation, 'after'>, operationId: string): string[][] {
  const left = after.map((all) => all.filter((id) => id !== operationId));
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
