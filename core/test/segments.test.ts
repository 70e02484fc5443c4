/** Edges of words, sentences and lines: what Perl says of made-up texts, and one answer of all machines. */
import { readFileSync } from "node:fs";
import { beforeAll, describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { DEPTH, portion, sized } from "../../scripts/depth.mjs";
import { quantifiers } from "../src/contrast/variants.ts";
import { assessNow, chooseMachine, drained, examples, itemAt, planOf, relate, tablesFor } from "../src/index.ts";
import { matchesOf, programOf, readIn } from "./support.ts";

type Kind = "wb" | "sb" | "lb";

const RECORDED = readFileSync(new URL("cases/perl-segments.txt", import.meta.url), "utf8")
  .trim()
  .split("\n")
  .slice(1)
  .map((line) => {
    const [kind = "", codes = "", held = ""] = line.split("\t");
    return { kind, text: codes.split(" ").map((code) => String.fromCodePoint(Number.parseInt(code, 16))), held };
  });

/** A digit for every place between characters: whether the pattern, which takes nothing, holds there. */
function heldAt(pattern: string, characters: readonly string[]): string {
  const found = matchesOf(pattern, "", characters.join(""), "all", 1e7, "perl");
  const starts = new Set(found?.map(([start]) => start));
  const places = Array.from({ length: characters.length + 1 }, (_, i) => characters.slice(0, i).join("").length);
  return places.map((place) => Number(starts.has(place))).join("");
}

beforeAll(() => tablesFor("\\b{wb}"));

describe.each<Kind>(["wb", "sb", "lb"])("\\b{%s}", (kind) => {
  const recorded = RECORDED.filter((row) => row.kind === kind);
  const negated = (held: string): string => [...held].map((digit) => 1 - Number(digit)).join("");

  test("holds where Perl says, and \\B{…} everywhere else", () => {
    expect(recorded.length).toBe(120);
    const asked = portion(recorded, 23);
    const wrong = (pattern: string, rows: readonly (typeof recorded)[number][], answer: (held: string) => string) =>
      rows.filter(({ text, held }) => heldAt(pattern, text) !== answer(held));
    expect(wrong(`\\b{${kind}}`, asked, (held) => held)).toEqual([]);
    // All machines go by the same program, so a few tell whether it is turned round.
    expect(wrong(`\\B{${kind}}`, recorded.slice(0, sized(5, 15)), negated)).toEqual([]);
  });

  test("never holds in an empty text", () => {
    expect([matchesOf(`\\b{${kind}}`, "", "", "all", 1e4, "perl"), matchesOf(`\\B{${kind}}`, "", "", "all", 1e4, "perl")]).toEqual([[], [[0, 0]]]);
  });

  test("all machines agree on what stands between two of them", () => {
    const characters = fc.array(fc.constantFrom(...new Set(recorded.flatMap(({ text }) => text))), { maxLength: 8 });
    fc.assert(
      fc.property(characters, (text) => {
        // What they find is compared where it is asked for.
        expect(matchesOf(`\\b{${kind}}(?s:.+?)\\b{${kind}}`, "", text.join(""), "all", 1e7, "perl")).toBeDefined();
      }),
      { numRuns: 10 * DEPTH },
    );
  });

  test("is one sign, which an automaton can take twice and negated", () => {
    const reading = readIn("perl", `a\\b{${kind}}b`, "");
    expect(reading.diagnostics).toEqual([]);
    expect(itemAt(reading, 3)).toMatchObject({ start: 1, end: 7, sentence: expect.stringMatching(/^holds where a .*, and takes nothing$/) });
    // What it is put together from is nobody's to change.
    expect(quantifiers(readIn("perl", `\\b{${kind}}a+`, "")).map(({ start }) => start)).toEqual([6]);
    expect(chooseMachine(programOf(`\\b{${kind}}\\w+\\B{${kind}}.\\b{ ${kind} }`, "", "perl")).machine).toBe("linear");
  });
});

test("edges of two kinds in one pattern are not too many lookarounds for an automaton", () => {
  expect(typeof planOf(programOf("\\b{wb}\\w+\\s\\b{sb}", "", "perl"))).toBe("object");
  expect(matchesOf("\\b{wb}\\w+\\W\\s?\\b{sb}", "", "To the weir. So it was!", "all", 1e6, "perl")).toEqual([
    [7, 13],
    [19, 23],
  ]);
});

test.each<[Kind, string, string[]]>([
  ["wb", "The ebb's 4.5 knots,  say.", ["The", " ", "ebb's", " ", "4.5", " ", "knots", ",", "  ", "say", "."]],
  ["sb", 'Slack at 4.5 m. Is it? "Yes." So (mr. pike) says', ["Slack at 4.5 m. ", "Is it? ", '"Yes." ', "So (mr. pike) says"]],
  ["lb", "Pay $4.50 (or 潮流) — well-kept.", ["Pay ", "$4.50 ", "(or ", "潮", "流) ", "— ", "well-", "kept."]],
])("%s cuts a text of everyday", (kind, text, parts) => {
  const found = matchesOf(`(?s).+?\\b{${kind}}`, "", text, "all", 1e6, "perl") ?? [];
  expect(found.map(([start, end]) => text.slice(start, end))).toEqual(parts);
});

describe("what stands on patterns sees a sign, not what it is put together from", () => {
  test.each(["\\b{sb}", "\\b{gcb}", "\\X"])("examples cover what is written beside %s", (sign) => {
    const { covers, texts } = drained(examples(programOf(`${sign}(?:a|b)`, "", "perl"), { mode: "search", count: 2, seed: 1 }));
    expect(covers.map(({ start, end }) => [start - sign.length, end - sign.length])).toEqual([
      [3, 4],
      [5, 6],
    ]);
    expect(texts.length).toBe(2);
  });

  test("a hazard names each place once", () => {
    const { findings } = assessNow(programOf("\\b{sb}\\w", "", "perl"), "search");
    for (const { parts } of findings) expect(new Set(parts.map(({ start, end }) => `${start} ${end}`)).size).toBe(parts.length);
    expect(findings.length).toBeGreaterThan(0);
  });

  test("the same edge is the same to whoever compares two patterns", () => {
    const [left, right, other] = ["\\b{wb}a+", "\\b{wb}aa*", "\\B{wb}a+"].map((pattern) => programOf(pattern, "", "perl"));
    if (!left || !right || !other) throw new Error("no programs");
    expect(drained(relate(left, right))).toMatchObject({ relation: "equal", both: "a" });
    // No text begins inside of a word.
    expect(drained(relate(left, other))).toMatchObject({ relation: "right-within-left", onlyLeft: "a", both: null });
  });
});
