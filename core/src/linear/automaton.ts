/**
 * A program as an automaton over classes of characters, made deterministic while it runs.
 *
 * A state is the list of threads of the program that are alive at an offset, in order of preference, so that the first
 * match a backtracking engine would find is found (leftmost-first). Assertions depend on the characters on both sides: the
 * one behind is part of the state, the one ahead is the symbol that is read. So a state learns whether it matched with
 * the next symbol. Lookarounds are evaluated beforehand; whether they hold at an offset is part of the symbol too.
 *
 * States are kept in a table of bounded size that is discarded when it is full (R. Cox, "Regular Expression
 * Matching in the Wild", 2010, describes the technique).
 */
import { type CharSet, contains } from "../charset/charset.ts";
import type { Partition } from "../charset/partition.ts";
import { type Assertion, assertionOf, Side } from "../program/assertions.ts";
import { Op, type Operation, refuseOperation } from "../program/operations.ts";
import { type Enclosure, FAILS, INSTRUCTION_WIDTH, type Loop, type Program } from "../program/program.ts";
import { beginIteration, endIteration, enterLoop, forcedWay } from "../program/registers.ts";
import type { StateSpace } from "../program/states.ts";
import type { Node } from "../syntax/tree.ts";
import { type AutomatonMemory, DEAD, MATCHED, MAX_SKIPPED_STATES, ROW, SKIPS_ROW, TABLE_ENTRIES, WAITS_ROW } from "./memory.ts";
import type { SideLook } from "./plan.ts";

/** The most threads in all states together: 8 MB. */
const MAX_THREADS = 1 << 20;

const LEAST_STRIDE = 16;
const UNKNOWN = -1;
const ASCII = 0x80;
/** A state that loops on at least so many ASCII characters is skipped through by the kernel. */
const MOST_OF_ASCII = 96;

/** The last entry of a list of threads: a new attempt begins at every offset. */
const RESTART = -1;
/** Where the longest match is looked for: between the threads of one attempt and those of later ones. */
const LATER_ATTEMPT = -2;
/** Stands for the current offset in the registers of loops. */
const HERE = 0;
const LATER = 1;

/** The threads that follow a thread, by class of characters, if they do not depend on the characters around it; and whether it has matched. */
interface Fan {
  readonly next: readonly (readonly number[] | undefined)[];
  readonly matched: boolean;
}

/** The most following threads that are cached for one thread. */
const MAX_FAN = 64;

/** The result of reading a symbol: the threads after it, and whether one had matched before it. */
interface Read {
  readonly next: readonly number[];
  readonly matched: boolean;
}

export interface AutomatonOptions {
  /** Whether the text is read forwards or backwards. */
  readonly backward: boolean;
  /** Whether an attempt begins at every offset, or only at the first. */
  readonly anchored: boolean;
  /** If set, every match counts. If not, a match discards the threads of lower preference. */
  readonly everyMatch: boolean;
  /** If set, a match discards the threads of later attempts only, so that the longest match of an attempt is found. */
  readonly longest?: boolean;
  /** If set, only a match at the end of the text counts. */
  readonly whole: boolean;
  /** The lookarounds; the index of each is its bit in a symbol. */
  readonly looks: ReadonlyMap<Node, number>;
  readonly sideLooks: ReadonlyMap<Node, SideLook>;
  /** The memory of the table, and whether the kernel skips through states. */
  readonly kernel?: AutomatonMemory | undefined;
  readonly skips?: boolean;
  /** A literal that every match begins with, if one is known. */
  readonly prefix?: string | undefined;
}

