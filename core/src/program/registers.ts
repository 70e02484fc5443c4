/**
 * What instructions do with the registers: groups open and close, loops count. The backtracking machine has the same in
 * its own loop, where each change is noted for undoing.
 */
import { Op, type Operation, unknownOperation } from "./operations.ts";
import { captureRegister, INSTRUCTION_WIDTH, type Loop, openRegister, type Program, type Reference, UNBOUNDED } from "./program.ts";

export function openGroup(slot: number, at: number, registers: Int32Array, slotCount: number): void {
  registers[openRegister(slot, slotCount)] = at;
}

/** A group that was read backwards ends before it was opened. */
export function closeGroup(slot: number, at: number, registers: Int32Array, slotCount: number): void {
  const opened = registers[openRegister(slot, slotCount)] as number;
  registers[captureRegister(slot)] = Math.min(opened, at);
  registers[captureRegister(slot) + 1] = Math.max(opened, at);
}

/** Whether one of the slots has taken part. */
export const oneHasTakenPart = (slots: readonly number[], registers: Int32Array): boolean => slots.some((slot) => hasTakenPart(slot, registers));

const hasTakenPart = (slot: number, registers: Int32Array): boolean => (registers[captureRegister(slot) + 1] as number) >= 0;

export function enterLoop(loop: Loop, registers: Int32Array): void {
  if (loop.counter >= 0) registers[loop.counter] = 0;
  if (loop.emptyIsLast) registers[loop.begin] = -1;
  if (loop.cleared > 0) registers.fill(-1, captureRegister(loop.cleared), captureRegister(loop.cleared) + 2);
}

/** 1 where the loop must go on, −1 where it must end, 0 where there is a choice. */
export function forcedWay(loop: Loop, at: number, registers: Int32Array): number {
  if (loop.counter >= 0) {
    const count = registers[loop.counter] as number;
    if (count < loop.min) return 1;
    if (count >= loop.max) return -1;
  }
  return loop.emptyIsLast && registers[loop.begin] === at ? -1 : 0;
}

export function beginIteration(loop: Loop, at: number, registers: Int32Array): void {
  const early = loop.counter >= 0 && (registers[loop.counter] as number) < loop.notesFrom;
  if (loop.begin >= 0 && !(loop.emptyIsLast && early)) registers[loop.begin] = at;
  for (let r = captureRegister(loop.clearFrom); r < captureRegister(loop.clearTo); r++) registers[r] = -1;
}

/** False where the iteration took nothing and may not have. */
export function endIteration(loop: Loop, at: number, registers: Int32Array): boolean {
  const past = loop.counter < 0 || (registers[loop.counter] as number) >= loop.min;
  if (past && !loop.emptyIsLast && loop.begin >= 0 && registers[loop.begin] === at) return false;
  if (loop.counter >= 0 && !(past && loop.max === UNBOUNDED)) registers[loop.counter] = (registers[loop.counter] as number) + 1;
  return true;
}

/** Registers that an instruction asks for, and registers that it sets. */
export interface Effects {
  readonly reads: readonly number[];
  readonly writes: readonly number[];
  /** What it reads only goes into what it writes: it does not matter where that does not. */
  readonly copies: boolean;
}

const NONE: Effects = { reads: [], writes: [], copies: false };

/** What an instruction does with the registers. Throws where there is no such operation. */
export function effectsOf({ code, loops, references, slots, asked, keepRegister }: Program, pc: number): Effects {
  const operation = code[pc * INSTRUCTION_WIDTH] as Operation;
  const a = code[pc * INSTRUCTION_WIDTH + 1] as number;
  const captures = (slot: number): number[] => [captureRegister(slot), captureRegister(slot) + 1];
  switch (operation) {
    case Op.Open:
      return { ...NONE, writes: [openRegister(a, slots.length)] };
    case Op.Close:
      return { reads: [openRegister(a, slots.length)], writes: captures(a), copies: true };
    case Op.Reference:
      return { ...NONE, reads: (references[a] as Reference).slots.flatMap(captures) };
    case Op.Condition:
      return { ...NONE, reads: (asked[a] as readonly number[]).map((slot) => captureRegister(slot) + 1) };
    case Op.Keep:
      return { ...NONE, writes: [keepRegister] };
    case Op.LoopEnter: {
      const { counter, begin, emptyIsLast, cleared } = loops[a] as Loop;
      return { ...NONE, writes: [counter, emptyIsLast ? begin : -1, ...(cleared > 0 ? captures(cleared) : [])].filter((register) => register >= 0) };
    }
    case Op.LoopTry: {
      const { counter, begin, emptyIsLast } = loops[a] as Loop;
      return { ...NONE, reads: [counter, emptyIsLast ? begin : -1].filter((register) => register >= 0) };
    }
    case Op.LoopBegin: {
      const { counter, begin, emptyIsLast, clearFrom, clearTo } = loops[a] as Loop;
      const cleared = Array.from({ length: clearTo - clearFrom }, (_, i) => captures(clearFrom + i)).flat();
      // Whether the turn is one of those that must be decides whether its beginning is noted.
      const reads = emptyIsLast && counter >= 0 ? [counter, begin] : [];
      return { reads, writes: begin >= 0 ? [begin, ...cleared] : cleared, copies: false };
    }
    case Op.LoopNext: {
      const { counter, begin } = loops[a] as Loop;
      return { reads: [counter, begin].filter((register) => register >= 0), writes: counter >= 0 ? [counter] : [], copies: false };
    }
    case Op.Unit:
    case Op.UnitBack:
    case Op.Set:
    case Op.SetBack:
    case Op.SetPoint:
    case Op.SetPointBack:
    case Op.Assert:
    case Op.Branch:
    case Op.Jump:
    case Op.Enter:
    case Op.Leave:
    case Op.Match:
    case Op.StepBack:
    // Programs with these are left to the backtracking machine.
    case Op.Call:
    case Op.Return:
    case Op.Verb:
    case Op.Act:
    case Op.ConditionCall:
    case Op.HereAgain:
    case Op.NoteStates:
    case Op.Balance:
    case Op.Put:
    case Op.MarkPlace:
    case Op.BackToPlace:
      return NONE;
    default:
      return unknownOperation(operation);
  }
}
