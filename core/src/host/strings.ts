/**
 * String literals of host languages, written and read: which marks begin them, which escapes they have, and what an
 * escape that means nothing becomes. One table a language; docs/dialects.md says where the rules come from.
 */
import { append } from "../lists.ts";
import { type Mapped, MappedText } from "../text/mapped.ts";
import type { Span } from "../text/span.ts";

/** What an escape's letter stands for. */
type EscapeRule =
  | { readonly kind: "text"; readonly text: string }
  /** So many hexadecimal digits, or at least one where `fewer` will do; `braces` where `{…}` of any length may stand instead. */
  | { readonly kind: "hex"; readonly digits: number; readonly braces: boolean; readonly fewer?: true }
  /** Up to three octal digits, the letter among them, as long as they are no more than so much. */
  | { readonly kind: "octal"; readonly most: number }
  /** A character by its name, which is not known here. */
  | { readonly kind: "named" };

/** What becomes of a backslash before a character that is no escape. */
type Unknown = "dropped" | "kept" | "refused";

export interface StringRules {
  readonly escapes: Readonly<Record<string, EscapeRule>>;
  readonly unknown: Unknown;
}

const text = (value: string): EscapeRule => ({ kind: "text", text: value });
const octal = (most: number): Readonly<Record<string, EscapeRule>> =>
  Object.fromEntries(Array.from("01234567", (digit) => [digit, { kind: "octal", most } as const]));
const LINE_CONTINUES = text("");

/** What both languages have. */
const COMMON: Readonly<Record<string, EscapeRule>> = {
  b: text("\b"),
  f: text("\f"),
  n: text("\n"),
  r: text("\r"),
  t: text("\t"),
  v: text("\v"),
  x: { kind: "hex", digits: 2, braces: false },
  "\r\n": LINE_CONTINUES,
  "\n": LINE_CONTINUES,
  "\r": LINE_CONTINUES,
};

/** ECMA-262 (2025) §12.9.4 with §B.1.2. */
export const JAVASCRIPT_STRING: StringRules = {
  escapes: { ...octal(0o377), ...COMMON, u: { kind: "hex", digits: 4, braces: true }, "\u2028": LINE_CONTINUES, "\u2029": LINE_CONTINUES },
  unknown: "dropped",
};

/** The Python Language Reference, 2.4.1. */
export const PYTHON_STRING: StringRules = {
  escapes: {
    ...octal(0o777),
    ...COMMON,
    "\\": text("\\"),
    "'": text("'"),
    '"': text('"'),
    a: text("\x07"),
    u: { kind: "hex", digits: 4, braces: false },
    U: { kind: "hex", digits: 8, braces: false },
    N: { kind: "named" },
  },
  unknown: "kept",
};

/** The Java Language Specification, 3.10.7; `\u` may have several u, which is left aside. */
export const JAVA_STRING: StringRules = {
  escapes: {
    ...octal(0o377),
    b: text("\b"),
    f: text("\f"),
    n: text("\n"),
    r: text("\r"),
    t: text("\t"),
    s: text(" "),
    "\\": text("\\"),
    "'": text("'"),
    '"': text('"'),
    u: { kind: "hex", digits: 4, braces: false },
  },
  // What is no escape does not compile.
  unknown: "refused",
};

/** The C# Language Specification, 6.4.5.6; `\\e` is of C# 13. */
export const CSHARP_STRING: StringRules = {
  escapes: {
    "0": text("\0"),
    a: text("\x07"),
    b: text("\b"),
    e: text("\x1b"),
    f: text("\f"),
    n: text("\n"),
    r: text("\r"),
    t: text("\t"),
    v: text("\v"),
    "\\": text("\\"),
    "'": text("'"),
    '"': text('"'),
    x: { kind: "hex", digits: 4, braces: false, fewer: true },
    u: { kind: "hex", digits: 4, braces: false },
    U: { kind: "hex", digits: 8, braces: false },
  },
  unknown: "refused",
};

/** In a string of bytes these are no escapes. */
export const PYTHON_BYTES: StringRules = {
  escapes: Object.fromEntries(Object.entries(PYTHON_STRING.escapes).filter(([letter]) => !["u", "U", "N"].includes(letter))),
  unknown: "kept",
};

/** A literal that keeps every backslash. */
export const RAW_STRING: StringRules = { escapes: {}, unknown: "kept" };

const LAST_CODE_POINT = 0x10ffff;

export interface StringValue extends Mapped {
  /** Backslashes that the string itself took from the pattern, as in "\d", which is "d", or "\b", which is a backspace. */
  readonly taken: readonly Span[];
  /** The first escape that cannot be read. */
  readonly fault: Span | null;
}

