/** What was expected and what came, in a few words: for the table and for the report. */
import type { Expectation } from "@lamprey/core";
import type { CheckResult } from "../contract/check.ts";

/** A specimen's expectations with what came of them. */
export interface Checked {
  readonly file: string;
  readonly title: string;
  readonly expectations: readonly Expectation[];
  /** Why the pattern does not read; then there are no results. */
  readonly fault: string | null;
  readonly results: readonly CheckResult[];
  readonly milliseconds: number;
}

const HOWS = { all: "", first: "", start: " at its start", whole: " as a whole" } as const;

/** What is expected, in a few words. */
export function wanted({ expect, mode, count }: Expectation): string {
  return `${expect === "match" ? "must" : "must not"} match${HOWS[mode]}${count === undefined ? "" : `, ${count} times`}`;
}

/** What came instead. */
export function found({ expect, count, matches }: Expectation, result: CheckResult): string {
  if (result.cut) return "the run was cut short";
  if (result.count === 0) return "no match";
  const times = `${result.count} ${result.count === 1 ? "match" : "matches"}, the first at ${result.matches[0]?.start}–${result.matches[0]?.end}`;
  return expect === "match" && count === undefined && matches !== undefined ? `${times}, with other spans or groups` : times;
}
