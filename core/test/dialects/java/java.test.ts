/** java: its table of cases with the answers of java.util.regex, its mistakes, and what is said of them. */
import { describe, expect, test } from "@jest/globals";
import { sized } from "../../../../scripts/depth.mjs";
import { drained, itemAt, meaningChanges, read, relate, shorterWays, slipsOf } from "../../../src/index.ts";
import { programOf, readIn } from "../../support.ts";
import { testTable } from "../table.ts";

testTable("java", { cases: 300, errors: 80 });

describe("a sign that stands for more", () => {
  test("is one item to a caret, whatever it is put together from", () => {
    const reading = readIn("java", "a$|^b\\R", "m");
    expect(itemAt(reading, 2)).toMatchObject({ start: 1, end: 2, sentence: "holds where a line ends, CR LF as one, and takes nothing" });
    expect(itemAt(reading, 3)).toMatchObject({ start: 3, end: 4, sentence: "holds where a line begins, CR LF as one, and takes nothing" });
    expect(itemAt(reading, 7)).toMatchObject({ start: 5, end: 7, sentence: "takes a line end, CR LF as one" });
    expect(itemAt(readIn("java", "a\\Z", ""), 3)?.sentence).toBe(
      "holds where the text ends, and before a line end that ends it, CR LF as one, and takes nothing",
    );
  });

  test("is written as it was", () => {
    const reading = readIn("java", "(?:a)$\\R{2}", "");
    const [first] = drained(shorterWays(reading));
    expect(first).toMatchObject({ start: 0, end: 5, instead: "a" });
  });
});

describe("what stands on the engine", () => {
  test("anchors are seen by slips, and the flag that they go by", () => {
    const codes = (pattern: string, flags = "") => drained(slipsOf(programOf(pattern, flags, "java"))).map(({ code }) => code);
    expect(codes("^gate|weir$")).toEqual(["outer-alternatives"]);
    expect(codes("^gate$", "m")).toEqual([]);
    expect(codes("gate", "m")).toEqual(["flag-without-effect"]);
    expect(codes("a$b")).toEqual(["anchor-inside"]);
    expect(codes("a$\\R")).toEqual([]);
  });

  test("two dialects are related, each by its own rules", () => {
    const relation = (pattern: string) => drained(relate(programOf(pattern, "", "java"), programOf(pattern, "", "python"))).relation;
    expect(relation("\\d+")).toBe("left-within-right");
    expect(relation("[a-z]+$")).toBe("equal");
    expect(relation("a{2,3}")).toBe("equal");
  });

  test("a switch of dialect says what changes, item by item", () => {
    const changes = (pattern: string, flags = "") =>
      meaningChanges(read({ dialect: "python", pattern, flags }), read({ dialect: "java", pattern, flags })).map(({ start, end, message }) => [
        pattern.slice(start, end),
        message,
      ]);
    expect(changes("[a-c]x")).toEqual([]);
    expect(changes("a$")).toEqual([["$", "it holds where the text ends, and before a line end of any kind that ends it"]]);
    expect(changes("^a", "m")).toEqual([["^", "it holds where any line begins, CR LF as one, but not where the text ends"]]);
    expect(changes("\\d")).toEqual([["\\d", expect.stringMatching(/^it does not take .* any more$/)]]);
  });
});

/** So often that what is quadratic takes minutes. */
const TIMES = sized(2_000, 20_000);

describe("bad input", () => {
  test("any string gives a tree or diagnostics, in time linear in its length", () => {
    for (const part of ["[", "[a&&", "(?i", "\\Q", "(?<=a", "\\p{", "\\x{", "{", "(?<n>", "&&", "\\R", "$", "a{2}"]) {
      const { diagnostics, root } = readIn("java", part.repeat(TIMES), "x");
      expect([part, root.end, diagnostics.length <= 101]).toEqual([part, part.length * TIMES, true]);
    }
  });
});
