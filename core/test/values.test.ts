/** Properties with values: every spelling that Perl has, against what Perl says that it holds. */
import { readFileSync } from "node:fs";
import { beforeAll, describe, expect, test } from "@jest/globals";
import { type CharSet, countOf } from "../src/charset/charset.ts";
import { NO_OPTIONS } from "../src/dialect/dialect.ts";
import { perlProperty } from "../src/dialect/perl/properties.ts";
import { lacksTables, tablesFor } from "../src/index.ts";
import { matchesOf, readIn } from "./support.ts";

const SUM_BELOW = 2_147_483_647;

/** What the recorded table has of a set. */
function told(set: CharSet): string {
  let sum = 0;
  for (let i = 0; i < set.length; i += 2) sum = (sum * 31 + (set[i] as number) * 7 + (set[i + 1] as number)) % SUM_BELOW;
  return `${countOf(set)} ${sum}`;
}

/** Of UTS #39, which Lamprey has no tables of. */
const isUnread = (name: string): boolean => name.startsWith("identifier");

test("are said to be missing before they are fetched, and those that few name alone", () => {
  expect(readIn("perl", "a\\p{Line_Break=AL}", "").diagnostics.map(({ code, start, end }) => [code, start, end])).toEqual([["property-table-missing", 1, 18]]);
  expect(readIn("perl", "\\b{wb}", "").diagnostics.map(({ code }) => code)).toEqual(["property-table-missing"]);
  expect(readIn("perl", "\\p{Script=Greek}\\b{gcb}\\p{Lu}", "").diagnostics).toEqual([]);
});

test.each<[pattern: string, asks: boolean]>([
  ["\\p{Age: 3.2}", true],
  ["\\P{ ^ Numeric_Value = 5 }", true],
  ["[\\p{Is_Line-Break=AL}]", true],
  ["a\\b{lb}", true],
  ["\\B{sb}", true],
  ["\\p{CE}", true],
  ["\\p{Script=Greek}", false],
  ["\\p{Lu}a{2}b{3,}{", false],
  ["\\b{gcb}\\b{g}", false],
  ["p{", false],
  ["", false],
])("%s could ask for them: %s", (pattern, asks) => expect(lacksTables(pattern)).toBe(asks));

describe("once they are here", () => {
  beforeAll(() => tablesFor("\\p{Age=1.1}"));

  test("every spelling of Perl's holds what Perl says", () => {
    const lines = readFileSync(new URL("cases/perl-properties.txt", import.meta.url), "utf8")
      .trim()
      .split("\n")
      .slice(1);
    const wrong: string[] = [];
    let names = 0;
    for (const line of lines) {
      const [count, sum, ...spelled] = line.split(" ");
      for (const name of spelled) {
        const [property = "", value] = name.split("=");
        const found = perlProperty(property, value, NO_OPTIONS);
        const own = typeof found === "object" ? told(found.set) : String(found);
        if (own !== (isUnread(name) ? "unread" : `${count} ${sum}`)) wrong.push(`${name}: ${own}`);
        names++;
      }
    }
    expect(wrong).toEqual([]);
    expect(names).toBeGreaterThan(4600);
  });

  // What Perl 5.36 takes and what it refuses.
  test.each<[written: string, same: string | null]>([
    ["nv=2/4", "nv=1/2"],
    ["nv=.5", null],
    ["nv=0.5", "nv=1/2"],
    ["nv=5e-1", "nv=1/2"],
    ["nv=0.333", null],
    ["nv=0.3333", "nv=1/3"],
    ["nv=0.1428", null],
    ["nv=0.14285714", "nv=1/7"],
    ["nv=1_000", "nv=1000"],
    ["nv=1__0", null],
    ["nv=1_", null],
    ["nv=+05.0", "nv=5"],
    ["nv= -1/2", "nv=-1/2"],
    ["nv=--1/2", null],
    ["nv=10/2", null],
    ["nv=1 / 2", null],
    ["nv=1/2/3", null],
    ["nv=0x10", null],
    ["nv=none", null],
    ["nv=1e12", "nv=1000000000000"],
    ["ccc=+0230", "ccc=above"],
    ["ccc=230.0", null],
    ["ccc=1 0", null],
    ["ccc=1_0", "ccc=10"],
    ["ccc=999", null],
    ["age=03.0", "age=v30"],
    ["age=3", "age=3.0"],
    ["age=3.00", null],
    ["age=3_0", null],
    ["age=14.1", null],
    ["in=V3_0", "presentin=3.0"],
    ["Is_Line Break = Alphabetic", "lb=al"],
    ["is_lb=AL", null],
    ["IsIsL", null],
    ["dt=Non Canon", "dt=noncanonical"],
    ["^CE", "ce=no"],
    ["ce=maybe", null],
    ["lb=", null],
    ["jg=No Such Group", null],
  ])("%s is %s", (written, same) => {
    const set = (spelled: string) => {
      const at = spelled.indexOf("=");
      const found = at < 0 ? perlProperty(spelled, undefined, NO_OPTIONS) : perlProperty(spelled.slice(0, at), spelled.slice(at + 1), NO_OPTIONS);
      return typeof found === "object" ? found.set : undefined;
    };
    expect(set(written)).toEqual(same === null ? undefined : set(same));
    if (same !== null) expect(set(same)).toBeDefined();
  });

  test("stand in patterns, in sets, negated", () => {
    expect(matchesOf("\\p{nv=1/2}+", "", "a½½1", "all", 1e4, "perl")).toEqual([[1, 3]]);
    expect(matchesOf("[^\\P{East_Asian_Width=W}]", "", "a潮", "all", 1e4, "perl")).toEqual([[1, 2]]);
    expect(readIn("perl", "\\p{Identifier_Status=Allowed}", "").diagnostics.map(({ code, severity }) => [code, severity])).toEqual([
      ["escape-unread", "unsupported"],
    ]);
  });
});
