/** Grapheme clusters: the host's segmenter as judge, the sets that make them, and what each engine's rules change. */
import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { DEPTH } from "../../scripts/depth.mjs";
import { contains, countOf } from "../src/charset/charset.ts";
import { clusterSets } from "../src/charset/clusters.ts";
import { chooseMachine, type DialectName, itemAt } from "../src/index.ts";
import { matchesOf, programOf, readIn } from "./support.ts";

const flagsOf = (dialect: DialectName): string => (dialect === "pcre" ? "u" : "");
const clusters = (text: string, dialect: DialectName, pattern = "\\X"): string[] =>
  (matchesOf(pattern, flagsOf(dialect), text, "all", 1e6, dialect) ?? []).map(([start, end]) => text.slice(start, end));

/** A character of every class: each does something of its own in a cluster. */
const CHARACTERS = {
  cr: "\r",
  lf: "\n",
  control: "\u0001",
  mark: "\u0301",
  joiner: "\u200d",
  sign: "\u0600",
  spacing: "\u0903",
  l: "\u1100",
  v: "\u1161",
  t: "\u11a8",
  lv: "\uac00",
  lvt: "\uac01",
  flag: "\u{1f1e6}",
  pictograph: "\u{1f41f}",
  tone: "\u{1f3fb}",
  letter: "e",
} as const;

describe("the sets", () => {
  test("have nothing in common, but for pictographs and what else these may be", () => {
    const { pictograph, ...others } = clusterSets("14");
    for (const [name, character] of Object.entries(CHARACTERS)) {
      const held = Object.entries(others).filter(([, set]) => contains(set, character.codePointAt(0) as number));
      expect([name, held.length]).toEqual([name, ["cr", "lf", "letter", "pictograph"].includes(name) ? 0 : 1]);
    }
    expect(contains(pictograph, 0x1f41f)).toBe(true);
  });

  test("hold all syllables of Hangul", () => {
    const { l, v, t, lv, lvt } = clusterSets("14");
    expect([countOf(lv), countOf(lvt)]).toEqual([399, 399 * 27]);
    expect([l, v, t].map((set) => countOf(set) > 60)).toEqual([true, true, true]);
  });
});

describe("\\X", () => {
  const text = fc.array(fc.constantFrom(...Object.values(CHARACTERS)), { maxLength: 8 }).map((characters) => characters.join(""));

  test("cuts any text as the host does, in perl", () => {
    const segmenter = new Intl.Segmenter("und", { granularity: "grapheme" });
    fc.assert(
      fc.property(text, (sample) => {
        expect([sample, clusters(sample, "perl")]).toEqual([sample, [...segmenter.segment(sample)].map(({ segment }) => segment)]);
      }),
      { numRuns: 30 * DEPTH },
    );
  });

  test("in java joins pictographs where one begins the cluster, whatever marks stand between", () => {
    expect(clusters("\u0600🐟\u200d🐟", "java")).toEqual(["\u0600🐟\u200d", "🐟"]);
    expect(clusters("🐟\u0903\u200d🐟", "java")).toEqual(["🐟\u0903\u200d🐟"]);
    expect(clusters("🐟\u200d\u0301🐟", "java")).toEqual(["🐟\u200d\u0301", "🐟"]);
  });

  test.each<DialectName>(["java", "perl", "pcre"])("takes every text to its end, without a gap, in %s", (dialect) => {
    fc.assert(
      fc.property(text, (sample) => {
        expect(clusters(sample, dialect).join("")).toBe(sample);
      }),
      { numRuns: 30 * DEPTH },
    );
  });

  test("goes by pairs in pcre: pictographs side by side are one, and a flag takes no mark", () => {
    expect(clusters("🐟🐟a", "pcre")).toEqual(["🐟🐟", "a"]);
    expect(clusters("🇦🇧\u0301", "pcre")).toEqual(["🇦🇧", "\u0301"]);
    expect(clusters("🐟🐟a", "perl")).toEqual(["🐟", "🐟", "a"]);
    expect(clusters("🇦🇧\u0301", "perl")).toEqual(["🇦🇧\u0301"]);
  });

  test("counts flags off from where the run of them begins, and in java from where it stands itself", () => {
    const four = "🇦🇧🇨🇩";
    expect(clusters(four, "perl", "(?<=^.)\\X")).toEqual(["🇧"]);
    expect(clusters(four, "pcre", "(?<=^.)\\X")).toEqual(["🇧"]);
    expect(clusters(four, "java", "(?<=^.)\\X")).toEqual(["🇧🇨"]);
  });

  test("is settled when it is through", () => {
    for (const dialect of ["java", "perl", "pcre"] as const) {
      expect([dialect, clusters("e\u0301", dialect, "\\X\u0301")]).toEqual([dialect, []]);
      expect([dialect, clusters("e\u0301", dialect, ".\u0301")]).toEqual([dialect, ["e\u0301"]]);
    }
  });

  test("is one item to a caret, read in linear time, and a letter in a set of Perl", () => {
    expect(itemAt(readIn("perl", "a\\X+", ""), 2)).toMatchObject({
      start: 1,
      end: 3,
      sentence: "takes a whole character as a reader sees it, with its marks and joined parts",
    });
    expect(chooseMachine(programOf("\\X+", "", "java")).machine).toBe("linear");
    expect(clusters("aX", "perl", "[\\X]")).toEqual(["X"]);
    expect(readIn("pcre", "[\\X]", "").diagnostics.map(({ code }) => code)).toEqual(["escape-misplaced"]);
  });
});

