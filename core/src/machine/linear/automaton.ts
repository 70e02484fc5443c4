/**
 * A program as an automaton over classes of characters, made deterministic while it runs.
 *
 * A state is the list of threads of the program that are alive at an offset, in order of preference, so that the first
 * match a backtracker would find is found (leftmost-first). Assertions need the character on either side: what stands
 * behind is part of the state, what stands ahead is the symbol that is read, so a state learns whether it matched with
 * the symbol after. Lookarounds are decided beforehand; their answers at an offset are part of the symbol too.
 *
 * States are kept in a table of bounded size that is thrown away when it is full (R. Cox, "Regular Expression
 * Matching in the Wild", 2010, describes the technique).
 */
import { type CharSet, contains } from "../../charset/charset.ts";
import type { Partition } from "../../charset/partition.ts";
import { type Assertion, assertionOf, Side } from "../../program/assertions.ts";
import { Op, type Operation, unknownOperation } from "../../program/operations.ts";
import { type Enclosure, FAILS, INSTRUCTION_WIDTH, type Loop, type Program } from "../../program/program.ts";
import { beginIteration, endIteration, enterLoop, forcedWay } from "../../program/registers.ts";
import type { StateSpace } from "../../program/states.ts";
import type { Node } from "../../syntax/tree.ts";
import { type Kernel, MAX_SKIPPED_STATES, TABLE_ENTRIES } from "./kernel.ts";
import type { SideLook } from "./plan.ts";

/** Threads in all states together: 8 MB. */
const MAX_THREADS = 1 << 20;

/** Flags of a transition: the state before matched here; nothing is alive any more. */
export const MATCHED = 1;
export const DEAD = 2;
/** The state that it leads to stays as it is on most characters: a flag of the row itself. */
export const SKIPS = 4;
/** What is left of a transition without its flags is where the row of its state begins. */
export const ROW = ~7;
const LEAST_STRIDE = 8;
const UNKNOWN = -1;
/** ASCII characters that a state has to stay on before it is worth skipping through. */
const MOST_OF_ASCII = 96;

/** In a list of threads: a new attempt begins at every offset. */
const RESTART = -1;
const RESTART_AFTER = -2;
/** The offset of the moment, as loops note it. */
const HERE = 0;
const LATER = 1;

export interface AutomatonOptions {
  /** Along the text, or against it. */
  readonly backward: boolean;
  /** Whether an attempt begins at every offset, or only at the first. */
  readonly anchored: boolean;
  /** Every match counts, however little preferred; else a match ends what is less preferred. */
  readonly everyMatch: boolean;
  /** Only a match at the text's edge counts. */
  readonly whole: boolean;
  /** Lookarounds by number, for the bits of a symbol. */
  readonly looks: ReadonlyMap<Node, number>;
  readonly sideLooks: ReadonlyMap<Node, SideLook>;
  /** The memory that the table lies in, and whether states are skipped through there. */
  readonly kernel?: Kernel | undefined;
  readonly skips?: boolean;
}

