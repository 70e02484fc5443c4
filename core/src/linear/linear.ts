/**
 * The linear machine: the matches that the backtracking machine would find, in time linear in the text.
 *
 * A short text is first tried by a plain run under a budget that is linear in its length. What that does not settle goes
 * this way: first every lookaround is decided at every offset, in a pass of its own. Then a pass along the text finds where the
 * first match ends, a pass against it finds where it begins, and a pass over the match alone finds its captures; then
 * the search goes on behind it. Patterns that an automaton cannot take (`planOf` says why) are run on remembered
 * outcomes instead, which is linear in the text too, only slower.
 */
import type { CharSet } from "../charset/charset.ts";
import { Forecast } from "../forecast/forecast.ts";
import { BacktrackingMachine } from "../machine/backtracking.ts";
import { Items } from "../machine/items.ts";
import { Submatches } from "../machine/longest/submatches.ts";
import type { SteppedMachine } from "../machine/machine.ts";
import { MatchTable } from "../machine/matches.ts";
import { steppedMachine } from "../machine/stepped.ts";
import { lengthsOf } from "../program/lengths.ts";
import { requiredOf } from "../program/literals.ts";
import type { Program } from "../program/program.ts";
import { StateSpace } from "../program/states.ts";
import { type MatchMode, SearchPolicy } from "../search/policy.ts";
import type { Node } from "../syntax/tree.ts";
import { Automaton } from "./automaton.ts";
import { Kernel } from "./kernel.ts";
import { DEAD, MATCHED, MAX_SYMBOLS, ROW, Stop, WIDE } from "./memory.ts";
import { automataOf, type Plan, planOf, REFUSALS, type Refusal, refusalOf } from "./plan.ts";
import { lacksAll, RequiredPlaces, TextSearch } from "./required.ts";
import { Sides } from "./sides.ts";
import { WordSearch, wordsOf } from "./words.ts";

export interface LinearOptions {
  readonly mode: MatchMode;
  /** Offset at which the search starts; 0 where left out. */
  readonly from?: number;
  /** Without captures and starts nothing but `count` is found, which is faster. */
  readonly countOnly?: boolean;
  /** Stop after so many matches; no bound where left out. */
  readonly matchLimit?: number;
  /** Characters from which on a text is read by the kernel; for tests. */
  readonly kernelFrom?: number;
  /** A plain run is not tried first; for tests. */
  readonly directly?: boolean;
}

/** In a short text a plain run is often through before an automaton is made: it is tried first, as long as it may take. */
const SHORT_TEXT = 1 << 16;
/** Steps of that run where two automata would have to be made, for each character of the text and to begin with; more where it is more of them. */
const TRIAL_STEPS_A_CHARACTER = 16;
const TRIAL_STEPS = 1_000;
const LEAST_AUTOMATA = 2;
const TRIAL_SLICE = 2_000;

const LATIN = 256;
const ASCII = 128;

/** Texts from this length on are worth copying into a kernel's memory. */
const KERNEL_TEXT = 50_000;
/** Units that are kept on either side of the place in a window, so that a step back or ahead finds them. */
const LEAST_LEFT = 2;
/** Code units between a match's start and the text that it must hold: more are not passed over by looking for that. */
const MAX_BEFORE = 256;
/** Code units read before it is asked whether the search can jump again. */
const READ_BETWEEN_JUMPS = 64;
/** A match that is shorter is found its start in plain loops sooner than by a call. */
const KERNEL_MATCH = 64;

/** Captures of a short match are found by the backtracking machine, as long as it does not take more steps than this. */
const CAPTURE_STEPS = 2_000;

export type LinearOutcome = "running" | "done" | "match-limit" | "memory-limit";

export class LinearMachine {
  readonly matches: MatchTable;
  count = 0;
  outcome: LinearOutcome = "running";
  /** Why the program does not run on an automaton, or null where it does. */
  readonly refusal: Refusal | null;
  private readonly policy: SearchPolicy;
  private readonly countOnly: boolean;
  private readonly matchLimit: number;
  /** Made when the trial has not settled it: a plan takes longer than most short runs. */
  private runner: Search | TextSearch | WordSearch | Forecast | undefined;
  private readonly makeRunner: () => Search | TextSearch | WordSearch | Forecast;
  private trial: SteppedMachine | undefined;
  /** Automata that there would be without the trial: the more, the longer it may take. */
  private readonly automata: number;
  /** Code units that any match has at least. */
  private readonly least: number;
  private readonly text: string;
  /** Characters one of which any match holds. */
  private readonly beyond: CharSet | null;

