/** What follows the opening bracket of a group: its kind, its name, its condition; and comments, which only look like one. */

import type { GroupOpener } from "../../dialect/dialect.ts";
import { dialectsWithCalls } from "../../dialect/index.ts";
import { isAsciiLetter, isDigit } from "../../text/characters.ts";
import { unknownKey } from "../../unknown.ts";
import type { GrowingTree } from "../reading/growing.ts";
import type { Reader } from "../reading/reader.ts";
import { readBalanced } from "./balanced.ts";
import { readCondition } from "./conditions.ts";
import { type GlobalFlags, readInlineFlags } from "./inline-flags.ts";
import { readName } from "./names.ts";
import type { References } from "./references.ts";
import { readStarred } from "./starred.ts";

/** Reads an opening bracket and what follows it; the reading place is behind the bracket, which stands at `start`. */
export function readGroup(reader: Reader, tree: GrowingTree, references: References, global: GlobalFlags, start: number): void {
  if (reader.dialect.syntax.verbose.within) reader.skipBlanks();
  const found = reader.dialect.syntax.groupOpeners.find(([text]) => passOpener(reader, text));
  if (found) {
    reader.spread(() => readKnown(reader, tree, references, found[1], start));
    return;
  }
  if (reader.looksAt("*") && Object.keys(reader.dialect.syntax.starred).length > 0) {
    reader.at++;
    const opener = readStarred(reader, tree, global, start);
    if (opener) readKnown(reader, tree, references, opener, start);
    return;
  }
  if (reader.dialect.syntax.calls && readNumberedCall(reader, tree, references, start)) return;
  if (reader.peek() !== "?" || reader.dialect.syntax.groupOpeners.length === 0) {
    const captures = !reader.options.namedOnly && !tree.top.awaitsLook && !tree.passesBracket;
    tree.passesBracket = false;
    if (!captures) tree.push({ opener: { kind: "plain" }, start });
    else tree.push({ opener: { kind: "capture" }, start, capture: tree.newGroup(start, null) });
    return;
  }
  if (readForeign(reader, tree, start)) return;
  reader.at++;
  const next = reader.spread(() => reader.peek());
  if (!reader.dialect.syntax.calls && isCall(next, reader.peek(1))) {
    reader.at++;
    reader.report("no-calls", { start, end: reader.at }, reader.dialect.title, dialectsWithCalls());
    tree.push({ opener: { kind: "plain" }, start });
    return;
  }
  const { anyOrder, signs } = reader.dialect.syntax.inlineFlagRules;
  const none = anyOrder && !signs && (next === ")" || next === ":");
  if (next === "-" || (signs && next === "+") || isAsciiLetter(next) || none || (next === "^" && reader.dialect.syntax.inlineFlagRules.reset !== null)) {
    // Right inside of a condition that asks for a part of a pattern.
    const asksForPart = tree.top.condition?.asks.kind === "look" && reader.dialect.syntax.conditions.has("expression");
    if (asksForPart) reader.report("condition-flags", { start, end: reader.at + 1 });
    reader.spread(() => readInlineFlags(reader, tree, start, global));
    return;
  }
  const end = Math.min(reader.at + 1, reader.pattern.length);
  reader.report("group-kind", { start, end }, reader.pattern.slice(start, end), reader.dialect.title);
  reader.at = end;
  tree.push({ opener: { kind: "plain" }, start });
}

/** Whether what stands behind `(?` calls a group where a dialect has that: `1`, `+1`, `-1`, `&name`, `P>name`, `R)`. */
const isCall = (next: string | undefined, after: string | undefined): boolean =>
  isDigit(next) || next === "&" || ((next === "+" || next === "-") && isDigit(after)) || (next === "P" && after === ">") || (next === "R" && after === ")");

/** Blanks that mean nothing may stand before the third sign of an opener. */
function passOpener(reader: Reader, text: string): boolean {
  const from = reader.at;
  const [first, rest] = [text.slice(0, 2), text.slice(2)];
  if (reader.pass(first) && (rest === "" || reader.spread(() => reader.pass(rest)))) return true;
  reader.at = from;
  return false;
}

/** `(?1)`, `(?-1)`, `(?+1)`; false where what follows is none of them. */
function readNumberedCall(reader: Reader, tree: GrowingTree, references: References, start: number): boolean {
  if (!reader.looksAt("?")) return false;
  const sign = reader.peek(1);
  const signed = sign === "+" || sign === "-";
  if (!isDigit(reader.peek(signed ? 2 : 1))) return false;
  reader.at++;
  const number = readNumber(reader, tree);
  if (reader.pass(")")) references.addCall(number, String(number), { start, end: reader.at });
  else reader.report("call-form", { start, end: reader.at });
  return true;
}

/** The number of a group, counted from here where it has a sign. */
function readNumber(reader: Reader, tree: GrowingTree): number {
  const sign = reader.pass("-") ? -1 : reader.pass("+") ? 1 : 0;
  const number = Number(reader.takeWhile(isDigit));
  return sign === 0 ? number : tree.relative(sign * number);
}