/** What stands between the marks of a literal; `at` is where that begins in the source, for spans. Never throws. */
export function readEscapes(body: string, at: number, rules: StringRules): StringValue {
  const made = new MappedText();
  const taken: Span[] = [];
  let fault: Span | null = null;
  let from = 0;
  for (;;) {
    const next = body.indexOf("\\", from);
    if (next < 0 || next + 1 >= body.length) {
      made.asWritten(body.slice(from), at + from);
      return { value: made.value, pieces: made.pieces, taken, fault };
    }
    made.asWritten(body.slice(from, next), at + from);
    const [text, end] = escapeAt(body, next, rules);
    const span = { start: at + next, end: at + end };
    if (text === undefined) fault ??= span;
    else made.escaped(text, span);
    if (isTaken(body.slice(next, end), text)) taken.push(span);
    from = end;
  }
}

/** What stands between marks where a mark that is written twice is one, and nothing else is an escape. */
export function readDoubled(body: string, at: number, mark: string): StringValue {
  const made = new MappedText();
  let from = 0;
  for (let next = body.indexOf(mark + mark); next >= 0; next = body.indexOf(mark + mark, from)) {
    made.asWritten(body.slice(from, next), at + from);
    from = next + 2 * mark.length;
    made.escaped(mark, { start: at + next, end: at + from });
  }
  made.asWritten(body.slice(from), at + from);
  return { value: made.value, pieces: made.pieces, taken: [], fault: null };
}

/** What stands between marks as it is. */
export function readAsWritten(body: string, at: number): StringValue {
  const { value, pieces } = new MappedText().asWritten(body, at);
  return { value, pieces, taken: [], fault: null };
}

const isBlank = (character: string | undefined): boolean => character === " " || character === "\t" || character === "\f";

/**
 * What stands between the marks of a block of lines (the Java Language Specification, 3.10.6): line ends are LF, what all
 * lines are indented by and blanks at their ends are left out, and a backslash at the end of a line takes its end away.
 */
export function readBlock(body: string, at: number, rules: StringRules): StringValue {
  const lines = linesOf(body);
  const [opening, ...rest] = lines;
  // Nothing may stand on the line of the opening mark.
  const wrong = opening && opening.indent < opening.end ? { start: at, end: at + opening.end } : null;
  // The last line counts even where it is blank: the closing mark stands on it.
  const counted = rest.filter(({ start, end, indent }, i) => start + indent < end || i === rest.length - 1);
  const shared = counted.reduce((least, { indent }) => Math.min(least, indent), body.length);
  const made = new MappedText();
  const taken: Span[] = [];
  let fault = wrong ?? (rest.length === 0 ? { start: at, end: at + body.length } : null);
  for (const [i, { start, end, indent }] of rest.entries()) {
    const from = Math.min(start + shared, end);
    let to = end;
    while (to > start + indent && isBlank(body[to - 1])) to--;
    // A blank that a backslash stands before is an escape that there is not.
    if (to < end && endsInBackslash(body.slice(from, to))) to++;
    const written = start + indent < end ? body.slice(from, to) : "";
    const goesOn = endsInBackslash(written);
    const line = readEscapes(goesOn ? written.slice(0, -1) : written, at + from, rules);
    made.append(line);
    append(taken, line.taken);
    fault ??= line.fault;
    const next = rest[i + 1];
    if (next && !goesOn) made.escaped("\n", { start: at + to, end: at + next.start });
  }
  return { value: made.value, pieces: made.pieces, taken, fault };
}

/**
 * The same of a raw string of C# (6.4.5.6): on one line it is what stands there; else its first line is empty, and every
 * line is indented by what stands before the closing mark.
 */
export function readRawBlock(body: string, at: number): StringValue {
  const lines = linesOf(body);
  const last = lines.at(-1);
  if (!last || lines.length < 3) return readAsWritten(body, at);
  return readIndented(body, at, lines.slice(1, -1), body.slice(last.start, last.end));
}

/** Lines without the indentation that they share; line ends are LF. */
function readIndented(body: string, at: number, lines: readonly Line[], indentation: string): StringValue {
  const made = new MappedText();
  for (const [i, { start, end }] of lines.entries()) {
    const from = body.startsWith(indentation, start) ? start + indentation.length : start;
    made.asWritten(body.slice(from, end), at + from);
    const next = lines[i + 1];
    if (next) made.escaped("\n", { start: at + end, end: at + next.start });
  }
  return { value: made.value, pieces: made.pieces, taken: [], fault: null };
}

interface Line extends Span {
  readonly indent: number;
}

