/** JSON Lines in, JSON Lines out: one answer a line, in order, whatever the lines hold. */

import { once } from "node:events";
import { createInterface } from "node:readline";
import type { Readable, Writable } from "node:stream";
import { tablesFor } from "@lamprey/core";
import { failed, internal } from "@lamprey/core/answers/request";
import type { ObjectSchema } from "joi";

/** How the number begins by which JSON may write a character of ASCII; controls have no say in what a pattern asks for. */
const ASCII_BY_NUMBER = ["\\u002", "\\u003", "\\u004", "\\u005", "\\u006", "\\u007"];

/** Answers every line of the input; resolves when the last answer has been taken by the output. */
export async function answerLines<R extends { readonly id?: string }>(
  input: Readable,
  output: Writable,
  schema: ObjectSchema<R>,
  answer: (request: R) => object,
): Promise<void> {
  for await (const line of createInterface({ input, crlfDelay: Number.POSITIVE_INFINITY })) {
    if (line.trim() === "") continue;
    await tablesFor(plainly(line));
    if (!output.write(`${answerLine(line, schema, answer)}\n`)) await once(output, "drain");
  }
}

/** A line without the numbers that JSON may write ASCII characters by: what asks for a table can be told by them. */
function plainly(line: string): string {
  if (!ASCII_BY_NUMBER.some((number) => line.includes(number))) return line;
  try {
    return JSON.stringify(JSON.parse(line));
  } catch {
    // It is answered as what cannot be read.
    return line;
  }
}

/** The answer to one line, as a line; a request that cannot be read gets one too, and so does one on which we fail ourselves. */
export function answerLine<R extends { readonly id?: string }>(line: string, schema: ObjectSchema<R>, answer: (request: R) => object): string {
  // Reading a line of sixteen megabytes takes longer than looking through it: the time said is that of the answer alone.
  let started = performance.now();
  let id = {};
  const written = (body: object): string => JSON.stringify({ ...id, ...body, elapsedMs: Math.round((performance.now() - started) * 1000) / 1000 });
  let raw: unknown;
  try {
    raw = JSON.parse(line);
  } catch (error) {
    return written(failed("bad-request", "not-json", error instanceof Error ? error.message : String(error)));
  }
  if (typeof raw === "object" && raw !== null && "id" in raw && typeof raw.id === "string") id = { id: raw.id };
  try {
    const { value, error } = schema.validate(raw, { convert: false });
    started = performance.now();
    return written(error ? failed("bad-request", "invalid-field", error.message) : answer(value));
  } catch (fault) {
    // The run goes on with the next line; whoever watches it sees where this one failed.
    console.error(fault);
    return written(internal(fault));
  }
}
