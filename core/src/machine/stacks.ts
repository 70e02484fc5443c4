/**
 * All that groups have captured, newest first: cells in one array, each with the one before it. What is stacked is undone
 * with the register that says how much it is, so that a way that was given up leaves nothing behind.
 */
import { captureRegister, openRegister, type Program } from "../program/program.ts";
import type { Span } from "../text/span.ts";
import { NO_ROOM, roomFor } from "./room.ts";

/** Start, end, and the cell before it, or −1. */
const CELL = 3;
/** Captures are held in memory up to so many numbers: a quarter of a GiB. */
const MAX_STACKED = 1 << 26;

export class CaptureStacks {
  private cells = NO_ROOM;

  /** Writes a capture behind `top`, above the cell `below` or −1; returns the new top, or −1 where there is no more room. */
  push(top: number, start: number, end: number, below: number): number {
    if (top + CELL > this.cells.length) {
      const grown = roomFor(this.cells, top + CELL, MAX_STACKED);
      if (!grown) return -1;
      this.cells = grown;
    }
    this.cells[top] = start;
    this.cells[top + 1] = end;
    this.cells[top + 2] = below;
    return top + CELL;
  }

  start(cell: number): number {
    return this.cells[cell] as number;
  }

  end(cell: number): number {
    return this.cells[cell + 1] as number;
  }

  /** The cell before it, or −1. */
  below(cell: number): number {
    return this.cells[cell + 2] as number;
  }

  /** The captures from a cell down, oldest first. */
  spans(cell: number): Span[] {
    const found: Span[] = [];
    for (let at = cell; at >= 0; at = this.below(at)) found.push({ start: this.start(at), end: this.end(at) });
    return found.reverse();
  }
}

/**
 * What a group holds that takes another one's newest capture away: what lies between the two, or, where one lies in or over
 * the other, what they share (as .NET's TransferCapture has it).
 */
export function between(start: number, end: number, taken: Span): Span {
  if (start >= taken.end) return { start: taken.end, end: start };
  if (end <= taken.start) return { start: end, end: taken.start };
  return { start: Math.max(start, taken.start), end: Math.min(end, taken.end) };
}

/** How a group that closes fares. */
export type Balance = "done" | "nothing-there" | "no-room";

/** What groups do with their stacks as they close: the newest capture of each slot is in a register, which is undone like any other. */
export class GroupStacks {
  private readonly stacks = new CaptureStacks();
  private readonly program: Program;
  private readonly set: (register: number, value: number) => void;

  /** @param set sets a register so that it can be undone */
  constructor(program: Program, set: (register: number, value: number) => void) {
    this.program = program;
    this.set = set;
  }

  /** The register of the newest capture of a slot. */
  private newest(slot: number): number {
    return this.program.stackRegister + slot;
  }

  /** For each slot all that it has captured, oldest first. */
  all(registers: Int32Array): readonly (readonly Span[])[] {
    return this.program.slots.map((_, i) => this.stacks.spans(registers[this.newest(i + 1)] as number));
  }

  /** Stacks what a slot holds now; false where there is no more room. */
  keep(slot: number, registers: Int32Array): boolean {
    const { stackRegister } = this.program;
    const top = registers[stackRegister] as number;
    const start = captureRegister(slot);
    const grown = this.stacks.push(top, registers[start] as number, registers[start + 1] as number, registers[this.newest(slot)] as number);
    if (grown < 0) return false;
    this.set(this.newest(slot), top);
    this.set(stackRegister, grown);
    return true;
  }

  /** Takes the newest capture of a slot away; another one, if any, holds what is between it and what was read. */
  takeBack(slot: number, holder: number, at: number, registers: Int32Array): Balance {
    const { stacks } = this;
    const cell = slot > 0 ? (registers[this.newest(slot)] as number) : -1;
    if (cell < 0) return "nothing-there";
    const taken = { start: stacks.start(cell), end: stacks.end(cell) };
    const below = stacks.below(cell);
    this.set(this.newest(slot), below);
    this.hold(slot, below < 0 ? NOT_SET : { start: stacks.start(below), end: stacks.end(below) });
    if (holder === 0) return "done";
    const open = openRegister(holder, this.program.slots.length);
    const opened = registers[open] as number;
    this.hold(holder, between(Math.min(opened, at), Math.max(opened, at), taken));
    this.set(open, -1);
    return this.keep(holder, registers) ? "done" : "no-room";
  }

  private hold(slot: number, { start, end }: Span): void {
    this.set(captureRegister(slot), start);
    this.set(captureRegister(slot) + 1, end);
  }
}

const NOT_SET: Span = { start: -1, end: -1 };
