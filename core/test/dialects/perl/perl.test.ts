/** perl: its table of cases with the answers of Perl itself, and letters that fold to several. */
import { beforeAll, describe, expect, test } from "@jest/globals";
import { chooseMachine, itemAt, tablesFor } from "../../../src/index.ts";
import { matchesOf, programOf, readIn } from "../../support.ts";
import { testTable } from "../table.ts";

// Of the tables that are fetched those of properties; what names characters is asked for in vain.
beforeAll(() => tablesFor("\\p{Age=1.1}"));

testTable("perl", { cases: 400, errors: 100 });

describe("letters that fold to several", () => {
  const found = (pattern: string, text: string) => matchesOf(pattern, "i", text, "all", 1e6, "perl")?.map(([start, end]) => text.slice(start, end));

  test.each([
    ["ss", "ß ẞ sS ſs", ["ß", "ẞ", "sS", "ſs"]],
    ["ß", "ss ß s", ["ss", "ß"]],
    ["ffi", "ﬃ ﬀi fﬁ FFI", ["ﬃ", "ﬀi", "fﬁ", "FFI"]],
    ["s+", "ß", []],
    ["[ß]", "SS", ["SS"]],
    ["[^ß]", "SS", ["S", "S"]],
  ])("/%s/i finds in %j %j", (pattern, text, expected) => {
    expect(found(pattern, text)).toEqual(expected);
  });

  test("without i they are themselves, and stay in the linear machine with it", () => {
    expect(matchesOf("ss", "", "ß", "all", 1e6, "perl")).toEqual([]);
    expect(chooseMachine(programOf("gasse", "i", "perl")).machine).toBe("linear");
  });

  test("are one item to a caret", () => {
    expect(itemAt(readIn("perl", "gasse", "i"), 3)).toMatchObject({ kind: "set", start: 2, end: 4 });
  });
});
