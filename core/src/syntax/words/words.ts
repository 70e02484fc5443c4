/** What things are called in sentences and on screens: one table for both. */
import type { QuantifierMode } from "../tree.ts";

export const MODE_WORDS: Readonly<Record<QuantifierMode, string>> = {
  greedy: "greedy",
  lazy: "lazy",
  possessive: "possessive",
};
