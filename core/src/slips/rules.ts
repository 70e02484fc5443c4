/**
 * Likely mistakes as rules over the tree: each says where it sees one, how it is mended, and texts that may show it. A rule
 * asks for the shape in which the mistake is made, not for every place where it could be.
 */

import { contains } from "../charset/charset.ts";
import { append } from "../lists.ts";
import { charactersOf } from "../syntax/characters.ts";
import { foreignSpellings } from "../syntax/dialects/foreign.ts";
import { anchorOf, type Node, type NodeOf, type Span, standsForMore } from "../syntax/tree.ts";
import type { SlipCode } from "./messages.ts";
import type { Shape } from "./shape.ts";

/** What takes the place of the pattern, or of a stretch of it. */
export interface Mending {
  readonly edits: readonly (Span & { readonly insert: string })[];
  /** Other flags; the same where they are left out. */
  readonly flags?: string;
}

export interface Suspected extends Span {
  readonly code: SlipCode;
  readonly words: readonly string[];
  /** Texts that may show it, the best first. */
  readonly texts: readonly string[];
  readonly mending: Mending | null;
}

type Rule = (shape: Shape) => readonly Suspected[];

const span = ({ start, end }: Span): Span => ({ start, end });
const mend = (at: Span, insert: string): Mending => ({ edits: [{ ...span(at), insert }] });
const texts = (...found: readonly (string | undefined)[]): string[] => found.filter((text) => text !== undefined);

const DIGITS = "0123456789";
const isSetOf = (node: Node, characters: string): boolean =>
  (node.kind === "set" || node.kind === "character") && Array.from(characters).every((each) => contains(charactersOf(node), each.charCodeAt(0)));

/** The item of a part that stands for digits alone. */
function takesDigits(shape: Shape, node: Node | undefined): boolean {
  let item = node;
  while (item && (item.kind === "quantifier" || item.kind === "group")) item = item.body;
  if (!item) return false;
  if (item.kind === "sequence") return item.items.length > 0 && item.items.every((each) => takesDigits(shape, each));
  if (item.kind === "character") return DIGITS.includes(String.fromCodePoint(item.codePoint));
  return item.kind === "set" && !item.negated && (shape.written(item) === "\\d" || shape.written(item) === "[0-9]");
}

/** Endings of file names and of hosts that a dot before them was meant as a point. */
const ENDINGS: ReadonlySet<string> = new Set(
  "txt log csv json xml html htm css js ts tsx jsx mjs cjs py java cs php pl rb go rs md yml yaml toml ini conf png jpg jpeg gif svg pdf zip gz tar exe com org net example test local io dev".split(
    " ",
  ),
);

/** Letters that stand behind a node in its sequence. */
function lettersAfter(shape: Shape, node: Node): { readonly word: string; readonly ended: boolean } {
  let word = "";
  let next = shape.beside(node, 1);
  for (; next?.kind === "character" && isLetter(next.codePoint); next = shape.beside(next, 1)) word += String.fromCodePoint(next.codePoint);
  return { word: word.toLowerCase(), ended: next === undefined || anchorOf(next) !== undefined };
}

const isLetter = (point: number): boolean => (point >= 97 && point <= 122) || (point >= 65 && point <= 90);

function takesWord(node: Node | undefined): boolean {
  let item = node;
  while (item && (item.kind === "quantifier" || item.kind === "group")) item = item.body;
  if (item?.kind === "sequence") return takesWord(item.items.at(-1));
  return item?.kind === "character" ? isLetter(item.codePoint) : item?.kind === "set" && isSetOf(item, "abz");
}

const dotForPoint: Rule = (shape) =>
  shape.of("any").flatMap((node) => {
    if (shape.parent(node)?.kind === "quantifier") return [];
    const [before, after] = [shape.beside(node, -1), shape.beside(node, 1)];
    const digits = takesDigits(shape, before) && takesDigits(shape, after);
    const { word, ended } = lettersAfter(shape, node);
    const ending = ended && ENDINGS.has(word) && (takesWord(before) || takesDigits(shape, before));
    const host = takesWord(before) && lettersBefore(shape, node) === "www";
    if (!digits && !ending && !host) return [];
    return [
      {
        code: "dot-for-point" as const,
        ...span(node),
        words: [],
        texts: texts(shape.textWith([{ node, choice: "-" }]), shape.textWith([{ node, choice: "x" }])),
        mending: mend(node, "\\."),
      },
    ];
  });

