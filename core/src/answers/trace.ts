/** The contract's `trace`: the events of a recorded run, a window of them at a time. */
import { type MatchMode, type ReelEvent, record } from "../index.ts";
import { untilRunLimit } from "./limits.ts";
import { type MatchRow, rowsOf } from "./match.ts";
import { type Answer, type CommonRequest, programOf } from "./request.ts";

export interface TraceRequest extends CommonRequest {
  readonly mode: Exclude<MatchMode, "all">;
  readonly eventLimit: number;
  readonly from: number;
  readonly count: number;
}

export interface TraceAnswer extends Omit<Answer, "id" | "elapsedMs"> {
  readonly events?: readonly ReelEvent[];
  readonly steps?: number;
  readonly complete?: boolean;
  readonly attempts?: number;
  readonly backtracks?: number;
  readonly deepest?: number;
  readonly matches?: readonly MatchRow[];
}

export function trace(request: TraceRequest): TraceAnswer {
  const stop = untilRunLimit(request.text);
  const made = programOf(request);
  if ("refused" in made) return made.refused;
  const { mode, eventLimit } = request;
  const reel = record(made.program, request.text, { mode, eventLimit, stop });
  const { steps, complete, attempts, backtracks, deepest, matches } = reel.end;
  const events = [...reel.events(request.from, request.count)];
  return { status: "ok", events, steps, complete, attempts, backtracks, deepest, matches: rowsOf(matches) };
}
