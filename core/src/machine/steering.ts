/** What verbs do to a run: they end it with success, or throw saved states away and say where the search goes on. */
import { Op } from "../program/operations.ts";
import { INSTRUCTION_WIDTH, openRegister, type Program, type Verb } from "../program/program.ts";
import type { CallsAside } from "./aside.ts";
import type { OpenEnclosures } from "./enclosures.ts";
import type { Search } from "./search.ts";

export class Steering {
  private readonly program: Program;
  private readonly search: Search;
  private readonly aside: CallsAside;
  private readonly open: OpenEnclosures;

  constructor(program: Program, search: Search, aside: CallsAside, open: OpenEnclosures) {
    this.program = program;
    this.search = search;
    this.aside = aside;
    this.open = open;
  }

  /** Ends what is matched with success: the innermost lookaround or call, or all of it. Where to go on, and with how many saved states. */
  accept(states: number, registers: Int32Array): { readonly goesOn: number; readonly states: number } {
    const { open, aside, program } = this;
    const call = aside.underWay(registers);
    const look = open.look(call, false);
    if (look >= 0) {
      open.leaveTo(look + 1);
      return { goesOn: open.enclosure(look).leave, states };
    }
    if (call < 0) return { goesOn: program.nodes.length - 1, states };
    const held = open.settle(aside.frames(call), states);
    return { goesOn: aside.leave(held, registers), states: held };
  }

  /** Those of the groups that are open in the call under way, each with the instruction that closes it. */
  openGroups(slots: readonly number[], registers: Int32Array): (readonly [slot: number, close: number])[] {
    const { program } = this;
    const open = slots.filter((slot) => (registers[openRegister(slot, program.slots.length)] as number) >= 0);
    return open.map((slot) => [slot, closeOf(program, slot)] as const);
  }

  /**
   * A verb acts that was backtracked to, in an attempt from an offset: it throws saved states away. Returns how many are held
   * then, or −1 where the attempt is over. A verb reaches no further than the lookaround or the call that it stands in.
   */
  act({ kind, mark, alternation }: Verb, at: number, attempt: number, states: number, registers: Int32Array): number {
    const noted = kind === "alternative" && alternation >= 0 ? (registers[alternation] as number) : -1;
    if (noted >= 0) return Math.min(states, noted);
    const to = kind !== "skip" ? -1 : mark >= 0 ? (registers[mark] as number) : at;
    // Without its mark it is as if it were not there; but a search that may not go on is over.
    const passed = this.search.isOwnAt(attempt) ? -1 : states;
    const isLost = kind === "skip" && to < 0;
    if (isLost && this.program.lostMark === "passed") return passed;
    const call = this.aside.underWay(registers);
    const look = this.open.look(call, kind !== "alternative");
    if (look >= 0) return this.open.states(look);
    if (call >= 0) return this.aside.states(call);
    if (isLost) return passed;
    this.search.endAt(kind === "commit" ? Number.POSITIVE_INFINITY : to);
    return -1;
  }
}

/** The first instruction that closes the group of a slot. */
function closeOf({ code }: Program, slot: number): number {
  for (let word = 0; word < code.length; word += INSTRUCTION_WIDTH) if (code[word] === Op.Close && code[word + 1] === slot) return word / INSTRUCTION_WIDTH;
  throw new RangeError(`No instruction closes slot ${slot}.`);
}
