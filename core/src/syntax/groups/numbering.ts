/**
 * Numbers of groups where they hang on all of them, as in .NET: brackets without a name are counted first, then names in
 * their order, each with the next number that is free; numbers given by hand are what they are.
 */

/** A capturing group as it is written: with a name, a number given by hand, or neither. */
export interface WrittenGroup {
  readonly name: string | null;
  readonly given: number | null;
}

export interface Numbering {
  /** The number of each slot, slot n at index n − 1, in ascending order. */
  readonly numbers: readonly number[];
  readonly byName: ReadonlyMap<string, number>;
  /** The slot of each number; that of the whole match, 0, is 0. */
  readonly byNumber: ReadonlyMap<number, number>;
}

export function numberGroups(groups: readonly WrittenGroup[]): Numbering {
  const taken = new Set(groups.flatMap(({ given }) => (given === null ? [] : [given])));
  let next = 1;
  for (const { name, given } of groups) if (name === null && given === null) taken.add(next++);
  const named = new Map<string, number>();
  for (const { name } of groups) {
    if (name === null || named.has(name)) continue;
    while (taken.has(next)) next++;
    named.set(name, next);
    taken.add(next);
  }
  const numbers = [...taken].filter((number) => number > 0).sort((a, b) => a - b);
  const byNumber = new Map([0, ...numbers].map((number, slot) => [number, slot]));
  return {
    numbers,
    byName: new Map([...named].map(([name, number]) => [name, byNumber.get(number) as number])),
    byNumber,
  };
}
