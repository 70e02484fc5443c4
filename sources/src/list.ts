/** Patterns in a list, one a line: as a literal between solidi with its flags, or plain. */
import { type DialectName, hazardModeOf } from "@lamprey/core";
import { type Found, type FoundPattern, placesIn } from "./found.ts";

const isFlag = (letter: string): boolean => letter >= "a" && letter <= "z";

/** Finds the patterns of a list; empty lines and lines that begin with `# ` are left out. */
export function patternsInList(text: string, dialect: DialectName, flags = ""): Found {
  const placeOf = placesIn(text);
  const patterns: FoundPattern[] = [];
  let start = 0;
  for (const line of text.split("\n")) {
    const written = line.endsWith("\r") ? line.slice(0, -1) : line;
    const end = start + written.length;
    if (written !== "" && !written.startsWith("# ")) {
      const close = written.lastIndexOf("/");
      const isLiteral = dialect === "ecmascript" && written.startsWith("/") && close > 0 && [...written.slice(close + 1)].every(isFlag);
      const made = isLiteral ? { pattern: written.slice(1, close), flags: written.slice(close + 1) } : { pattern: written, flags };
      const from = start + (isLiteral ? 1 : 0);
      const pieces = made.pattern === "" ? [] : [{ length: made.pattern.length, start: from, end: from + made.pattern.length }];
      patterns.push({ dialect, ...made, mode: hazardModeOf({ dialect, flags: made.flags }), start, end, ...placeOf(start), pieces });
    }
    start += line.length + 1;
  }
  return { patterns, passed: [] };
}
