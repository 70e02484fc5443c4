/**
 * Texts that a pattern takes, few and telling, and near misses.
 *
 * A text is derived from the tree by one choice for every alternative, loop and set. For each choice that can be made a
 * text is derived that makes it; what lookarounds and anchors ask besides is mended by the nearest text that matches.
 * Every text has been run through the machine. Of them so few are kept that together they make as many of the choices
 * as all do (V. Chvátal, "A greedy heuristic for the set-covering problem", 1979). The same seed gives the same texts.
 */
import { type CharSet, contains, rangesOf } from "../charset/charset.ts";
import { findSlices } from "../linear/find.ts";
import type { MatchMode } from "../machine/backtracking.ts";
import type { Program } from "../program/program.ts";
import { drained } from "../slices.ts";
import { charactersOf } from "../syntax/characters.ts";
import { childrenOf, type Node, walk } from "../syntax/tree.ts";
import { nearest } from "../whynot/nearest.ts";

export interface Examples {
  readonly texts: readonly string[];
  /** Texts that do not match, each one change away from one that does. */
  readonly misses: readonly { readonly text: string; readonly of: string }[];
  /** The alternatives and loops of the pattern, and whether one of the texts uses each. */
  readonly covers: readonly { readonly start: number; readonly end: number; readonly used: boolean }[];
}

export interface ExamplesOptions {
  readonly mode: "whole" | "search";
  readonly count: number;
  readonly seed: number;
}

/** Choices for which texts are derived; and the longest text. */
const MOST_GOALS = 400;
const LONGEST = 2_000;
/** Texts that lookarounds refuse are mended so many times. */
const MOST_MENDED = 30;
const STEP_LIMIT = 200_000;
/** How often a loop without a bound turns where it turns several times. */
const SEVERAL = 3;
const YIELD_EVERY = 20;

/** Characters that a person reads easily, those that stand for their kind first. */
const EASY = "aeb7c1dxyzA_- .,;:/@#%&=+*!?()[]{}<>'\"\\$^|~0\t\n é中";

/** What is chosen at a node: a branch, a number of turns, a character. */
type Choice = number | string;

interface Goal {
  readonly node: Node;
  readonly choice: Choice;
}

interface Derived {
  readonly text: string;
  /** What was chosen where, as `number of the node: choice`. */
  readonly choices: ReadonlySet<string>;
}

export function* examples(program: Program, { mode, count, seed }: ExamplesOptions): Generator<number, Examples> {
  const tree = new ChoiceTree(program, seed);
  const asked: MatchMode = mode === "whole" ? "whole" : "first";
  const derived: Derived[] = [];
  let mended = 0;
  for (const [i, goal] of [null, ...tree.goals()].entries()) {
    if (i % YIELD_EVERY === YIELD_EVERY - 1) yield i;
    const made = tree.derive(goal);
    if (!made) continue;
    if (isTaken(program, made.text, asked)) derived.push(made);
    else if (mended < MOST_MENDED) {
      mended++;
      const { texts } = yield* nearest(program, made.text, asked);
      if (texts[0]) derived.push({ text: texts[0].text, choices: made.choices });
    }
  }
  const kept = fewest(derived, count);
  const made = new Set(kept.flatMap(({ choices }) => [...choices]));
  const texts = [...new Set(kept.map(({ text }) => text))];
  return {
    texts,
    misses: missesOf(program, texts, asked, tree.letters),
    covers: tree.parts().map(({ start, end, keys }) => ({ start, end, used: keys.some((key) => made.has(key)) })),
  };
}

function isTaken(program: Program, text: string, mode: MatchMode): boolean {
  return drained(findSlices(program, text, { mode, stepLimit: STEP_LIMIT })).matches.length > 0;
}

/** So few texts that together they make as many choices as all; of equally telling ones the shorter. */
function fewest(derived: readonly Derived[], most: number): Derived[] {
  const left = new Set(derived.flatMap(({ choices }) => [...choices]));
  const kept: Derived[] = [];
  const waiting = [...derived];
  while (kept.length < most && left.size > 0) {
    let best: Derived | undefined;
    let gain = 0;
    for (const each of waiting) {
      let own = 0;
      for (const choice of each.choices) if (left.has(choice)) own++;
      if (own > gain || (own === gain && own > 0 && best && each.text.length < best.text.length)) [best, gain] = [each, own];
    }
    if (!best) break;
    kept.push(best);
    waiting.splice(waiting.indexOf(best), 1);
    for (const choice of best.choices) left.delete(choice);
  }
  return kept;
}

