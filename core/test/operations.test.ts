/** The table of operations, and that no reader of programs passes over an operation that it does not know. */
import { describe, expect, test } from "@jest/globals";
import { Alphabet } from "../src/automaton/alphabet.ts";
import { exactBounds, Walk } from "../src/automaton/walk.ts";
import { assessNow, BacktrackingMachine, drained, forecast, graphOf, LinearMachine, type Program, record, relate, runToEnd } from "../src/index.ts";
import { Items } from "../src/machine/items.ts";
import { ASSERTIONS, Side } from "../src/program/assertions.ts";
import { dumpProgram } from "../src/program/dump.ts";
import { instructionCount, targetsOf, waysFrom } from "../src/program/flow.ts";
import { OPERATIONS, Op, rowOf } from "../src/program/operations.ts";
import { INSTRUCTION_WIDTH } from "../src/program/program.ts";
import { effectsOf } from "../src/program/registers.ts";
import { StateSpace } from "../src/program/states.ts";
import { programOf } from "./support.ts";

const UNKNOWN = 99;

/** The program with its first instruction of the operation replaced by one that nobody knows. */
function patched(program: Program, operation: number): Program {
  const code = program.code.slice();
  const word = code.findIndex((value, i) => i % INSTRUCTION_WIDTH === 0 && value === operation);
  code[word] = UNKNOWN;
  return { ...program, code };
}

describe("an operation that is not in the table", () => {
  const program = patched(programOf("(?:a|bc)+d"), Op.Unit);
  const text = "abcd".repeat(10);

  test.each<[string, () => unknown]>([
    ["the backtracking machine", () => runToEnd(new BacktrackingMachine(program, text, { mode: "all" }))],
    ["a recording", () => record(program, text, { mode: "first", eventLimit: 1000 })],
    ["a compiled run", () => new BacktrackingMachine(patched(programOf("a*b"), Op.LoopNext), text, { mode: "all", compileAfter: 1 }).advance(1000)],
    ["the linear machine", () => new LinearMachine(program, text, { mode: "all", directly: true }).advance(1000)],
    ["the linear machine's kernel", () => new LinearMachine(program, text, { mode: "all", directly: true, kernelFrom: 0 }).advance(1000)],
    ["the forecast", () => forecast(program, text, { mode: "all" })],
    ["the forecast of references", () => forecast(patched(programOf("(a|b)\\1c"), Op.Unit), text, { mode: "all", stepsFirst: 0 })],
    ["the hazard", () => assessNow(program, "search")],
    ["relating", () => drained(relate(program, programOf("a")))],
    [
      "a walk",
      () => new Walk("at-least", program, Alphabet.of(program), program.loops.map(exactBounds)).takes(program.code.indexOf(UNKNOWN) / INSTRUCTION_WIDTH),
    ],
    ["items", () => new Items(program, text).take(program.code.indexOf(UNKNOWN) / INSTRUCTION_WIDTH, 0)],
    ["states", () => StateSpace.of(program)],
    ["the chart", () => graphOf(program)],
    ["the flow", () => targetsOf(program)],
    ["the effects", () => effectsOf(program, program.code.indexOf(UNKNOWN) / INSTRUCTION_WIDTH)],
    ["a dump", () => dumpProgram(program)],
  ])("%s refuses it", (_name, read) => {
    expect(read).toThrow("no operation 99");
  });
});

test("every operation has a row: as many operands as an instruction has room for, and a target where it needs one", () => {
  for (const operation of Object.values(Op)) {
    const { operands, flow, name } = OPERATIONS[operation];
    expect([name, operands.length < INSTRUCTION_WIDTH]).toEqual([name, true]);
    expect([name, operands.includes("target")]).toEqual([name, ["jump", "branch", "loop", "condition", "call"].includes(flow)]);
  }
  expect(() => rowOf(UNKNOWN)).toThrow(RangeError);
});

