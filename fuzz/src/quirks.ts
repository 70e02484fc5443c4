/**
 * Where a judge itself is wrong: differences of these kinds are not counted. Each says by which rule the judge errs, so
 * that it can be taken out when the judge is mended.
 */
import { read, walk } from "@lamprey/core";
import type { Question, Verdict } from "./judges.ts";
import type { FuzzedDialect } from "./patterns.ts";

interface Quirk {
  readonly dialect: FuzzedDialect;
  readonly why: string;
  readonly excuses: (question: Question, theirs: Verdict) => boolean;
}

const byCodePoints = (flags: string): boolean => flags.includes("u") || flags.includes("v");

export const QUIRKS: readonly Quirk[] = [
  {
    dialect: "ecmascript",
    why: "AdvanceStringIndex goes by code points, but V8's search finds empty matches inside a surrogate pair",
    excuses: ({ flags, text }, theirs) =>
      byCodePoints(flags) && Array.isArray(theirs) && theirs.some(([start]) => start > 0 && (text.codePointAt(start - 1) as number) > 0xffff),
  },
  {
    dialect: "ecmascript",
    why: "Node 20 reads neither flags inside a pattern nor names that several groups share",
    excuses: ({ pattern, flags }, theirs) => {
      if (theirs !== null) return false;
      const { groups } = read({ dialect: "ecmascript", pattern, flags });
      const names = groups.flatMap(({ name }) => (name === null ? [] : [name]));
      return new Set(names).size < names.length || /\(\?[a-z-]/.test(pattern);
    },
  },
  {
    dialect: "ecmascript",
    why: "MaybeSimpleCaseFolding: with i and v, V8 compares single characters of strings and some properties as they are written",
    excuses: ({ pattern, flags }) =>
      flags.includes("v") && (flags.includes("i") || /\(\?\w*i/.test(pattern)) && (pattern.includes("\\q{") || pattern.includes("\\p{A")),
  },
  {
    dialect: "python",
    why: "the search looks for the first character by the flags of the whole pattern, not by those of its bracket",
    excuses: ({ pattern }) => pattern.includes("(?a:") || pattern.includes("(?u:"),
  },
  {
    dialect: "python",
    why: "a condition on a group that is still open sees where the group ended in a way given up before",
    excuses: ({ pattern, flags }) => {
      const { root, groups } = read({ dialect: "python", pattern, flags });
      return [...walk(root)].some((node) => node.kind === "conditional" && node.start < (groups[node.slot - 1]?.end ?? 0));
    },
  },
  {
    dialect: "python",
    why: "a possessive quantifier keeps what groups took in ways given up inside it",
    excuses: ({ pattern, flags }) => {
      const { root } = read({ dialect: "python", pattern, flags });
      const possessive = [...walk(root)].filter((node) => node.kind === "quantifier" && node.mode === "possessive");
      return possessive.some((node) => [...walk(node)].some((inner) => inner.kind === "group" && inner.capture !== null));
    },
  },
];

export function excused(dialect: FuzzedDialect, question: Question, theirs: Verdict): boolean {
  return QUIRKS.some((quirk) => quirk.dialect === dialect && quirk.excuses(question, theirs));
}
