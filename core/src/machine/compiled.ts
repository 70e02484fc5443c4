/**
 * A program as WebAssembly: the backtracking machine's own loop for a run that is long and not recorded. It takes the
 * very same steps, in the same order, and counts them; only what an instruction means is no longer looked up each time.
 *
 * The instructions stand one behind the other in nested blocks, so that going on is falling through, a jump ahead is a
 * branch, and only a jump back or a backtrack goes by the table at the top. The machine's registers, saved states and
 * undo log lie in the module's memory; a run can be stopped and gone on with at every backtrack and every new turn.
 */

import { ASSERTIONS, captureRegister, INSTRUCTION_WIDTH, type Loop, Op, openRegister, type Program, type Reference, UNBOUNDED } from "../program/program.ts";
import type { AssertionKind } from "../syntax/tree.ts";
import { assemble, op } from "./assembler.ts";
import { type HostMemory, host } from "./host.ts";
import type { Items } from "./items.ts";

/** Longer programs take longer to compile than they save. */
const MAX_COMPILED = 1_000;
const LATIN = 256;
const PAGE = 0x10000;
const STATE_BYTES = 12;
const CHANGE_BYTES = 8;

/** Why a call came back. */
export const Came = { Bound: 0, Match: 1, Failed: 2, States: 3, Changes: 4 } as const;

/** The attempt, its mismatch and its end. */
const STEPS_OF_HOPELESS = 3;

/** Numbers that live across calls, in the order in which they lie at the start of the memory. */
const FIELDS = ["pc", "at", "left", "states", "changes", "reach", "deepest", "backtracks", "attempt", "attempts", "attemptLeft"] as const;
type Field = (typeof FIELDS)[number];
const REGISTERS = 0x100;

/** Operations that are compiled; a program with any other runs on the interpreter. */
const COMPILED: ReadonlySet<number> = new Set([
  Op.Unit,
  Op.Set,
  Op.SetPoint,
  Op.Assert,
  Op.Reference,
  Op.Branch,
  Op.Jump,
  Op.Open,
  Op.Close,
  Op.LoopEnter,
  Op.LoopTry,
  Op.LoopBegin,
  Op.LoopNext,
  Op.Match,
]);

interface Layout {
  readonly latin: number;
  readonly text: number;
  readonly states: number;
  readonly stateLimit: number;
  readonly changes: number;
  readonly changeLimit: number;
  readonly bytes: number;
}

type Run = (length: number, stateBase: number, stateLimit: number, changeBase: number, changeLimit: number, notEmpty: number, anchored: number) => number;

interface Compiled {
  readonly module: unknown;
  readonly latin: number;
  readonly text: number;
}

const compiledPrograms = new WeakMap<Program, Compiled | null>();

/** Whether and how a program is compiled; worked out once. Null where it cannot be. */
function compiledOf(program: Program, whole: boolean): Compiled | null {
  // Only the way that asks for the whole text has code of its own; it is rare enough not to be kept.
  const known = whole ? undefined : compiledPrograms.get(program);
  if (known !== undefined) return known;
  const made = compile(program, whole);
  if (!whole) compiledPrograms.set(program, made);
  return made;
}

function compile(program: Program, whole: boolean): Compiled | null {
  const count = program.code.length / INSTRUCTION_WIDTH;
  if (!host.WebAssembly || count > MAX_COMPILED) return null;
  for (let pc = 0; pc < count; pc++) {
    const operation = program.code[pc * INSTRUCTION_WIDTH] as number;
    if (!COMPILED.has(operation)) return null;
    if (operation === Op.Reference && program.code[pc * INSTRUCTION_WIDTH + 2] === 1) return null;
  }
  const latin = align(REGISTERS + 4 * program.registerCount);
  const text = align(latin + program.latin.length);
  try {
    return { module: new host.WebAssembly.Module(new Writer(program, whole, latin, text).module()), latin, text };
  } catch {
    // A policy may forbid compiling; the interpreter does the same work.
    return null;
  }
}

const align = (bytes: number): number => (bytes + 63) & ~63;

