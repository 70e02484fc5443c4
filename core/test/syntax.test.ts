/** Reading patterns: spans of nodes, groups, flags, the bounds, and the sets that classes stand for. */
import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { DEPTH, sized } from "../../scripts/depth.mjs";
import { complement, contains, EMPTY_SET, FULL_SET, rangesOf, setOfRanges, setOfText, union } from "../src/charset/charset.ts";
import { continuesIdentifier, startsIdentifier, WHITE_SPACE, WORD } from "../src/charset/classes.ts";
import { canonicalize, closeOverCase } from "../src/charset/folding.ts";
import { NO_OPTIONS } from "../src/dialect/dialect.ts";
import { compile, dialectOf, type Node, partAt, read, walk } from "../src/index.ts";
import { MAX_PATTERN_LENGTH } from "../src/syntax/parse.ts";
import { MAX_NESTING } from "../src/syntax/reading/growing.ts";
import { programOf, readEcmascript } from "./support.ts";

/** The nodes of a pattern as `kind source`, outer before inner. */
function outline(pattern: string, flags = ""): string[] {
  return [...walk(readEcmascript(pattern, flags).root)].map((n: Node) => `${n.kind} ${pattern.slice(n.start, n.end)}`);
}

describe("every node keeps its span", () => {
  test.each([
    ["ab", "", ["sequence ab", "character a", "character b"]],
    ["a|", "", ["alternation a|", "character a", "empty "]],
    ["(?<n>a+?)b", "", ["sequence (?<n>a+?)b", "group (?<n>a+?)", "quantifier a+?", "character a", "character b"]],
    ["(?:)", "", ["group (?:)", "empty "]],
    ["(?<=a|b)*", "", ["quantifier (?<=a|b)*", "look (?<=a|b)", "alternation a|b", "character a", "character b"]],
    ["[a-c\\d]{2,3}?", "", ["quantifier [a-c\\d]{2,3}?", "set [a-c\\d]"]],
    ["\\u{1F41F}+", "u", ["quantifier \\u{1F41F}+", "character \\u{1F41F}"]],
    ["🐟+", "u", ["quantifier 🐟+", "character 🐟"]],
    ["\\b.^\\1()", "", ["sequence \\b.^\\1()", "assertion \\b", "any .", "assertion ^", "back-reference \\1", "group ()", "empty "]],
    ["(a(b", "", ["group (a(b", "sequence a(b", "character a", "group (b", "character b"]],
  ])("/%s/%s", (pattern, flags, expected) => {
    expect(outline(pattern, flags)).toEqual(expected);
  });

  test("without code points a pair is two characters, and the quantifier takes the second", () => {
    expect([...walk(readEcmascript("🐟+").root)].map((n) => [n.kind, n.start, n.end])).toEqual([
      ["sequence", 0, 3],
      ["character", 0, 1],
      ["quantifier", 1, 3],
      ["character", 1, 2],
    ]);
  });

  test("what a set is made of keeps its spans too", () => {
    const [set] = walk(readEcmascript("[^a-c\\d-]").root);
    if (set?.kind !== "set") throw new Error("no set");
    expect(set.negated).toBe(true);
    expect(set.items.map((i) => [i.kind, i.start, i.end])).toEqual([
      ["range", 2, 5],
      ["class", 5, 7],
      ["range", 7, 8],
    ]);
  });

  test("any tree nests: inner spans lie in outer ones, and cover each item once", () => {
    const bits = fc.constantFrom(..."ab()[]|*+?{}.^$\\d", "(?:", "(?=", "{2}", "\\b");
    fc.assert(
      fc.property(fc.array(bits, { maxLength: 14 }), (pieces) => {
        const pattern = pieces.join("");
        for (const node of walk(readEcmascript(pattern).root)) {
          expect(node.start <= node.end && node.end <= pattern.length).toBe(true);
          if (node.kind !== "sequence") continue;
          for (let i = 1; i < node.items.length; i++) expect((node.items[i] as Node).start).toBeGreaterThanOrEqual((node.items[i - 1] as Node).end);
        }
      }),
      { numRuns: 300 * DEPTH, seed: 4317 },
    );
  });

  test("groups are numbered by their opening brackets, with names and depth", () => {
    expect(readEcmascript("((a)(?<n>b))(?:(c))").groups).toEqual([
      { slot: 1, number: 1, name: null, start: 0, end: 12, depth: 0 },
      { slot: 2, number: 2, name: null, start: 1, end: 4, depth: 1 },
      { slot: 3, number: 3, name: "n", start: 4, end: 11, depth: 1 },
      { slot: 4, number: 4, name: null, start: 15, end: 18, depth: 0 },
    ]);
  });

  test("the part at a caret is the innermost item that touches it", () => {
    const pattern = "a(b+)c";
    const at = (offset: number) => {
      const part = partAt(readEcmascript(pattern).root, offset);
      return part && pattern.slice(part.start, part.end);
    };
    expect([0, 1, 2, 3, 4, 5, 6].map(at)).toEqual(["a", "a", "b", "b", "b+", "(b+)", "c"]);
    expect(partAt(readEcmascript("").root, 0)).toBeUndefined();
  });
});

