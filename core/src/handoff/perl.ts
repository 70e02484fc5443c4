/** Patterns as Perl: qr, in which nothing is put in from variables. */
import { singleQuoted } from "../host/strings.ts";
import type { Source } from "../syntax/read.ts";
import { endsInEscape, hasLoneHalf } from "../text/characters.ts";
import type { Refusal } from "./form.ts";

const DELIMITERS = '/!,~%;:="|^*+&?.-';

/** What Perl would read before its engine does: variables, and what changes case or quotes. */
const CHANGING = "QELUluFN";
const isTouched = (pattern: string): boolean =>
  pattern.includes("$") || pattern.includes("@") || Array.from(CHANGING).some((letter) => pattern.includes(`\\${letter}`));

export function perlQuoted({ pattern, flags }: Source): string | Refusal {
  if (hasLoneHalf(pattern)) return { refused: "A Perl file is UTF-8, and half of a pair cannot be written in it." };
  const delimiter = [...DELIMITERS].find((sign) => !pattern.includes(sign));
  // An empty pattern would be the last one that matched.
  if (pattern === "") return `qr/(?:)/${flags}`;
  if (!isTouched(pattern) && !endsInEscape(pattern) && delimiter !== undefined) return `qr${delimiter}${pattern}${delimiter}${flags}`;
  if (!pattern.includes("'") && !endsInEscape(pattern)) return `qr'${pattern}'${flags}`;
  if (delimiter === undefined) return { refused: "Every sign that could stand around the pattern is in it." };
  // A string that is put in is not read any further.
  return `qr${delimiter}\${\\ ${singleQuoted(pattern)}}${delimiter}${flags}`;
}

export const perlNote = ({ pattern }: Source): string =>
  `${isTouched(pattern) ? "Between single quotes nothing is put in for “$” and “@”." : "It is as it is typed."} A file with other letters than ASCII begins with “use utf8;”.`;
