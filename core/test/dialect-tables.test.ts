/** The dialects' tables hold together: what is longest is read first, letters are known once, and every row can be written. */
import { describe, expect, test } from "@jest/globals";
import { diagnostic, MESSAGES } from "../src/diagnostic/diagnostic.ts";
import { isClusterEdge, isPaired, isSegmentEdge } from "../src/dialect/assertions.ts";
import { type Dialect, NO_OPTIONS } from "../src/dialect/dialect.ts";
import { READ_DIALECTS } from "../src/dialect/index.ts";
import { assertionNumber } from "../src/program/assertions.ts";
import { readIn } from "./support.ts";

/** A text that begins with another stands before it: it would never be read else. */
function longestFirst(texts: readonly string[]): string[] {
  return texts.filter((text, i) => texts.slice(0, i).some((earlier) => text.startsWith(earlier) && text !== earlier));
}

describe.each(READ_DIALECTS.map((dialect): [string, Dialect] => [dialect.name, dialect]))("%s", (name, dialect) => {
  const { syntax, semantics, flags, exclusive } = dialect;

  test("operators and openers: the longest first", () => {
    expect(longestFirst(syntax.operators.map(([sign]) => sign))).toEqual([]);
    expect(longestFirst(syntax.groupOpeners.map(([sign]) => sign))).toEqual([]);
  });

  test("flags: each letter once, and those that exclude each other are there", () => {
    const letters = flags.map(({ letter }) => letter);
    expect(new Set(letters).size).toBe(letters.length);
    expect(exclusive.flat().filter((letter) => !letters.includes(letter))).toEqual([]);
  });

  test("flags set options that there are", () => {
    const known = Object.keys(NO_OPTIONS);
    const set = [...flags.map(({ sets }) => sets), ...Object.values(syntax.inlineFlags).flatMap(({ sets, unsets }) => [sets, unsets ?? {}])];
    expect(set.flatMap((each) => Object.keys(each)).filter((option) => !known.includes(option))).toEqual([]);
  });

  test("every flag is read, alone, and in a pattern where it can stand there", () => {
    for (const { letter } of flags) expect([letter, readIn(name as "python", "a", letter).diagnostics]).toEqual([letter, []]);
    for (const letter of Object.keys(syntax.inlineFlags)) {
      expect([letter, readIn(name as "python", `(?${letter}:a)`, "").diagnostics.map(({ code }) => code)]).toEqual([letter, []]);
    }
  });

  test("classes and their opposites come in pairs that share a set", () => {
    const classes = Object.entries(syntax.escapes).flatMap(([letter, meaning]) => (meaning.kind === "class" ? [{ letter, ...meaning }] : []));
    for (const { letter, negated, set } of classes) {
      const other = classes.find((each) => each.letter !== letter && each.letter.toLowerCase() === letter.toLowerCase());
      expect([letter, other?.negated, other?.set(NO_OPTIONS)]).toEqual([letter, !negated, set(NO_OPTIONS)]);
    }
  });

  const EVERY = [NO_OPTIONS, { ...NO_OPTIONS, lineAnchors: true }, { ...NO_OPTIONS, unixLines: true }, { ...NO_OPTIONS, lineAnchors: true, unixLines: true }];

  test("assertions are those of the one table", () => {
    const asked = [
      ...syntax.operators.flatMap(([, operator]) => (operator.kind === "anchor" ? EVERY.map(operator.assertion) : [])),
      ...Object.values(syntax.escapes).flatMap((meaning) => (meaning.kind === "assertion" ? EVERY.map(meaning.assertion) : [])),
    ];
    expect(
      asked.filter((assertion) => !isPaired(assertion) && !isClusterEdge(assertion) && !isSegmentEdge(assertion) && assertionNumber(assertion) < 0),
    ).toEqual([]);
    // In a list of texts nothing is asserted.
    expect(asked.length).toBeGreaterThanOrEqual(dialect.name === "literal" ? 0 : 4);
  });

  test("word characters, line ends and what the dot takes are sets in their one form", () => {
    for (const options of [NO_OPTIONS, { ...NO_OPTIONS, dotTakesAll: true }, { ...NO_OPTIONS, asciiClasses: true, ignoreCase: true, codePoints: true }]) {
      for (const set of [semantics.word(options), semantics.lineEnds(options), semantics.dot(options)]) {
        expect(set.length % 2).toBe(0);
        expect(set.every((value, i) => i === 0 || value > (set[i - 1] as number) || (i % 2 === 1 && value === set[i - 1]))).toBe(true);
      }
    }
  });
});

describe("messages", () => {
  test("say what is wrong in a sentence, with room for what is told", () => {
    for (const [code, [severity, message]] of Object.entries(MESSAGES)) {
      expect([code, ["syntax-error", "unsupported"].includes(severity)]).toEqual([code, true]);
      expect([code, /^[A-Z“{].*[.”}]$/.test(message)]).toEqual([code, true]);
      // Places are numbered from nought, without a gap.
      const places = [...message.matchAll(/\{(\d)\}/g)].map(([, n]) => Number(n));
      expect([code, [...new Set(places)].sort()]).toEqual([code, Array.from({ length: new Set(places).size }, (_, i) => i)]);
    }
  });

  test("keep their place, and what is told is put in as it is", () => {
    expect(diagnostic("reference-number", { start: 3, end: 5 }, 7, 2)).toMatchObject({
      start: 3,
      end: 5,
      message: "There is no group 7; the pattern has 2. Use a smaller number.",
    });
  });
});
