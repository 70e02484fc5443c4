/** What one item of a pattern takes or asserts, in one plain sentence: for whoever has the caret, or the pointer, on it. */
import { type CharSet, complement, contains, countOf, rangesOf } from "../../charset/charset.ts";
import type { AnchorKind } from "../../dialect/assertions.ts";
import { grouped, visible } from "../../text/visible.ts";
import { charactersOf } from "../characters.ts";
import type { Reading } from "../read.ts";
import { type Asks, type Node, type NodeOf, partAt, type Span, type TextSign, takesText, unknownNode, type VerbKind } from "../tree.ts";
import { lookWords, MODE_WORDS } from "./words.ts";

export interface ItemWords extends Span {
  readonly kind: Node["kind"];
  /** A predicate without its subject, such as “takes digits 0 to 9”. */
  readonly sentence: string;
  /** The single characters that it takes, flags and dialect applied; null where it takes none of its own. */
  readonly takes: CharSet | null;
  /** The number of the group that it is, or refers to; null where it has to do with none. */
  readonly group: number | null;
}

/** What stands at an offset: the innermost item that touches it, the one before it first; null in an empty pattern. */
export function itemAt(reading: Reading, offset: number): ItemWords | null {
  const node = partAt(reading.root, offset);
  if (!node) return null;
  const takes = node.kind === "character" || node.kind === "any" || node.kind === "set" ? charactersOf(node) : null;
  return { start: node.start, end: node.end, kind: node.kind, sentence: sentenceOf(reading, node, takes), takes, group: groupOf(reading, node) };
}

function groupOf({ slots }: Reading, node: Node): number | null {
  if (node.kind === "group") return node.capture === null ? null : (slots[node.capture - 1]?.number ?? null);
  if (node.kind === "back-reference") return slots[(node.slots[0] ?? 0) - 1]?.number ?? null;
  return null;
}

const ASSERTS: Readonly<Record<AnchorKind, string>> = {
  "text-start": "holds where the text begins",
  "search-start": "holds where the search began: behind the last match, or where the text begins",
  "text-end": "holds where the text ends",
  "last-line-end": "holds where the text ends, and before a line end that ends it",
  "line-start": "holds where a line begins",
  "line-start-before-text": "holds where a line begins, but not where the text ends",
  "line-start-in-text": "holds where a line begins, but not behind a line end that ends the text",
  "line-end": "holds where a line ends",
  "line-start-by-pairs": "holds where a line begins, CR LF as one",
  "line-end-by-pairs": "holds where a line ends, CR LF as one",
  "last-line-end-by-pairs": "holds where the text ends, and before a line end that ends it, CR LF as one",
  "last-line-end-with-pair": "holds where the text ends, and before a line end that ends it, CR LF too",
  "line-start-of-pair": "holds where the text begins, and behind CR LF",
  "line-end-of-pair": "holds before CR LF, and where the text ends",
  "last-line-end-of-pair": "holds where the text ends, and before CR LF that ends it",
  "no-word-before": "holds where no word character stands before it",
  "no-word-after": "holds where no word character stands behind it",
  "word-start": "holds where a word begins",
  "word-end": "holds where a word ends",
  "word-edge": "holds where a word begins or ends",
  "not-word-edge": "holds where no word begins or ends",
  "not-word-edge-in-text": "holds where no word begins or ends, but not in an empty text",
  "word-break": "holds where a text can be cut into words, blanks and signs, but not in an empty text",
  "not-word-break": "holds where a text cannot be cut into words, blanks and signs, and in an empty text",
  "sentence-break": "holds where a sentence begins or ends, but not in an empty text",
  "not-sentence-break": "holds inside a sentence, and in an empty text",
  "line-opportunity": "holds where a line may be wrapped, and where the text ends, but not where it begins",
  "not-line-opportunity": "holds where no line may be wrapped, and where the text begins",
  "cluster-edge": "holds between whole characters as a reader sees them, but not in an empty text",
  "not-cluster-edge": "holds inside a whole character as a reader sees it, and in an empty text",
  "cluster-edge-since-match": "holds between whole characters as a reader sees them, but not where the last match ended",
};