function lettersBefore(shape: Shape, node: Node): string {
  let word = "";
  for (let next = shape.beside(node, -1); next?.kind === "character" && isLetter(next.codePoint); next = shape.beside(next, -1))
    word = String.fromCodePoint(next.codePoint) + word;
  return word.toLowerCase();
}

const STARTS = new Set(["text-start", "line-start", "line-start-before-text", "line-start-by-pairs", "line-start-of-pair"]);
const ENDS = new Set([
  "text-end",
  "line-end",
  "last-line-end",
  "line-end-by-pairs",
  "last-line-end-by-pairs",
  "last-line-end-with-pair",
  "line-end-of-pair",
  "last-line-end-of-pair",
]);
const itemsOf = (node: Node): readonly Node[] => (node.kind === "sequence" ? node.items : [node]);
const isAnchor = (node: Node | undefined, kinds: ReadonlySet<string>): node is Node => kinds.has(anchorOf(node) ?? "");

const outerAlternatives: Rule = (shape) => {
  const { root } = shape.program;
  if (root.kind !== "alternation") return [];
  const branches = root.branches.map(itemsOf);
  const begins = branches.map((items) => isAnchor(items[0], STARTS));
  const finishes = branches.map((items) => isAnchor(items.at(-1), ENDS));
  const last = branches.length - 1;
  const onlyFirst = begins[0] === true && begins.slice(1).every((each) => !each);
  const onlyLast = finishes[last] === true && finishes.slice(0, last).every((each) => !each);
  if (!onlyFirst || !onlyLast) return [];
  const [head, tail] = [branches[0]?.[0] as Node, branches[last]?.at(-1) as Node];
  // What is trimmed at both ends is the same, or may be nothing: that is meant.
  const { pattern } = shape.reading.source;
  const [first, final] = [pattern.slice(head.end, (root.branches[0] as Node).end), pattern.slice((root.branches[last] as Node).start, tail.start)];
  if (first === final || branches.some((items) => items.every((each) => anchorOf(each) !== undefined))) return [];
  // A capital letter begins the last word of a name written in one: names are looked for by how they begin, and by how they end.
  if (branches.length === 2 && !shape.reading.options.ignoreCase && isCapital(branches[1]?.[0])) return [];
  // Of two that are each closed by a sign, one is looked for at the start and the other at the end.
  if (branches.length === 2 && (isSignItem(branches[0]?.at(-1)) || isSignItem(branches[1]?.[0]))) return [];
  const own = shape.textWith([{ node: root, choice: 0 }]);
  const other = shape.textWith([{ node: root, choice: last }]);
  const open = (text: string | undefined, around: (text: string) => string) => (text === undefined ? undefined : around(text));
  return [
    {
      code: "outer-alternatives",
      start: root.start,
      end: root.end,
      words: [],
      texts: texts(
        open(own, (text) => `${text}x`),
        open(other, (text) => `x${text}`),
      ),
      mending: {
        edits: [
          { start: head.end, end: head.end, insert: shape.brackets[0] },
          { start: tail.start, end: tail.start, insert: shape.brackets[1] },
        ],
      },
    },
  ];
};

const isCapital = (node: Node | undefined): boolean => node?.kind === "character" && node.codePoint >= 65 && node.codePoint <= 90;

const isSignItem = (node: Node | undefined): boolean =>
  node?.kind === "character" && !isLetter(node.codePoint) && !DIGITS.includes(String.fromCodePoint(node.codePoint));

/** The text that a branch is, where it is no more than that. */
function literalOf(node: Node): string | undefined {
  const items = itemsOf(node);
  return items.every((each) => each.kind === "character")
    ? items.map((each) => String.fromCodePoint((each as NodeOf<"character">).codePoint)).join("")
    : undefined;
}

