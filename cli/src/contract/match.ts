/** The contract's `match`: matches and captures of a pattern in a text. */
import { BacktrackingMachine, type MatchMode, type MatchTable, runToEnd } from "@lamprey/core";
import Joi from "joi";
import { type Answer, COMMON_FIELDS, type CommonRequest, DEFAULT_STEP_LIMIT, failed, programOf } from "./request.ts";

export interface MatchRequest extends CommonRequest {
  readonly mode: MatchMode;
  readonly machine: "auto" | "backtracking" | "linear";
  readonly output: "matches" | "count";
  readonly stepLimit: number;
}

export const matchRequest = Joi.object<MatchRequest>({
  ...COMMON_FIELDS,
  mode: Joi.string().valid("first", "all", "start", "whole").default("all"),
  machine: Joi.string().valid("auto", "backtracking", "linear").default("auto"),
  output: Joi.string().valid("matches", "count").default("matches"),
  stepLimit: Joi.number().integer().min(1).default(DEFAULT_STEP_LIMIT),
}).unknown();

export interface MatchRow {
  readonly start: number;
  readonly end: number;
  readonly groups: readonly ({ readonly start: number; readonly end: number } | null)[];
}

export interface MatchAnswer extends Omit<Answer, "id" | "elapsedMs"> {
  readonly matches?: readonly MatchRow[];
  readonly groupNames?: Readonly<Record<string, readonly number[]>>;
  readonly count?: number;
  readonly machine?: "backtracking";
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
  if (request.machine === "linear") {
    return failed("unsupported", "machine-unread", "The linear machine is not built yet. Ask for “backtracking” or “auto”.");
  }
  const machine = new BacktrackingMachine(made.program, request.text, { mode: request.mode });
  const outcome = runToEnd(machine, request.stepLimit);
  const { matches } = machine;
  const common = { groupNames: made.program.groupNames, count: matches.length, machine: "backtracking" as const, steps: machine.steps };
  const rows = request.output === "matches" ? { matches: rowsOf(matches) } : {};
  if (outcome === "done") return { status: "ok", ...rows, ...common };
  const error =
    outcome === "memory-limit"
      ? failed("step-limit", "memory-limit", "The machine holds more saved states than it has room for. What it found so far is given.")
      : failed("step-limit", "step-limit", `The run was cut short after ${machine.steps} steps. What it found so far is given.`);
  return { ...error, ...rows, ...common };
}
