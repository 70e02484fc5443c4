/**
 * A piece of source text as tokens: as much of a language as it takes to find string literals, and calls around them.
 * It is no parser: pieces are copied from anywhere, begin and end in the middle of things, and may be broken.
 */
import { readAsWritten, readBlock, readDoubled, readEscapes, readRawBlock, type StringRules, type StringValue } from "../host/strings.ts";
import type { Span } from "../text/span.ts";

/** Why a literal is no constant, or cannot be read. */
export type Fault = Span & { readonly code: "handin-open" | "handin-made" | "handin-escape" };

export interface StringToken extends Span {
  readonly kind: "string";
  /** What stands before the opening mark, in small letters. */
  readonly prefix: string;
  readonly mark: string;
  /** All that opens it: the mark, and a sign before it that is no prefix of letters. */
  readonly opened: string;
  /** Between the marks, as written. */
  readonly body: string;
  readonly value: string;
  readonly taken: readonly Span[];
  readonly fault: Fault | null;
}

export type Token =
  | StringToken
  | (Span & { readonly kind: "expression"; readonly pattern: string; readonly flags: string })
  | (Span & { readonly kind: "word" | "number" | "sign"; readonly text: string });

/** How a kind of string literal is written. */
interface StringForm {
  /** What opens it, where that is not the mark alone. */
  readonly open?: string;
  /** A mark that is written twice is one, and a backslash is nothing but itself. */
  readonly doubled?: boolean;
  /** A backslash is nothing but itself. */
  readonly plain?: boolean;
  /** Tried in their order; the longest first where one begins as another. */
  readonly mark: string;
  /** Prefixes that may stand before the mark, in small letters; the rules by which each is read. */
  readonly prefixes: Readonly<Record<string, StringRules>>;
  /** Whether it may go over line ends. */
  readonly lines: boolean;
  /** Its first line holds nothing, and the indentation that all others share is none of its value. */
  readonly block?: boolean;
  /** What in it is put together when the program runs, if anything. */
  readonly made?: (prefix: string, body: string) => boolean;
}

export interface Lexis {
  /** Opening and closing marks; null where the line's end closes. */
  readonly comments: readonly (readonly [open: string, close: string | null])[];
  readonly strings: readonly StringForm[];
  /** `/…/flags` is a literal where no value stands before it. */
  readonly expressionLiterals: boolean;
}

const isSpace = (character: string): boolean => " \t\n\r\f\v\u00a0\ufeff\u2028\u2029".includes(character);
const isDigit = (character: string): boolean => character >= "0" && character <= "9";
const isWord = (character: string): boolean =>
  (character >= "a" && character <= "z") ||
  (character >= "A" && character <= "Z") ||
  character === "_" ||
  character === "$" ||
  isDigit(character) ||
  character > "\x7f";
const isLineEnd = (character: string | undefined): boolean => character === "\n" || character === "\r" || character === "\u2028" || character === "\u2029";

/** Words after which a slash begins a literal all the same. */
const BEFORE_VALUES: ReadonlySet<string> = new Set([
  "return",
  "typeof",
  "case",
  "in",
  "of",
  "delete",
  "void",
  "throw",
  "new",
  "else",
  "do",
  "await",
  "yield",
  "default",
  "instanceof",
  "extends",
]);
/** The longest prefix that a string has. */
const LONGEST_PREFIX = 3;

/** The tokens of a source; never throws, in time linear in its length. */
export function scan(source: string, lexis: Lexis): Token[] {
  const tokens: Token[] = [];
  let at = 0;
  while (at < source.length) {
    const character = source.charAt(at);
    if (isSpace(character)) {
      at++;
      continue;
    }
    // A line that goes on behind its end.
    if (character === "\\" && isLineEnd(source[at + 1])) {
      at += source.startsWith("\r\n", at + 1) ? 3 : 2;
      continue;
    }
    const behind = commentEnd(source, at, lexis);
    if (behind !== undefined) {
      at = behind;
      continue;
    }
    const token =
      stringAt(source, at, lexis) ??
      (lexis.expressionLiterals && character === "/" && takesValue(tokens.at(-1)) ? expressionAt(source, at) : undefined) ??
      plainAt(source, at);
    tokens.push(token);
    at = token.end;
  }
  return tokens;
}