const shadowed: Rule = (shape) =>
  shape.of("alternation").flatMap((node) => {
    const literals = node.branches.map(literalOf);
    const last = shape.isLast(node);
    return node.branches.flatMap((branch, j) => {
      const own = literals[j];
      if (own === undefined || own === "") return [];
      const i = literals.findIndex((each, n) => n < j && each !== undefined && each !== "" && own.startsWith(each) && (last || each === own));
      const earlier = node.branches[i];
      if (!earlier) return [];
      const [first, then] = [shape.written(earlier), shape.written(branch)];
      // Where the longest match counts, only an alternative that stands there twice is never needed.
      if (shape.isLongest && first !== then) return [];
      const between = shape.reading.source.pattern.slice(earlier.end, branch.start);
      const mending =
        first === then
          ? { edits: [{ start: branch.start - 1, end: branch.end, insert: "" }] }
          : { edits: [{ start: earlier.start, end: branch.end, insert: then + between + first }] };
      return [{ code: "shadowed-alternative" as const, ...span(branch), words: [then, first], texts: texts(shape.textWith([{ node, choice: j }])), mending }];
    });
  });

/** A node, or the brackets in which it is alone. */
function withBrackets(shape: Shape, node: Node): Node {
  let whole = node;
  for (let parent = shape.parent(whole); parent?.kind === "group"; parent = shape.parent(whole)) whole = parent;
  return whole;
}

const greedyEats: Rule = (shape) =>
  shape.of("quantifier").flatMap((node) => {
    const next = shape.beside(withBrackets(shape, node), 1);
    if (node.mode !== "greedy" || node.max !== Number.POSITIVE_INFINITY || (node.body.kind !== "any" && node.body.kind !== "set")) return [];
    if (next?.kind !== "group" || next.capture === null) return [];
    const [inner] = itemsOf(next.body);
    if (inner?.kind !== "quantifier" || inner.max !== Number.POSITIVE_INFINITY || inner.mode !== "greedy" || inner.body.kind !== "set") return [];
    const [all, part] = [charactersOf(node.body), charactersOf(inner.body)];
    // Whatever the group could take, what stands before it takes as well.
    if (part.some((point, i) => (i % 2 === 0 ? !contains(all, point) : !contains(all, point)))) return [];
    return [
      {
        code: "greedy-eats" as const,
        ...span(node),
        words: [shape.written(node), shape.written(next)],
        texts: texts(shape.textWith([{ node: inner, choice: 3 }])),
        mending: shape.isLongest ? null : { edits: [{ start: node.operator.end, end: node.operator.end, insert: "?" }] },
      },
    ];
  });

/** What a set holds, piece by piece as it is written, with its place. */
function piecesOf(
  shape: Shape,
  set: NodeOf<"set">,
): readonly (Span & { readonly text: string; readonly from: string; readonly to: string; readonly range: boolean })[] {
  if (!shape.written(set).startsWith("[")) return [];
  return set.items.flatMap((item) => {
    if (item.kind !== "range") return [];
    const text = shape.written(item);
    return [{ ...span(item), text, from: String.fromCodePoint(item.from), to: String.fromCodePoint(item.to), range: item.from !== item.to }];
  });
}

/** Ranges of signs that are meant: all that can be printed, and the blocks of signs between digits and letters. */
const MEANT_RANGES: ReadonlySet<string> = new Set([" -~", "!-~", "!-/", ":-@", "[-`", "{-~", " -/", "#-~"]);
const LONGEST_ACCIDENT = 16;
const isSign = (character: string): boolean => character > " " && character < "\x7f" && !isLetter(character.charCodeAt(0)) && !DIGITS.includes(character);

