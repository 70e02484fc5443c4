/**
 * The live path of a step: the events that what holds there came from. It runs from the step back to the start of the
 * attempt. A resume jumps to the moment its state was saved, and skips what was undone in between.
 */
import { Kind } from "../machine/events.ts";
import { Op } from "../program/operations.ts";
import type { Node, Span } from "../syntax/tree.ts";
import type { Tape } from "./tape.ts";

/** One iteration of a group: the step that closed it, and the text that it took. */
export interface Iteration extends Span {
  readonly step: number;
  readonly node: Node;
}

/** A call that is under way. */
export interface OpenCall {
  readonly step: number;
  readonly node: Node;
  /** Offset where it was entered. */
  readonly at: number;
}

/** Steps of a live path that are gone back for the calls around one. */
const MOST_GONE_BACK = 200_000;

export class LivePath {
  private readonly tape: Tape;

  constructor(tape: Tape) {
    this.tape = tape;
  }

  /**
   * The step before this one on the live path. A resume goes back to just before its state was saved; a lookaround
   * whose inside has failed or was not wanted goes back to where it was entered.
   */
  before(step: number): number {
    const kind = this.tape.kind(step);
    if (kind === Kind.Resume) return this.tape.savedBy(step) - 1;
    if (kind !== Kind.Leave && kind !== Kind.Mismatch) return step - 1;
    const pc = this.tape.pc(step);
    if (this.tape.operation(pc) !== Op.Leave) return step - 1;
    const look = this.tape.operand(pc);
    // Only a mismatch right before says that the inside had failed, or a verb.
    if (kind === Kind.Leave && this.tape.kind(step - 1) !== Kind.Mismatch && this.tape.operation(this.tape.pc(step - 1)) !== Op.Act) return step - 1;
    let i = step - 1;
    // A lookaround is not entered again inside itself, so the newest entry is its own.
    while (this.tape.kind(i) !== Kind.Enter || this.tape.operand(this.tape.pc(i)) !== look) i--;
    return i;
  }

  /** The step at which the call was entered that a step leaves. */
  entered(left: number): number {
    let inside = 1;
    let i = left;
    while (inside > 0) {
      i = this.before(i);
      if (this.tape.kind(i) === Kind.Return) inside++;
      if (this.tape.kind(i) === Kind.Call) inside--;
    }
    return i;
  }

  /** The live path from a step back to the start of its attempt, newest first. */
  *from(step: number): Generator<number> {
    let i = step;
    for (;;) {
      yield i;
      if (this.tape.kind(i) === Kind.Attempt) return;
      i = this.before(i);
    }
  }

  /**
   * The calls that are under way after a step, the innermost first: the step at which each was entered, what calls, and
   * where. Of a path that is longer than is gone back, those that were found; `whole` says whether that is all of them.
   */
  calls(step: number): { readonly calls: readonly OpenCall[]; readonly whole: boolean } {
    const calls: OpenCall[] = [];
    if (this.tape.program.callRegister < 0) return { calls, whole: true };
    let gone = 0;
    for (let i = step; this.tape.kind(i) !== Kind.Attempt; ) {
      if (++gone > MOST_GONE_BACK) return { calls, whole: false };
      const kind = this.tape.kind(i);
      // The step that leaves a call is in it no more.
      if (kind === Kind.Return) i = this.entered(i);
      else if (kind === Kind.Call) calls.push({ step: i, node: this.tape.program.nodes[this.tape.pc(i)] as Node, at: this.tape.value(i) });
      i = this.before(i);
    }
    return { calls, whole: true };
  }

  /** The steps on the live path at which a group was closed, oldest first, with what each turn took; at most `limit`, the newest. */
  turns(group: number, step: number, limit: number): Iteration[] {
    const out: Iteration[] = [];
    let closed: { step: number; at: number } | undefined;
    for (let i = step; this.tape.kind(i) !== Kind.Attempt; i = this.before(i)) {
      const kind = this.tape.kind(i);
      // What was taken inside of a call is forgotten.
      if (kind === Kind.Return) i = this.entered(i);
      if (kind !== Kind.Open && kind !== Kind.Close) continue;
      const pc = this.tape.pc(i);
      if (this.tape.closes(pc) !== group) continue;
      if (kind === Kind.Close) closed = { step: i, at: this.tape.value(i) };
      else if (closed) {
        const opened = this.tape.value(i);
        const [start, end] = [Math.min(opened, closed.at), Math.max(opened, closed.at)];
        out.push({ step: closed.step, node: this.tape.program.nodes[pc] as Node, start, end });
        closed = undefined;
        if (out.length >= limit) break;
      }
    }
    return out.reverse();
  }
}
