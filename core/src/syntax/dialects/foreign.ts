/**
 * Spellings of other languages that mean nothing here, or something else: each with a word on what it means there, and
 * how it is written here. They are told by the tree and its diagnostics, so what stands in a set or behind a backslash of
 * its own is not taken for one.
 */

import type { Dialect } from "../../dialect/dialect.ts";
import { LONGEST_NUMBER } from "../../dialect/foreign-escapes.ts";
import type { Reading } from "../read.ts";
import { type Span, walkWritten } from "../tree.ts";
import { foreignOperators } from "./foreign-operators.ts";

export interface ForeignSpelling extends Span {
  /** What it means elsewhere, and what it is here. */
  readonly message: string;
  /** What takes its place; null where the dialect has nothing like it. */
  readonly instead: string | null;
  /** Flags that are set besides; often none. */
  readonly flags: string;
}

/** POSIX classes as they are written in a set here. */
const POSIX: Readonly<Record<string, string>> = {
  alpha: "A-Za-z",
  digit: "0-9",
  alnum: "A-Za-z0-9",
  upper: "A-Z",
  lower: "a-z",
  space: "\\s",
  blank: " \\t",
  word: "\\w",
  punct: "!-\\/:-@\\[-`{-~",
  xdigit: "0-9A-Fa-f",
  cntrl: "\\x00-\\x1f\\x7f",
  print: " -~",
  graph: "!-~",
};

/** More are not looked for: nobody reads so many, and each is held against all that were found before. */
const MOST_FOUND = 200;

/** The spellings of another language that a pattern has, in its order; of very many the first of each kind. */
export function foreignSpellings(reading: Reading): readonly ForeignSpelling[] {
  const { source, dialect, root, diagnostics, options } = reading;
  const { pattern } = source;
  const found: ForeignSpelling[] = [];
  const add = (start: number, end: number, message: string, instead: string | null, flags = "") => {
    if (found.length < MOST_FOUND && !found.some((other) => other.start < end && other.end > start)) found.push({ start, end, message, instead, flags });
  };
  const backslashed = ({ start, end }: Span) => {
    if (pattern[start] !== "\\") return;
    const letter = pattern[start + 1] ?? "";
    const quoted = letter === "Q" ? pattern.indexOf("\\E", end) : -1;
    if (letter === "Q") {
      const inside = pattern.slice(start + 2, quoted < 0 ? pattern.length : quoted);
      const stop = quoted < 0 ? pattern.length : quoted + 2;
      add(
        start,
        stop,
        `“\\Q” quotes up to “\\E” in ${dialect.syntax.quoting ?? `Perl, Java and PHP. ${dialect.title} has no such thing.`}`,
        escaped(inside, dialect),
      );
      return;
    }
    const row = dialect.syntax.foreignEscapes[letter];
    const here = diagnostics.some((d) => d.start === start) ? "it means nothing here" : `here it is the letter “${letter}”`;
    const behind = row?.behind ? row.behind(pattern.slice(start + 2, start + 2 + LONGEST_NUMBER + 2)) : { length: 0, inner: "" };
    const instead = behind && row?.instead(options.lineAnchors, behind.inner);
    if (!row || !behind || instead === undefined) return;
    const stop = start + 2 + behind.length;
    add(start, stop, `“${pattern.slice(start, stop)}” is ${row.means} in other languages; ${here}.`, instead);
  };
  for (const node of walkWritten(root)) {
    if (node.kind === "character" && node.end - node.start === 2) backslashed(node);
    if (node.kind === "set" && !dialect.syntax.sets.posix) posix(pattern, node, add);
    if (node.kind === "character" && pattern[node.start] === "{") counts(reading, node.start, add);
  }
  for (const mistake of diagnostics) {
    if (mistake.code === "group-spelling") opener(reading, mistake, add);
    else if (pattern[mistake.start] === "\\") backslashed(mistake);
  }
  reference(reading, add);
  leadingFlags(reading, add);
  foreignOperators(reading, add);
  return found.sort((a, b) => a.start - b.start);
}

