/** What a language makes of a piece of source text. */
import type { Span } from "../text/span.ts";
import type { Fault } from "./scan.ts";

export type Candidate = {
  /**
   * How plainly it is of this language: a call of its patterns; a literal that only it has; a call that takes a string
   * for a pattern; a string that stands alone.
   */
  readonly sure: "call" | "literal" | "taking" | "string";
} & (
  | { readonly form: string; readonly pattern: string; readonly flags: string; readonly taken: readonly Span[] }
  /** There is something, but it cannot be read. */
  | { readonly fault: Fault }
);

/** Finds a pattern in a piece of source text, if there is one of its language. */
export type SourceReader = (source: string) => Candidate | undefined;

/** A string literal that is JSON is that: the same text in every language. */
export function isJson(source: string): boolean {
  const trimmed = source.trim();
  if (!trimmed.startsWith('"')) return false;
  try {
    return typeof JSON.parse(trimmed) === "string";
  } catch (error) {
    if (error instanceof SyntaxError) return false;
    throw error;
  }
}
