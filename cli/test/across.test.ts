/** `across` and `carry` by the contract, and for a person. */
import { describe, expect, test } from "@jest/globals";
import { across } from "@lamprey/core/answers/across";
import { carry } from "@lamprey/core/answers/carry";
import { answerLine } from "../src/contract/lines.ts";
import { acrossRequest, carryRequest } from "../src/contract/requests.ts";

const asked = (request: object): Record<string, unknown> => JSON.parse(answerLine(JSON.stringify(request), acrossRequest, across));
const carried = (request: object): Record<string, unknown> => JSON.parse(answerLine(JSON.stringify(request), carryRequest, carry));

describe("across", () => {
  test("gives readings and pairs, with a shortest text where they differ", () => {
    const answer = asked({ id: "7", pattern: "a|ab", dialects: [{ dialect: "python" }, { dialect: "ere", flags: "" }, { dialect: "perl", flags: "i" }] });
    expect(answer).toMatchObject({ id: "7", status: "ok", elapsedMs: expect.any(Number) });
    expect(answer.readings).toEqual(["python", "ere", "perl"].map((dialect) => ({ dialect, status: "ok" })));
    expect(answer.pairs).toContainEqual(
      expect.objectContaining({
        left: 0,
        right: 1,
        same: false,
        witness: { text: "ab", left: [{ start: 0, end: 1, groups: [] }], right: [{ start: 0, end: 2, groups: [] }] },
      }),
    );
  });

  test("leaves out a reading with a mistake, and compares on a text where one is given", () => {
    const answer = asked({
      pattern: "(?<n>a)",
      text: "a",
      dialects: [
        { dialect: "ecmascript", flags: "" },
        { dialect: "python", flags: "" },
        { dialect: "java", flags: "" },
      ],
    });
    expect(answer.readings).toEqual([
      { dialect: "ecmascript", status: "ok" },
      { dialect: "python", status: "syntax-error", error: expect.objectContaining({ start: 0 }) },
      { dialect: "java", status: "ok" },
    ]);
    expect(answer.pairs).toEqual([{ left: 0, right: 2, same: true, witness: null }]);
  });

  test.each([{ pattern: "a" }, { pattern: "a", dialects: [{ dialect: "cobol", flags: "" }] }, { dialects: [] }])("%j is a bad request", (request) => {
    expect(asked(request)).toMatchObject({ status: "bad-request" });
  });
});

describe("carry", () => {
  test("gives the pattern with what was lost and whether it is the same", () => {
    expect(carried({ pattern: "(?P<n>a)\\Z", dialect: "python", to: "java" })).toMatchObject({
      status: "ok",
      pattern: "(?<n>a)\\z",
      flags: "",
      lost: [],
      same: true,
      witness: null,
    });
    expect(carried({ pattern: "a.b", dialect: "ecmascript", to: "python" })).toMatchObject({
      status: "ok",
      same: false,
      witness: { text: expect.any(String) },
    });
  });

  test("says where the pattern cannot be carried, or is none", () => {
    expect(carried({ pattern: "x(?<=ab)c", dialect: "pcre", to: "ere" })).toMatchObject({
      status: "unsupported",
      error: { code: "not-carried", start: 1, end: 8 },
    });
    expect(carried({ pattern: "(", dialect: "pcre", to: "ere" })).toMatchObject({ status: "syntax-error" });
    expect(carried({ pattern: "a", to: "cobol" })).toMatchObject({ status: "bad-request" });
  });
});
