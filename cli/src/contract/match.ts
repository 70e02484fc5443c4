/** The contract's `match`: matches and captures of a pattern in a text. */
import { BacktrackingMachine, CUTS, chooseMachine, LinearMachine, type MatchMode, type MatchTable, type Program, runToEnd } from "@lamprey/core";
import { type Answer, type CommonRequest, cutShort, failed, programOf } from "./request.ts";

export interface MatchRequest extends CommonRequest {
  readonly mode: MatchMode;
  readonly machine: "auto" | "backtracking" | "linear";
  readonly output: "matches" | "count";
  readonly stepLimit: number;
}

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
  const made = programOf(request);
  if ("refused" in made) return made.refused;
  const { program } = made;
  const choice = chooseMachine(program);
  if (request.machine === "linear" && choice.machine !== "linear") {
    return failed("unsupported", "machine-unfit", `The linear machine cannot take this pattern: ${choice.reason}. Ask for “backtracking” or “auto”.`);
  }
  const reason = request.machine === "auto" ? choice.reason : "it was asked for";
  const machine = request.machine === "auto" ? choice.machine : request.machine;
  const answer = machine === "linear" ? matchLinear(program, request) : matchBacktracking(program, request);
  return { ...answer, machine, reason, groupNames: program.groupNames };
}

function matchLinear(program: Program, { text, mode, output }: MatchRequest): MatchAnswer {
  const machine = new LinearMachine(program, text, { mode, countOnly: output === "count" });
  machine.advance(Number.MAX_SAFE_INTEGER);
  const found = { ...(output === "matches" ? { matches: rowsOf(machine.matches) } : {}), count: machine.count };
  if (machine.outcome === "done") return { status: "ok", ...found };
  return { ...failed("step-limit", "memory-limit", "Remembering what was tried takes more room than there is. What was found so far is given."), ...found };
}

function matchBacktracking(program: Program, { text, mode, output, stepLimit }: MatchRequest): MatchAnswer {
  const machine = new BacktrackingMachine(program, text, { mode });
  const outcome = runToEnd(machine, stepLimit);
  const { matches, steps } = machine;
  const found = { ...(output === "matches" ? { matches: rowsOf(matches) } : {}), count: matches.length, steps };
  if (outcome === "done") return { status: "ok", ...found };
  if (outcome === "endless-call" || outcome === "stuck") return { ...cutShort(CUTS[outcome]), ...found };
  const error =
    outcome === "memory-limit"
      ? failed("step-limit", "memory-limit", "The machine holds more saved states than it has room for. What it found so far is given.")
      : failed("step-limit", "step-limit", `The run was cut short after ${steps} steps. What it found so far is given.`);
  return { ...error, ...found };
}
