/** Where control goes on in a program: the ways out of each instruction, by the table of operations. */
import { unknownKey } from "../unknown.ts";
import { type Operation, rowOf } from "./operations.ts";
import { type Enclosure, FAILS, INSTRUCTION_WIDTH, type Loop, type Program, type Verb } from "./program.ts";

/** `first` and `else` leave a choice: the way that is tried first, and the one that is saved for when that fails. */
export type Way = "on" | "first" | "else";

/** Number of instructions. */
export const instructionCount = ({ code }: Program): number => code.length / INSTRUCTION_WIDTH;

/** The operation of an instruction; whoever switches over it must end in `unknownOperation`. */
export const operationAt = ({ code }: Program, pc: number): Operation => code[pc * INSTRUCTION_WIDTH] as Operation;

/** Where control goes on from an instruction, in the order in which it is tried. Throws where there is no such operation. */
export function waysFrom(program: Program, pc: number): readonly (readonly [pc: number, way: Way])[] {
  const { code, loops, enclosures } = program;
  const word = pc * INSTRUCTION_WIDTH;
  const { flow, operands } = rowOf(code[word] as number);
  const target = code[word + 1 + operands.indexOf("target")] as number;
  const next = pc + 1;
  switch (flow) {
    case "on":
      return [[next, "on"]];
    case "jump":
      return [[target, "on"]];
    case "branch":
      return choice(next, target);
    case "loop":
      return loops[code[word + 1] as number]?.lazy ? choice(target, next) : choice(next, target);
    case "condition":
      return [
        [next, "on"],
        [target, "on"],
      ];
    case "enter": {
      const { failed } = enclosures[code[word + 1] as number] as Enclosure;
      return failed === FAILS ? [[next, "on"]] : choice(next, failed);
    }
    case "call":
      return [
        [target, "on"],
        [next, "on"],
      ];
    case "verb":
      return verbWays(program, pc);
    case "return":
      return [[next, "on"]];
    case "leave": {
      const { held } = enclosures[code[word + 1] as number] as Enclosure;
      return held === FAILS ? [] : [[held, "on"]];
    }
    case "end":
      return [];
    default:
      return unknownKey(flow);
  }
}

function verbWays({ code, verbs, nodes }: Program, pc: number): readonly (readonly [number, Way])[] {
  const { kind } = verbs[code[pc * INSTRUCTION_WIDTH + 1] as number] as Verb;
  switch (kind) {
    case "fail":
      return [];
    case "mark":
      return [[pc + 1, "on"]];
    case "accept":
      return [[nodes.length - 1, "on"]];
    case "commit":
    case "prune":
    case "skip":
    case "alternative":
      return choice(pc + 2, pc + 1);
    default:
      return unknownKey(kind);
  }
}

const choice = (first: number, second: number): readonly (readonly [number, Way])[] => [
  [first, "first"],
  [second, "else"],
];

/** The two ways of a choice that saves a state: the one that is taken, and the one that is saved. */
export function choiceAt({ code, loops }: Program, pc: number): { readonly first: number; readonly second: number } {
  const word = pc * INSTRUCTION_WIDTH;
  const { flow, operands } = rowOf(code[word] as number);
  const target = code[word + 1 + operands.indexOf("target")] as number;
  if (flow !== "branch" && flow !== "loop") throw new RangeError(`Instruction ${pc} is no choice.`);
  const lazy = flow === "loop" && (loops[code[word + 1] as number] as Loop).lazy;
  return lazy ? { first: target, second: pc + 1 } : { first: pc + 1, second: target };
}

/** Instructions that control comes to from elsewhere than from the one before. */
export function targetsOf(program: Program): Set<number> {
  const targets = new Set<number>();
  for (let pc = 0; pc < instructionCount(program); pc++) for (const [to] of waysFrom(program, pc)) if (to !== pc + 1) targets.add(to);
  return targets;
}