// Locals of the one function: parameters first.
const [LENGTH, STATE_BASE, STATE_LIMIT, CHANGE_BASE, CHANGE_LIMIT, NOT_EMPTY, ANCHORED] = [0, 1, 2, 3, 4, 5, 6];
const LOCAL: Readonly<Record<Field, number>> = {
  pc: 7,
  at: 8,
  left: 9,
  states: 10,
  changes: 11,
  reach: 12,
  deepest: 13,
  backtracks: 14,
  attempt: 15,
  attempts: 16,
  attemptLeft: 17,
};
const [UNIT, TEMP, OTHER, STATUS] = [18, 19, 20, 21];
const NUMBERS = 15;

/** Functions that the module calls: whether a set holds a character beyond Latin; whether an assertion holds; a back-reference. */
const HOLDS = 0;
const ASSERTS = 1;
const REFERS = 2;

const { pc: PC, at: AT, left: LEFT, states: STATES, changes: CHANGES, reach: REACH, deepest: DEEPEST, attempt: ATTEMPT } = LOCAL;

/** Writes the code of one program. `depth` counts the blocks that are open between the code and the block it leaves. */
class Writer {
  private readonly program: Program;
  private readonly whole: boolean;
  private readonly latin: number;
  private readonly text: number;
  private readonly count: number;

  constructor(program: Program, whole: boolean, latin: number, text: number) {
    this.program = program;
    this.whole = whole;
    this.latin = latin;
    this.text = text;
    this.count = program.code.length / INSTRUCTION_WIDTH;
  }

  module(): Uint8Array<ArrayBuffer> {
    // The innermost block holds the table; each instruction's code stands behind the end of a block around it.
    const targets = Array.from({ length: this.count }, (_, pc) => pc);
    let body: number[][] = [op.get(PC), op.table(targets, 0)];
    for (let pc = 0; pc < this.count; pc++) body = [op.block(...body), ...this.instruction(pc)];
    return assemble(
      [
        {
          name: "run",
          parameters: 7,
          numbers: NUMBERS,
          vectors: 0,
          body: [
            ...FIELDS.flatMap((field, i) => [op.i32(0), op.load(4 * i), op.set(LOCAL[field])]),
            // Out of the loop is out of the function; out of the block is a mismatch.
            op.block(op.loop(op.block(...body), ...this.backtrack())),
            ...FIELDS.flatMap((field, i) => [op.i32(0), op.get(LOCAL[field]), op.store(4 * i)]),
            op.get(STATUS),
          ],
        },
      ],
      [
        { name: "holds", parameters: 2 },
        { name: "asserts", parameters: 3 },
        { name: "refers", parameters: 2 },
      ],
    );
  }

  /** Branches out of an instruction's code; `inside` is how many more blocks deep it stands. */
  private fail(pc: number, inside = 0): number[] {
    return op.br(this.count - 1 - pc + inside);
  }

  private failIf(pc: number, inside = 0): number[] {
    return op.brIf(this.count - 1 - pc + inside);
  }

  /** Goes by the table at the top. */
  private again(pc: number, inside = 0): number[] {
    return op.br(this.count - pc + inside);
  }

  private leave(pc: number, why: number, inside = 0): number[] {
    return [...op.i32(why), ...op.set(STATUS), ...op.br(this.count + 1 - pc + inside)];
  }

  /** Goes to another instruction: ahead by leaving its block, back by the table. */
  private go(pc: number, to: number, inside = 0): number[] {
    if (to > pc) return op.br(to - pc - 1 + inside);
    return [...op.i32(to), ...op.set(PC), ...this.again(pc, inside)];
  }

  private readonly step: number[] = [...op.get(LEFT), ...op.i32(1), ...op.sub, ...op.set(LEFT)];

  private register(register: number): number[] {
    return [...op.i32(REGISTERS + 4 * register), ...op.load(0)];
  }

  /** Comes back for more room before the instruction is begun, where that many changes may not fit. */
  private roomForChanges(pc: number, changes: number, inside = 0): number[] {
    return [
      ...op.get(CHANGES),
      ...op.i32(changes),
      ...op.add,
      ...op.get(CHANGE_LIMIT),
      ...op.gtS,
      ...op.when(op.i32(pc), op.set(PC), this.leave(pc, Came.Changes, 1 + inside)),
    ];
  }

