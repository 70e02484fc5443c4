/** Quantifiers: how their counts and modes are written, and what they may stand behind. */

import type { Operator } from "../../dialect/dialect.ts";
import { isDigit } from "../../text/characters.ts";
import type { Span } from "../../text/span.ts";
import { asRepeated } from "../edges/anchors.ts";
import type { QuantifierMode } from "../tree.ts";
import type { GrowingTree } from "./growing.ts";
import type { Reader } from "./reader.ts";

/** Counts above this are the same as "no bound": no text is longer than a host's string. */
const LARGEST_COUNT = 2_147_483_647;

const QUANTIFIER_SIGNS = ["?", "+", "*"];

interface Counts {
  readonly min: number;
  readonly max: number;
}

/** Puts a quantifier whose sign is at the reading place around the item before it. */
export function readRepeat(reader: Reader, tree: GrowingTree, { min, max }: Counts, sign: string): void {
  const start = reader.at;
  reader.at += sign.length;
  repeat(reader, tree, { min, max }, start);
}

/** The same for counts in brackets; false where there are none, and then nothing is passed. */
export function readCounts(reader: Reader, tree: GrowingTree, { end }: Extract<Operator, { kind: "counts" }>, sign: string): boolean {
  const start = reader.at;
  const bounds = boundsAt(reader, sign, end);
  if (!bounds) return false;
  const { min, max } = bounds;
  const { tooLarge, countsOnNothing } = reader.dialect.syntax.quantifiers;
  const span = { start, end: reader.at };
  const { neverInOrder } = reader.dialect.syntax.quantifiers;
  if (max < min && !neverInOrder) reader.report("repeat-order", span, min, max);
  for (const count of new Set([min, max])) {
    if (count >= tooLarge && count !== Number.POSITIVE_INFINITY) reader.report("repeat-too-large", span, count, tooLarge - 1);
  }
  if (max < min && neverInOrder && tree.last && tree.last.kind !== "quantifier") {
    const span = { start: tree.last.start, end: reader.at };
    // What it would repeat is read all the same, and can be a mistake.
    tree.replaceLast({ kind: "sequence", items: [{ kind: "verb", verb: "fail", name: null, ...span }, tree.last], ...span });
    // It is read as if it were no quantifier, and has no mode.
    const next = QUANTIFIER_SIGNS.find((each) => reader.pass(each));
    if (next !== undefined) reader.report("nothing-to-repeat", { start: reader.at - 1, end: reader.at }, next);
    return true;
  }
  // With nothing of its own to repeat, it repeats the empty text.
  if (countsOnNothing && (!tree.last || tree.last.kind === "quantifier")) tree.add({ kind: "empty", start, end: start });
  repeat(reader, tree, { min: Math.min(min, LARGEST_COUNT), max: max > LARGEST_COUNT ? Number.POSITIVE_INFINITY : Math.max(min, max) }, start);
  return true;
}

/** `n`, `n,` or `n,m` between the marks, which are passed; undefined where it is none of them. */
function boundsAt(reader: Reader, sign: string, end: string): Counts | undefined {
  const from = reader.at;
  reader.at += sign.length;
  // What is spread out must begin with a digit all the same.
  const counts = isDigit(reader.peek()) ? reader.spread(() => countsAt(reader, end)) : countsAt(reader, end);
  if (!counts) reader.at = from;
  return counts;
}

function countsAt(reader: Reader, end: string): Counts | undefined {
  const { blanks, leastLeftOut } = reader.dialect.syntax.quantifiers;
  const skip = (): string => (blanks ? reader.takeBlanks() : "");
  skip();
  const least = reader.takeWhile(isDigit);
  skip();
  const comma = reader.pass(",");
  skip();
  const most = comma ? reader.takeWhile(isDigit) : "";
  skip();
  const whole = (least !== "" || (comma && leastLeftOut && (most !== "" || !blanks))) && reader.pass(end);
  if (!whole) return undefined;
  const min = Number(least);
  return { min, max: !comma ? min : most === "" ? Number.POSITIVE_INFINITY : Number(most) };
}

/** `(?#…)`, where it is whole. */
function passComment(reader: Reader): boolean {
  const end = reader.looksAt("(?#") ? reader.pattern.indexOf(")", reader.at) : -1;
  if (end < 0) return false;
  reader.at = end + 1;
  return true;
}

/** What stands for nothing may stand between a quantifier and its mode. */
function passEmptyQuotes(reader: Reader): boolean {
  return reader.dialect.syntax.escapes.E?.kind === "nothing" && (reader.pass("\\Q\\E") || reader.pass("\\E"));
}

/** Reads the mode behind the counts, and repeats the last item. */
function repeat(reader: Reader, tree: GrowingTree, { min, max }: Counts, start: number): void {
  const { quantifiers, verbose } = reader.dialect.syntax;
  if (verbose.within) reader.skipBlanks();
  while (passEmptyQuotes(reader) || (quantifiers.apart && (reader.skipBlanks() || passComment(reader))));
  const marked = !quantifiers.noModes && reader.pass("?");
  const lazy = marked !== reader.options.lazyFirst;
  const possessive = !marked && quantifiers.possessive && reader.pass("+");
  const mode: QuantifierMode = possessive ? "possessive" : lazy ? "lazy" : "greedy";
  const operator = { start, end: reader.at };
  const sign = reader.pattern.charAt(start);
  const body = tree.last;
  const strict = quantifiers.onAssertion !== null;
  const keepsOn = body?.kind === "keep" && !(quantifiers.keepsCounted && max !== Number.POSITIVE_INFINITY);
  if (!body || keepsOn || (strict && body.kind === "verb" && body.verb !== "accept")) reader.report("nothing-to-repeat", operator, sign);
  else if (
    body.kind === "quantifier" &&
    quantifiers.stacked !== null &&
    sign === "+" &&
    body.mode === "greedy" &&
    start === body.end &&
    !quantifiers.possessive
  )
    reportPossessive(reader, body, operator);
  else if (body.kind === "quantifier" && quantifiers.stacked !== null) reader.report(quantifiers.stacked, operator, sign);
  else {
    if (body.kind === "assertion" && quantifiers.onAssertion) reader.report(quantifiers.onAssertion, operator, sign);
    if (body.kind === "look" && !quantifiers.onLook(body.behind, reader.strict)) reader.report("assertion-repeated", operator);
    tree.replaceLast({ kind: "quantifier", min, max, mode, body: asRepeated(body), operator, start: body.start, end: reader.at });
  }
}

/** An item that is longer than this is not repeated in a message (UTF-16 code units). */
const LONGEST_QUOTED = 30;

/** `a++` in a dialect that has no possessive quantifiers: what does the same there, if anything. */
function reportPossessive(reader: Reader, { start, end }: Span, operator: Span): void {
  const { dialect, pattern } = reader;
  const hasAtomic = dialect.syntax.groupOpeners.some(([, opener]) => opener.kind === "atomic");
  const item = end - start > LONGEST_QUOTED ? "…" : pattern.slice(start, end);
  if (hasAtomic) reader.report("possessive-atomic", operator, dialect.title, `(?>${item})`);
  else reader.report("possessive-none", operator, dialect.title);
}
