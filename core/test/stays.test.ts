/** Captures that outlast the way on which they were made: what the engines were recorded to say is in the tables of java and perl. */
import { describe, expect, test } from "@jest/globals";
import { BacktrackingMachine, chooseMachine, type DialectName, record, runToEnd } from "../src/index.ts";
import type { Recorder } from "../src/machine/events.ts";
import { UndoLog } from "../src/machine/undo.ts";
import { captureRegister, openRegister } from "../src/program/program.ts";
import { RegisterTrace } from "../src/reel/trace.ts";
import { programOf } from "./support.ts";

describe("the undo log", () => {
  const logged = (): { log: UndoLog; registers: Int32Array } => {
    const log = new UndoLog(100);
    const registers = Int32Array.of(10, 11, 12, 13);
    for (const register of [0, 2, 1, 3, 0]) {
      log.note(register, registers[register] as number);
      registers[register] = (registers[register] as number) + 10;
    }
    return { log, registers };
  };

  test("forgets the changes of captures, and undoes the others", () => {
    const { log, registers } = logged();
    log.forget(1, 2);
    log.undo(registers, 0);
    expect([...registers]).toEqual([10, 21, 12, 13]);
  });

  test("undoes the others at once, and captures when it is asked to", () => {
    const { log, registers } = logged();
    log.undoOthers(registers, 1, 2);
    expect([...registers]).toEqual([30, 21, 12, 13]);
    log.undo(registers, 0);
    expect([...registers]).toEqual([10, 11, 12, 13]);
  });
});

test("undoes some captures, and keeps of the others what they held first", () => {
  const log = new UndoLog(100);
  const registers = Int32Array.of(-1, -1, -1, 9);
  const set = (register: number, value: number): void => {
    log.note(register, registers[register] as number);
    registers[register] = value;
  };
  set(0, 1);
  const from = log.count;
  for (const [register, value] of [
    [0, 2],
    [1, 3],
    [3, 8],
    [0, 4],
    [0, 5],
  ] as const)
    set(register, value);
  expect(log.heldAt(from, 0, registers)).toBe(1);
  log.undoSome(registers, from, 3, (register) => register === 1);
  expect([...registers]).toEqual([5, -1, -1, 9]);
  expect(log.count).toBe(from + 1);
  log.undo(registers, from);
  expect([...registers]).toEqual([1, -1, -1, 9]);
});

describe("perl undoes captures by their numbers only where a turn can be given up over one", () => {
  test.each<[pattern: string, stays: boolean]>([
    ["(?:(a)b|ac)+", true],
    ["(?:(a)b|bc)+", false],
    ["(?:(a)|b)+", false],
    ["(?:()(a)|b)+", true],
    ["(?:(\\w+)=(\\d+);)+", false],
    ["(?:\\w+(?:=(\\d+))?;)+", true],
    ["(?:(\\w+)|(\\d+))*", true],
    ["(?:(\\w+)|(-+))*", false],
    ["(?:(a)b|ac)?", false],
    ["(a)b|ac", false],
    ["(ab|a)+", false],
    ["(?:(?:(a)b|ac)x)*+", true],
  ])("/%s/ %p", (pattern, stays) => {
    expect(programOf(pattern, "", "perl").closedRegister >= 0).toBe(stays);
    expect(programOf(pattern, "", "pcre").closedRegister).toBe(-1);
  });

  test("however many turns there are, what is kept for them stays small", () => {
    const text = `${"ab".repeat(40_000)}${"ac".repeat(40_000)}`;
    const machine = new BacktrackingMachine(programOf("(?:(a)b|a(c))+", "", "perl"), text, { mode: "first" });
    expect(runToEnd(machine, 50_000_000)).toBe("done");
    expect(machine.matches.group(0, 1)).toEqual({ start: 159_998, end: 159_999 });
    expect(machine.matches.group(0, 2)).toEqual({ start: 159_999, end: 160_000 });
  });
});

test("a trace gives the registers after any step", () => {
  const trace = new RegisterTrace(3);
  const registers = Int32Array.of(-1, -1, -1, 7);
  const wanted: number[][] = [];
  for (let step = 0; step < 5000; step++) {
    if (step % 3 !== 1) registers[(step * 7) % 3] = step % 11;
    trace.write(step, registers);
    wanted.push([...registers.subarray(0, 3)]);
  }
  for (const step of [0, 1, 2, 1023, 1024, 1025, 3071, 4998, 4999, 9999]) expect([...trace.at(step)]).toEqual(wanted[Math.min(step, 4999)]);
});

describe.each<[DialectName, string, string]>([
  ["java", "(?:(?!(a)b)|(?=(a)).)*c|(b)", "aabab ca"],
  ["java", "(?>(a)|b)c|\\w", "aab bc"],
  ["java", "(?:(\\w)+,?)+;|,", "aa,ab a,aaa;"],
  ["java", "(?:(a)\\1)*c|(a|b)++x", "aaaab abxc"],
  ["java", "(?:(?=(a)))*?b|(a*?){2}d", "aab aad"],
  ["perl", "(?:(\\w+?)=|(\\w)|(?:(a)b)?;)+", "ab=c;ab;=a"],
  ["perl", "(?:([ab]b?)c|(a)?b|a){2,}?$", "abac aab"],
  ["perl", "(?!(a)b)\\w|(?:(?!(?:(a)|b)*c).)*$", "abac aab"],
])("%s %s", (dialect, pattern, text) => {
  const program = programOf(pattern, "", dialect);

  test("is run by the naive machine alone, and says why", () => {
    expect(program.capturesStay).not.toBeNull();
    expect(chooseMachine(program)).toEqual({
      machine: "backtracking",
      reason: "what groups in it capture stays, though the way is given up on which they did",
    });
  });

  test("the reel shows at every step what the machine held", () => {
    const held: number[][] = [];
    let registers = new Int32Array(0);
    const recorder: Recorder = {
      watch: (own) => {
        registers = own as Int32Array<ArrayBuffer>;
      },
      write: () => {
        held.push([...registers.subarray(0, openRegister(1, program.slots.length))]);
      },
      mark: () => {},
    };
    const machine = new BacktrackingMachine(program, text, { mode: "all", recorder });
    expect(runToEnd(machine, 100_000)).toBe("done");
    expect(machine.matches.length).toBeGreaterThan(0);
    const reel = record(program, text, { mode: "all", eventLimit: 100_000 });
    expect(reel.length).toBe(held.length);
    held.forEach((own, step) => {
      const wanted = program.slots.map((_, i) => {
        const [start, end] = [own[captureRegister(i + 1)] as number, own[captureRegister(i + 1) + 1] as number];
        return start < 0 ? null : { start, end };
      });
      expect([step, reel.captures(step).captures]).toEqual([step, wanted]);
    });
  });
});
