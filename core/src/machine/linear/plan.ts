/**
 * What the linear machine makes of a program before it sees a text: the program read both ways, its lookarounds in
 * passes of their own, and the classes of characters that all of them share. Or why it cannot.
 */
import type { CharSet } from "../../charset/charset.ts";
import { Partition } from "../../charset/partition.ts";
import { charactersOf } from "../../program/characters.ts";
import { compilePart } from "../../program/compile.ts";
import { type Enclosure, INSTRUCTION_WIDTH, Op, type Program } from "../../program/program.ts";
import { StateSpace } from "../../program/states.ts";
import { childrenOf, type Node, type NodeOf, walk } from "../../syntax/tree.ts";

/** Each lookaround doubles the symbols of an automaton. */
const MAX_LOOKS = 4;

export interface Part {
  readonly program: Program;
  readonly states: StateSpace;
}

/** A lookaround that asks for the next or the last character alone: the symbols on either side decide it. */
export interface SideLook {
  readonly behind: boolean;
  readonly set: CharSet;
}

export interface LookPlan extends Part {
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
  /** Whether a match can be empty. */
  readonly canBeEmpty: boolean;
}

export type Refusal = "references" | "counts" | "settled" | "conditions" | "looks" | "size";

/** Why a program runs otherwise, for a sentence on the screen. */
export const REFUSALS: Readonly<Record<Refusal, string>> = {
  references: "the pattern has back-references, whose text is known only while it matches",
  counts: "its counts, one inside another, make too many states",
  settled: "it has atomic groups or possessive quantifiers, so what is tried hangs on what was found",
  conditions: "it has conditions, which hang on groups",
  looks: `it has more than ${MAX_LOOKS} lookarounds`,
  size: "the pattern is too large to be read against the text",
};

const plans = new WeakMap<Program, Plan | Refusal>();

/** The plan for a program, or what stands in the way; made once. */
export function planOf(program: Program): Plan | Refusal {
  let plan = plans.get(program);
  if (!plan) {
    plan = makePlan(program);
    plans.set(program, plan);
  }
  return plan;
}

function makePlan(program: Program): Plan | Refusal {
  if (program.references.length > 0) return "references";
  const refusal = refusalOf(program);
  if (refusal) return refusal;
  const looks: LookPlan[] = [];
  const sideLooks = new Map<Node, SideLook>();
  for (const { node } of program.enclosures) {
    if (node.kind !== "look") continue;
    const side = sideLookOf(node);
    if (side) {
      sideLooks.set(node, side);
      continue;
    }
    const part = partOf(compilePart(program.reading, node.body, !node.behind));
    if (typeof part === "string") return part;
    looks.unshift({ ...part, node, backward: !node.behind });
  }
  if (looks.length > MAX_LOOKS) return "looks";
  const forward = partOf(program);
  if (typeof forward === "string") return forward;
  const backward = partOf(compilePart(program.reading, program.root, true));
  if (typeof backward === "string") return backward;
  const parts = [forward, backward, ...looks];
  const lengths = lengthsOf(program);
  return {
    partition: new Partition([...parts.flatMap(({ program: each }) => setsOf(each)), ...Array.from(sideLooks.values(), ({ set }) => set)]),
    forward,
    backward,
    looks,
    lookNumbers: new Map(looks.map(({ node }, i) => [node, i])),
    sideLooks,
    length: lengths.least === lengths.most ? lengths.least : -1,
    canBeEmpty: lengths.least === 0,
  };
}

/** The lookaround's one character; undefined where it asks for more, or less. */
function sideLookOf(look: NodeOf<"look">): SideLook | undefined {
  let body = look.body;
  while (body.kind === "group") body = body.body;
  if (body.kind !== "character" && body.kind !== "any" && (body.kind !== "set" || body.strings.length > 0)) return undefined;
  return { behind: look.behind, set: charactersOf(body) };
}

function refusalOf({ enclosures, code }: Program): Refusal | undefined {
  if (enclosures.some(({ kind }: Enclosure) => kind !== "look")) return "settled";
  for (let i = 0; i < code.length; i += INSTRUCTION_WIDTH) if (code[i] === Op.Condition) return "conditions";
  return undefined;
}

function partOf(program: Program | undefined): Part | Refusal {
  if (!program) return "size";
  const states = StateSpace.of(program, "all");
  return states ? { program, states } : "counts";
}

function setsOf({ code, sets }: Program): CharSet[] {
  const units = new Set<number>();
  for (let i = 0; i < code.length; i += INSTRUCTION_WIDTH) {
    if (code[i] === Op.Unit || code[i] === Op.UnitBack) units.add(code[i + 1] as number);
  }
  return [...sets, ...Array.from(units, (unit): CharSet => [unit, unit])];
}

/** The least and the most code units that a match can have. */
function lengthsOf(program: Program): { least: number; most: number } {
  const found = new Map<Node, { least: number; most: number }>();
  const outerFirst = [...walk(program.root)];
  const two = program.options.codePoints;
  for (const node of outerFirst.reverse()) {
    const inner = childrenOf(node).map((child) => found.get(child) as { least: number; most: number });
    found.set(node, lengthOf(node, inner, two));
  }
  return found.get(program.root) as { least: number; most: number };
}

function lengthOf(node: Node, inner: readonly { least: number; most: number }[], codePoints: boolean): { least: number; most: number } {
  const times = (length: number, count: number) => (length === 0 || count === 0 ? 0 : length * count);
  switch (node.kind) {
    case "character":
      // Case folding never leads from one plane to another.
      return node.codePoint > 0xffff ? { least: 2, most: 2 } : { least: 1, most: 1 };
    case "any":
      return { least: 1, most: codePoints ? 2 : 1 };
    case "set": {
      const strings = node.strings.map((s) => s.length);
      return { least: Math.min(1, ...strings), most: Math.max(codePoints ? 2 : 1, ...strings.map((l) => 2 * l)) };
    }
    case "group":
      return inner[0] as { least: number; most: number };
    case "sequence":
      return inner.reduce((sum, each) => ({ least: sum.least + each.least, most: sum.most + each.most }), { least: 0, most: 0 });
    case "alternation":
      return { least: Math.min(...inner.map((i) => i.least)), most: Math.max(...inner.map((i) => i.most)) };
    case "quantifier": {
      const { least, most } = inner[0] as { least: number; most: number };
      return { least: times(least, node.min), most: times(most, node.max) };
    }
    default:
      return { least: 0, most: 0 };
  }
}