/** Counts as Perl and PHP read them since 5.34 and 10.43: with blanks, and from none on where no least is written. */
function counts({ source: { pattern }, options, dialect }: Reading, start: number, add: Add): void {
  const [open, row] = dialect.syntax.operators.find(([, { kind }]) => kind === "counts") ?? [];
  if (open === undefined || row?.kind !== "counts") return;
  const end = pattern.indexOf("}", start) + 1;
  const before = pattern.charAt(start - 1);
  // Behind a blank, or where nothing stands before it, it is a brace of the text.
  if (end === 0 || end - start > LONGEST_COUNT || before === "" || " \t(|^".includes(before) || options.verbose) return;
  const parts = pattern
    .slice(start + 1, end - 1)
    .split(",")
    .map((part) => part.trim());
  const [least = "", most] = parts;
  if (parts.length > 2 || parts.join("") === "" || !parts.every((part) => [...part].every((c) => c >= "0" && c <= "9"))) return;
  const own = `${open}${least || "0"}${most === undefined ? "" : `,${most}`}${row.end}`;
  add(start, end, `“${pattern.slice(start, end)}” is a count in other languages; here it is these characters.`, own);
}

/** A count that is longer is none. */
const LONGEST_COUNT = 24;

type Add = (start: number, end: number, message: string, instead: string | null, flags?: string) => void;

function posix(pattern: string, { start, end }: Span, add: Add): void {
  const text = pattern.slice(start, end);
  if (!text.includes("[:", 1)) return;
  // Without nested sets the class’s own bracket ends the set: the one behind it belongs to what was meant.
  const stop = text.endsWith(":]") && pattern[end] === "]" ? end + 1 : end;
  let made = pattern.slice(start, stop);
  let name = "";
  for (const [posixName, own] of Object.entries(POSIX)) {
    if (!made.includes(`[:${posixName}:]`)) continue;
    name ||= posixName;
    made = made.split(`[:${posixName}:]`).join(own);
  }
  if (name) add(start, stop, `“[:${name}:]” is a class in POSIX, Perl and PHP. Here a set holds its letters.`, made);
}

function opener({ source: { pattern }, dialect }: Reading, { start, message }: Span & { readonly message: string }, add: Add): void {
  const row = dialect.syntax.foreignOpeners.find(([text]) => pattern.startsWith(text, start + 1));
  if (!row) return;
  const [text, named, own] = row;
  const from = start + 1 + text.length;
  const close = pattern.indexOf(!named ? ")" : text.endsWith("<") ? ">" : text.slice(-1), from);
  if (close < 0) return;
  add(start, close + 1, message, own.replace("…", pattern.slice(from, close)));
}

function reference({ source: { pattern }, diagnostics, dialect }: Reading, add: Add): void {
  if (!dialect.syntax.foreignReference || diagnostics.length === 0) return;
  const [foreign, close, own] = dialect.syntax.foreignReference;
  for (let at = pattern.indexOf(foreign); at >= 0; at = pattern.indexOf(foreign, at + 1)) {
    const end = pattern.indexOf(close, at);
    if (end < 0 || !diagnostics.some((d) => d.start >= at && d.start <= end)) continue;
    const label = pattern.slice(at + foreign.length, end);
    add(
      at,
      end + 1,
      `“${foreign}” is how other languages refer to a named group. In ${dialect.title} it is “${own}…${own.endsWith("<") ? ">" : ")"}”.`,
      `${own}${label}${own.endsWith("<") ? ">" : ")"}`,
    );
  }
}

/** `(?i)` at the start, where flags stand outside the pattern only. */
function leadingFlags({ source: { pattern, flags }, dialect, diagnostics }: Reading, add: Add): void {
  const end = pattern.indexOf(")");
  if (!pattern.startsWith("(?") || end < 3) return;
  if (!dialect.syntax.readAsText && !diagnostics.some((d) => d.start <= end)) return;
  const letters = [...pattern.slice(2, end)];
  if (!letters.every((letter) => dialect.flags.some((flag) => flag.letter === letter))) return;
  const added = letters.filter((letter) => !flags.includes(letter)).join("");
  add(0, end + 1, `Other languages set flags with “${pattern.slice(0, end + 1)}”; ${dialect.title} has them beside the pattern.`, "", added);
}

/** A text as a pattern that takes just it. */
function escaped(text: string, { syntax: { readAsText } }: Dialect): string {
  return Array.from(text, (c) => (SIGNS.includes(c) && readAsText?.signs[c] === undefined ? `\\${c}` : c)).join("");
}

const SIGNS = "\\^$.*+?()[]{}|/";
