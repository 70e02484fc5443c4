/** Literals of programming languages as forms that a text can be written in again. */
import { type Span, singleQuoted } from "@lamprey/core";

/** How a text stands between the marks of a literal. */
export type LiteralKind =
  /** As it is. */
  | "raw"
  /** As it is; the marks are written twice. */
  | "doubled"
  /** With the escapes that most languages share. */
  | "escaped"
  /** The same, and `$` begins what is put in. */
  | "interpolated"
  /** Between single quotes of PHP: a backslash stays as it is as long as it can. */
  | "single"
  /** A pattern as it is, between its delimiters. */
  | "pattern";

/** Where a literal's text stands in the source, its marks left out. */
export interface Literal extends Span {
  readonly kind: LiteralKind;
  /** What ends it. */
  readonly mark: string;
  /** What stands around the pattern within the literal, where that is part of the text itself. */
  readonly delimiter?: string;
}

const SHORT: Readonly<Record<string, string>> = { "\n": "\\n", "\r": "\\r", "\t": "\\t" };

const escaped = (text: string, signs: string): string => Array.from(text, (sign) => SHORT[sign] ?? (signs.includes(sign) ? `\\${sign}` : sign)).join("");

/**
 * A text as it is written in such a literal. Where a literal cannot hold the text the result is another text: who writes
 * it into a source reads that again.
 */
const WRITERS: Readonly<Record<LiteralKind, (text: string, mark: string) => string>> = {
  raw: (text) => text,
  doubled: (text, mark) => text.replaceAll(mark, mark + mark),
  escaped: (text, mark) => escaped(text, `\\${mark}`),
  interpolated: (text, mark) => escaped(text, `\\$${mark}`),
  single: (text) => singleQuoted(text).slice(1, -1),
  pattern: (text, mark) => withEscaped(text, mark),
};

export function writtenIn({ kind, mark, delimiter }: Literal, text: string): string {
  return WRITERS[kind](delimiter === undefined ? text : withEscaped(text, delimiter), mark);
}

/** A pattern with its delimiter escaped where it is not yet. */
function withEscaped(pattern: string, delimiter: string): string {
  let made = "";
  for (let at = 0; at < pattern.length; at++) {
    const sign = pattern.charAt(at);
    if (sign === "\\") made += sign + pattern.charAt(++at);
    else made += sign === delimiter ? `\\${sign}` : sign;
  }
  return made;
}
