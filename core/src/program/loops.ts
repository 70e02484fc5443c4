/** What the instructions of loops do with the registers; the backtracking machine has the same in its own loop. */
import { captureRegister, type Loop, UNBOUNDED } from "./program.ts";

export function enterLoop(loop: Loop, registers: Int32Array): void {
  if (loop.counter >= 0) registers[loop.counter] = 0;
  if (loop.emptyIsLast) registers[loop.begin] = -1;
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
  const required = loop.counter >= 0 && (registers[loop.counter] as number) < loop.min;
  if (loop.begin >= 0 && !(loop.emptyIsLast && required)) registers[loop.begin] = at;
  for (let r = captureRegister(loop.clearFrom); r < captureRegister(loop.clearTo); r++) registers[r] = -1;
}

/** False where the iteration took nothing and may not have. */
export function endIteration(loop: Loop, at: number, registers: Int32Array): boolean {
  const past = loop.counter < 0 || (registers[loop.counter] as number) >= loop.min;
  if (past && !loop.emptyIsLast && loop.begin >= 0 && registers[loop.begin] === at) return false;
  if (loop.counter >= 0 && !(past && loop.max === UNBOUNDED)) registers[loop.counter] = (registers[loop.counter] as number) + 1;
  return true;
}