export class Automaton {
  /** Symbols: the classes; then, if it matters, the same classes for the last character of the text; then the end of the text. */
  readonly edge: number;
  /** Added to a symbol for each set of lookarounds that hold there. */
  readonly symbols: number;
  /** The transition table: one row per state, one column per symbol; −1 if not computed yet. */
  table: Int32Array = new Int32Array(0);
  /** Incremented when the table is discarded: rows from before are invalid. */
  generation = 0;
  /** The row of a state begins at its number times two to this power. */
  readonly strideLog: number;
  /** The first symbol for the last character of the text; 0 if it has no symbols of its own. */
  readonly lastSymbols: number;
  private readonly program: Program;
  private readonly partition: Partition;
  private readonly states: StateSpace;
  private readonly options: AutomatonOptions;
  private readonly stride: number;
  /** For each state: its threads, the kind of character behind, and whether a match here does not count. */
  private lists: Float64Array[] = [];
  private kinds: number[] = [];
  private notHere: boolean[] = [];
  private threadCount = 0;
  private readonly numbers = new Map<string, number>();
  private readonly starts = new Map<number, number>();
  /** The threads of a new attempt, by the kind of character behind and the symbol ahead: the same for every state. */
  private readonly begun = new Map<number, Read>();
  /** The kind of each symbol as the character behind, as far as assertions tell characters apart. */
  private readonly kindOf: Int32Array;
  private readonly kindSymbols: number[] = [];
  /** For each set the classes that it contains. */
  private readonly classes: (readonly number[] | undefined)[] = [];
  private readonly fans = new Map<number, Fan | null>();
  /** Whether the current epsilon closure depended on the characters around it. */
  private looked = false;
  /** The classes with the number of their ASCII characters, the most frequent first. */
  private readonly byShare: readonly (readonly [character: number, share: number])[];
  private readonly registers: Int32Array;
  private readonly begin: number;

  constructor(program: Program, states: StateSpace, partition: Partition, options: AutomatonOptions) {
    this.program = program;
    this.states = states;
    this.partition = partition;
    this.options = options;
    const assertions = assertionsOf(program);
    const lastMatters = assertions.some(({ assertion }) => assertion.asks & Side.Last);
    this.lastSymbols = lastMatters ? partition.count : 0;
    this.edge = partition.count * (lastMatters ? 2 : 1);
    this.symbols = this.edge + 1;
    let stride = LEAST_STRIDE;
    while (stride < this.symbols << options.looks.size) stride *= 2;
    this.stride = stride;
    this.strideLog = Math.log2(stride);
    this.kindOf = new Int32Array(this.symbols);
    const kinds = new Map<string, number>();
    for (let symbol = 0; symbol < this.symbols; symbol++) {
      const sideSets = [...options.sideLooks.values()].map(({ set }) => this.holds(set, symbol));
      const asserted = assertions.map(({ set }) => this.held(set, symbol));
      const place = assertions.length === 0 ? "" : `${symbol === this.edge}${lastMatters && symbol >= this.lastSymbols}`;
      const told = `${place}${asserted}:${sideSets}`;
      let kind = kinds.get(told);
      if (kind === undefined) {
        kind = this.kindSymbols.push(symbol) - 1;
        kinds.set(told, kind);
      }
      this.kindOf[symbol] = kind;
    }
    const shares = new Map<number, number>();
    for (let c = 0; c < ASCII; c++) shares.set(partition.latin[c] as number, (shares.get(partition.latin[c] as number) ?? 0) + 1);
    this.byShare = [...shares].sort((a, b) => b[1] - a[1]);
    this.registers = new Int32Array(program.registerCount).fill(-1);
    this.begin = states.number(0, LATER, this.registers);
    this.forget();
  }

  /** The number of states in the table. */
  get size(): number {
    return this.lists.length;
  }

  /** The row of the initial state, given the symbol behind. */
  start(behind: number, notEmptyHere = false): number {
    const kind = this.kindOf[behind] as number;
    const key = 2 * kind + Number(notEmptyHere);
    let row = this.starts.get(key);
    if (row === undefined) {
      row = this.intern(this.options.anchored ? [this.begin] : [RESTART], kind, notEmptyHere);
      this.starts.set(key, row);
    }
    return row;
  }

  /** Whether a state has no threads besides the wait for a new attempt. */
  isWaiting(row: number): boolean {
    const threads = this.lists[(row & ROW) / this.stride] as Float64Array;
    return threads.length === 1 && threads[0] === RESTART;
  }