function sentenceOf(reading: Reading, node: Node, takes: CharSet | null): string {
  switch (node.kind) {
    case "empty":
      return "takes nothing";
    case "character":
      return takes && countOf(takes) > 1 ? `takes ${setWords(takes)}, whatever the case` : `takes ${characterWords(node.codePoint)}`;
    case "any":
      return `takes ${setWords(takes ?? [])}`;
    case "set": {
      const strings = node.strings.slice(0, 3).map((string) => (string === "" ? "nothing at all" : `“${visible(string, 12)}”`));
      const more = node.strings.length > 3 ? ` and ${grouped(node.strings.length - 3)} more strings` : "";
      return `takes ${[setWords(takes ?? []), ...strings].join(", ")}${more}`;
    }
    case "assertion":
      return `${ASSERTS[node.assertion]}, and takes nothing`;
    case "look":
      if (node.stands && !takesText(node.stands)) return `${ASSERTS[node.stands]}, and takes nothing`;
      return `${lookWords(node.behind, node.negated)}${node.reenters ? "; it may be tried another way" : ""}`;
    case "atomic":
      return "is not tried another way once it is through";
    case "group":
      return takesText(node.stands) ? TAKEN[node.stands] : groupWords(reading, node);
    case "back-reference":
      return `takes once more what group ${node.label} holds${node.folding ? ", whatever the case" : ""}`;
    case "conditional":
      return CONDITIONS[node.asks.kind](node.label);
    case "call":
      return node.slot === 0 ? "calls the whole pattern as a subroutine" : `calls group ${node.label} as a subroutine`;
    case "verb":
      return VERBS[node.verb];
    case "keep":
      return "has the match begin here: what was taken before is not part of it";
    case "quantifier":
      return `matches its item ${timesWords(node)}, ${MODE_WORDS[node.mode]}`;
    case "alternation":
      return "takes the first of its alternatives that leads to a match";
    case "sequence":
      return "takes its items one after the other";
    default:
      return unknownNode(node);
  }
}

const TAKEN: Readonly<Record<TextSign, string>> = {
  "no-pair": "takes any character, but not where CR LF stands",
  "line-break": "takes a line end, CR LF as one",
  "grapheme-cluster": "takes a whole character as a reader sees it, with its marks and joined parts",
};

const CONDITIONS: Readonly<Record<Asks["kind"], (label: string) => string>> = {
  groups: (label) => `goes one way where group ${label} has taken part, and another where it has not`,
  look: () => "goes one way where the lookaround holds, and another where it does not",
  call: (label) => `goes one way inside of a call (${label}), and another outside`,
  constant: (label) =>
    label === "DEFINE" ? "defines groups that are called elsewhere, and is passed over" : "goes one way, which is known before any text is",
};

const VERBS: Readonly<Record<VerbKind, string>> = {
  accept: "ends the match here with success",
  fail: "fails, whatever stands there",
  commit: "lets nothing else be tried at all once the machine comes back to it",
  prune: "lets nothing else be tried in this attempt once the machine comes back to it",
  skip: "has the search go on from here, or from its mark, once the machine comes back to it",
  alternative: "lets nothing else be tried in this alternative once the machine comes back to it",
  mark: "marks the place by a name",
};

function groupWords(reading: Reading, node: NodeOf<"group">): string {
  const number = groupOf(reading, node);
  if (node.pops !== undefined) {
    const popped = reading.slots[node.pops - 1];
    const taken = `takes back what group ${popped ? (popped.name ?? popped.number) : 0} captured last, which it must have`;
    return number === null ? taken : `is group ${number}${node.name ? `, named ${node.name}` : ""}: it ${taken}, and holds what is between`;
  }
  if (number === null) return "only holds its inside together; it captures nothing";
  return `is group ${number}${node.name ? `, named ${node.name}` : ""}`;
}

