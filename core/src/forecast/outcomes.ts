/**
 * What comes of a state at an offset: how many steps the backtracking machine takes from there until that way has
 * failed or is through, counted without taking them.
 *
 * The outcome of a (state, offset) pair is worked out once and remembered, so the work is bounded by the number of
 * pairs, however many steps they stand for: memoised backtracking as in Davis, Servant and Lee, "Using Selective
 * Memoization to Defeat Regular Expression Denial of Service" (2021), with enclosures as runs of their own as in
 * Fujinami and Hasuo, "Efficient Matching with Memoization for Regexes with Look-around and Atomic Grouping" (2024).
 * With back-references what the groups hold is part of the state, as far as it can still be asked for.
 * Pairs wait on a list for the pairs they need; nothing recurses on the host's stack.
 */
import { Items } from "../machine/items.ts";
import { choiceAt } from "../program/flow.ts";
import { Op, type Operation, refuseOperation } from "../program/operations.ts";
import { type Enclosure, FAILS, INSTRUCTION_WIDTH, type Loop, type Program } from "../program/program.ts";
import { beginIteration, closeGroup, endIteration, enterLoop, forcedWay, oneHasTakenPart, openGroup } from "../program/registers.ts";
import { StateSpace } from "../program/states.ts";
import { Held } from "./held.ts";

/** Steps, as a number while it is exact and as a bigint beyond. */
export type Count = number | bigint;

export function plus(one: Count, other: Count): Count {
  if (typeof one === "number" && typeof other === "number") {
    const sum = one + other;
    if (Number.isSafeInteger(sum)) return sum;
  }
  return BigInt(one) + BigInt(other);
}

/** About 100 bytes a pair: half a GiB at most. */
const MAX_PAIRS = 5_000_000;

/** A way that ended: where it was through, or −1; whether saved states are left; groups of conditions that took part. */
interface Way {
  steps: Count;
  /** Whether it came to a match, where each is a candidate and all ways are tried. */
  found: boolean;
  end: number;
  pending: boolean;
  bits: number;
  /** What groups hold that references may still ask for, where an enclosure is through. */
  held: number;
}

/** With more of them, those that hang on what groups hold are forgotten when the next attempt begins. */
const HELD_PAIRS_KEPT = 100_000;

/** States beyond this, with an offset beside them, are no exact numbers any more. */
const LAST_STATE = 2 ** 28;

/** Instructions on the way to one match: a second or two at most. Loops in loops make turns that take nothing, each of them of as many. */
const MAX_RETRACED = 50_000_000;

const PENDING = 1;
const FIRST_WAY = 2;
const FOUND = 4;

/** How the run at hand may end. */
export interface Ending {
  /** Only at the text's end. */
  readonly whole: boolean;
  /** Not at this offset, where nothing has been taken; −1 where that is no matter. */
  readonly notAt: number;
}

export class Outcomes {
  /** Instructions followed so far. */
  work = 0;
  /** Set when there are more pairs than there is room for. */
  full = false;
  private readonly program: Program;
  private readonly states: StateSpace;
  /** Where there are references. */
  private readonly held: Held | undefined;
  private readonly items: Items;
  private readonly registers: Int32Array;
  /** Whether a back-reference counts as many steps more as it compares code units. */
  private readonly comparisons: boolean;
  /** Whether a match is a candidate, and all ways are tried. */
  private readonly triesAll: boolean;
  /** Pair → its row below. The second table is for pairs that the offset where nothing may end has a say in. */
  private readonly rows = new Map<number, number>();
  private readonly rowsThere = new Map<number, number>();
  private readonly steps: Count[] = [];
  private ends = new Int32Array(1024);
  private bits = new Int32Array(1024);
  private helds = new Int32Array(1024);
  private flags = new Uint8Array(1024);
  /** Pairs that wait: instruction, offset, state. */
  private readonly waiting: number[] = [];
  private ending: Ending = { whole: false, notAt: -1 };
  /** What `follow` found. */
  private readonly way: Way = { steps: 0, found: false, end: -1, pending: false, bits: 0, held: 0 };

  private constructor(program: Program, states: StateSpace, held: Held | undefined, text: string, comparisons: boolean) {
    this.comparisons = comparisons;
    this.triesAll = program.preference === "longest";
    this.program = program;
    this.states = states;
    this.held = held;
    this.items = new Items(program, text);
    this.registers = new Int32Array(program.registerCount).fill(-1);
  }

