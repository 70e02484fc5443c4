/**
 * What calls of groups put aside: for each that is under way, or may be again, where it goes back to and what the registers
 * held when it was entered, one behind the other in one array.
 */
import { openRegister, type Program } from "../program/program.ts";
import { NO_ROOM, roomFor } from "./room.ts";

/** Of a call: where it goes back to, the call around it, its slot, the offset at entry, saved states and open enclosures held at entry; the registers follow. */
const CALL = 6;
/** What calls have put aside is held in memory up to so many numbers: a quarter of a GiB. */
const MAX_ASIDE = 1 << 26;

/** What a call does, and how it fares. */
export type Entered = "entered" | "endless-call" | "memory-limit";

/** A call as it is entered. */
interface EnteredCall {
  readonly back: number;
  /** The place of the call around it, or −1. */
  readonly around: number;
  readonly slot: number;
  readonly at: number;
  readonly states: number;
  readonly frames: number;
}

export class CallsAside {
  private cells = NO_ROOM;
  private readonly program: Program;
  private readonly set: (register: number, value: number) => void;

  /** @param set sets a register so that it can be undone */
  constructor(program: Program, set: (register: number, value: number) => void) {
    this.program = program;
    this.set = set;
  }

  /** The place of the call under way, or −1. */
  underWay(registers: Int32Array): number {
    const { callRegister } = this.program;
    return callRegister < 0 ? -1 : (registers[callRegister] as number);
  }

  /** The slot of the call under way, or −1. */
  called(registers: Int32Array): number {
    const call = this.underWay(registers);
    return call < 0 ? -1 : this.slot(call);
  }

  /** Puts aside what the registers hold, for a call that goes back to an instruction: its groups are not open any more. */
  enter(call: Omit<EnteredCall, "around">, registers: Int32Array): Entered {
    const { callRegister, asideRegister, slots, verbs } = this.program;
    const place = registers[asideRegister] as number;
    const around = this.underWay(registers);
    if (this.isEndless(around, call.slot, call.at)) return "endless-call";
    const needed = this.put(place, registers, { ...call, around });
    if (needed < 0) return "memory-limit";
    this.set(callRegister, place);
    this.set(asideRegister, needed);
    for (let slot = 1; slot <= slots.length; slot++) {
      const open = openRegister(slot, slots.length);
      if ((registers[open] as number) >= 0) this.set(open, -1);
    }
    for (const { alternation } of verbs) if (alternation >= 0) this.set(alternation, -1);
    return "entered";
  }

  /** Puts back what was put aside for the call under way; returns where it goes on. */
  leave(states: number, registers: Int32Array): number {
    const { callRegister, asideRegister, keepRegister, markRegister } = this.program;
    const place = registers[callRegister] as number;
    for (let register = 0; register < registers.length; register++) {
      if (register === callRegister || register === asideRegister || register === keepRegister || register === markRegister) continue;
      const before = this.cells[place + CALL + register] as number;
      if (registers[register] !== before) this.set(register, before);
    }
    this.set(callRegister, this.around(place));
    // What is saved inside of it may still come back to it.
    if (states === this.states(place)) this.set(asideRegister, place);
    return this.cells[place] as number;
  }

  /** Writes a call at the place; returns where the next one would be, or −1 where there is no more room. */
  private put(place: number, registers: Int32Array, { back, around, slot, at, states, frames }: EnteredCall): number {
    const needed = place + CALL + registers.length;
    if (needed > this.cells.length) {
      const grown = roomFor(this.cells, needed, MAX_ASIDE);
      if (!grown) return -1;
      this.cells = grown;
    }
    const { cells } = this;
    cells[place] = back;
    cells[place + 1] = around;
    cells[place + 2] = slot;
    cells[place + 3] = at;
    cells[place + 4] = states;
    cells[place + 5] = frames;
    // They are few: to copy them one by one is sooner done than asked for.
    for (let register = 0; register < registers.length; register++) cells[place + CALL + register] = registers[register] as number;
    return needed;
  }

  /** Whether the same group is called at the same offset among the calls from a place outwards: it would go on without end. */
  private isEndless(place: number, slot: number, at: number): boolean {
    for (let around = place; around >= 0; around = this.around(around)) {
      if (this.cells[around + 3] !== at) return false;
      if (this.slot(around) === slot) return true;
    }
    return false;
  }

  private around(place: number): number {
    return this.cells[place + 1] as number;
  }

  private slot(place: number): number {
    return this.cells[place + 2] as number;
  }

  /** Saved states, and open enclosures, that were held when it was entered. */
  states(place: number): number {
    return this.cells[place + 4] as number;
  }

  frames(place: number): number {
    return this.cells[place + 5] as number;
  }
}
