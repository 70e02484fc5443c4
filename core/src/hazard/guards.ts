/**
 * What engines do against exponential growth besides backtracking: some remember where a turn of a loop failed, and do not
 * try it there again. A verdict is of backtracking alone; a guard says where the dialect's own engine is spared.
 */
import type { DialectName } from "../dialect/dialect.ts";
import { type Program, TRIED, UNBOUNDED } from "../program/program.ts";
import { Reckoning } from "../syntax/bounded.ts";
import { type Node, type NodeOf, type Span, walk } from "../syntax/tree.ts";

/** How it is told from others, in a clause, and in full. */
export interface Guard {
  readonly code: "jdk-9" | "perl-cache";
  readonly clause: string;
  readonly says: string;
}

interface GuardRow {
  readonly guard: Guard;
  /** Whether it spares the engine a growth that a loop causes, in a pattern without back-references. */
  readonly covers: (loop: NodeOf<"quantifier">, program: Program) => boolean;
}

/** Loops that Perl numbers, so that it can remember of each where it failed (5.36, study_chunk, whilem_c). */
const NUMBERED = 15;

const repeatsGroup = (node: Node): node is NodeOf<"quantifier"> =>
  node.kind === "quantifier" && node.body.kind !== "character" && node.body.kind !== "any" && node.body.kind !== "set";

const GUARDS: Readonly<Partial<Record<DialectName, GuardRow>>> = {
  java: {
    guard: {
      code: "jdk-9",
      clause: "JDK 9 and later are spared it",
      says: "Since JDK 9 Java remembers where a turn of this loop failed and does not try it there again, so it takes no more than a power of the length. Java 8 has no such memory; nor has any version for a pattern with a back-reference, for a loop inside of another, or for one that is lazy or has a bound.",
    },
    // Pattern.compile gives a memory to the loops of topClosureNodes (JDK 17): greedy, without a bound, tried and not
    // counted, and not inside of another quantifier of a group.
    covers: (loop, { root }) => {
      if (loop.mode !== "greedy" || loop.max !== Number.POSITIVE_INFINITY || new Reckoning(root).isSteady(loop.body)) return false;
      const around = [...walk(root)].filter((node) => node !== loop && node.start <= loop.start && loop.end <= node.end);
      return !around.some(repeatsGroup) && ![...walk(loop.body)].some((node) => repeatsGroup(node) && node.max > 1);
    },
  },
  perl: {
    guard: {
      code: "perl-cache",
      clause: "Perl itself is spared it",
      says: "Perl remembers where turns of such a loop failed and does not try them there again, so it takes no more than a power of the length. It has no such memory for a pattern with a back-reference, nor for a loop that has a bound.",
    },
    covers: (loop, { loops }) => {
      const tried = loops.filter((each) => each.counted === TRIED && each.max === UNBOUNDED);
      if (tried.length > NUMBERED || !tried.some(({ node }) => isAt(node, loop))) return false;
      return ![...walk(loop.body)].some((node) => repeatsGroup(node) && node.max > 1 && node.max < Number.POSITIVE_INFINITY);
    },
  },
};

/** What spares the dialect's own engine the growth that the parts of the pattern cause; null where nothing does. */
export function guardOf(program: Program, growth: "polynomial" | "exponential", parts: readonly Span[]): Guard | null {
  const row = GUARDS[program.source.dialect as DialectName];
  if (!row || growth !== "exponential") return null;
  const quantifiers: NodeOf<"quantifier">[] = [];
  for (const node of walk(program.root)) {
    if (node.kind === "back-reference" || node.kind === "conditional") return null;
    if (node.kind === "quantifier" && parts.some((part) => isAt(node, part))) quantifiers.push(node);
  }
  // The outermost comes first.
  const [loop] = quantifiers;
  return loop && row.covers(loop, program) ? row.guard : null;
}

const isAt = (node: Span, { start, end }: Span): boolean => node.start === start && node.end === end;
