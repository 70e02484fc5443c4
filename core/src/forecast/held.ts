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

export class Held {
  /** Set when there is more to tell apart than there is room for. */
  full = false;
  private readonly live: Live;
  private readonly numbers = new Map<string, number>();
  private readonly values: (readonly number[])[] = [];

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
    const values = (this.live[pc] as readonly number[]).map((register) => registers[register] as number);
    const key = values.join();
    let number = this.numbers.get(key);
    if (number === undefined) {
      number = this.values.push(values) - 1;
      this.numbers.set(key, number);
      if (number >= MAX_HELD) this.full = true;
    }
    return number;
  }

  /** Sets the registers that are live before the instruction to what the number stands for. */
  load(number: number, pc: number, registers: Int32Array): void {
    const values = this.values[number] as readonly number[];
    (this.live[pc] as readonly number[]).forEach((register, i) => {
      registers[register] = values[i] as number;
    });
  }

  clear(): void {
    this.numbers.clear();
    this.values.length = 0;
  }
}

/** For each instruction of a program the registers that are live before it; worked out once. */
type Live = readonly (readonly number[])[];

const known = new WeakMap<Program, Live | null>();

function liveRegisters(program: Program): Live | null {
  const slots = [...new Set(program.references.flatMap((reference) => reference.slots))];
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
