/**
 * The grammar of sets with the flag v, production by production (ECMA-262, 2025 edition, §22.2.1, ClassSetExpression):
 * a table of what each of them takes and refuses, and every short set over the tokens that the grammar tells apart,
 * held against the host's own reading.
 */
import { describe, expect, test } from "@jest/globals";
import { sized } from "../../scripts/depth.mjs";
import { readEcmascript } from "./support.ts";

const codeOf = (set: string): string => readEcmascript(set, "v").diagnostics[0]?.code ?? "ok";

describe.each<[production: string, cases: Readonly<Record<string, string>>]>([
  [
    "ClassUnion",
    { "[]": "ok", "[^]": "ok", "[ab]": "ok", "[a-z0-9]": "ok", "[a-z[0-9]\\d\\q{ab}]": "ok", "[[a]b-c]": "ok", "[a&b]": "ok", "[a&&&b]": "set-operand" },
  ],
  [
    "ClassIntersection",
    {
      "[a&&b]": "ok",
      "[[a-z]&&[^aeiou]]": "ok",
      "[\\w&&\\d&&[0-4]]": "ok",
      "[\\q{ab|c}&&c]": "ok",
      "[a-z&&[^aeiou]]": "set-range-operand",
      "[[a-z]&&b-c]": "set-range-operand",
      "[ab&&c]": "set-operators-mixed",
      "[a&&bc]": "set-operators-mixed",
      "[a&&b--c]": "set-operators-mixed",
      "[&&a]": "set-operand",
      "[a&&]": "set-operand",
    },
  ],
  [
    "ClassSubtraction",
    {
      "[a--b]": "ok",
      "[[a-z]--[aeiou]]": "ok",
      "[\\w--\\d--_]": "ok",
      "[a-z--[aeiou]]": "set-range-operand",
      "[\\w--a-c]": "set-range-operand",
      "[ab--c]": "set-operators-mixed",
      "[a--bc]": "set-operators-mixed",
      "[--a]": "set-operand",
      "[a--]": "set-operand",
      "[a---b]": "set-character",
    },
  ],
  [
    "ClassSetRange",
    { "[a-z]": "ok", "[\\--a]": "ok", "[&-a]": "ok", "[\\x41-\\u{5A}]": "ok", "[z-a]": "range-order", "[a-\\d]": "range-class", "[a-]": "range-class" },
  ],
  ["NestedClass", { "[[^a]]": "ok", "[[]]": "ok", "[^[^a]]": "ok", "[[a]": "set-open", "[\\p{Lu}\\P{Lu}\\S]": "ok", "[[^\\q{ab}]]": "set-negated-strings" }],
  [
    "ClassStringDisjunction",
    {
      "[\\q{}]": "ok",
      "[\\q{a|bc|}]": "ok",
      "[\\q{\\|\\-}]": "ok",
      "[\\q]": "set-strings-form",
      "[\\q{a]": "set-open",
      "[\\q{\\d}]": "set-strings-form",
      "[\\q{a{}]": "set-character",
      "[^\\q{ab}]": "set-negated-strings",
      "[^\\q{a|b}]": "ok",
      "[^\\q{}]": "set-negated-strings",
      "[^\\q{ab}&&a]": "ok",
      "[^a--\\q{ab}]": "ok",
      "[^\\q{ab}--a]": "set-negated-strings",
    },
  ],
  [
    "ClassSetCharacter",
    {
      "[(]": "set-character",
      "[/]": "set-character",
      "[-a]": "set-character",
      "[a|b]": "set-character",
      "[\\(\\[\\/\\|\\-]": "ok",
      "[!!]": "set-double",
      "[^^^]": "set-double",
      "[\\!\\!&!]": "ok",
      "[\\b\\0\\cA]": "ok",
      "[\\B]": "escape-unknown",
      "[\\k]": "reference-name-form",
      "[\\1]": "escape-octal",
    },
  ],
])("%s", (_production, cases) => {
  test.each(Object.entries(cases))("%s is %s", (set, code) => {
    expect(codeOf(set)).toBe(code);
  });
});

test("every short set is read where the host reads it", () => {
  const tokens = ["a", "b", "-", "&", "^", "|", "[b]", "[^c]", "[", "]", "\\d", "\\q{ab}", "\\q{a}", "\\-", "\\b"];
  const differing: string[] = [];
  const visit = (inside: string, left: number): void => {
    const set = `[${inside}]`;
    let reads = true;
    try {
      new RegExp(set, "v");
    } catch {
      reads = false;
    }
    if (reads !== (codeOf(set) === "ok")) differing.push(set);
    if (left > 0) for (const token of tokens) visit(inside + token, left - 1);
  };
  visit("", sized(3, 4));
  expect(differing.slice(0, 20)).toEqual([]);
});
