/** A reel's attempts, one by one: where each began, how far it came, what it cost and how it ended. */
import { Kind } from "../machine/events.ts";
import type { Span } from "../syntax/tree.ts";
import type { Reel } from "./reel.ts";

export interface Attempt {
  /** Offset at which it began. */
  readonly start: number;
  /** Its first step, and one past its last. */
  readonly from: number;
  readonly to: number;
  /** The furthest offset that it stood at. */
  readonly reach: number;
  /** The reel may stop in the middle of its last attempt. */
  readonly end: "match" | "gave-up" | "unfinished";
  /** For one that gave up: the part of the pattern whose mismatch was the last. */
  readonly failed: Span | null;
}

/** The attempts numbered `first` and on, at most `count`. */
export function attempts(reel: Reel, first: number, count: number): Attempt[] {
  const last = Math.min(reel.attemptCount, first + count);
  return Array.from({ length: Math.max(0, last - first) }, (_, i): Attempt => {
    const from = reel.attemptStep(first + i);
    const to = first + i + 1 < reel.attemptCount ? reel.attemptStep(first + i + 1) : reel.length;
    const kind = reel.kind(to - 1);
    // Where all ways are tried, an attempt that found something ends without a word.
    const isOver = to < reel.length || reel.end.complete;
    const matched = reel.program.preference === "longest" ? isOver && kind !== Kind.GiveUp : kind === Kind.Match;
    const last = kind === Kind.GiveUp ? reel.node(to - 2) : null;
    return {
      start: reel.offset(from),
      from,
      to,
      reach: reel.frame(to - 1).reach,
      end: matched ? "match" : kind === Kind.GiveUp ? "gave-up" : "unfinished",
      failed: last && { start: last.start, end: last.end },
    };
  });
}
