/** What registers held before they were set: a way that is given up leaves nothing behind in them. */
import { NO_ROOM, roomFor } from "./room.ts";

/** Register, value before. */
const CHANGE = 2;

export class UndoLog {
  /** Changes so far, a pair of numbers each. */
  changes = NO_ROOM;
  count = 0;
  private readonly most: number;

  /** @param most changes held in memory at once */
  constructor(most: number) {
    this.most = most;
  }

  /** Notes what a register held; false where there is no more room. */
  note(register: number, before: number): boolean {
    const place = this.count * CHANGE;
    let { changes } = this;
    if (place + CHANGE > changes.length) {
      const grown = roomFor(changes, place + CHANGE, this.most * CHANGE);
      if (!grown) return false;
      this.changes = changes = grown;
    }
    changes[place] = register;
    changes[place + 1] = before;
    this.count++;
    return true;
  }

  /** Forgets the changes of the registers below a bound, from one of the log on: they stand. */
  forget(from: number, bound: number): void {
    this.keep(from, (register) => register >= bound);
  }

  /** Undoes the changes of the other registers, from one of the log on; those of the registers below the bound stay in it. */
  undoOthers(registers: Int32Array, from: number, bound: number): void {
    const { changes } = this;
    for (let i = this.count - 1; i >= from; i--) {
      const register = changes[i * CHANGE] as number;
      if (register >= bound) registers[register] = changes[i * CHANGE + 1] as number;
    }
    this.keep(from, (register) => register < bound);
  }

  /**
   * Undoes changes from one of the log on, but of captures (the registers below the bound) only those that are asked for;
   * what is left standing stays in the log, once for each register.
   */
  undoSome(registers: Int32Array, from: number, bound: number, isUndone: (register: number) => boolean): void {
    if (this.count === from) return;
    const { changes } = this;
    const stands = (register: number): boolean => register < bound && !isUndone(register);
    for (let i = this.count - 1; i >= from; i--) {
      const register = changes[i * CHANGE] as number;
      if (!stands(register)) registers[register] = changes[i * CHANGE + 1] as number;
    }
    const met = new Set<number>();
    this.keep(from, (register) => stands(register) && met.size < met.add(register).size);
  }

  /** What a register held when the log was so long. */
  heldAt(length: number, register: number, registers: Int32Array): number {
    for (let i = length; i < this.count; i++) if (this.changes[i * CHANGE] === register) return this.changes[i * CHANGE + 1] as number;
    return registers[register] as number;
  }

  /** Leaves out of the log, from one of its changes on, those of registers that are not to be kept. */
  private keep(from: number, isKept: (register: number) => boolean): void {
    const { changes } = this;
    let kept = from;
    for (let i = from; i < this.count; i++) {
      if (!isKept(changes[i * CHANGE] as number)) continue;
      changes.copyWithin(kept * CHANGE, i * CHANGE, (i + 1) * CHANGE);
      kept++;
    }
    this.count = kept;
  }

  /** Undoes changes until the log is as long as it was. */
  undo(registers: Int32Array, length: number): void {
    const { changes } = this;
    for (let i = this.count - 1; i >= length; i--) registers[changes[i * CHANGE] as number] = changes[i * CHANGE + 1] as number;
    this.count = length;
  }
}
