/** A recorded run as a person reads it on a terminal. */
import { narrate, grouped as number, plain, type Reel } from "@lamprey/core";

export function printTrace(reel: Reel, from: number, count: number): string {
  const lines: string[] = [];
  const digits = String(Math.max(0, Math.min(reel.length, from + count) - 1)).length;
  for (const event of reel.events(from, count)) {
    lines.push(`${String(event.step).padStart(digits)}  ${event.kind.padEnd(8)}  ${plain(narrate(reel, event.step))}`);
  }
  const { steps, complete, attempts, backtracks, deepest } = reel.end;
  const attemptWord = attempts === 1 ? "attempt" : "attempts";
  lines.push(`${number(steps)} steps, ${number(attempts)} ${attemptWord}, ${number(backtracks)} backtracks, at most ${number(deepest)} saved states`);
  if (!complete) lines.push("The recording stopped at its bound; --event-limit sets another.");
  return lines.join("\n");
}
