/** Every small pattern over two letters on every short text, against a judge that lists all ways and picks by the rule of POSIX. */
import { describe, expect, test } from "@jest/globals";
import { portion, sized } from "../../../../scripts/depth.mjs";
import { matchesOf, readIn, textsOver } from "../../support.ts";
import { firstByRule } from "./posix-rule.ts";

/** All patterns of exactly the size; letters, signs and brackets count as one each. */
function patterns(size: number, known: Map<number, string[]>): string[] {
  const found = known.get(size);
  if (found) return found;
  const out: string[] = [];
  if (size === 1) out.push("a", "b", "()", "^", "$");
  if (size > 1) {
    for (const inner of patterns(size - 1, known)) {
      out.push(`(${inner})`);
      if (isItem(inner)) out.push(`${inner}*`, `${inner}?`, `${inner}{2}`, `${inner}{1,2}`, `${inner}{2,}`);
    }
    for (let left = 1; left < size - 1; left++) {
      for (const l of patterns(left, known)) for (const r of patterns(size - 1 - left, known)) out.push(`${l}${r}`, `(${l}|${r})`);
    }
  }
  known.set(size, out);
  return out;
}

/** Whether a quantifier repeats all of it, and it is no assertion. */
function isItem(pattern: string): boolean {
  let depth = 0;
  for (let i = 0; i < pattern.length; i++) {
    if (pattern[i] === "(") depth++;
    if (pattern[i] === ")") depth--;
    if (depth === 0 && i < pattern.length - 1 && pattern[i + 1] !== ")") return pattern.length === 1;
  }
  return pattern !== "^" && pattern !== "$";
}

function differences(list: readonly string[], texts: readonly string[]): { readonly different: string[]; readonly compared: number } {
  const different: string[] = [];
  let compared = 0;
  for (const pattern of list) {
    const reading = readIn("ere", pattern, "");
    if (reading.diagnostics.length > 0) continue;
    for (const text of texts) {
      for (const mode of ["first", "whole"] as const) {
        const ours = matchesOf(pattern, "", text, mode, 1e6, "ere");
        const wanted = firstByRule(reading, text, mode === "whole");
        compared++;
        if (JSON.stringify(ours) !== JSON.stringify(wanted ? [wanted] : [])) different.push(`${pattern} on ${text}, ${mode}`);
      }
    }
  }
  return { different, compared };
}

describe("the longest match with its groups is that of the rule", () => {
  const known = new Map<number, string[]>();

  test.each([
    [1, 4, 1],
    [2, 4, 1],
    [3, 4, 1],
    [4, 3, 7],
    [5, 3, 211],
    [6, 3, 2003],
  ])("for patterns of size %i on texts up to %i letters (in `npm test` one in %i)", (size, longest, oneIn) => {
    const list = portion(patterns(size, known), oneIn);
    const { different, compared } = differences(size > 5 ? portion(list, 1).filter((_, i) => i % sized(1, 97) === 0) : list, textsOver(["a", "b"], longest));
    expect(different.slice(0, 10)).toEqual([]);
    expect(compared).toBeGreaterThan(100);
  });

  test.each([
    ["(a*)\\1", 4],
    ["(a|ab)(b|)\\1", 4],
    ["(a*)(b\\1)*", 4],
    ["((a|b)*)\\2", 4],
  ])("for the back-references of %s", (pattern, longest) => {
    expect(differences([pattern], textsOver(["a", "b"], longest)).different).toEqual([]);
  });
});
