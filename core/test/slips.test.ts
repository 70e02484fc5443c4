/** Likely mistakes: patterns with them and their near twins without; what is said of them is computed and true. */
import { describe, expect, test } from "@jest/globals";
import { type DialectName, drained, findSlices, partSlips, type Slip, slipsOf, withAside } from "../src/index.ts";
import { SLIP_CASES } from "./cases/slips.ts";
import { programOf } from "./support.ts";

const known = new Map<string, readonly Slip[]>();

/** The slips of a pattern, worked out once. */
function slips(pattern: string, flags = "", dialect: DialectName = "ecmascript"): readonly Slip[] {
  const key = JSON.stringify([pattern, flags, dialect]);
  const found = known.get(key) ?? drained(slipsOf(programOf(pattern, flags, dialect)));
  known.set(key, found);
  return found;
}

test.each(SLIP_CASES)("/%s/%s", (pattern, flags, ...codes) => {
  expect(
    slips(pattern, flags)
      .map(({ code }) => code)
      .sort(),
  ).toEqual([...codes].sort());
});

test("every slip says a sentence that is complete, and lies in the pattern", () => {
  for (const [pattern, flags] of SLIP_CASES) {
    for (const { message, start, end } of slips(pattern, flags)) {
      expect([pattern, message.includes("{"), start >= 0 && start <= end && end <= pattern.length]).toEqual([
        pattern,
        pattern.includes("{") && message.includes("{"),
        true,
      ]);
    }
  }
});

test("a witness is a text that the pattern takes; what was proved narrower does not take it any more", () => {
  const finds = (pattern: string, flags: string, text: string) => drained(findSlices(programOf(pattern, flags), text, { mode: "first" })).matches.length > 0;
  let narrower = 0;
  for (const [pattern, flags] of SLIP_CASES) {
    for (const { witness, repair, code } of slips(pattern, flags)) {
      if (witness !== null) expect([pattern, code, finds(pattern, flags, witness)]).toEqual([pattern, code, true]);
      if (repair?.proved === "narrower" && witness !== null && code !== "lazy-at-end") {
        narrower++;
        expect([pattern, code, finds(repair.pattern, repair.flags, witness)]).toEqual([pattern, code, false]);
      }
      if (repair?.proved === "equal" && witness !== null) expect([pattern, finds(repair.pattern, repair.flags, witness)]).toEqual([pattern, true]);
    }
  }
  expect(narrower).toBeGreaterThan(15);
});

describe("repairs", () => {
  test.each<[string, string, string, string]>([
    ["\\d+.\\d+", "", "\\d+\\.\\d+", "narrower"],
    ["^gate|weir$", "", "^(?:gate|weir)$", "narrower"],
    ["weir|weir pool", "", "weir pool|weir", "equal"],
    [".*(\\d+)", "", ".*?(\\d+)", "equal"],
    ["[A-z]", "", "[A-Za-z]", "narrower"],
    ["[+-/]", "", "[+\\-/]", "narrower"],
    ["[a|b]", "", "[ab]", "narrower"],
    ["[aab]", "", "[ab]", "equal"],
    ["[a^]", "", "[^a]", "differs"],
    ["[:digit:]", "", "\\d", "differs"],
    ["gate.*?", "", "gate.*", "equal"],
    ["cost $5", "", "cost \\$5", "wider"],
    ["\\d+", "i", "\\d+", "equal"],
  ])("/%s/%s", (pattern, flags, mended, proved) => {
    const [first] = slips(pattern, flags);
    expect(first?.repair).toEqual({ pattern: mended, flags: flags === "i" ? "" : flags, proved });
  });
});

test("python's own", () => {
  expect(slips("a$b", "", "python").map(({ code }) => code)).toEqual(["anchor-inside"]);
  expect(slips("a$\\n", "", "python")).toEqual([]);
  expect(slips("\\d+", "i", "python").map(({ code }) => code)).toEqual(["flag-without-effect"]);
  expect(slips("(?P<n>\\w,)+", "", "python").map(({ code }) => code)).toEqual(["only-last-turn"]);
});

test.each<[DialectName, string, string[]]>([
  ["java", "[a-z&&[^aeiou]]+", []],
  ["java", "\\d+.\\d+", ["dot-for-point"]],
  ["pcre", "[[:alpha:]_][[:alnum:]_]*", []],
  ["pcre", "'[^']*'(*SKIP)(*F)|\\w+", []],
  ["pcre", "\\((?:[^()]++|(?R))*+\\)", []],
  ["pcre", "weir|weir pool", ["shadowed-alternative"]],
  ["perl", "[[:word:]-]+", []],
  ["perl", "(\\w+)\\s*=\\s*(.*?)\\s*$", []],
  ["perl", "^gate|weir$", ["outer-alternatives"]],
])("in %s: %s", (dialect, pattern, codes) => {
  expect(slips(pattern, "", dialect).map(({ code }) => code)).toEqual(codes);
});

test("what a repair changes is proved of a pattern that ends in a comment, or begins with flags", () => {
  expect(slips("[A-z]+ # letters", "x", "python")[0]?.repair?.proved).toBe("narrower");
  expect(slips("(?s)[A-z]+", "", "python")[0]?.repair?.proved).toBe("narrower");
});

test("what a repair changes is proved in every dialect that has automata", () => {
  for (const dialect of ["java", "pcre", "perl"] as const) {
    const [first] = slips("^gate|weir$", "", dialect);
    expect([dialect, first?.repair?.proved]).toEqual([dialect, "narrower"]);
  }
});

describe("set aside", () => {
  test("a slip is known again by its code and what is written, wherever an edit moves it", () => {
    const before = "\\d+.\\d+ [A-z]";
    const [dot, range] = slips(before);
    if (!dot || !range) throw new Error("There are two.");
    const list = withAside(dot, before, "", true);
    expect(list).toBe("dot-for-point .");
    const after = `gate ${before}`;
    const parted = partSlips(slips(after), after, list);
    expect([parted.said.map(({ code }) => code), parted.aside.map(({ code }) => code)]).toEqual([["range-across-cases"], ["dot-for-point"]]);
    expect(withAside(dot, before, withAside(range, before, list, true), false)).toBe("range-across-cases A-z");
    expect(partSlips(slips(before), before, "").aside).toEqual([]);
  });

  test("it stays on one line, and is not put there twice", () => {
    const slip = { code: "flag-without-effect", start: 0, end: 3, message: "", witness: null, repair: null } as const;
    const list = withAside(slip, "a\nb", "", true);
    expect(list.split("\n")).toHaveLength(1);
    expect(withAside(slip, "a\nb", list, true)).toBe(list);
    expect(withAside(slip, "a\nb", list, false)).toBe("");
  });
});