  /** Sets a register; what it held is noted where a saved state may want it back. */
  private set(register: number, value: number[]): number[] {
    const address = REGISTERS + 4 * register;
    const place = [...op.get(CHANGE_BASE), ...op.get(CHANGES), ...op.i32(CHANGE_BYTES), ...op.mul, ...op.add];
    return [
      ...op.get(STATES),
      ...op.when(
        place,
        op.tee(TEMP),
        op.i32(address),
        op.store(0),
        op.get(TEMP),
        op.i32(address),
        op.load(0),
        op.store(4),
        op.get(CHANGES),
        op.i32(1),
        op.add,
        op.set(CHANGES),
      ),
      ...op.i32(address),
      ...value,
      ...op.store(0),
    ];
  }

  /** Saves a state; comes back for more room first where there is none. */
  private save(pc: number, to: number, inside = 0): number[] {
    return [
      ...op.get(STATES),
      ...op.get(STATE_LIMIT),
      ...op.geS,
      ...op.when(op.i32(pc), op.set(PC), this.leave(pc, Came.States, 1 + inside)),
      ...op.get(STATE_BASE),
      ...op.get(STATES),
      ...op.i32(STATE_BYTES),
      ...op.mul,
      ...op.add,
      ...op.tee(TEMP),
      ...op.i32(to),
      ...op.store(0),
      ...op.get(TEMP),
      ...op.get(AT),
      ...op.store(4),
      ...op.get(TEMP),
      ...op.get(CHANGES),
      ...op.store(8),
      ...op.get(STATES),
      ...op.i32(1),
      ...op.add,
      ...op.set(STATES),
      ...this.step,
    ];
  }

  private unitAt(back: number): number[] {
    const index = back === 0 ? op.get(AT) : [...op.get(AT), ...op.i32(back), ...op.sub];
    return [...index, ...op.i32(1), ...op.shl, ...op.load16(this.text)];
  }

  /** Leaves 1 where the set holds the character in UNIT, else 0. */
  private holds(set: number): number[] {
    return op.either(
      [...op.get(UNIT), ...op.i32(LATIN), ...op.ltS],
      [...op.get(UNIT), ...op.load8(this.latin + LATIN * set)],
      [...op.i32(set), ...op.get(UNIT), ...op.call(HOLDS)],
    );
  }

  private instruction(pc: number): number[][] {
    const { code, loops, groups } = this.program;
    const word = pc * INSTRUCTION_WIDTH;
    const a = code[word + 1] as number;
    const b = code[word + 2] as number;
    const opened = openRegister(a, groups.length);
    switch (code[word]) {
      case Op.Unit:
      case Op.Set:
      case Op.SetPoint:
        return [this.item(pc, pc, 0)];
      case Op.Assert:
        return [this.step, this.asserts(a, b), op.eqz, this.failIf(pc)];
      case Op.Reference:
        return this.reference(pc, a);
      case Op.Branch:
        return [this.save(pc, a)];
      case Op.Jump:
        return [this.go(pc, a)];
      case Op.Open:
        return [this.roomForChanges(pc, 1), this.set(opened, op.get(AT)), this.step];
      case Op.Close: {
        // Along the text a group never ends before it begins.
        const capture = captureRegister(a);
        // Where it was opened is not asked for again before it is set again, so it can stay.
        return [this.roomForChanges(pc, 2), this.set(capture, this.register(opened)), this.set(capture + 1, op.get(AT)), this.step];
      }
      case Op.LoopEnter: {
        const loop = loops[a] as Loop;
        return [
          this.roomForChanges(pc, 2),
          loop.counter >= 0 ? this.set(loop.counter, op.i32(0)) : [],
          loop.emptyIsLast ? this.set(loop.begin, op.i32(-1)) : [],
        ];
      }
      case Op.LoopTry:
        return this.loopTry(pc, loops[a] as Loop, b);
      case Op.LoopBegin:
        return this.loopBegin(pc, loops[a] as Loop);
      case Op.LoopNext:
        return this.loopNext(pc, loops[a] as Loop, b);
      default:
        return this.match(pc);
    }
  }

