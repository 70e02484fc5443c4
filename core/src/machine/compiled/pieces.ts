/**
 * What instructions do, as pieces of code: where control goes (a mismatch, another instruction, out of the run), what is
 * saved and undone, and taking a character.
 */
import { Op } from "../../program/operations.ts";
import { INSTRUCTION_WIDTH, type Program } from "../../program/program.ts";
import { op } from "../assembler.ts";
import { Came, CHANGE_BYTES, REGISTERS, STATE_BYTES } from "./layout.ts";
import { Letters } from "./letters.ts";
import { AT, CHANGE_BASE, CHANGE_LIMIT, CHANGES, DEEPEST, LEFT, LENGTH, PC, REACH, STATE_BASE, STATE_LIMIT, STATES, STATUS, TEMP, UNIT } from "./locals.ts";

/** Pieces that the code of every instruction is put together from. `inside` is how many more blocks deep a piece stands. */
export class Pieces {
  readonly letters: Letters;
  private readonly program: Program;
  private readonly count: number;

  constructor(program: Program, narrow: boolean) {
    this.program = program;
    this.letters = new Letters(program, narrow);
    this.count = program.code.length / INSTRUCTION_WIDTH;
  }

  /** Branches out of an instruction's code; `inside` is how many more blocks deep it stands. */
  fail(pc: number, inside = 0): number[] {
    return op.br(this.count - 1 - pc + inside);
  }

  failIf(pc: number, inside = 0): number[] {
    return op.brIf(this.count - 1 - pc + inside);
  }

  /** Goes by the table at the top. */
  again(pc: number, inside = 0): number[] {
    return op.br(this.count - pc + inside);
  }

  leave(pc: number, why: number, inside = 0): number[] {
    return [...op.i32(why), ...op.set(STATUS), ...op.br(this.count + 1 - pc + inside)];
  }

  /** Goes to another instruction: ahead by leaving its block, back by the table. */
  go(pc: number, to: number, inside = 0): number[] {
    if (to > pc) return op.br(to - pc - 1 + inside);
    return [...op.i32(to), ...op.set(PC), ...this.again(pc, inside)];
  }

  readonly step: number[] = [...op.get(LEFT), ...op.i32(1), ...op.sub, ...op.set(LEFT)];

  /** Notes how far the attempt has come, and how many states it holds: both are most where it turns back. */
  keepMost(): number[] {
    const most = (local: number, value: number): number[] => [...op.get(value), ...op.get(local), ...op.gtS, ...op.when(op.get(value), op.set(local))];
    return [...most(REACH, AT), ...most(DEEPEST, STATES)];
  }

  /** Leaves the address of the state saved last. */
  newest(): number[] {
    return [...op.get(STATE_BASE), ...op.get(STATES), ...op.i32(1), ...op.sub, ...op.i32(STATE_BYTES), ...op.mul, ...op.add];
  }

  register(register: number): number[] {
    return [...op.i32(REGISTERS + 4 * register), ...op.load(0)];
  }

  /** Comes back for more room before the instruction is begun, where that many changes may not fit. */
  roomForChanges(pc: number, changes: number, inside = 0): number[] {
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
  set(register: number, value: number[]): number[] {
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
  save(pc: number, to: number, inside = 0): number[] {
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

  /** An item of one character; `fail` leaves it where the number on the stack is not nought. */
  item(pc: number, fail: number[]): number[] {
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
}