  constructor(
    program: Program,
    text: string,
    { mode, from = 0, countOnly = false, matchLimit = Number.POSITIVE_INFINITY, kernelFrom = KERNEL_TEXT, directly = false }: LinearOptions,
  ) {
    const policy = new SearchPolicy(program, mode);
    this.policy = policy;
    this.countOnly = countOnly;
    this.matchLimit = matchLimit;
    // The words of a list are found by an automaton of their own, however many there are.
    const words = policy.anchored ? null : wordsOf(program);
    this.refusal = words ? null : refusalOf(program);
    if (this.refusal && (this.refusal === "references" || !StateSpace.of(program)))
      throw new RangeError(`The linear machine cannot take this: ${REFUSALS[this.refusal]}.`);
    this.automata = words ? LEAST_AUTOMATA : automataOf(program);
    this.least = lengthsOf(program).least;
    if (text.length - from < this.least) this.outcome = "done";
    if (!directly && !words && text.length <= SHORT_TEXT) this.trial = steppedMachine(program, text, { mode, from, matchLimit });
    this.matches = new MatchTable(program.slots.length);
    const { text: required, beyond } = words ? NOTHING_REQUIRED : requiredOf(program);
    this.text = text;
    this.beyond = beyond;
    this.makeRunner = () => {
      if (words) return new WordSearch(words, text, from, countOnly && policy.continues);
      if (required?.whole && !policy.anchored) return new TextSearch(text, required.text, from, countOnly && policy.continues);
      // Where a search can go on inside a pair, what lookarounds see there is asked of the naive machine’s outcomes.
      if (program.afterEmptyMatch === "advance-by-unit" && this.least === 0 && hasPair(text)) return new Forecast(program, text, { mode, from });
      const plan = planOf(program);
      return typeof plan === "string" ? new Forecast(program, text, { mode, from }) : new Search(program, plan, text, { policy, from, countOnly, kernelFrom });
    };
  }

  /** Works on about so many characters, and says whether the run has ended. */
  advance(budget: number): boolean {
    if (this.outcome !== "running") return true;
    if (this.trial) this.try(this.trial, budget);
    if (!this.trial && !this.runner && this.outcome === "running" && lacksAll(this.text, this.beyond)) this.outcome = "done";
    if (!this.trial && this.outcome === "running") {
      this.runner ??= this.makeRunner();
      if (this.runner instanceof Forecast) this.follow(this.runner, budget);
      else this.search(this.runner, budget);
    }
    if (this.outcome !== "running" && this.runner instanceof Search) this.runner.close();
    return this.outcome !== "running";
  }

  private try(trial: SteppedMachine, budget: number): void {
    const allowed = (this.automata / LEAST_AUTOMATA) * (TRIAL_STEPS + TRIAL_STEPS_A_CHARACTER * trial.text.length);
    const bound = Math.min(trial.steps + budget, allowed);
    // Where too little text is left for any match, the search is over.
    const lastStart = trial.text.length - this.least;
    while (trial.steps < bound && trial.attempt <= lastStart && !trial.advance(TRIAL_SLICE));
    const outcome = trial.outcome === "running" && trial.attempt > lastStart ? "done" : trial.outcome;
    if (outcome === "done" || outcome === "match-limit") {
      this.count = trial.matches.length;
      if (!this.countOnly) this.matches.adopt(trial.matches);
      this.outcome = outcome;
    } else if (outcome !== "running" || trial.steps >= allowed) this.trial = undefined;
  }

  private search(search: Search | TextSearch | WordSearch, budget: number): void {
    const until = search.work + budget;
    while (search.work < until) {
      const found = search.next(until);
      this.count += search.counted;
      search.counted = 0;
      if (found === "more") return;
      if (found === "none") {
        this.outcome = "done";
        return;
      }
      this.count++;
      if (!this.countOnly && !this.add(search)) return;
      if (!this.policy.continues) this.outcome = "done";
      else if (this.count >= this.matchLimit) this.outcome = "match-limit";
      if (this.outcome !== "running") return;
    }
  }

