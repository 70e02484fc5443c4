/**
 * How the sets of whole texts that two patterns accept lie to each other, with a shortest text of each kind.
 *
 * Both are made deterministic over common classes of characters while they are read side by side (the subset and the
 * product construction: M. Rabin and D. Scott, "Finite Automata and Their Decision Problems", 1959), breadth first, so
 * the first text of a kind is a shortest. What lookarounds demand and atomic groups settle is part of the automata.
 * Every text that is given has been run through the backtracking machine.
 */

import { Alphabet } from "../automaton/alphabet.ts";
import { Crowds } from "../automaton/crowds.ts";
import { PathAutomaton } from "../automaton/paths.ts";
import { exactBounds } from "../automaton/walk.ts";
import { writtenOut } from "../automaton/written-out.ts";
import { Forecast } from "../forecast/forecast.ts";
import type { Program } from "../program/program.ts";
import { NEVER, type Stop } from "../slices.ts";
import { grouped } from "../text/visible.ts";

export type RelationKind = "equal" | "left-within-right" | "right-within-left" | "overlapping" | "disjoint" | "undecided";

export interface Relation {
  readonly relation: RelationKind;
  /** A shortest text that only the left pattern accepts, only the right one, or both; null where there is none, or none was found. */
  readonly onlyLeft: string | null;
  readonly onlyRight: string | null;
  readonly both: string | null;
  /** Why it is undecided; else null. */
  readonly obstacle: Obstacle | null;
}

export type Obstacle = keyof typeof OBSTACLES;

/** Pairs of sets of states that are looked at: a second or so. */
const MAX_PAIRS = 10_000;
/** States of all sets together, for each pattern: some megabytes. */
const MAX_FOLLOWED = 1_000_000;

/** States and edges gone through, of both patterns: a second or two. */
const MAX_WORK = 2_000_000;

export const OBSTACLES = {
  references: "A back-reference takes what its group took, which no automaton can know where that may be one of many texts.",
  stacks: "Groups that take back what others have captured are not followed exactly.",
  inexact: "A lookaround inside another, or a condition on a group, is not followed exactly.",
  time: "It was stopped before all pairs of states had been looked at.",
  units: "One pattern reads code points and the other code units.",
  size: `The patterns made deterministic have more than ${grouped(MAX_PAIRS)} pairs of states, or more than ${grouped(MAX_WORK)} ways between them.`,
} as const;

/** Of these so many between two moments at which the work can be left. */
const WORK_AT_ONCE = 20_000;

/** Work for a text that is given: an accepted text is short, and its outcome is remembered while it is found. */
const CHECK_BUDGET = 2_000_000;

const SURROGATES_FROM = 0xd800;
const SURROGATES_TO = 0xdfff;

interface Pair {
  readonly left: number;
  readonly right: number;
  readonly parent: number;
  readonly symbol: number;
}