export class Automaton {
  /** Symbols: classes, then (where it matters) the same for the last character of the text, then the text's edge. */
  readonly edge: number;
  /** Added to a symbol for each set of lookarounds that hold. */
  readonly symbols: number;
  /** Transitions, a row a state, by symbol; −1 where not known yet. */
  table: Int32Array = new Int32Array(0);
  /** Goes up when the table is thrown away: rows from before mean nothing any more. */
  generation = 0;
  /** A row's number, as a power of two, is its state's number times this power. */
  readonly strideLog: number;
  /** The classes of a last character begin here; 0 where they are the same as others. */
  readonly lastSymbols: number;
  private readonly program: Program;
  private readonly partition: Partition;
  private readonly states: StateSpace;
  private readonly options: AutomatonOptions;
  private readonly stride: number;
  /** Per state: its threads, what stands behind, whether a match here does not count. */
  private lists: Float64Array[] = [];
  private kinds: number[] = [];
  private notHere: boolean[] = [];
  private threadCount = 0;
  private readonly numbers = new Map<string, number>();
  private readonly starts = new Map<number, number>();
  /** What stands behind, told apart as far as assertions do: symbol → kind. */
  private readonly kindOf: Int32Array;
  private readonly kindSymbols: number[] = [];
  private readonly accepts: (Uint8Array | undefined)[] = [];
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
    this.registers = new Int32Array(program.registerCount).fill(-1);
    this.begin = states.number(0, LATER, this.registers);
    this.forget();
  }

  /** Bytes that the table holds at most are bounded; how many states it holds now. */
  get size(): number {
    return this.lists.length;
  }

  /** The row of the state before anything is read, with the symbol that stands behind. */
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

  /** Works out a transition. The table may be thrown away first; the row returned is one of the table as it is then. */
  extend(row: number, symbol: number): number {
    const state = (row & ROW) / this.stride;
    const threads = this.lists[state] as Float64Array;
    const kind = this.kinds[state] as number;
    const { leaves, matched } = this.close(threads, kind, symbol, this.notHere[state] as boolean);
    const side = symbol % this.symbols;
    const next = side === this.edge ? [] : this.step(leaves, side % this.partition.count);
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
    this.generation++;
    this.table = this.options.kernel?.table(this.options.backward ? 1 : 0) ?? new Int32Array(16 * this.stride);
    // The first state is the one where nothing is alive.
    this.intern([], 0, false);
    this.table.fill(DEAD, 0, this.stride);
  }

  private intern(threads: readonly number[], kind: number, notHere: boolean): number {
    // Nothing alive is one state, whatever stands behind.
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
    const marked = row | (row > 0 && this.skipsThrough(row / this.stride) ? SKIPS : 0);
    this.numbers.set(key, marked);
    return marked;
  }

  /** Whether a state stays as it is on most characters; then the kernel is told on which it does not. */
  private skipsThrough(state: number): boolean {
    const { kernel, skips, looks } = this.options;
    if (!kernel || !skips || looks.size > 0 || state >= MAX_SKIPPED_STATES || this.notHere[state]) return false;
    const threads = this.lists[state] as Float64Array;
    const kind = this.kinds[state] as number;
    const read = (from: { readonly threads: Float64Array; readonly kind: number }, symbol: number) => {
      const { leaves, matched } = this.close(from.threads, from.kind, symbol, false);
      const next = Float64Array.from(this.step(leaves, symbol));
      return { threads: next, kind: this.kindOf[symbol] as number, matched, key: `${matched}${this.kindOf[symbol]}:${next.join()}` };
    };
    const own = `false${kind}:${threads.join()}`;
    const ways = this.partition.samples.map((_, symbol) => read({ threads, kind }, symbol));
    const leaving = ways.filter(({ key }) => key !== own);
    const leaves = (character: number): boolean => ways[this.partition.latin[character] as number]?.key !== own;
    let staying = 0;
    for (let c = 0; c < 0x80; c++) if (!leaves(c)) staying++;
    if (staying < MOST_OF_ASCII) return false;
    // A character after one that leaves does not matter where it leads to the same state from there as from here.
    const matter = ways.map(({ key }, symbol) => leaving.some((way) => way.matched || read(way, symbol).key !== key));
    kernel.setSkip(state, leaves, (character) => matter[this.partition.latin[character] as number] as boolean);
    return true;
  }

  /** Whether a set holds the class of a symbol. */
  private held(set: number, symbol: number): boolean {
    return this.holds(this.program.sets[set] as CharSet, symbol);
  }

  private holds(set: CharSet, symbol: number): boolean {
    return symbol !== this.edge && contains(set, this.partition.samples[symbol % this.partition.count] as number);
  }

  /** The threads that stand before an item, in order, once all that takes no text has been done; and whether one is through. */
  private close(threads: Float64Array, kind: number, symbol: number, notHere: boolean): { leaves: number[]; matched: boolean } {
    const { everyMatch, whole, backward } = this.options;
    const ahead = symbol % this.symbols;
    const bits = (symbol - ahead) / this.symbols;
    const behind = this.kindSymbols[kind] as number;
    const [before, after] = backward ? [ahead, behind] : [behind, ahead];
    const leaves: number[] = [];
    const seen = new Set<number>();
    const pending = Array.from(threads).reverse();
    let matched = false;
    while (pending.length > 0) {
      const thread = pending.pop() as number;
      if (seen.has(thread)) continue;
      seen.add(thread);
      if (thread === RESTART) {
        pending.push(RESTART_AFTER, this.begin);
        continue;
      }
      if (thread === RESTART_AFTER) {
        leaves.push(RESTART);
        continue;
      }
      const pc = this.states.instructionOf(thread);
      if (this.program.code[pc * INSTRUCTION_WIDTH] === Op.Match) {
        if (notHere || (whole && ahead !== this.edge)) continue;
        matched = true;
        if (!everyMatch) break;
      } else if (!this.pass(thread, pc, before, after, bits, pending)) leaves.push(thread);
    }
    return { leaves, matched };
  }

  /** Does an instruction that takes no text: what comes after it is pending. False where it is an item that takes some. */
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
        if (this.asserts(a, b, before, after)) go(pc + 1);
        return true;
      case Op.Enter: {
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
        return unknownOperation(operation);
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
    const { states, registers } = this;
    const next: number[] = [];
    const seen = new Set<number>();
    for (const thread of leaves) {
      let to = RESTART;
      if (thread !== RESTART) {
        const pc = states.instructionOf(thread);
        if ((this.acceptsOf(pc)[character] as number) === 0) continue;
        states.load(thread, pc, HERE, registers);
        to = states.number(pc + 1, LATER, registers);
      }
      if (!seen.has(to)) next.push(to);
      seen.add(to);
    }
    return next;
  }

  /** For each class, whether the item takes it. */
  private acceptsOf(pc: number): Uint8Array {
    let accepts = this.accepts[pc];
    if (!accepts) {
      const { code, sets } = this.program;
      const operation = code[pc * INSTRUCTION_WIDTH];
      const a = code[pc * INSTRUCTION_WIDTH + 1] as number;
      const unit = operation === Op.Unit || operation === Op.UnitBack;
      accepts = Uint8Array.from(this.partition.samples, (sample) => Number(unit ? sample === a : contains(sets[a] as readonly number[], sample)));
      this.accepts[pc] = accepts;
    }
    return accepts;
  }
}

/** The assertions of a program, each with the set that it goes by. */
function assertionsOf({ code }: Program): { assertion: Assertion; set: number }[] {
  const found = new Map<string, { assertion: Assertion; set: number }>();
  for (let i = 0; i < code.length; i += INSTRUCTION_WIDTH) {
    if (code[i] !== Op.Assert) continue;
    const [a, set] = [code[i + 1] as number, code[i + 2] as number];
    found.set(`${a} ${set}`, { assertion: assertionOf(a), set });
  }
  return [...found.values()];
}
