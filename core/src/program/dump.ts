/**
 * A program as readable text, an instruction a line: for tests, and for whoever debugs. By the table of operations, so
 * that a new one needs no word here.
 *
 * `4 loop-try 0 →7 begins` is instruction 4, of loop 0, which goes on at 7 and begins its turns with a note.
 */
import { dumpSet } from "../syntax/dump.ts";
import { visible } from "../text/visible.ts";
import { assertionOf } from "./assertions.ts";
import { instructionCount } from "./flow.ts";
import { type Operand, rowOf } from "./operations.ts";
import { FAILS, INSTRUCTION_WIDTH, type Program, UNBOUNDED } from "./program.ts";

export function dumpProgram(program: Program): string {
  const lines: string[] = [];
  for (let pc = 0; pc < instructionCount(program); pc++) {
    const word = pc * INSTRUCTION_WIDTH;
    const { name, operands } = rowOf(program.code[word] as number);
    const written = operands.map((operand, i) => WRITTEN[operand](program.code[word + 1 + i] as number, program)).filter((text) => text !== "");
    lines.push([String(pc), name, ...written].join(" "));
  }
  return lines.join("\n");
}

const WRITTEN: Readonly<Record<Operand, (value: number, program: Program) => string>> = {
  unit: (value) => `“${visible(String.fromCharCode(value))}”`,
  set: (value, { sets }) => dumpSet(sets[value] ?? []),
  loop: (value, { loops }) => {
    const loop = loops[value];
    if (!loop) return `${value}?`;
    const { min, max, lazy, counter, begin, emptyIsLast, emptyEnds, clearFrom, clearTo } = loop;
    const facts = [
      counter >= 0 ? "counts" : "",
      begin >= 0 ? (emptyIsLast ? (emptyEnds ? "ends-empty-early" : "ends-empty") : "fails-empty") : "",
      clearTo > clearFrom ? `clears ${clearFrom}–${clearTo - 1}` : "",
    ];
    return [`${value}{${min},${max === UNBOUNDED ? "" : max}}${lazy ? "?" : ""}`, ...facts.filter((fact) => fact !== "")].join(" ");
  },
  enclosure: (value, { enclosures }) => {
    const enclosure = enclosures[value];
    if (!enclosure) return `${value}?`;
    const exit = (pc: number): string => (pc === FAILS ? "fails" : `→${pc}`);
    return `${value} ${enclosure.kind} held ${exit(enclosure.held)} failed ${exit(enclosure.failed)}`;
  },
  reference: (value, { references }) => {
    const { slots, folding, unsetIsEmpty } = references[value] ?? { slots: [], folding: null, unsetIsEmpty: false };
    return [slots.map((slot) => `$${slot}`).join("|"), folding ?? "", unsetIsEmpty ? "or-empty" : ""].filter((text) => text !== "").join(" ");
  },
  assertion: (value) => assertionOf(value).kind,
  slot: (value) => `$${value}`,
  target: (value) => `→${value}`,
  characters: (value) => String(value),
  backward: (value) => (value === 1 ? "backward" : ""),
  slots: (value, { asked }) => (asked[value] ?? []).map((slot) => `$${slot}`).join("|"),
  verb: (value, { verbs }) => verbs[value]?.kind ?? `${value}?`,
  register: (value) => `r${value}`,
  when: (value) => ["", "where that is not set", "where set"][value] ?? `${value}?`,
  more: (value) => (value === 1 ? "and the next" : ""),
  called: (value) => (value < 0 ? "any" : `$${value}`),
  begins: (value) => (value === 1 ? "begins" : ""),
};
