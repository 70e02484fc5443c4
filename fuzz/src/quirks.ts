/**
 * Where a judge itself is wrong: differences of these kinds are not counted. Each says by which rule the judge errs, so
 * that it can be taken out when the judge is mended.
 */
import { type Node, read, walk, widthsOf } from "@lamprey/core";
import type { Question, Verdict } from "./judges.ts";
import type { FuzzedDialect } from "./patterns.ts";

interface Quirk {
  readonly dialect: FuzzedDialect;
  readonly why: string;
  readonly excuses: (question: Question, theirs: Verdict) => boolean;
  /** The judge may not come to an end: it is not asked at all. */
  readonly hangs?: true;
}

const byCodePoints = (flags: string): boolean => flags.includes("u") || flags.includes("v");

const QUIRKS: readonly Quirk[] = [
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
      return [...walk(root)].some(
        (node) => node.kind === "conditional" && node.asks.kind === "groups" && node.asks.slots.some((slot) => node.start < (groups[slot - 1]?.end ?? 0)),
      );
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
  {
    dialect: "java",
    why: "after an empty match the search goes on inside a surrogate pair, where each construct sees half characters in a way of its own",
    excuses: ({ text }) => /[\ud800-\udbff][\udc00-\udfff]/.test(text),
  },
  {
    dialect: "java",
    why: "quotes are taken out of the pattern before it is read, even behind the beginning of an escape",
    excuses: ({ pattern }) => /\\[cx0u]\\[QE]/.test(pattern),
  },
  {
    dialect: "pcre",
    why: "a backslash at the pattern's end escapes the delimiter",
    excuses: ({ pattern }) => /(?<!\\)(?:\\\\)*\\$/.test(pattern),
  },
  {
    dialect: "pcre",
    why: "compiled to machine code, a group that is repeated possessively any number of times keeps what it took in ways given up, into the next attempts",
    excuses: ({ pattern, flags }) =>
      nodesOf(pattern, flags, "pcre").some(
        (node) =>
          node.kind === "quantifier" &&
          node.mode === "possessive" &&
          node.min === 0 &&
          node.max === Number.POSITIVE_INFINITY &&
          node.body.kind === "group" &&
          node.body.capture !== null,
      ),
  },
  {
    dialect: "dotnet",
    why: "a lazy loop of one turn or more whose turn takes nothing loses where it stands, or never ends",
    hangs: true,
    excuses: ({ pattern, flags }) => {
      const { root } = read({ dialect: "dotnet", pattern, flags });
      const widths = widthsOf(root);
      return [...walk(root)].some(
        (node) =>
          node.kind === "quantifier" && node.mode === "lazy" && node.max === Number.POSITIVE_INFINITY && node.min <= 1 && widths.get(node.body)?.least === 0,
      );
    },
  },
  {
    dialect: "dotnet",
    why: "the search looks for the first character in lower case where one of several alternatives ignores case",
    excuses: ({ pattern, flags }) => (flags.includes("i") ? /\(\?[a-z]*-[a-z]*i/.test(pattern) : /\(\?[a-z]*i/.test(pattern)),
  },
  {
    dialect: "dotnet",
    why: "the search takes a condition without a second way for its first alone, and skips where that cannot begin",
    excuses: ({ pattern, flags }) =>
      nodesOf(pattern, flags, "dotnet").some((node) => node.kind === "conditional" && node.no.kind === "empty" && pattern[node.no.start - 1] !== "|"),
  },
  {
    dialect: "perl",
    why: "a set that looks like a class of POSIX without its end, and what stands for nothing between a quantifier and its mode",
    excuses: ({ pattern }) => pattern.includes("[::") || /\(\*atomic:[\s\S]*\\K/.test(pattern) || /\(\?\(\?</.test(pattern),
  },
  {
    dialect: "perl",
    why: "with g, a character that is repeated not once is found all the same; \\G in the middle is sought everywhere",
    excuses: ({ pattern, text }) => (pattern.includes("{0}") && /[^\0-\x7f]/.test(text)) || /[\s\S]\\G/.test(pattern),
  },
  {
    dialect: "perl",
    why: "alternatives that are looked up together take a letter that folds to several for the first of these",
    excuses: ({ pattern, flags, text }) => (flags.includes("i") || pattern.includes("i")) && /[ßﬁ]/.test(text) && pattern.includes("|"),
  },
  {
    dialect: "perl",
    why: "a group around the end of a match that is repeated is not closed by it",
    excuses: ({ pattern, flags }) =>
      nodesOf(pattern, flags, "perl").some(
        (node) => (node.kind === "quantifier" || node.kind === "atomic") && [...walk(node)].some((inner) => inner.kind === "verb" && inner.verb === "accept"),
      ),
  },
  {
    dialect: "perl",
    why: "verbs in lookarounds and in what is settled act after these have been left, and what is settled in a lookbehind is never through",
    excuses: ({ pattern, flags }) =>
      nodesOf(pattern, flags, "perl").some(
        (node) =>
          (node.kind === "look" || node.kind === "atomic" || isPossessive(node)) &&
          [...walk(node)].some((inner) => inner.kind === "verb" || (node.kind === "look" && node.behind && (inner.kind === "atomic" || isPossessive(inner)))),
      ),
  },
  {
    dialect: "perl",
    why: "a part of one width that is repeated keeps its turns where a verb in it fails; and over a verb that may be left out a letter is looked for before a search begins, and a class is not",
    excuses: ({ pattern, flags }) =>
      nodesOf(pattern, flags, "perl").some(
        (node) => node.kind === "quantifier" && [...walk(node)].some((inner) => inner.kind === "verb" && inner.verb !== "accept" && inner.verb !== "fail"),
      ),
  },
  {
    dialect: "perl",
    why: "a reference, or a condition, inside of the group that it is about sees what a turn that was given up took, or not, by how the turns are compiled",
    excuses: ({ pattern, flags }) => refersToItself(pattern, flags, "perl"),
  },
  {
    dialect: "perl",
    why: "a verb in one of several alternatives, of which one is empty, does not keep the search from beginning where what follows stands",
    excuses: ({ pattern, flags }) =>
      nodesOf(pattern, flags, "perl").some(
        (node) =>
          node.kind === "alternation" &&
          node.branches.some(({ kind }) => kind === "empty") &&
          [...walk(node)].some((inner) => inner.kind === "verb" && inner.verb !== "accept" && inner.verb !== "fail"),
      ),
  },
  {
    dialect: "perl",
    why: "a property that a program could define is missing only when it is asked for; \\K behind flags may be repeated",
    excuses: ({ pattern }) => /\\p\{\s*\^?(main::)?I[sn]/i.test(pattern) || /\(\?[\^a-z-]*\)\\K/.test(pattern),
  },
  {
    dialect: "perl",
    why: "(*COMMIT) says when it is passed that the search ends here, and whichever verb ends the attempt",
    excuses: ({ pattern, flags }) => {
      const verbs = nodesOf(pattern, flags, "perl").flatMap((node) => (node.kind === "verb" ? [node.verb] : []));
      return verbs.includes("commit") && verbs.some((verb) => verb === "prune" || verb === "skip" || verb === "alternative");
    },
  },
  {
    dialect: "perl",
    why: "a lookaround of nothing, as a condition, asks nothing",
    excuses: ({ pattern, flags }) =>
      nodesOf(pattern, flags, "perl").some(
        (node) => node.kind === "conditional" && node.asks.kind === "look" && node.asks.look.kind === "look" && node.asks.look.body.kind === "empty",
      ),
  },
  {
    dialect: "perl",
    why: "a call that never ends is an error where the search has been given up already",
    excuses: (_, theirs) => typeof theirs === "string" && theirs.startsWith("fails: Infinite recursion"),
  },
  {
    dialect: "perl",
    why: "what groups took in a lookbehind of several widths that failed is undone or not by how its tries are compiled",
    excuses: ({ pattern, flags }) =>
      nodesOf(pattern, flags, "perl").some((node) => node.kind === "look" && node.behind && captures(node) > 0 && node.back !== undefined),
  },
  {
    dialect: "perl",
    why: "a lookahead of one optional item, or one that is a condition, is taken for what a match begins with",
    excuses: ({ pattern, flags }) =>
      nodesOf(pattern, flags, "perl").some((node) => {
        const look = node.kind === "conditional" && node.asks.kind === "look" ? node.asks.look : node;
        if (look.kind !== "look" || look.behind || look.negated) return false;
        const body = look.body.kind === "group" ? look.body.body : look.body;
        return look !== node || (body.kind === "quantifier" && body.min === 0);
      }),
  },
  {
    dialect: "perl",
    why: "what a repeated group took in a lookaround whose inside failed is undone or not by how the repetition is compiled",
    excuses: ({ pattern, flags }) =>
      nodesOf(pattern, flags, "perl").some(
        (node) => node.kind === "look" && captures(node) > 0 && [...walk(node)].some((inner) => inner.kind === "quantifier"),
      ),
  },
  {
    dialect: "pcre",
    why: "a search that goes on behind an empty match asks the interpreter, to which a call of the whole pattern is settled when it is left",
    excuses: ({ pattern, flags }) => {
      const { root } = read({ dialect: "pcre", pattern, flags });
      return [...walk(root)].some((node) => node.kind === "call" && node.slot === 0) && widthsOf(root).get(root)?.least === 0;
    },
  },
  {
    dialect: "pcre",
    why: "find_minlength takes a reference inside of the group that it refers to for as long as the group, also where it may be left out",
    excuses: ({ pattern, flags }) => refersToItself(pattern, flags, "pcre"),
  },
  {
    dialect: "pcre",
    why: "auto-possessification (autoposstab) takes it that what . takes is no line end of \\R's, which CR is; with it nothing is given back between them",
    excuses: ({ pattern, text }) => pattern.includes("\\R") && /[.N]/.test(pattern) && /[\r\v\f\x85\u2028\u2029]/.test(text),
  },
  {
    dialect: "pcre",
    why: "the just-in-time compiler, having tried a lazy run that is settled at the start of a pattern, begins behind it",
    excuses: ({ pattern }) => /^[(?:^]*\(\?>|^\(\*atomic:/.test(pattern) && /\+\?|\{1,\}\?/.test(pattern),
  },
  {
    dialect: "pcre",
    why: "a group that is repeated not once makes a lookahead that begins with it fail",
    excuses: ({ pattern, flags }) =>
      nodesOf(pattern, flags, "pcre").some(
        (node) =>
          node.kind === "look" &&
          !node.behind &&
          !node.negated &&
          [...walk(node)].some(
            (inner) =>
              inner.kind === "quantifier" &&
              inner.max === 0 &&
              ((inner.body.kind === "group" && inner.body.body.kind === "alternation") || inner.body.kind === "conditional"),
          ),
      ),
  },
];

const nodesOf = (pattern: string, flags: string, dialect: FuzzedDialect = "java"): readonly Node[] => [...walk(read({ dialect, pattern, flags }).root)];
/** The slots that a reference, or a condition, is about. */
const asksFor = (node: Node): readonly number[] =>
  node.kind === "back-reference" ? node.slots : node.kind === "conditional" && node.asks.kind === "groups" ? node.asks.slots : [];
/** Whether a group holds a reference to itself, or a condition on itself. */
function refersToItself(pattern: string, flags: string, dialect: FuzzedDialect): boolean {
  const { root, groups } = read({ dialect, pattern, flags });
  return [...walk(root)].some((node) =>
    asksFor(node).some((slot) => groups.some((group) => group.slot === slot && group.start < node.start && node.end < group.end)),
  );
}
const captures = (node: Node): number => [...walk(node)].filter((inner) => inner.kind === "group" && inner.capture !== null).length;
const isPossessive = (node: Node): boolean => node.kind === "quantifier" && node.mode === "possessive";
/** Whether the judge may not come to an end on the question. */
export function hangs(dialect: FuzzedDialect, question: Question): boolean {
  return QUIRKS.some((quirk) => quirk.hangs === true && quirk.dialect === dialect && quirk.excuses(question, null));
}

export function excused(dialect: FuzzedDialect, question: Question, theirs: Verdict): boolean {
  return QUIRKS.some((quirk) => quirk.dialect === dialect && quirk.excuses(question, theirs));
}