test("ways lead to instructions that are there, and every instruction is come to", () => {
  for (const [pattern, dialect] of [
    ["(?:a|bc)*?(d){2,3}\\1(?!e(?=f))(?<=g|hi)\\bj", "ecmascript"],
    ["(a)?(?(1)b|c)(?>d|e)f*+(?<!gh)(?<=ij)", "python"],
    ["(?(?=a)b|c)(d(?1)?)(?(R)e|f)\\Kg(?:h(*THEN)i|j(*MARK:m)k)", "pcre"],
    ["(?<=(a|bc))d", "perl"],
  ] as const) {
    const program = programOf(pattern, "", dialect);
    const reached = new Set([0]);
    for (const pc of reached) for (const [to] of waysFrom(program, pc)) reached.add(to);
    const count = instructionCount(program);
    expect([...reached].filter((pc) => pc < 0 || pc >= count)).toEqual([]);
    // The end of an alternative that fails is the one thing that a Jump can stand behind.
    expect(Array.from({ length: count }, (_, pc) => pc).filter((pc) => !reached.has(pc))).toEqual([]);
  }
});

describe("assertions", () => {
  const texts = ["", "a", "\n", "a\n", "\na", "a b", "ab\n\n", " a"];

  /** What each means, told in another way: by the text and the offset. */
  const meant: Readonly<Record<string, (text: string, at: number) => boolean>> = {
    "text-start": (_text, at) => at === 0,
    "text-end": (text, at) => at === text.length,
    "last-line-end": (text, at) => at === text.length || text.slice(at) === "\n",
    "line-start": (text, at) => at === 0 || text[at - 1] === "\n",
    "line-start-before-text": (text, at) => at < text.length && (at === 0 || text[at - 1] === "\n"),
    "line-end": (text, at) => at === text.length || text[at] === "\n",
    // Of a run from the text's start on.
    "search-start": (_text, at) => at === 0,
    "line-start-in-text": (text, at) => at === 0 || (at < text.length && text[at - 1] === "\n"),
    "no-word-before": (text, at) => !isWord(text[at - 1]),
    "no-word-after": (text, at) => !isWord(text[at]),
    "word-start": (text, at) => !isWord(text[at - 1]) && isWord(text[at]),
    "word-end": (text, at) => isWord(text[at - 1]) && !isWord(text[at]),
    "word-edge": (text, at) => isWord(text[at - 1]) !== isWord(text[at]),
    "not-word-edge": (text, at) => isWord(text[at - 1]) === isWord(text[at]),
    "not-word-edge-in-text": (text, at) => text !== "" && isWord(text[at - 1]) === isWord(text[at]),
  };
  const isWord = (c: string | undefined): boolean => c === "a" || c === "b";

  test("hold where they are meant to", () => {
    expect(ASSERTIONS.map(({ kind }) => kind).sort()).toEqual(Object.keys(meant).sort());
    for (const { kind, holds } of ASSERTIONS) {
      const inSet = kind.includes("word") ? isWord : (c: string | undefined) => c === "\n";
      for (const text of texts) {
        for (let at = 0; at <= text.length; at++) {
          let sides = (at === 0 ? Side.Start | Side.Origin : 0) | (at === text.length ? Side.End : 0);
          if (inSet(text[at - 1])) sides |= Side.Behind;
          if (inSet(text[at])) sides |= Side.Ahead;
          if (at === text.length - 1) sides |= Side.Last;
          expect([kind, text, at, holds[sides]]).toEqual([kind, text, at, Number(meant[kind]?.(text, at))]);
        }
      }
    }
  });

  test("ask for no more than they go by", () => {
    expect(Object.fromEntries(ASSERTIONS.map(({ kind, asks }) => [kind, asks]))).toEqual({
      "text-start": Side.Start,
      "text-end": Side.End,
      "last-line-end": Side.End | Side.Ahead | Side.Last,
      "line-start": Side.Start | Side.Behind,
      "line-start-before-text": Side.Start | Side.End | Side.Behind,
      "line-end": Side.End | Side.Ahead,
      "search-start": Side.Origin,
      "line-start-in-text": Side.Start | Side.End | Side.Behind,
      "no-word-before": Side.Behind,
      "no-word-after": Side.Ahead,
      "word-start": Side.Behind | Side.Ahead,
      "word-end": Side.Behind | Side.Ahead,
      "word-edge": Side.Behind | Side.Ahead,
      "not-word-edge": Side.Behind | Side.Ahead,
      "not-word-edge-in-text": Side.Start | Side.End | Side.Behind | Side.Ahead,
    });
  });
});
