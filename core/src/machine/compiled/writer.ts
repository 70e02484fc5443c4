/**
 * A program as WebAssembly: the backtracking machine's own loop for a run that is long and not recorded. It takes the
 * very same steps, in the same order, and counts them; only what an instruction means is no longer looked up each time.
 *
 * The instructions stand one behind the other in nested blocks, so that going on is falling through, a jump ahead is a
 * branch, and only a jump back or a backtrack goes by the table at the top. The machine's registers, saved states and
 * undo log lie in the module's memory; a run can be stopped and gone on with at every backtrack and every new turn.
 */
import { operationAt } from "../../program/flow.ts";
import { Op, type Operation, unknownOperation } from "../../program/operations.ts";
import { captureRegister, INSTRUCTION_WIDTH, type Loop, openRegister, type Program, type Reference, UNBOUNDED } from "../../program/program.ts";
import { assemble, op } from "../assembler.ts";
import { Came, CHANGE_BYTES, FIELDS, type Form, LATIN, REGISTERS, STATE_BYTES } from "./layout.ts";
import { Letters } from "./letters.ts";
import {
  ANCHORED,
  AT,
  ATTEMPT,
  CHANGE_BASE,
  CHANGE_LIMIT,
  CHANGES,
  DEEPEST,
  LEFT,
  LENGTH,
  LOCAL,
  NOT_EMPTY,
  NUMBERS,
  OTHER,
  PC,
  REACH,
  REFERS,
  STATE_BASE,
  STATE_LIMIT,
  STATES,
  STATUS,
  TEMP,
  UNIT,
} from "./locals.ts";

/** Longer programs take longer to compile than they save. */
const MAX_COMPILED = 1_000;

/** Which operations are compiled; a program with any other runs on the interpreter. */
const COMPILED: Readonly<Record<Operation, boolean>> = {
  [Op.Unit]: true,
  [Op.UnitBack]: false,
  [Op.Set]: true,
  [Op.SetBack]: false,
  [Op.SetPoint]: true,
  [Op.SetPointBack]: false,
  [Op.Assert]: true,
  [Op.Reference]: true,
  [Op.Branch]: true,
  [Op.Jump]: true,
  [Op.Open]: true,
  [Op.Close]: true,
  [Op.LoopEnter]: true,
  [Op.LoopTry]: true,
  [Op.LoopBegin]: true,
  [Op.LoopNext]: true,
  [Op.Enter]: false,
  [Op.Leave]: false,
  [Op.Match]: true,
  [Op.StepBack]: false,
  [Op.Condition]: false,
};

/** The module's bytes, or null where the program is not compiled. */
export function writeModule(program: Program, form: Form): Uint8Array<ArrayBuffer> | null {
  const count = program.code.length / INSTRUCTION_WIDTH;
  if (count > MAX_COMPILED) return null;
  for (let pc = 0; pc < count; pc++) {
    const operation = operationAt(program, pc);
    if (!COMPILED[operation]) return null;
    if (operation === Op.Reference && program.code[pc * INSTRUCTION_WIDTH + 2] === 1) return null;
  }
  return new Writer(program, form).module();
}

/** What an attempt asks for first; it fails after so many steps in all. */
interface FirstCheck {
  /** Leaves 1 where it can be told from characters of Latin. */
  readonly known: number[];
  /** Leaves 1 where the attempt fails. */
  readonly fails: number[];
  readonly steps: number;
}

/** Writes the code of one program. `depth` counts the blocks that are open between the code and the block it leaves. */
class Writer {
  private readonly program: Program;
  private readonly whole: boolean;
  private readonly letters: Letters;
  private readonly count: number;

