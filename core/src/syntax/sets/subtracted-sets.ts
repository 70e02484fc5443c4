/**
 * Sets as .NET reads them: characters, ranges and classes, and at the end a hyphen and another set that is subtracted. Where
 * case does not count, lower case is added to what is written, and a character is looked for by its lower case.
 */
import { type CharSet, complement, EMPTY_SET, setOfRanges, subtract, union, unionOf } from "../../charset/charset.ts";
import { type FoldingRule, foldSet, unfoldSet } from "../../charset/folding.ts";
import { complementOf, readEscape } from "../reading/escapes.ts";
import { type Reader, reportOrder } from "../reading/reader.ts";
import type { SetItem } from "../tree.ts";
import type { SetNode } from "./sets.ts";

/** A set while it is read, or the part of one before what is subtracted. */
interface OpenSet {
  readonly start: number;
  readonly negated: boolean;
  readonly ranges: (readonly [number, number])[];
  readonly classes: CharSet[];
}

const HYPHEN = 0x2d;
const BRACKET = 0x5b;

/** Reads a set; the reading place is at its opening bracket. Sets wait on a list, however many are subtracted from one another. */
export function readSubtractedSet(reader: Reader): SetNode {
  const start = reader.at;
  const rule = reader.dialect.semantics.folding(reader.options);
  const items: SetItem[] = [];
  const open: OpenSet[] = [];
  do open.push(readOpen(reader, open.length === 0 ? items : []));
  while (reader.looksAt("["));
  let whole: CharSet = EMPTY_SET;
  // From the innermost outwards, each ends with its bracket, and is subtracted from the one around it.
  for (let i = open.length - 1; i >= 0; i--) {
    const set = open[i] as OpenSet;
    if (!reader.pass("]")) {
      if (reader.ended) reader.report("set-open", { start: set.start, end: set.start + 1 });
      else {
        reader.report("set-subtraction-last", { start: reader.at, end: reader.at + 1 });
        reader.takeWhile((c) => c !== undefined && c !== "]");
        reader.pass("]");
      }
    }
    whole = subtract(heldBy(set, rule), whole);
  }
  const fixed = rule ? unfoldSet(whole, rule) : whole;
  return { kind: "set", set: EMPTY_SET, fixed, strings: [], negated: false, items, folding: rule, start, end: reader.at };
}

function heldBy({ negated, ranges, classes }: OpenSet, rule: FoldingRule | null): CharSet {
  const own = setOfRanges(ranges);
  const held = unionOf([rule ? union(own, foldSet(own, rule)) : own, ...classes]);
  return negated ? complement(held) : held;
}

/** Reads a set up to the bracket that ends it, or up to that of what is subtracted; neither is passed. */
function readOpen(reader: Reader, items: SetItem[]): OpenSet {
  const start = reader.at++;
  const set: OpenSet = { start, negated: reader.pass("^"), ranges: [], classes: [] };
  const add = (from: number, to: number, at: number): void => {
    set.ranges.push([from, to]);
    items.push({ kind: "range", from, to, start: at, end: reader.at });
  };
  for (let first = true; !reader.ended; first = false) {
    if (!first && reader.looksAt("]")) break;
    const at = reader.at;
    // A set that is subtracted, behind a hyphen of its own.
    if (!first && reader.looksAt("-[")) {
      reader.at++;
      break;
    }
    // It stands for itself, and begins no range.
    if (reader.pass("\\-")) {
      add(HYPHEN, HYPHEN, at);
      continue;
    }
    const from = readAtom(reader, set, items);
    if (from === null) continue;
    const next = reader.peek(1);
    if (!reader.looksAt("-") || next === undefined || next === "]") {
      add(from, from, at);
      continue;
    }
    reader.at++;
    if (reader.looksAt("[")) {
      add(from, from, at);
      break;
    }
    endRange(reader, set, items, from, at, add);
  }
  return set;
}

/** The end of a range whose hyphen has been passed. */
function endRange(reader: Reader, set: OpenSet, items: SetItem[], from: number, at: number, add: (from: number, to: number, at: number) => void): void {
  // An escaped hyphen is never an end, and the range goes on behind it.
  while (reader.pass("\\-")) add(HYPHEN, HYPHEN, reader.at - 2);
  const classesBefore = set.classes.length;
  const to = readAtom(reader, set, items);
  const span = { start: at, end: reader.at };
  if (set.classes.length > classesBefore) reader.report("range-class", span);
  else if (to !== null && to < from) reportOrder(reader, span, from, to);
  else if (to !== null) add(from, to, at);
}

/** A character, or null: a class, which is added to the set, or the pattern's end. */
function readAtom(reader: Reader, set: OpenSet, items: SetItem[]): number | null {
  const start = reader.at;
  if (reader.ended) return null;
  if (!reader.pass("\\")) {
    const codePoint = reader.take();
    if (codePoint === BRACKET) passPosix(reader);
    return codePoint;
  }
  const read = readEscape(reader, start, true);
  if (read.kind === "character") return read.codePoint;
  if (read.kind === "class") {
    set.classes.push(read.negated ? complementOf(read.set, reader.options) : read.set);
    items.push({ kind: "class", name: read.name, start, end: reader.at });
  }
  return null;
}

/** A class of POSIX, behind its first bracket, is passed over. */
function passPosix(reader: Reader): void {
  const start = reader.at;
  const { continues } = reader.dialect.syntax.names;
  if (!reader.pass(":")) return;
  reader.takeWhile((c) => c !== undefined && continues(c.charCodeAt(0), reader.options));
  if (!reader.pass(":]")) reader.at = start;
}
