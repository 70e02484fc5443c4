/**
 * What the linear machine makes of a program before it sees a text: the program read both ways, its lookarounds in
 * passes of their own, and the classes of characters that all of them share. Or why it cannot.
 */
import { writtenOut } from "../automaton/written-out.ts";
import type { CharSet } from "../charset/charset.ts";
import { Partition } from "../charset/partition.ts";
import { edgeOf } from "../dialect/assertions.ts";
import { oncePer } from "../once.ts";
import { compilePart } from "../program/compile.ts";
import { factored } from "../program/factor.ts";
import { lengthsOf } from "../program/lengths.ts";
import { Op } from "../program/operations.ts";
import { type Beyond, type Enclosure, FAILS, INSTRUCTION_WIDTH, type Program } from "../program/program.ts";
import { setsOf } from "../program/sets.ts";
import { StateSpace } from "../program/states.ts";
import { singleLook } from "../syntax/characters.ts";
import { anchorOf, childrenOf, type Node, type NodeOf, unknownNode, walk } from "../syntax/tree.ts";

/** Reading a longer program against the text, and telling its characters apart, takes a second and more: 40,000 words are less. */
const MAX_INSTRUCTIONS = 400_000;
/** Each lookaround doubles the symbols of an automaton, and has a bit of the one byte in which an offset keeps what held there. */
const MAX_LOOKS = 8;
/** With more than a few of them, a state must not take so much of an automaton's table that hardly any others have room. */
const FEW_LOOKS = 4;
const MAX_SYMBOLS_WITH_LOOKS = 1 << 16;

interface Part {
  readonly program: Program;
  readonly states: StateSpace;
}

/** A lookaround that asks for the next or the last character alone: the symbols on either side decide it. */
export interface SideLook {
  readonly behind: boolean;
  readonly set: CharSet;
}

interface LookPlan extends Part {
  readonly node: NodeOf<"look">;
  /** Against the text for a lookahead, along it for a lookbehind: the answers come in the order in which they are known. */
  readonly backward: boolean;
}

export interface Plan {
  readonly partition: Partition;
  readonly forward: Part;
  readonly backward: Part;
  /** Inner ones before those that they lie in. */
  readonly looks: readonly LookPlan[];
  readonly lookNumbers: ReadonlyMap<Node, number>;
  readonly sideLooks: ReadonlyMap<Node, SideLook>;
  /** Code units that every match has, where all have the same number; else −1. */
  readonly length: number;
  /** Whether a match can be empty, and whether there is an empty one at every offset: then a match begins where the search does. */
  readonly canBeEmpty: boolean;
  readonly alwaysEmpty: boolean;
}

export type Refusal = Beyond | "references" | "counts" | "settled" | "conditions" | "looks" | "size";

/** Why a program runs otherwise, for a sentence on the screen. */
export const REFUSALS: Readonly<Record<Refusal, string>> = {
  calls: "it calls groups as subroutines, which can go on without end",
  verbs: "it has verbs, which steer the backtracking",
  "search-start": "it asks where the search began",
  keep: "it leaves out what was taken before a place in it",
  "looks-back": "a lookbehind in it goes back by several widths and keeps, or settles, what it takes",
  stays: "what groups in it capture stays, though the way is given up on which they did",
  "line-feeds": "a search for it does not begin between CR and LF",
  reenters: "a lookaround in it may be tried another way when it has been left",
  turns: "a turn in it that takes nothing ends its loop before the least number of turns",
  stacks: "its groups take back what others have captured",
  references: "it has back-references to groups of many texts, known only while it matches",
  counts: "its counts, one inside another, make too many states",
  settled: "it has atomic groups or possessive quantifiers, so what is tried hangs on what was found",
  conditions: "it has conditions, which hang on groups",
  looks: `it has more than ${MAX_LOOKS} lookarounds`,
  size: `the pattern has more than ${MAX_INSTRUCTIONS} instructions`,
};

/** The plan for a program, or what stands in the way; made once. */
export const planOf = oncePer((program: Program): Plan | Refusal => makePlan(program));

interface Outlook {
  readonly refusal: Refusal | null;
  /** Automata that a run makes: one along the text, one against it, and one for each lookaround. */
  readonly automata: number;
}

const outlookOf = oncePer((program: Program): Outlook => {
  // Written out, groups would be parts of other alternatives, by which the longest parts are not found.
  const own = program.preference === "longest" ? program : writtenOut(program, "kept");
  return { refusal: findRefusal(own), automata: 2 + longLooksOf(own).distinct.length };
});

/** What stands in the way of an automaton, without making one; null where nothing does. */
export const refusalOf = (program: Program): Refusal | null => outlookOf(program).refusal;

/** How many automata a run of the program has to make. */
export const automataOf = (program: Program): number => outlookOf(program).automata;

