/** A dialect's table of cases, with the answers of its own engine, as tests. */
import { readFileSync } from "node:fs";
import { expect, test } from "@jest/globals";
import { portion } from "../../../scripts/depth.mjs";
import type { DialectName } from "../../src/index.ts";
import { matchesOf, readIn } from "../support.ts";

type Expected = [number, number, ...([number, number] | null)[]];
type Case = [pattern: string, flags: string, text: string, expected: Expected[]];
type Mistake = [pattern: string, flags: string, code: string, start: number, end: number];

/** Tests every row of core/test/cases/<dialect>.json; there must be at least so many of each kind. */
export function testTable(dialect: DialectName, least: { readonly cases: number; readonly errors: number }): void {
  const table = JSON.parse(readFileSync(new URL(`../cases/${dialect}.json`, import.meta.url), "utf8")) as {
    readonly cases: readonly Case[];
    readonly errors: readonly Mistake[];
    readonly unsupported: readonly Mistake[];
  };

  test("every section of the documentation has its cases", () => {
    expect(table.cases.length).toBeGreaterThanOrEqual(least.cases);
    expect(table.errors.length).toBeGreaterThanOrEqual(least.errors);
  });

  // Every case goes through every machine: in `npm test` a third of them.
  test.each(portion(table.cases, 5))("%s with %j on %j", (pattern, flags, text, expected) => {
    expect(matchesOf(pattern, flags, text, "all", 1e6, dialect)).toEqual(expected);
  });

  test.each(table.errors)("%s with %j is %s at %i–%i", (pattern, flags, code, start, end) => {
    const mistakes = readIn(dialect, pattern, flags).diagnostics.filter(({ severity }) => severity === "syntax-error");
    expect(mistakes[0]).toMatchObject({ code, start, end });
  });

  if (table.unsupported.length === 0) return;
  test.each(table.unsupported)("%s with %j is not read yet: %s at %i–%i", (pattern, flags, code, start, end) => {
    expect(readIn(dialect, pattern, flags).diagnostics).toContainEqual(expect.objectContaining({ severity: "unsupported", code, start, end }));
  });
}
