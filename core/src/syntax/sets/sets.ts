/** Sets in brackets without operations: characters, ranges and classes side by side. */
import { type CharSet, complement, EMPTY_SET, setOfRanges, unionOf } from "../../charset/charset.ts";
import { complementOf, readEscape } from "../reading/escapes.ts";
import { type Reader, reportOrder } from "../reading/reader.ts";
import type { NodeOf, SetItem, Span } from "../tree.ts";

export type SetNode = NodeOf<"set">;

type Atom = Span & ({ readonly kind: "character"; readonly codePoint: number } | { readonly kind: "class"; readonly name: string; readonly set: CharSet });

const HYPHEN = 0x2d;

/** Reads a set; the reading place is at its opening bracket. */
export function readSet(reader: Reader): SetNode {
  const { dialect, options } = reader;
  const start = reader.at++;
  if (
    dialect.syntax.sets.posix !== null &&
    !dialect.syntax.sets.posixAlone &&
    POSIX_MARKS.includes(reader.peek() ?? "-") &&
    posixEnd(reader.pattern, reader.at) >= 0
  ) {
    reader.report("set-posix-alone", { start, end: posixEnd(reader.pattern, reader.at) + 2 });
  }
  passEmpty(reader);
  const negated = reader.pass("^");
  passEmpty(reader);
  const items: SetItem[] = [];
  const classes: CharSet[] = [];
  const ranges: [number, number][] = [];
  const add = (atom: Atom): void => {
    if (atom.kind === "class") {
      classes.push(atom.set);
      items.push({ kind: "class", name: atom.name, start: atom.start, end: atom.end });
    } else {
      ranges.push([atom.codePoint, atom.codePoint]);
      items.push({ kind: "range", from: atom.codePoint, to: atom.codePoint, start: atom.start, end: atom.end });
    }
  };
  let first = dialect.syntax.sets.firstBracket;
  for (;;) {
    if (reader.ended) {
      reader.report("set-open", { start, end: start + 1 });
      break;
    }
    if (options.verboseSets && reader.quoting === null && (reader.pass(" ") || reader.pass("\t"))) continue;
    if (passMarks(reader)) continue;
    if (!first && reader.quoting === null && reader.pass("]")) break;
    first = false;
    const posix = readPosix(reader);
    const from = posix ?? readAtom(reader);
    if (options.verboseSets) reader.takeBlanks();
    while (passMarks(reader));
    const dash = reader.at;
    if (isRefusedRange(reader, from)) {
      reader.report("range-class", { start: from.start, end: reader.at + 1 });
      add(from);
      continue;
    }
    if (reader.quoting !== null || reader.peek() !== "-" || reader.peek(1) === undefined || reader.peek(1) === "]") {
      add(from);
      continue;
    }
    reader.at++;
    if (options.verboseSets) reader.takeBlanks();
    while (passMarks(reader));
    if (reader.quoting === null && (reader.ended || reader.looksAt("]"))) {
      add(from);
      add({ kind: "character", codePoint: HYPHEN, start: dash, end: dash + 1 });
      continue;
    }
    const to = readPosix(reader) ?? readAtom(reader);
    const span = { start: from.start, end: reader.at };
    if (from.kind === "class" || to.kind === "class") {
      if (!dialect.syntax.sets.classEndsRange(reader.strict)) reader.report("range-class", span);
      add(from);
      add({ kind: "character", codePoint: HYPHEN, start: dash, end: dash + 1 });
      add(to);
    } else if (from.codePoint > to.codePoint) {
      reportOrder(reader, span, from.codePoint, to.codePoint);
    } else {
      ranges.push([from.codePoint, to.codePoint]);
      items.push({ kind: "range", from: from.codePoint, to: to.codePoint, ...span });
    }
  }
  const { folding, foldsClasses } = dialect.semantics;
  const own = setOfRanges(ranges);
  const whole = { kind: "set", strings: [], negated, items, folding: folding(options), start, end: reader.at } as const;
  return foldsClasses ? { ...whole, set: unionOf([own, ...classes]), fixed: EMPTY_SET } : { ...whole, set: own, fixed: unionOf(classes) };
}

