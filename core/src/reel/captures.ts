/** What groups hold at a step, read off the live path. */
import { Kind } from "../machine/events.ts";
import { between } from "../machine/stacks.ts";
import { Op } from "../program/operations.ts";
import { captureRegister, openRegister } from "../program/program.ts";
import type { Span } from "../syntax/tree.ts";
import type { LivePath } from "./live-path.ts";
import { CHECKPOINT_HEAD } from "./recorder.ts";
import type { Tape } from "./tape.ts";

/** What each group holds, and where each group that is open was entered; by slot, the first at index 0. */
export interface Groups {
  readonly captures: readonly (Span | null)[];
  readonly opened: readonly (number | null)[];
}

export class Captures {
  private readonly tape: Tape;
  private readonly path: LivePath;

  constructor(tape: Tape, path: LivePath) {
    this.tape = tape;
    this.path = path;
  }

  /**
   * Captures, and groups that are open, after a step: read back along the live path until every group is settled, the
   * attempt's start is reached, or a checkpoint settles the rest.
   */
  at(step: number): Groups {
    if (this.tape.program.stackRegister >= 0) return this.stacked(step);
    if (this.tape.rows.trace) return this.traced(this.tape.rows.trace.at(step));
    const count = this.tape.program.slots.length;
    const captures: (Span | null | undefined)[] = new Array(count).fill(undefined);
    const opened: (number | null | undefined)[] = new Array(count).fill(undefined);
    /** Ends of captures whose start is still to be found. */
    const ends: (number | undefined)[] = new Array(count).fill(undefined);
    let unsettled = 2 * count;
    const settleCapture = (g: number, value: Span | null) => {
      if (captures[g] !== undefined) return;
      captures[g] = value;
      unsettled--;
    };
    const settleOpen = (g: number, value: number | null) => {
      if (opened[g] !== undefined) return;
      opened[g] = value;
      unsettled--;
    };
    const closeFrom = (g: number, start: number) => {
      const end = ends[g];
      if (end === undefined || captures[g] !== undefined) return;
      settleCapture(g, { start: Math.min(start, end), end: Math.max(start, end) });
    };
    let i = step;
    while (unsettled > 0) {
      const kind = this.tape.kind(i);
      if (kind === Kind.Attempt) break;
      if (kind === Kind.Return) {
        // What was captured inside of a call is forgotten: it is as it was where the call was entered.
        i = this.path.before(this.path.entered(i));
        continue;
      }
      if (this.tape.clears(i)) {
        const [from, to] = this.tape.cleared(i);
        for (let g = from; g < to; g++) {
          if (ends[g - 1] === undefined) settleCapture(g - 1, null);
        }
      }
      if (kind === Kind.Open) {
        const g = this.tape.operand(this.tape.pc(i)) - 1;
        const start = this.tape.value(i);
        closeFrom(g, start);
        settleOpen(g, start);
      } else if (kind === Kind.Close) {
        const g = this.tape.operand(this.tape.pc(i)) - 1;
        settleOpen(g, null);
        if (captures[g] === undefined && ends[g] === undefined) ends[g] = this.tape.value(i);
      }
      if (i % this.tape.rows.interval === 0) {
        const point = this.tape.rows.checkpoint(i);
        for (let g = 0; g < count; g++) {
          const entered = point[CHECKPOINT_HEAD + openRegister(g + 1, count)] as number;
          const start = point[CHECKPOINT_HEAD + captureRegister(g + 1)] as number;
          const end = point[CHECKPOINT_HEAD + captureRegister(g + 1) + 1] as number;
          closeFrom(g, entered);
          settleOpen(g, entered < 0 ? null : entered);
          settleCapture(g, start < 0 ? null : { start, end });
        }
        break;
      }
      i = this.path.before(i);
    }
    return { captures: captures.map((c) => c ?? null), opened: opened.map((o) => o ?? null) };
  }

  /** The same from what the registers held. */
  private traced(registers: Int32Array): Groups {
    const { slots } = this.tape.program;
    const held = (register: number): number | null => ((registers[register] as number) < 0 ? null : (registers[register] as number));
    const captures = slots.map((_, i) => {
      const [start, end] = [held(captureRegister(i + 1)), held(captureRegister(i + 1) + 1)];
      return start === null || end === null ? null : { start, end };
    });
    return { captures, opened: slots.map((_, i) => held(openRegister(i + 1, slots.length))) };
  }

  /** The same where groups take back what others captured: the live path is gone along from the attempt's start. */
  private stacked(step: number): Groups {
    const { slots } = this.tape.program;
    const stacks: Span[][] = slots.map(() => []);
    const opened: (number | null)[] = slots.map(() => null);
    const path: number[] = [];
    for (const i of this.path.from(step)) if (this.tape.kind(i) === Kind.Open || this.tape.kind(i) === Kind.Close) path.push(i);
    for (const i of path.reverse()) {
      const pc = this.tape.pc(i);
      const at = this.tape.value(i);
      const slot = this.tape.closes(pc);
      if (this.tape.kind(i) === Kind.Open) {
        opened[slot - 1] = at;
        continue;
      }
      const taken = this.tape.operation(pc) === Op.Balance ? stacks[this.tape.operand(pc) - 1]?.pop() : undefined;
      if (slot === 0) continue;
      const start = opened[slot - 1] ?? at;
      const whole = { start: Math.min(start, at), end: Math.max(start, at) };
      stacks[slot - 1]?.push(taken ? between(whole.start, whole.end, taken) : whole);
      opened[slot - 1] = null;
    }
    return { captures: stacks.map((stack) => stack.at(-1) ?? null), opened };
  }

  /** Whether the event sets or clears the group's capture (any group's, where none is named). */
  changes(step: number, group?: number): boolean {
    const kind = this.tape.kind(step);
    if (kind === Kind.Open || kind === Kind.Close) return kind === Kind.Close && (group === undefined || this.tape.closes(this.tape.pc(step)) === group);
    if (!this.tape.clears(step)) return false;
    const [from, to] = this.tape.cleared(step);
    return group === undefined || (group >= from && group < to);
  }
}