  /** Computes a transition. The table may be discarded first; the returned row belongs to the new table. */
  extend(row: number, symbol: number): number {
    const state = (row & ROW) / this.stride;
    const threads = this.lists[state] as Float64Array;
    const kind = this.kinds[state] as number;
    const { next, matched } = this.read(threads, kind, symbol, this.notHere[state] as boolean);
    const side = symbol % this.symbols;
    const full = (this.lists.length + 1) * this.stride > TABLE_ENTRIES || this.threadCount > MAX_THREADS;
    if (full) this.forget();
    const target = this.intern(next, this.kindOf[side] as number, false);
    const transition = target | (matched ? MATCHED : 0) | (target === 0 ? DEAD : 0);
    if (!full) this.table[(row & ROW) + symbol] = transition;
    return transition;
  }

  private forget(): void {
    this.lists = [];
    this.kinds = [];
    this.notHere = [];
    this.threadCount = 0;
    this.numbers.clear();
    this.starts.clear();
    this.begun.clear();
    this.fans.clear();
    this.generation++;
    this.table = this.options.kernel?.table(this.options.backward ? 1 : 0) ?? new Int32Array(16 * this.stride);
    // State 0 has no threads.
    this.intern([], 0, false);
    this.table.fill(DEAD, 0, this.stride);
  }

  private intern(list: readonly number[], kind: number, notHere: boolean): number {
    const threads = this.options.longest ? sortedByAttempt(list) : list;
    // A list without threads is one state, whatever the character behind.
    const key = threads.length === 0 ? "" : `${kind}${notHere ? "!" : ":"}${threads.join()}`;
    const known = this.numbers.get(key);
    if (known !== undefined) return known;
    const row = this.lists.length * this.stride;
    this.lists.push(Float64Array.from(threads));
    this.kinds.push(kind);
    this.notHere.push(notHere);
    this.threadCount += threads.length + 8;
    if (row + this.stride > this.table.length) {
      const grown = new Int32Array(2 * this.table.length);
      grown.set(this.table);
      this.table = grown;
    }
    this.table.fill(UNKNOWN, row, row + this.stride);
    const state = row / this.stride;
    const marked = row | (row === 0 ? 0 : this.waitsFor(state) ? WAITS_ROW : this.skipsThrough(state) ? SKIPS_ROW : 0);
    this.numbers.set(key, marked);
    return marked;
  }

  /** Tells the kernel the literal that a state waits for, if it does. */
  private waitsFor(state: number): boolean {
    const { kernel, skips, looks, prefix } = this.options;
    if (!kernel || !skips || prefix === undefined || looks.size > 0 || state >= MAX_SKIPPED_STATES || this.notHere[state]) return false;
    if (!this.isWaiting(state * this.stride)) return false;
    const [first, second] = [prefix.charCodeAt(0), prefix.charCodeAt(1)];
    kernel.setSkip(
      state,
      (character) => character === first,
      (character) => character === second,
    );
    return true;
  }

  /** Tells the kernel which characters leave a state, if most do not. */
  private skipsThrough(state: number): boolean {
    const { kernel, skips, looks } = this.options;
    if (!kernel || !skips || looks.size > 0 || state >= MAX_SKIPPED_STATES || this.notHere[state]) return false;
    const threads = this.lists[state] as Float64Array;
    const kind = this.kinds[state] as number;
    const read = (from: { readonly threads: Float64Array; readonly kind: number }, symbol: number) => {
      const { next: list, matched } = this.read(from.threads, from.kind, symbol, false);
      const next = Float64Array.from(list);
      return { threads: next, kind: this.kindOf[symbol] as number, matched, key: `${matched}${this.kindOf[symbol]}:${next.join()}` };
    };
    const own = `false${kind}:${threads.join()}`;
    // Most states loop on no character. The most frequent class shows that soonest.
    let staying = ASCII;
    for (const [character, share] of this.byShare) {
      if (read({ threads, kind }, character).key !== own) staying -= share;
      if (staying < MOST_OF_ASCII) return false;
    }
    const ways = this.partition.samples.map((_, symbol) => read({ threads, kind }, symbol));
    const leaving = ways.filter(({ key }) => key !== own);
    const leaves = (character: number): boolean => ways[this.partition.latin[character] as number]?.key !== own;
    // The kernel may ignore a character that leads to the same state from here and from the next state.
    const matter = ways.map(({ key }, symbol) => leaving.some((way) => way.matched || read(way, symbol).key !== key));
    kernel.setSkip(state, leaves, (character) => matter[this.partition.latin[character] as number] as boolean);
    return true;
  }

