/** The shared table of cases, through every machine and against the host's own engine. */
import { readFileSync } from "node:fs";
import { describe, expect, test } from "@jest/globals";
import { hostMatches, matchesOf, readEcmascript } from "./support.ts";

type Expected = [number, number, ...([number, number] | null)[]];
interface Table {
  cases: [string, string, string, Expected[]][];
  errors: [string, string, string, number, number][];
  unsupported: [string, string, string, number, number][];
}

const table: Table = JSON.parse(readFileSync(new URL("./cases/ecmascript.json", import.meta.url), "utf8"));

describe("cases", () => {
  test.each(table.cases)("/%s/%s on %j", (pattern, flags, text, expected) => {
    const mode = flags.includes("g") ? "all" : "first";
    expect(matchesOf(pattern, flags, text, mode)).toEqual(expected);
    expect(hostMatches(pattern, flags, text, mode)).toEqual(expected);
  });
});

describe("mistakes are located", () => {
  test.each(table.errors)("/%s/%s is %s at %i–%i", (pattern, flags, code, start, end) => {
    const [first] = readEcmascript(pattern, flags).diagnostics;
    expect(first).toMatchObject({ severity: "syntax-error", code, start, end });
    expect(() => new RegExp(pattern, flags)).toThrow(SyntaxError);
  });

  test.each(table.unsupported)("/%s/%s is %s at %i–%i", (pattern, flags, code, start, end) => {
    const [first] = readEcmascript(pattern, flags).diagnostics;
    expect(first).toMatchObject({ severity: "unsupported", code, start, end });
  });

  test("a dialect that is not read yet says so", () => {
    const [first] = readEcmascript("a", "", "perl").diagnostics;
    expect(first).toMatchObject({ severity: "unsupported", code: "dialect-unread" });
  });

  test("several mistakes are all said, in the order of the pattern", () => {
    const codes = readEcmascript("(a[z-b]*+", "").diagnostics.map((d) => d.code);
    expect(codes).toEqual(["group-open", "range-order", "nothing-to-repeat"]);
  });
});
