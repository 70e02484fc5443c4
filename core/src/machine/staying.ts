/**
 * What is undone when a way is given up, and what stays of what groups captured on it, by the program's rule
 * (`CapturesStay`): the one place where the machine's undo log is asked for less than all.
 */
import type { Loop, Program } from "../program/program.ts";
import { openRegister } from "../program/program.ts";
import type { OpenEnclosures } from "./enclosures.ts";
import type { UndoLog } from "./undo.ts";

export class StayingCaptures {
  /** Registers below this hold captures. */
  private readonly bound: number;
  private readonly program: Program;
  private readonly log: UndoLog;
  private readonly open: OpenEnclosures;

  constructor(program: Program, log: UndoLog, open: OpenEnclosures) {
    this.program = program;
    this.log = log;
    this.open = open;
    this.bound = openRegister(1, program.slots.length);
  }

  /** The first register that an attempt begins with as if nothing had been. */
  clearedFrom(isFirst: boolean): number {
    return this.program.capturesStay === "settled" && !isFirst ? this.bound : 0;
  }

  /** The inside of an enclosure is through: what it captured is settled, where that stays. */
  insideThrough(changes: number): void {
    if (this.program.capturesStay === "settled") this.log.forget(changes, this.bound);
  }

  /** An enclosure is through that was not to hold: what it did is undone. */
  refused(changes: number, registers: Int32Array): void {
    if (this.program.capturesStay === "failed-look") this.log.undoOthers(registers, changes, this.bound);
    else this.log.undo(registers, changes);
  }

  /** The inside of a lookaround has failed. Perl undoes captures at a choice alone: those before the first stay. */
  insideFailed(left: number, registers: Int32Array): void {
    if (this.program.capturesStay === "failed-look") this.log.undo(registers, this.open.firstChoice(left, this.log.count));
    this.refused(this.open.changes(left), registers);
  }

  /** A saved state is taken up again: all is undone since then; but of alternatives that are looked up together no capture inside a lookaround. */
  resumed(noted: number, pc: number, registers: Int32Array): void {
    if (this.open.count > 0 && this.program.lookedUp.has(pc)) this.log.undoOthers(registers, noted, this.bound);
    else this.log.undo(registers, noted);
    this.open.forgetChoice(noted);
  }

  /** An attempt has failed. What stays is there for the next. */
  attemptFailed(registers: Int32Array): void {
    if (this.program.capturesStay === "settled") this.log.undo(registers, 0);
  }

  /** A choice between alternatives has been come to; `other` is where the next begins. */
  atAlternative(other: number): void {
    if (!this.program.lookedUp.has(other)) this.open.noteChoice(this.log.count);
  }

  atLoop(loop: Loop): void {
    if (loop.unwinds) this.open.noteChoice(this.log.count);
  }
}
