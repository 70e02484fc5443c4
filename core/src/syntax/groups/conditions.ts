/** What a condition asks for, between its brackets. */

import { isDigit, isNumber } from "../../text/characters.ts";
import type { GrowingTree } from "../reading/growing.ts";
import type { Reader } from "../reading/reader.ts";
import type { Asks, Span } from "../tree.ts";
import { readName } from "./names.ts";
import type { References } from "./references.ts";

export interface Condition {
  readonly asks: Asks;
  readonly label: string;
}

/** The version that a pattern may ask for. */
const VERSION = 10.42;

/**
 * Reads `1)`, `name)` and what else the dialect has, behind the opener of a condition that begins at `start`. Null where it
 * is none; "look" where a lookaround follows, whose bracket is at the reading place then.
 */
export function readCondition(reader: Reader, tree: GrowingTree, references: References, start: number): Condition | null | "look" {
  const { conditions, conditionNumber } = reader.dialect.syntax;
  if (conditions.has("expression")) return readGroupOrExpression(reader, tree, start);
  const look = conditions.has("look") ? openerOfLook(reader) : undefined;
  if (look) {
    // PCRE2's error 98.
    if (look.reenters) reader.report("condition-reenters", { start: reader.at - 1, end: reader.at + look.length });
    reader.at--;
    return "look";
  }
  const from = reader.at;
  const marked = conditions.has("marked-name") ? MARKS.find(([open]) => reader.looksAt(open)) : undefined;
  if (marked) {
    reader.pass(marked[0]);
    const name = readName(reader, marked[1]);
    const span = { start: from, end: reader.at };
    if (name === undefined || !reader.pass(")")) return broken(reader, start);
    return { asks: { kind: "groups", slots: references.slotsOf(name, span) }, label: name };
  }
  const label = reader.takeWhile((c) => c !== undefined && c !== ")");
  const span = { start: from, end: reader.at };
  if (!reader.pass(")") || label === "") return broken(reader, start);
  const call = conditions.has("call") ? callOf(label) : undefined;
  if (call && tree.names.numbers(label) === undefined) return { asks: { kind: "call", ...call(references, span) }, label };
  if (conditions.has("define") && label === "DEFINE") return { asks: { kind: "constant", holds: false }, label };
  const version = conditions.has("version") ? versionIn(label) : undefined;
  if (version !== undefined) return { asks: { kind: "constant", holds: version }, label };
  const sign = label.charAt(0);
  const isRelative = conditions.has("relative") && (sign === "+" || sign === "-") && isNumber(label.slice(1));
  const number = isRelative ? tree.relative(Number(label)) : conditionNumber(label);
  if (number === undefined && !conditions.has("name")) return broken(reader, start);
  if (number === 0 && conditions.has("missing")) return broken(reader, start);
  if (number !== undefined && conditions.has("missing")) return { asks: { kind: "groups", slots: references.slotsOfNumber(number) }, label };
  return references.conditionOn(number, label, span);
}

/**
 * A group by its number, or by a name that there is; else any part of a pattern in the bracket before the reading place. It
 * can be no comment, and brings neither a name nor flags.
 */
function readGroupOrExpression(reader: Reader, tree: GrowingTree, start: number): Condition | null | "look" {
  const from = reader.at;
  const { numbering } = reader;
  const { continues } = reader.dialect.syntax.names;
  if (isDigit(reader.peek())) {
    const label = reader.takeWhile(isDigit);
    const span = { start: from, end: reader.at };
    if (!reader.pass(")")) return broken(reader, start);
    const slot = numbering?.byNumber.get(Number(label));
    if (numbering && slot === undefined) reader.report("reference-number", span, Number(label), numbering.numbers.length);
    return { asks: { kind: "groups", slots: slot ? [slot] : [] }, label };
  }
  const label = reader.takeWhile((c) => c !== undefined && continues(c.charCodeAt(0), reader.options));
  const slot = numbering?.byName.get(label);
  if (slot !== undefined && reader.pass(")")) return { asks: { kind: "groups", slots: [slot] }, label };
  reader.at = from - 1;
  // Its bracket does not capture, and where it is no plain one the next of those does not, wherever it stands: .NET reads on so.
  tree.passesBracket = numbering !== null;
  if (!reader.looksAt("(?") || ASKED_FOR.some((opener) => reader.looksAt(`(?${opener}`))) return "look";
  reader.report("condition-expression", { start: from - 1, end: from + 1 });
  return "look";
}

const ASKED_FOR = ["=", "!", ":", ">", "(", "<=", "<!"];

/** Whether the version that is asked for, as in `VERSION>=10.4`, is that of the engine; undefined where none is. */
function versionIn(label: string): boolean | undefined {
  const word = "VERSION";
  if (!label.startsWith(word)) return undefined;
  const least = label.startsWith(">=", word.length);
  const asked = label.slice(word.length + (least ? 2 : 1));
  const [whole = "", part, more] = asked.split(".");
  if ((!least && label[word.length] !== "=") || more !== undefined || !isNumber(whole) || (part !== undefined && !isNumber(part))) return undefined;
  return least ? VERSION >= Number(asked) : VERSION === Number(asked);
}

const MARKS = [
  ["<", ">"],
  ["'", "'"],
] as const;

function broken(reader: Reader, start: number): null {
  reader.report("condition-form", { start, end: reader.at });
  return null;
}

/** What opens a lookaround in the bracket before the reading place: its length in code units; undefined where none does. */
function openerOfLook(reader: Reader): { readonly length: number; readonly reenters: boolean } | undefined {
  const { groupOpeners, starred } = reader.dialect.syntax;
  const spelled = Object.entries(starred).flatMap(([word, meaning]) => (meaning.kind === "opener" ? [[`*${word}:`, meaning.opener] as const] : []));
  for (const [text, opener] of [...groupOpeners, ...spelled]) {
    if (opener.kind === "look" && reader.looksAt(text)) return { length: text.length, reenters: opener.reenters ?? false };
  }
  return undefined;
}

/** `R`, `R1`, `R&name`. */
function callOf(label: string): ((references: References, span: Span) => { readonly slots: readonly number[] | null }) | undefined {
  if (label === "R") return () => ({ slots: null });
  if (label.startsWith("R&") && label.length > 2) return (references, span) => ({ slots: references.slotsOf(label.slice(2), span) });
  if (label.startsWith("R") && isNumber(label.slice(1)))
    return (references, span) => ({ slots: references.dialectHas("missing") ? [Number(label.slice(1))] : [references.slotOf(Number(label.slice(1)), span)] });
  return undefined;
}
