/** Lookarounds: what is asked ahead, and the ways in which dialects go back to ask what stands behind. */

import { noCharacter } from "../syntax/build.ts";
import type { Node, NodeOf } from "../syntax/tree.ts";
import type { Task } from "./emitter.ts";
import { Op } from "./operations.ts";
import { TRIED, UNBOUNDED } from "./program.ts";
import { Turns } from "./turns.ts";

export abstract class Looks extends Turns {
  protected look(node: NodeOf<"look">): void {
    const { behind, widths, body, back: reach } = node;
    /** Goes back by so many characters, and reads on from there. */
    const from =
      (width: number, part: Node): Task =>
      () => {
        if (width > 0) this.emit(node, Op.StepBack, width);
        this.later([() => this.node(part, false)]);
      };
    const inside = (): void => {
      if (widths?.length === 0) {
        this.beyond.add("looks-back");
        this.node(noCharacter, false);
      } else if (reach !== undefined) this.searchBack(node, widths?.[0] ?? 0, reach);
      else if (widths === null) this.later([() => this.node(body, behind)]);
      else if (widths.length === 1) from(widths[0] as number, body)();
      else {
        const branches = body.kind === "alternation" ? body.branches : [body];
        this.choice(
          body,
          branches.map((branch, i) => ({ node: branch, emit: from(widths[i] as number, branch) })),
        );
      }
    };
    if (!node.reenters) {
      this.enclose("look", node, node.negated, inside);
      return;
    }
    // Nothing is settled: it notes where it was asked, and goes back there.
    this.beyond.add("reenters");
    const place = this.registers++;
    this.emit(node, Op.MarkPlace, place);
    this.later([() => this.later([inside]), () => this.emit(node, Op.BackToPlace, place)]);
  }

  /** A lookbehind that is tried place by place, and must end where it was asked. */
  private searchBack(node: NodeOf<"look">, first: number, reach: number): void {
    const enclosure = this.enclosures.length - 1;
    this.beyond.add("looks-back");
    const { from } = node;
    this.later([
      ...(from === undefined ? [] : [() => this.enclose("look", node, false, () => this.emit(node, Op.StepBack, from))]),
      () => (reach < 0 ? this.fromFurthest(node, first + reach, -reach, enclosure) : this.fromNearest(node, first, reach, enclosure)),
    ]);
  }

  /** From the nearest place to the furthest. */
  private fromNearest(node: NodeOf<"look">, least: number, further: number, enclosure: number): void {
    if (least > 0) this.emit(node, Op.StepBack, least);
    if (further > 0) this.stepsBack(node, further);
    this.later([() => this.node(node.body, false), () => this.emit(node, Op.HereAgain, enclosure)]);
  }

  /** A lazy loop that goes back character by character. */
  private stepsBack(node: NodeOf<"look">, further: number): void {
    const operator = { start: node.start, end: node.start };
    const number = this.loops.length;
    const turns: NodeOf<"quantifier"> = { kind: "quantifier", min: 0, max: further, mode: "lazy", body: node.body, operator, start: node.start, end: node.end };
    this.loops.push({
      node: turns,
      min: 0,
      max: Math.min(further, UNBOUNDED - 1),
      lazy: true,
      counter: this.registers++,
      begin: -1,
      emptyIsLast: false,
      cleared: 0,
      emptyEnds: false,
      unwinds: false,
      counted: TRIED,
      beforeText: false,
      notesFrom: 0,
      emptyOn: -1,
      clearFrom: 0,
      clearTo: 0,
    });
    this.emit(node, Op.LoopEnter, number);
    const start = this.emit(node, Op.LoopTry, number);
    this.emit(node, Op.StepBack, 1);
    this.emit(node, Op.LoopNext, number, start);
    this.aim(start, 2);
  }

  /** The same from the furthest place to the nearest: each place is an alternative. */
  private fromFurthest(node: NodeOf<"look">, least: number, further: number, enclosure: number): void {
    const widths = Array.from({ length: further + 1 }, (_, i) => least + further - i);
    const jumps: number[] = [];
    const tasks: Task[] = [];
    widths.forEach((width, i) => {
      let choice = -1;
      tasks.push(() => {
        if (i < widths.length - 1) {
          choice = this.emit(node, Op.Branch);
          this.resumes.set(choice, node);
        }
        if (width > 0) this.emit(node, Op.StepBack, width);
      });
      tasks.push(() => {
        jumps.push(this.emit(node, Op.Jump));
        if (choice < 0) return;
        this.aim(choice, 1);
        // What was captured from one place is not undone for the next.
        this.lookedUp.add(this.pc);
      });
    });
    this.later([
      ...tasks,
      () => {
        for (const jump of jumps) this.aim(jump, 1);
      },
      () => this.node(node.body, false),
      () => this.emit(node, Op.HereAgain, enclosure),
    ]);
  }
}