  /** Undefined where the program has more states, or more references, than can be told apart. */
  static of(program: Program, text: string, comparisons = false): Outcomes | undefined {
    // Which of the ways is the best one is not known by outcomes, and with references nothing else tells.
    if (program.preference === "longest" && program.references.length > 0) return undefined;
    const states = StateSpace.of(program);
    if (!states || program.references.length === 0) return states && new Outcomes(program, states, undefined, text, comparisons);
    const held = Held.of(program);
    return held && new Outcomes(program, states, held, text, comparisons);
  }

  /** Begins the run from the program's start at an offset. */
  begin(ending: Ending): void {
    // What groups held in another attempt is seldom what they hold in this one.
    if (this.held && this.steps.length > HELD_PAIRS_KEPT) this.forget();
    if (ending.notAt >= 0 || this.ending.notAt >= 0) this.rowsThere.clear();
    this.ending = ending;
    this.waiting.length = 0;
  }

  /**
   * Works until `work` has reached about the bound. Returns the outcome of the run that begins at the offset, or
   * undefined where it needs more.
   */
  advance(at: number, bound: number): Readonly<Way> | undefined {
    for (;;) {
      const depth = this.waiting.length;
      if (depth === 0) {
        this.registers.fill(-1);
        if (this.follow(0, at)) return this.way;
      }
      if (this.work >= bound || this.full) return undefined;
      if (depth > 0) this.settle(depth - 3);
    }
  }

  /** Works on the pair that waits at the index: its outcome is remembered, or the pair it needs waits after it. */
  private settle(index: number): void {
    const [pc, at, state] = [this.waiting[index] as number, this.waiting[index + 1] as number, this.waiting[index + 2] as number];
    const word = pc * INSTRUCTION_WIDTH;
    const operation = this.program.code[word];
    this.load(state, pc, at);
    if (operation === Op.Enter) {
      if (!this.follow(pc + 1, at)) return;
      this.remember(state, at, this.way, false);
      this.waiting.length = index;
      return;
    }
    const { first, second } = choiceAt(this.program, pc);
    if (!this.follow(first, at)) return;
    const { way } = this;
    const firstWay = way.end >= 0;
    if (firstWay) way.pending = true;
    else {
      const { steps, found } = way;
      this.load(state, pc, at);
      if (!this.follow(second, at)) return;
      way.steps = plus(plus(steps, 1), way.steps);
      way.found ||= found;
    }
    way.steps = plus(way.steps, 1);
    this.remember(state, at, way, firstWay);
    this.waiting.length = index;
  }

  private row(state: number, at: number): number | undefined {
    const table = at === this.ending.notAt ? this.rowsThere : this.rows;
    return table.get(state * (this.items.text.length + 1) + at);
  }

  private remember(state: number, at: number, { steps, found, end, pending, bits, held }: Way, firstWay: boolean): void {
    const row = this.steps.length;
    if (row >= MAX_PAIRS || this.held?.full || state >= LAST_STATE) {
      this.full = true;
      return;
    }
    if (row >= this.ends.length) {
      this.ends = grown(this.ends);
      this.bits = grown(this.bits);
      this.helds = grown(this.helds);
      const flags = new Uint8Array(2 * this.flags.length);
      flags.set(this.flags);
      this.flags = flags;
    }
    this.steps.push(steps);
    this.ends[row] = end;
    this.bits[row] = bits;
    this.helds[row] = held;
    this.flags[row] = (pending ? PENDING : 0) | (firstWay ? FIRST_WAY : 0) | (found ? FOUND : 0);
    const table = at === this.ending.notAt ? this.rowsThere : this.rows;
    table.set(state * (this.items.text.length + 1) + at, row);
  }

  /** The number of the state at an instruction, and of what is held there. */
  private number(pc: number, at: number): number {
    const { states, held, registers } = this;
    const state = states.number(pc, at, registers);
    return held ? held.number(pc, registers) * states.size + state : state;
  }

  private load(number: number, pc: number, at: number): void {
    const { states, held, registers } = this;
    states.load(held ? number % states.size : number, pc, at, registers);
    held?.load(Math.floor(number / states.size), pc, registers);
  }

  private forget(): void {
    this.rows.clear();
    this.rowsThere.clear();
    this.steps.length = 0;
    this.held?.clear();
  }