const CALL_MARKS: Readonly<Record<string, string>> = { "<": ">", "'": "'" };

/** What stands behind `\\g`: a reference by number or name, or between other marks a call. */
export function readGroupEscape(reader: Reader, tree: GrowingTree, references: References, start: number): void {
  const open = reader.peek() ?? "";
  const { escapes } = reader.dialect.syntax;
  const calls = escapes.g?.kind === "group" && !escapes.g.referenceOnly;
  const close = open === "{" ? "}" : calls ? CALL_MARKS[open] : undefined;
  const span = () => ({ start, end: reader.at });
  const skip = (): unknown => open === "{" && reader.dialect.syntax.quantifiers.blanks && reader.takeBlanks();
  if (close !== undefined) reader.at++;
  skip();
  const signed = reader.looksAt("-") || (calls && reader.looksAt("+"));
  const isNumber = isDigit(reader.peek(signed ? 1 : 0));
  if (isNumber && (close !== undefined || open !== "")) {
    const number = readNumber(reader, tree);
    skip();
    if (close !== undefined && !reader.pass(close)) reader.report("group-escape-form", span());
    else if (close === undefined || open === "{") references.addNumber(number, String(number), span());
    else references.addCall(number, String(number), span());
    return;
  }
  const name = close === undefined ? undefined : readName(reader, close, open === "{");
  if (name === undefined) reader.report("group-escape-form", span());
  else if (open === "{") references.addName(name, span());
  else references.addNamedCall(name, span());
}

/** What begins as in another language is a mistake with a word on how it is written here; it is read on as what it is there. */
function readForeign(reader: Reader, tree: GrowingTree, start: number): boolean {
  const { title, syntax } = reader.dialect;
  const foreign = syntax.foreignOpeners.find(([text]) => reader.looksAt(text));
  if (!foreign) return false;
  const [text, named, own] = foreign;
  reader.at += text.length;
  reader.report("group-spelling", { start, end: reader.at }, `(${text}`, title, own);
  const end = named ? reader.pattern.indexOf(text.endsWith("<") ? ">" : text.slice(-1), reader.at) : -1;
  if (end >= 0) reader.at = end + 1;
  tree.push(named ? { opener: { kind: "capture" }, start, capture: tree.newGroup(start, null) } : { opener: { kind: "plain" }, start });
  return true;
}

function readKnown(reader: Reader, tree: GrowingTree, references: References, opener: GroupOpener, start: number): void {
  switch (opener.kind) {
    case "named": {
      const nameStart = reader.at;
      const name = groupName(reader, opener.end) ?? null;
      const capture = tree.newGroup(start, name);
      if (name !== null) tree.declare(name, capture, { start: nameStart, end: reader.at - opener.end.length });
      tree.push({ opener: { kind: "capture" }, start, capture, name });
      return;
    }
    case "balanced":
      readBalanced(reader, tree, opener.end, start);
      return;
    case "comment":
      if (reader.passComment([opener.end])) reader.at += opener.end.length;
      else reader.report("comment-open", { start, end: reader.at });
      return;
    case "name-reference": {
      const name = groupName(reader, opener.end);
      if (name !== undefined) references.addName(name, { start, end: reader.at });
      return;
    }
    case "conditional": {
      const condition = readCondition(reader, tree, references, start);
      tree.push(condition === "look" ? { opener, start, awaitsLook: true } : { opener, start, condition });
      return;
    }
    case "call-whole":
      if (reader.pass(opener.end)) references.addCall(0, "0", { start, end: reader.at });
      else reader.report("call-form", { start, end: reader.at });
      return;
    case "call-name": {
      const name = groupName(reader, opener.end);
      if (name !== undefined) references.addNamedCall(name, { start, end: reader.at });
      return;
    }
    case "unread":
      if (opener.holds) tree.push({ opener: { kind: "plain" }, start });
      else {
        reader.takeWhile((c) => c !== undefined && c !== ")");
        reader.pass(")");
      }
      reader.report("escape-unread", { start, end: reader.at }, reader.pattern.slice(start, reader.at), opener.what);
      return;
    case "branch-reset":
    case "plain":
    case "look":
    case "atomic":
      tree.push({ opener, start });
      return;
    default:
      unknownKey(opener);
  }
}

/** Reads a name where one must be; what is wrong with it is said. */
function groupName(reader: Reader, end: string): string | undefined {
  const start = reader.at;
  const name = readName(reader, end);
  if (name !== undefined) return name;
  const span = { start, end: Math.max(reader.at, start + 1) };
  if (reader.dialect.syntax.names.shared) reader.report("group-name", span);
  else {
    // What stands there instead of a name is passed with it.
    reader.takeWhile((c) => c !== undefined && c !== end && c !== ")" && c !== "|");
    const text = reader.pattern.slice(start, reader.at);
    const closed = reader.pass(end);
    const whole = { start, end: Math.max(reader.at, start + 1) };
    if (text === "" || !closed) reader.report("group-name-missing", whole, end);
    else reader.report("group-name-characters", whole, text);
  }
  return undefined;
}
