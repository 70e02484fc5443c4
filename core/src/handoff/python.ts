/** Patterns as Python: `re.compile` of a raw string where one can hold it, else of a plain one. */
import { pythonString } from "../host/strings.ts";
import type { Source } from "../syntax/read.ts";

/** The constant of each flag. */
export const PYTHON_FLAGS: Readonly<Record<string, readonly [short: string, long: string, value: number]>> = {
  a: ["A", "ASCII", 256],
  i: ["I", "IGNORECASE", 2],
  m: ["M", "MULTILINE", 8],
  s: ["S", "DOTALL", 16],
  x: ["X", "VERBOSE", 64],
};

function compiled(literal: string, flags: string): string {
  const constants = Array.from(flags, (flag) => `re.${PYTHON_FLAGS[flag]?.[0]}`);
  return `re.compile(${[literal, ...(constants.length > 0 ? [constants.join(" | ")] : [])].join(", ")})`;
}

export const pythonPlain = ({ pattern, flags }: Source): string => compiled(pythonString(pattern), flags);

export const pythonRaw = ({ pattern, flags }: Source): string => compiled(rawString(pattern) ?? pythonString(pattern), flags);

/** What a raw string does, or why it cannot be one. */
export function rawNote({ pattern }: Source): string {
  const raw = rawString(pattern);
  if (raw === undefined)
    return "A raw string cannot hold this (NUL, a carriage return, a lone surrogate, or all marks at once), so it is a plain one, with every backslash twice.";
  return `Backslashes stand as they are${raw.charAt(1) === raw.charAt(2) && raw.length > 4 ? "; three marks, since it holds a line end or both of them" : ""}.`;
}

/** Marks in the order in which they are tried; only the long ones can hold a line end. */
const MARKS = ['"', "'", '"""', "'''"] as const;

/** A raw string; undefined where none can hold the text (The Python Language Reference, 2.4.1). */
function rawString(pattern: string): string | undefined {
  if (!canBeRaw(pattern)) return undefined;
  const mark = MARKS.find((one) => holds(pattern, one));
  return mark && `r${mark}${pattern}${mark}`;
}

function holds(pattern: string, mark: string): boolean {
  const long = mark.length === 3;
  if (!long && pattern.includes("\n")) return false;
  return long ? !pattern.includes(mark) && !pattern.startsWith(mark.charAt(0)) && !pattern.endsWith(mark.charAt(0)) : !pattern.includes(mark);
}

/** A source file cannot have NUL or a lone surrogate; a lone carriage return becomes a line feed; a backslash takes the closing mark with it. */
function canBeRaw(pattern: string): boolean {
  let backslashes = 0;
  for (const character of pattern) {
    const code = character.charCodeAt(0);
    if (code === 0 || character === "\r") return false;
    if (character.length === 1 && code >= 0xd800 && code <= 0xdfff) return false;
    backslashes = character === "\\" ? backslashes + 1 : 0;
  }
  return backslashes % 2 === 0;
}
