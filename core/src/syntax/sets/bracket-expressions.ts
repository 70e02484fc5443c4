/**
 * Bracket expressions of POSIX.1-2017 (9.3.5) in a locale without collating elements, as the GNU C library reads them: a
 * backslash stands for itself, and so does a closing bracket that comes first.
 */
import { type CharSet, EMPTY_SET, setOfRanges, setOfText, union, unionOf } from "../../charset/charset.ts";
import { type Reader, reportOrder } from "../reading/reader.ts";
import type { NodeOf, SetItem, Span } from "../tree.ts";

type Element = Span &
  (
    | { readonly kind: "character"; readonly codePoint: number }
    /** `[:alpha:]`, or `[=a=]`, which cannot be the end of a range either. */
    | { readonly kind: "class"; readonly name: string; readonly set: CharSet }
  );

/** What stands behind a bracket inside of a bracket expression, and before the bracket that closes it. */
const MARKS = ":.=";
const LINE_FEED = setOfText("\n");
const REPLACEMENT = 0xfffd;

/** Reads a bracket expression; the reading place is at its opening bracket. */
export function readBracketExpression(reader: Reader): NodeOf<"set"> {
  const start = reader.at++;
  const negated = reader.pass("^");
  const items: SetItem[] = [];
  const classes: CharSet[] = [];
  const ranges: [number, number][] = [];
  const add = (element: Element): void => {
    const { start: from, end } = element;
    if (element.kind === "class") {
      classes.push(element.set);
      items.push({ kind: "class", name: element.name, start: from, end });
    } else {
      ranges.push([element.codePoint, element.codePoint]);
      items.push({ kind: "range", from: element.codePoint, to: element.codePoint, start: from, end });
    }
  };
  const inside = reader.at;
  for (let first = true; first || !reader.pass("]"); first = false) {
    if (reader.ended) {
      reader.report("set-open", { start, end: start + 1 });
      break;
    }
    const misplaced = !first && reader.looksAt("-") && reader.peek(1) !== "]";
    const from = readElement(reader);
    if (misplaced) reader.report("range-hyphen", from);
    if (!reader.looksAt("-") || reader.peek(1) === "]" || reader.peek(1) === undefined) {
      add(from);
      continue;
    }
    reader.at++;
    const to = readElement(reader);
    const span = { start: from.start, end: to.end };
    if (from.kind === "class" || to.kind === "class") reader.report("range-class", span);
    else if (from.codePoint > to.codePoint) reportOrder(reader, span, from.codePoint, to.codePoint);
    else {
      ranges.push([from.codePoint, to.codePoint]);
      items.push({ kind: "range", from: from.codePoint, to: to.codePoint, ...span });
    }
  }
  const text = reader.pattern.slice(inside, reader.at - 1);
  if (isLoneClass(text) && items.every(({ kind, ...item }) => kind === "range" && "to" in item && item.from === item.to)) {
    reader.report("set-posix-alone", { start, end: reader.at });
  }
  const { semantics } = reader.dialect;
  const folding = semantics.folding(reader.options);
  const lineFeed = negated && reader.options.lineAnchors ? LINE_FEED : EMPTY_SET;
  const set = unionOf([setOfRanges(ranges), ...classes]);
  return { kind: "set", strings: [], negated, items, folding, set: union(set, lineFeed), fixed: EMPTY_SET, start, end: reader.at };
}

/** `[:alpha:]` without the brackets around it. */
const isLoneClass = (text: string): boolean => text.length > 2 && text.startsWith(":") && text.endsWith(":");

function readElement(reader: Reader): Element {
  const start = reader.at;
  const mark = reader.peek(1);
  if (!reader.looksAt("[") || mark === undefined || !MARKS.includes(mark)) return { kind: "character", codePoint: reader.take(), start, end: reader.at };
  const close = reader.pattern.indexOf(`${mark}]`, start + 2);
  if (close < 0) {
    reader.at = reader.pattern.length;
    return { kind: "character", codePoint: REPLACEMENT, start, end: reader.at };
  }
  const name = reader.pattern.slice(start + 2, close);
  reader.at = close + 2;
  const span = { start, end: reader.at };
  if (mark === ":") {
    const set = reader.dialect.syntax.sets.posix?.(name, reader.options);
    if (!set) reader.report("set-class-unknown", span, name);
    return { kind: "class", name, set: set ?? EMPTY_SET, ...span };
  }
  const [only, ...more] = name;
  const codePoint = only === undefined || more.length > 0 ? undefined : only.codePointAt(0);
  if (codePoint === undefined) {
    reader.report("set-element-unknown", span, name);
    return { kind: "character", codePoint: REPLACEMENT, ...span };
  }
  return mark === "." ? { kind: "character", codePoint, ...span } : { kind: "class", name: only as string, set: [codePoint, codePoint], ...span };
}
