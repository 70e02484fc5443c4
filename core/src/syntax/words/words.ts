/** What things are called in sentences and on screens: one table for both. */
import type { QuantifierMode } from "../tree.ts";

export const MODE_WORDS: Readonly<Record<QuantifierMode, string>> = {
  greedy: "greedy",
  lazy: "lazy",
  possessive: "possessive",
};

/** What a lookaround asks, as a predicate. */
export const lookWords = (behind: boolean, negated: boolean): string =>
  behind
    ? `matches only where its inside ${negated ? "does not stand" : "stands"} right before, and takes nothing`
    : `matches only where its inside ${negated ? "does not follow" : "follows"}, and takes nothing`;