/** Passes what stands for nothing before a set begins, and before the first of its characters: a quotation that holds none as well. */
function passEmpty(reader: Reader): void {
  for (;;) {
    if (reader.options.verboseSets) reader.takeBlanks();
    const from = reader.at;
    if (!passMarks(reader)) return;
    if (reader.quoting === null || passMarks(reader)) continue;
    reader.quoting = null;
    reader.at = from;
    return;
  }
}

/** Passes what stands for nothing, as the end of a quotation does. */
function passMarks(reader: Reader): boolean {
  const { setEscapes } = reader.dialect.syntax;
  if (reader.quoting !== null) {
    if (!reader.pass(reader.quoting)) return false;
    reader.quoting = null;
    return true;
  }
  if (!reader.looksAt("\\")) return false;
  const letter = reader.peek(1) ?? "";
  const meaning = Object.hasOwn(setEscapes, letter) ? setEscapes[letter] : undefined;
  if (meaning?.kind === "nothing") reader.at += 2;
  else if (meaning?.kind === "quote" && reader.dialect.syntax.sets.posix !== null) {
    reader.at += 2;
    reader.quoting = meaning.end;
  } else return false;
  return true;
}

/** A class that cannot begin a range, in a dialect that says so, with a hyphen behind it that is not the last character. */
function isRefusedRange(reader: Reader, from: Atom): boolean {
  const { posix, classEndsRange } = reader.dialect.syntax.sets;
  return (
    posix !== null && !classEndsRange(reader.strict) && from.kind === "class" && reader.looksAt("-") && !reader.looksAt("-]") && reader.peek(1) !== undefined
  );
}

/** `[:alpha:]` and kin inside of a set; undefined where there is none. */
function readPosix(reader: Reader): Atom | undefined {
  const { posix, posixName } = reader.dialect.syntax.sets;
  const mark = reader.peek(1);
  if (posix === null || reader.quoting !== null || !reader.looksAt("[") || mark === undefined || !POSIX_MARKS.includes(mark)) return undefined;
  const end = posixEnd(reader.pattern, reader.at + 1);
  if (end < 0) return undefined;
  const start = reader.at;
  const text = reader.pattern.slice(start + 2, end);
  if (mark === ":" && posixName && !posixName(text.startsWith("^") ? text.slice(1) : text)) return undefined;
  reader.at = end + 2;
  const span = { start, end: reader.at };
  if (mark !== ":") {
    reader.report("set-collating", span);
    return { kind: "class", name: text, set: EMPTY_SET, ...span };
  }
  const negated = text.startsWith("^");
  const set = posix(negated ? text.slice(1) : text, reader.options);
  if (!set) reader.report("set-posix-unknown", span, text);
  return { kind: "class", name: text, set: negated ? complement(set ?? EMPTY_SET) : (set ?? EMPTY_SET), ...span };
}

const POSIX_MARKS = ":.=";

/** Where the mark at the offset stands again before a closing bracket; −1 where it does not. */
function posixEnd(pattern: string, at: number): number {
  const mark = pattern[at] as string;
  for (let i = at + 1; i + 1 < pattern.length; i++) {
    if (pattern[i] === "\\" && (pattern[i + 1] === "]" || pattern[i + 1] === "\\")) i++;
    else if ((pattern[i] === "[" && pattern[i + 1] === mark) || pattern[i] === "]") return -1;
    else if (pattern[i] === mark && pattern[i + 1] === "]") return i;
  }
  return -1;
}

function readAtom(reader: Reader): Atom {
  const start = reader.at;
  if (reader.quoting !== null || !reader.pass("\\")) return { kind: "character", codePoint: reader.take(), start, end: reader.at };
  const read = readEscape(reader, start, true);
  if (read.kind === "character") return { ...read, start, end: reader.at };
  if (read.kind === "other") return { kind: "character", codePoint: 0x5c, start, end: reader.at };
  const set = read.negated ? complementOf(read.set, reader.options) : read.set;
  return { kind: "class", name: read.name, set, start, end: reader.at };
}
