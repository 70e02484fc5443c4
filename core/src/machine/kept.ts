/** What a run keeps of its matches: where they lie, what their groups hold, and what a host may ask for besides. */
import type { Program } from "../program/program.ts";
import type { Span } from "../text/span.ts";
import { MatchTable } from "./matches.ts";
import type { GroupStacks } from "./stacks.ts";

export class KeptMatches {
  readonly table: MatchTable;
  /** For each match and slot all that it captured, oldest first, where that is asked for. */
  readonly captures: (readonly (readonly Span[])[])[] = [];
  /** For each match the name that its last verb with one left behind; null where none did. Empty where no verb of the program has one. */
  readonly marks: (string | null)[] = [];
  private readonly program: Program;
  private readonly stacks: GroupStacks | null;

  /** @param stacks all that groups captured, where that is to be kept */
  constructor(program: Program, stacks: GroupStacks | null) {
    this.program = program;
    this.stacks = stacks;
    this.table = new MatchTable(program.slots.length);
  }

  /** Where a match is said to begin, if not where its attempt did; else −1. */
  saidStart(registers: Int32Array): number {
    const { keepRegister } = this.program;
    return keepRegister >= 0 ? (registers[keepRegister] as number) : -1;
  }

  add(start: number, end: number, registers: Int32Array): void {
    const { markRegister, markNames } = this.program;
    this.table.add(start, end, registers);
    if (markRegister >= 0) this.marks.push(markNames[registers[markRegister] as number] ?? null);
    if (this.stacks) this.captures.push(this.stacks.all(registers));
  }

  clear(): void {
    this.table.clear();
    this.captures.length = this.marks.length = 0;
  }
}
