/**
 * What the lines around it make sure of, where the type cannot say so: a list that is never empty, a name
 * that was just looked up. Should it not be there after all, going on without it would be worse than to stop.
 *
 * @throws Error where there is nothing: a fault of the program, never of what somebody typed
 */
export function sure<T>(value: T): NonNullable<T> {
  if (value === undefined || value === null) throw new Error('Something that is always there is missing.');
  return value;
}
