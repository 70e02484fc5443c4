/** Patterns as C#: `new Regex` of a verbatim string or a plain one. */
import { csharpString, csharpVerbatim } from "../host/strings.ts";
import type { Source } from "../syntax/read.ts";
import type { Refusal } from "./form.ts";

/** The constant of each flag, and its value. */
export const DOTNET_FLAGS: Readonly<Record<string, readonly [name: string, value: number]>> = {
  i: ["IgnoreCase", 1],
  m: ["Multiline", 2],
  n: ["ExplicitCapture", 4],
  s: ["Singleline", 16],
  x: ["IgnorePatternWhitespace", 32],
};

function constructed(string: string, flags: string): string {
  const options = Array.from(flags, (flag) => `RegexOptions.${DOTNET_FLAGS[flag]?.[0]}`);
  return `new Regex(${[string, ...(options.length > 0 ? [options.join(" | ")] : [])].join(", ")})`;
}

export function dotnetVerbatim({ pattern, flags }: Source): string | Refusal {
  const string = csharpVerbatim(pattern);
  return string === undefined
    ? { refused: "A verbatim string cannot hold a half of a pair, NUL, or a line end other than LF. Take the plain string." }
    : constructed(string, flags);
}

export const dotnetPlain = ({ pattern, flags }: Source): string => constructed(csharpString(pattern), flags);

export const verbatimNote = ({ pattern }: Source): string =>
  pattern.includes('"') ? "Backslashes stay as they are; every double quote is written twice." : "Backslashes stay as they are in a verbatim string.";
