/** How far a pattern came in a text that it does not match: the attempt that came furthest from where it began, and the part that was not met there. */

import { Kind } from "../machine/events.ts";
import type { Program } from "../program/program.ts";
import { attempts } from "../reel/attempts.ts";
import { record } from "../reel/reel.ts";
import type { MatchMode } from "../search/policy.ts";
import { NEVER, type Stop } from "../slices.ts";

export interface Reach {
  /** Offset at which the attempt began, and the furthest that it stood at. */
  readonly attempt: number;
  readonly offset: number;
  /** The part of the pattern that was not met there. */
  readonly start: number;
  readonly end: number;
}

/** Events of the run that is looked at: a tenth of a second. */
const MOST_EVENTS = 1_000_000;

/** Null where the run matches, or is longer than is looked at and came nowhere before. */
export function furthest(program: Program, text: string, mode: MatchMode, stop: Stop = NEVER): Reach | null {
  const reel = record(program, text, { mode: mode === "all" ? "first" : mode, eventLimit: MOST_EVENTS, stop });
  if (reel.matchCount > 0) return null;
  // The last attempt always stands at the end of the text: what counts is how far each came from where it began.
  let furthestOf = 0;
  let most = -1;
  reel.reaches().forEach((reach, attempt) => {
    const came = reach - reel.offset(reel.attemptStep(attempt));
    if (came <= most) return;
    most = came;
    furthestOf = attempt;
  });
  const [best] = attempts(reel, furthestOf, 1);
  if (!best) return null;
  const { start: began, reach, from, to, failed } = best;
  for (let step = from; step < to; step++) {
    if (reel.kind(step) !== Kind.Mismatch || reel.offset(step) !== reach) continue;
    const { start, end } = reel.node(step);
    return { attempt: began, offset: reach, start, end };
  }
  return { attempt: began, offset: reach, start: failed?.start ?? 0, end: failed?.end ?? program.source.pattern.length };
}
