/** The contract's `sift`: the lines of a text in which a pattern finds something, or does not. */
import { drained, type InLine, type LinePart, type Reading, siftSlices } from "@lamprey/core";
import { DEFAULT_STEP_LIMIT, untilRunLimit } from "@lamprey/core/answers/limits";
import { type Answer, type CommonRequest, cutShort, readingOf } from "@lamprey/core/answers/request";

export interface SiftRequest extends Omit<CommonRequest, "pattern"> {
  /** Left out where there are several. */
  readonly pattern?: string;
  readonly patterns?: readonly string[];
  readonly keep: "matching" | "others";
  readonly whole?: LinePart;
}

export interface SiftAnswer extends Omit<Answer, "id" | "elapsedMs"> {
  readonly lines?: readonly InLine[];
  readonly parts?: readonly InLine[];
  readonly count?: number;
  /** Which of several patterns the error lies in: an addition to the contract. */
  readonly in?: number;
}

export function sift({ dialect, flags, pattern, patterns, text, keep, whole = "part" }: SiftRequest): SiftAnswer {
  const stop = untilRunLimit(text);
  const readings: Reading[] = [];
  for (const [index, own] of (patterns ?? [pattern ?? ""]).entries()) {
    const made = readingOf({ dialect, flags, pattern: own });
    if ("refused" in made) return { ...made.refused, ...(patterns && { in: index }) };
    readings.push(made.reading);
  }
  const { lines, parts, cut } = drained(siftSlices(readings, text, { keep, part: whole, stepLimit: DEFAULT_STEP_LIMIT, stop }));
  const found = { lines, parts, count: lines.length };
  return cut === null ? { status: "ok", ...found } : { ...cutShort(cut), ...found };
}
