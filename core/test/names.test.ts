/** Characters by their names: fetched when a pattern has one, and looked up as each language does. */
import { beforeAll, describe, expect, test } from "@jest/globals";
import { type DialectName, lacksTables, tablesFor, tablesHere } from "../src/index.ts";
import { matchesOf, readIn } from "./support.ts";

const found = (dialect: DialectName, pattern: string, text: string) => matchesOf(pattern, "", text, "all", 1e5, dialect);
const codes = (dialect: DialectName, pattern: string) => readIn(dialect, pattern, "").diagnostics.map(({ code, start, end }) => [code, start, end]);

test("are not here before anybody asks, and are said not to be", async () => {
  expect([tablesHere(), lacksTables("a\\N{EM DASH}"), lacksTables("a")]).toEqual([0, true, false]);
  expect(codes("python", "a\\N{EM DASH}")).toEqual([["character-names-missing", 1, 12]]);
  await tablesFor("\\d+", "no name");
  expect(tablesHere()).toBe(0);
  await Promise.all([tablesFor("a\\N{EM DASH}"), tablesFor("\\N{DIGIT ONE}")]);
  expect([tablesHere(), lacksTables("\\N{EM DASH}")]).toEqual([1, false]);
});

describe("once they are here", () => {
  beforeAll(() => tablesFor("\\N{}"));

  test.each<[DialectName, string, string]>([
    ["python", "EM DASH", "—"],
    ["python", "em dash", "—"],
    ["python", "LATIN SMALL LETTER E WITH MACRON AND GRAVE", "\u1e15"],
    ["python", "NULL", "\0"],
    ["python", "LF", "\n"],
    ["python", "NEW LINE", "\n"],
    ["python", "NO-BREAK SPACE", "\u00a0"],
    ["python", "NBSP", "\u00a0"],
    ["python", "BYTE ORDER MARK", "\ufeff"],
    ["python", "BELL", "🔔"],
    ["python", "FISH", "🐟"],
    ["python", "CJK UNIFIED IDEOGRAPH-4E00", "一"],
    ["python", "TANGUT IDEOGRAPH-17000", "\u{17000}"],
    ["python", "HANGUL SYLLABLE GA", "가"],
    ["python", "HANGUL SYLLABLE HIH", "힣"],
    ["python", "HANGUL SYLLABLE A", "아"],
    ["python", "LATIN CAPITAL LETTER GHA", "\u01a2"],
    ["perl", "DIGIT ONE", "1"],
    ["perl", " DIGIT ONE ", "1"],
    ["perl", "LF", "\n"],
    ["perl", "greek:alpha", "α"],
    ["perl", "Greek:Alpha", "Α"],
    ["perl", "hebrew:alef", "א"],
    ["java", "EM DASH", "—"],
    ["java", " em dash ", "—"],
    ["java", "LINE FEED (LF)", "\n"],
    ["java", "NEXT LINE (NEL)", "\u0085"],
    ["java", "BEL", "\u0007"],
    ["java", "DELETE", "\u007f"],
    ["java", "CJK UNIFIED IDEOGRAPHS 4E00", "一"],
    ["java", "HANGUL SYLLABLES AC00", "가"],
    ["java", "PRIVATE USE AREA E000", "\ue000"],
  ])("in %s %s is a character", (dialect, name, character) => {
    expect(found(dialect, `\\N{${name}}+`, `x${character}${character}`)).toEqual([[1, 1 + 2 * character.length]]);
    expect(found(dialect, `[x\\N{${name}}]`, character)).toEqual([[0, character.length]]);
  });

  test.each<[DialectName, string]>([
    ["python", "EM  DASH"],
    ["python", " EM DASH"],
    ["python", "KEYCAP DIGIT ONE"],
    ["python", "CJK UNIFIED IDEOGRAPH-41"],
    ["python", "HANGUL SYLLABLE XA"],
    ["python", "CJK UNIFIED IDEOGRAPH-04E00"],
    ["perl", "digit one"],
    ["perl", "greek:alpha:beta"],
    ["java", "NUL"],
    ["java", "LF"],
    ["java", "LINE FEED"],
    ["java", "NBSP"],
    ["java", "CJK UNIFIED IDEOGRAPH-4E00"],
    ["java", "HANGUL SYLLABLE GA"],
    ["java", "BASIC LATIN 41"],
    ["java", "BASIC LATIN 4E00"],
  ])("in %s “%s” is none", (dialect, name) => {
    expect(codes(dialect, `a\\N{${name}}`)).toEqual([["character-name-unknown", 1, 5 + name.length]]);
  });

  test("they stand in ranges, and are compared like any other character", () => {
    expect(found("python", "[\\N{EM DASH}-\\N{HORIZONTAL BAR}]", "–—―")).toEqual([
      [1, 2],
      [2, 3],
    ]);
    expect(matchesOf("\\N{LATIN SMALL LETTER E WITH ACUTE}", "i", "É", "all", 1e5, "python")).toEqual([[0, 1]]);
    expect(codes("python", "\\N")).toEqual([["character-name-form", 0, 2]]);
    expect(codes("python", "\\N{DIGIT")).toEqual([["character-name-form", 0, 8]]);
    expect(codes("perl", "\\N{3}")).toEqual([]);
  });
});
