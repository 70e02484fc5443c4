/**
 * Iterations of quantifiers that are under way, for Perl. Perl does not undo each capture on a backtrack. It undoes captures
 * when it gives up an iteration (Perl 5.36, WHILEM and regcppop):
 *
 * - an iteration that was tried by itself: every capture made since it began is undone;
 * - a counted iteration (`Loop.counted`): only the capture of the repeated group is undone.
 */
import { type Loop, TRIED } from "../program/program.ts";
import { NO_ROOM, roomFor } from "./room.ts";

/**
 * Fields of an iteration: order, length of the undo log when it began, slot (`Loop.counted`), and an `Ends` code.
 *
 * The order decides when an iteration is given up. If the machine saved a state for the iteration, the order is 2n, where n
 * is the number of states saved before it. If it saved none, the order is 2n − 1. Resuming saved state n gives up all
 * iterations with an order of 2n or more.
 */
const TURN = 4;

/** What resuming the saved state of an iteration means: it is given up; or the loop is left; or the iteration begins (lazy loops). */
const Ends = { GivenUp: 0, Leaves: 1, Begins: 2 } as const;

/** Facts about a saved state that is resumed. */
export interface Resumed {
  /** The slot of the counted group whose iteration is given up, or 0. */
  readonly slot: number;
  /** Whether resuming leaves a loop that must be followed by a literal character (`Loop.beforeText`). */
  readonly leaves: boolean;
}

const PLAIN: Resumed = { slot: 0, leaves: false };

export class BegunTurns {
  private turns = NO_ROOM;
  private count = 0;

  /**
   * Notes that an iteration begins.
   * @param states number of saved states
   * @param may whether the iteration is optional: the machine saves a state that continues without it
   * @param changes length of the undo log
   */
  begin({ counted, beforeText, lazy }: Loop, states: number, may: boolean, changes: number): void {
    const tried = counted === TRIED;
    if ((counted === 0 && !beforeText) || (!may && !tried)) return;
    const order = 2 * states - (may ? 0 : 1);
    // Iterations of a higher order belong to saved states that were discarded. Of several with one order, the first is kept.
    while (this.count > 0 && this.last(0) > order) this.count--;
    if (this.count > 0 && this.last(0) === order) {
      if (!may && this.last(1) <= changes) return;
      this.count--;
    }
    this.put(order, changes, counted, tried ? (may && lazy ? Ends.Begins : Ends.GivenUp) : beforeText && !lazy ? Ends.Leaves : Ends.GivenUp);
  }

  private put(order: number, changes: number, slot: number, ends: number): void {
    const place = this.count++ * TURN;
    // Saved states have a bound, and there is at most one iteration for each.
    if (place + TURN > this.turns.length) this.turns = roomFor(this.turns, place + TURN) as Int32Array<ArrayBuffer>;
    this.turns[place] = order;
    this.turns[place + 1] = changes;
    this.turns[place + 2] = slot;
    this.turns[place + 3] = ends;
  }

  /**
   * Resumes a saved state: gives up the iterations that began after it, and undoes their captures.
   * @param noted length of the undo log when the state was saved
   * @param undo undoes all changes down to a length of the log
   */
  resumed(state: number, noted: number, undo: (length: number) => void): Resumed {
    let own = PLAIN;
    let begins = false;
    while (this.count > 0 && this.last(0) >= 2 * state) {
      const slot = this.last(2);
      const isOwn = this.last(0) === 2 * state;
      if (slot === TRIED) undo(Math.max(noted, this.last(1)));
      else if (isOwn) own = { slot, leaves: this.last(3) === Ends.Leaves };
      begins = isOwn && this.last(3) === Ends.Begins;
      this.count--;
    }
    // A lazy loop begins its iteration now, and no state is saved for it.
    if (begins && !(this.count > 0 && this.last(0) === 2 * state - 1)) this.put(2 * state - 1, noted, TRIED, Ends.GivenUp);
    return own;
  }

  clear(): void {
    this.count = 0;
  }

  private last(field: number): number {
    return this.turns[(this.count - 1) * TURN + field] as number;
  }
}
