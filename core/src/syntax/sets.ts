/** Sets in brackets without operations: characters, ranges and classes side by side. */
import { type CharSet, EMPTY_SET, setOfRanges, unionOf } from "../charset/charset.ts";
import { complementOf, readEscape } from "./escapes.ts";
import { type Reader, reportOrder } from "./reader.ts";
import type { NodeOf, SetItem, Span } from "./tree.ts";

export type SetNode = NodeOf<"set">;

type Atom = Span & ({ readonly kind: "character"; readonly codePoint: number } | { readonly kind: "class"; readonly name: string; readonly set: CharSet });

const HYPHEN = 0x2d;

/** Reads a set; the reading place is at its opening bracket. */
export function readSet(reader: Reader): SetNode {
  const { dialect, options } = reader;
  const start = reader.at++;
  const negated = reader.pass("^");
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
    if (!first && reader.pass("]")) break;
    first = false;
    const from = readAtom(reader);
    const dash = reader.at;
    if (reader.peek() !== "-" || reader.peek(1) === undefined || reader.peek(1) === "]") {
      add(from);
      continue;
    }
    reader.at++;
    const to = readAtom(reader);
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

function readAtom(reader: Reader): Atom {
  const start = reader.at;
  if (!reader.pass("\\")) return { kind: "character", codePoint: reader.take(), start, end: reader.at };
  const read = readEscape(reader, start, true);
  if (read.kind === "character") return { ...read, start, end: reader.at };
  if (read.kind === "other") return { kind: "character", codePoint: 0x5c, start, end: reader.at };
  const set = read.negated ? complementOf(read.set, reader.options) : read.set;
  return { kind: "class", name: read.name, set, start, end: reader.at };
}