  /** A back-reference; to one group whose letters are compared as they are without a call. */
  private reference(pc: number, number: number): number[][] {
    const { groups, folding, unsetIsEmpty } = this.program.references[number] as Reference;
    const [group] = groups;
    if (groups.length !== 1 || group === undefined || folding !== null) {
      return [this.step, op.i32(number), op.get(AT), op.call(REFERS), op.tee(TEMP), op.i32(0), op.ltS, this.failIf(pc), op.get(TEMP), op.set(AT)];
    }
    const unit = (local: number): number[] => [...op.get(local), ...op.i32(1), ...op.shl, ...op.load16(this.text)];
    const onwards = (local: number): number[] => [...op.get(local), ...op.i32(1), ...op.add, ...op.set(local)];
    return [
      this.step,
      this.register(captureRegister(group)),
      op.tee(TEMP),
      op.i32(0),
      op.ltS,
      op.when(unsetIsEmpty ? this.go(pc, pc + 1, 1) : this.fail(pc, 1)),
      this.register(captureRegister(group) + 1),
      op.set(OTHER),
      op.get(AT),
      op.set(UNIT),
      op.block(
        op.loop(
          op.get(TEMP),
          op.get(OTHER),
          op.geS,
          op.brIf(1),
          op.get(UNIT),
          op.get(LENGTH),
          op.geS,
          this.failIf(pc, 2),
          unit(TEMP),
          unit(UNIT),
          op.ne,
          this.failIf(pc, 2),
          onwards(TEMP),
          onwards(UNIT),
          op.br(0),
        ),
      ),
      op.get(UNIT),
      op.set(AT),
    ];
  }

  /** An item of one character, its code `inside` more blocks deep in that of the instruction `place`. */
  private item(pc: number, place: number, inside: number): number[] {
    const { code } = this.program;
    const operation = code[pc * INSTRUCTION_WIDTH];
    const a = code[pc * INSTRUCTION_WIDTH + 1] as number;
    const fail = this.failIf(place, inside);
    const atEnd = [...this.step, ...op.get(AT), ...op.get(LENGTH), ...op.geS, ...fail];
    const next = [...op.get(AT), ...op.i32(1), ...op.add];
    if (operation === Op.Unit) return [...atEnd, ...this.unitAt(0), ...op.i32(a), ...op.ne, ...fail, ...next, ...op.set(AT)];
    const character = operation === Op.Set ? [...this.unitAt(0), ...op.set(UNIT)] : this.point();
    const wide = operation === Op.Set ? [] : [...op.get(UNIT), ...op.i32(0xffff), ...op.gtS, ...op.add];
    return [...atEnd, ...character, ...this.holds(a), ...op.eqz, ...fail, ...next, ...wide, ...op.set(AT)];
  }

  /** Leaves 1 where the assertion holds, else 0; between two characters of Latin without a call. */
  private asserts(assertion: number, set: number): number[] {
    const kind = ASSERTIONS[assertion] as AssertionKind;
    if (kind === "text-start") return [...op.get(AT), ...op.eqz];
    if (kind === "text-end") return [...op.get(AT), ...op.get(LENGTH), ...op.eq];
    const call = [...op.i32(assertion), ...op.i32(set), ...op.get(AT), ...op.call(ASSERTS)];
    const fast = this.between(assertion, set);
    if (!fast) return call;
    const inside = [...op.get(AT), ...op.i32(0), ...op.gtS, ...op.get(AT), ...op.get(LENGTH), ...op.ltS, ...op.and];
    return op.either(inside, op.either(this.latinOnBothSides(), fast, call), call);
  }

  /** Puts the characters on either side into UNIT and OTHER; leaves 1 where both are of Latin. There must be some. */
  private latinOnBothSides(): number[] {
    return [...this.unitAt(1), ...op.tee(UNIT), ...this.unitAt(0), ...op.tee(OTHER), ...op.or, ...op.i32(LATIN), ...op.ltS];
  }

  /** Leaves 1 where the assertion holds between the Latin characters in UNIT and OTHER; undefined where more is asked for. */
  private between(assertion: number, set: number): number[] | undefined {
    const held = (unit: number): number[] => [...op.get(unit), ...op.load8(this.latin + LATIN * set)];
    const between: Partial<Record<AssertionKind, number[]>> = {
      "line-start": held(UNIT),
      "line-end": held(OTHER),
      "word-edge": [...held(UNIT), ...held(OTHER), ...op.ne],
      "not-word-edge": [...held(UNIT), ...held(OTHER), ...op.eq],
      "not-word-edge-in-text": [...held(UNIT), ...held(OTHER), ...op.eq],
    };
    return between[ASSERTIONS[assertion] as AssertionKind];
  }

