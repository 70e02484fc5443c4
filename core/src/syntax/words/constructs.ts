/**
 * What a dialect has to offer where a construct begins: after a backslash, after the bracket of a group, in a set, and for
 * counts. All of it comes from the dialect's own tables; what the parser of the dialect refuses is not offered.
 */
import { contains, countOf } from "../../charset/charset.ts";
import { type Dialect, type DialectName, type GroupOpener, NO_OPTIONS } from "../../dialect/dialect.ts";
import { dialectOf } from "../../dialect/index.ts";
import { ASCII_POSIX } from "../../dialect/posix.ts";
import { read, type Source } from "../read.ts";
import { itemAt } from "./item.ts";
import { lookWords } from "./words.ts";

export interface Construct {
  /** What is written. */
  readonly text: string;
  /** Where the caret stands then, as an offset in `text`. */
  readonly caret: number;
  /** The trade's name for it; empty where its meaning says all. */
  readonly name: string;
  /** What it means, in a few words. */
  readonly meaning: string;
}

export interface Constructs {
  /** Offset in the pattern from which a construct takes the place of what is written. */
  readonly from: number;
  readonly constructs: readonly Construct[];
}

/** A group by its opener: the trade's name, what it means, and what stands in it until somebody writes something else. */
interface GroupWords {
  readonly name: string;
  readonly meaning: string;
  /** What follows the opener, with a mark where the caret stands. */
  readonly rest: string;
}

const CARET = "\u0000";

/** Null for what is not offered: it needs more than a name to be of use, or is not read. */
function groupWords(opener: GroupOpener): GroupWords | null {
  switch (opener.kind) {
    case "plain":
      return { name: "non-capturing group", meaning: "holds its inside together, and captures nothing", rest: `${CARET})` };
    case "named":
      return { name: "named group", meaning: "captures what its inside takes, under a name", rest: `name${opener.end}${CARET})` };
    case "balanced":
      return null;
    case "look": {
      const side = opener.behind ? "lookbehind" : "lookahead";
      const name = `${opener.negated ? "negative " : ""}${side}${opener.reenters ? ", not atomic" : ""}`;
      return { name, meaning: lookWords(opener.behind, opener.negated), rest: `${CARET})` };
    }
    case "atomic":
      return { name: "atomic group", meaning: "is not tried another way once it has matched", rest: `${CARET})` };
    case "conditional":
      return { name: "conditional", meaning: "one part where a group has matched, another where it has not", rest: `1)${CARET}|)` };
    case "branch-reset":
      return { name: "branch reset group", meaning: "the groups of each alternative have the same numbers", rest: `${CARET}|)` };
    case "call-whole":
      return { name: "recursion", meaning: "the whole pattern again, in this place", rest: `)${CARET}` };
    case "call-name":
      return { name: "subroutine call by name", meaning: "the part of a named group again, in this place", rest: `name)${CARET}` };
    case "comment":
      return { name: "comment", meaning: "says something to whoever reads it, and matches nothing", rest: `${CARET}${opener.end}` };
    case "name-reference":
      return { name: "reference by name", meaning: "takes once more what a named group holds", rest: `name${opener.end}${CARET}` };
    case "unread":
      return null;
  }
}

const COUNTS: readonly (readonly [text: string, meaning: string])[] = [
  ["{2}", "exactly twice"],
  ["{2,}", "twice or more"],
  ["{2,5}", "two to five times"],
];

/** Properties that people ask for; a dialect offers those that it reads. */
const PROPERTIES: readonly (readonly [name: string, meaning: string])[] = [
  ["L", "letters"],
  ["Lu", "upper-case letters"],
  ["Ll", "lower-case letters"],
  ["N", "numbers"],
  ["Nd", "decimal digits"],
  ["P", "punctuation"],
  ["S", "symbols"],
  ["Sc", "currency signs"],
  ["Z", "separators"],
  ["Script=Latin", "characters of the Latin script"],
  ["Script=Greek", "characters of the Greek script"],
  ["Script=Cyrillic", "characters of the Cyrillic script"],
  ["Latin", "characters of the Latin script"],
  ["Greek", "characters of the Greek script"],
  ["Cyrillic", "characters of the Cyrillic script"],
  ["IsLatin", "characters of the Latin script"],
  ["IsGreek", "characters of the Greek block"],
];

function withCaret(text: string, name: string, meaning: string): Construct {
  const at = text.indexOf(CARET);
  return { text: text.replace(CARET, ""), caret: at < 0 ? text.length : at, name, meaning };
}

const isRead = (source: Source): boolean => read(source).diagnostics.length === 0;

/** Groups that a dialect has, by the trade's names. */
export function groupConstructs(name: DialectName): readonly Construct[] {
  const dialect = dialectOf(name);
  const constructs: Construct[] = [];
  for (const [opener, kind] of dialect.syntax.groupOpeners) {
    const words = groupWords(kind);
    if (words) constructs.push(withCaret(`(${opener}${words.rest}`, words.name, words.meaning));
  }
  return [{ text: "()", caret: 1, name: "capturing group", meaning: "captures what its inside takes" }, ...constructs];
}

/** Escapes of one letter that need nothing behind it, with what each means with these flags. */
export const escapeConstructs = (name: DialectName, flags: string): readonly Construct[] => escapesIn(name, flags, ({ escapes }) => escapes, ["", ""]);

