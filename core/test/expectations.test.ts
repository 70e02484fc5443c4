/** Expectations as lines and as values, and what is judged of them. */
import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { DEPTH } from "../../scripts/depth.mjs";
import { asFound, drained, type Expectation, findSlices, judgeSlices, readExpectations, writeExpectation } from "../src/index.ts";
import { programOf } from "./support.ts";

const one = (line: string) => readExpectations(line)[0]?.expectation;

describe("lines", () => {
  test.each<[string, Expectation]>([
    ["gate 7", { text: "gate 7", mode: "all", expect: "match" }],
    ["+ gate 7", { text: "gate 7", mode: "all", expect: "match" }],
    ["- gate", { text: "gate", mode: "all", expect: "no-match" }],
    ["+^ gate", { text: "gate", mode: "start", expect: "match" }],
    ["-= gate", { text: "gate", mode: "whole", expect: "no-match" }],
    ["+2 a a", { text: "a a", mode: "all", expect: "match", count: 2 }],
    ["+=1 a", { text: "a", mode: "whole", expect: "match", count: 1 }],
    ["+", { text: "", mode: "all", expect: "match" }],
    ["-  two blanks", { text: " two blanks", mode: "all", expect: "no-match" }],
    ["+44 is a count, +44", { text: "is a count, +44", mode: "all", expect: "match", count: 44 }],
    ["+44x is none", { text: "+44x is none", mode: "all", expect: "match" }],
    ["-x", { text: "-x", mode: "all", expect: "match" }],
    [String.raw`+ a\tb\n\\n\q`, { text: "a\tb\n\\n\\q", mode: "all", expect: "match" }],
    [
      "+ gate 7\t0-6[5-6,~]\t2-3",
      {
        text: "gate 7",
        mode: "all",
        expect: "match",
        matches: [
          { start: 0, end: 6, groups: [{ start: 5, end: 6 }, null] },
          { start: 2, end: 3 },
        ],
      },
    ],
    ["+ gate 7\tnonsense", { text: "gate 7", mode: "all", expect: "match" }],
  ])("%j", (line, wanted) => {
    expect(one(line)).toEqual(wanted);
  });

  test("empty lines and comments say nothing; the others know where they stand", () => {
    expect(readExpectations("# texts\n\na\n   \n- b").map(({ line, expectation }) => [line, expectation.text])).toEqual([
      [2, "a"],
      [4, "b"],
    ]);
  });

  test("what was written is read again", () => {
    const stretch = fc.tuple(fc.nat(50), fc.nat(50)).map(([start, more]) => ({ start, end: start + more }));
    const expectation = fc.record(
      {
        text: fc.string({ unit: fc.constantFrom("a", " ", "\n", "\t", "\\", "n", "#", "+", "-", "🐟", "\r") }),
        mode: fc.constantFrom("all" as const, "start" as const, "whole" as const),
        expect: fc.constantFrom("match" as const, "no-match" as const),
        count: fc.nat(99),
        matches: fc.array(fc.record({ start: fc.constant(0), end: fc.nat(9), groups: fc.array(fc.option(stretch)) }, { requiredKeys: ["start", "end"] }), {
          minLength: 1,
        }),
      },
      { requiredKeys: ["text", "mode", "expect"] },
    );
    fc.assert(
      fc.property(expectation, (each) => expect(one(writeExpectation(each as Expectation))).toEqual(each)),
      { numRuns: 50 * DEPTH },
    );
  });
});

