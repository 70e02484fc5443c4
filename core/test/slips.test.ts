/** Likely mistakes: patterns with them and their near twins without; what is said of them is computed and true. */
import { describe, expect, test } from "@jest/globals";
import { drained, findSlices, type Slip, slipsOf } from "../src/index.ts";
import { SLIP_CASES } from "./cases/slips.ts";
import { programOf } from "./support.ts";

const slips = (pattern: string, flags = "", dialect: "ecmascript" | "python" = "ecmascript"): readonly Slip[] =>
  drained(slipsOf(programOf(pattern, flags, dialect)));

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