/** Compares the two, and says so where it was stopped before all was known; yields the number of pairs looked at now and then. */
export function* relate(left: Program, right: Program, stop: Stop = NEVER): Generator<number, Relation> {
  const programs = [writtenOut(left), writtenOut(right)] as const;
  const alphabet = Alphabet.of(...programs);
  const sides = programs.map((program) => {
    const automaton = new PathAutomaton(program, alphabet, { restarts: false, whole: true, settled: false, bounds: program.loops.map(exactBounds) });
    return { program, automaton, crowds: new Crowds(automaton, false) };
  }) as [Side, Side];
  const [one, other] = sides;
  const pairs: Pair[] = [];
  const seen = new Set<string>();
  const add = (a: number, b: number, parent: number, symbol: number): void => {
    const key = `${a} ${b}`;
    if (seen.has(key)) return;
    seen.add(key);
    pairs.push({ left: a, right: b, parent, symbol });
  };
  const start = ({ automaton, crowds }: Side) => crowds.intern(automaton.starts.map(({ to }) => to));
  add(start(one), start(other), -1, -1);
  const texts: { -readonly [K in "onlyLeft" | "onlyRight" | "both"]: string | null } = { onlyLeft: null, onlyRight: null, both: null };
  let obstacle: Obstacle | null = obstacleOf(...programs);
  const work = () => one.crowds.work + other.crowds.work;
  const tooMuch = () => work() > MAX_WORK || sides.some(({ automaton, crowds }) => automaton.full || crowds.followed > MAX_FOLLOWED);
  let yielded = 0;
  for (let head = 0; head < pairs.length; head++) {
    if (head >= MAX_PAIRS || tooMuch()) {
      obstacle ??= "size";
      break;
    }
    if (stop()) {
      obstacle ??= "time";
      break;
    }
    if (work() - yielded > WORK_AT_ONCE) {
      yielded = work();
      yield head;
    }
    const pair = pairs[head] as Pair;
    const accepts = [one.crowds.matches(pair.left, alphabet.edge), other.crowds.matches(pair.right, alphabet.edge)] as const;
    const kind = accepts[0] ? (accepts[1] ? "both" : "onlyLeft") : accepts[1] ? "onlyRight" : undefined;
    if (kind && texts[kind] === null) {
      const text = alphabet.spell(wordTo(pairs, head));
      if (acceptsText(left, text) === accepts[0] && acceptsText(right, text) === accepts[1]) texts[kind] = text;
    }
    if (obstacle && texts.onlyLeft !== null && texts.onlyRight !== null && texts.both !== null) break;
    for (let symbol = 0; symbol < alphabet.classes && work() <= MAX_WORK; symbol++) {
      const next = [one.crowds.read(pair.left, symbol), other.crowds.read(pair.right, symbol)] as const;
      if (one.crowds.members(next[0]).length + other.crowds.members(next[1]).length > 0) add(next[0], next[1], head, symbol);
    }
  }
  if (tooMuch()) obstacle ??= "size";
  if (sides.some(({ automaton }) => automaton.inexact)) obstacle ??= "inexact";
  const { onlyLeft, onlyRight, both } = texts;
  // Texts that show an overlap show it whatever else there is.
  if (onlyLeft !== null && onlyRight !== null && both !== null) return { relation: "overlapping", ...texts, obstacle: null };
  if (obstacle) return { relation: "undecided", ...texts, obstacle };
  return { relation: relationOf(onlyLeft !== null, onlyRight !== null, both !== null), ...texts, obstacle: null };
}

interface Side {
  readonly program: Program;
  readonly automaton: PathAutomaton;
  readonly crowds: Crowds;
}

/** Two patterns that accept nothing are equal, too. */
function relationOf(onlyLeft: boolean, onlyRight: boolean, both: boolean): RelationKind {
  if (!onlyLeft && !onlyRight) return "equal";
  if (!both && onlyLeft && onlyRight) return "disjoint";
  if (!onlyLeft) return "left-within-right";
  if (!onlyRight) return "right-within-left";
  return "overlapping";
}

function obstacleOf(left: Program, right: Program): Obstacle | null {
  if (left.references.length + right.references.length > 0) return "references";
  if (left.beyond.has("stacks") || right.beyond.has("stacks")) return "stacks";
  if (left.options.codePoints !== right.options.codePoints && (readsBeyondUnits(left) || readsBeyondUnits(right))) return "units";
  return null;
}

/** Whether a set of the program holds characters that take two code units, or halves of them. */
function readsBeyondUnits({ sets }: Program): boolean {
  return sets.some((set) => {
    for (let i = 0; i < set.length; i += 2) {
      const [from, to] = [set[i] as number, set[i + 1] as number];
      if (to > 0xffff || (from <= SURROGATES_TO && to >= SURROGATES_FROM)) return true;
    }
    return false;
  });
}

function wordTo(pairs: readonly Pair[], index: number): number[] {
  const word: number[] = [];
  for (let at = pairs[index] as Pair; at.parent >= 0; at = pairs[at.parent] as Pair) word.unshift(at.symbol);
  return word;
}

/** Whether a pattern accepts the whole text; undefined where that cannot be found out within the budget. */
export function acceptsText(program: Program, text: string): boolean | undefined {
  const run = new Forecast(program, text, { mode: "whole", stepBudget: CHECK_BUDGET });
  if (!run.advance(CHECK_BUDGET) || !run.exact) return undefined;
  return run.matches.length > 0;
}
