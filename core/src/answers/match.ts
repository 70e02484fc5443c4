/** The contract's `match`: matches and captures of a pattern in a text. */
import { CUTS, chooseMachine, LinearMachine, linearSlice, type MatchMode, type MatchTable, NEVER, type Program, type Stop, steppedMachine } from "../index.ts";
import { DEFAULT_STEP_LIMIT, untilRunLimit } from "./limits.ts";
import { type Answer, type CommonRequest, cutShort, failed, programOf } from "./request.ts";

export interface MatchRequest extends CommonRequest {
  readonly mode: MatchMode;
  readonly machine: "auto" | "backtracking" | "linear";
  readonly output: "matches" | "count";
  /** Where it is left out, the run ends with the time that every command has. */
  readonly stepLimit?: number;
}

/** Steps that the backtracking machine takes between two looks at the clock. */
const STEPS_AT_ONCE = 200_000;

export interface MatchRow {
  readonly start: number;
  readonly end: number;
  readonly groups: readonly ({ readonly start: number; readonly end: number } | null)[];
}

export interface MatchAnswer extends Omit<Answer, "id" | "elapsedMs"> {
  readonly matches?: readonly MatchRow[];
  readonly groupNames?: Readonly<Record<string, readonly number[]>>;
  readonly count?: number;
  readonly machine?: "backtracking" | "linear";
  /** Why that machine: an addition to the contract. */
  readonly reason?: string;
  readonly steps?: number;
}

export function rowsOf(table: MatchTable): MatchRow[] {
  return Array.from({ length: table.length }, (_, i) => ({
    start: table.start(i),
    end: table.end(i),
    groups: Array.from({ length: table.groupCount }, (_, g) => table.group(i, g + 1)),
  }));
}

export function match(request: MatchRequest): MatchAnswer {
  const stop = untilRunLimit(request.text);
  const made = programOf(request);
  if ("refused" in made) return made.refused;
  const { program } = made;
  const choice = chooseMachine(program);
  if (request.machine === "linear" && choice.machine !== "linear") {
    return failed("unsupported", "machine-unfit", `The linear machine cannot take this pattern: ${choice.reason}. Ask for “backtracking” or “auto”.`);
  }
  const reason = request.machine === "auto" ? choice.reason : "it was asked for";
  const machine = request.machine === "auto" ? choice.machine : request.machine;
  const answer = machine === "linear" ? matchLinear(program, request, stop) : matchBacktracking(program, request, stop);
  return { ...answer, machine, reason, groupNames: program.groupNames };
}

function matchLinear(program: Program, { text, mode, output }: MatchRequest, stop: Stop): MatchAnswer {
  const machine = new LinearMachine(program, text, { mode, countOnly: output === "count" });
  const slice = linearSlice(program);
  while (!machine.advance(slice) && !stop());
  const found = { ...(output === "matches" ? { matches: rowsOf(machine.matches) } : {}), count: machine.count };
  if (machine.outcome === "done") return { status: "ok", ...found };
  if (machine.outcome === "running")
    return { ...failed("step-limit", "time-limit", "The run was cut short after two seconds. What was found so far is given."), ...found };
  return { ...failed("step-limit", "memory-limit", "Remembering what was tried takes more room than there is. What was found so far is given."), ...found };
}

function matchBacktracking(program: Program, { text, mode, output, stepLimit }: MatchRequest, timeIsOver: Stop): MatchAnswer {
  const machine = steppedMachine(program, text, { mode });
  // Whoever names a limit of steps waits for it.
  const stop = stepLimit === undefined ? timeIsOver : NEVER;
  const most = stepLimit ?? DEFAULT_STEP_LIMIT;
  while (machine.steps < most && !machine.advance(Math.min(STEPS_AT_ONCE, most - machine.steps)) && !stop());
  const outcome = machine.outcome === "running" ? (machine.steps < most ? "time-limit" : "step-limit") : machine.outcome;
  const { matches, steps } = machine;
  const found = { ...(output === "matches" ? { matches: rowsOf(matches) } : {}), count: matches.length, steps };
  if (outcome === "done") return { status: "ok", ...found };
  if (outcome === "time-limit")
    return {
      ...failed("step-limit", outcome, "The run was cut short after two seconds; a step limit that is named lets it go on. What it found so far is given."),
      ...found,
    };
  if (outcome === "endless-call" || outcome === "stuck") return { ...cutShort(CUTS[outcome]), ...found };
  const error =
    outcome === "memory-limit"
      ? failed("step-limit", "memory-limit", "The machine holds more saved states than it has room for. What it found so far is given.")
      : failed("step-limit", "step-limit", `The run was cut short after ${steps} steps. What it found so far is given.`);
  return { ...error, ...found };
}
