/** The linear machine: time that is linear in the text, bounded tables, slices; and the forecast's exact counts. */
import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { DEPTH } from "../../scripts/depth.mjs";
import { chooseMachine, forecast, LinearMachine, planOf } from "../src/index.ts";
import { matchesOf, programOf, rowsOf } from "./support.ts";

const linear = (pattern: string, text: string, flags = "", countOnly = false): LinearMachine => {
  const machine = new LinearMachine(programOf(pattern, flags), text, { mode: "all", countOnly });
  machine.advance(Number.MAX_SAFE_INTEGER);
  return machine;
};

describe("the linear machine", () => {
  test.each([
    ["(a+)+$", `${"a".repeat(20_000)}b`, []],
    ["(?:a|aa)+c", "a".repeat(20_000), []],
    ["(.*)(.*)(.*)x", "a".repeat(3_000), []],
    ["(?=(a+)+b)a", "a".repeat(20_000), []],
    ["(?<=(?:a*)*b)c", `${"a".repeat(20_000)}c`, []],
  ])("/%s/ ends where a backtracker would not", (pattern, text, expected) => {
    expect(rowsOf(linear(pattern, text).matches)).toEqual(expected);
  });

  test("captures of a match that a backtracker would need ages for", () => {
    const text = `${"a".repeat(40)}${"a".repeat(40)}b`;
    expect(rowsOf(linear("(?:(a+)+c|(a+)+b)", text).matches)).toEqual([[0, 81, null, [0, 80]]]);
  });

  test.each([
    ["a table thrown away many times", "(?:a|b)*a(?:a|b){12}c", "ab"],
    ["counts in counts", "(?:(?:ab?){3,5}b){2,4}", "ab"],
    ["many classes", "[a-f]+[d-k]+[h-z]?", "adehkz"],
  ])("%s", (_what, pattern, letters) => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...letters), { maxLength: 200 }), (t) => {
        matchesOf(pattern, "", t.join(""), "all", 1e6);
      }),
      { numRuns: 10 * DEPTH, seed: 4317 },
    );
  });

  test("many lookarounds and many classes of characters at once are more than a table has room for", () => {
    const letters = Array.from({ length: 300 }, (_, i) => String.fromCodePoint(0x4e00 + i));
    const looks = letters.slice(0, 8).map((letter) => `(?=.*${letter}.)`);
    const found = (count: number) => planOf(programOf(`${looks.slice(0, count).join("")}(?:${letters.map((letter) => `${letter}x`).join("|")})`));
    expect([typeof found(4), found(8)]).toEqual(["object", "looks"]);
    const text = `${letters.slice(0, 9).join("")}x`;
    expect(matchesOf(`${looks.join("")}(?:${letters.map((letter) => `${letter}x`).join("|")})`, "", `${letters[8]}x${text}`, "all")).toEqual([[0, 2]]);
  });

  test.each([
    ["a+b", "linear", undefined],
    ["(\\w+)\\1", "backtracking", "references"],
    ["(?:(?:(?:a{1000}){1000}){1000}){1000}", "backtracking", "counts"],
    ["(?=aa)(?=ab)(?=ac)(?=ad)(?=ae)(?=af)(?=ag)(?=ah)", "linear", undefined],
    ["(?=aa)(?=ab)(?=ac)(?=ad)(?=ae)(?=af)(?=ag)(?=ah)(?=ai)", "linear", "looks"],
  ])("%s runs on the %s machine", (pattern, machine, refusal) => {
    const program = programOf(pattern);
    expect(chooseMachine(program)).toMatchObject({ machine, reason: expect.stringMatching(/\w/) });
    const plan = planOf(program);
    expect(typeof plan === "string" ? plan : undefined).toBe(refusal);
    if (machine === "backtracking") expect(() => new LinearMachine(program, "", { mode: "all" })).toThrow(RangeError);
  });

  test("counts without looking for starts, and stops at so many matches", () => {
    expect(linear("\\w+", "gate 12, weir 3", "", true).count).toBe(4);
    const machine = new LinearMachine(programOf("\\w"), "gate", { mode: "all", matchLimit: 2 });
    machine.advance(1000);
    expect([machine.outcome, machine.count]).toEqual(["match-limit", 2]);
  });
});

describe("forecasts", () => {
  test.each([
    ["(a+)+$", (n: number) => `${"a".repeat(n)}b`, [6, 7, 8, 9]],
    ["(?:a|a)*c", (n: number) => "a".repeat(n), [5, 6, 7]],
    ["a*a*a*b", (n: number) => "a".repeat(n), [10, 20, 30]],
  ])("/%s/ as counted by running it", (pattern, text, sizes) => {
    for (const size of sizes) expect(matchesOf(pattern, "", text(size), "first", 1e7)).toEqual([]);
  });

  test("hundreds of digits, exact: one more letter doubles the work and adds a constant", () => {
    const steps = (n: number) => BigInt(forecast(programOf("(a+)+$"), `${"a".repeat(n)}b`, { mode: "start" }).steps);
    const [one, two, three] = [steps(400), steps(401), steps(402)] as [bigint, bigint, bigint];
    expect(String(one).length).toBeGreaterThan(120);
    expect(three - two).toBe(2n * (two - one));
  });

  test("goes on in slices, and stops a run with back-references at its budget", () => {
    const whole = forecast(programOf("(a|b)*c"), "ab".repeat(50), { mode: "all" });
    expect(whole.exact).toBe(true);
    const cut = forecast(programOf("(a+)+\\1$"), `${"a".repeat(40)}b`, { mode: "first", stepBudget: 10_000 });
    expect(cut.exact).toBe(false);
    expect(cut.steps).toBeGreaterThanOrEqual(10_000);
  });
});
