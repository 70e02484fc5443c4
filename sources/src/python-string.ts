/** What a Python string literal stands for (The Python Language Reference, 2.4.1). */
import type { SyntaxNode } from "@lezer/common";

export interface PythonString {
  readonly value: string;
  readonly bytes: boolean;
}

const SIMPLE: Readonly<Record<string, string>> = {
  "\n": "",
  "\\": "\\",
  "'": "'",
  '"': '"',
  a: "\x07",
  b: "\b",
  f: "\f",
  n: "\n",
  r: "\r",
  t: "\t",
  v: "\v",
};

/** Digits after an escape's letter. */
const HEX: Readonly<Record<string, number>> = { x: 2, u: 4, U: 8 };
const MOST_OCTAL_DIGITS = 3;
const LAST_CODE_POINT = 0x10ffff;

/** The string of a literal, of literals one after the other, or of such with plus signs; undefined for anything else. */
export function pythonString(node: SyntaxNode, text: string): PythonString | undefined {
  if (node.name === "String") return literal(text.slice(node.from, node.to));
  if (node.name === "ParenthesizedExpression") {
    const inner = node.firstChild?.nextSibling;
    return inner ? pythonString(inner, text) : undefined;
  }
  const isSum = node.name === "BinaryExpression" && node.getChild("ArithOp") !== null && text.slice(...spanOf(node.getChild("ArithOp"))) === "+";
  if (node.name !== "ContinuedString" && !isSum) return undefined;
  let value = "";
  let bytes = false;
  for (let child = node.firstChild; child; child = child.nextSibling) {
    if (child.name === "ArithOp" || child.name === "Comment") continue;
    const part = pythonString(child, text);
    if (!part) return undefined;
    value += part.value;
    bytes ||= part.bytes;
  }
  return { value, bytes };
}

const spanOf = (node: SyntaxNode | null): [number, number] => (node ? [node.from, node.to] : [0, 0]);

function literal(written: string): PythonString | undefined {
  let quoteAt = 0;
  while (quoteAt < written.length && written[quoteAt] !== "'" && written[quoteAt] !== '"') quoteAt++;
  const prefix = written.slice(0, quoteAt).toLowerCase();
  // A formatted string is put together when the program runs.
  if (prefix.includes("f") || prefix.includes("t")) return undefined;
  const quote = written[quoteAt] as string;
  const width = written.startsWith(quote.repeat(3), quoteAt) ? 3 : 1;
  const body = written.slice(quoteAt + width, written.length - width);
  const bytes = prefix.includes("b");
  if (prefix.includes("r")) return { value: body, bytes };
  const value = resolveEscapes(body, bytes);
  return value === undefined ? undefined : { value, bytes };
}

function resolveEscapes(body: string, bytes: boolean): string | undefined {
  let value = "";
  for (let at = 0; at < body.length; ) {
    const character = body[at] as string;
    if (character !== "\\" || at + 1 >= body.length) {
      value += character;
      at++;
      continue;
    }
    const next = body[at + 1] as string;
    const digits = bytes && next !== "x" ? undefined : HEX[next];
    if (SIMPLE[next] !== undefined) {
      value += SIMPLE[next];
      at += 2;
    } else if (digits !== undefined) {
      const code = Number.parseInt(body.slice(at + 2, at + 2 + digits), 16);
      if (!(code <= LAST_CODE_POINT)) return undefined;
      value += String.fromCodePoint(code);
      at += 2 + digits;
    } else if (next >= "0" && next <= "7") {
      let end = at + 1;
      while (end < body.length && end - at <= MOST_OCTAL_DIGITS && (body[end] as string) >= "0" && (body[end] as string) <= "7") end++;
      value += String.fromCodePoint(Number.parseInt(body.slice(at + 1, end), 8));
      at = end;
    } else if (next === "N" && !bytes) return undefined;
    else {
      // An unknown escape stays as it is written.
      value += `\\${next}`;
      at += 2;
    }
  }
  return value;
}
