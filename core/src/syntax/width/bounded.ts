/**
 * Lookbehinds that must have a maximum width, as java.util.regex computes it (JDK 17, TreeInfo). It computes with 32-bit
 * integers that overflow, so an unbounded part is accepted in some places and rejected in others.
 */
import { type Diagnostic, diagnostic } from "../../diagnostic/diagnostic.ts";
import { childrenOf, type Node, type NodeOf, settleLook, unknownNode, walk } from "../tree.ts";
import type { Width } from "./width.ts";

/** The count of an unbounded quantifier. */
const MOST_TURNS = 0x7fffffff;

const LEAST_NUMBER = -0x80000000;

/** Longer than any text of any host. */
const LONGEST_TEXT = 0x40000000;

/** The result for one part of a pattern. */
interface Reckoned {
  readonly most: number;
  /** Whether it has a maximum width. */
  readonly valid: boolean;
  /** Whether it always matches the same number of characters. */
  readonly steady: boolean;
}

/** A step of the computation: a number of characters, an iterated part, alternatives, a sequence, or a part that is finished before its successor. */
type Step =
  | { readonly kind: "characters"; readonly count: number; readonly steady: boolean }
  | { readonly kind: "turns"; readonly of: Reckoned; readonly max: number; readonly steady: boolean }
  | { readonly kind: "choice"; readonly among: readonly Reckoned[] }
  | { readonly kind: "run"; readonly parts: readonly Step[] }
  | { readonly kind: "closed"; readonly part: Step; readonly steady: boolean }
  | { readonly kind: "endless"; readonly steady: boolean };

const NOTHING: Step = { kind: "run", parts: [] };

/** The results for all nodes of a tree, computed in one walk. */
export class Reckoning {
  private readonly steps = new Map<Node, Step>();
  /** Nodes that contain a possessive quantifier, an atomic group or a capturing group. */
  private readonly keeping = new Set<Node>();

  constructor(root: Node) {
    for (const node of [...walk(root)].reverse()) {
      const inside = childrenOf(node);
      this.steps.set(
        node,
        stepOf(
          node,
          inside.map((child) => this.steps.get(child) as Step),
        ),
      );
      if (node.kind === "atomic" || isKept(node) || inside.some((child) => this.keeping.has(child))) this.keeping.add(node);
    }
  }

  /** Sets the width of a lookbehind, or returns the diagnostic that says what is wrong with it. */
  settle(look: NodeOf<"look">, width: Width | undefined): Diagnostic[] {
    const { most, valid } = reckon(this.steps.get(look.body) as Step);
    if (!valid) return [diagnostic("lookbehind-unbounded", look)];
    if (width && width.least === width.most) {
      settleLook(look, { widths: [width.least] });
      return [];
    }
    if (!width) return [];
    const { least } = width;
    // A negative maximum overflows again when Java subtracts it from an offset. Then the lookbehind reaches to the start of
    // the text, but only from offset `from` on.
    const from = most < 0 ? most - LEAST_NUMBER : 0;
    const reachesAll = most < 0 ? from <= least : most >= Math.min(width.most, LONGEST_TEXT);
    // Matching the body backwards gives the same answer as trying each width, the least first, unless the body contains
    // something that keeps a capture or discards saved states.
    if (reachesAll && !this.keeping.has(look.body)) return [];
    if (from >= LONGEST_TEXT || (most >= 0 && most < least)) settleLook(look, { widths: [] });
    else settleLook(look, { widths: [least], back: most < 0 ? Number.POSITIVE_INFINITY : most - least, ...(from > least && { from }) });
    return [];
  }

  /** Whether a part always matches the same number of characters. Java counts the iterations of such a part. */
  isSteady(part: Node): boolean {
    return reckon(this.steps.get(part) as Step).steady;
  }
}

const isKept = (node: Node): boolean => (node.kind === "group" && node.capture !== null) || (node.kind === "quantifier" && node.mode === "possessive");

function reckon(whole: Step): Reckoned {
  /** The results before and after the last choice. */
  let [before, most] = [0, 0];
  let [valid, steady] = [true, true];
  const waiting: (Step | { readonly kind: "close"; readonly before: number })[] = [whole];
  for (let step = waiting.pop(); step; step = waiting.pop()) {
    switch (step.kind) {
      case "closed":
        waiting.push({ kind: "close", before }, step.part);
        before = 0;
        steady &&= step.steady;
        break;
      case "close":
        most = (before + most) | 0;
        before = step.before;
        break;
      case "run":
        for (let i = step.parts.length - 1; i >= 0; i--) waiting.push(step.parts[i] as Step);
        break;
      case "characters":
        most = (most + step.count) | 0;
        steady &&= step.steady;
        break;
      case "turns": {
        const longer = (Math.imul(step.of.most, step.max) + most) | 0;
        valid &&= step.of.valid && longer >= most;
        most = longer;
        steady &&= step.steady && step.of.steady;
        break;
      }
      case "choice":
        before = (before + most + step.among.reduce((longest, each) => Math.max(longest, each.most), -1)) | 0;
        most = 0;
        valid &&= step.among.every((each) => each.valid);
        steady = false;
        break;
      case "endless":
        valid = false;
        steady &&= step.steady;
        break;
    }
  }
  return { most: (before + most) | 0, valid, steady };
}

/** The step of a node; lookarounds and assertions have none. */
function stepOf(node: Node, inside: readonly Step[]): Step {
  switch (node.kind) {
    case "character":
    case "any":
    case "set":
      return { kind: "characters", count: 1, steady: true };
    case "empty":
    case "assertion":
    case "look":
      return NOTHING;
    case "sequence":
      return { kind: "run", parts: inside };
    case "group":
      // Java counts `\X` as width 0, although it matches at least one character.
      if (node.stands === "grapheme-cluster") return { kind: "characters", count: 0, steady: false };
      return node.stands === "line-break" ? { kind: "characters", count: 2, steady: true } : (inside[0] as Step);
    case "atomic":
      return { kind: "closed", part: inside[0] as Step, steady: true };
    case "alternation":
    case "conditional":
      return { kind: "choice", among: inside.map(reckon) };
    case "back-reference":
      return { kind: "endless", steady: true };
    case "call":
    case "verb":
    case "keep":
      return { kind: "endless", steady: false };
    case "quantifier":
      return repeated(node, inside[0] as Step);
    default:
      return unknownNode(node);
  }
}

function repeated({ body, min, max, mode }: NodeOf<"quantifier">, part: Step): Step {
  const of = reckon(part);
  const grouped = body.kind === "group" && body.stands === undefined;
  const optional = min === 0 && max === 1;
  if (optional && grouped && mode !== "possessive") return { kind: "choice", among: [of, { most: 0, valid: true, steady: true }] };
  if (optional) return { kind: "closed", part, steady: false };
  if (!of.valid) return { kind: "endless", steady: of.steady && min === max };
  const turns = Math.min(max, MOST_TURNS);
  const single = body.kind === "character" || body.kind === "any" || body.kind === "set";
  // For a greedy quantifier over one item Java does not check for overflow.
  if (single && mode === "greedy" && max === Number.POSITIVE_INFINITY) return { kind: "characters", count: turns, steady: false };
  if (grouped && mode !== "possessive" && !of.steady) return { kind: "endless", steady: false };
  return { kind: "turns", of, max: turns, steady: min === max };
}