  /** Puts the code point at the offset into UNIT. */
  private point(): number[] {
    return [
      ...this.unitAt(0),
      ...op.tee(UNIT),
      ...op.i32(0xfc00),
      ...op.and,
      ...op.i32(0xd800),
      ...op.eq,
      ...op.get(AT),
      ...op.i32(1),
      ...op.add,
      ...op.get(LENGTH),
      ...op.ltS,
      ...op.and,
      ...op.when(
        this.unitAt(-1),
        op.tee(TEMP),
        op.i32(0xfc00),
        op.and,
        op.i32(0xdc00),
        op.eq,
        op.when(op.get(UNIT), op.i32(0xd800), op.sub, op.i32(10), op.shl, op.get(TEMP), op.add, op.i32(0x10000 - 0xdc00), op.add, op.set(UNIT)),
      ),
    ];
  }

  /**
   * A greedy loop around one item of one character, as a loop without the table: most loops of most patterns. The same
   * steps as those of its three instructions.
   */
  private tightLoop(pc: number, loop: Loop, exit: number): number[][] {
    const { counter, min, max } = loop;
    const forced = [...this.register(counter), ...op.i32(min), ...op.ltS];
    const full = [...op.block(this.register(counter), op.i32(max), op.ltS, op.brIf(0), this.go(pc, exit, 2))];
    const increase = this.set(counter, [...this.register(counter), ...op.i32(1), ...op.add]);
    const choice = this.save(pc, exit, 1);
    const counts = counter >= 0;
    return [
      op.loop(
        counts ? this.roomForChanges(pc, 1, 1) : [],
        counts && max !== UNBOUNDED ? full : [],
        counts && min > 0 ? op.block(forced, op.brIf(0), this.save(pc, exit, 2)) : choice,
        this.item(pc + 1, pc, 1),
        this.step,
        counts ? (max === UNBOUNDED ? [...forced, ...op.when(increase)] : increase) : [],
        op.get(LEFT),
        op.i32(0),
        op.gtS,
        op.brIf(0),
      ),
      op.i32(pc),
      op.set(PC),
      this.leave(pc, Came.Bound),
    ];
  }

  private loopTry(pc: number, loop: Loop, exit: number): number[][] {
    const { code } = this.program;
    const operation = code[(pc + 1) * INSTRUCTION_WIDTH] as number;
    const single = operation === Op.Unit || operation === Op.Set || operation === Op.SetPoint;
    if (!loop.lazy && single && code[(pc + 2) * INSTRUCTION_WIDTH] === Op.LoopNext) return this.tightLoop(pc, loop, exit);
    const out: number[][] = [];
    if (loop.counter >= 0 && loop.min > 0) {
      out.push(op.block(this.register(loop.counter), op.i32(loop.min), op.geS, op.brIf(0), this.go(pc, pc + 1, 1)));
    }
    if (loop.counter >= 0 && loop.max !== UNBOUNDED) {
      out.push(op.block(this.register(loop.counter), op.i32(loop.max), op.ltS, op.brIf(0), this.go(pc, exit, 1)));
    }
    if (loop.emptyIsLast) out.push(op.block(this.register(loop.begin), op.get(AT), op.ne, op.brIf(0), this.go(pc, exit, 1)));
    return loop.lazy ? [...out, this.save(pc, pc + 1), this.go(pc, exit)] : [...out, this.save(pc, exit)];
  }

  private loopBegin(pc: number, loop: Loop): number[][] {
    const from = captureRegister(loop.clearFrom);
    const to = captureRegister(loop.clearTo);
    const out = [this.roomForChanges(pc, 1 + to - from)];
    if (loop.begin >= 0) {
      const note = this.set(loop.begin, op.get(AT));
      if (loop.emptyIsLast && loop.counter >= 0) out.push([...this.register(loop.counter), ...op.i32(loop.min), ...op.geS, ...op.when(note)]);
      else out.push(note);
    }
    for (let register = from; register < to; register++) {
      out.push([...this.register(register), ...op.i32(-1), ...op.ne, ...op.when(this.set(register, op.i32(-1)))]);
    }
    return out;
  }