describe("judging", () => {
  const judge = (pattern: string, expectations: readonly Partial<Expectation>[]) =>
    drained(
      judgeSlices(
        programOf(pattern, ""),
        expectations.map((each) => ({ text: "", mode: "all", expect: "match", ...each })),
      ),
    ).map(({ passed, count }) => [passed, count]);

  test("matches, none, so many, those", () => {
    const text = "gate 7 gate";
    expect(
      judge("gate( \\d)?", [
        { text },
        { text, expect: "no-match" },
        { text: "weir", expect: "no-match" },
        { text, count: 2 },
        { text, count: 1 },
        { text, mode: "first", count: 1 },
        { text, mode: "start" },
        { text, mode: "whole" },
        {
          text,
          matches: [
            { start: 0, end: 6 },
            { start: 7, end: 11 },
          ],
        },
        {
          text,
          matches: [
            { start: 0, end: 6, groups: [{ start: 4, end: 6 }] },
            { start: 7, end: 11, groups: [null] },
          ],
        },
        {
          text,
          matches: [
            { start: 0, end: 6, groups: [null] },
            { start: 7, end: 11 },
          ],
        },
        { text, matches: [{ start: 0, end: 6 }] },
        {
          text,
          matches: [
            { start: 0, end: 6, groups: [] },
            { start: 7, end: 11 },
          ],
        },
      ]),
    ).toEqual([
      [true, 2],
      [false, 2],
      [true, 0],
      [true, 2],
      [false, 2],
      [true, 1],
      [true, 1],
      [false, 0],
      [true, 2],
      [true, 2],
      [false, 2],
      [false, 2],
      [false, 2],
    ]);
  });

  test("a set that was recorded from a pattern passes on it, through its lines, and not on one that finds other things", () => {
    const patterns = ["a*", "(a)(b)?", "(?:(a)|b)+?", "\\b", "(a|ab)(c?)", "[^a]+", "((a)b)*", "$"];
    const text = fc.string({ unit: fc.constantFrom("a", "b", "c", " ", "\n", "\t", "\\"), maxLength: 7 });
    fc.assert(
      fc.property(
        fc.constantFrom(...patterns),
        fc.array(text, { minLength: 1, maxLength: 6 }),
        fc.constantFrom("all" as const, "start" as const, "whole" as const),
        (pattern, texts, mode) => {
          const program = programOf(pattern, "");
          const asked = texts.map((each): Expectation => ({ text: each, mode, expect: "match" }));
          const lines = drained(judgeSlices(program, asked)).map((judged, i) => writeExpectation(asFound(asked[i] as Expectation, judged)));
          const recorded = readExpectations(lines.join("\n")).map(({ expectation }) => expectation);
          expect(recorded).toHaveLength(texts.length);
          expect([pattern, lines, drained(judgeSlices(program, recorded)).every(({ passed }) => passed)]).toEqual([pattern, lines, true]);
          // One more group is another answer.
          const other = drained(judgeSlices(programOf(`${pattern}()`, ""), recorded));
          expect(other.every(({ passed, count }) => count === 0 || !passed || program.slots.length === 0)).toBe(true);
        },
      ),
      { numRuns: 30 * DEPTH },
    );
  });

  test("what takes too many steps has not passed", () => {
    const [judged] = drained(
      judgeSlices(programOf("^(?:(a+)+\\1)+$", ""), [{ text: `${"a".repeat(40)}b`, mode: "all", expect: "no-match" }], { stepLimit: 10_000 }),
    );
    expect([judged?.passed, judged?.cut]).toEqual([false, "steps"]);
  });

  test("what is recorded of a pattern passes on it", () => {
    const pattern = fc.constantFrom("a+?b", "(a|ab)(c)?", "\\b\\w", "", "(?:x(y)?)+", "^a|b$");
    fc.assert(
      fc.property(pattern, fc.array(fc.string({ unit: fc.constantFrom("a", "b", "c", "x", "y", " ", "\n"), maxLength: 12 })), (source, texts) => {
        const program = programOf(source, "m");
        const recorded = texts.map((text): Expectation => {
          const { matches } = drained(findSlices(program, text, { mode: "all" }));
          const rows = Array.from({ length: matches.length }, (_, i) => ({
            start: matches.start(i),
            end: matches.end(i),
            groups: Array.from({ length: matches.groupCount }, (__, g) => matches.group(i, g + 1)),
          }));
          return { text, mode: "all", expect: rows.length > 0 ? "match" : "no-match", count: rows.length, matches: rows };
        });
        expect(drained(judgeSlices(program, recorded)).every(({ passed }) => passed)).toBe(true);
      }),
      { numRuns: 20 * DEPTH },
    );
  });
});
