/** Our own machines' answers, in the judges' form. */
import {
  BacktrackingMachine,
  chooseMachine,
  compile,
  forecast,
  LinearMachine,
  type LinearOptions,
  type MatchTable,
  type Program,
  read,
  runToEnd,
  steppedMachine,
} from "@lamprey/core";
import type { Row, Verdict } from "./judges.ts";
import type { FuzzedDialect } from "./patterns.ts";

/** Patterns that a plain backtracker needs longer for are left out: a judge might hang on them. */
const STEP_LIMIT = 30_000;

export type Reading = { readonly program: Program } | "invalid" | "unsupported";

export function readPattern(dialect: FuzzedDialect, pattern: string, flags: string): Reading {
  const reading = read({ dialect, pattern, flags });
  const compiled = compile(reading);
  if (compiled.ok) return compiled;
  return compiled.diagnostics.some((d) => d.severity === "syntax-error") ? "invalid" : "unsupported";
}

export interface Answer {
  readonly machine: string;
  readonly verdict: Verdict;
}

/**
 * What each machine that can take the program finds, or undefined where the run is too long to compare. Being thorough
 * brings in the machines' WebAssembly, which takes longer to set up than such short runs take.
 */
export function answers(program: Program, text: string, thorough: boolean): readonly Answer[] | undefined {
  const machine = steppedMachine(program, text, { mode: "all" });
  if (runToEnd(machine, STEP_LIMIT) !== "done") return undefined;
  const found = rows(machine.matches);
  const answer = (name: string, other: readonly Row[], wrong: string | null): Answer => ({ machine: name, verdict: wrong ?? other });
  const out: Answer[] = [answer("backtracking", found, null)];
  const foreseen = forecast(program, text, { mode: "all" });
  const counted = foreseen.exact && BigInt(foreseen.steps) === BigInt(machine.steps);
  out.push(answer("forecast", rows(foreseen.matches), counted ? null : `${foreseen.steps} steps instead of ${machine.steps}`));
  if (thorough && program.preference === "first") {
    // Taken over in the middle, and stopped often.
    const compiled = new BacktrackingMachine(program, text, { mode: "all", compileAfter: 5 });
    while (!compiled.advance(37));
    const same = compiled.steps === machine.steps && compiled.backtracks === machine.backtracks && compiled.attempts === machine.attempts;
    out.push(answer("compiled", rows(compiled.matches), same ? null : `${compiled.steps} steps instead of ${machine.steps}`));
  }
  if (program.references.length > 0 || program.beyond.size > 0 || chooseMachine(program).machine !== "linear") return out;
  // In slices of an odd size, so that a run that is cut short anywhere goes on as if it had not been.
  out.push(answer("linear", rows(linear(program, text, { directly: true }, 3).matches), null));
  if (thorough) {
    out.push(answer("kernel", rows(linear(program, text, { directly: true, kernelFrom: 0 }, 1000).matches), null));
    const { count } = linear(program, text, { directly: true, kernelFrom: 0, countOnly: true }, 1000);
    out.push(answer("kernel", found, count === found.length ? null : `${count} counted instead of ${found.length}`));
  }
  return out;
}

function linear(program: Program, text: string, options: Partial<LinearOptions>, slice: number): LinearMachine {
  const machine = new LinearMachine(program, text, { mode: "all", ...options });
  while (!machine.advance(slice));
  return machine;
}

function rows(matches: MatchTable): Row[] {
  return Array.from({ length: matches.length }, (_, match) => {
    const groups = Array.from({ length: matches.groupCount }, (_, group) => {
      const span = matches.group(match, group + 1);
      return span ? ([span.start, span.end] as const) : null;
    });
    return [matches.start(match), matches.end(match), ...groups];
  });
}