/** The same for inside of a set. */
const setEscapeConstructs = (name: DialectName, flags: string): readonly Construct[] => escapesIn(name, flags, ({ setEscapes }) => setEscapes, ["[", "]"]);

/** @param around what stands around an escape, so that it is read in the place that is meant */
function escapesIn(
  name: DialectName,
  flags: string,
  tableOf: (syntax: Dialect["syntax"]) => Readonly<Record<string, unknown>>,
  [before, after]: readonly [string, string],
): readonly Construct[] {
  const dialect = dialectOf(name);
  return Object.keys(tableOf(dialect.syntax)).flatMap((letter): Construct[] => {
    const reading = read({ dialect: name, pattern: `${before}\\${letter}${after}`, flags });
    if (reading.diagnostics.length > 0) return [];
    const item = itemAt(reading, before.length + 1);
    // What needs something behind its letter is more than one item without it, and a letter that stands for itself is no news.
    if (!item || item.end !== before.length + 2 + after.length) return [];
    if (item.takes && countOf(item.takes) === 1 && contains(item.takes, letter.codePointAt(0) as number)) return [];
    return [withCaret(`\\${letter}`, before === "" ? (TRADE[letter] ?? "") : "", item.sentence)];
  });
}

/** The trade's names of escapes that people look for. */
const TRADE: Readonly<Record<string, string>> = {
  b: "word boundary",
  B: "not a word boundary",
  d: "digit",
  D: "not a digit",
  w: "word character",
  W: "not a word character",
  s: "white space",
  S: "not white space",
};

/** What may be written at the offset of a pattern, by the construct that begins right before it; null where none does. */
export function constructsAt(source: Source, offset: number): Constructs | null {
  const found = begunAt(source, offset);
  return found && found.constructs.length > 0 ? found : null;
}

function begunAt({ dialect: name, flags, pattern }: Source, offset: number): Constructs | null {
  const dialect = dialectOf(name);
  const before = pattern.slice(0, offset);
  const property = before.lastIndexOf("\\p{");
  if (property >= 0 && isUnescaped(before, property) && !before.slice(property).includes("}")) {
    return { from: property, constructs: propertyConstructs(name, flags) };
  }
  const isInSet = () => read({ dialect: name, pattern: before, flags }).diagnostics.some(({ code }) => code === "set-open");
  const posix = before.lastIndexOf("[:");
  if (posix >= 0 && isWord(before.slice(posix + 2)) && dialect.syntax.sets.posix && isInSet()) return { from: posix, constructs: posixConstructs(dialect) };
  if (before.endsWith("\\") && isUnescaped(before, before.length - 1)) {
    return { from: offset - 1, constructs: isInSet() ? setEscapeConstructs(name, flags) : escapeConstructs(name, flags) };
  }
  const bracket = before.lastIndexOf("(?");
  if (bracket >= 0 && isUnescaped(before, bracket) && isOpener(dialect, before.slice(bracket + 1)) && !isInSet()) {
    const typed = before.slice(bracket);
    return { from: bracket, constructs: groupConstructs(name).filter(({ text }) => text.startsWith(typed)) };
  }
  if (before.length > 1 && before.endsWith("{") && isUnescaped(before, before.length - 1) && !isInSet()) {
    const counts = COUNTS.filter(([text]) => isRead({ dialect: name, pattern: `a${text}`, flags }));
    return { from: offset - 1, constructs: counts.map(([text, meaning]) => withCaret(text, "", meaning)) };
  }
  return null;
}

const isWord = (text: string): boolean => [...text].every((letter) => letter >= "a" && letter <= "z");

/** Whether a text behind a bracket is the beginning of an opener, and not all of it. */
const isOpener = ({ syntax }: Dialect, typed: string): boolean =>
  syntax.groupOpeners.some(([opener]) => opener.length > typed.length && opener.startsWith(typed));

/** Whether an even number of backslashes stands before the offset, so that none of them is for what begins there. */
function isUnescaped(text: string, offset: number): boolean {
  let count = 0;
  while (text.charAt(offset - 1 - count) === "\\") count++;
  return count % 2 === 0;
}

function propertyConstructs(name: DialectName, flags: string): readonly Construct[] {
  return PROPERTIES.flatMap(([property, meaning]) => {
    const pattern = `\\p{${property}}`;
    const reading = read({ dialect: name, pattern, flags });
    // Where there are no properties, these are letters and a brace.
    return reading.diagnostics.length === 0 && reading.root.kind === "set" ? [withCaret(pattern, "", meaning)] : [];
  });
}

function posixConstructs({ syntax }: Dialect): readonly Construct[] {
  return Object.keys(ASCII_POSIX)
    .filter((name) => syntax.sets.posix?.(name, NO_OPTIONS) !== undefined)
    .map((name) => withCaret(`[:${name}:]`, "", POSIX_MEANINGS[name] ?? name));
}

const POSIX_MEANINGS: Readonly<Record<string, string>> = {
  ascii: "the first 128 characters",
  alnum: "letters and digits",
  alpha: "letters",
  blank: "space and tab",
  cntrl: "control characters",
  digit: "digits",
  graph: "what leaves a mark",
  lower: "lower-case letters",
  print: "what leaves a mark, and the space",
  punct: "punctuation",
  space: "white space",
  upper: "upper-case letters",
  word: "letters, digits and the low line",
  xdigit: "hexadecimal digits",
};
