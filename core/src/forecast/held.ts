/**
 * What groups hold that back-references may still ask for, as numbers: two runs at the same instruction and offset that
 * hold the same go the same way. What no reference on the way can ask for any more is left out, by the usual analysis of
 * live registers (A. Aho, M. Lam, R. Sethi and J. Ullman, "Compilers", 2006, §9.2.5).
 */
import { instructionCount, waysFrom } from "../program/flow.ts";
import { captureRegister, openRegister, type Program } from "../program/program.ts";
import { effectsOf } from "../program/registers.ts";

/** Three registers for each group that is referred to; one bit each of a small integer. */
const MAX_REGISTERS = 30;
/** The analysis goes over the program until nothing changes, at most so often: loops in loops make it go once more each. */
const MAX_INSTRUCTIONS = 20_000;
const MAX_PASSES = 30;
/** Some 200 bytes each. */
const MAX_HELD = 500_000;
/** What a register holds: −1, or an offset. */
const VALUES = 2 ** 31 + 1;

export class Held {
  /** Set when there is more to tell apart than there is room for. */
  full = false;
  private readonly live: Live;
  /** A tree of what is held, register by register: a node and a value → the node after it. The root is 0, for nothing held. */
  private readonly nodes = new Map<number, number>();
  private readonly parents: number[] = [-1];
  private readonly values: number[] = [-1];

  private constructor(live: Live) {
    this.live = live;
  }

  /** Undefined where too many groups are referred to, or the program is too long, or its loops too deep. */
  static of(program: Program): Held | undefined {
    let live = known.get(program);
    if (live === undefined) {
      live = liveRegisters(program);
      known.set(program, live);
    }
    return live ? new Held(live) : undefined;
  }

  /** The number of what the registers hold before the instruction. */
  number(pc: number, registers: Int32Array): number {
    let node = 0;
    for (const register of this.live[pc] as readonly number[]) node = this.after(node, registers[register] as number);
    return node;
  }

  private after(node: number, value: number): number {
    const key = node * VALUES + value + 1;
    let next = this.nodes.get(key);
    if (next === undefined) {
      next = this.parents.push(node) - 1;
      this.values.push(value);
      this.nodes.set(key, next);
      if (next >= MAX_HELD) this.full = true;
    }
    return next;
  }

  /** Sets the registers that are live before the instruction to what the number stands for. */
  load(number: number, pc: number, registers: Int32Array): void {
    const live = this.live[pc] as readonly number[];
    for (let [node, i] = [number, live.length - 1]; i >= 0; node = this.parents[node] as number, i--) {
      registers[live[i] as number] = this.values[node] as number;
    }
  }

  clear(): void {
    this.nodes.clear();
    this.parents.length = 1;
    this.values.length = 1;
  }
}

/** For each instruction of a program the registers that are live before it; worked out once. */
type Live = readonly (readonly number[])[];

const known = new WeakMap<Program, Live | null>();

function liveRegisters(program: Program): Live | null {
  // References to one name share one list of slots.
  const lists = new Set(program.references.map((reference) => reference.slots));
  const slots = [...new Set([...lists].flat())];
  if (3 * slots.length > MAX_REGISTERS || program.nodes.length > MAX_INSTRUCTIONS) return null;
  const registers = slots.flatMap((slot) => [captureRegister(slot), captureRegister(slot) + 1, openRegister(slot, program.slots.length)]);
  const masks = liveMasks(program, registers);
  if (!masks) return null;
  const sets = new Map<number, readonly number[]>();
  return Array.from(masks, (mask) => {
    const set = sets.get(mask) ?? registers.filter((_, i) => mask & (1 << i));
    sets.set(mask, set);
    return set;
  });
}

/** For each instruction which of the registers are live before it, as bits. */
function liveMasks(program: Program, registers: readonly number[]): Int32Array | undefined {
  const count = instructionCount(program);
  const bitOf = new Map(registers.map((register, i) => [register, 1 << i]));
  const bits = (list: readonly number[]): number => list.reduce((mask, register) => mask | (bitOf.get(register) ?? 0), 0);
  const instructions = Array.from({ length: count }, (_, pc) => {
    const { reads, writes, copies } = effectsOf(program, pc);
    return { to: waysFrom(program, pc).map(([next]) => next), reads: bits(reads), writes: bits(writes), copies };
  });
  const live = new Int32Array(count);
  let passes = 0;
  for (let changed = true; changed; ) {
    if (++passes > MAX_PASSES) return undefined;
    changed = false;
    for (let pc = count - 1; pc >= 0; pc--) {
      const { to, reads, writes, copies } = instructions[pc] as (typeof instructions)[number];
      const after = to.reduce((mask, next) => mask | (live[next] as number), 0);
      const mask = (after & ~writes) | (copies && (after & writes) === 0 ? 0 : reads);
      if (mask !== live[pc]) {
        live[pc] = mask;
        changed = true;
      }
    }
  }
  return live;
}
