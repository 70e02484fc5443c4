/**
 * Instructions as they are written: their numbers, the sets that they share, choices between ways, and the tasks that wait
 * until what comes before them has been written. What they are written for is the compiler's.
 */
import { type CharSet, contains } from "../charset/charset.ts";
import type { Node } from "../syntax/tree.ts";
import { Op, type Operation } from "./operations.ts";
import { INSTRUCTION_WIDTH } from "./program.ts";

const LATIN = 256;

export type Task = () => void;

/** One of several ways, with the node that it is. */
export interface Way {
  readonly node: Node;
  readonly emit: Task;
}

export class Emitter {
  protected readonly code: number[] = [];
  protected readonly nodes: Node[] = [];
  protected readonly resumes = new Map<number, Node>();
  protected readonly sets: CharSet[] = [];
  private readonly setNumbers = new Map<string, number>();
  private readonly numbersOf = new Map<CharSet, number>();
  private readonly tasks: Task[] = [];

  /** Does the tasks that wait, and those that these leave; false where more instructions were written than there may be. */
  protected work(most: number): boolean {
    for (let task = this.tasks.pop(); task; task = this.tasks.pop()) {
      task();
      if (this.nodes.length > most) return false;
    }
    return true;
  }

  /** Tasks to be done in this order, before all that wait already: a list replaces recursion. */
  protected later(tasks: readonly Task[]): void {
    for (let i = tasks.length - 1; i >= 0; i--) this.tasks.push(tasks[i] as Task);
  }

  protected emit(node: Node, op: Operation, a = 0, b = 0, c = 0): number {
    this.code.push(op, a, b, c);
    return this.nodes.push(node) - 1;
  }

  /** The number of the next instruction. */
  protected get pc(): number {
    return this.nodes.length;
  }

  /** Sets field 1 (a) or 2 (b) of an instruction that is already there to an instruction's number, the next one's if left out. */
  protected aim(pc: number, field: 1 | 2, at = this.pc): void {
    this.code[pc * INSTRUCTION_WIDTH + field] = at;
  }

  /** Several ways, the first of them tried first. */
  protected choice(node: Node, ways: readonly Way[]): void {
    const jumps: number[] = [];
    const tasks: Task[] = [];
    ways.forEach((way, i) => {
      const next = ways[i + 1];
      if (!next) {
        tasks.push(way.emit);
        return;
      }
      let choice = 0;
      tasks.push(
        () => {
          choice = this.emit(node, Op.Branch);
          this.resumes.set(choice, next.node);
        },
        way.emit,
        () => {
          jumps.push(this.emit(node, Op.Jump));
          this.aim(choice, 1);
        },
      );
    });
    tasks.push(() => {
      for (const jump of jumps) this.aim(jump, 1);
    });
    this.later(tasks);
  }

  /** The number of a set: equal ones share it. */
  protected setNumber(set: CharSet): number {
    let number = this.numbersOf.get(set);
    if (number === undefined) {
      number = this.equalSetNumber(set);
      this.numbersOf.set(set, number);
    }
    return number;
  }

  private equalSetNumber(set: CharSet): number {
    const key = set.join();
    let number = this.setNumbers.get(key);
    if (number === undefined) {
      number = this.sets.push(set) - 1;
      this.setNumbers.set(key, number);
    }
    return number;
  }

  /** For each set 256 bytes: 1 where it holds that code unit. */
  protected latin(): Uint8Array {
    const latin = new Uint8Array(LATIN * this.sets.length);
    this.sets.forEach((set, n) => {
      for (let unit = 0; unit < LATIN; unit++) if (contains(set, unit)) latin[n * LATIN + unit] = 1;
    });
    return latin;
  }
}
