/**
 * What lookbehinds cost. They are read from where they are asked on, most of them against the text's direction, so the
 * path automaton of the pattern does not go into them: each is an automaton of its own, over the text as it reads it,
 * and so is a lookaround inside it.
 *
 * Asked once at every offset they are a search of their own, of a degree of its own. Where the pattern's paths make work
 * of degree d, no more than the order d − 1 of them come through one offset, so the two together make no more than the
 * sum of the degrees, less one. What stands around what is read is not known there: assertions and lookarounds are taken
 * to hold as well as not, which only adds paths.
 */

import type { Alphabet } from "../automaton/alphabet.ts";
import { PathAutomaton } from "../automaton/paths.ts";
import { type Bounds, exactBounds } from "../automaton/walk.ts";
import { leastOf, mostOf } from "../lists.ts";
import { compilePart } from "../program/compile.ts";
import { Op } from "../program/operations.ts";
import { INSTRUCTION_WIDTH, type Program, UNBOUNDED } from "../program/program.ts";
import { singleLook } from "../syntax/characters.ts";
import { childrenOf, type Node, type NodeOf, type Span, walk } from "../syntax/tree.ts";
import { type Candidate, findAmbiguity } from "./ambiguity.ts";
import { FEW_AT_ONCE, mostAtOnce } from "./at-once.ts";
import type { Attack } from "./attack.ts";
import { findAttackBefore } from "./attack.ts";

type Look = NodeOf<"look">;

/** A text that may make a lookbehind dear, with the quantifiers that it is about. */
interface BehindAttack {
  readonly attack: Attack;
  readonly candidate: Candidate | null;
  readonly parts: readonly Span[];
  /** Pumps after which the growth ends, since a quantifier has a bound; null where it goes on. */
  readonly until: number | null;
}

export interface BehindCost {
  /** By how much the degree can be more for them: 0 where asking once takes no more than a few steps, infinite where it is not known. */
  readonly degree: number;
  readonly attacks: readonly BehindAttack[];
}

/** Attacks tried for one lookaround. */
const MAX_ATTACKS = 4;
/** Letters that one loop alone is tried with. */
const MAX_PUMPS = 3;

/** What asking the dearest of the pattern's lookbehinds once can take; `widened` says how a part's loops are counted. */
export function* costBehind(program: Program, alphabetOf: () => Alphabet, widened: (part: Program) => readonly Bounds[]): Generator<number, BehindCost> {
  const attacks: BehindAttack[] = [];
  /** The degree of each lookaround that has been looked at; inner ones before outer ones. */
  const degrees = new Map<Node, number>();
  let most = 0;
  const looks = looksBehind(program.root);
  if (looks.length === 0) return { degree: 0, attacks };
  const alphabet = alphabetOf();
  for (const look of looks.reverse()) {
    const part = partOf(program, look);
    const own = part ? yield* degreeOf(part, look) : Number.POSITIVE_INFINITY;
    const inner = Math.max(0, mostOf(looksIn(look.body).map((each) => degrees.get(each) ?? 0)));
    degrees.set(look, own + inner);
    most = Math.max(most, own + inner);
  }
  return { degree: most, attacks };

  function* degreeOf(part: Program, look: Look): Generator<number, number> {
    const options = { whole: false, settled: false, blind: true };
    const ends = part.loops.every(({ max }) => max < UNBOUNDED);
    if (ends) {
      const exact = new PathAutomaton(part, alphabet, { ...options, restarts: false, bounds: part.loops.map(exactBounds) });
      yield* exact.explore();
      if (!exact.full && (yield* mostAtOnce(exact)) <= FEW_AT_ONCE) return 0;
    }
    const automaton = new PathAutomaton(part, alphabet, { ...options, restarts: true, bounds: widened(part) });
    const { candidates, ceiling } = yield* findAmbiguity(automaton);
    const until = ends && part.loops.length > 0 ? leastOf(part.loops.map(({ max }) => max)) : null;
    for (const candidate of candidates.slice(0, MAX_ATTACKS)) {
      const attack = yield* findAttackBefore(automaton, candidate);
      if (attack) attacks.push({ attack: look.behind ? reversed(attack) : attack, candidate, parts: partsOf(part), until });
    }
    // One loop alone is read over from every offset.
    for (const { node, max } of part.loops) {
      if (max < UNBOUNDED) continue;
      for (const symbol of symbolsOf(automaton, node).slice(0, MAX_PUMPS)) {
        const attack = { prefix: "", pump: alphabet.samples[symbol] as string, suffix: "" };
        attacks.push({ attack, candidate: null, parts: [{ start: node.start, end: node.end }], until: null });
      }
    }
    if (ceiling === 1 || asserts(part)) return ceiling - 1;
    // Only ways that are gone before it holds; nothing in it hangs on what stands around.
    const settled = new PathAutomaton(part, alphabet, { whole: false, settled: true, apart: true, restarts: true, bounds: widened(part) });
    return Math.min(ceiling, (yield* findAmbiguity(settled)).ceiling) - 1;
  }

  /** The symbols that a loop's items take, those first that little else in the part takes: what else there is does not end the loop with them. */
  function symbolsOf(automaton: PathAutomaton, { start, end }: Span): number[] {
    const { masks, edge } = alphabet;
    const takers = new Array<number>(edge + 1).fill(0);
    const inside = new Set<number>();
    for (let state = 0; state < automaton.size; state++) {
      const node = automaton.program.nodes[automaton.instructionOf(state)];
      if (!node || automaton.isThrough(state)) continue;
      for (const symbol of masks.symbols(automaton.takesOf(state))) {
        takers[symbol] = (takers[symbol] as number) + 1;
        if (symbol !== edge && node.start >= start && node.end <= end) inside.add(symbol);
      }
    }
    return [...inside].sort((a, b) => (takers[a] as number) - (takers[b] as number) || a - b);
  }
}

/** Whether what is inside asks what stands around it. */
const asserts = ({ code }: Program): boolean => code.some((operation, i) => i % INSTRUCTION_WIDTH === 0 && (operation === Op.Assert || operation === Op.Enter));

/** The loops of a part; those that one sign stands for are in one place. */
const partsOf = ({ loops }: Program): Span[] => {
  const places = loops.filter(({ max }) => max > 1).map(({ node: { start, end } }) => ({ start, end }));
  return places.filter(({ start, end }, i) => places.findIndex((first) => first.start === start && first.end === end) === i);
};

/** What is inside as a program of its own, in the direction in which it is read. */
function partOf(program: Program, { behind, widths, body }: Look): Program | undefined {
  return compilePart(program.reading, body, behind && widths === null);
}

/** Lookbehinds, and the lookarounds inside them: those of one character ask no more than that. Outer ones come first. */
function looksBehind(root: Node): Look[] {
  const found: Look[] = [];
  const pending: { readonly node: Node; readonly behind: boolean }[] = [{ node: root, behind: false }];
  for (let next = pending.pop(); next; next = pending.pop()) {
    const { node } = next;
    const counts = node.kind === "look" && (node.behind || next.behind) && !singleLook(node);
    if (counts) found.push(node);
    for (const child of childrenOf(node)) pending.push({ node: child, behind: next.behind || counts });
  }
  return found;
}

const looksIn = (body: Node): Look[] => [...walk(body)].filter((node): node is Look => node.kind === "look");

/** The attack on what reads the text from its end. */
function reversed({ prefix, pump, suffix }: Attack): Attack {
  const back = (text: string): string => [...text].reverse().join("");
  return { prefix: back(suffix), pump: back(pump), suffix: back(prefix) };
}