  private loopNext(pc: number, loop: Loop, start: number): number[][] {
    const past = loop.counter < 0 ? op.i32(1) : [...this.register(loop.counter), ...op.i32(loop.min), ...op.geS];
    const out: number[][] = [this.roomForChanges(pc, 1), this.step];
    if (!loop.emptyIsLast && loop.begin >= 0) out.push([...this.register(loop.begin), ...op.get(AT), ...op.eq, ...past, ...op.and, ...this.failIf(pc)]);
    if (loop.counter >= 0) {
      const more = this.set(loop.counter, [...this.register(loop.counter), ...op.i32(1), ...op.add]);
      if (loop.max !== UNBOUNDED) out.push(more);
      else out.push([...past, ...op.eqz, ...op.when(more)]);
    }
    // A new turn is a place to stop at.
    out.push([...op.i32(start), ...op.set(PC), ...op.get(LEFT), ...op.i32(0), ...op.leS, ...op.when(this.leave(pc, Came.Bound, 1)), ...this.again(pc)]);
    return out;
  }

  private match(pc: number): number[][] {
    const empty = [...op.get(AT), ...op.get(NOT_EMPTY), ...op.eq, ...op.get(AT), ...op.get(ATTEMPT), ...op.eq, ...op.and];
    const short = this.whole ? [...op.get(AT), ...op.get(LENGTH), ...op.ne] : op.i32(0);
    return [this.step, empty, short, op.or, this.failIf(pc), this.leave(pc, Came.Match)];
  }

  /**
   * Attempts whose very first item does not match take three steps each: they are taken here, one after the other,
   * without going by the table. Characters beyond Latin are left to the instruction itself.
   */
  private hopeless(): number[] {
    const { code } = this.program;
    const [operation, a, b] = [code[0], code[1] as number, code[2] as number];
    const latinAhead = [...this.unitAt(0), ...op.tee(OTHER), ...op.i32(LATIN), ...op.ltS];
    let fails: number[] | undefined;
    if (operation === Op.Unit) fails = op.either(latinAhead, [...op.get(OTHER), ...op.i32(a), ...op.ne], op.i32(0));
    else if (operation === Op.Set || operation === Op.SetPoint) {
      fails = op.either(latinAhead, [...op.get(OTHER), ...op.load8(this.latin + LATIN * a), ...op.eqz], op.i32(0));
    } else if (operation === Op.Assert) {
      const fast = this.between(a, b);
      if (fast) fails = op.either(this.latinOnBothSides(), [...fast, ...op.eqz], op.i32(0));
    }
    if (!fails) return [];
    const { attempts } = LOCAL;
    const add = (local: number, value: number): number[] => [...op.get(local), ...op.i32(value), ...op.add, ...op.set(local)];
    return op.block(
      op.loop(
        op.get(ATTEMPT),
        op.tee(AT),
        op.get(LENGTH),
        op.geS,
        op.brIf(1),
        op.get(LEFT),
        op.i32(0),
        op.leS,
        op.brIf(1),
        fails,
        op.eqz,
        op.brIf(1),
        add(attempts, 1),
        add(LEFT, -STEPS_OF_HOPELESS),
        add(ATTEMPT, 1),
        op.br(0),
      ),
    );
  }

