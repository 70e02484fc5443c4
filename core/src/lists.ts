/**
 * Lists of any length. A list that is spread into a call lies on the stack as its arguments, and a hundred thousand of them
 * overflow it; these do not.
 */

/** Adds the items at the end of the list, which is changed. */
export function append<T>(list: T[], items: Iterable<T>): void {
  for (const item of items) list.push(item);
}

/** The least of the numbers; infinite where there is none, as with Math.min. */
export function leastOf(numbers: Iterable<number>): number {
  let found = Number.POSITIVE_INFINITY;
  for (const number of numbers) found = Math.min(found, number);
  return found;
}

/** The greatest of the numbers; negative infinity where there is none, as with Math.max. */
export function mostOf(numbers: Iterable<number>): number {
  let found = Number.NEGATIVE_INFINITY;
  for (const number of numbers) found = Math.max(found, number);
  return found;
}
