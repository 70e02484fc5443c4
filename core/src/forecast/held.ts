/**
 * What groups hold that back-references may still ask for, as numbers: two runs at the same instruction and offset that
 * hold the same go the same way. What no reference on the way can ask for any more is left out, by the usual analysis of
 * live registers (A. Aho, M. Lam, R. Sethi and J. Ullman, "Compilers", 2006, §9.2.5).
 */
import { captureRegister, type Enclosure, INSTRUCTION_WIDTH, type Loop, Op, openRegister, type Program, type Reference } from "../program/program.ts";

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
  const groups = [...new Set(program.references.flatMap((reference) => reference.groups))];
  if (3 * groups.length > MAX_REGISTERS || program.nodes.length > MAX_INSTRUCTIONS) return null;
  const registers = groups.flatMap((group) => [captureRegister(group), captureRegister(group) + 1, openRegister(group, program.groups.length)]);
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
  const { code, loops, enclosures, references, groups } = program;
  const count = code.length / INSTRUCTION_WIDTH;
  const bitOf = new Map(registers.map((register, i) => [register, 1 << i]));
  const bits = (list: readonly number[]): number => list.reduce((mask, register) => mask | (bitOf.get(register) ?? 0), 0);
  const capture = (group: number): number => bits([captureRegister(group), captureRegister(group) + 1]);
  const live = new Int32Array(count);
  let passes = 0;
  for (let changed = true; changed; ) {
    if (++passes > MAX_PASSES) return undefined;
    changed = false;
    for (let pc = count - 1; pc >= 0; pc--) {
      const [operation, a, b] = [code[pc * INSTRUCTION_WIDTH], code[pc * INSTRUCTION_WIDTH + 1] as number, code[pc * INSTRUCTION_WIDTH + 2] as number];
      const next = live[pc + 1] ?? 0;
      let mask = next;
      switch (operation) {
        case Op.Branch:
          mask |= live[a] as number;
          break;
        case Op.Jump:
          mask = live[a] as number;
          break;
        case Op.LoopTry:
        case Op.Condition:
          mask |= live[b] as number;
          break;
        case Op.LoopNext:
          mask = live[b] as number;
          break;
        case Op.Enter:
          mask |= live[(enclosures[a] as Enclosure).next] as number;
          break;
        case Op.Leave:
          mask = live[(enclosures[a] as Enclosure).next] as number;
          break;
        case Op.Match:
          mask = 0;
          break;
        case Op.Reference:
          for (const group of (references[a] as Reference).groups) mask |= capture(group);
          break;
        case Op.Open:
          mask &= ~bits([openRegister(a, groups.length)]);
          break;
        case Op.Close:
          if (mask & capture(a)) mask = (mask & ~capture(a)) | bits([openRegister(a, groups.length)]);
          break;
        case Op.LoopBegin: {
          const { clearFrom, clearTo } = loops[a] as Loop;
          for (let group = clearFrom; group < clearTo; group++) mask &= ~capture(group);
          break;
        }
      }
      if (mask !== live[pc]) {
        live[pc] = mask;
        changed = true;
      }
    }
  }
  return live;
}
