/**
 * The states of a program: an instruction together with what its outcome depends on besides the offset, which is how
 * far the loops around it have counted, whether their iteration has taken any text yet, and whether groups that a
 * condition asks for have taken part. Two runs in the same state at the same offset go the same way, unless what groups
 * hold matters to back-references.
 *
 * For outcomes only instructions where ways part or runs begin need states: choices and enclosures. The threads of an
 * automaton can stand at any instruction.
 */
import { Op, rowOf } from "./operations.ts";
import { captureRegister, INSTRUCTION_WIDTH, type Loop, type Program, UNBOUNDED } from "./program.ts";

/** More states than this are no longer worth a table: counted repeats of counted repeats of counted repeats. */
const MAX_STATES = 1 << 26;

/** Loops inside loops inside loops: each state is told apart by all that are around it. */
const MAX_PARTS = 1 << 20;

/** Conditions that ask for more groups than this do not fit a mask of bits. */
const MAX_ASKED_GROUPS = 30;

/** What has been made of programs; null where there are too many states. */
const spaces = { choices: new WeakMap<Program, StateSpace | null>(), all: new WeakMap<Program, StateSpace | null>() };

/** A register, and how many values of it are told apart. */
interface Part {
  readonly kind: "count" | "progress" | "group";
  readonly register: number;
  readonly values: number;
}

const NO_PARTS: Part[] = [];

/** A register that holds no offset of this moment: any number that is none. */
const ELSEWHERE = -2;

export class StateSpace {
  /** Number of states. */
  readonly size: number;
  private readonly base: Int32Array;
  private readonly parts: readonly (readonly Part[])[];
  private readonly askedRegisters: readonly number[];

  private constructor(size: number, base: Int32Array, parts: readonly (readonly Part[])[], askedRegisters: readonly number[]) {
    this.size = size;
    this.base = base;
    this.parts = parts;
    this.askedRegisters = askedRegisters;
  }

  /** The states of a program's choices, or of all its instructions; undefined where there are too many. */
  static of(program: Program, which: "choices" | "all" = "choices"): StateSpace | undefined {
    const known = spaces[which];
    let found = known.get(program);
    if (found === undefined) {
      found = StateSpace.make(program, which) ?? null;
      known.set(program, found);
    }
    return found ?? undefined;
  }

  private static make(program: Program, which: "choices" | "all"): StateSpace | undefined {
    const count = program.code.length / INSTRUCTION_WIDTH;
    const base = new Int32Array(count).fill(-1);
    const parts: Part[][] = Array<Part[]>(count).fill(NO_PARTS);
    if (program.beyond.size > 0) return undefined;
    const groups = askedGroups(program);
    if (groups.length > MAX_ASKED_GROUPS) return undefined;
    /** Loops around the instruction, inside the innermost enclosure. */
    let loops: number[] = [];
    const outside: number[][] = [];
    let size = 0;
    let partCount = 0;
    for (let pc = 0; pc < count; pc++) {
      const operation = program.code[pc * INSTRUCTION_WIDTH] as number;
      const a = program.code[pc * INSTRUCTION_WIDTH + 1] as number;
      const { flow } = rowOf(operation);
      if (operation === Op.LoopTry) loops.push(a);
      if (which === "all" || flow === "loop" || flow === "branch" || flow === "enter") {
        const own = operation === Op.LoopTry ? a : -1;
        // What comes of an enclosure's inside does not hang on the loops around it.
        const around = operation === Op.Enter && which === "choices" ? [] : loops;
        partCount += around.length + groups.length;
        if (partCount > MAX_PARTS) return undefined;
        const told = around.length + groups.length === 0 ? NO_PARTS : around.flatMap((number) => partsOf(program.loops[number] as Loop, number === own));
        for (const group of groups) told.push({ kind: "group", register: captureRegister(group) + 1, values: 2 });
        parts[pc] = told;
        base[pc] = size;
        size += told.reduce((product, part) => product * part.values, 1);
        if (size > MAX_STATES) return undefined;
      }
      if (operation === Op.LoopNext) loops.pop();
      if (operation === Op.Enter) {
        outside.push(loops);
        loops = [];
      }
      if (operation === Op.Leave) loops = outside.pop() ?? [];
    }
    return new StateSpace(
      size,
      base,
      parts,
      groups.map((group) => captureRegister(group) + 1),
    );
  }

  /** Which of the groups that conditions ask for have taken part, as bits. */
  groupBits(registers: Int32Array): number {
    return this.askedRegisters.reduce((bits, register, i) => ((registers[register] as number) >= 0 ? bits | (1 << i) : bits), 0);
  }

  /** Marks the groups of the bits as having taken part. */
  loadGroupBits(bits: number, registers: Int32Array): void {
    this.askedRegisters.forEach((register, i) => {
      if (bits & (1 << i) && (registers[register] as number) < 0) registers[register] = 0;
    });
  }

  /** The number of the state at the instruction, or −1 where it has none. */
  number(pc: number, at: number, registers: Int32Array): number {
    let index = 0;
    for (const part of this.parts[pc] as readonly Part[]) {
      const held = registers[part.register] as number;
      const value = part.kind === "count" ? held : part.kind === "progress" ? Number(held === at) : Number(held >= 0);
      index = index * part.values + value;
    }
    return (this.base[pc] as number) + index;
  }

  /** The instruction of a state; only where all instructions have states. */
  instructionOf(state: number): number {
    if (this.size === this.base.length) return state;
    let low = 0;
    let high = this.base.length - 1;
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if ((this.base[middle] as number) <= state) low = middle;
      else high = middle - 1;
    }
    return low;
  }

  /** Sets the registers as a state has them. */
  load(state: number, pc: number, at: number, registers: Int32Array): void {
    const parts = this.parts[pc] as readonly Part[];
    let index = state - (this.base[pc] as number);
    for (let i = parts.length - 1; i >= 0; i--) {
      const { kind, register, values } = parts[i] as Part;
      const value = index % values;
      index = (index - value) / values;
      if (kind === "count") registers[register] = value;
      else if (kind === "progress") registers[register] = value === 1 ? at : ELSEWHERE;
      else registers[register] = value - 1;
    }
  }
}

function askedGroups({ asked }: Program): readonly number[] {
  return [...new Set(asked.flat())].sort((a, b) => a - b);
}

/** What tells a loop's states apart; at its own LoopTry its offset matters only to loops whose empty iteration is the last. */
function partsOf(loop: Loop, own: boolean): Part[] {
  const parts: Part[] = [];
  if (loop.counter >= 0) parts.push({ kind: "count", register: loop.counter, values: (loop.max === UNBOUNDED ? loop.min : loop.max) + 1 });
  if (loop.begin >= 0 && (!own || loop.emptyIsLast)) parts.push({ kind: "progress", register: loop.begin, values: 2 });
  return parts;
}
