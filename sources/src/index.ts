/** Patterns in source files and lists: read with the languages' own parsers, never by looking at the text alone. */
import type { DialectName } from "@lamprey/core";
import type { Found, FoundPattern } from "./found.ts";
import { patternsInJavaScript } from "./javascript.ts";
import { patternsInList } from "./list.ts";
import { patternsInPython } from "./python.ts";

export type { Found, FoundPattern, Passed } from "./found.ts";
export { patternsInList };

/** How a file is read, by the end of its name. */
const READERS: Readonly<Record<string, (text: string) => Found>> = {
  js: (text) => patternsInJavaScript(text, "javascript"),
  mjs: (text) => patternsInJavaScript(text, "javascript"),
  cjs: (text) => patternsInJavaScript(text, "javascript"),
  jsx: (text) => patternsInJavaScript(text, "javascript"),
  ts: (text) => patternsInJavaScript(text, "typescript"),
  mts: (text) => patternsInJavaScript(text, "typescript"),
  cts: (text) => patternsInJavaScript(text, "typescript"),
  tsx: (text) => patternsInJavaScript(text, "tsx"),
  py: patternsInPython,
  pyi: patternsInPython,
};

/** Ends of names of files that are read as sources; every other file is a list. */
export const SOURCE_ENDINGS: readonly string[] = Object.keys(READERS);

/** Finds the patterns of a file by its name; what is no source is read as a list in the dialect. */
export function patternsInFile(name: string, text: string, dialect: DialectName = "ecmascript", flags = ""): Found {
  const reader = READERS[name.slice(name.lastIndexOf(".") + 1).toLowerCase()];
  const found = reader ? reader(text) : patternsInList(text, dialect, flags);
  return { ...found, patterns: found.patterns.map((each) => withPlace(each, text)) };
}

function withPlace(found: FoundPattern, text: string): FoundPattern {
  const { pattern, start, end } = found;
  const at = pattern === "" ? -1 : text.slice(start, end).indexOf(pattern);
  return at < 0 ? found : { ...found, asWritten: start + at };
}
