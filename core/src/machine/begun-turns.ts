/**
 * Turns of quantifiers that are under way, where captures are undone by their numbers: with a turn that was tried by itself
 * all is undone that was captured since it began (Perl 5.36, WHILEM and regcppop), with one that was counted its own group.
 */
import { type Loop, TRIED } from "../program/program.ts";
import { NO_ROOM, roomFor } from "./room.ts";

/**
 * Order, length of the undo log when it began, slot, and what becomes of it when its state is taken up again. The order is
 * twice the saved states that there were, one less where none was saved for it: turns are given up from the highest down.
 * The slot is `Loop.counted`.
 */
const TURN = 4;

/** With its saved state the turn is given up; or the quantifier is left before a character; or the turn begins only then. */
const Ends = { GivenUp: 0, Leaves: 1, Begins: 2 } as const;

/** What is known of a saved state that is taken up again. */
export interface Resumed {
  /** The slot of the group whose turn is given up with it, or 0. */
  readonly slot: number;
  /** A quantifier is left with it, and a character comes next. */
  readonly leaves: boolean;
}

const PLAIN: Resumed = { slot: 0, leaves: false };

export class BegunTurns {
  private turns = NO_ROOM;
  private count = 0;

  /**
   * @param states saved so far
   * @param may the turn may be left out: the state that is saved next goes on without it
   * @param changes length of the undo log
   */
  begin({ counted, beforeText, lazy }: Loop, states: number, may: boolean, changes: number): void {
    const tried = counted === TRIED;
    if ((counted === 0 && !beforeText) || (!may && !tried)) return;
    const order = 2 * states - (may ? 0 : 1);
    // Saved states that were thrown away are no longer above; of turns without any between them the first counts for all.
    while (this.count > 0 && this.last(0) > order) this.count--;
    if (this.count > 0 && this.last(0) === order) {
      if (!may && this.last(1) <= changes) return;
      this.count--;
    }
    this.put(order, changes, counted, tried ? (may && lazy ? Ends.Begins : Ends.GivenUp) : beforeText && !lazy ? Ends.Leaves : Ends.GivenUp);
  }

  private put(order: number, changes: number, slot: number, ends: number): void {
    const place = this.count++ * TURN;
    // There are no more of them than saved states, which have a bound.
    if (place + TURN > this.turns.length) this.turns = roomFor(this.turns, place + TURN) as Int32Array<ArrayBuffer>;
    this.turns[place] = order;
    this.turns[place + 1] = changes;
    this.turns[place + 2] = slot;
    this.turns[place + 3] = ends;
  }

  /**
   * A saved state is taken up again: undoes what was captured in turns that were tried since.
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
    // It is under way now, and no state is saved for it.
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