const ranges: Rule = (shape) =>
  shape.of("set").flatMap((set) => {
    const pieces = piecesOf(shape, set);
    // Who writes several such ranges, or numbers of characters, knows the order of the signs.
    const several =
      pieces.filter(({ range, from, to }) => range && isSign(from) && isSign(to)).length > 1 ||
      shape.written(set).includes("\\x") ||
      shape.written(set).includes("\\u");
    return pieces.flatMap(({ text, from, to, range, ...at }): readonly Suspected[] => {
      if (!range || text.length !== 3) return [];
      const between = String.fromCharCode(from.charCodeAt(0) + 1);
      if (from >= "A" && from <= "Z" && to >= "a" && to <= "z") {
        return [
          {
            code: "range-across-cases",
            ...at,
            words: [text],
            texts: texts(shape.textWith([{ node: set, choice: "_" }]), shape.textWith([{ node: set, choice: "^" }])),
            mending: mend(at, `${from}-Za-${to}`),
          },
        ];
      }
      const size = to.charCodeAt(0) - from.charCodeAt(0);
      if (several || !isSign(from) || !isSign(to) || size > LONGEST_ACCIDENT || MEANT_RANGES.has(text)) return [];
      return [
        {
          code: "range-by-accident",
          ...at,
          words: [text],
          texts: texts(shape.textWith([{ node: set, choice: between }])),
          mending: mend(at, `${from}\\-${to}`),
        },
      ];
    });
  });

const signsInSets: Rule = (shape) => {
  const foreign = foreignSpellings(shape.reading);
  return shape.of("set").flatMap((set): readonly Suspected[] => {
    const pieces = piecesOf(shape, set);
    const written = shape.written(set);
    // A class by name is said to be one of another language.
    if (pieces.length === 0 || foreign.some(({ start, end }) => start < set.end && end > set.start)) return [];
    const found: Suspected[] = [];
    const singles = pieces.filter(({ range }) => !range);
    const others = (sign: string) => pieces.filter(({ text }) => text !== sign);
    const wordy = (sign: string): boolean => others(sign).length > 0 && others(sign).every(({ from, to }) => !isSign(from) && !isSign(to));
    const bars = pieces.filter(({ text }) => text === "|");
    const [bar] = bars;
    const between = set.items.findIndex(({ start }) => start === bar?.start);
    const parts = between > 0 && between < set.items.length - 1;
    if (bar && parts && !set.negated && (wordy("|") || pieces.length === bars.length)) {
      found.push({
        code: "bar-in-set",
        ...span(bar),
        words: [],
        texts: texts(shape.textWith([{ node: set, choice: "|" }])),
        mending: { edits: bars.map((each) => ({ ...span(each), insert: "" })) },
      });
    }
    const caret = pieces.findIndex(({ text }) => text === "^");
    if (caret >= 0 && !set.negated && wordy("^")) {
      const at = pieces[caret] as Span;
      found.push({
        code: "caret-not-first",
        ...span(at),
        words: [],
        texts: texts(shape.textWith([{ node: set, choice: "^" }])),
        mending: {
          edits: [
            { start: set.start + 1, end: set.start + 1, insert: "^" },
            { ...span(at), insert: "" },
          ],
        },
      });
    }
    const twice = singles.find(({ text, start }) => text !== "|" && singles.some((each) => each.text === text && each.start < start));
    if (twice && !CLASS_NAME.some((name) => written === `[:${name}:]`)) {
      found.push({ code: "doubled-in-set", ...span(twice), words: [twice.text], texts: [], mending: mend(twice, "") });
    }
    const edge = pieces.find(({ text }) => text === "\\b");
    // Among other characters that cannot be seen a backspace is meant.
    const unseen = pieces.some(({ text, from }) => text !== "\\b" && from < " ");
    if (edge && !unseen)
      found.push({ code: "word-edge-in-set", ...span(edge), words: [], texts: texts(shape.textWith([{ node: set, choice: "\b" }])), mending: null });
    return found;
  });
};

/** Classes by name, and how each is written without one. */
const CLASSES: Readonly<Record<string, string>> = {
  digit: "\\d",
  alpha: "[A-Za-z]",
  alnum: "[A-Za-z0-9]",
  lower: "[a-z]",
  upper: "[A-Z]",
  space: "\\s",
  blank: "[ \\t]",
  punct: "[!-/:-@[-`{-~]",
  word: "\\w",
  xdigit: "[0-9A-Fa-f]",
};
const CLASS_NAME = Object.keys(CLASSES);

