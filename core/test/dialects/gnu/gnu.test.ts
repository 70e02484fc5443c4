/** ere, bre and literal: what GNU grep and sed answer to the tables of cases, and the tables of POSIX for submatches. */
import { readFileSync } from "node:fs";
import { describe, expect, test } from "@jest/globals";
import type { DialectName } from "../../../src/index.ts";
import { matchesOf, type Row, readIn } from "../../support.ts";

type Answer = [start: number, end: number, ...groups: string[]];
type Case = [pattern: string, flags: string, text: string, matches: Answer[], by?: "grep"];

/** Patterns for which the GNU library departs from the rule of POSIX, with what the rule says. */
const DEPARTURES: Readonly<Record<string, Answer[]>> = {
  "(we|weir)(ir-|-)? pump 3 at weir-07 stopped 06:31, level 2.45 m": [[10, 15, "weir", "-"]],
  "(a|ab)(c|bcd)(d*) abcd": [[0, 4, "ab", "c", "d"]],
  "(a|ab)(bcd|c)(d*) abcd": [[0, 4, "ab", "c", "d"]],
  "((a*)(b|abc))(c*) abc": [[0, 3, "abc", "", "abc", ""]],
  "(a|ab|ba)* aba": [[0, 3, "a"]],
  "(ab|a|c|bcd)*(d*) abcd": [[0, 4, "bcd", ""]],
  "(ab|a|c|bcd)*(d*) ababcd": [[0, 6, "bcd", ""]],
  // Inside of an iteration that did not take the group it is not set.
  "((aa)|a)* aaa": [[0, 3, "a", ""]],
  "(a|(b))* ba": [[0, 2, "a", ""]],
  "(a(b)?)+ aba": [[0, 3, "a", ""]],
};

/** A pattern of bre as ere writes it. */
const unescaped = (pattern: string): string => pattern.replaceAll("\\", "");

const inTexts = (rows: readonly Row[], text: string): Answer[] =>
  rows.map(([start, end, ...groups]) => [start, end, ...groups.slice(0, 9).map((group) => (group ? text.slice(...group) : ""))]);

describe.each(["ere", "bre", "literal"] as const satisfies readonly DialectName[])("%s", (dialect) => {
  const table = JSON.parse(readFileSync(new URL(`../../cases/${dialect}.json`, import.meta.url), "utf8")) as {
    readonly cases: readonly Case[];
    readonly errors: readonly [pattern: string, flags: string, message: string][];
  };

  test.each(table.cases)("%s with %j on %j", (pattern, flags, text, matches, ...[by]) => {
    const found = inTexts(matchesOf(pattern, flags, text, "all", 1e6, dialect) ?? [], text);
    if (by === "grep") expect(found.filter(([start, end]) => end > start).map(([start, end]) => [start, end])).toEqual(matches);
    else expect(found).toEqual(DEPARTURES[`${dialect === "bre" ? unescaped(pattern) : pattern} ${text}`] ?? matches);
  });

  if (table.errors.length === 0) return;
  test.each(table.errors)("%s with %j is refused: %s", (pattern, flags) => {
    const [first] = readIn(dialect, pattern, flags).diagnostics;
    expect(first).toMatchObject({ severity: "syntax-error" });
    expect(pattern.slice(first?.start, first?.end)).not.toBe("");
  });
});
