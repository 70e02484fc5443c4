/**
 * Sets as java.util.regex reads them: sets in sets are joined with what stands beside them, `&&` intersects what stands
 * before it with what follows, and case is folded character by character, before anything is negated.
 */
import { closeRange } from "../../charset/casing.ts";
import { type CharSet, complement, EMPTY_SET, intersection, union, unionOf } from "../../charset/charset.ts";
import { closeOverCase } from "../../charset/folding.ts";
import { readEscape } from "../reading/escapes.ts";
import { type Reader, reportOrder } from "../reading/reader.ts";
import type { SetItem } from "../tree.ts";
import { isLoneLetter } from "./lone-letters.ts";
import type { SetNode } from "./sets.ts";

/** A set, or what stands behind `&&`, while it is read. */
interface OpenSet {
  readonly start: number;
  readonly negated: boolean;
  /** It has a bracket of its own, which closes it. */
  readonly bracketed: boolean;
  /** What it holds so far; null where nothing has been read. */
  held: CharSet | null;
  /** Its single characters, wherever they stand: those behind an `&&` join all that were before. */
  singles: CharSet;
  /** What has been read behind an `&&`; undefined where none is waiting for more. */
  behind: CharSet | null | undefined;
}

/** Reads a set; the reading place is at its opening bracket. Sets wait on a list, however deep they are. */
export function readNestedSet(reader: Reader): SetNode {
  const start = reader.at;
  const items: SetItem[] = [];
  const open = [opened(reader)];
  let whole: CharSet = EMPTY_SET;
  for (let top = open.at(-1); top; top = open.at(-1)) {
    reader.skipBlanks();
    if (reader.ended) {
      reader.report("set-open", { start: top.start, end: top.start + 1 });
      break;
    }
    if (top.behind !== undefined && (reader.looksAt("]") || reader.looksAt("&"))) intersected(reader, top);
    else if (reader.looksAt("[")) open.push(opened(reader));
    else if (top.behind !== undefined) open.push({ start: reader.at, negated: false, bracketed: false, held: null, singles: EMPTY_SET, behind: undefined });
    else if (reader.pass("&&")) top.behind = null;
    else if (reader.looksAt("]") && top.held !== null) {
      if (top.bracketed) reader.at++;
      const value = top.negated ? complement(top.held) : top.held;
      open.pop();
      const outer = open.at(-1);
      if (!outer) whole = value;
      else if (outer.behind !== undefined) outer.behind = joined(outer.behind, value);
      else outer.held = joined(outer.held, value);
    } else {
      const read = piece(reader, open.length === 1 ? items : []);
      if (read.single) top.singles = union(top.singles, read.set);
      top.held = joined(top.held, read.single ? top.singles : read.set);
    }
  }
  return { kind: "set", set: EMPTY_SET, fixed: whole, strings: [], negated: false, items, folding: null, start, end: reader.at };
}

function opened(reader: Reader): OpenSet {
  const start = reader.at++;
  return { start, negated: reader.pass("^"), bracketed: true, held: null, singles: EMPTY_SET, behind: undefined };
}

const joined = (one: CharSet | null, other: CharSet): CharSet => (one === null ? other : union(one, other));

function intersected(reader: Reader, top: OpenSet): void {
  const { held, behind } = top;
  top.behind = undefined;
  if (behind === null && held === null) reader.report("set-operand", { start: reader.at - 2, end: reader.at }, "&&");
  else if (behind !== null && behind !== undefined) top.held = held === null ? behind : intersection(held, behind);
  top.held ??= EMPTY_SET;
}

const LATIN_END = 0xff;

/** The character that a class stands for where a range begins with it, which is passed then. */
function beginsRange(reader: Reader): number | undefined {
  const meaning = reader.looksAt("\\") ? reader.dialect.syntax.setEscapes[reader.peek(1) ?? ""] : undefined;
  const last = reader.peek(3);
  if (meaning?.kind !== "class" || meaning.first === undefined || reader.peek(2) !== "-" || last === undefined || last === "[" || last === "]")
    return undefined;
  reader.at += 2;
  return meaning.first;
}

/** A character, a range, a class, or quoted characters. */
function piece(reader: Reader, items: SetItem[]): { readonly set: CharSet; readonly single: boolean } {
  const start = reader.at;
  const { folding } = reader.dialect.semantics;
  const rule = folding(reader.options);
  const single = (codePoint: number): CharSet =>
    rule === null || isLoneLetter(codePoint, rule) ? [codePoint, codePoint] : closeOverCase([codePoint, codePoint], rule);
  const singles = (text: string): CharSet => unionOf(Array.from(text, (each) => single(each.codePointAt(0) as number)));
  const before: string[] = [];
  const read = beginsRange(reader) ?? atom(reader, before);
  if (read === undefined) return { set: singles(before.join("")), single: false };
  if (typeof read !== "number") {
    items.push({ kind: "class", name: reader.pattern.slice(start + 1, reader.at), start, end: reader.at });
    return { set: read, single: false };
  }
  reader.skipBlanks();
  const next = reader.peek(1);
  let to = read;
  if (reader.looksAt("-") && next !== undefined && next !== "[" && next !== "]") {
    reader.at++;
    reader.skipBlanks();
    const last = atom(reader, []);
    const span = { start, end: reader.at };
    if (typeof last !== "number") reader.report("range-class", span);
    else if (last < read) reportOrder(reader, span, read, last);
    else to = last;
  }
  items.push({ kind: "range", from: read, to, start, end: reader.at });
  const own = to === read ? single(read) : rule === null ? [read, to] : closeRange(read, to, rule);
  return { set: union(singles(before.join("")), own), single: to === read && read <= LATIN_END };
}

/** A character, or a class as its characters; of quoted characters the last, and those before it into the list; undefined where nothing is quoted. */
function atom(reader: Reader, before: string[]): number | CharSet | undefined {
  const start = reader.at;
  if (!reader.pass("\\")) return reader.take();
  const read = readEscape(reader, start, true);
  if (read.kind === "character") return read.codePoint;
  if (read.kind === "class") return read.negated ? complement(read.set) : read.set;
  const { meaning } = read;
  const characters = meaning.kind === "quote" ? Array.from(reader.quoted(meaning.end)) : [];
  const last = characters.pop();
  if (characters.length > 0) before.push(characters.join(""));
  return last?.codePointAt(0);
}