/** Where lines begin and end, without their ends, and by how much they are indented. */
function linesOf(body: string): Line[] {
  const lines: Line[] = [];
  for (let start = 0; ; ) {
    let end = start;
    while (end < body.length && body[end] !== "\n" && body[end] !== "\r") end++;
    let indent = 0;
    while (start + indent < end && isBlank(body[start + indent])) indent++;
    lines.push({ start, end, indent });
    if (end === body.length) return lines;
    start = end + (body.startsWith("\r\n", end) ? 2 : 1);
  }
}

function endsInBackslash(line: string): boolean {
  let backslashes = 0;
  while (line[line.length - 1 - backslashes] === "\\") backslashes++;
  return backslashes % 2 === 1;
}

/** Characters whose escape means something in patterns. */
const MEANT = "ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789.*+?^$|(){}[]";

/** An escape that a pattern has too, and that means something else in it than what the string makes of it. */
function isTaken(written: string, made: string | undefined): boolean {
  if (written === "\\b") return made === "\b";
  return written.length === 2 && made !== undefined && made === written[1] && MEANT.includes(made);
}

/** What an escape stands for, undefined where it cannot be read, and where it ends. */
function escapeAt(body: string, start: number, { escapes, unknown }: StringRules): [made: string | undefined, end: number] {
  const two = body.slice(start + 1, start + 3);
  const letter = two === "\r\n" && escapes[two] ? two : String.fromCodePoint(body.codePointAt(start + 1) as number);
  const after = start + 1 + letter.length;
  const rule = Object.hasOwn(escapes, letter) ? escapes[letter] : undefined;
  if (!rule) return [unknown === "kept" ? `\\${letter}` : unknown === "dropped" ? letter : undefined, after];
  switch (rule.kind) {
    case "text":
      return [rule.text, after];
    case "named":
      return [undefined, after];
    case "octal": {
      let end = after;
      while (end < start + 4 && "01234567".includes(body[end] ?? "x") && Number.parseInt(body.slice(start + 1, end + 1), 8) <= rule.most) end++;
      return [String.fromCharCode(Number.parseInt(body.slice(start + 1, end), 8)), end];
    }
    case "hex": {
      const braced = rule.braces && body[after] === "{";
      const close = braced ? body.indexOf("}", after) : after + (rule.fewer ? hexDigitsAt(body, after, rule.digits) : rule.digits);
      const digits = body.slice(braced ? after + 1 : after, close < 0 ? body.length : close);
      const code = isHex(digits) && (braced || rule.fewer || digits.length === rule.digits) ? Number.parseInt(digits, 16) : Number.NaN;
      const end = close < 0 ? body.length : Math.min(braced ? close + 1 : close, body.length);
      return [code <= LAST_CODE_POINT ? String.fromCodePoint(code) : undefined, end];
    }
  }
}

/** How many hexadecimal digits stand there, so many at most. */
function hexDigitsAt(body: string, at: number, most: number): number {
  let count = 0;
  while (count < most && isHex(body.charAt(at + count))) count++;
  return count;
}

function isHex(digits: string): boolean {
  if (digits === "") return false;
  for (const digit of digits) if (!"0123456789abcdefABCDEF".includes(digit)) return false;
  return true;
}

const hex = (code: number, digits: number): string => code.toString(16).padStart(digits, "0");

/** How a character is written in a string literal where it cannot, or should not, stand as it is. */
const SHORT: Readonly<Record<string, string>> = { "\n": "\\n", "\r": "\\r", "\t": "\\t", "\f": "\\f", "\v": "\\v" };

const isLone = (character: string): boolean => character.length === 1 && character >= "\ud800" && character <= "\udfff";
const isControl = (character: string): boolean => character < " " || (character >= "\x7f" && character <= "\x9f");
const isLineEnd = (character: string): boolean => character === "\u2028" || character === "\u2029";
/** What is not seen, or changes the order of what is. */
const isFormat = (character: string): boolean =>
  character === "\ufeff" || (character >= "\u200b" && character <= "\u200f") || (character >= "\u202a" && character <= "\u202e");

const mustEscape = (character: string): boolean => isControl(character) || isLone(character) || isLineEnd(character) || isFormat(character);

function escaped(character: string): string {
  const code = character.charCodeAt(0);
  return SHORT[character] ?? (code < 0x100 ? `\\x${hex(code, 2)}` : `\\u${hex(code, 4)}`);
}

/** A text as a literal between two marks, with escapes that both languages here have. */
function quoted(value: string, mark: string): string {
  let out = mark;
  for (const character of value) out += character === mark || character === "\\" ? `\\${character}` : mustEscape(character) ? escaped(character) : character;
  return out + mark;
}

