/** What a Python string literal stands for (The Python Language Reference, 2.4.1). */
import { PYTHON_BYTES, PYTHON_STRING, readEscapes } from "@lamprey/core";
import type { SyntaxNode } from "@lezer/common";

export interface PythonString {
  readonly value: string;
  readonly bytes: boolean;
}

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
  const { value, fault } = readEscapes(body, 0, bytes ? PYTHON_BYTES : PYTHON_STRING);
  return fault ? undefined : { value, bytes };
}
