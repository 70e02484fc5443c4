/** What the hazard's parts say: repairs with what is proved, verdicts in words, figures on a chart. */
import { describe, expect, test } from "@jest/globals";
import type { Relation, Repair } from "@lamprey/core";
import { renderToStaticMarkup } from "react-dom/server";
import type { FindingView, VerdictView } from "../src/engine/hazard/messages.ts";
import { Repairs } from "../src/hazard/Repairs.tsx";
import { realFlags } from "../src/hazard/tryForReal.ts";
import { VerdictWords } from "../src/hazard/verdictWords.tsx";
import { alarmOf, growthClause, headline, peakClause, powerWords, safeClause, shortWord, timeOf, workOf, workWords } from "../src/hazard/words.ts";
import { power, powerTicks, ten } from "../src/shared/stepsChart.ts";

const words = (markup: string): string =>
  markup
    .replace(/<[^>]*>/g, " ")
    .replaceAll("&quot;", '"')
    .replace(/\s+/g, " ")
    .trim();

const EQUAL: Relation = { relation: "equal", onlyLeft: null, onlyRight: null, both: "a", obstacle: null };
const repair = (more: Partial<Repair>): Repair => ({
  pattern: "^a+$",
  shapes: ["one-loop"],
  growth: "linear",
  degree: null,
  relation: EQUAL,
  tried: 120,
  differsOn: null,
  sameMatches: false,
  ...more,
});

describe("repairs", () => {
  const said = (repairs: readonly Repair[] | null) => words(renderToStaticMarkup(<Repairs repairs={repairs} take={() => {}} />));

  test("while they are looked for, and where there is none", () => {
    expect(said(null)).toBe("Looking for another way to write it …");
    expect(said([])).toBe("None of the known shapes of repair makes it grow less.");
  });

  test.each<[what: string, repair: Repair, said: string[]]>([
    [
      "the same",
      repair({}),
      ["^a+$", "linear", "a loop inside a loop made one.", "Takes the same whole texts , proved; same matches and captures on 120 texts tried.", "Take it"],
    ],
    [
      "the same, proved of the matches, too",
      repair({ sameMatches: true }),
      ["Takes the same whole texts , and finds the same matches with the same captures in every text: proved.", "Take it"],
    ],
    ["the same done to two parts", repair({ shapes: ["apart", "apart", "one-set"] }), ["begins with (2 times); alternatives of one character made a set."]],
    ["other captures", repair({ differsOn: "aa" }), ["Takes the same whole texts, proved, but matches or captures differ on “aa” .", "Take it, changed"]],
    [
      "fewer texts",
      repair({ relation: { ...EQUAL, relation: "right-within-left", onlyLeft: "" } }),
      ["Changes what is taken : no longer the empty text.", "Take it, changed"],
    ],
    ["other texts", repair({ relation: { ...EQUAL, relation: "overlapping", onlyLeft: "b", onlyRight: "c" } }), ["no longer “b” ; now also “c” ."]],
    [
      "not known",
      repair({ relation: { ...EQUAL, relation: "undecided", obstacle: "size" }, differsOn: "ab" }),
      ["or it could not be decided; differs on “ab” ."],
    ],
    ["still bad", repair({ growth: "polynomial", degree: 2 }), ["polynomial, degree 2"]],
  ])("%s", (_, each, expected) => {
    for (const part of expected) expect(said([each])).toContain(part);
  });
});

const finding = (more: Partial<FindingView>): FindingView => ({
  growth: "polynomial",
  degree: 2,
  start: 0,
  end: 2,
  parts: [{ start: 0, end: 2 }],
  attack: { prefix: "", pump: "a", suffix: "!" },
  stretch: "a",
  readings: [],
  restarts: false,
  until: null,
  guard: null,
  confirmed: true,
  samples: [],
  safe: null,
  ...more,
});