const classWithoutSet: Rule = (shape) =>
  shape.of("set").flatMap((set) => {
    const written = shape.written(set);
    const name = CLASS_NAME.find((each) => written === `[:${each}:]`);
    if (name === undefined) return [];
    return [
      {
        code: "class-without-set" as const,
        ...span(set),
        words: [written],
        texts: texts(shape.textWith([{ node: set, choice: ":" }])),
        mending: mend(set, CLASSES[name] as string),
      },
    ];
  });

const otherDialect: Rule = (shape) =>
  foreignSpellings(shape.reading).map(({ start, end, message, instead, flags }) => {
    const { source } = shape.reading;
    const added = Array.from(flags)
      .filter((flag) => !source.flags.includes(flag))
      .join("");
    return {
      code: "other-dialect",
      start,
      end,
      words: [message],
      texts: texts(shape.textWith([])),
      mending: instead === null ? null : { edits: [{ start, end, insert: instead }], flags: source.flags + added },
    };
  });

const lazyAtEnd: Rule = (shape) =>
  shape.of("quantifier").flatMap((node) => {
    if (node.mode !== "lazy" || node.min === node.max || shape.isInLook(node) || !shape.isLast(node)) return [];
    const { operator } = node;
    const least = node.min === 0 ? "nothing" : node.min === 1 ? "once" : `${node.min} times`;
    return [
      {
        code: "lazy-at-end" as const,
        ...span(operator),
        words: [least],
        texts: texts(shape.textWith([{ node, choice: Math.min(node.max, Math.max(node.min + 1, 3)) }])),
        mending: { edits: [{ start: operator.end - 1, end: operator.end, insert: "" }] },
      },
    ];
  });

/** A number behind a backslash that is no group's is read as an octal escape, or as its digit. */
const missingGroup: Rule = (shape) =>
  shape.of("character").flatMap((node) => {
    const written = shape.written(node);
    const number = Number(written.slice(1));
    // With a zero before it it is the number of a character.
    if (written.startsWith("\\0")) return [];
    if (!written.startsWith("\\") || written.length > 3 || !Number.isInteger(number) || number < 1 || number <= shape.program.slots.length) return [];
    if (written.length > 1 && !DIGITS.includes(written.charAt(1))) return [];
    return [
      {
        code: "missing-group" as const,
        ...span(node),
        words: [String(number), written, String(node.codePoint)],
        texts: texts(shape.textWith([])),
        mending: null,
      },
    ];
  });

const anchorInside: Rule = (shape) =>
  shape.nodes.flatMap((node) => {
    const anchor = anchorOf(node) ?? "";
    const start = anchor === "text-start";
    const end = anchor === "text-end" || anchor.startsWith("last-line-end");
    if ((!start && !end) || (node.kind !== "look" && shape.isInLook(node))) return [];
    for (let each: Node = node, parent = shape.parent(each); parent; each = parent, parent = shape.parent(each)) {
      if (parent.kind === "quantifier" && parent.min === 0) return [];
      if (parent.kind !== "sequence") continue;
      const at = parent.items.indexOf(each);
      const others = start ? parent.items.slice(0, at) : parent.items.slice(at + 1);
      const least = others.reduce((sum, other) => sum + shape.width(other).least, 0);
      // Before the last line end “$” holds too, where the dialect has it so.
      const beforeLineEnd = anchor.startsWith("last-line-end") && least === 1 && others.some((other) => isSetOf(other, "\n") || standsForMore(other));
      if (least === 0 || beforeLineEnd) continue;
      const written = shape.written(node);
      return [
        {
          code: "anchor-inside" as const,
          ...span(node),
          words: start ? [written, "start", "before"] : [written, "end", "behind"],
          texts: [],
          mending: mend(node, `\\${written}`),
        },
      ];
    }
    return [];
  });