  private add(search: Search | TextSearch | WordSearch): boolean {
    const { start, end } = search;
    if (!(search instanceof Search) || this.matches.groupCount === 0) {
      this.matches.add(start, end, NO_REGISTERS);
      return true;
    }
    const captures = search.captures(start, end, search.notEmptyAt);
    if (!captures) {
      this.outcome = "memory-limit";
      return false;
    }
    this.matches.copy(captures, 0);
    return true;
  }

  private follow(runner: Forecast, budget: number): void {
    const ended = runner.advance(budget);
    for (; this.count < runner.matches.length && this.count < this.matchLimit; this.count++) {
      if (!this.countOnly) this.matches.copy(runner.matches, this.count);
    }
    if (this.count >= this.matchLimit) this.outcome = "match-limit";
    else if (ended) this.outcome = runner.exact ? "done" : "memory-limit";
  }
}

/** Whether a text begins with two characters of ASCII, by which the kernel finds it. */
const isAsciiPair = (text: string): boolean => text.length > 1 && text.charCodeAt(0) < ASCII && text.charCodeAt(1) < ASCII;

/** A list of words is looked for as a whole: what all of them hold is not asked for. */
const NOTHING_REQUIRED = { text: null, beyond: null };

const NO_REGISTERS = new Int32Array(0);

interface SearchOptions {
  readonly policy: SearchPolicy;
  readonly from: number;
  readonly countOnly: boolean;
  readonly kernelFrom: number;
}

/** The search of an automaton through a text, match after match. */
class Search {
  /** Characters read so far, in all passes. */
  work = 0;
  /** Matches passed by on the way to the one found last; only where they are counted alone. */
  counted = 0;
  /** The match found last. */
  start = -1;
  end = -1;
  /** The offset at which its attempt was not to be empty, or −1. */
  notEmptyAt = -1;
  private readonly program: Program;
  private readonly plan: Plan;
  private readonly text: string;
  private readonly policy: SearchPolicy;
  private readonly sides: Sides;
  private readonly items: Items;
  private readonly forward: Automaton;
  private readonly backward: Automaton;
  private kernel: Kernel | undefined;
  /** Matches can be counted one behind the other without knowing where they begin. */
  private readonly counting: boolean;
  /** Generation of the forward automaton that the kernel's starts are of. */
  private startsOf = 0;
  /** Where matches can begin, by a text that they all hold; null where none is known. */
  private readonly places: RequiredPlaces | null;
  /** Whether the search may go on there at once. */
  private readonly jumps: boolean;
  /** Whether the kernel looks for what attempts begin with. */
  private readonly waits: boolean;
  /** Per offset, bits of the lookarounds that hold; null where there are none. */
  private readonly held: Uint8Array | null;
  private looksDone = 0;
  private look: { readonly automaton: Automaton; readonly at: number; readonly row: number; readonly nested: boolean } | undefined;
  private captureMachine: BacktrackingMachine | undefined;
  private submatches: Submatches | undefined;
  /** Where the search under way began, and how far it is. */
  private from: number;
  private at = -1;
  private row = 0;
  private lastEnd = -1;
  private notEmptyFrom = -1;

  constructor(program: Program, plan: Plan, text: string, { policy, from, countOnly, kernelFrom }: SearchOptions) {
    this.program = program;
    this.plan = plan;
    this.text = text;
    this.policy = policy;
    this.from = from;
    this.sides = new Sides(text, plan.partition, program.options.codePoints);
    this.items = new Items(program, text);
    const { anchored, whole } = policy;
    const looks = plan.lookNumbers;
    const { forward, backward, partition, sideLooks } = plan;
    // Twice as many symbols as classes, and one for the edge, are the most there can be.
    const kernel = text.length >= kernelFrom && 2 * partition.count < MAX_SYMBOLS ? Kernel.take() : undefined;
    const required = anchored ? null : requiredOf(program).text;
    const prefix = required && required.most === 0 && isAsciiPair(required.text) ? required.text : undefined;
    this.forward = new Automaton(forward.program, forward.states, partition, {
      backward: false,
      anchored,
      everyMatch: false,
      longest: policy.preference === "longest",
      whole,
      looks,
      sideLooks,
      kernel,
      skips: true,
      prefix,
    });
    this.waits = kernel !== undefined && prefix !== undefined;
    const against = { backward: true, anchored: true, everyMatch: true, whole: false };
    this.backward = new Automaton(backward.program, backward.states, partition, { ...against, looks, sideLooks, kernel });
    this.kernel = kernel;
    this.counting = countOnly && policy.continues && !anchored && !plan.canBeEmpty;
    this.places = required && new RequiredPlaces(text, required);
    this.jumps = required !== null && required.most <= MAX_BEFORE;
    this.held = looks.size > 0 ? new Uint8Array(text.length + 1) : null;
    const { codePoints } = program.options;
    kernel?.setClasses((unit) => (codePoints && (unit & 0xf800) === 0xd800 ? WIDE : partition.classOf(unit)));
  }