describe("a verdict in words", () => {
  test("growth and its headline", () => {
    expect([headline({ growth: "polynomial", degree: 3 }), headline({ growth: "linear", degree: null })]).toEqual(["polynomial, degree 3", "linear"]);
    expect([2, 3, 5].map(powerWords)).toEqual(["the square of", "the cube of", "the 5th power of"]);
    expect(growthClause(finding({}))).toBe("the work grows with the square of the text’s length");
    const samples = [10, 30, 70, 150].map((steps, i) => ({ pumps: i, length: i, steps: String(steps) }));
    expect(growthClause(finding({ growth: "exponential", degree: null, samples }))).toBe("each further “a” multiplies the work by 2");
    const uneven = [10, 24, 46, 80].map((steps, i) => ({ pumps: i, length: i, steps: String(steps) }));
    expect(growthClause(finding({ growth: "exponential", degree: null, samples: uneven }))).toBe("each further “a” multiplies the work by 1.5");
  });

  test("an engine that is linear comes before what the plain machine does", () => {
    const verdict: VerdictView = {
      generation: 1,
      mode: "search",
      source: { dialect: "ere", pattern: "(a|a)*b", flags: "" },
      growth: "exponential",
      degree: null,
      atLeast: false,
      findings: [finding({ growth: "exponential", degree: null })],
      reason: "found",
      because: "",
      peak: null,
      engine: { name: "grep", says: "It is an automaton." },
    };
    const said = (more: Partial<VerdictView>) => words(renderToStaticMarkup(<VerdictWords verdict={{ ...verdict, ...more }} />));
    expect(said({})).toBe("linear in grep in one search. Trying every way, as the machine does that is stepped through here, the steps are exponential.");
    expect(said({ growth: "undecided", findings: [] })).toMatch(/^linear in grep .* it is undecided how the steps grow\.$/);
    expect([alarmOf(verdict), shortWord(verdict)]).toEqual(["none", "linear"]);
    expect([alarmOf({ ...verdict, engine: null }), shortWord({ ...verdict, engine: null })]).toEqual(["loud", "exponential"]);
  });

  test("the longest safe text, or why there is none", () => {
    const safe = { pumps: 40, length: 1041, atLeast: false };
    expect(safeClause(finding({ safe }))).toBe("a second is enough up to 1,041 characters");
    expect(safeClause(finding({ safe: { ...safe, atLeast: true } }))).toBe("a second is enough up to 1,041 characters at least");
    expect(safeClause(finding({ until: 10_000 }))).toBe("it ends at 10,000 repetitions, before it takes a second");
    expect(safeClause(finding({}))).toBe("no text of a length that is met takes a second");
  });

  test("what back-references compare is part of the work", () => {
    expect(workWords({ steps: "12", compared: "1500" })).toBe("12 steps and 1,500 characters compared");
    expect([workWords({ steps: "12", compared: "0" }), workWords({ steps: "12" })]).toEqual(["12 steps", "12 steps"]);
    expect([workOf({ steps: "12", compared: "9007199254740993" }), workOf({ steps: "12" })]).toEqual(["9007199254741005", "12"]);
    const samples = [1, 3, 7, 15].map((work, i) => ({ pumps: i, length: i, steps: "1", compared: String(work - 1) }));
    expect(growthClause(finding({ growth: "exponential", degree: null, samples }))).toBe("each further “a” multiplies the work by 2");
  });

  test("steps as long as they can be read, and the time they take", () => {
    expect(peakClause({ text: "a".repeat(16), steps: "64487663" })).toBe("16 characters can take 64,487,663 steps, 644 milliseconds");
    expect(timeOf("250000000")).toBe("2.5 seconds");
  });
});

describe("figures on a chart", () => {
  test("the power of ten of more digits than a number holds", () => {
    expect(power("1000")).toBeCloseTo(3);
    expect(power(`1${"0".repeat(400)}`)).toBeCloseTo(400);
    expect(power("5")).toBeCloseTo(Math.log10(5));
  });

  test("axes: plain to a thousand, then powers, and no more of them than can be read", () => {
    expect([0, 3, 4, 12].map(ten)).toEqual(["1", "1,000", "10⁴", "10¹²"]);
    expect(powerTicks(5, 5)).toEqual([0, 1, 2, 3, 4, 5]);
    expect(powerTicks(43, 6)).toEqual([0, 8, 16, 24, 32, 40]);
    for (let top = 1; top < 400; top += 7) expect(powerTicks(top, 6).length).toBeLessThanOrEqual(7);
  });
});

test.each([
  ["gimy", "search", "im"],
  ["dy", "whole", ""],
  ["im", "all", "img"],
  ["dgy", "all", "yg"],
] as const)("flags “%s”, judged for %s, are tried for real as “%s”", (flags, mode, tried) => {
  expect(realFlags(flags, mode)).toBe(tried);
});
