/** What is said of the item at a caret, and of spellings that other languages have. */
import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { type DialectName, foreignSpellings, itemAt, read, setWords, takenOf } from "../src/index.ts";
import { charactersOf } from "../src/syntax/characters.ts";
import { walk } from "../src/syntax/tree.ts";

const at = (pattern: string, caret: number, flags = "", dialect: DialectName = "ecmascript") => itemAt(read({ dialect, pattern, flags }), caret);

describe("the item at a caret", () => {
  test.each<[string, number, string, DialectName, string]>([
    ["a", 1, "", "ecmascript", "takes “a”"],
    ["a", 1, "i", "ecmascript", "takes “A”, “a”, whatever the case"],
    [" ", 1, "", "ecmascript", "takes space"],
    ["\\t", 2, "", "ecmascript", "takes tab"],
    ["\\w", 1, "", "ecmascript", "takes letters A to Z, letters a to z, digits 0 to 9, low line"],
    ["\\d", 2, "", "ecmascript", "takes digits 0 to 9"],
    ["\\d", 2, "", "python", "takes digits 0 to 9, 760 more characters"],
    ["[^a-f,]", 3, "", "ecmascript", "takes any character but “,”, “a” to “f”"],
    ["[A-F0-9]", 3, "", "ecmascript", "takes digits 0 to 9, “A” to “F”"],
    [".", 1, "", "ecmascript", "takes any character but line feed, carriage return, line separator, paragraph separator"],
    [".", 1, "s", "ecmascript", "takes any character"],
    [".", 1, "", "python", "takes any character but line feed"],
    ["[]", 1, "", "ecmascript", "takes no character at all"],
    ["[\\q{ab|}c]", 3, "v", "ecmascript", "takes “c”, “ab”, nothing at all"],
    ["(a)\\1", 4, "", "ecmascript", "takes once more what group 1 holds"],
    ["(?<gate>a)", 0, "", "ecmascript", "is group 1, named gate"],
    ["(?:a)", 0, "", "ecmascript", "only holds its inside together; it captures nothing"],
    ["a{2,}?", 6, "", "ecmascript", "matches its item 2 times or more, lazy"],
    ["a?", 2, "", "ecmascript", "matches its item once or not at all, greedy"],
    ["a{3}", 4, "", "ecmascript", "matches its item 3 times, greedy"],
    ["^", 1, "", "ecmascript", "holds where the text begins, and takes nothing"],
    ["^", 1, "m", "ecmascript", "holds where a line begins, and takes nothing"],
    ["$", 1, "", "python", "holds where the text ends, and before a line end that ends it, and takes nothing"],
    ["(?<!a)", 1, "", "ecmascript", "matches only where its inside does not stand right before, and takes nothing"],
    ["(a)(?(1)b|c)", 4, "", "python", "goes one way where group 1 has taken part, and another where it has not"],
    ["(?>a)", 1, "", "python", "is not tried another way once it is through"],
  ])("%s at %i, %s %s: %s", (pattern, caret, flags, dialect, words) => {
    expect(at(pattern, caret, flags, dialect)?.sentence).toBe(words);
  });

  test("an empty pattern has none", () => {
    expect(at("", 0)).toBeNull();
  });

  test("has words wherever the caret stands, in any pattern; what it takes is counted as each character is", () => {
    const piece = fc.constantFrom("a", "\\w", "[^b-d]", "(", ")", "|", "*", "+?", "{2,3}", "\\b", ".", "(?=", "(?<n>", "\\1", "^", "\\", "é", "😀");
    fc.assert(
      fc.property(
        fc.array(piece, { maxLength: 8 }),
        fc.constantFrom("", "i", "u", "su"),
        fc.string({ unit: "grapheme", maxLength: 12 }),
        (pieces, flags, text) => {
          const pattern = pieces.join("");
          const reading = read({ dialect: "ecmascript", pattern, flags });
          for (let caret = 0; caret <= pattern.length; caret++)
            expect(itemAt(reading, caret)?.sentence ?? "takes").toMatch(/^(takes|is|only|holds|goes|matches)/);
          for (const node of walk(reading.root)) {
            if (node.kind !== "set" && node.kind !== "any") continue;
            const set = charactersOf(node);
            expect(setWords(set)).not.toBe("");
            const units = reading.options.codePoints ? Array.from(text) : text.split("");
            const codes = units.map((unit) => unit.codePointAt(0) as number);
            const inside = (code: number) => set.some((from, i) => i % 2 === 0 && code >= from && code <= (set[i + 1] as number));
            expect(takenOf(set, text, reading.options.codePoints, 1_000)).toEqual({ taken: codes.filter(inside).length, of: codes.length });
          }
        },
      ),
    );
  });
});

