/**
 * What is undone when a way is given up, and what stays of what groups captured on it, by the program's rule
 * (`CapturesStay`): the one place where the machine's undo log is asked for less than all.
 */
import { type Loop, openRegister, type Program, slotOf } from "../program/program.ts";
import { BegunTurns } from "./begun-turns.ts";
import type { OpenEnclosures } from "./enclosures.ts";
import type { UndoLog } from "./undo.ts";

export class StayingCaptures {
  /** Registers below this hold captures. */
  private readonly bound: number;
  private readonly program: Program;
  private readonly log: UndoLog;
  private readonly open: OpenEnclosures;
  private readonly turns = new BegunTurns();
  /** Slots that are cleared for want of a turn only once the quantifier is left, which it may not be. */
  private readonly unentered: ReadonlySet<number>;
  /** Length of the undo log where a quantifier was left and no character has been taken since; −1 where none was. */
  private left = -1;

  constructor(program: Program, log: UndoLog, open: OpenEnclosures) {
    this.program = program;
    this.log = log;
    this.open = open;
    this.bound = openRegister(1, program.slots.length);
    this.unentered = new Set(program.loops.flatMap(({ beforeText, cleared }) => (beforeText ? [cleared] : [])));
  }

  /** The first register that an attempt begins with as if nothing had been. */
  clearedFrom(isFirst: boolean): number {
    this.turns.clear();
    this.left = -1;
    return this.program.capturesStay === "settled" && !isFirst ? this.bound : 0;
  }

  /** The inside of an enclosure is through: what it captured is settled, where that stays. */
  insideThrough(changes: number): void {
    if (this.program.capturesStay === "settled") this.log.forget(changes, this.bound);
  }

  /** An enclosure is through that was not to hold: what it did is undone. */
  refused(changes: number, registers: Int32Array): void {
    if (this.program.capturesStay === "not-undone") this.log.undoOthers(registers, changes, this.bound);
    else this.log.undo(registers, changes);
  }

  /** The inside of a lookaround has failed. Perl undoes captures at a choice alone: those before the first stay. */
  insideFailed(left: number, registers: Int32Array): void {
    if (this.program.capturesStay === "not-undone") this.log.undo(registers, this.open.firstChoice(left, this.log.count));
    this.refused(this.open.changes(left), registers);
  }

  /**
   * A saved state is taken up again: all is undone since then; but of alternatives that are looked up together no capture
   * inside a lookaround, and where captures are undone by their numbers, none of a number below another that was closed then.
   * @param state which of the saved states, counted from nought
   */
  resumed(noted: number, pc: number, state: number, registers: Int32Array): void {
    const { log, program } = this;
    const turn = this.turns.resumed(state, noted, (length) => log.undo(registers, length));
    if (this.open.count > 0 && program.lookedUp.has(pc)) log.undoOthers(registers, noted, this.bound);
    else if (program.closedRegister < 0) log.undo(registers, noted);
    else {
      const closed = log.heldAt(noted, program.closedRegister, registers);
      log.undoSome(registers, noted, this.bound, (register) => {
        const slot = slotOf(register);
        return slot > closed || slot === turn.slot || (registers[register] === -1 && this.unentered.has(slot));
      });
    }
    if (turn.leaves) this.left = log.count;
    this.open.forgetChoice(noted);
  }

  /** A quantifier is left: before the character that comes next stands there, nothing is captured. */
  leaves({ beforeText }: Loop): void {
    if (beforeText && this.program.closedRegister >= 0) this.left = this.log.count;
  }

  /** A character has been taken. */
  took(): void {
    this.left = -1;
  }

  /** A way has failed. */
  failed(registers: Int32Array): void {
    if (this.left >= 0 && this.left < this.log.count) this.log.undo(registers, this.left);
    this.left = -1;
  }

  /** A turn is begun that must be there, or that may; in that case the state that is saved next goes on without it. */
  turnBegins(loop: Loop, states: number, may: boolean): void {
    if (this.program.closedRegister >= 0) this.turns.begin(loop, states, may, this.log.count);
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
