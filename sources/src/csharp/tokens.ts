/**
 * C# as tokens (C# Language Specification, 6.4): as much of it as it takes to find strings, comments and calls. There is no
 * grammar of today's C#, with its raw strings, as a package.
 */
import { CSHARP_STRING, isBlank, readAsWritten, readDoubled, readEscapes, readRawBlock, type Span, type StringValue } from "@lamprey/core";
import type { Constant } from "../constant.ts";
import type { LiteralKind } from "../literal.ts";

export type Token = Span &
  (
    | { readonly kind: "word" | "number" | "sign"; readonly text: string }
    /** Null where it is put together when the program runs, or is not closed. */
    | { readonly kind: "string"; readonly constant: Constant | null }
  );

export interface Tokens {
  readonly tokens: readonly Token[];
  readonly comments: readonly Span[];
}

const isDigit = (sign: string): boolean => sign >= "0" && sign <= "9";
const isWord = (sign: string): boolean =>
  (sign >= "a" && sign <= "z") || (sign >= "A" && sign <= "Z") || sign === "_" || sign === "@" || isDigit(sign) || sign > "\x7f";

/** The tokens of a text; never throws, in time linear in its length. */
export function tokensOf(text: string): Tokens {
  const tokens: Token[] = [];
  const comments: Span[] = [];
  let at = 0;
  while (at < text.length) {
    const sign = text.charAt(at);
    if (isBlank(sign)) at++;
    else if (text.startsWith("//", at) || (sign === "#" && isFirstOfLine(text, at))) at = comment(at, lineEnd(text, at));
    else if (text.startsWith("/*", at)) {
      const close = text.indexOf("*/", at + 2);
      at = comment(at, close < 0 ? text.length : close + 2);
    } else if (sign === "'") at = characterEnd(text, at);
    else {
      const token = stringAt(text, at) ?? plainAt(text, at);
      tokens.push(token);
      at = token.end;
    }
  }
  return { tokens, comments };

  function comment(start: number, end: number): number {
    if (text[start] !== "#") comments.push({ start, end });
    return end;
  }
}

function lineEnd(text: string, at: number): number {
  const end = text.indexOf("\n", at);
  return end < 0 ? text.length : end;
}

function isFirstOfLine(text: string, at: number): boolean {
  let before = at - 1;
  while (text[before] === " " || text[before] === "\t") before--;
  return before < 0 || text[before] === "\n";
}

/** A character's literal is read over. */
function characterEnd(text: string, start: number): number {
  const end = text[start + 1] === "\\" ? text.indexOf("'", start + 3) : text.indexOf("'", start + 2);
  return end < 0 || end > start + LONGEST_CHARACTER ? start + 1 : end + 1;
}

/** `'\U0001F600'`, with its marks. */
const LONGEST_CHARACTER = 12;

function plainAt(text: string, start: number): Token {
  if (!isWord(text.charAt(start))) return { kind: "sign", text: text.charAt(start), start, end: start + 1 };
  let end = start + 1;
  while (end < text.length && isWord(text.charAt(end))) end++;
  return { kind: isDigit(text.charAt(start)) ? "number" : "word", text: text.slice(start, end), start, end };
}

/** A string of any kind: its prefix of `$` and `@`, then one quote, or three and more. */
function stringAt(text: string, start: number): Token | undefined {
  let at = start;
  while (text[at] === "$" || text[at] === "@") at++;
  const prefix = text.slice(start, at);
  if (text[at] !== '"') return undefined;
  let quotes = at;
  while (text[quotes] === '"') quotes++;
  const isVerbatim = prefix.includes("@");
  const count = quotes - at >= 3 && !isVerbatim ? quotes - at : 1;
  const mark = '"'.repeat(count);
  const from = at + count;
  const kind: LiteralKind = count > 1 ? "raw" : isVerbatim ? "doubled" : "escaped";
  // A brace begins what is put in: a place, whose own strings end nothing.
  const dollars = prefix.split("$").length - 1;
  const { close, made } = closingMark(text, from, mark, kind, dollars);
  const closed = close >= 0;
  const end = closed ? close : kind === "escaped" ? lineEnd(text, from) : text.length;
  const whole = { start, end: closed ? end + count : end };
  const { value, pieces, fault } = readBody(text.slice(from, end), from, kind);
  const isConstant = closed && !made && !fault;
  return { kind: "string", constant: isConstant ? { value, pieces, literals: [{ kind, mark, start: from, end }] } : null, ...whole };
}

function readBody(body: string, from: number, kind: LiteralKind): StringValue {
  if (kind === "doubled") return readDoubled(body, from, '"');
  if (kind === "raw") return body.includes("\n") ? readRawBlock(body, from) : readAsWritten(body, from);
  return readEscapes(body, from, CSHARP_STRING);
}

/** Where the closing mark begins, −1 where there is none, and whether the string has a place, or a brace written twice. */
function closingMark(text: string, from: number, mark: string, kind: LiteralKind, dollars: number): { readonly close: number; readonly made: boolean } {
  let made = false;
  let depth = 0;
  for (let at = from; at < text.length; ) {
    const sign = text.charAt(at);
    if (depth > 0) {
      const inner = sign === '"' || sign === "$" || sign === "@" ? innerString(text, at) : undefined;
      if (sign === "{") depth++;
      if (sign === "}") depth--;
      at = inner ?? at + 1;
    } else if (kind === "doubled" && text.startsWith('""', at)) at += 2;
    else if (kind === "escaped" && sign === "\\") at += 2;
    else if (kind === "escaped" && (sign === "\n" || sign === "\r")) return { close: -1, made };
    else if (text.startsWith(mark, at) && !(kind === "raw" && text[at + mark.length] === '"')) return { close: at, made };
    else if (dollars > 0 && (sign === "{" || sign === "}")) {
      let braces = at;
      while (text[braces] === sign) braces++;
      made = true;
      const opens = sign === "{" && (kind === "raw" ? braces - at >= dollars : (braces - at) % 2 === 1);
      if (opens) depth = 1;
      at = braces;
    } else at++;
  }
  return { close: -1, made };
}

/** Where a string within a place ends. */
function innerString(text: string, start: number): number | undefined {
  let at = start;
  while (text[at] === "$" || text[at] === "@") at++;
  if (text[at] !== '"') return undefined;
  const doubled = text.slice(start, at).includes("@");
  for (let end = at + 1; end < text.length; end++) {
    if (!doubled && text[end] === "\\") end++;
    else if (doubled && text.startsWith('""', end)) end++;
    else if (text[end] === '"') return end + 1;
  }
  return text.length;
}
