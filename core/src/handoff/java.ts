/** Patterns as Java: `Pattern.compile` of a string. */
import { javaString } from "../host/strings.ts";
import type { Source } from "../syntax/read.ts";

/** The constant of each flag, and its value. */
export const JAVA_FLAGS: Readonly<Record<string, readonly [name: string, value: number]>> = {
  i: ["CASE_INSENSITIVE", 2],
  m: ["MULTILINE", 8],
  s: ["DOTALL", 32],
  x: ["COMMENTS", 4],
  u: ["UNICODE_CASE", 64],
  d: ["UNIX_LINES", 1],
};

/** Flags without a letter in the dialect, and what they make of the pattern itself. */
export const JAVA_FLAGS_INSIDE: Readonly<Record<string, readonly [value: number, inside: (pattern: string) => string]>> = {
  LITERAL: [16, (pattern) => `\\Q${pattern.replaceAll("\\E", "\\E\\\\E\\Q")}\\E`],
  UNICODE_CHARACTER_CLASS: [256, (pattern) => `(?U)${pattern}`],
  CANON_EQ: [128, (pattern) => `(?c)${pattern}`],
};

export function javaCompiled({ pattern, flags }: Source): string {
  const constants = Array.from(flags, (flag) => `Pattern.${JAVA_FLAGS[flag]?.[0]}`);
  return `Pattern.compile(${[javaString(pattern), ...(constants.length > 0 ? [constants.join(" | ")] : [])].join(", ")})`;
}