describe("spellings of other languages", () => {
  test.each<[DialectName, string, string, string, string, string?]>([
    ["ecmascript", "\\Aweir", "", "^weir", "the start of the text"],
    ["ecmascript", "\\Aweir", "m", "(?<![^])weir", "the start of the text"],
    ["ecmascript", "weir\\z", "", "weir$", "the end of the text"],
    ["ecmascript", "a\\hb", "", "a[ \\t]b", "a space or a tab"],
    ["ecmascript", "a\\hb", "u", "a[ \\t]b", "means nothing here"],
    ["ecmascript", "\\Q1.5*\\E m", "", "1\\.5\\* m", "quotes up to"],
    ["ecmascript", "[[:alpha:]]+", "", "[A-Za-z]+", "a class in POSIX"],
    ["ecmascript", "[[:digit:]_]+", "", "[0-9_]+", "a class in POSIX"],
    ["ecmascript", "(?P<gate>\\d)", "", "(?<gate>\\d)", "(?<…>"],
    ["ecmascript", "(?i)weir", "g", "weir", "set flags", "gi"],
    ["python", "(?<gate>\\d)", "", "(?P<gate>\\d)", "(?P<…>"],
    ["python", "(?P<a>b)\\k<a>", "", "(?P<a>b)(?P=a)", "refer to a named group"],
    ["python", "weir\\z", "", "weir\\Z", "the end of the text"],
    ["ecmascript", "\\x{41}+", "", "\\x41+", "a character by its number"],
    ["ecmascript", "[a]\\x{1f41f}", "", "[a]\\ud83d\\udc1f", "a character by its number"],
    ["python", "\\x{1f41f}", "", "\\U0001f41f", "a character by its number"],
    ["python", "\\x{0e9}", "", "\\xe9", "a character by its number"],
    ["python", "(a)\\g{1}", "", "(a)\\1", "a reference to a group"],
    ["java", "(a)\\g{1}", "", "(a)\\1", "a reference to a group"],
    ["dotnet", "\\x{1f41f}", "", "\\ud83d\\udc1f", "a character by its number"],
    ["dotnet", "a\\h", "", "a[ \\t]", "a space or a tab"],
    ["java", "[[:alpha:]]", "", "[A-Za-z]", "a class in POSIX"],
    ["pcre", "\\u00e9", "u", "\\x{00e9}", "a character by its number"],
    ["perl", "\\u00e9", "", "\\x{00e9}", "a character by its number"],
    ["perl", "\\Qa.b\\E", "", "a\\.b", "Perl’s source text"],
  ])("%s %s with “%s” is written %s", (dialect, pattern, flags, wanted, word, wantedFlags = flags) => {
    const reading = read({ dialect, pattern, flags });
    const [first] = foreignSpellings(reading);
    expect(first?.message).toContain(word);
    const made = pattern.slice(0, first?.start) + first?.instead + pattern.slice(first?.end);
    expect([made, flags + first?.flags]).toEqual([wanted, wantedFlags]);
    expect(read({ dialect, pattern: made, flags: wantedFlags }).diagnostics).toEqual([]);
  });

  test("are not seen where they are something else", () => {
    const spoken: readonly [DialectName, ...string[]][] = [
      ["ecmascript", "[\\A]", "\\\\A", "[:alpha:]", "(?i:a)", "(?<n>a)\\k<n>", "\\bA", "\\x41", "\\x{}", "\\x{1234567}", "\\g{a}"],
      ["java", "\\x{41}", "\\u0041", "\\Qa\\E", "\\h\\R"],
      ["pcre", "[[:alpha:]]", "[[:^digit:]_]", "\\x{41}", "(a)\\g{1}", "\\Qa\\E", "\\u00e"],
      ["perl", "[[:alpha:]]", "a{,3}", "a{ 1, 2 }", "\\x{41}", "(a)\\g{1}", "\\u00e"],
    ];
    for (const [dialect, ...patterns] of spoken) {
      for (const pattern of patterns) expect([dialect, pattern, foreignSpellings(read({ dialect, pattern, flags: "" }))]).toEqual([dialect, pattern, []]);
    }
  });
});
