/** Operators of other languages that stand in a pattern whose dialect reads them as text (`ReadAsText`). */

import type { Reading } from "../read.ts";
import { type Node, type NodeOf, type Span, walkWritten } from "../tree.ts";

/** Notes a spelling of another language: from where to where it stands, what is said of it, and what takes its place. */
export type Found = (start: number, end: number, message: string, instead: string | null) => void;

export function foreignOperators(reading: Reading, found: Found): void {
  if (!reading.dialect.syntax.readAsText) return;
  for (const node of walkWritten(reading.root)) {
    if (node.kind === "group") openerOf(reading, node, found);
    else if (node.kind === "quantifier") modeOf(reading, node, found);
    else if (node.kind === "set") escapesIn(reading, node, found);
    else if (node.kind === "sequence") signsOf(reading, node.items, found);
  }
}

function openerOf({ source: { pattern }, dialect: { title, syntax } }: Reading, { start }: Span, found: Found): void {
  const [bracket] = syntax.operators.find(([, { kind }]) => kind === "open") ?? [""];
  const from = start + bracket.length;
  const row = syntax.readAsText?.openers.find(([text]) => pattern.startsWith(text, from));
  if (!row || !pattern.startsWith(bracket, start)) return;
  const [text, means, own] = row;
  const end = own === "named" ? pattern.indexOf(">", from) + 1 : from + text.length;
  if (end === 0) return;
  const said = `“${pattern.slice(start, end)}” begins ${means} in other languages. ${title} has none, and reads it as a group and characters.`;
  found(start, end, said, own === null ? null : bracket);
}

/** A quantifier straight behind another is the mode of the first elsewhere. */
function modeOf({ source: { pattern }, dialect: { syntax } }: Reading, { body, operator, end }: NodeOf<"quantifier">, found: Found): void {
  if (!syntax.quantifiers.noModes || body.kind !== "quantifier" || body.end !== operator.start) return;
  const sign = pattern.slice(operator.start, end);
  if (sign !== "?" && sign !== "+") return;
  const inner = pattern.slice(body.operator.start, body.operator.end);
  const mode = sign === "?" ? "lazy" : "possessive";
  const said = `“${inner}${sign}” is a ${mode} quantifier in other languages; here “${sign}” repeats what stands before it, and the longest match counts.`;
  found(body.operator.start, end, said, inner);
}

/** Escapes in sets whose backslash is a character of the set. */
function escapesIn({ source: { pattern }, dialect: { syntax } }: Reading, { start, end }: Span, found: Found): void {
  // A set that is a class of its own, such as `\w`, has no brackets.
  if (pattern[start] !== "[") return;
  for (let at = pattern.indexOf("\\", start); at >= 0 && at + 1 < end; at = pattern.indexOf("\\", at + 2)) {
    const own = syntax.readAsText?.inSets[pattern.charAt(at + 1)];
    if (own !== undefined) {
      found(at, at + 2, `“${pattern.slice(at, at + 2)}” is an escape in the sets of other languages; here a set has the backslash and the letter.`, own);
    }
  }
}

/** Characters that are operators elsewhere, where they stand as operators do: a repeated group, alternatives of words, a repeated class. */
function signsOf(reading: Reading, items: readonly Node[], found: Found): void {
  const { title, syntax } = reading.dialect;
  const { pattern } = reading.source;
  const signs = syntax.readAsText?.signs ?? {};
  // The sign that an item is; the last bracket of a group may have a quantifier that holds here, too.
  const texts = items.map((item) => {
    const sign = item.kind === "quantifier" ? item.body : item;
    const text = pattern.slice(sign.start, sign.end);
    return sign.kind === "character" && signs[text] !== undefined ? text : "";
  });
  const say = (from: number, to: number) => {
    const [start, end] = [items[from]?.start ?? 0, items[to]?.end ?? 0];
    const own = items.slice(from, to + 1).map((item, i) => {
      const sign = texts[from + i] as string;
      return (sign && signs[sign]) + pattern.slice(item.start + sign.length, item.end);
    });
    const [has, are] =
      from === to ? ["is an operator", "it is a character, and the operator is"] : ["has operators", "they are characters, and the operators are"];
    found(start, end, `“${pattern.slice(start, end)}” ${has} of other languages; in ${title} ${are} written “${own.join("")}”.`, own.join(""));
  };
  const quantifies = (at: number): boolean => texts[at] === "+" || texts[at] === "?";
  const closes = closingBrackets(texts);
  const bars = barsBefore(texts);
  for (let at = 0; at < items.length; at++) {
    const close = closes.get(at);
    if (close !== undefined) {
      const last = quantifies(close + 1) ? close + 1 : close;
      const isRepeated = last > close || items[close]?.kind === "quantifier";
      if (isRepeated || bars[at] !== bars[close]) {
        say(at, last);
        at = last;
      }
    } else if (texts[at] === "|" && isLetter(pattern, items[at - 1]) && isLetter(pattern, items[at + 1])) say(at, at);
    else if (quantifies(at) && REPEATED.has(items[at - 1]?.kind ?? "empty")) say(at, at);
  }
}

/** For each item how many bars stand before it. */
function barsBefore(texts: readonly string[]): readonly number[] {
  let bars = 0;
  return texts.map((text) => (text === "|" ? bars++ : bars));
}

/** For each opening bracket that is closed the place of the one that closes it. */
function closingBrackets(texts: readonly string[]): ReadonlyMap<number, number> {
  const closes = new Map<number, number>();
  const open: number[] = [];
  texts.forEach((text, at) => {
    if (text === "(") open.push(at);
    const from = text === ")" ? open.pop() : undefined;
    if (from !== undefined) closes.set(from, at);
  });
  return closes;
}

/** What a plus or question mark of the text seldom follows. */
const REPEATED: ReadonlySet<Node["kind"]> = new Set<Node["kind"]>(["set", "any", "group"]);

function isLetter(pattern: string, node: Node | undefined): boolean {
  const character = node?.kind === "character" ? pattern.slice(node.start, node.end) : "";
  return character !== "" && character.toLowerCase() !== character.toUpperCase();
}
