/**
 * A pattern as choices: a branch for every alternative, a number of turns for every loop, a character for every set; and
 * the text that choices make. What lookarounds and anchors ask is left aside.
 */

import { type CharSet, contains, rangesOf } from "../charset/charset.ts";
import { append } from "../lists.ts";
import type { Program } from "../program/program.ts";
import { charactersOf } from "../syntax/characters.ts";
import { childrenOf, type Node, walk, walkWritten } from "../syntax/tree.ts";

/** Choices for which texts are derived; and the longest text. */
const MOST_GOALS = 400;
const LONGEST = 2_000;
/** A pattern with more parts than this was written by a program: of one so large a single text is given. */
const HUGE = 5_000;
/** How often a loop without a bound turns where it turns several times. */
const SEVERAL = 3;

/** Characters that a person reads easily, those that stand for their kind first. */
const EASY = "aeb7c1dxyzA_- .,;:/@#%&=+*!?()[]{}<>'\"\\$^|~0\t\n é中";

/** What is chosen at a node: a branch, a number of turns, a character. */
export type Choice = number | string;

export interface Goal {
  readonly node: Node;
  readonly choice: Choice;
}

export interface Derived {
  readonly text: string;
  /** What was chosen where, as `number of the node: choice`. */
  readonly choices: ReadonlySet<string>;
}

export class ChoiceTree {
  /** Characters that tell the pattern's sets apart, and two that few of them have. */
  readonly letters: readonly string[];
  private readonly nodes: readonly Node[];
  private readonly numbers = new Map<Node, number>();
  private readonly parents = new Map<Node, Node>();
  /** Nodes in lookarounds: what they take is none of the match's. */
  private readonly looked = new Set<Node>();
  private readonly seed: number;
  private readonly program: Program;

  constructor(program: Program, seed: number) {
    this.program = program;
    this.seed = seed;
    this.nodes = [...walk(program.root)];
    for (const [i, node] of this.nodes.entries()) {
      this.numbers.set(node, i);
      for (const child of childrenOf(node)) {
        this.parents.set(child, node);
        // Outer nodes come first, so one walk is enough however deep they are.
        if (node.kind === "look" || this.looked.has(node)) this.looked.add(child);
      }
    }
    const own = this.nodes.flatMap((node) => (node.kind === "character" ? [String.fromCodePoint(node.codePoint)] : []));
    this.letters = [...new Set([...own.slice(0, 8), "x", "7", "-", " "])];
  }

  get isHuge(): boolean {
    return this.nodes.length > HUGE;
  }

  /** Every choice that can be made, and is not inside a lookaround, whose text is not the match's. */
  *goals(): Generator<Goal> {
    if (this.isHuge) return;
    let given = 0;
    for (const node of this.nodes) {
      if (node.kind === "look" || this.looked.has(node)) continue;
      for (const choice of this.choicesAt(node)) {
        if (++given > MOST_GOALS) return;
        yield { node, choice };
      }
    }
  }

  /** Alternatives and loops that are written, with the choices that use them. */
  parts(): { readonly start: number; readonly end: number; readonly keys: readonly string[] }[] {
    return [...walkWritten(this.program.root)].flatMap((node) => {
      if (node.kind === "alternation") return node.branches.map(({ start, end }, i) => ({ start, end, keys: [this.keyOf(node, i)] }));
      if (node.kind !== "quantifier") return [];
      return [
        {
          start: node.start,
          end: node.end,
          keys: this.choicesAt(node)
            .filter((turns) => turns !== 0)
            .map((turns) => this.keyOf(node, turns)),
        },
      ];
    });
  }

  /** The text in which the goal's choice is made, and elsewhere what is usual; undefined where that is too long. */
  derive(goal: Goal | null): Derived | undefined {
    return this.deriveAll(goal ? [goal] : []);
  }

  /** The text in which all of these choices are made; of two at one place the last. */
  deriveAll(goals: readonly Goal[]): Derived | undefined {
    const chosen = new Map<Node, Choice>();
    for (const goal of goals) {
      for (let child = goal.node, parent = this.parents.get(child); parent; child = parent, parent = this.parents.get(child)) {
        if (parent.kind === "alternation") chosen.set(parent, parent.branches.indexOf(child));
        if (parent.kind === "quantifier" && this.usual(parent) === 0) chosen.set(parent, 1);
        if (parent.kind === "conditional") chosen.set(parent, child === parent.no ? 1 : 0);
      }
    }
    for (const { node, choice } of goals) chosen.set(node, choice);
    // What a back-reference takes is known when its group has been put together once.
    const held = new Map<number, string>();
    this.write(chosen, held);
    const text = this.write(chosen, held);
    if (text === undefined) return undefined;
    return { text, choices: this.made(chosen) };
  }

