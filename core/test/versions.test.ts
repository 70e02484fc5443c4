/** Properties as older versions of Unicode had them. */
import { describe, expect, test } from "@jest/globals";
import { bidiClass } from "../src/charset/bidi.ts";
import { blockNamed } from "../src/charset/block-aliases.ts";
import { blockNames, blockOf, blockTitle } from "../src/charset/blocks.ts";
import { complement, contains, countOf, intersection, union } from "../src/charset/charset.ts";
import { binaryProperty, category } from "../src/charset/properties.ts";
import { unicodeOf } from "../src/charset/versions.ts";
import { readIn } from "./support.ts";

const CATEGORIES = "Lu Ll Lt Lm Lo Mn Me Mc Nd Nl No Zs Zl Zp Cc Cf Co Cs Pd Ps Pe Pc Po Sm Sc Sk So Pi Pf Cn".split(" ");

describe.each(["13", "14"] as const)("in version %s", (version) => {
  const unicode = unicodeOf(version);

  test("every character has one category, and a later one is not assigned", () => {
    const sets = CATEGORIES.map((code) => unicode.category(code));
    expect(union(...sets)).toEqual([0, 0x10ffff]);
    expect(sets.reduce((sum, set) => sum + countOf(set), 0)).toBe(0x110000);
    const later = intersection(unicode.category("Cn"), complement(category("Cn")));
    expect(countOf(later)).toBeGreaterThan(10_000);
    for (const name of ["Alphabetic", "Lowercase", "ID_Continue"]) expect(intersection(unicode.binaryProperty(name), later)).toEqual([]);
  });

  test("what is of other scripts by now has no script of a later name", () => {
    expect([unicode.looseScript("Kawi", "Script"), unicode.looseScript("Gara", "Script_Extensions"), unicode.blockOf("Kawi")]).toEqual([
      undefined,
      undefined,
      undefined,
    ]);
    expect(unicode.looseScript("Latin", "Script")).toBeDefined();
    expect(unicode.looseProperty("kirat rai")).toBeUndefined();
  });

  test("characters that have changed are as they were", () => {
    const was = (set: readonly number[] | undefined, codePoint: number) => contains(set ?? [], codePoint);
    expect([was(unicode.category("Ll"), 0x295), was(unicode.category("Lo"), 0x295), was(category("Lo"), 0x295)]).toEqual([true, false, true]);
    expect([was(unicode.binaryProperty("Extended_Pictographic"), 0x2605), was(binaryProperty("Extended_Pictographic"), 0x2605)]).toEqual([true, false]);
    expect([was(unicode.looseScript("Common", "Script_Extensions"), 0xb7), was(unicode.looseScript("Greek", "Script_Extensions"), 0xb7)]).toEqual([
      true,
      false,
    ]);
  });
});

test("what is in no block of a version is in none that it knew", () => {
  const none = unicodeOf("14").blockOf("No_Block") ?? [];
  expect([contains(none, 0x11f04), contains(none, 0x3000)]).toEqual([true, false]);
  expect(contains(blockOf("no block") ?? [], 0x11f04)).toBe(false);
});

describe("blocks", () => {
  test("are found by their short names", () => {
    for (const [short, name] of [
      ["Latin_1", "Latin_1_Supplement"],
      ["ArabicPFA", "Arabic_Presentation_Forms_A"],
      ["vs sup", "Variation_Selectors_Supplement"],
      ["Greek Ext", "Greek_Extended"],
    ] as const)
      expect(blockNamed(short)).toBe(name);
    expect(blockNamed("Thai")).toBe("Thai");
  });

  test("every short name is that of a block", () => {
    for (const name of blockNames()) expect(blockOf(blockNamed(name))).toEqual(blockOf(name));
  });

  test("have their hyphens where Blocks.txt has them", () => {
    expect(
      ["Latin_Extended_A", "Latin_1_Supplement", "Phags_Pa", "CJK_Unified_Ideographs_Extension_B", "Linear_A", "Linear_B_Syllabary"].map(blockTitle),
    ).toEqual(["Latin Extended-A", "Latin-1 Supplement", "Phags-pa", "CJK Unified Ideographs Extension B", "Linear A", "Linear B Syllabary"]);
  });
});

test("classes of direction part all characters", () => {
  const codes = "L AL AN B BN CS EN ES ET FSI LRE LRI LRO NSM ON PDF PDI R RLE RLI RLO S WS".split(" ");
  const sets = codes.map((code) => bidiClass(code) ?? []);
  expect(sets.reduce((sum, set) => sum + countOf(set), 0)).toBe(0x110000);
  expect(union(...sets)).toEqual([0, 0x10ffff]);
  expect(bidiClass("arabic letter")).toBe(bidiClass("AL"));
  expect(bidiClass("XX")).toBeUndefined();
});

test.each([
  ["\\p{Identifier_Type=Recommended}", "escape-unread"],
  ["\\p{Name: LATIN SMALL LETTER A}", "escape-unread"],
  ["\\p{Agee=3.2}", "property-unknown"],
  ["\\p{Alphabetic=maybe}", "property-unknown"],
  ["\\p{Nothing=No}", "property-unknown"],
])("%s is %s in perl", (pattern, code) => {
  expect(readIn("perl", pattern, "").diagnostics.map((each) => each.code)).toEqual([code]);
});