/** A JavaScript string literal; what would end a script or begin a comment in a page is taken apart. */
export function javascriptString(value: string): string {
  return quoted(value, '"').replaceAll("</", "<\\/").replaceAll("<!--", "<\\!--");
}

/** A Java string literal: what has no escape of its own is written by its number. */
export function javaString(value: string): string {
  let out = '"';
  for (let at = 0; at < value.length; at++) {
    const unit = value.charAt(at);
    if (unit === '"' || unit === "\\") out += `\\${unit}`;
    else out += JAVA_SHORT[unit] ?? (isControl(unit) || isLineEnd(unit) || isFormat(unit) || isLoneAt(value, at) ? `\\u${hex(unit.charCodeAt(0), 4)}` : unit);
  }
  return `${out}"`;
}

const JAVA_SHORT: Readonly<Record<string, string>> = { "\n": "\\n", "\r": "\\r", "\t": "\\t", "\f": "\\f", "\b": "\\b" };

/** Whether half of a pair stands there by itself. */
function isLoneAt(value: string, at: number): boolean {
  const unit = value.charCodeAt(at);
  if (unit < 0xd800 || unit > 0xdfff) return false;
  const point = unit < 0xdc00 ? value.codePointAt(at) : at > 0 ? value.codePointAt(at - 1) : undefined;
  return point === undefined || point <= 0xffff;
}

/** A C# string literal: what it must escape is what Java must. */
export const csharpString = javaString;

/** A verbatim one, with backslashes as they are; undefined where it cannot hold the text. */
export function csharpVerbatim(value: string): string | undefined {
  for (let at = 0; at < value.length; at++) {
    const unit = value.charAt(at);
    if (unit === "\0" || unit === "\r" || unit === "\u0085" || isLineEnd(unit) || isLoneAt(value, at)) return undefined;
  }
  return `@"${value.replaceAll('"', '""')}"`;
}

/** A Python string literal. */
export function pythonString(value: string, mark: "'" | '"' = '"'): string {
  return quoted(value, mark);
}

/** As Python's `repr` chooses its marks. */
export function pythonRepr(value: string): string {
  return pythonString(value, value.includes("'") && !value.includes('"') ? '"' : "'");
}

/** The PHP Manual, Strings, and perlop, q: between single quotes a backslash takes itself and the quote alone. */
export const PHP_SINGLE: StringRules = { escapes: { "\\": text("\\"), "'": text("'") }, unknown: "kept" };

export const PHP_DOUBLE: StringRules = {
  escapes: {
    ...octal(0o377),
    n: text("\n"),
    r: text("\r"),
    t: text("\t"),
    v: text("\v"),
    e: text("\x1b"),
    f: text("\f"),
    "\\": text("\\"),
    $: text("$"),
    '"': text('"'),
    x: { kind: "hex", digits: 2, braces: false },
    u: { kind: "hex", digits: 4, braces: true },
  },
  unknown: "kept",
};

/** A text between single quotes, where a backslash stays as it is as long as it can: runs of them are doubled, and one before a quote or the end. */
export function singleQuoted(value: string): string {
  let out = "'";
  for (let at = 0; at < value.length; ) {
    let run = at;
    while (value[run] === "\\") run++;
    const backslashes = value.slice(at, run);
    const stays = backslashes.length === 1 && run < value.length && value[run] !== "'";
    out += stays ? backslashes : backslashes + backslashes;
    if (run < value.length) out += value[run] === "'" ? "\\'" : value[run];
    at = run + 1;
  }
  return `${out}'`;
}

const doubled = (value: string, special: string, point: (codePoint: number) => string): string => {
  let out = '"';
  for (const character of value) {
    if (character === "\\" || character === '"' || special.includes(character)) out += `\\${character}`;
    else out += mustEscape(character) ? (PHP_SHORT[character] ?? point(character.codePointAt(0) as number)) : character;
  }
  return `${out}"`;
};

const PHP_SHORT: Readonly<Record<string, string>> = { "\n": "\\n", "\r": "\\r", "\t": "\\t", "\f": "\\f" };
const isShown = (value: string): boolean => Array.from(value).some(mustEscape);

/** A PHP string literal: between single quotes, unless something in it could not be seen. */
export const phpString = (value: string): string =>
  isShown(value) ? doubled(value, "$", (codePoint) => `\\u{${codePoint.toString(16)}}`) : singleQuoted(value);

/** A Perl string literal, likewise. */
export const perlString = (value: string): string =>
  isShown(value) ? doubled(value, "$@", (codePoint) => `\\x{${codePoint.toString(16)}}`) : singleQuoted(value);