  /** Whether a set contains the class of a symbol. */
  private held(set: number, symbol: number): boolean {
    return this.holds(this.program.sets[set] as CharSet, symbol);
  }

  private holds(set: CharSet, symbol: number): boolean {
    return symbol !== this.edge && contains(set, this.partition.samples[symbol % this.partition.count] as number);
  }

  /** The threads after a symbol in order of preference, and whether one had matched before it. */
  private read(threads: Float64Array, kind: number, symbol: number, notHere: boolean): Read {
    const { everyMatch, longest } = this.options;
    const side = symbol % this.symbols;
    const next = new ThreadList();
    let matched = false;
    const soFar = (): Read => ({ next: next.threads(), matched });
    /** Neighbouring threads without a cached fan: their epsilon closure is computed together. */
    let loose: number[] = [];
    const add = (read: Read): boolean => {
      next.join(read.next);
      matched ||= read.matched;
      return matched && !everyMatch && !longest;
    };
    for (const thread of threads) {
      const restarts = thread === RESTART;
      if (longest && (restarts || thread === LATER_ATTEMPT)) {
        if (loose.length > 0) add(this.readOn(loose, kind, symbol, notHere));
        loose = [];
        if (matched) return soFar();
        next.beginAttempt();
        if (!restarts) continue;
      }
      const fan = notHere ? null : this.fanOf(restarts ? this.begin : thread);
      if (!fan && !restarts) {
        loose.push(thread);
        continue;
      }
      if (loose.length > 0 && add(this.readOn(loose, kind, symbol, notHere))) return soFar();
      loose = [];
      const read = fan
        ? { next: (side !== this.edge && fan.next[side % this.partition.count]) || NO_THREADS, matched: fan.matched }
        : this.begunOn(kind, symbol, notHere);
      if (add(read)) return soFar();
      if (restarts && matched && longest) return soFar();
      // A new attempt is less preferred than all that are under way.
      if (restarts && side !== this.edge) next.push(RESTART);
    }
    if (loose.length > 0) add(this.readOn(loose, kind, symbol, notHere));
    return soFar();
  }

  /**
   * The fan of a thread: the threads that follow it, by class of characters. Null if they depend on the characters around it,
   * or if there are so many that computing them together with other threads is faster.
   */
  private fanOf(thread: number): Fan | null {
    let fan = this.fans.get(thread);
    if (fan !== undefined) return fan;
    this.looked = false;
    // A new attempt is part of nearly every state, so its fan is cached whatever its size.
    const most = thread === this.begin ? Number.POSITIVE_INFINITY : MAX_FAN;
    const { leaves, matched } = this.close([thread], 0, 0, false, most);
    fan = null;
    if (!this.looked && leaves.length <= most) {
      const next: Set<number>[] = [];
      for (const leaf of leaves) {
        const to = this.after(leaf);
        for (const character of this.classesOf(this.states.instructionOf(leaf))) {
          next[character] ??= new Set();
          next[character].add(to);
          this.threadCount++;
        }
      }
      fan = { next: next.map((threads) => [...threads]), matched };
    }
    this.fans.set(thread, fan);
    return fan;
  }

  /** The threads of a new attempt if they depend on the characters around it: the same in every state. */
  private begunOn(kind: number, symbol: number, notHere: boolean): Read {
    if (notHere) return this.readOn([this.begin], kind, symbol, true);
    const key = symbol * this.kindSymbols.length + kind;
    let read = this.begun.get(key);
    if (!read) {
      read = this.readOn([this.begin], kind, symbol, false);
      this.begun.set(key, read);
    }
    return read;
  }

  /** The epsilon closure of threads, given the characters around them. */
  private readOn(threads: readonly number[], kind: number, symbol: number, notHere: boolean): Read {
    const { leaves, matched } = this.close(threads, kind, symbol, notHere);
    const side = symbol % this.symbols;
    return { next: side === this.edge ? NO_THREADS : this.step(leaves, side % this.partition.count), matched };
  }

