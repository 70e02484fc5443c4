/** The shared tables of cases, through every machine, and against the engine of the dialect's own host where it is here. */
import { spawnSync } from "node:child_process";
import { readFileSync } from "node:fs";
import { describe, expect, test } from "@jest/globals";

import { hostMatches, matchesOf, readIn } from "./support.ts";

type Expected = [number, number, ...([number, number] | null)[]];
type Case = [pattern: string, flags: string, text: string, expected: Expected[]];
type Mistake = [pattern: string, flags: string, code: string, start: number, end: number];

function tableOf<T>(name: string): T {
  return JSON.parse(readFileSync(new URL(`./cases/${name}.json`, import.meta.url), "utf8")) as T;
}

/** `newer` is what this Node's engine does not know yet; npm run fuzz has a newer one as its judge. */
const ecmascript = tableOf<{ cases: Case[]; newer: Case[]; errors: Mistake[]; newerErrors: Mistake[] }>("ecmascript");
const python = tableOf<{ cases: Case[]; errors: Mistake[]; unsupported: Mistake[] }>("python");

describe("ecmascript", () => {
  test.each(ecmascript.cases)("/%s/%s on %j", (pattern, flags, text, expected) => {
    const mode = flags.includes("g") ? "all" : "first";
    expect(matchesOf(pattern, flags, text, mode)).toEqual(expected);
    expect(hostMatches(pattern, flags, text, mode)).toEqual(expected);
  });

  test.each(ecmascript.newer)("/%s/%s on %j", (pattern, flags, text, expected) => {
    expect(matchesOf(pattern, flags, text, flags.includes("g") ? "all" : "first")).toEqual(expected);
  });

  test.each([...ecmascript.errors, ...ecmascript.newerErrors])("/%s/%s is %s at %i–%i", (pattern, flags, code, start, end) => {
    const [first] = readIn("ecmascript", pattern, flags).diagnostics;
    expect(first).toMatchObject({ severity: "syntax-error", code, start, end });
    expect(() => new RegExp(pattern, flags)).toThrow(SyntaxError);
  });

  test("several mistakes are all said, in the order of the pattern", () => {
    const codes = readIn("ecmascript", "(a[z-b]*+", "").diagnostics.map((d) => d.code);
    expect(codes).toEqual(["group-open", "range-order", "possessive-none"]);
  });
});

describe("python", () => {
  test.each(python.cases)("%s with %j on %j", (pattern, flags, text, expected) => {
    expect(matchesOf(pattern, flags, text, "all", 1e6, "python")).toEqual(expected);
  });

  test.each([...python.errors, ...python.unsupported])("%s with %j is %s at %i–%i", (pattern, flags, code, start, end) => {
    expect(readIn("python", pattern, flags).diagnostics).toContainEqual(expect.objectContaining({ code, start, end }));
  });

  test("python3 says the same of the whole table, where there is one that is new enough", () => {
    const judge = new URL("../../fuzz/judges/python.py", import.meta.url).pathname;
    const questions = [...python.cases, ...python.errors].map(([pattern, flags, text]) => ({ pattern, flags, text: String(text) }));
    const version = spawnSync("python3", ["-c", "import sys; print(sys.version_info >= (3, 11))"], { encoding: "utf8" });
    if (version.stdout?.trim() !== "True") return;
    const run = spawnSync("python3", [judge], { input: `${JSON.stringify(questions)}\n`, encoding: "utf8" });
    expect(JSON.parse(run.stdout)).toEqual([...python.cases.map(([, , , expected]) => expected), ...python.errors.map(() => null)]);
  });
});