  /** The pair's row; where there is none yet the pair waits from now on. */
  private need(pc: number, at: number): number {
    const state = this.number(pc, at);
    const row = this.row(state, at);
    if (row === undefined) this.waiting.push(pc, at, state);
    return row ?? -1;
  }

  /**
   * Follows the only way there is from an instruction until it ends or parts; what comes of it is in `way`. False where
   * a pair is needed that is not known yet.
   */
  private follow(from: number, offset: number): boolean {
    const { program, registers, items, way } = this;
    const { code, loops, enclosures, slots } = program;
    let [pc, at] = [from, offset];
    let steps: Count = 0;
    const ended = (end: number, more: Count): boolean => {
      way.steps = plus(steps, more);
      way.end = end;
      way.found = false;
      way.pending = false;
      way.bits = end >= 0 ? this.states.groupBits(registers) : 0;
      return true;
    };
    for (;;) {
      this.work++;
      const word = pc * INSTRUCTION_WIDTH;
      const a = code[word + 1] as number;
      const operation = code[word] as Operation;
      switch (operation) {
        case Op.Assert:
          if (!items.asserts(a, code[word + 2] as number, at)) return ended(-1, 1);
          steps = plus(steps, 1);
          pc++;
          break;
        case Op.Jump:
          pc = a;
          break;
        case Op.Open:
          openGroup(a, at, registers, slots.length);
          steps = plus(steps, 1);
          pc++;
          break;
        case Op.Close:
          closeGroup(a, at, registers, slots.length);
          steps = plus(steps, 1);
          pc++;
          break;
        case Op.LoopEnter:
          enterLoop(loops[a] as Loop, registers);
          pc++;
          break;
        case Op.LoopTry: {
          const forced = forcedWay(loops[a] as Loop, at, registers);
          if (forced !== 0) {
            pc = forced > 0 ? pc + 1 : (code[word + 2] as number);
            break;
          }
          const row = this.need(pc, at);
          return row >= 0 && this.rest(row, steps);
        }
        case Op.Branch: {
          const row = this.need(pc, at);
          return row >= 0 && this.rest(row, steps);
        }
        case Op.LoopBegin:
          beginIteration(loops[a] as Loop, at, registers);
          pc++;
          break;
        case Op.LoopNext:
          if (!endIteration(loops[a] as Loop, at, registers)) return ended(-1, 1);
          steps = plus(steps, 1);
          pc = code[word + 2] as number;
          break;
        case Op.Enter: {
          const row = this.need(pc, at);
          if (row < 0) return false;
          const { kind, leave, held, failed } = enclosures[a] as Enclosure;
          const end = this.ends[row] as number;
          steps = plus(steps, this.steps[row] as Count);
          if (kind !== "possessive") steps = plus(steps, 1);
          if (end >= 0) {
            if ((this.flags[row] as number) & PENDING) steps = plus(steps, 1);
            if (held === FAILS) return ended(-1, 1);
            if (kind !== "possessive") steps = plus(steps, 1);
            if (kind !== "look") at = end;
            this.states.loadGroupBits(this.bits[row] as number, registers);
            this.held?.load(this.helds[row] as number, leave, registers);
            pc = held;
          } else {
            if (failed === FAILS) return ended(-1, kind === "look" ? 1 : 0);
            steps = plus(steps, 1);
            pc = failed;
          }
          break;
        }
        case Op.Leave:
          ended(at, 0);
          if (this.held) way.held = this.held.number(pc, registers);
          return true;
        case Op.Match:
          if ((this.ending.whole && at !== items.text.length) || at === this.ending.notAt) return ended(-1, 1);
          if (!this.triesAll) return ended(at, 1);
          // A candidate: the other ways are tried as if it had failed.
          ended(-1, 1);
          way.found = true;
          return true;
        case Op.StepBack: {
          const to = items.stepBack(a, at);
          if (to < 0) return ended(-1, 1);
          at = to;
          pc++;
          break;
        }
        case Op.Reference: {
          const to = items.refer(a, at, code[word + 2] === 1, registers);
          if (this.comparisons) steps = plus(steps, items.compared);
          if (to < 0) return ended(-1, 1);
          steps = plus(steps, 1);
          at = to;
          pc++;
          break;
        }
        case Op.Condition:
          steps = plus(steps, 1);
          pc = oneHasTakenPart(program.asked[a] as readonly number[], registers) ? pc + 1 : (code[word + 2] as number);
          break;
        case Op.Unit:
        case Op.UnitBack:
        case Op.Set:
        case Op.SetBack:
        case Op.SetPoint:
        case Op.SetPointBack: {
          const to = items.take(pc, at);
          if (to < 0) return ended(-1, 1);
          steps = plus(steps, 1);
          at = to;
          pc++;
          break;
        }
        default:
          refuseOperation(operation);
      }
    }
  }

