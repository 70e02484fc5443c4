/** Steps as time: how long so many of them take, in words. */

/**
 * Steps that a backtracking engine takes in a second, for turning steps into time. A cautious middle: engines that
 * interpret a pattern take some tens of millions, one that compiles it a thousand million, ours some hundred million.
 */
export const STEPS_A_SECOND = 100_000_000n;

/** Units of time, the largest first, in milliseconds. */
const UNITS: readonly (readonly [one: string, many: string, milliseconds: number])[] = [
  ["year", "years", 365.25 * 86_400_000],
  ["day", "days", 86_400_000],
  ["hour", "hours", 3_600_000],
  ["minute", "minutes", 60_000],
  ["second", "seconds", 1000],
  ["millisecond", "milliseconds", 1],
];
/** A number of years that nobody pictures any more. */
const BEYOND_YEARS = 1_000_000n;

/** How long so many steps take at a rate, as a person says it. */
export function timeWords(steps: bigint, rate = STEPS_A_SECOND): string {
  const years = steps / rate / 31_557_600n;
  if (years >= BEYOND_YEARS) return "longer than there have been people";
  const milliseconds = Number((steps * 1000n) / rate);
  if (milliseconds < 1) return "less than a millisecond";
  const [one, many, size] = UNITS.find(([, , unit]) => milliseconds >= unit) ?? (UNITS.at(-1) as (typeof UNITS)[number]);
  const count = milliseconds / size;
  const rounded = count < 10 ? Math.round(count * 10) / 10 : Math.round(count);
  return `${rounded.toLocaleString("en-US")} ${rounded === 1 ? one : many}`;
}