  /** The epsilon closure: the threads at instructions that consume a character, in order of preference; and whether one has matched. */
  private close(
    from: readonly number[],
    kind: number,
    symbol: number,
    notHere: boolean,
    most = Number.POSITIVE_INFINITY,
  ): { leaves: number[]; matched: boolean } {
    const { everyMatch, longest, whole, backward } = this.options;
    const ahead = symbol % this.symbols;
    const bits = (symbol - ahead) / this.symbols;
    const behind = this.kindSymbols[kind] as number;
    const [before, after] = backward ? [ahead, behind] : [behind, ahead];
    const leaves: number[] = [];
    const seen = new Set<number>();
    const pending = [...from].reverse();
    let matched = false;
    while (pending.length > 0 && leaves.length <= most) {
      const thread = pending.pop() as number;
      if (seen.has(thread)) continue;
      seen.add(thread);
      const pc = this.states.instructionOf(thread);
      if (this.program.code[pc * INSTRUCTION_WIDTH] === Op.Match) {
        if (whole) this.looked = true;
        if (notHere || (whole && ahead !== this.edge)) continue;
        matched = true;
        if (!everyMatch && !longest) break;
      } else if (!this.pass(thread, pc, before, after, bits, pending)) leaves.push(thread);
    }
    return { leaves, matched };
  }

  /** Executes an instruction that consumes no text and queues its successors. False for one that consumes text. */
  private pass(thread: number, pc: number, before: number, after: number, bits: number, pending: number[]): boolean {
    const { program, states, registers } = this;
    const word = pc * INSTRUCTION_WIDTH;
    const a = program.code[word + 1] as number;
    const b = program.code[word + 2] as number;
    const go = (to: number): void => {
      pending.push(states.number(to, HERE, registers));
    };
    states.load(thread, pc, HERE, registers);
    const operation = program.code[word] as Operation;
    switch (operation) {
      case Op.Jump:
        go(a);
        return true;
      case Op.Branch:
        go(a);
        go(pc + 1);
        return true;
      case Op.Open:
      case Op.Close:
        go(pc + 1);
        return true;
      case Op.Assert:
        this.looked = true;
        if (this.asserts(a, b, before, after)) go(pc + 1);
        return true;
      case Op.Enter: {
        this.looked = true;
        const { node, held, failed } = program.enclosures[a] as Enclosure;
        const side = this.options.sideLooks.get(node);
        const holds = side ? this.holds(side.set, side.behind ? before : after) : (bits & (1 << (this.options.looks.get(node) ?? 0))) !== 0;
        const exit = holds ? held : failed;
        if (exit !== FAILS) go(exit);
        return true;
      }
      case Op.LoopEnter:
        enterLoop(program.loops[a] as Loop, registers);
        go(pc + 1);
        return true;
      case Op.LoopBegin:
        beginIteration(program.loops[a] as Loop, HERE, registers);
        go(pc + 1);
        return true;
      case Op.LoopNext:
        if (endIteration(program.loops[a] as Loop, HERE, registers)) go(b);
        return true;
      case Op.LoopTry: {
        const loop = program.loops[a] as Loop;
        const forced = forcedWay(loop, HERE, registers);
        const [first, second] = loop.lazy ? [b, pc + 1] : [pc + 1, b];
        if (forced === 0) go(second);
        go(forced === 0 ? first : forced > 0 ? pc + 1 : b);
        return true;
      }
      case Op.Unit:
      case Op.UnitBack:
      case Op.Set:
      case Op.SetBack:
      case Op.SetPoint:
      case Op.SetPointBack:
        return false;
      case Op.Reference:
      case Op.Leave:
      case Op.Match:
      case Op.StepBack:
      case Op.Condition:
        throw new RangeError(`Instruction ${pc} is not one that an automaton goes through.`);
      default:
        return refuseOperation(operation);
    }
  }

  private asserts(assertion: number, set: number, before: number, after: number): boolean {
    const { edge, lastSymbols } = this;
    let sides = 0;
    if (before === edge) sides |= Side.Start;
    if (after === edge) sides |= Side.End;
    if (this.held(set, before)) sides |= Side.Behind;
    if (this.held(set, after)) sides |= Side.Ahead;
    if (after >= lastSymbols && after < edge) sides |= Side.Last;
    return assertionOf(assertion).holds[sides] === 1;
  }