function findRefusal(program: Program): Refusal | null {
  const { enclosures, code, nodes } = program;
  const [beyond] = program.beyond;
  if (beyond) return beyond;
  if (program.references.length > 0) return "references";
  if (nodes.length > MAX_INSTRUCTIONS) return "size";
  if (enclosures.some(({ kind }: Enclosure) => kind !== "look")) return "settled";
  if (enclosures.some(({ held, failed }) => held !== FAILS && failed !== FAILS)) return "conditions";
  for (let i = 0; i < code.length; i += INSTRUCTION_WIDTH) if (code[i] === Op.Condition) return "conditions";
  if (longLooksOf(program).distinct.length > MAX_LOOKS) return "looks";
  return StateSpace.of(program, "all") ? null : "counts";
}

interface LongLooks {
  readonly distinct: readonly NodeOf<"look">[];
  /** Those that ask for the same as one of these, which they go by. */
  readonly alike: ReadonlyMap<Node, NodeOf<"look">>;
}

/** Lookarounds that ask for more than one character. An edge stands for the same wherever it is written, negated or not. */
function longLooksOf({ enclosures }: Program): LongLooks {
  const distinct = new Set<NodeOf<"look">>();
  const alike = new Map<Node, NodeOf<"look">>();
  const edges = new Map<string, NodeOf<"look">>();
  const insideOthers = new Set<Node>();
  for (const { node } of enclosures) {
    if (node.kind !== "look" || sideLookOf(node) || insideOthers.has(node)) continue;
    const edge = edgeOf(anchorOf(node));
    const first = edge === undefined ? undefined : edges.get(edge);
    if (first && first !== node) {
      alike.set(node, first);
      for (const part of walk(node.body)) insideOthers.add(part);
    } else {
      // A part that stands in several places is one node.
      distinct.add(node);
      if (edge !== undefined) edges.set(edge, node);
    }
  }
  return { distinct: [...distinct], alike };
}

function makePlan(asked: Program): Plan | Refusal {
  const refusal = refusalOf(asked);
  if (refusal) return refusal;
  // What a group of few texts took is told by the way through it.
  const program = writtenOut(asked, "kept");
  const looks: LookPlan[] = [];
  const sideLooks = new Map<Node, SideLook>();
  for (const { node } of program.enclosures) {
    const side = node.kind === "look" ? sideLookOf(node) : undefined;
    if (side) sideLooks.set(node, side);
  }
  const { distinct, alike } = longLooksOf(program);
  for (const node of distinct) {
    const part = partOf(compilePart(program.reading, factored(node.body, !node.behind), !node.behind));
    if (typeof part === "string") return part;
    looks.unshift({ ...part, node, backward: !node.behind });
  }
  const { root, reading } = program;
  const along = factored(root, false);
  const forward = partOf(along === root ? program : compilePart(reading, along, false));
  if (typeof forward === "string") return forward;
  const backward = partOf(compilePart(reading, factored(root, true), true));
  if (typeof backward === "string") return backward;
  const parts = [forward, backward, ...looks];
  const lookNumbers = new Map<Node, number>(looks.map(({ node }, i) => [node, i]));
  for (const [node, first] of alike) lookNumbers.set(node, lookNumbers.get(first) as number);
  const lengths = lengthsOf(program);
  const partition = new Partition([...parts.flatMap(({ program: each }) => setsOf(each)), ...Array.from(sideLooks.values(), ({ set }) => set)]);
  if (looks.length > FEW_LOOKS && (2 * partition.count) << looks.length > MAX_SYMBOLS_WITH_LOOKS) return "looks";
  return {
    partition,
    forward,
    backward,
    looks,
    lookNumbers,
    sideLooks,
    length: lengths.least === lengths.most ? lengths.least : -1,
    canBeEmpty: lengths.least === 0,
    alwaysEmpty: takesNothing(program.root),
  };
}

/** Whether a pattern matches the empty text wherever it is asked for it, whatever stands around. */
function takesNothing(root: Node): boolean {
  const found = new Map<Node, boolean>();
  for (const node of [...walk(root)].reverse()) found.set(node, takesNothingBy(node, childrenOf(node), found));
  return found.get(root) === true;
}

function takesNothingBy(node: Node, inner: readonly Node[], found: ReadonlyMap<Node, boolean>): boolean {
  switch (node.kind) {
    case "empty":
      return true;
    case "sequence":
    case "group":
      return inner.every((child) => found.get(child) === true);
    case "alternation":
      return inner.some((child) => found.get(child) === true);
    case "quantifier":
      return node.min === 0 || found.get(node.body) === true;
    case "character":
    case "any":
    case "set":
    case "assertion":
    case "look":
    case "atomic":
    case "back-reference":
    case "conditional":
    case "call":
    case "verb":
    case "keep":
      return false;
    default:
      return unknownNode(node);
  }
}

/** A lookaround for one character; undefined where it asks for more, or less. */
function sideLookOf(look: NodeOf<"look">): SideLook | undefined {
  const set = singleLook(look);
  return set && { behind: look.behind, set };
}

function partOf(program: Program | undefined): Part | Refusal {
  if (!program) return "size";
  const states = StateSpace.of(program, "all");
  return states ? { program, states } : "counts";
}
