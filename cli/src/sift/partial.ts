/**
 * Results of parts of a text, put together: counts and values, which add up in any order and grouping. A part's result is
 * JSON Lines, `{ "lines": kept }` or `{ "text": value, "count": times }`.
 */
import { mostFrequentFirst } from "@lamprey/core";
import Joi from "joi";
import { jsonLines } from "../json-lines.ts";
import type { Output } from "./output.ts";

type Partial = { readonly lines: number } | { readonly text: string; readonly count: number };

const partial = Joi.alternatives<Partial>(
  Joi.object({ lines: Joi.number().integer().min(0).required() }),
  Joi.object({ text: Joi.string().allow("").required(), count: Joi.number().integer().min(1).required() }),
);

interface Merged {
  /** Lines kept; null where no part says so. */
  lines: number | null;
  readonly values: Map<string, number>;
}

/** Throws where a line is no result of a part, with its place. */
async function mergedFrom(paths: readonly string[]): Promise<Merged> {
  const merged: Merged = { lines: null, values: new Map() };
  for await (const { value } of jsonLines(paths, partial, "result of a part")) add(merged, value);
  return merged;
}

function add(merged: Merged, part: Partial): void {
  if ("lines" in part) merged.lines = (merged.lines ?? 0) + part.lines;
  else merged.values.set(part.text, (merged.values.get(part.text) ?? 0) + part.count);
}

/** The same as the result of one part, to be merged on. */
function* partsOf({ lines, values }: Merged): Generator<string> {
  if (lines !== null) yield `${JSON.stringify({ lines })}\n`;
  for (const [text, count] of values) yield `${JSON.stringify({ text, count })}\n`;
}

/** As a run over everything prints it: the number of lines, or the values, the most frequent first. */
function* wholeOf({ lines, values }: Merged): Generator<string> {
  if (lines !== null) yield `${lines}\n`;
  for (const [text, count] of mostFrequentFirst(values)) yield `${count}\t${text}\n`;
}

/** Prints the results of parts as one, or as that of a part; returns the exit code as a run over everything does. */
export async function runMerge(paths: readonly string[], output: Output, asPart: boolean): Promise<number> {
  const merged = await mergedFrom(paths);
  for (const line of asPart ? partsOf(merged) : wholeOf(merged)) output.text(line);
  output.flush();
  return (merged.lines ?? 0) > 0 || merged.values.size > 0 ? 0 : 1;
}