  /** What follows a mismatch; stands in the loop, outside the block that a mismatch leaves. */
  private backtrack(): number[][] {
    const { backtracks, attempts, attemptLeft } = LOCAL;
    const most = (local: number, value: number): number[] => [...op.get(value), ...op.get(local), ...op.gtS, ...op.when(op.get(value), op.set(local))];
    const leave = (why: number, depth: number): number[] => [...op.i32(why), ...op.set(STATUS), ...op.br(depth)];
    const increase = (local: number): number[] => [...op.get(local), ...op.i32(1), ...op.add, ...op.set(local)];
    const undo = op.block(
      op.loop(
        op.get(CHANGES),
        op.get(OTHER),
        op.leS,
        op.brIf(1),
        op.get(CHANGES),
        op.i32(1),
        op.sub,
        op.tee(CHANGES),
        op.i32(CHANGE_BYTES),
        op.mul,
        op.get(CHANGE_BASE),
        op.add,
        op.tee(TEMP),
        op.load(0),
        op.get(TEMP),
        op.load(4),
        op.store(0),
        op.br(0),
      ),
    );
    const registers = Array.from({ length: this.program.registerCount }, (_, register) => [
      ...op.i32(REGISTERS + 4 * register),
      ...op.i32(-1),
      ...op.store(0),
    ]).flat();
    const next = this.program.options.codePoints
      ? [...op.get(ATTEMPT), ...op.set(AT), ...this.point(), ...op.get(UNIT), ...op.i32(0xffff), ...op.gtS, ...op.get(ATTEMPT), ...op.add, ...op.set(ATTEMPT)]
      : [];
    return [
      most(REACH, AT),
      most(DEEPEST, STATES),
      op.get(STATES),
      op.eqz,
      op.when(
        this.step,
        op.get(ANCHORED),
        op.get(ATTEMPT),
        op.get(LENGTH),
        op.geS,
        op.or,
        op.when(leave(Came.Failed, 3)),
        next,
        increase(ATTEMPT),
        this.hopeless(),
        op.get(ATTEMPT),
        op.tee(AT),
        op.set(REACH),
        registers,
        op.i32(0),
        op.set(CHANGES),
        increase(attempts),
        op.get(LEFT),
        op.set(attemptLeft),
        this.step,
        op.i32(0),
        op.set(PC),
        op.get(LEFT),
        op.i32(0),
        op.leS,
        op.when(leave(Came.Bound, 3)),
        op.br(1),
      ),
      op.get(STATES),
      op.i32(1),
      op.sub,
      op.tee(STATES),
      op.i32(STATE_BYTES),
      op.mul,
      op.get(STATE_BASE),
      op.add,
      op.tee(TEMP),
      op.load(0),
      op.set(PC),
      op.get(TEMP),
      op.load(4),
      op.set(AT),
      op.get(TEMP),
      op.load(8),
      op.set(OTHER),
      undo,
      this.step,
      increase(backtracks),
      op.get(LEFT),
      op.i32(0),
      op.leS,
      op.when(leave(Came.Bound, 2)),
      op.br(0),
    ];
  }
}

/** What a run has come to, between two calls. */
export type Standing = { [K in Exclude<Field, "left" | "attemptLeft">]: number };

export class CompiledRun {
  registers: Int32Array;
  /** Steps that the last call took, and of them those of the attempt under way that it began, or −1 where it began before. */
  taken = 0;
  attemptTaken = -1;
  private readonly program: Program;
  private readonly run: Run;
  private readonly memory: HostMemory;
  private readonly length: number;
  private layout: Layout;
  private fields: Int32Array;

  private constructor(program: Program, items: Items, compiled: Compiled, text: string) {
    this.program = program;
    this.length = text.length;
    this.layout = layoutOf(compiled, text.length, 1 << 12, 1 << 12);
    const { WebAssembly } = host as Required<typeof host>;
    this.memory = new WebAssembly.Memory({ initial: Math.ceil(this.layout.bytes / PAGE) });
    const calls = {
      holds: (set: number, character: number) => Number(items.holds(set, character)),
      asserts: (assertion: number, set: number, at: number) => Number(items.asserts(assertion, set, at)),
      refers: (reference: number, at: number) => items.refer(reference, at, false, this.registers),
    };
    const instance = new WebAssembly.Instance(compiled.module as never, { host: { memory: this.memory, ...calls } as never });
    this.run = (instance.exports as { run: Run }).run;
    this.fields = new Int32Array(this.memory.buffer, 0, FIELDS.length);
    this.registers = new Int32Array(this.memory.buffer, REGISTERS, program.registerCount);
    new Uint8Array(this.memory.buffer, compiled.latin, program.latin.length).set(program.latin);
    copyText(text, new Uint16Array(this.memory.buffer, compiled.text, text.length));
  }

  /** The run, or undefined where the program is not compiled or there is no room. */
  static of(program: Program, items: Items, text: string, whole: boolean): CompiledRun | undefined {
    const compiled = compiledOf(program, whole);
    if (!compiled) return undefined;
    try {
      return new CompiledRun(program, items, compiled, text);
    } catch {
      // The host has no such room: the interpreter goes on.
      return undefined;
    }
  }

