/** Classes of POSIX in the sets of three dialects: what each takes, how they stand in a set, and what is no class. */
import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { DEPTH, portion } from "../../scripts/depth.mjs";
import { type DialectName, drained, foreignSpellings, slipsOf } from "../src/index.ts";
import { matchesOf, programOf, readIn } from "./support.ts";

const HAVE = ["pcre", "perl"] as const;
const ASCII = Array.from({ length: 128 }, (_, unit) => String.fromCharCode(unit));

/** What the standard says of each class in the C locale, as the host's own sets. */
const CLASSES: Readonly<Record<string, RegExp>> = {
  alnum: /[0-9A-Za-z]/,
  alpha: /[A-Za-z]/,
  blank: /[ \t]/,
  cntrl: /\p{Cc}/u,
  digit: /[0-9]/,
  graph: /[!-~]/,
  lower: /[a-z]/,
  print: /[ -~]/,
  punct: /[!-/:-@[-`{-~]/,
  space: /[ \t\n\v\f\r]/,
  upper: /[A-Z]/,
  word: /\w/,
  xdigit: /[0-9A-Fa-f]/,
};

const takes = (dialect: DialectName, pattern: string, flags: string, text: string): boolean =>
  matchesOf(`^${pattern}$`, flags, text, "whole", 1e6, dialect)?.length === 1;

describe.each(HAVE)("in %s", (dialect) => {
  const ascii = dialect === "perl" ? "a" : "";

  test.each(portion(Object.entries(CLASSES), 5))("[:%s:] takes of ASCII what the standard says, and [:^…:] the rest", (name, host) => {
    const taken = ASCII.filter((character) => takes(dialect, `[[:${name}:]]`, ascii, character));
    expect(taken).toEqual(ASCII.filter((character) => host.test(character)));
    const others = ASCII.filter((character) => takes(dialect, `[[:^${name}:]]`, ascii, character));
    expect([...taken, ...others].sort()).toEqual([...ASCII].sort());
  });

  test("classes stand beside each other, beside characters and ranges, and are negated with the set", () => {
    const names = Object.keys(CLASSES);
    fc.assert(
      fc.property(
        fc.subarray(names, { minLength: 1, maxLength: 3 }),
        fc.subarray(["_", "\\-", "x", "0-3"], { maxLength: 2 }),
        fc.boolean(),
        fc.constantFrom(...ASCII),
        (chosen, more, negated, character) => {
          const pattern = `[${negated ? "^" : ""}${chosen.map((name) => `[:${name}:]`).join("")}${more.join("")}]`;
          const host = chosen.some((name) => CLASSES[name]?.test(character)) || (more.length > 0 && new RegExp(`[${more.join("")}]`).test(character));
          expect([pattern, character, takes(dialect, pattern, ascii, character)]).toEqual([pattern, character, host !== negated]);
        },
      ),
      { numRuns: 50 * DEPTH },
    );
  });

  test("case is set aside with i", () => {
    for (const character of ["a", "A", "1"]) {
      expect([character, takes(dialect, "[[:upper:]]", `i${ascii}`, character)]).toEqual([character, character !== "1"]);
      expect([character, takes(dialect, "[[:lower:]]", `i${ascii}`, character)]).toEqual([character, character !== "1"]);
    }
  });

  test("a name that there is not is an error at its place", () => {
    const [mistake] = readIn(dialect, "a[x[:gate:]]", "").diagnostics;
    expect(mistake).toMatchObject({ start: 3, end: 11, severity: "syntax-error" });
  });

  test("what only looks like one is a set of its characters", () => {
    expect(takes(dialect, "[[:]]", "", "[]")).toBe(true);
    expect(takes(dialect, "[[:a]", "", ":")).toBe(true);
  });

  test("nobody is told that they are from elsewhere", () => {
    for (const name of Object.keys(CLASSES)) {
      const pattern = `[[:${name}:]]+`;
      expect([name, foreignSpellings(readIn(dialect, pattern, ""))]).toEqual([name, []]);
      expect([name, drained(slipsOf(programOf(pattern, "", dialect))).map(({ code }) => code)]).toEqual([name, []]);
    }
  });
});

describe("by Unicode", () => {
  test.each<[DialectName, string, string, string, boolean]>([
    ["pcre", "", "alpha", "é", false],
    ["pcre", "u", "alpha", "é", true],
    ["pcre", "u", "digit", "٣", true],
    ["pcre", "u", "xdigit", "Ａ", false],
    ["pcre", "u", "punct", "§", true],
    ["pcre", "u", "punct", "€", false],
    ["pcre", "u", "punct", "$", true],
    ["perl", "", "alpha", "é", true],
    ["perl", "a", "alpha", "é", false],
    ["perl", "", "xdigit", "Ａ", true],
    ["perl", "", "blank", "\u00a0", true],
    ["perl", "", "space", "\u0085", true],
  ])("%s with “%s”: [:%s:] and %j", (dialect, flags, name, character, taken) => {
    expect(takes(dialect, `[[:${name}:]]`, flags, character)).toBe(taken);
  });
});

describe("where there are none", () => {
  test.each<DialectName>(["ecmascript", "python", "java"])("%s says what was meant, and how it is written there", (dialect) => {
    const [foreign] = foreignSpellings(readIn(dialect, "[[:digit:]]", ""));
    expect(foreign).toMatchObject({ start: 0, end: 11, instead: "[0-9]" });
  });
});