describe("names", () => {
  test("one name in different alternatives is one name for several groups", () => {
    const program = programOf("(?<d>\\d)-|(?<d>[a-z])\\+");
    expect(program.groupNames).toEqual({ d: [1, 2] });
    expect(readEcmascript("(?:(?<a>x)|(?<b>y))(?<a>z)").diagnostics[0]).toMatchObject({ code: "group-name-twice", start: 22, end: 23 });
  });

  test.each([
    ["(?<\\u0061b>x)", "ab"],
    ["(?<\\u{61}>x)", "a"],
    ["(?<ünïcode>x)", "ünïcode"],
    ["(?<$_1>x)", "$_1"],
    ["(?<𝒜>x)", "𝒜"],
  ])("/%s/ is called %s", (pattern, name) => {
    expect(readEcmascript(pattern).diagnostics).toEqual([]);
    expect(readEcmascript(pattern).groups[0]?.name).toBe(name);
    expect(new RegExp(pattern).exec("x")?.groups).toHaveProperty(name);
  });

  test("an object's own words are names like others", () => {
    expect(Object.keys(programOf("(?<constructor>a)(?<__proto__>b)").groupNames)).toEqual(["constructor", "__proto__"]);
  });
});

describe("bounds", () => {
  test("a pattern that is too long, or nests too deep, is refused where it becomes so, in no time", () => {
    const long = readEcmascript("a".repeat(MAX_PATTERN_LENGTH + 1));
    expect(long.diagnostics).toMatchObject([{ code: "too-long", start: MAX_PATTERN_LENGTH }]);
    const deep = readEcmascript("(".repeat(500_000));
    expect(deep.diagnostics).toMatchObject([{ code: "too-deep", start: MAX_NESTING }]);
    expect(readEcmascript(")".repeat(500_000)).diagnostics).toHaveLength(100);
  });

  test("a pattern at the bounds compiles", () => {
    const nested = `${"(".repeat(MAX_NESTING)}a${")".repeat(MAX_NESTING)}`;
    expect(compile(readEcmascript(nested)).ok).toBe(true);
    expect(compile(readEcmascript("(?:a|b)?".repeat(sized(5_000, 50_000)))).ok).toBe(true);
  });

  test("counts beyond the host's are no bound", () => {
    expect(programOf("a{3,99999999999}").loops[0]).toMatchObject({ min: 3 });
    expect(readEcmascript("a{99999999999}").diagnostics).toEqual([]);
    expect(readEcmascript("a{9,8}").diagnostics).toMatchObject([{ code: "repeat-order", message: expect.stringContaining("9") }]);
  });
});

describe("flags", () => {
  const options = (flags: string) => read({ dialect: "ecmascript", pattern: "", flags }).options;

  test("switch options, each once", () => {
    const on = { everyMatch: true, ignoreCase: true, lineAnchors: true, dotTakesAll: true, codePoints: true, sticky: true };
    expect(options("gimsuyd")).toEqual({ ...NO_OPTIONS, ...on });
    expect(options("")).toEqual(NO_OPTIONS);
  });

  test("every flag of the dialect has a label; both u and v are refused together", () => {
    for (const flag of dialectOf("ecmascript")?.flags ?? []) expect(flag.label).not.toBe("");
    expect(readEcmascript("a", "uv").diagnostics.map((d) => d.code)).toContain("flags-exclude");
  });
});

