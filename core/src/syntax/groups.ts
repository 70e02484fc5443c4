/** What follows the opening bracket of a group: its kind, its name, its condition; and comments, which only look like one. */
import type { GroupOpener } from "../dialect/dialect.ts";
import { unknownKey } from "../unknown.ts";
import type { GrowingTree } from "./growing.ts";
import { type GlobalFlags, readInlineFlags } from "./inline-flags.ts";
import { readName } from "./names.ts";
import { isLetter, type Reader } from "./reader.ts";
import type { References } from "./references.ts";
import type { Span } from "./tree.ts";

/** Reads an opening bracket and what follows it; the reading place is behind the bracket, which stands at `start`. */
export function readGroup(reader: Reader, tree: GrowingTree, references: References, global: GlobalFlags, start: number): void {
  const found = reader.dialect.syntax.groupOpeners.find(([text]) => reader.looksAt(text));
  if (found) {
    reader.at += found[0].length;
    readKnown(reader, tree, references, found[1], start);
    return;
  }
  if (reader.peek() !== "?") {
    tree.push({ opener: { kind: "capture" }, start, capture: tree.newGroup(start, null) });
    return;
  }
  if (readForeign(reader, tree, start)) return;
  const next = reader.peek(1);
  if (next === "-" || isLetter(next)) {
    reader.at++;
    readInlineFlags(reader, tree, start, global);
    return;
  }
  const end = Math.min(reader.at + 2, reader.pattern.length);
  reader.report("group-kind", { start, end }, reader.pattern.slice(start, end), reader.dialect.title);
  reader.at = end;
  tree.push({ opener: { kind: "plain" }, start });
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
      if (name !== null) declare(reader, tree, name, capture, { start: nameStart, end: reader.at - opener.end.length });
      tree.push({ opener: { kind: "capture" }, start, capture, name });
      return;
    }
    case "comment":
      if (passComment(reader, opener.end)) reader.at += opener.end.length;
      else reader.report("comment-open", { start, end: reader.at });
      return;
    case "name-reference": {
      const name = groupName(reader, opener.end);
      if (name !== undefined) references.addName(name, { start, end: reader.at });
      return;
    }
    case "conditional":
      tree.push({ opener, start, condition: references.readCondition(start) });
      return;
    case "plain":
    case "look":
    case "atomic":
      tree.push({ opener, start });
      return;
    default:
      unknownKey(opener);
  }
}

/** Passes what comes before the end mark; false where the pattern ends before it. */
export function passComment(reader: Reader, end: string): boolean {
  const { escapesInComments } = reader.dialect.syntax;
  for (; !reader.ended; reader.at++) {
    if (reader.looksAt(end)) return true;
    if (!escapesInComments || !reader.looksAt("\\")) continue;
    reader.at++;
    if (reader.ended) reader.report("escape-end", { start: reader.at - 1, end: reader.at });
  }
  reader.at = reader.pattern.length;
  return false;
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

function declare(reader: Reader, tree: GrowingTree, name: string, number: number, span: Span): void {
  const known = tree.names.numbers(name);
  if (known && !reader.dialect.syntax.names.shared) reader.report("group-name-again", span, name, known[0] as number);
  else if (!tree.names.add(name, number, tree.top.place)) reader.report("group-name-twice", span, name);
}
