/** A pattern and a text as a host has them that reads bytes one by one. */
import { bytesOf } from "../host/bytes.ts";
import { compileSource } from "./compile.ts";
import type { Program } from "./program.ts";

export interface InBytes {
  /** The pattern's program, read from its bytes. */
  readonly program: Program;
  /** The text's bytes, one code unit each. */
  readonly text: string;
  readonly spell: (text: string) => string;
  /** Where a byte stands in the text. */
  readonly placeOf: (byte: number) => number;
}

/** The same in bytes; undefined where the host reads characters, or where they are all one byte each. */
export function readsBytes(program: Program, text: string): InBytes | undefined {
  const { source, options } = program;
  if (source.dialect !== "pcre" || options.codePoints) return undefined;
  const own = compileSource({ ...source, pattern: bytesOf(source.pattern) });
  const bytes = bytesOf(text);
  if (!own || (own.source.pattern === source.pattern && bytes === text)) return undefined;
  const places = new Int32Array(bytes.length + 1);
  let byte = 0;
  let at = 0;
  for (const character of text) {
    const { length } = bytesOf(character);
    places.fill(at, byte, byte + length);
    byte += length;
    at += character.length;
  }
  places.fill(text.length, byte);
  return { program: own, text: bytes, spell: bytesOf, placeOf: (of) => places[of] as number };
}
