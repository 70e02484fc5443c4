/** Lines of a text as Unix tools read it: only LF ends a line, and behind the last one there is no other. */
import type { Span } from "./span.ts";

/** The lines without their ends. */
export function linesOf(text: string): Span[] {
  const lines: Span[] = [];
  for (let start = 0; start < text.length; ) {
    const found = text.indexOf("\n", start);
    const end = found < 0 ? text.length : found;
    lines.push({ start, end });
    start = end + 1;
  }
  return lines;
}