  constructor(program: Program, { whole, narrow }: Form) {
    this.program = program;
    this.whole = whole;
    this.letters = new Letters(program, narrow);
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

  private add(local: number, value: number): number[] {
    return [...op.get(local), ...op.i32(value), ...op.add, ...op.set(local)];
  }

  /** Notes how far the attempt has come, and how many states it holds: both are most where it turns back. */
  private keepMost(): number[] {
    const most = (local: number, value: number): number[] => [...op.get(value), ...op.get(local), ...op.gtS, ...op.when(op.get(value), op.set(local))];
    return [...most(REACH, AT), ...most(DEEPEST, STATES)];
  }

  /** Leaves the address of the state saved last. */
  private newest(): number[] {
    return [...op.get(STATE_BASE), ...op.get(STATES), ...op.i32(1), ...op.sub, ...op.i32(STATE_BYTES), ...op.mul, ...op.add];
  }

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

  private instruction(pc: number): number[][] {
    const { code, loops, slots } = this.program;
    const word = pc * INSTRUCTION_WIDTH;
    const a = code[word + 1] as number;
    const b = code[word + 2] as number;
    const opened = openRegister(a, slots.length);
    const operation = code[word] as Operation;
    switch (operation) {
      case Op.Unit:
      case Op.Set:
      case Op.SetPoint:
        return [this.item(pc, this.failIf(pc))];
      case Op.Assert:
        return [this.step, this.letters.asserts(a, b), op.eqz, this.failIf(pc)];
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
      case Op.Match:
        return this.match(pc);
      case Op.UnitBack:
      case Op.SetBack:
      case Op.SetPointBack:
      case Op.Enter:
      case Op.Leave:
      case Op.StepBack:
      case Op.Condition:
        throw new RangeError(`Operation ${operation} is not compiled.`);
      default:
        return unknownOperation(operation);
    }
  }

  /** A back-reference; to one group whose letters are compared as they are without a call. */
  private reference(pc: number, number: number): number[][] {
    const { slots, folding, unsetIsEmpty } = this.program.references[number] as Reference;
    const [slot] = slots;
    if (slots.length !== 1 || slot === undefined || folding !== null) {
      return [this.step, op.i32(number), op.get(AT), op.call(REFERS), op.tee(TEMP), op.i32(0), op.ltS, this.failIf(pc), op.get(TEMP), op.set(AT)];
    }
    const onwards = (local: number): number[] => [...op.get(local), ...op.i32(1), ...op.add, ...op.set(local)];
    return [
      this.step,
      this.register(captureRegister(slot)),
      op.tee(TEMP),
      op.i32(0),
      op.ltS,
      op.when(unsetIsEmpty ? this.go(pc, pc + 1, 1) : this.fail(pc, 1)),
      this.register(captureRegister(slot) + 1),
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
          this.letters.unitOf(op.get(TEMP)),
          this.letters.unitOf(op.get(UNIT)),
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

  /** An item of one character; `fail` leaves it where the number on the stack is not nought. */
  private item(pc: number, fail: number[]): number[] {
    const { code } = this.program;
    const operation = code[pc * INSTRUCTION_WIDTH];
    const a = code[pc * INSTRUCTION_WIDTH + 1] as number;
    const atEnd = [...this.step, ...op.get(AT), ...op.get(LENGTH), ...op.geS, ...fail];
    const next = [...op.get(AT), ...op.i32(1), ...op.add];
    if (operation === Op.Unit) return [...atEnd, ...this.letters.unitAt(0), ...op.i32(a), ...op.ne, ...fail, ...next, ...op.set(AT)];
    const character = operation === Op.Set ? [...this.letters.unitAt(0), ...op.set(UNIT)] : this.letters.point();
    const wide = operation === Op.Set ? [] : [...op.get(UNIT), ...op.i32(0xffff), ...op.gtS, ...op.add];
    return [...atEnd, ...character, ...this.letters.holds(a), ...op.eqz, ...fail, ...next, ...wide, ...op.set(AT)];
  }

  /**
   * A greedy loop around one item of one character, as a loop without the table: most loops of most patterns. The same
   * steps as those of its three instructions.
   */
  private tightLoop(pc: number, loop: Loop, exit: number): number[][] {
    const { counter, min, max } = loop;
    const { increase, full } = this.counting(pc, loop, exit);
    const more = [...op.get(LEFT), ...op.i32(0), ...op.gtS, ...op.brIf(0)];
    const stop = [...op.i32(pc), ...op.set(PC), ...this.leave(pc, Came.Bound)];
    if (counter >= 0 && max !== UNBOUNDED) {
      const forced = op.block(this.register(counter), op.i32(min), op.ltS, op.brIf(0), this.save(pc, exit, 2));
      const turn = [...(min > 0 ? forced : this.save(pc, exit, 1)), ...this.item(pc + 1, this.failIf(pc, 1)), ...this.step, ...increase];
      return [op.loop(this.roomForChanges(pc, 1, 1), full, turn, more), stop];
    }
    const enough = [...this.register(counter), ...op.i32(min), ...op.geS];
    const forced = [...this.roomForChanges(pc, 1, 2), ...this.item(pc + 1, this.failIf(pc, 2)), ...this.step, ...increase];
    const enter = counter < 0 ? [] : op.block(op.loop(enough, op.brIf(1), forced, more, op.i32(pc), op.set(PC), this.leave(pc, Came.Bound, 2)));
    const turns = op.loop(this.save(pc, exit, 2), this.item(pc + 1, op.brIf(1)), this.step, more, op.i32(pc), op.set(PC), this.leave(pc, Came.Bound, 2));
    return [enter, op.block(turns), this.hopelessExits(exit), this.fail(pc)];
  }

  /**
   * States that a loop saved one behind the other, and whose way on begins with an item that does not match where they
   * stand, are taken up and given up here without going by the table, in the same steps.
   */
  private hopelessExits(exit: number): number[] {
    const { code } = this.program;
    let first = exit;
    let settings = 0;
    for (; code[first * INSTRUCTION_WIDTH] === Op.Close || code[first * INSTRUCTION_WIDTH] === Op.Open; first++) settings++;
    const [operation, a] = [code[first * INSTRUCTION_WIDTH], code[first * INSTRUCTION_WIDTH + 1] as number];
    let may: number[];
    if (operation === Op.Unit) may = [...op.get(UNIT), ...op.i32(a), ...op.eq];
    else if (operation !== Op.Set && operation !== Op.SetPoint) return [];
    else may = op.either([...op.get(UNIT), ...op.i32(LATIN), ...op.ltS], this.letters.holdsLatin(a, UNIT), op.i32(1));
    return [
      ...this.keepMost(),
      ...op.block(
        op.loop(
          op.get(STATES),
          op.eqz,
          op.brIf(1),
          op.get(LEFT),
          op.i32(0),
          op.leS,
          op.brIf(1),
          this.newest(),
          op.tee(TEMP),
          op.load(0),
          op.i32(exit),
          op.ne,
          op.brIf(1),
          op.get(TEMP),
          op.load(8),
          op.get(CHANGES),
          op.ne,
          op.brIf(1),
          op.get(TEMP),
          op.load(4),
          op.tee(OTHER),
          op.get(LENGTH),
          op.geS,
          op.brIf(1),
          this.letters.unitOf(op.get(OTHER)),
          op.set(UNIT),
          may,
          op.brIf(1),
          this.add(STATES, -1),
          this.add(LOCAL.backtracks, 1),
          // Taken up, its groups noted, given up.
          this.add(LEFT, -(2 + settings)),
          op.br(0),
        ),
      ),
    ];
  }

  /** What a loop with a counter does: going on where it is full, and counting a turn. */
  private counting(pc: number, { counter, max }: Loop, exit: number): { full: number[]; increase: number[] } {
    if (counter < 0) return { full: [], increase: [] };
    return {
      full: op.block(this.register(counter), op.i32(max), op.ltS, op.brIf(0), this.go(pc, exit, 2)),
      increase: this.set(counter, [...this.register(counter), ...op.i32(1), ...op.add]),
    };
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
   * Attempts that fail before they save a state are taken here, one after the other, in the same steps and without
   * going by the table. Characters beyond Latin, and the edges of the text, are left to the instructions themselves.
   */
  private hopeless(): number[] {
    const checks = this.firstChecks();
    if (checks.length === 0) return [];
    const failed = ({ known, fails, steps }: FirstCheck): number[] => [
      ...known,
      ...op.eqz,
      ...op.brIf(1),
      ...fails,
      ...op.when(this.add(LOCAL.attempts, 1), this.add(LEFT, -steps), this.add(ATTEMPT, 1), op.br(1)),
    ];
    return op.block(
      op.loop(op.get(ATTEMPT), op.tee(AT), op.get(LENGTH), op.geS, op.brIf(1), op.get(LEFT), op.i32(0), op.leS, op.brIf(1), checks.flatMap(failed)),
    );
  }

  /** What an attempt asks for before it saves a state: assertions and at last one item, all where it begins. */
  private firstChecks(): FirstCheck[] {
    const { code, loops } = this.program;
    const checks: FirstCheck[] = [];
    const ahead = [...this.letters.unitAt(0), ...op.tee(OTHER), ...op.i32(LATIN), ...op.ltS];
    let pc = 0;
    // The attempt, the mismatch and the end of the attempt.
    for (let steps = 3; ; pc++) {
      const [operation = 0, a = 0, b = 0] = code.subarray(pc * INSTRUCTION_WIDTH);
      if (operation === Op.Open) steps++;
      else if (operation === Op.Assert) {
        const fast = this.letters.between(a, b);
        if (!fast) return checks;
        checks.push({ known: this.letters.latinOnBothSides(), fails: [...fast, ...op.eqz], steps });
        steps++;
      } else if (operation === Op.Unit) {
        return [...checks, { known: ahead, fails: [...op.get(OTHER), ...op.i32(a), ...op.ne], steps }];
      } else if (operation === Op.Set || operation === Op.SetPoint) {
        return [...checks, { known: ahead, fails: [...this.letters.holdsLatin(a, OTHER), ...op.eqz], steps }];
      } else if (operation !== Op.LoopEnter && operation !== Op.LoopBegin && !(operation === Op.LoopTry && (loops[a] as Loop).min > 0)) return checks;
    }
  }

  /** What follows a mismatch; stands in the loop, outside the block that a mismatch leaves. */
  private backtrack(): number[][] {
    const { backtracks, attempts, attemptLeft } = LOCAL;
    const leave = (why: number, depth: number): number[] => [...op.i32(why), ...op.set(STATUS), ...op.br(depth)];
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
      ? [
          ...op.get(ATTEMPT),
          ...op.set(AT),
          ...this.letters.point(),
          ...op.get(UNIT),
          ...op.i32(0xffff),
          ...op.gtS,
          ...op.get(ATTEMPT),
          ...op.add,
          ...op.set(ATTEMPT),
        ]
      : [];
    return [
      this.keepMost(),
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
        this.add(ATTEMPT, 1),
        this.hopeless(),
        op.get(ATTEMPT),
        op.tee(AT),
        op.set(REACH),
        registers,
        op.i32(0),
        op.set(CHANGES),
        this.add(attempts, 1),
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
      this.add(backtracks, 1),
      op.get(LEFT),
      op.i32(0),
      op.leS,
      op.when(leave(Came.Bound, 2)),
      op.br(0),
    ];
  }
}
