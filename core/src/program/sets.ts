/** The sets of characters that a program tells apart. */
import type { CharSet } from "../charset/charset.ts";
import { Op } from "./operations.ts";
import { INSTRUCTION_WIDTH, type Program } from "./program.ts";

/** Every set of characters that a program's instructions ask for. */
export function setsOf({ code, sets }: Program): CharSet[] {
  const units = new Set<number>();
  for (let i = 0; i < code.length; i += INSTRUCTION_WIDTH) {
    if (code[i] === Op.Unit || code[i] === Op.UnitBack) units.add(code[i + 1] as number);
  }
  return [...sets, ...Array.from(units, (unit): CharSet => [unit, unit])];
}
