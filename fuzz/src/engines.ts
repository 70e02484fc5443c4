/** Our own machines' answers, in the judges' form. */
import { BacktrackingMachine, compile, forecast, LinearMachine, type MatchTable, type Program, read, runToEnd } from "@lamprey/core";
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

/** What each machine that can take the program finds, or undefined where the run is too long to compare. */
export function answers(program: Program, text: string): readonly Answer[] | undefined {
  const machine = new BacktrackingMachine(program, text, { mode: "all" });
  if (runToEnd(machine, STEP_LIMIT) !== "done") return undefined;
  const foreseen = forecast(program, text, { mode: "all" });
  const counted = foreseen.exact && BigInt(foreseen.steps) === BigInt(machine.steps);
  const linear = program.references.length > 0 ? [] : [{ machine: "linear", verdict: linearVerdict(program, text) }];
  return [
    ...linear,
    { machine: "backtracking", verdict: rows(machine.matches) },
    { machine: "forecast", verdict: counted ? rows(foreseen.matches) : `${foreseen.steps} steps instead of ${machine.steps}` },
  ];
}

function linearVerdict(program: Program, text: string): Verdict {
  const machine = new LinearMachine(program, text, { mode: "all", directly: true });
  // In slices of an odd size, so that a run that is cut short anywhere goes on as if it had not been.
  while (!machine.advance(3));
  const [found, inKernel] = [rows(machine.matches), new LinearMachine(program, text, { mode: "all", kernelFrom: 0, directly: true })];
  while (!inKernel.advance(1000));
  if (JSON.stringify(rows(inKernel.matches)) !== JSON.stringify(found)) return `${JSON.stringify(rows(inKernel.matches))} in the kernel`;
  const counting = new LinearMachine(program, text, { mode: "all", countOnly: true, kernelFrom: 0, directly: true });
  while (!counting.advance(1000));
  return counting.count === machine.count ? found : `${counting.count} counted instead of ${machine.count}`;
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