  private keyOf(node: Node, choice: Choice): string {
    return `${this.numbers.get(node)}:${choice}`;
  }

  private choicesAt(node: Node): readonly Choice[] {
    switch (node.kind) {
      case "alternation":
        return node.branches.map((_, i) => i);
      case "quantifier": {
        const { min, max } = node;
        const several = Math.min(max, Math.max(min, SEVERAL));
        return [...new Set([min, Math.min(max, Math.max(min, 1)), several])];
      }
      case "any":
      case "set":
        return edgesOf(charactersOf(node));
      default:
        return [];
    }
  }

  /** What is chosen where nothing else is asked for. */
  private usual(node: Node): Choice {
    switch (node.kind) {
      case "quantifier":
        return Math.min(node.max, Math.max(node.min, 1));
      case "any":
      case "set":
        return easiest(charactersOf(node), this.seed + (this.numbers.get(node) ?? 0));
      default:
        return 0;
    }
  }

  /** The choices of the nodes that a text comes by. */
  private made(chosen: ReadonlyMap<Node, Choice>): Set<string> {
    // That there is a text at all is worth one, also where nothing can be chosen.
    const keys = new Set<string>(["a text"]);
    const waiting: Node[] = [this.program.root];
    for (let node = waiting.pop(); node; node = waiting.pop()) {
      if (node.kind === "look") continue;
      const choice = chosen.get(node) ?? this.usual(node);
      if (this.choicesAt(node).length > 0) keys.add(this.keyOf(node, choice));
      if (node.kind === "alternation") waiting.push(node.branches[choice as number] as Node);
      else if (node.kind === "conditional") waiting.push(choice === 0 ? node.yes : node.no);
      else if (node.kind !== "quantifier" || choice !== 0) append(waiting, childrenOf(node));
    }
    return keys;
  }

  /** Puts the text together from the inside out; undefined where it is too long. */
  private write(chosen: ReadonlyMap<Node, Choice>, held: Map<number, string>): string | undefined {
    const texts = new Map<Node, string>();
    // Inner nodes come after outer ones, so from the last to the first every child is made before its parent.
    for (let i = this.nodes.length - 1; i >= 0; i--) {
      const node = this.nodes[i] as Node;
      const text = this.textOf(node, chosen.get(node) ?? this.usual(node), texts, held);
      if (text.length > LONGEST) return undefined;
      if (node.kind === "group" && node.capture !== null) held.set(node.capture, text);
      texts.set(node, text);
    }
    return texts.get(this.program.root);
  }

  private textOf(node: Node, choice: Choice, texts: ReadonlyMap<Node, string>, held: ReadonlyMap<number, string>): string {
    const of = (child: Node): string => texts.get(child) ?? "";
    switch (node.kind) {
      case "character":
        return String.fromCodePoint(node.codePoint);
      case "any":
      case "set":
        return String(choice);
      case "alternation":
        return of(node.branches[choice as number] as Node);
      case "conditional":
        return of(choice === 0 ? node.yes : node.no);
      case "quantifier":
        return of(node.body).length * (choice as number) > LONGEST ? "x".repeat(LONGEST + 1) : of(node.body).repeat(choice as number);
      case "back-reference":
        return node.slots.map((slot) => held.get(slot)).find((text) => text !== undefined) ?? "";
      case "look":
      case "assertion":
      case "empty":
      case "call":
      case "verb":
      case "keep":
        return "";
      case "group":
      case "atomic":
      case "sequence":
        return childrenOf(node).map(of).join("");
    }
  }
}

/** The first and the last character of a set, where a person can read them. */
function edgesOf(set: CharSet): string[] {
  const ranges = rangesOf(set);
  const [first, last] = [ranges[0]?.[0], ranges.at(-1)?.[1]];
  const readable = (point: number | undefined): point is number => point !== undefined && point > 0x20 && point < 0xd800;
  return [...new Set([first, last].filter(readable).map((point) => String.fromCodePoint(point)))];
}

/** A character of the set that is easy to read; which one goes round with the seed. */
function easiest(set: CharSet, seed: number): string {
  const easy = Array.from(EASY).filter((character) => contains(set, character.codePointAt(0) as number));
  if (easy.length > 0) return easy[Math.abs(seed) % Math.min(easy.length, EASY_CHOSEN)] as string;
  const point = set[0];
  return point === undefined ? "" : String.fromCodePoint(point);
}

/** Of the easy ones so many are chosen from. */
const EASY_CHOSEN = 6;