  /** Gives back what was taken. */
  close(): void {
    this.kernel?.release();
    this.kernel = undefined;
  }

  /** Finds the next match, or says that there is none, or that it needs more work than it may do. */
  next(until: number): "found" | "none" | "more" {
    if (this.at < 0 && this.places && this.from <= this.text.length && !this.places.isAhead(this.from)) return "none";
    while (this.looksDone < this.plan.looks.length) if (!this.decideLook(until)) return "more";
    if (this.from > this.text.length) return "none";
    if (this.at < 0) {
      this.at = this.from;
      this.lastEnd = -1;
      this.row = this.forward.start(this.sides.before(this.forward, this.from), this.notEmptyFrom === this.from);
    }
    if (!(this.kernel ? this.scanInKernel(this.kernel, until) : this.scan(until))) return "more";
    this.at = -1;
    if (this.lastEnd < 0) {
      this.from = this.text.length + 1;
      return "none";
    }
    this.end = this.lastEnd;
    this.notEmptyAt = this.notEmptyFrom;
    this.start = this.counting ? -1 : this.startOf(this.end);
    const moved = this.start !== this.end;
    const { policy } = this;
    this.from = policy.afterMatch(this.end, moved, this.items);
    this.notEmptyFrom = policy.notEmptyAt(this.start, this.end, moved);
    if (!policy.continues) this.from = this.text.length + 1;
    return "found";
  }

  /** Reads on until nothing is alive, the text ends or the work is done; false where there is more to read. */
  private scan(until: number): boolean {
    const { forward, text, held, plan } = this;
    const { partition } = plan;
    const { latin } = partition;
    const { codePoints } = this.program.options;
    // The last character, and the edge behind it, are read by themselves.
    const stop = Math.min(text.length - 2, this.at + (until - this.work));
    const begun = this.at;
    let { at, row, lastEnd } = this;
    let { table } = forward;
    while (at < stop) {
      let unit = text.charCodeAt(at);
      let width = 1;
      let symbol = unit < LATIN ? (latin[unit] as number) : partition.classOf(unit);
      if (codePoints && (unit & 0xfc00) === 0xd800) {
        const low = text.charCodeAt(at + 1);
        if ((low & 0xfc00) === 0xdc00) {
          unit = 0x10000 + ((unit - 0xd800) << 10) + (low - 0xdc00);
          symbol = partition.classOf(unit);
          width = 2;
        }
      }
      if (held !== null) symbol += (held[at] as number) * forward.symbols;
      let transition = table[row + symbol] as number;
      if (transition < 0) {
        transition = forward.extend(row, symbol);
        table = forward.table;
      }
      row = transition & ROW;
      if (transition !== row) {
        if (transition & MATCHED) lastEnd = at;
        if (transition & DEAD) {
          this.work += at - begun + 1;
          this.lastEnd = lastEnd;
          return true;
        }
      }
      at += width;
    }
    this.work += at - begun + 1;
    Object.assign(this, { at, row, lastEnd });
    return at >= text.length - 2 && this.scanEnd();
  }