/** Whether a part can hold different texts from one turn to the next. */
function varies(shape: Shape, node: Node): boolean {
  const waiting: Node[] = [node];
  for (let each = waiting.pop(); each; each = waiting.pop()) {
    if (each.kind === "any" || each.kind === "set" || (each.kind === "quantifier" && each.min !== each.max)) return true;
    if (each.kind === "sequence") append(waiting, each.items);
    if (each.kind === "group" || each.kind === "quantifier" || each.kind === "atomic") waiting.push(each.body);
  }
  return shape.width(node).least !== shape.width(node).most;
}

/** Whether brackets are there only to repeat what is in them: alternatives, or something with its separator. */
function onlyGroups(group: NodeOf<"group">): boolean {
  if (group.body.kind === "alternation") return true;
  const items = itemsOf(group.body);
  return isSignItem(items[0]) || isSignItem(items.at(-1)) || items[0]?.kind === "assertion";
}

/** Whether a group that captures, and is not repeated itself, is around a part. */
function isHeld(shape: Shape, node: Node): boolean {
  let held = false;
  for (let each = shape.parent(node); each; each = shape.parent(each)) {
    if (each.kind === "quantifier" && each.max > 1) return false;
    held ||= each.kind === "group" && each.capture !== null;
  }
  return held;
}

const onlyLastTurn: Rule = (shape) =>
  shape.of("group").flatMap((group) => {
    if (group.capture === null || shape.isInLook(group) || !varies(shape, group.body)) return [];
    const items = itemsOf(shape.program.root);
    // A whole text that is only judged has no use for what a group holds.
    const judges = isAnchor(items[0], STARTS) && isAnchor(items.at(-1), ENDS);
    if (group.name === null && (judges || onlyGroups(group))) return [];
    for (let each: Node = group, parent = shape.parent(each); parent; each = parent, parent = shape.parent(each)) {
      if (parent.kind !== "quantifier" || parent.max < 2) continue;
      // What a group around the repetition holds is all of it: the inner brackets are for grouping.
      if (group.name === null && isHeld(shape, parent)) return [];
      return [
        {
          code: "only-last-turn" as const,
          ...span(group),
          words: [],
          texts: texts(shape.textWith([{ node: parent, choice: Math.min(parent.max, Math.max(parent.min, 2)) }])),
          mending: null,
        },
      ];
    }
    return [];
  });

/** Letters in a row before a repeated one from which on they are taken for a word. */
const LEAST_WORD = 2;

/** A count, or a star, behind a word: it repeats the last letter alone. A plural’s “s” may be there or not. */
const letterRepeated: Rule = (shape) =>
  shape.of("quantifier").flatMap((node) => {
    const { body, min, max, operator } = node;
    if (body.kind !== "character" || !isLetter(body.codePoint) || shape.written(body).length > 1) return [];
    const letter = shape.written(body);
    const word = lettersBefore(shape, node);
    const counted = min === max && min > 1;
    const starred = min === 0 && max === Number.POSITIVE_INFINITY && letter !== "s";
    if (!(counted || starred) || word.length < LEAST_WORD || word.endsWith(letter.toLowerCase()) || isLetterNode(shape.beside(node, 1))) return [];
    const from = node.start - word.length;
    const whole = { start: from, end: node.end };
    return [
      {
        code: "letter-repeated" as const,
        ...span(node),
        words: [shape.written(operator), letter, shape.reading.source.pattern.slice(from, body.end)],
        texts: texts(shape.textWith([{ node, choice: counted ? min : 2 }])),
        mending: mend(whole, `${shape.brackets.join(shape.reading.source.pattern.slice(from, body.end))}${shape.written(operator)}`),
      },
    ];
  });

const isLetterNode = (node: Node | undefined): boolean => node?.kind === "character" && isLetter(node.codePoint);
const isBlank = (node: Node | undefined): boolean => node?.kind === "character" && node.codePoint === 32;

