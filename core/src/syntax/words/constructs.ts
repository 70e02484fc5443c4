/**
 * What a dialect has to offer where a construct begins: after a backslash, after the bracket of a group, in a set, and for
 * counts. All of it comes from the dialect's own tables; what the parser of the dialect refuses is not offered.
 */
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
  if (!dialect) return [];
  const constructs: Construct[] = [];
  for (const [opener, kind] of dialect.syntax.groupOpeners) {
    const words = groupWords(kind);
    if (words) constructs.push(withCaret(`(${opener}${words.rest}`, words.name, words.meaning));
  }
  return [{ text: "()", caret: 1, name: "capturing group", meaning: "captures what its inside takes" }, ...constructs];
}

/** Escapes of one letter that stand for themselves, with what each means with these flags. */
export function escapeConstructs(name: DialectName, flags: string): readonly Construct[] {
  const dialect = dialectOf(name);
  if (!dialect) return [];
  return Object.keys(dialect.syntax.escapes).flatMap((letter): Construct[] => {
    const pattern = `\\${letter}`;
    const reading = read({ dialect: name, pattern, flags });
    if (reading.diagnostics.length > 0) return [];
    const item = itemAt(reading, 1);
    // A letter that stands for itself is no news.
    if (!item || item.end !== pattern.length || item.sentence === `takes “${letter}”`) return [];
    return [withCaret(pattern, TRADE[letter] ?? "", item.sentence)];
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
  if (!dialect) return null;
  const before = pattern.slice(0, offset);
  const property = before.lastIndexOf("\\p{");
  if (property >= 0 && !before.slice(property).includes("}")) return { from: property, constructs: propertyConstructs(name, flags) };
  const set = before.lastIndexOf("[:");
  if (set >= 0 && isWord(before.slice(set + 2)) && dialect.syntax.sets.posix) return { from: set, constructs: posixConstructs(dialect) };
  const bracket = before.lastIndexOf("(?");
  if (bracket >= 0 && isOpener(dialect, before.slice(bracket + 1))) {
    const typed = before.slice(bracket);
    return { from: bracket, constructs: groupConstructs(name).filter(({ text }) => text.startsWith(typed)) };
  }
  if (before.endsWith("\\") && backslashes(before) % 2 === 1) return { from: offset - 1, constructs: escapeConstructs(name, flags) };
  if (before.endsWith("{") && before.length > 1) {
    return {
      from: offset - 1,
      constructs: COUNTS.filter(([text]) => isRead({ dialect: name, pattern: `a${text}`, flags })).map(([text, meaning]) => withCaret(text, "", meaning)),
    };
  }
  return null;
}

const isWord = (text: string): boolean => [...text].every((letter) => letter >= "a" && letter <= "z");

/** Whether a text behind a bracket is the beginning of an opener. */
const isOpener = ({ syntax }: Dialect, typed: string): boolean => syntax.groupOpeners.some(([opener]) => opener.startsWith(typed));

function backslashes(before: string): number {
  let count = 0;
  while (before.charAt(before.length - 1 - count) === "\\") count++;
  return count;
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
