/** `sift` by the contract. */
import { describe, expect, test } from "@jest/globals";
import { answerLine } from "../src/contract/lines.ts";
import { siftRequest } from "../src/contract/requests.ts";
import { sift } from "../src/contract/sift.ts";

const asked = (request: object): Record<string, unknown> => JSON.parse(answerLine(JSON.stringify(request), siftRequest, sift));

describe("by the contract", () => {
  test("gives lines, parts and their count", () => {
    expect(asked({ id: "4", dialect: "ere", pattern: "b+", text: "ab\nc\nbb b\n" })).toEqual({
      id: "4",
      status: "ok",
      lines: [
        { line: 1, start: 0, end: 2 },
        { line: 3, start: 5, end: 9 },
      ],
      parts: [
        { line: 1, start: 1, end: 2 },
        { line: 3, start: 5, end: 7 },
        { line: 3, start: 8, end: 9 },
      ],
      count: 2,
      elapsedMs: expect.any(Number),
    });
  });

  test("the others, whole lines, and one of several patterns", () => {
    const text = "ab\nb\nba";
    expect(asked({ dialect: "literal", patterns: ["ab", "ba"], text, keep: "others" })).toMatchObject({
      lines: [{ line: 2, start: 3, end: 4 }],
      parts: [],
      count: 1,
    });
    expect(asked({ pattern: "b", text, whole: "line" })).toMatchObject({ lines: [{ line: 2 }], count: 1 });
    expect(asked({ patterns: [], text })).toMatchObject({ status: "ok", lines: [], count: 0 });
  });

  test("says which of several patterns has a mistake", () => {
    expect(asked({ patterns: ["a", "(b"], text: "a" })).toMatchObject({ status: "syntax-error", in: 1, error: { start: 0 } });
    expect(asked({ pattern: "(b", text: "a" })).not.toHaveProperty("in");
  });

  test("gives what was found before a line that takes too long", () => {
    const text = `aab\n${"a".repeat(60)}\nb`;
    expect(asked({ dialect: "pcre", pattern: "(a+)+\\1b", text })).toMatchObject({ status: "step-limit", count: 1, lines: [{ line: 1 }] });
  });

  test.each([
    { pattern: "a" },
    { text: "a" },
    { pattern: "a", patterns: ["a"], text: "" },
    { pattern: "a", text: "", keep: "all" },
    { pattern: "a", text: "", whole: "text" },
  ])("%j is a bad request", (request) => {
    expect(asked(request)).toMatchObject({ status: "bad-request", error: { code: "invalid-field" } });
  });
});
