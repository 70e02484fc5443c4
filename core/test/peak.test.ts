/** Peaks: short texts that cost far more than their length, of patterns whose work does not grow for ever. */
import { describe, expect, test } from "@jest/globals";
import { onlyDeep, sized } from "../../scripts/depth.mjs";
import { assessNow, type DialectName, forecast, HAZARD_MODES, type HazardMode, rankOf } from "../src/index.ts";
import { programOf } from "./support.ts";

const peakOf = (pattern: string, mode: HazardMode = "search", dialect: DialectName = "ecmascript") => {
  const program = programOf(pattern, "", dialect);
  const verdict = assessNow(program, mode);
  return { program, verdict, peak: verdict.peak };
};

type Peak = [name: string, pattern: string, least: bigint, mode?: HazardMode, dialect?: DialectName];

describe("a peak is found, and its steps are what the machine takes", () => {
  test.each<Peak>([
    ["optional items, then as many", "a?".repeat(20) + "a".repeat(20), 10_000_000n],
    ...onlyDeep<Peak>(["the same, counted", "^(?:a?){20}a{20}$", 10_000_000n]),
    ...onlyDeep<Peak>(["forty of them", "^(?:a?){40}a{40}$", 10_000_000_000_000n]),
    ["lazy ones", `${"a??".repeat(24)}b`, 10_000_000n],
    ...onlyDeep<Peak>(["words", "^(?:(?:ab)?){24}(?:ab){24}$", 1_000_000_000n]),
    ["either letter", "(?:x?y?){12}z", 1_000_000n],
    ["alternatives", `^${"(?:a|ab|b)".repeat(40)}$`, 1_000_000n],
    ...onlyDeep<Peak>(["the whole text", "(?:a?){22}a{22}", 1_000_000n, "whole"]),
    ...onlyDeep<Peak>(["beside a loop", "^(?:a?){22}a{22}(?:;\\d+)*$", 1_000_000n]),
    ...onlyDeep<Peak>(["with a reference", "(['\"])(?:a?){22}a{22}\\1", 1_000_000n]),
    ...onlyDeep<Peak>(["python", "^(?:a?){22}a{22}\\Z", 1_000_000n, "search", "python"]),
    ["all that there is room for, and one more", "^(?:.|\\s){1,50}$", 1_000_000_000n],
    ...onlyDeep<Peak>(["turns that may take nothing", "^(?:a?){16,}b", 1_000_000n, "search", "python"]),
    ...onlyDeep<Peak>(["either of two that take nothing, twenty times", "(?:a?|b?){20}c", 1_000_000_000n]),
    ["nothing else than that", "(?:(?:^)?){30}x", 1_000_000_000n, "search", "python"],
    ["inside a lookahead", "(?=(?:|){20}x)a", 1_000_000n],
    ["what only looks around", "(?:(?<!c)(?<=[\\s\\S])|(?<=a{0,20})){16,}$", 1_000_000n],
    ...onlyDeep<Peak>(["attempts at every offset, none of them dear", "([^a]{0,20}){1,3}(?>(?:ab+[\\s\\S]{1,3}){2})$", 2_000_000n, "all", "python"]),
    ["inside a negative lookahead, with more threads than there is room for", "^(?!(?:ab[^a]|a?){30}\\d[\\s\\S]+)", 1_000_000n],
    ["where most texts with many ways match", "^(?:\\D|[^a]){0,32}b", 1_000_000_000n],
    ["beside a negative lookahead for what no way is like", "^(?![^a]+-)(?:\\D|[^a]){0,32}b", 1_000_000_000n],
    ["beside one that lasts to the end", "^(?!.*-)(?:\\D|[^a]){0,32}b", 1_000_000_000n],
    ["beside one, and a loop that takes all there is", "^(?!a{1,3})(?:.|\\D){22}(?:\\D|\\d)*$", 10_000_000n],
    ["behind what a lookbehind asks for", "(?<=[^b]{2})(?:\\w|[^b]){0,20}!", 1_000_000n],
    ...onlyDeep<Peak>(["counts in counts", "^(?:(?:[a-z]\\d?){1,10}-?){1,10}$", 1_000_000_000n]),
    ...onlyDeep<Peak>(["counts in counts in counts", "^(?:(?:(?:\\d{0,6}b?)){2,5}\\w){0,3}$", 1_000_000_000n]),
  ])("%s", (_, pattern, least, mode = "search", dialect = "ecmascript") => {
    const { program, verdict, peak } = peakOf(pattern, mode, dialect);
    expect(verdict).toMatchObject({ growth: "linear", findings: [] });
    if (!peak) throw new Error("no peak");
    expect(peak.text.length).toBeLessThanOrEqual(201);
    expect(peak.steps).toBeGreaterThanOrEqual(least);
    expect(BigInt(forecast(program, peak.text, { mode: HAZARD_MODES[mode].asks }).steps)).toBe(peak.steps);
    // Worse than what is not known, and less than what grows with every text.
    expect(rankOf(verdict)).toBeGreaterThan(rankOf({ growth: "undecided", degree: null }));
    expect(rankOf(verdict)).toBeLessThan(rankOf({ growth: "polynomial", degree: 2 }));
  });
});

describe("no peak", () => {
  test.each<[name: string, pattern: string, dialect?: DialectName]>([
    ["few optional items", "^(?:a?){8}a{8}$"],
    ["long counts that share nothing", "^[a-z]{1,63}(?:\\.[a-z]{1,63}){1,5}$"],
    ["many alternatives that begin differently", `^(?:${Array.from({ length: 26 }, (_, i) => `${String.fromCharCode(97 + i)}\\d`).join("|")}){1,40}$`],
    ["a plain date", "^\\d{4}-\\d{2}-\\d{2}(?:T\\d{2}:\\d{2}(?::\\d{2})?)?$"],
    ["what comes before matches any text", "^(?:[^]*|(?:a?){40}a{40})"],
    ["each settled", "^(?:a?+){40}a{40}$", "python"],
    ["settled as a whole", "^(?>(?:a?){20})a{20}$", "python"],
    ["a loop", "^a+b$"],
    ["few turns that take nothing", "^(?:a?|b?){3}c"],
    ["turns of which one way at most takes nothing", "^(?:a?|b){16,}+c", "python"],
  ])("%s", (_, pattern, dialect = "ecmascript") => {
    const { verdict, peak } = peakOf(pattern, "search", dialect);
    expect([verdict.growth, peak]).toEqual(["linear", null]);
  });

  test("what grows has findings, and no peak beside them", () => {
    expect(peakOf("^(?:a?){30}(a+)+$").verdict).toMatchObject({ growth: "exponential", peak: null });
  });

  sized(test.skip, test)("where there is no time for a verdict the peak is known already", () => {
    let calls = 0;
    const verdict = assessNow(programOf("(?:a{0,9}){9}b"), "search", { stop: () => ++calls > 40 });
    expect(verdict).toMatchObject({ growth: "undecided", reason: "too-long" });
    expect(verdict.peak?.steps).toBeGreaterThan(1_000_000_000n);
  });
});
