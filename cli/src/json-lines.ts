/** JSON Lines that other commands have written, read from files or standard input; what is none of them is said by its place. */
import { createReadStream } from "node:fs";
import { createInterface } from "node:readline";
import type { Schema } from "joi";

/** The path that stands for standard input. */
export const STANDARD_INPUT = "-";

/** A value with the file that it came from. */
export interface FromLine<T> {
  readonly path: string;
  readonly value: T;
}

/**
 * Reads one file after the other, standard input where none is named; empty lines are passed over. Throws an Error that
 * begins with file and line where a line is not JSON or does not fit the schema.
 * @param what names what a line should be
 */
export async function* jsonLines<T>(paths: readonly string[], schema: Schema<T>, what: string): AsyncGenerator<FromLine<T>> {
  for (const path of paths.length === 0 ? [STANDARD_INPUT] : paths) {
    const input = path === STANDARD_INPUT ? process.stdin : createReadStream(path);
    let number = 0;
    for await (const line of createInterface({ input, crlfDelay: Number.POSITIVE_INFINITY })) {
      number++;
      if (line.trim() !== "") yield { path, value: parsed(line, schema, what, `${path === STANDARD_INPUT ? "standard input" : path}:${number}`) };
    }
  }
}

function parsed<T>(line: string, schema: Schema<T>, what: string, where: string): T {
  let raw: unknown;
  try {
    raw = JSON.parse(line);
  } catch {
    throw new Error(`${where}: it is not JSON`);
  }
  const { value, error } = schema.validate(raw, { convert: false });
  if (error) throw new Error(`${where}: it is no ${what}: ${error.message}`);
  return value as T;
}