  /** Ends a way with what is remembered of the pair it comes to. */
  private rest(row: number, steps: Count): boolean {
    const { way } = this;
    way.steps = plus(steps, this.steps[row] as Count);
    way.end = this.ends[row] as number;
    way.bits = this.bits[row] as number;
    way.held = this.helds[row] as number;
    way.pending = ((this.flags[row] as number) & PENDING) !== 0;
    way.found = ((this.flags[row] as number) & FOUND) !== 0;
    return true;
  }

  /**
   * Goes the way that was through once more, from the program's start at an offset whose outcome is known, and leaves
   * the captures in the registers, which are returned; undefined where that way is too long to be gone.
   */
  retrace(from: number): Int32Array | undefined {
    const { program, registers, items } = this;
    const { code, loops, enclosures, slots } = program;
    registers.fill(-1);
    if (slots.length === 0) return registers;
    let gone = 0;
    /** Enclosures around the reading place: where each was entered. */
    const around: number[] = [];
    const rowAt = (pc: number, at: number): number => this.row(this.number(pc, at), at) as number;
    let [pc, at] = [0, from];
    for (;;) {
      if (++gone > MAX_RETRACED) return undefined;
      const word = pc * INSTRUCTION_WIDTH;
      const a = code[word + 1] as number;
      const b = code[word + 2] as number;
      const operation = code[word] as Operation;
      let next = pc + 1;
      switch (operation) {
        case Op.Match:
          return registers;
        case Op.Branch:
          next = this.wayTaken(pc, rowAt(pc, at));
          break;
        case Op.LoopTry: {
          const forced = forcedWay(loops[a] as Loop, at, registers);
          next = forced > 0 ? pc + 1 : forced < 0 ? b : this.wayTaken(pc, rowAt(pc, at));
          break;
        }
        case Op.Enter: {
          const { held, failed } = enclosures[a] as Enclosure;
          if (failed !== FAILS && (held === FAILS || (this.ends[rowAt(pc, at)] as number) < 0)) next = failed;
          else around.push(at);
          break;
        }
        case Op.Leave: {
          const entered = around.pop() as number;
          const { kind, held } = enclosures[a] as Enclosure;
          if (kind === "look") at = entered;
          next = held;
          break;
        }
        case Op.LoopNext:
          endIteration(loops[a] as Loop, at, registers);
          next = b;
          break;
        case Op.Jump:
          next = a;
          break;
        case Op.Condition:
          if (!oneHasTakenPart(program.asked[a] as readonly number[], registers)) next = b;
          break;
        case Op.Open:
          openGroup(a, at, registers, slots.length);
          break;
        case Op.Close:
          closeGroup(a, at, registers, slots.length);
          break;
        case Op.LoopEnter:
          enterLoop(loops[a] as Loop, registers);
          break;
        case Op.LoopBegin:
          beginIteration(loops[a] as Loop, at, registers);
          break;
        case Op.StepBack:
          at = items.stepBack(a, at);
          break;
        case Op.Reference:
          at = items.refer(a, at, b === 1, registers);
          break;
        case Op.Assert:
          break;
        case Op.Unit:
        case Op.UnitBack:
        case Op.Set:
        case Op.SetBack:
        case Op.SetPoint:
        case Op.SetPointBack:
          at = items.take(pc, at);
          break;
        default:
          refuseOperation(operation);
      }
      pc = next;
    }
  }

  /** Where the way that was through goes on from a choice. */
  private wayTaken(pc: number, row: number): number {
    const { first, second } = choiceAt(this.program, pc);
    return (this.flags[row] as number) & FIRST_WAY ? first : second;
  }
}

function grown(array: Int32Array<ArrayBuffer>): Int32Array<ArrayBuffer> {
  const out = new Int32Array(2 * array.length);
  out.set(array);
  return out;
}
