/**
 * The dearest short text of a pattern whose work does not grow with the text for ever: `a?a?a?…aaa…` takes a bounded
 * number of steps, but with twenty items that bound is a million, and with forty nobody lives to see it.
 *
 * Texts are grown letter by letter where most paths are under way; what the best of them cost is forecast, exactly.
 */
import type { Alphabet } from "../automaton/alphabet.ts";
import { PathAutomaton } from "../automaton/paths.ts";
import { exactBounds } from "../automaton/walk.ts";
import { Op } from "../program/operations.ts";
import { INSTRUCTION_WIDTH, type Loop, type Program, UNBOUNDED } from "../program/program.ts";
import { walk } from "../syntax/tree.ts";
import { stepsOn } from "./confirm.ts";
import { emptyWaysOf } from "./empty-ways.ts";
import { attemptsRestart, type HazardMode } from "./modes.ts";

export interface Peak {
  readonly text: string;
  readonly steps: bigint;
}

/** Ten milliseconds or so: what costs less hurts nobody. */
const PEAK_STEPS = 1_000_000n;
/** A text that is dear and longer than this is dear because it is long. */
const MAX_LENGTH = 200;
/** With fewer choices in one attempt there are too few paths for a peak: each doubles them at most. */
const LEAST_CHOICES = 14;
/** Fewer paths of one attempt than this are not worth a forecast; where attempts begin at every offset, many of them add up. */
const LEAST_PATHS = 50_000;
const LEAST_PATHS_OF_MANY = 2000;
/** So many ways between two characters cost a second on a short text, if every offset pays them. */
export const MANY_EMPTY_WAYS = 2_000;
/** Texts grown side by side. */
const BEAM = 3;
const MAX_SYMBOLS = 24;
/** Letters that no attempt gets along with, one behind the other. */
const MANY_OFFSETS = 140;
/** States and edges gone through: a tenth of a second. */
const MAX_WORK = 2_000_000;
const WORK_AT_ONCE = 50_000;
/** So many beginnings of the best text are forecast, evenly apart. */
const LENGTHS_TRIED = 6;
const ENDINGS_TRIED = 2;

interface Growing {
  readonly paths: ReadonlyMap<number, number>;
  readonly word: readonly number[];
  /** Paths that took a letter, of all letters so far. */
  readonly total: number;
}

type Grown = Growing & {
  /** The longest text that was grown, whatever its paths. */
  readonly longest: readonly number[];
};

/** Looks for a text that costs far more than its length; `followed` is the program that automata follow, `own` the pattern's. */
export function* findPeak(own: Program, followed: Program, alphabetOf: () => Alphabet, mode: HazardMode): Generator<number, Peak | null> {
  const emptyWays = emptyWaysOf(followed);
  if (choicesOf(followed) < LEAST_CHOICES && emptyWays < MANY_EMPTY_WAYS) return null;
  const alphabet = alphabetOf();
  const isAnchored = !attemptsRestart(own, mode);
  const automaton = new PathAutomaton(followed, alphabet, {
    // What a lookbehind asks for may stand before no attempt but a later one.
    restarts: !isAnchored && looksBehind(followed),
    whole: mode === "whole",
    settled: false,
    bounds: followed.loops.map(exactBounds),
  });
  // Ways that take nothing are no paths more.
  const leastPaths = (isAnchored ? LEAST_PATHS : LEAST_PATHS_OF_MANY) / emptyWays;
  // A text that matches costs little, and the one with the most paths may be one: texts that do not match are grown too.
  const grown: Grown[] = [];
  for (const avoidsMatch of [false, true]) {
    const best = yield* grow(automaton, leastPaths, avoidsMatch);
    if (best) grown.push(best);
  }
  // What was grown before there was no more room is counted all the same: the steps are exact.
  let peak: Peak | null = null;
  function* tryText(text: string, worth: bigint): Generator<number, void> {
    const steps = yield* stepsOn(own, text, mode);
    if (steps !== undefined && steps >= PEAK_STEPS && 10n * steps > worth * (peak?.steps ?? 0n)) peak = { text, steps };
  }
  const tried = new Set<string>();
  for (const { word: best, longest } of grown) {
    const beginnings = new Set(Array.from({ length: LENGTHS_TRIED + 1 }, (_, i) => Math.ceil((best.length * i) / LENGTHS_TRIED)));
    const words = [...[...beginnings].map((length) => best.slice(0, length)), failingBeginning(automaton, best), longest];
    // The longest that was grown has the most behind it, and may be all that there is room for.
    for (const word of words) {
      const key = word.join();
      if (tried.has(key)) continue;
      tried.add(key);
      // Letters more must be worth it: a few a tenth, all that there is room for as much again.
      const worth = word === longest ? 20n : 11n;
      for (const ending of endingsOf(automaton, word)) yield* tryText(alphabet.spell(word) + ending, worth);
    }
  }
  // What every offset pays is dear where there are many of them.
  if (grown.length > 0 && peak === null && emptyWays > 1) for (const ending of endingsOf(automaton, [])) yield* tryText(ending.repeat(MANY_OFFSETS), 10n);
  return peak;
}