  /** The same in the kernel, which comes back for transitions that are not known yet and for characters of two units. */
  private scanInKernel(kernel: Kernel, until: number): boolean {
    const { forward, text, held, sides, counting } = this;
    const stop = Math.min(text.length - 2, this.at + (until - this.work));
    const begun = this.at;
    let { at, row, lastEnd } = this;
    while (at < stop) {
      const places = this.jumps && !this.places?.idle ? this.places : null;
      let bound = places ? Math.min(stop, at + READ_BETWEEN_JUMPS) : stop;
      if (places && lastEnd < 0 && forward.isWaiting(row)) {
        const first = places.first(at);
        if (first < 0) {
          this.work += at - begun + 1;
          this.lastEnd = -1;
          return true;
        }
        if (first > at) {
          at = first;
          row = forward.start(sides.before(forward, at));
        }
        bound = Math.min(stop, places.reach + READ_BETWEEN_JUMPS);
        if (at >= bound) break;
      }
      if (at < kernel.from || at >= kernel.to - LEAST_LEFT) kernel.load(text, Math.max(0, at - LEAST_LEFT), held);
      if ((counting || this.waits) && this.startsOf !== forward.generation) this.setStarts(kernel);
      const why = kernel.scan(at, bound, row, lastEnd, counting, forward.strideLog, held !== null, forward.symbols);
      at = kernel.at;
      row = kernel.row;
      lastEnd = kernel.end;
      this.counted += kernel.count;
      if (why === Stop.Bound) continue;
      let over = why === Stop.Dead;
      if (row < 0) row = forward.start(sides.before(forward, at));
      else if (!over) {
        const symbol = sides.after(forward, at) + (held ? (held[at] as number) * forward.symbols : 0);
        const known = forward.table[(row & ROW) + symbol] as number;
        const transition = known < 0 ? forward.extend(row, symbol) : known;
        row = transition & ~(MATCHED | DEAD);
        if (transition & MATCHED) lastEnd = at;
        over = (transition & DEAD) !== 0;
        at = this.items.after(at);
      }
      if (!over) continue;
      if (!counting || lastEnd < 0) {
        this.work += at - begun + 1;
        this.lastEnd = lastEnd;
        return true;
      }
      this.counted++;
      at = lastEnd;
      lastEnd = -1;
      row = forward.start(sides.before(forward, at));
    }
    this.work += Math.abs(at - begun) + 1;
    Object.assign(this, { at, row: row & ROW, lastEnd });
    return at >= text.length - 2 && this.scanEnd();
  }

  private setStarts(kernel: Kernel): void {
    const { forward } = this;
    for (let symbol = 0; symbol < forward.edge; symbol++) kernel.setStart(symbol, forward.start(symbol));
    this.startsOf = forward.generation;
  }

  private scanEnd(): boolean {
    const { forward, text, held } = this;
    for (let at = this.at; at <= text.length; at = this.items.after(at)) {
      const symbol = this.sides.after(forward, at) + (held ? (held[at] as number) * forward.symbols : 0);
      const known = forward.table[(this.row & ROW) + symbol] as number;
      const transition = known < 0 ? forward.extend(this.row, symbol) : known;
      this.row = transition & ROW;
      if (transition & MATCHED) this.lastEnd = at;
      if (transition & DEAD) break;
    }
    return true;
  }

  /** Where the match that ends at the offset begins: the furthest that a pass against the text comes. */
  private startOf(end: number): number {
    const { backward, held, from } = this;
    if (this.policy.anchored || (this.plan.alwaysEmpty && this.notEmptyAt !== from)) return from;
    if (this.plan.length >= 0) return end - this.plan.length;
    let row = backward.start(this.sides.after(backward, end));
    let found = end;
    for (let at = end; ; ) {
      const symbol = this.sides.before(backward, at) + (held ? (held[at] as number) * backward.symbols : 0);
      const known = backward.table[row + symbol] as number;
      const transition = known < 0 ? backward.extend(row, symbol) : known;
      row = transition & ROW;
      const counts = at < end || this.notEmptyFrom !== end;
      if (transition & MATCHED && counts) found = at;
      if (transition & DEAD || at <= from) break;
      at = this.items.stepBack(1, at);
      this.work++;
      if (!this.kernel || at - from < KERNEL_MATCH || at - this.kernel.from < KERNEL_MATCH || at > this.kernel.to) continue;
      const why = this.kernel.back(at, from, row, found, held !== null, backward.symbols);
      this.work += at - this.kernel.at;
      at = this.kernel.at;
      row = this.kernel.row;
      found = this.kernel.end;
      if (why === Stop.Dead) break;
    }
    return found;
  }