/** For each text one that is a change away and does not match, where there is one. */
function missesOf(program: Program, texts: readonly string[], mode: MatchMode, letters: readonly string[]): { text: string; of: string }[] {
  const misses: { text: string; of: string }[] = [];
  const seen = new Set(texts);
  for (const [nth, of] of texts.entries()) {
    const miss = neighbours(of, letters, nth).find((text) => !seen.has(text) && !isTaken(program, text, mode));
    if (miss === undefined) continue;
    seen.add(miss);
    misses.push({ text: miss, of });
  }
  return misses;
}

/** Neighbours that are looked at of one text. */
const MOST_NEIGHBOURS = 300;

/** Texts one change away: a character taken out, replaced, or put in; where it begins goes round with the texts. */
function neighbours(text: string, letters: readonly string[], nth: number): string[] {
  const characters = Array.from(text);
  const found: string[] = [];
  const places = characters.map((_, i) => (i + nth) % characters.length);
  const at = (i: number, instead: string, skip: number): string => characters.slice(0, i).join("") + instead + characters.slice(i + skip).join("");
  for (const i of places) found.push(at(i, "", 1));
  for (const i of places) for (const letter of letters) if (letter !== characters[i]) found.push(at(i, letter, 1));
  for (const i of [...places, characters.length]) for (const letter of letters) found.push(at(i, letter, 0));
  return found.slice(0, MOST_NEIGHBOURS);
}

/** The pattern as choices: what can be chosen where, and the text that choices make. */
class ChoiceTree {
  /** Characters that tell the pattern's sets apart, and two that few of them have. */
  readonly letters: readonly string[];
  private readonly nodes: readonly Node[];
  private readonly numbers = new Map<Node, number>();
  private readonly parents = new Map<Node, Node>();
  private readonly seed: number;
  private readonly program: Program;

  constructor(program: Program, seed: number) {
    this.program = program;
    this.seed = seed;
    this.nodes = [...walk(program.root)];
    for (const [i, node] of this.nodes.entries()) {
      this.numbers.set(node, i);
      for (const child of childrenOf(node)) this.parents.set(child, node);
    }
    const own = this.nodes.flatMap((node) => (node.kind === "character" ? [String.fromCodePoint(node.codePoint)] : []));
    this.letters = [...new Set([...own.slice(0, 8), "x", "7", "-", " "])];
  }

  /** Every choice that can be made, and is not inside a lookaround, whose text is not the match's. */
  *goals(): Generator<Goal> {
    let given = 0;
    for (const node of this.nodes) {
      if (this.isLookedAt(node)) continue;
      for (const choice of this.choicesAt(node)) {
        if (++given > MOST_GOALS) return;
        yield { node, choice };
      }
    }
  }

  /** Alternatives and loops, with the choices that use them. */
  parts(): { readonly start: number; readonly end: number; readonly keys: readonly string[] }[] {
    return this.nodes.flatMap((node) => {
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
    const chosen = new Map<Node, Choice>();
    if (goal) {
      chosen.set(goal.node, goal.choice);
      for (let child = goal.node, parent = this.parents.get(child); parent; child = parent, parent = this.parents.get(child)) {
        if (parent.kind === "alternation") chosen.set(parent, parent.branches.indexOf(child));
        if (parent.kind === "quantifier" && this.usual(parent) === 0) chosen.set(parent, 1);
        if (parent.kind === "conditional") chosen.set(parent, child === parent.yes ? 0 : 1);
      }
    }
    // What a back-reference takes is known when its group has been put together once.
    const held = new Map<number, string>();
    this.write(chosen, held);
    const text = this.write(chosen, held);
    if (text === undefined) return undefined;
    return { text, choices: this.made(chosen) };
  }

  private isLookedAt(node: Node): boolean {
    for (let each: Node | undefined = node; each; each = this.parents.get(each)) if (each.kind === "look") return true;
    return false;
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
      else if (node.kind !== "quantifier" || choice !== 0) waiting.push(...childrenOf(node));
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