  /** Takes over from the interpreter: its standing, registers, saved states (four numbers each) and changes (two each). */
  take(standing: Standing, registers: Int32Array, states: Int32Array, changes: Int32Array): void {
    while (standing.states >= this.layout.stateLimit) this.grow(Came.States);
    while (standing.changes >= this.layout.changeLimit) this.grow(Came.Changes);
    this.put(standing);
    this.registers.set(registers);
    const memory = new Int32Array(this.memory.buffer);
    for (let i = 0; i < standing.states; i++) {
      memory.set(states.subarray(4 * i, 4 * i + 3), (this.layout.states + STATE_BYTES * i) / 4);
    }
    for (let i = 0; i < standing.changes; i++) {
      const place = (this.layout.changes + CHANGE_BYTES * i) / 4;
      memory[place] = REGISTERS + 4 * (changes[2 * i] as number);
      memory[place + 1] = changes[2 * i + 1] as number;
    }
  }

  /** Sets where the run stands. */
  put(standing: Standing): void {
    FIELDS.forEach((field, i) => {
      if (field !== "left" && field !== "attemptLeft") this.fields[i] = standing[field];
    });
  }

  /** Runs on for about so many steps; says why it came back, where `standing` is what it has come to. */
  advance(budget: number, standing: Standing, notEmptyAt: number, anchored: boolean): number {
    const steps = Math.min(budget, MOST_AT_ONCE);
    const [left, attemptLeft] = [FIELDS.indexOf("left"), FIELDS.indexOf("attemptLeft")];
    this.fields[left] = steps;
    this.fields[attemptLeft] = NONE;
    const { states, stateLimit, changes, changeLimit } = this.layout;
    const why = this.run(this.length, states, stateLimit, changes, changeLimit, notEmptyAt, Number(anchored));
    FIELDS.forEach((field, i) => {
      if (field !== "left" && field !== "attemptLeft") standing[field] = this.fields[i] as number;
    });
    // Both are kept at backtracks only, and the run may have come back from anywhere.
    standing.deepest = Math.max(standing.deepest, standing.states);
    standing.reach = Math.max(standing.reach, standing.at);
    this.put(standing);
    const over = this.fields[left] as number;
    const begun = this.fields[attemptLeft] as number;
    this.taken = steps - over;
    this.attemptTaken = begun === NONE ? -1 : begun - over;
    return why;
  }

  /** Doubles the room for saved states or for changes; false where it has as much as it may. */
  grow(what: number, limit = Number.POSITIVE_INFINITY): boolean {
    const { layout, memory } = this;
    const held = what === Came.States ? layout.stateLimit : layout.changeLimit;
    if (held >= limit) return false;
    const stateLimit = layout.stateLimit * (what === Came.States ? 2 : 1);
    const changeLimit = layout.changeLimit * (what === Came.Changes ? 2 : 1);
    const next = { ...layout, ...roomOf(layout.states, stateLimit, changeLimit) };
    try {
      memory.grow(Math.ceil(next.bytes / PAGE) - memory.buffer.byteLength / PAGE);
    } catch {
      return false;
    }
    const bytes = new Uint8Array(memory.buffer);
    bytes.copyWithin(next.changes, layout.changes, layout.changes + CHANGE_BYTES * layout.changeLimit);
    this.layout = next;
    this.fields = new Int32Array(memory.buffer, 0, FIELDS.length);
    this.registers = new Int32Array(memory.buffer, REGISTERS, this.program.registerCount);
    return true;
  }
}

/** Code units of a text; an encoder is the fast way to them where the text is ASCII. */
function copyText(text: string, units: Uint16Array): void {
  const bytes = new Uint8Array(text.length);
  const { read, written } = new host.TextEncoder().encodeInto(text, bytes);
  // As many bytes as characters, and all of them read: each is one byte.
  if (read === text.length && written === text.length) units.set(bytes);
  else for (let i = 0; i < text.length; i++) units[i] = text.charCodeAt(i);
}

/** Steps of one call at most: hosts compile a function well only after some calls, and change over between two of them. */
const MOST_AT_ONCE = 1 << 21;
const NONE = 0x7fffffff;

function layoutOf({ latin, text }: Compiled, length: number, stateLimit: number, changeLimit: number): Layout {
  // Two units beyond the end may be looked at.
  const states = align(text + 2 * length + 8);
  return { latin, text, states, ...roomOf(states, stateLimit, changeLimit) };
}

function roomOf(states: number, stateLimit: number, changeLimit: number): Pick<Layout, "stateLimit" | "changes" | "changeLimit" | "bytes"> {
  const changes = align(states + STATE_BYTES * stateLimit);
  return { stateLimit, changes, changeLimit, bytes: align(changes + CHANGE_BYTES * changeLimit) + PAGE };
}