  /** Decides one lookaround at every offset; false where there is more to do. */
  private decideLook(until: number): boolean {
    const { plan, text, sides, items, kernel } = this;
    const held = this.held as Uint8Array;
    const number = this.looksDone;
    const mark = 1 << number;
    const { program, states, backward } = plan.looks[number] as Plan["looks"][number];
    if (!this.look) {
      // Only lookarounds inside this one have a say in it.
      const nested = program.enclosures.some(({ node }) => plan.lookNumbers.has(node));
      const { partition, sideLooks, lookNumbers } = plan;
      const looks = nested ? lookNumbers : new Map<Node, number>();
      const along = { backward, anchored: false, everyMatch: true, whole: false };
      const automaton = new Automaton(program, states, partition, { ...along, looks, sideLooks, kernel, skips: !backward });
      this.look = { automaton, at: backward ? text.length : 0, row: automaton.start(automaton.edge), nested };
    }
    const { automaton, nested } = this.look;
    let { at, row } = this.look;
    while (at >= 0 && at <= text.length && this.work < until) {
      if (kernel && (backward ? at > LEAST_LEFT && at < text.length : at < text.length - LEAST_LEFT)) {
        const before = at;
        if (backward ? at <= kernel.from + LEAST_LEFT || at > kernel.to : at < kernel.from || at >= kernel.to - LEAST_LEFT) {
          kernel.unload(held);
          if (backward) kernel.loadBefore(text, at, held);
          else kernel.load(text, at, held);
        }
        if (backward) kernel.back(at, LEAST_LEFT, row, -1, nested, automaton.symbols, mark);
        else kernel.scan(at, text.length - LEAST_LEFT, row, -1, false, automaton.strideLog, nested, automaton.symbols, mark);
        at = kernel.at;
        row = kernel.row;
        this.work += Math.abs(at - before);
        // At the window's edge there is another window to read; anything else is a character to read by hand.
        if (at !== before && (backward ? at <= kernel.from : at >= kernel.to)) continue;
      }
      this.work++;
      const symbol = (backward ? sides.before(automaton, at) : sides.after(automaton, at)) + (nested ? (held[at] as number) * automaton.symbols : 0);
      const known = automaton.table[(row & ROW) + symbol] as number;
      const transition = known < 0 ? automaton.extend(row, symbol) : known;
      row = transition & ~(MATCHED | DEAD);
      if (transition & MATCHED) {
        held[at] = (held[at] as number) | mark;
        kernel?.mark(at, mark);
      }
      at = backward ? (at === 0 ? -1 : items.stepBack(1, at)) : items.after(at);
    }
    kernel?.unload(held);
    if (at >= 0 && at <= text.length) {
      this.look = { automaton, at, row, nested };
      return false;
    }
    this.look = undefined;
    this.looksDone++;
    kernel?.forget();
    return true;
  }

  /** The match at the offset with its captures, as the only row of a table; undefined where memory does not allow it. */
  captures(start: number, end: number, notEmptyAt: number): MatchTable | undefined {
    if (this.policy.preference === "longest") return this.submatchesOf(start, end);
    const mode = this.policy.whole ? "whole" : "start";
    // The same captures: alternatives that begin alike are one there.
    const { program } = this.plan.forward;
    this.captureMachine ??= new BacktrackingMachine(program, this.text, { mode });
    const machine = this.captureMachine;
    machine.rewind(start, notEmptyAt);
    if (machine.advance(CAPTURE_STEPS)) return machine.matches;
    const careful = new Forecast(program, this.text, { mode, from: start, notEmptyAt });
    careful.advance(Number.MAX_SAFE_INTEGER);
    return careful.exact ? careful.matches : undefined;
  }

  /** The same of a longest match, whose extent tells what its groups take. */
  private submatchesOf(start: number, end: number): MatchTable | undefined {
    const { program } = this;
    this.submatches ??= new Submatches(program, this.text);
    const registers = new Int32Array(2 * program.slots.length);
    if (!this.submatches.find(start, end, registers)) return undefined;
    const found = new MatchTable(program.slots.length);
    found.add(start, end, registers);
    return found;
  }
}

/** Whether a text has a character of two code units. */
function hasPair(text: string): boolean {
  for (let at = 1; at < text.length; at++) {
    if ((text.charCodeAt(at) & PAIR_MASK) === LOW_HALF && (text.charCodeAt(at - 1) & PAIR_MASK) === HIGH_HALF) return true;
  }
  return false;
}

const PAIR_MASK = 0xfc00;
const HIGH_HALF = 0xd800;
const LOW_HALF = 0xdc00;