describe("edges", () => {
  const text = fc.array(fc.constantFrom(...Object.values(CHARACTERS)), { minLength: 1, maxLength: 8 }).map((characters) => characters.join(""));
  const places = (pattern: string, sample: string, dialect: DialectName): number[] =>
    (matchesOf(pattern, "", sample, "all", 1e6, dialect) ?? []).map(([start]) => start as number);

  test("in perl are where the clusters of the host begin and end, and \\B is everywhere else", () => {
    const segmenter = new Intl.Segmenter("und", { granularity: "grapheme" });
    fc.assert(
      fc.property(text, (sample) => {
        const edges = [...[...segmenter.segment(sample)].map(({ index }) => index), sample.length];
        expect([sample, places("\\b{gcb}", sample, "perl")]).toEqual([sample, edges]);
        const characters = [...sample];
        const offsets = [0, ...characters.map((_, i) => characters.slice(0, i + 1).join("").length)];
        expect([sample, places("\\B{g}", sample, "perl")]).toEqual([sample, offsets.filter((at) => !edges.includes(at))]);
      }),
      { numRuns: 15 * DEPTH },
    );
  });

  test("in java the first of them behind the start is where the first cluster ends", () => {
    fc.assert(
      fc.property(text, (sample) => {
        const [first] = matchesOf("^.+?\\b{g}", "s", sample, "all", 1e6, "java") ?? [];
        expect([sample, sample.slice(0, first?.[1] as number)]).toEqual([sample, clusters(sample, "java")[0]]);
      }),
      { numRuns: 15 * DEPTH },
    );
  });

  test("in java are none where the last match ended", () => {
    expect(places("\\b{g}.", "ab", "java")).toEqual([0]);
    expect(places("\\b{g}", "ab", "java")).toEqual([0, 1, 2]);
  });

  test("of an empty text", () => {
    expect([places("\\b{g}", "", "java"), places("\\b{g}", "", "perl"), places("\\B{g}", "", "perl")]).toEqual([[0], [], [0]]);
  });

  test("say what they are, and change their meaning between dialects", () => {
    expect(itemAt(readIn("perl", "a\\b{gcb}", ""), 3)).toMatchObject({ start: 1, end: 8, kind: "look" });
    expect(itemAt(readIn("java", "\\b{g}", ""), 1)?.sentence).toContain("not where the last match ended");
    expect(chooseMachine(programOf("\\b{gcb}.", "", "perl")).machine).toBe("linear");
  });
});
