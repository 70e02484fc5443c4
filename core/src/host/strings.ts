/**
 * String literals of host languages, written and read: which marks begin them, which escapes they have, and what an
 * escape that means nothing becomes. One table a language; docs/dialects.md says where the rules come from.
 */
import type { Span } from "../text/span.ts";

/** What an escape's letter stands for. */
type EscapeRule =
  | { readonly kind: "text"; readonly text: string }
  /** So many hexadecimal digits; `braces` where `{…}` of any length may stand instead. */
  | { readonly kind: "hex"; readonly digits: number; readonly braces: boolean }
  /** Up to three octal digits, the letter among them, as long as they are no more than so much. */
  | { readonly kind: "octal"; readonly most: number }
  /** A character by its name, which is not known here. */
  | { readonly kind: "named" };

/** What becomes of a backslash before a character that is no escape. */
type Unknown = "dropped" | "kept";

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

/** In a string of bytes these are no escapes. */
export const PYTHON_BYTES: StringRules = {
  escapes: Object.fromEntries(Object.entries(PYTHON_STRING.escapes).filter(([letter]) => !["u", "U", "N"].includes(letter))),
  unknown: "kept",
};

/** A literal that keeps every backslash. */
export const RAW_STRING: StringRules = { escapes: {}, unknown: "kept" };

const LAST_CODE_POINT = 0x10ffff;

export interface StringValue {
  readonly value: string;
  /** Backslashes that the string itself took from the pattern, as in "\d", which is "d", or "\b", which is a backspace. */
  readonly taken: readonly Span[];
  /** The first escape that cannot be read. */
  readonly fault: Span | null;
}

/** What stands between the marks of a literal; `at` is where that begins in the source, for spans. Never throws. */
export function readEscapes(body: string, at: number, rules: StringRules): StringValue {
  let value = "";
  const taken: Span[] = [];
  let fault: Span | null = null;
  let from = 0;
  for (;;) {
    const next = body.indexOf("\\", from);
    if (next < 0 || next + 1 >= body.length) return { value: value + body.slice(from), taken, fault };
    value += body.slice(from, next);
    const [made, end] = escapeAt(body, next, rules);
    const span = { start: at + next, end: at + end };
    if (made === undefined) fault ??= span;
    else value += made;
    if (isTaken(body.slice(next, end), made)) taken.push(span);
    from = end;
  }
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
  if (!rule) return [unknown === "kept" ? `\\${letter}` : letter, after];
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
      const close = braced ? body.indexOf("}", after) : after + rule.digits;
      const digits = body.slice(braced ? after + 1 : after, close < 0 ? body.length : close);
      const code = isHex(digits) && (braced || digits.length === rule.digits) ? Number.parseInt(digits, 16) : Number.NaN;
      const end = close < 0 ? body.length : Math.min(braced ? close + 1 : close, body.length);
      return [code <= LAST_CODE_POINT ? String.fromCodePoint(code) : undefined, end];
    }
  }
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

/** A Python string literal. */
export function pythonString(value: string, mark: "'" | '"' = '"'): string {
  return quoted(value, mark);
}

/** As Python's `repr` chooses its marks. */
export function pythonRepr(value: string): string {
  return pythonString(value, value.includes("'") && !value.includes('"') ? '"' : "'");
}
