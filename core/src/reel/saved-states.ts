/** The saved states that are held at a step, and what becomes of each. */
import { Kind } from "../machine/events.ts";
import { Op } from "../program/operations.ts";
import type { Node } from "../syntax/tree.ts";
import { BLOCK, savedAfter } from "./blocks.ts";
import type { Tape } from "./tape.ts";

export interface SavedState {
  /** Step that saved it. */
  readonly step: number;
  /** Text offset to which it goes back. */
  readonly at: number;
  /** What would be tried next. */
  readonly node: Node;
  readonly way: SavedWay;
  readonly fate: Fate;
}

/** What became of a saved state, and at which step; `open` where the reel ends before that is known. */
export interface Fate {
  readonly kind: "taken-up" | "thrown-away" | "not-needed" | "open";
  readonly step: number;
}

/** What a saved state would do: the next alternative, no more of a greedy quantifier, or one more of a lazy one. */
export type SavedWay = "alternative" | "stop" | "more";

export class SavedStates {
  private readonly tape: Tape;

  constructor(tape: Tape) {
    this.tape = tape;
  }

  /** The saved states held after a step, newest first, from the one numbered `skip` on. */
  at(step: number, skip: number, count: number): SavedState[] {
    const out: SavedState[] = [];
    const held = step < 0 ? 0 : this.tape.savedAt(step);
    let state = this.tape.top(step);
    const fates = this.fates(step, held);
    for (let n = 0; state >= 0 && n < skip + count; n++) {
      const fate = fates.next().value as Fate;
      if (n >= skip) {
        const pc = this.tape.pc(state);
        const alternative = this.tape.operation(pc) === Op.Branch;
        const lazy = !alternative && this.tape.program.loops[this.tape.operand(pc)]?.lazy === true;
        out.push({
          step: state,
          at: this.tape.offset(state),
          node: this.tape.program.resumes.get(pc) ?? (this.tape.program.nodes[pc] as Node),
          way: alternative ? "alternative" : lazy ? "more" : "stop",
          fate,
        });
      }
      state = this.tape.top(state - 1);
    }
    return out;
  }

  /**
   * What becomes, after a step, of the `held` states that are saved then, newest first, one after the other: an older one
   * is never come back to before a newer one is settled, so all of them are found in one pass.
   */
  private *fates(step: number, held: number): Generator<Fate> {
    const last = this.tape.length - 1;
    let i = step + 1;
    for (let below = held - 1; below >= 0; below--) {
      i = this.firstHolding(below, i);
      if (i > last) break;
      const kind = this.tape.kind(i);
      if (kind === Kind.Resume) yield { kind: "taken-up", step: i };
      else yield kind === Kind.Cut ? { kind: "thrown-away", step: i } : { kind: "not-needed", step: i - 1 };
    }
    const end: Fate = { kind: this.tape.kind(last) === Kind.Match ? "not-needed" : "open", step: last };
    for (;;) yield end;
  }

  /** The first step from `from` on after which at most so many states are saved; the reel's length where there is none. */
  private firstHolding(most: number, from: number): number {
    const { blocks } = this.tape;
    for (let i = from; i < this.tape.length; ) {
      const block = Math.floor(i / BLOCK);
      const end = Math.min(this.tape.length, (block + 1) * BLOCK);
      if (blocks.fewest.at(block) <= most) {
        for (let saved = this.tape.savedAt(i - 1); i < end; i++) {
          saved = savedAfter(this.tape.kind(i), saved, this.tape.value(i));
          if (saved <= most) return i;
        }
      }
      i = end;
    }
    return this.tape.length;
  }
}