describe("sets of characters", () => {
  const ranges = fc.array(
    fc.tuple(fc.integer({ min: 0, max: 40 }), fc.integer({ min: 0, max: 6 })).map(([a, n]) => [a, a + n] as [number, number]),
    { maxLength: 6 },
  );

  test("hold what their ranges hold; complement and union are those of logic", () => {
    fc.assert(
      fc.property(ranges, ranges, (one, other) => {
        const [a, b] = [setOfRanges(one), setOfRanges(other)];
        const characters = Array.from({ length: 50 }, (_, c) => c);
        const among = (some: [number, number][], c: number) => some.some(([from, to]) => c >= from && c <= to);
        expect(characters.map((c) => [contains(a, c), contains(complement(a), c), contains(union(a, b), c)])).toEqual(
          characters.map((c) => [among(one, c), !among(one, c), among(one, c) || among(other, c)]),
        );
        expect(complement(complement(a))).toEqual(a);
        for (let i = 2; i < a.length; i += 2) expect(a[i] as number).toBeGreaterThan((a[i - 1] as number) + 1);
      }),
    );
    expect([complement(EMPTY_SET), complement(FULL_SET), rangesOf(setOfText("ba"))]).toEqual([FULL_SET, EMPTY_SET, [[97, 98]]]);
  });

  test("case folding is the host's, for every code unit and both rules", () => {
    const wrong: string[] = [];
    for (let unit = 0; unit < 0x10000; unit++) {
      const text = String.fromCharCode(unit);
      const upper = text.toUpperCase();
      const own = upper.length === 1 && !(unit >= 128 && upper.charCodeAt(0) < 128) ? upper.charCodeAt(0) : unit;
      if (canonicalize(unit, "legacy") !== own) wrong.push(`legacy ${unit.toString(16)}`);
    }
    const folded = (point: number) => String.fromCodePoint(canonicalize(point, "unicode"));
    for (const point of [0x4b, 0x212a, 0x17f, 0x1e9e, 0xdf, 0x3c2, 0x10400, 0x1c80, 0x130]) {
      const text = String.fromCodePoint(point);
      if (!new RegExp(`^${folded(point)}$`, "iu").test(text)) wrong.push(`unicode ${point.toString(16)}`);
    }
    expect(wrong).toEqual([]);
  });

  test("a set closed over case is closed", () => {
    const closed = closeOverCase(setOfText("kS"), "unicode");
    expect(rangesOf(closed).flatMap(([from, to]) => Array.from({ length: to - from + 1 }, (_, i) => String.fromCodePoint(from + i)))).toEqual([
      "K",
      "S",
      "k",
      "s",
      "ſ",
      "\u212a",
    ]);
    expect(closeOverCase(closed, "unicode")).toEqual(closed);
    expect(closeOverCase(setOfText("1"), "legacy")).toEqual(setOfText("1"));
  });

  test("white space, words and identifiers are the host's, for every code unit", () => {
    const wrong: string[] = [];
    for (let unit = 0; unit < 0x10000; unit++) {
      const text = String.fromCharCode(unit);
      if (contains(WHITE_SPACE, unit) !== /\s/.test(text)) wrong.push(`space ${unit.toString(16)}`);
      if (contains(WORD, unit) !== /\w/.test(text)) wrong.push(`word ${unit.toString(16)}`);
      if (startsIdentifier(unit) !== /[$_\p{ID_Start}]/u.test(text)) wrong.push(`start ${unit.toString(16)}`);
      if (continuesIdentifier(unit) !== /[$\u200c\p{ID_Continue}]|\u200d/u.test(text)) wrong.push(`part ${unit.toString(16)}`);
    }
    expect(wrong).toEqual([]);
  });
});