function commentEnd(source: string, at: number, { comments }: Lexis): number | undefined {
  for (const [open, close] of comments) {
    if (!source.startsWith(open, at)) continue;
    if (close !== null) {
      const end = source.indexOf(close, at + open.length);
      return end < 0 ? source.length : end + close.length;
    }
    let end = at;
    while (end < source.length && !isLineEnd(source[end])) end++;
    return end;
  }
  return undefined;
}

/** Whether a value may follow, so that a slash is no division. */
function takesValue(before: Token | undefined): boolean {
  if (!before) return true;
  if (before.kind === "word") return BEFORE_VALUES.has(before.text);
  return before.kind === "sign" && before.text !== ")" && before.text !== "]" && before.text !== "}";
}

function stringAt(source: string, start: number, { strings }: Lexis): StringToken | undefined {
  let quote = start;
  while (quote - start <= LONGEST_PREFIX && quote < source.length && isWord(source.charAt(quote))) quote++;
  const letters = source.slice(start, quote).toLowerCase();
  for (const form of strings) {
    // What is opened by signs has no letters before them.
    const [opened, at, prefix] = form.open === undefined ? [form.mark, quote, letters] : [form.open, start, ""];
    const rules = Object.hasOwn(form.prefixes, prefix) ? form.prefixes[prefix] : undefined;
    if (!rules || !source.startsWith(opened, at)) continue;
    const from = at + opened.length;
    const close = closingMark(source, from, form);
    const body = source.slice(from, close.at);
    const end = close.closed ? close.at + form.mark.length : close.at;
    const { value, taken, fault } = readBody(body, from, form, rules);
    const made = form.made?.(prefix, body) ?? false;
    return {
      kind: "string",
      start,
      end,
      prefix,
      mark: form.mark,
      opened,
      body,
      value,
      taken,
      fault: !close.closed
        ? { code: "handin-open", start, end }
        : made
          ? { code: "handin-made", start, end }
          : fault
            ? { code: "handin-escape", ...fault }
            : null,
    };
  }
  return undefined;
}

function readBody(body: string, from: number, { block, doubled, plain, mark }: StringForm, rules: StringRules): StringValue {
  if (doubled) return readDoubled(body, from, mark);
  if (plain) return block ? readRawBlock(body, from) : readAsWritten(body, from);
  return block ? readBlock(body, from, rules) : readEscapes(body, from, rules);
}

/** A backslash takes what follows it along, in raw strings too, unless it is nothing but itself. */
function closingMark(source: string, from: number, { mark, lines, doubled, plain }: StringForm): { readonly at: number; readonly closed: boolean } {
  let at = from;
  while (at < source.length) {
    if (doubled && source.startsWith(mark + mark, at)) {
      at += 2 * mark.length;
      continue;
    }
    if (source.startsWith(mark, at)) return { at, closed: true };
    if (!lines && (source[at] === "\n" || source[at] === "\r")) return { at, closed: false };
    if (source[at] === "\\" && !doubled && !plain) at += source.startsWith("\r\n", at + 1) ? 3 : 2;
    else at++;
  }
  return { at: source.length, closed: false };
}

function expressionAt(source: string, start: number): Token | undefined {
  let inSet = false;
  for (let at = start + 1; at < source.length && !isLineEnd(source[at]); at++) {
    const character = source[at];
    if (character === "\\") at++;
    else if (character === "[") inSet = true;
    else if (character === "]") inSet = false;
    else if (character === "/" && !inSet) {
      let end = at + 1;
      while (end < source.length && isWord(source.charAt(end))) end++;
      return { kind: "expression", pattern: source.slice(start + 1, at), flags: source.slice(at + 1, end), start, end };
    }
  }
  return undefined;
}

function plainAt(source: string, start: number): Token {
  if (!isWord(source.charAt(start))) return { kind: "sign", text: source.charAt(start), start, end: start + 1 };
  let end = start + 1;
  while (end < source.length && isWord(source.charAt(end))) end++;
  return { kind: isDigit(source.charAt(start)) ? "number" : "word", text: source.slice(start, end), start, end };
}
