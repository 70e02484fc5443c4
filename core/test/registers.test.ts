/** What instructions do with registers, and what the table of effects says of them: no more is set, nothing else is asked for. */
import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { DEPTH } from "../../scripts/depth.mjs";
import type { DialectName, Program } from "../src/index.ts";
import { instructionCount } from "../src/program/flow.ts";
import { Op } from "../src/program/operations.ts";
import { INSTRUCTION_WIDTH, type Loop } from "../src/program/program.ts";
import { beginIteration, closeGroup, effectsOf, endIteration, enterLoop, forcedWay, oneHasTakenPart, openGroup } from "../src/program/registers.ts";
import { StateSpace } from "../src/program/states.ts";
import { programOf } from "./support.ts";

const PATTERNS: readonly (readonly [string, DialectName])[] = [
  ["(a?)*(b{2,3}?)+\\1", "ecmascript"],
  ["(?:(a|(b))*c){1,4}", "ecmascript"],
  ["(?<=(a)(b)*)", "ecmascript"],
  ["(a?)*(?:b?){2,}(?(1)c|d)", "python"],
  ["((a?){2,3}){0,2}(?P<n>x)(?P=n)?", "python"],
  ["(a*)+?(?:(b)|c){3}\\1", "python"],
];
const programs = PATTERNS.map(([pattern, dialect]) => programOf(pattern, "", dialect));

/** Does what the instruction does with the registers; what it answers, where it answers. */
function act(program: Program, pc: number, at: number, registers: Int32Array): unknown {
  const word = pc * INSTRUCTION_WIDTH;
  const a = program.code[word + 1] as number;
  switch (program.code[word]) {
    case Op.Open:
      return openGroup(a, at, registers, program.slots.length);
    case Op.Close:
      return closeGroup(a, at, registers, program.slots.length);
    case Op.Condition:
      return oneHasTakenPart(program.asked[a] as readonly number[], registers);
    case Op.LoopEnter:
      return enterLoop(program.loops[a] as Loop, registers);
    case Op.LoopTry:
      return forcedWay(program.loops[a] as Loop, at, registers);
    case Op.LoopBegin:
      return beginIteration(program.loops[a] as Loop, at, registers);
    case Op.LoopNext:
      return endIteration(program.loops[a] as Loop, at, registers);
    default:
      return undefined;
  }
}

/** A program, one of its instructions, an offset, and numbers for all its registers. */
const situation = fc
  .constantFrom(...programs)
  .chain((program) =>
    fc.tuple(
      fc.constant(program),
      fc.integer({ min: 0, max: instructionCount(program) - 1 }),
      fc.integer({ min: 0, max: 5 }),
      fc.array(fc.integer({ min: -1, max: 5 }), { minLength: program.registerCount, maxLength: program.registerCount }),
      fc.array(fc.integer({ min: -1, max: 5 }), { minLength: program.registerCount, maxLength: program.registerCount }),
    ),
  );

describe("effects", () => {
  test("only what an instruction is said to set is set", () => {
    fc.assert(
      fc.property(situation, ([program, pc, at, values]) => {
        const registers = Int32Array.from(values);
        act(program, pc, at, registers);
        const { writes } = effectsOf(program, pc);
        const changed = values.flatMap((value, register) => (registers[register] === value ? [] : [register]));
        expect(changed.filter((register) => !writes.includes(register))).toEqual([]);
      }),
      { numRuns: 300 * DEPTH },
    );
  });

  test("what it does hangs on nothing but what it is said to ask for", () => {
    fc.assert(
      fc.property(situation, ([program, pc, at, values, others]) => {
        const { reads, writes } = effectsOf(program, pc);
        const one = Int32Array.from(values);
        // The same numbers where it asks, any others elsewhere.
        const other = Int32Array.from(values, (value, register) => (reads.includes(register) ? value : (others[register] as number)));
        expect(act(program, pc, at, other)).toEqual(act(program, pc, at, one));
        expect(writes.map((register) => other[register])).toEqual(writes.map((register) => one[register]));
      }),
      { numRuns: 300 * DEPTH },
    );
  });
});

describe("states", () => {
  test("every number stands for one instruction with one count of each loop around it, and back", () => {
    for (const program of programs.filter(({ references }) => references.length === 0)) {
      const states = StateSpace.of(program, "all");
      if (!states) throw new Error("too many states");
      const registers = new Int32Array(program.registerCount).fill(-1);
      const at = 3;
      for (let state = 0; state < states.size; state++) {
        const pc = states.instructionOf(state);
        states.load(state, pc, at, registers);
        expect([state, states.number(pc, at, registers)]).toEqual([state, state]);
      }
    }
  });

  test("they are made once for a program", () => {
    const program = programOf("(?:a{2,3}b)*");
    expect(StateSpace.of(program, "all")).toBe(StateSpace.of(program, "all"));
    expect(StateSpace.of(program)).not.toBe(StateSpace.of(program, "all"));
  });
});