/** Blanks on either side of every bar: they belong to the alternatives, and were put there to be read. */
const blanksBesideBars: Rule = (shape) =>
  shape.of("alternation").flatMap((node) => {
    const items = node.branches.map(itemsOf);
    const last = items.length - 1;
    const [first, second] = node.branches;
    const padded = items.every((each, i) => (i === 0 || isBlank(each[0])) && (i === last || isBlank(each.at(-1))));
    // With anchors blanks are trimmed; a blank at both ends of them all is one of the texts’ own.
    const meant =
      items.some((each) => each.every(isBlank) || each.some(({ kind }) => kind === "assertion")) || (isBlank(items[0]?.[0]) && isBlank(items[last]?.at(-1)));
    if (!padded || meant || !first || !second) return [];
    const blanks = items.flatMap((each, i) => [i > 0 ? each[0] : undefined, i < last ? each.at(-1) : undefined]).filter((each) => each !== undefined);
    return [
      {
        code: "blank-beside-bar" as const,
        start: first.end - 1,
        end: second.start + 1,
        words: [shape.written(first), shape.written(second)],
        texts: texts(shape.textWith([{ node, choice: 0 }])),
        mending: { edits: blanks.map((blank) => ({ ...span(blank), insert: "" })) },
      },
    ];
  });

/** What a flag has to act on: whether the pattern has any of it. */
const ACTS: Readonly<Record<string, (shape: Shape, letter: string) => boolean>> = {
  ignoreCase: (shape) => shape.nodes.some((node) => node.kind === "back-reference" || ((node.kind === "character" || node.kind === "set") && hasCase(node))),
  lineAnchors: (shape) => shape.nodes.some((node) => anchorOf(node)?.startsWith("line-") === true),
  dotTakesAll: (shape) => shape.of("any").length > 0,
};

/** Whether letters of another case are alike to those of an item, and are not in it already. */
function hasCase(node: NodeOf<"character"> | NodeOf<"set">): boolean {
  if (node.kind === "set" && node.folding === null && node.set.length === 0) return false;
  const folded = charactersOf(node);
  const plain = charactersOf({ ...node, folding: null });
  return folded.length !== plain.length || folded.some((point, i) => point !== plain[i]);
}

const flagsWithoutEffect: Rule = (shape) => {
  const { source, dialect } = shape.reading;
  return dialect.flags.flatMap(({ letter, sets }) => {
    const option = Object.keys(ACTS).find((each) => each in sets);
    // What is set inside the pattern for a part of it is beyond this.
    if (option === undefined || !source.flags.includes(letter) || source.pattern.includes("(?-") || ACTS[option]?.(shape, letter)) return [];
    return [
      {
        code: "flag-without-effect" as const,
        start: 0,
        end: source.pattern.length,
        words: [letter],
        texts: [],
        mending: { edits: [], flags: source.flags.replace(letter, "") },
      },
    ];
  });
};

/** Codes that are said of the whole pattern, and by no rule over its parts. */
type WholePatternCode = "matches-nothing" | "matches-empty";

/** The rule that says each code: complete, so that a code without a rule does not compile. */
const RULE_OF: Readonly<Record<Exclude<SlipCode, WholePatternCode>, Rule>> = {
  "dot-for-point": dotForPoint,
  "outer-alternatives": outerAlternatives,
  "shadowed-alternative": shadowed,
  "greedy-eats": greedyEats,
  "range-across-cases": ranges,
  "range-by-accident": ranges,
  "bar-in-set": signsInSets,
  "caret-not-first": signsInSets,
  "doubled-in-set": signsInSets,
  "word-edge-in-set": signsInSets,
  "class-without-set": classWithoutSet,
  "other-dialect": otherDialect,
  "lazy-at-end": lazyAtEnd,
  "missing-group": missingGroup,
  "anchor-inside": anchorInside,
  "only-last-turn": onlyLastTurn,
  "letter-repeated": letterRepeated,
  "blank-beside-bar": blanksBesideBars,
  "flag-without-effect": flagsWithoutEffect,
};

/** Each rule once, in the order in which they are asked. */
export const RULES: readonly Rule[] = [...new Set(Object.values(RULE_OF))];
