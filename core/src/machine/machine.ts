/** What the machines that are stepped through have in common: how far a run has come, its saved states, and how its search goes on. */
import type { Program } from "../program/program.ts";
import type { Recorder } from "./events.ts";
import { Items } from "./items.ts";
import type { MatchTable } from "./matches.ts";
import { NO_ROOM, roomFor } from "./room.ts";
import { ENOUGH, Search, type SearchOptions, STUCK } from "./search.ts";
import { UndoLog } from "./undo.ts";

export type Outcome = "running" | "done" | "memory-limit" | "match-limit" | "endless-call" | "stuck";

export interface MachineOptions extends SearchOptions {
  readonly recorder?: Recorder;
  /** Whether `captures` is filled; of a program that stacks what its groups capture. */
  readonly keepCaptures?: boolean;
  /** Steps after which an unrecorded run is handed to its program as WebAssembly; for tests. */
  readonly compileAfter?: number;
}

/** Saved states, and changes to undo, are held in memory up to this many: 16 M of 16 or 24 bytes are at most a third of a GiB. */
export const MAX_SAVED_STATES = 1 << 24;

export abstract class SteppedMachine {
  readonly program: Program;
  readonly text: string;
  outcome: Outcome = "running";
  /** Events so far. */
  steps = 0;
  /** Saved states taken up again so far. */
  backtracks = 0;
  /** Attempts begun so far. */
  attempts = 0;
  /** The most saved states held at once so far. */
  deepest = 0;
  /** Offset at which the attempt under way began. */
  attempt = 0;
  /** Events before the attempt under way. */
  attemptStep = 0;
  /** The furthest offset that the attempt under way has stood at. */
  reach = 0;

  protected readonly items: Items;
  protected readonly search: Search;
  protected readonly recorder: Recorder | null;
  protected readonly log = new UndoLog(2 * MAX_SAVED_STATES);
  protected registers: Int32Array;
  protected states = NO_ROOM;
  protected stateCount = 0;
  protected pc = 0;
  protected at = 0;
  /** Where the next attempt begins, or −1 while one is under way. */
  protected next: number;

  constructor(program: Program, text: string, options: MachineOptions) {
    this.program = program;
    this.text = text;
    this.items = new Items(program, text);
    this.search = new Search(program, this.items, text.length, options);
    this.recorder = options.recorder ?? null;
    this.registers = new Int32Array(program.registerCount).fill(-1);
    this.next = options.from ?? 0;
    this.recorder?.watch(this.registers);
  }

  abstract get matches(): MatchTable;

  /** For each match the name that its last verb with one left behind. */
  abstract get marks(): readonly (string | null)[];

  /**
   * Runs on for about as many steps as the budget says (a handful more, so that an instruction is never cut in two),
   * and says whether the run has ended.
   */
  abstract advance(budget: number): boolean;

  /** Makes the machine ready for another run, from the offset; what it found before is gone. */
  rewind(from: number, notEmptyAt = -1): void {
    this.outcome = "running";
    this.steps = this.backtracks = this.attempts = this.deepest = 0;
    this.next = from;
    this.search.rewind(from, notEmptyAt);
  }

  /** The offset as it is; −1, and the run has ended, where the search does not go on. */
  protected goesOn(next: number): number {
    if (next >= 0) return next;
    this.outcome = next === ENOUGH ? "match-limit" : next === STUCK ? "stuck" : "done";
    return -1;
  }

  /** Makes room for so many saved states, of so many numbers each; false where memory is at its bound. */
  protected growStates(count: number, numbers: number): boolean {
    const grown = roomFor(this.states, count * numbers, MAX_SAVED_STATES * numbers);
    if (grown) this.states = grown;
    return grown !== undefined;
  }
}