function looksBehind({ root }: Program): boolean {
  for (const node of walk(root)) if (node.kind === "look" && node.behind) return true;
  return false;
}

/** Endings that leave the fewest paths under way, and none at all: a text that matches costs little. */
function endingsOf(automaton: PathAutomaton, word: readonly number[]): string[] {
  let paths = new Set(automaton.starts.map(({ to }) => to));
  const after = (from: ReadonlySet<number>, symbol: number): Set<number> =>
    new Set([...from].filter((state) => !automaton.isThrough(state)).flatMap((state) => automaton.edgesOn(state, symbol).map(({ to }) => to)));
  for (const symbol of word) paths = after(paths, symbol);
  const { classes, samples } = automaton.alphabet;
  const left = Array.from({ length: Math.min(MAX_SYMBOLS, classes) }, (_, symbol) => ({ symbol, count: after(paths, symbol).size }));
  left.sort((a, b) => a.count - b.count);
  return ["", ...left.slice(0, ENDINGS_TRIED).map(({ symbol }) => samples[symbol] as string)];
}

/** The longest beginning of a text that does not match, and ends there. */
function failingBeginning(automaton: PathAutomaton, word: readonly number[]): readonly number[] {
  const { edge } = automaton.alphabet;
  let paths = new Set(automaton.starts.map(({ to }) => to));
  let failing = 0;
  for (const [length, symbol] of word.entries()) {
    if (![...paths].some((state) => automaton.matches(state, edge))) failing = length;
    const after = new Set<number>();
    for (const state of paths) {
      // From here on every text that goes on so matches.
      if (automaton.mayMatch(state, symbol)) return word.slice(0, failing);
      if (!automaton.isThrough(state)) for (const { to } of automaton.edgesOn(state, symbol)) after.add(to);
    }
    paths = after;
  }
  return word.slice(0, [...paths].some((state) => automaton.matches(state, edge)) ? failing : word.length);
}

/** The text with the most paths, up to where no more are under way; `avoidsMatch` leaves out what has matched already. */
function* grow(automaton: PathAutomaton, leastPaths: number, avoidsMatch: boolean): Generator<number, Grown | undefined> {
  const symbols = Array.from({ length: Math.min(MAX_SYMBOLS, automaton.alphabet.classes) }, (_, symbol) => symbol);
  const begin = new Map<number, number>();
  for (const { to } of automaton.starts) begin.set(to, (begin.get(to) ?? 0) + 1);
  let beam: Growing[] = [{ paths: begin, word: [], total: 0 }];
  let best: Growing | undefined = leastPaths <= 1 ? beam[0] : undefined;
  let longest: readonly number[] = [];
  let work = 0;
  let yielded = 0;
  for (let length = 0; length < MAX_LENGTH && beam.length > 0 && work < MAX_WORK && !automaton.full; length++) {
    const next: (Growing & { readonly alive: number })[] = [];
    for (const { paths, word, total } of beam) {
      for (const symbol of symbols) {
        if (avoidsMatch && hasMatched(automaton, paths, symbol)) continue;
        const after = new Map<number, number>();
        let alive = 0;
        for (const [state, count] of paths) {
          if (automaton.isThrough(state)) continue;
          for (const { to } of automaton.edgesOn(state, symbol)) {
            after.set(to, (after.get(to) ?? 0) + count);
            alive += count;
            work++;
          }
        }
        work += paths.size;
        if (work - yielded > WORK_AT_ONCE) {
          yielded = work;
          yield length;
        }
        if (alive > 0) next.push({ paths: after, word: [...word, symbol], total: total + alive, alive });
      }
    }
    beam = next.sort((a, b) => b.alive - a.alive).slice(0, BEAM);
    const [first] = beam;
    if (first) longest = first.word;
    if (first && first.total > 2 * (best?.total ?? 0)) best = first;
  }
  return best && Math.max(1, best.total) >= leastPaths ? { ...best, longest } : undefined;
}

function hasMatched(automaton: PathAutomaton, paths: ReadonlyMap<number, number>, next: number): boolean {
  for (const state of paths.keys()) if (automaton.mayMatch(state, next)) return true;
  return false;
}

/** How many choices one attempt can come to, those of loops without a bound counted as often as they must turn. */
export function choicesOf({ code, loops }: Program): number {
  let around = 1;
  let choices = 0;
  const timesOf = ({ min, max }: Loop): number => Math.max(1, Math.min(max >= UNBOUNDED ? min : max, MAX_LENGTH));
  for (let i = 0; i < code.length; i += INSTRUCTION_WIDTH) {
    const loop = loops[code[i + 1] as number] as Loop;
    if (code[i] === Op.LoopTry) {
      if (loop.min < loop.max) choices += around * timesOf(loop);
      around = Math.min(around * timesOf(loop), MAX_LENGTH);
    } else if (code[i] === Op.LoopNext) around = Math.max(1, around / timesOf(loop));
    else if (code[i] === Op.Branch) choices += around;
  }
  return choices;
}
