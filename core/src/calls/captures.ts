/** Captures as values: a stretch of the sample, and groups by their names. */
import type { Program } from "../program/program.ts";
import type { Span } from "../text/span.ts";
import type { Value } from "./value.ts";

/** The text of a stretch; undefined where the group did not take part. */
export function sliceOf(text: string, span: Span | null): Value | undefined {
  return span ? { kind: "text", text: text.slice(span.start, span.end), from: span } : undefined;
}

/** Names in the order of the pattern, each with the slots that it stands for. */
export function slotNames(program: Program): (readonly [name: string, slots: readonly number[]])[] {
  return Object.entries(program.groupNames);
}
