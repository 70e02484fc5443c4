/**
 * The host's engine as judge: every small pattern over two letters on every short text, and random larger ones.
 */
import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { DEPTH, portion, sized } from "../../scripts/depth.mjs";
import { hostMatches, matchesOf, readEcmascript as readPattern } from "./support.ts";

/** All texts over two letters up to a length. */
function texts(longest: number): string[] {
  let layer = [""];
  const all = [...layer];
  for (let n = 0; n < longest; n++) {
    layer = layer.flatMap((t) => [`${t}a`, `${t}b`]);
    all.push(...layer);
  }
  return all;
}

/** All patterns of exactly the size; size counts letters, signs and brackets as one each. */
function patterns(size: number, known: Map<number, string[]>): string[] {
  const found = known.get(size);
  if (found) return found;
  const out: string[] = [];
  if (size === 1) out.push("a", "b", "(?:)", "^", "$", "\\b", "\\1", "()");
  const repeatable = (p: string) => p.length === 1 || p.startsWith("(") || p === "\\1";
  if (size > 1) {
    for (const inner of patterns(size - 1, known)) {
      out.push(`(${inner})`, `(?=${inner})`, `(?!${inner})`, `(?<=${inner})`);
      if (repeatable(inner) && !"^$".includes(inner) && balanced(inner)) out.push(`${inner}*`, `${inner}+?`, `${inner}??`, `${inner}{2}`);
    }
    for (let left = 1; left < size - 1; left++) {
      for (const l of patterns(left, known)) for (const r of patterns(size - 1 - left, known)) out.push(`${l}${r}`, `(?:${l}|${r})`);
    }
  }
  known.set(size, out);
  return out;
}

/** Whether the pattern is one bracket that closes at its very end, or a single item. */
function balanced(pattern: string): boolean {
  let depth = 0;
  for (let i = 0; i < pattern.length; i++) {
    if (pattern[i] === "(") depth++;
    if (pattern[i] === ")" && --depth === 0 && i < pattern.length - 1) return false;
  }
  return !pattern.startsWith("(?<");
}

describe("an exhaustive small world", () => {
  test("every pattern up to size 4 on every text up to 4 letters, up to 3 for the largest (in `npm test` one in 199 of those), agrees with the host", () => {
    const known = new Map<number, string[]>();
    let compared = 0;
    const different: string[] = [];
    for (let size = 1; size <= 4; size++) {
      const samples = texts(size < sized(3, 4) ? 4 : sized(2, 3));
      for (const pattern of size < 4 ? patterns(size, known) : portion(patterns(size, known), 397)) {
        if (!isValid(pattern)) continue;
        for (const text of samples) {
          compared++;
          const ours = matchesOf(pattern, "", text, "all");
          if (JSON.stringify(ours) !== JSON.stringify(hostMatches(pattern, "", text, "all"))) different.push(`/${pattern}/ on ${text}`);
        }
      }
    }
    expect(different.slice(0, 10)).toEqual([]);
    expect(compared).toBeGreaterThan(sized(500, 30_000));
  });
});

function isValid(pattern: string, flags = ""): boolean {
  try {
    new RegExp(pattern, flags);
    return true;
  } catch {
    return false;
  }
}

const LETTERS = ["a", "b", "A", "k", "\u212a", "s", "\u017f", "0", "_", " ", "\n", "-", "é", "É", "🐟", "\ud83d", "\udc1f"];
const ITEMS = [
  ..."abk0é",
  "🐟",
  "\\d",
  "\\W",
  "\\w",
  "\\s",
  ".",
  "[a-k]",
  "[^a]",
  "[\\w-]",
  "[^\\s🐟]",
  "\\b",
  "\\B",
  "^",
  "$",
  "\\1",
  "\\2",
  "\\k<n>",
  "\\u212a",
];

const { pattern: patternOf } = fc.letrec<{ pattern: string; piece: string; item: string }>((tie) => ({
  item: fc.constantFrom(...ITEMS),
  piece: fc.oneof(
    { maxDepth: 4, depthIdentifier: "piece" },
    { weight: 5, arbitrary: tie("item") },
    {
      weight: 3,
      arbitrary: fc.tuple(tie("piece"), fc.constantFrom("*", "+", "?", "*?", "+?", "??", "{2}", "{1,3}?", "{0,2}")).map(([p, q]) => `(?:${p})${q}`),
    },
    { weight: 2, arbitrary: tie("pattern").map((p) => `(${p})`) },
    { weight: 1, arbitrary: tie("pattern").map((p) => `(?<n>${p})`) },
    { weight: 1, arbitrary: fc.tuple(fc.constantFrom("?=", "?!", "?<=", "?<!", "?:"), tie("pattern")).map(([k, p]) => `(${k}${p})`) },
  ),
  pattern: fc.oneof(
    { weight: 4, arbitrary: fc.array(tie("piece"), { maxLength: 4, depthIdentifier: "piece" }).map((p) => p.join("")) },
    { weight: 1, arbitrary: fc.tuple(tie("piece"), tie("piece")).map(([l, r]) => `${l}|${r}`) },
  ),
}));

test("random patterns agree with the host", () => {
  const flags = fc.subarray(["i", "m", "s", "u", "y"]).map((f) => f.join(""));
  const text = fc.array(fc.constantFrom(...LETTERS), { maxLength: 8 }).map((t) => t.join(""));
  let compared = 0;
  fc.assert(
    fc.property(patternOf, flags, text, (pattern, chosen, sample) => {
      if (!isValid(pattern, chosen)) return;
      const ours = matchesOf(pattern, chosen, sample, "all");
      if (ours === undefined) return;
      compared++;
      expect(ours).toEqual(hostMatches(pattern, chosen, sample, "all"));
    }),
    { numRuns: 400 * DEPTH, seed: 4317 },
  );
  expect(compared).toBeGreaterThan(125 * DEPTH);
});

test("any text is read without an exception, and agrees with the host on whether it is a pattern", () => {
  const bits = fc.constantFrom(..."()[]{}?*+|\\^$.-,:=!<>abk01xucd", "🐟", "\\u{", "(?<", "(?:", "\\c", "{1,", "[^");
  const anyText = fc.array(bits, { maxLength: 12 }).map((b) => b.join(""));
  fc.assert(
    fc.property(anyText, fc.constantFrom("", "u"), (pattern, flags) => {
      const { diagnostics } = readPattern(pattern, flags);
      if (diagnostics.some((d) => d.severity === "unsupported")) return;
      expect([pattern, flags, diagnostics.length === 0]).toEqual([pattern, flags, isValid(pattern, flags)]);
      for (const d of diagnostics) expect(d.start >= 0 && d.end <= pattern.length + 1 && d.start <= d.end).toBe(true);
    }),
    { numRuns: 1000 * DEPTH, seed: 4317 },
  );
});
