/**
 * What calls of groups put aside: for each that is under way, or may be again, where it goes back to and what the registers
 * held when it was entered, one behind the other in one array.
 */

/** Of a call: where it goes back to, the call around it, its slot, the offset at entry, saved states and open enclosures held at entry; the registers follow. */
const CALL = 6;
/** What calls have put aside is held in memory up to so many numbers: a quarter of a GiB. */
const MAX_ASIDE = 1 << 26;

/** A call as it is entered. */
export interface EnteredCall {
  readonly back: number;
  /** The place of the call around it, or −1. */
  readonly around: number;
  readonly slot: number;
  readonly at: number;
  readonly states: number;
  readonly frames: number;
}

export class CallsAside {
  private cells = new Int32Array(0);

  /** Writes a call at the place; returns where the next one would be, or −1 where there is no more room. */
  put(place: number, registers: Int32Array, { back, around, slot, at, states, frames }: EnteredCall): number {
    const needed = place + CALL + registers.length;
    if (needed > this.cells.length) {
      if (needed > MAX_ASIDE) return -1;
      const grown = new Int32Array(Math.max(needed, 2 * this.cells.length));
      grown.set(this.cells);
      this.cells = grown;
    }
    this.cells.set([back, around, slot, at, states, frames], place);
    this.cells.set(registers, place + CALL);
    return needed;
  }

  /** Whether the same group is called at the same offset among the calls from a place outwards: it would go on without end. */
  isEndless(place: number, slot: number, at: number): boolean {
    for (let around = place; around >= 0; around = this.around(around)) {
      if (this.cells[around + 3] !== at) return false;
      if (this.slot(around) === slot) return true;
    }
    return false;
  }

  back(place: number): number {
    return this.cells[place] as number;
  }

  around(place: number): number {
    return this.cells[place + 1] as number;
  }

  slot(place: number): number {
    return this.cells[place + 2] as number;
  }

  /** Saved states, and open enclosures, that were held when it was entered. */
  states(place: number): number {
    return this.cells[place + 4] as number;
  }

  frames(place: number): number {
    return this.cells[place + 5] as number;
  }

  /** What a register held when it was entered. */
  register(place: number, register: number): number {
    return this.cells[place + CALL + register] as number;
  }
}