  /** The threads after a character of the class. */
  private step(leaves: readonly number[], character: number): number[] {
    const next: number[] = [];
    const seen = new Set<number>();
    for (const leaf of leaves) {
      if (!this.takes(this.states.instructionOf(leaf), character)) continue;
      const to = this.after(leaf);
      if (!seen.has(to)) next.push(to);
      seen.add(to);
    }
    return next;
  }

  /** Where a thread continues when its instruction has consumed a character. */
  private after(leaf: number): number {
    const { states, registers } = this;
    const pc = states.instructionOf(leaf);
    states.load(leaf, pc, HERE, registers);
    return states.number(pc + 1, LATER, registers);
  }

  private takes(pc: number, character: number): boolean {
    const operation = this.program.code[pc * INSTRUCTION_WIDTH];
    if (operation === Op.Unit || operation === Op.UnitBack) {
      return this.partition.classOf(this.program.code[pc * INSTRUCTION_WIDTH + 1] as number) === character;
    }
    return this.classesOf(pc).includes(character);
  }

  /** The classes that an instruction consumes. */
  private classesOf(pc: number): readonly number[] {
    const { code, sets } = this.program;
    const operation = code[pc * INSTRUCTION_WIDTH];
    const a = code[pc * INSTRUCTION_WIDTH + 1] as number;
    if (operation === Op.Unit || operation === Op.UnitBack) return [this.partition.classOf(a)];
    let classes = this.classes[a];
    if (!classes) {
      const set = sets[a] as CharSet;
      classes = this.partition.samples.flatMap((sample, number) => (contains(set, sample) ? [number] : []));
      this.classes[a] = classes;
    }
    return classes;
  }
}

const NO_THREADS: readonly number[] = [];
/** For a list this short, searching it is faster than building a set. */
const SHORT_LIST = 24;

/** A list of threads in order of preference, without duplicates. */
class ThreadList {
  private readonly all: number[] = [];
  /** The same as a set, once the list is long. */
  private seen: Set<number> | undefined;

  /** Appends the threads that are not in the list yet. The argument has no duplicates. */
  join(more: readonly number[]): void {
    const isFirst = this.all.length === 0;
    if (!isFirst && this.all.length + more.length > SHORT_LIST) this.seen ??= new Set(this.all);
    const { all, seen } = this;
    for (const thread of more) if (isFirst || !(seen ? seen.has(thread) : all.includes(thread))) this.push(thread);
  }

  push(thread: number): void {
    if (thread === RESTART && this.all.at(-1) === LATER_ATTEMPT) this.all.pop();
    this.all.push(thread);
    this.seen?.add(thread);
  }

  /** The threads that come next are of a later attempt. */
  beginAttempt(): void {
    if (this.all.length > 0 && this.all.at(-1) !== LATER_ATTEMPT) this.all.push(LATER_ATTEMPT);
  }

  threads(): readonly number[] {
    if (this.all.at(-1) === LATER_ATTEMPT) this.all.pop();
    return this.all;
  }
}

/** The same list with the threads of each attempt in one order, since no thread of an attempt is preferred to another. */
function sortedByAttempt(list: readonly number[]): readonly number[] {
  const sorted: number[] = [];
  let attempt: number[] = [];
  const end = (): void => {
    for (const thread of attempt.sort((a, b) => a - b)) sorted.push(thread);
    attempt = [];
  };
  for (const thread of list) {
    if (thread >= 0) attempt.push(thread);
    else {
      end();
      sorted.push(thread);
    }
  }
  end();
  return sorted;
}

/** The assertions of a program, each with the set of characters that it depends on. */
function assertionsOf({ code }: Program): { assertion: Assertion; set: number }[] {
  const found = new Map<string, { assertion: Assertion; set: number }>();
  for (let i = 0; i < code.length; i += INSTRUCTION_WIDTH) {
    if (code[i] !== Op.Assert) continue;
    const [a, set] = [code[i + 1] as number, code[i + 2] as number];
    found.set(`${a} ${set}`, { assertion: assertionOf(a), set });
  }
  return [...found.values()];
}