function timesWords({ min, max }: NodeOf<"quantifier">): string {
  if (max === Number.POSITIVE_INFINITY) return min === 0 ? "any number of times, also none" : min === 1 ? "once or more" : `${grouped(min)} times or more`;
  if (min === max) return min === 1 ? "once" : `${grouped(min)} times`;
  if (min === 0 && max === 1) return "once or not at all";
  return `${grouped(min)} to ${grouped(max)} times`;
}

/** Characters that are hard to see, or to tell by their look. */
const NAMES: Readonly<Record<number, string>> = {
  0: "the character zero",
  9: "tab",
  10: "line feed",
  11: "line tabulation",
  12: "form feed",
  13: "carriage return",
  32: "space",
  95: "low line",
  160: "no-break space",
  8232: "line separator",
  8233: "paragraph separator",
  65279: "byte order mark",
};

const characterWords = (codePoint: number): string => NAMES[codePoint] ?? `“${visible(String.fromCodePoint(codePoint))}”`;

/** Ranges that everybody knows by a name. */
const RANGES: Readonly<Record<string, string>> = {
  "48-57": "digits 0 to 9",
  "65-90": "letters A to Z",
  "97-122": "letters a to z",
};

function rangeWords([from, to]: readonly [number, number]): string {
  const known = RANGES[`${from}-${to}`];
  if (known) return known;
  if (from === to) return characterWords(from);
  if (to === from + 1) return `${characterWords(from)}, ${characterWords(to)}`;
  return `${characterWords(from)} to ${characterWords(to)}`;
}

/** As many ranges are listed; what is left is counted. */
const MOST_RANGES = 7;
/** A set that leaves out no more than this is said by what it leaves out. */
const MOST_LEFT_OUT = 200;
const ASCII_END = 0x7f;

/** The characters of a set, in words: letters first, as one would say them. */
export function setWords(set: CharSet): string {
  const count = countOf(set);
  if (count === 0) return "no character at all";
  const left = complement(set);
  if (left.length === 0) return "any character";
  if (countOf(left) <= MOST_LEFT_OUT && countOf(left) < count) return `any character but ${listWords(left)}`;
  return listWords(set);
}

function listWords(set: CharSet): string {
  const ranges = rangesOf(set);
  const ascii = ranges.filter(([from]) => from <= ASCII_END);
  // Of a set that goes far beyond ASCII, that part is listed which a reader can check.
  const listed = (ranges.length > MOST_RANGES && ascii.length > 0 ? ascii : ranges).slice(0, MOST_RANGES);
  const words = [...listed].sort((a, b) => orderOf(a) - orderOf(b)).map(rangeWords);
  const rest = countOf(set) - listed.reduce((sum, [from, to]) => sum + to - from + 1, 0);
  return [...words, ...(rest > 0 ? [`${grouped(rest)} more characters`] : [])].join(", ");
}

/** What has a name comes first, letters before digits. */
const orderOf = (range: readonly [number, number]): number =>
  RANGES[range.join("-")] === undefined ? ASCII_END + range[0] : range[0] === 48 ? ASCII_END : range[0];

export interface Taken {
  readonly taken: number;
  readonly of: number;
}

/**
 * How many characters of a text a set takes, of the first so many code units.
 * @param codePoints a pair of surrogates is one character
 */
export function takenOf(set: CharSet, text: string, codePoints: boolean, most: number): Taken {
  const latin = new Uint8Array(256);
  for (const [from, to] of rangesOf(set)) for (let c = from; c <= Math.min(to, 255); c++) latin[c] = 1;
  let taken = 0;
  let of = 0;
  const end = Math.min(text.length, most);
  for (let i = 0; i < end; i++) {
    let c = text.charCodeAt(i);
    of++;
    if (c < 256) {
      taken += latin[c] as number;
      continue;
    }
    if (codePoints && c >= 0xd800 && c < 0xdc00) {
      c = text.codePointAt(i) as number;
      if (c > 0xffff) i++;
    }
    if (contains(set, c)) taken++;
  }
  return { taken, of };
}
