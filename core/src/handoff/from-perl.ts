/** Patterns in Perl: qr, m, s and split with any delimiters, and what stands behind `=~`. */
import { PHP_SINGLE, readEscapes } from "../host/strings.ts";
import { isBlank, isWordCharacter, runFrom, withoutEscapesOf } from "../text/characters.ts";
import type { Candidate } from "./candidate.ts";
import { closingDelimiter, DELIMITER_PAIRS, PLAIN_DELIMITERS, perlFlagsOf, perlVariableIn } from "./delimiters.ts";

/** What cannot stand around a pattern, since it follows a name. */
const NO_MARK = "=,;)>";
const OPERATORS: ReadonlySet<string> = new Set(["qr", "m", "s"]);

export function fromPerl(source: string): Candidate | undefined {
  return operated(source) ?? slashed(source);
}

/** `qr`, anywhere; `m` and `s` behind `=~`. */
function operated(source: string): Candidate | undefined {
  for (let at = 0; at < source.length; at++) {
    if (!isWordCharacter(source[at]) || isWordCharacter(source[at - 1]) || "$@%&>".includes(source[at - 1] || " ")) continue;
    const word = runFrom(source, at, isWordCharacter);
    const mark = at + word.length + runFrom(source, at + word.length, isBlank).length;
    const found = OPERATORS.has(word) && mark < source.length && !isWordCharacter(source[mark]) && !NO_MARK.includes(source[mark] as string);
    if (found && (word === "qr" || bindsBefore(source, at))) {
      const read = quoted(source, mark, word);
      if (read) return "fault" in read ? { sure: "call", fault: read.fault } : { sure: "call", form: "qr", ...read };
    }
    at += word.length - 1;
  }
  return undefined;
}

/** Whether `=~` or `!~` stands before the offset. */
function bindsBefore(source: string, at: number): boolean {
  const before = source.slice(0, at).trimEnd();
  return before.endsWith("=~") || before.endsWith("!~");
}

/** Slashes behind `=~`, or as the first argument of split: elsewhere they are anybody's. */
function slashed(source: string): Candidate | undefined {
  for (let at = source.indexOf("/"); at >= 0; at = source.indexOf("/", at + 1)) {
    const before = source.slice(0, at).trimEnd();
    const splits = before.endsWith("split") || before.endsWith("split(");
    if (!splits && !bindsBefore(source, at)) continue;
    const read = quoted(source, at, "m");
    if (!read) continue;
    const sure = splits ? "taking" : "call";
    return "fault" in read ? { sure, fault: read.fault } : { sure, form: "qr", ...read };
  }
  return undefined;
}

type Read =
  | { readonly pattern: string; readonly flags: string; readonly taken: readonly [] }
  | { readonly fault: { readonly code: "handin-open" | "handin-made"; readonly start: number; readonly end: number } };

function quoted(source: string, start: number, operator: string): Read | undefined {
  const open = source[start] as string;
  const close = DELIMITER_PAIRS[open] ?? open;
  const end = closingDelimiter(source, start, open, close);
  const broken: Read = { fault: { code: "handin-open", start, end: source.length } };
  if (end < 0) return broken;
  let after = end + 1;
  if (operator === "s") {
    // What is put in instead stands behind, between marks of its own where they are pairs.
    const from = close === open ? end : after + runFrom(source, after, isBlank).length;
    const second = source[from];
    const last = second === undefined ? -1 : closingDelimiter(source, from, second, DELIMITER_PAIRS[second] ?? second);
    if (last < 0) return broken;
    after = last + 1;
  }
  const letters = runFrom(source, after, isWordCharacter);
  const flags = perlFlagsOf(letters);
  if (flags === undefined) return undefined;
  const written = source.slice(start + 1, end);
  const string = open === "'" ? undefined : constantIn(written);
  const made = open === "'" || string !== undefined ? -1 : perlVariableIn(written);
  if (made >= 0) return { fault: { code: "handin-made", start: start + 1 + made, end: start + 2 + made } };
  return { pattern: string ?? bare(written, open), flags, taken: [] };
}

/** A delimiter that is escaped, where it means nothing else, is itself; an empty group alone is an empty pattern. */
function bare(written: string, open: string): string {
  if (written === "(?:)") return "";
  return PLAIN_DELIMITERS.includes(open) ? withoutEscapesOf(written, open) : written;
}

/** The string of `${\ '…'}`; undefined where it is something else. */
function constantIn(written: string): string | undefined {
  if (!written.startsWith("${") || !written.endsWith("}")) return undefined;
  const inside = written.slice(2, -1).trim();
  const string = inside.startsWith("\\") ? inside.slice(1).trim() : "";
  if (string.length < 2 || !string.startsWith("'") || closingDelimiter(string, 0, "'", "'") !== string.length - 1) return undefined;
  return readEscapes(string.slice(1, -1), 0, PHP_SINGLE).value;
}
