/** Random small patterns. */
import fc from "fast-check";
import type { DialectName } from "../../src/index.ts";
import { readIn } from "../support.ts";

const ITEMS = ["a", "b", "ab", ".", "[ab]", "[^a]", "a?"];

/** Small patterns of a dialect that read; groups are of the kind that `group` opens. */
export function patternsIn(dialect: DialectName, group: "(?:" | "(" = "(?:"): fc.Arbitrary<string> {
  const wrappers = ["?=", "?!", "?<=", "?<!", ...(dialect === "python" ? ["?>"] : [])];
  const { pattern } = fc.letrec<{ pattern: string; piece: string }>((tie) => ({
    piece: fc.oneof(
      { maxDepth: 4, depthIdentifier: "piece" },
      { weight: 4, arbitrary: fc.constantFrom(...ITEMS) },
      { weight: 4, arbitrary: fc.tuple(tie("piece"), fc.constantFrom("*", "+", "*?", "+?", "{2}", "{1,2}")).map(([p, q]) => `${group}${p})${q}`) },
      { weight: 2, arbitrary: fc.tuple(tie("piece"), tie("piece")).map(([l, r]) => `${group}${l}|${r})`) },
      { weight: 1, arbitrary: fc.tuple(fc.constantFrom(...wrappers), tie("piece")).map(([k, p]) => `(${k}${p})`) },
      { weight: 1, arbitrary: fc.constantFrom("^", "$", "\\b") },
      // What the group at the beginning took; where there is no group the pattern is a mistake, or asks for another character.
      { weight: 1, arbitrary: fc.constantFrom("\\1", "\\1?") },
    ),
    pattern: fc
      .tuple(fc.constantFrom("", "", "^", "([ab])", "^(a|)"), fc.array(tie("piece"), { minLength: 1, maxLength: 3 }), fc.constantFrom("", "$", "c"))
      .map(([head, pieces, tail]) => `${head}${pieces.join("")}${tail}`),
  }));
  return pattern.filter((p) => readIn(dialect, p, "").diagnostics.length === 0);
}
