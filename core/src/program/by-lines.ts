/**
 * A pattern for a text that is read line by line: what it finds in a whole text is what it finds in each line by itself,
 * as grep and sed read theirs. Only LF ends a line. Offsets are those of the whole text.
 */
import { type CharSet, complement, contains, setOfText, subtract, union } from "../charset/charset.ts";
import type { AssertionKind } from "../dialect/assertions.ts";
import { append } from "../lists.ts";
import { oncePer } from "../once.ts";
import { asserted, inSequence, lookedFor, noCharacter, oneOf, setOf } from "../syntax/build.ts";
import { charactersOf } from "../syntax/characters.ts";
import { type Reading, read } from "../syntax/read.ts";
import { relaxed } from "../syntax/relaxed.ts";
import { type Group, type Node, rewrite, type Slot, walk } from "../syntax/tree.ts";
import { compile } from "./compile.ts";
import type { Program } from "./program.ts";

/** What of a line a match is to be: any part of it, all of it, or a part with no word character on either side. */
export type LinePart = "part" | "line" | "word";

const LINE_FEED = setOfText("\n");
const CODE = 0x0a;

const programs = {
  part: oncePer((program: Program) => byLines(program, "part")),
  line: oncePer((program: Program) => byLines(program, "line")),
  word: oncePer((program: Program) => byLines(program, "word")),
} as const satisfies Record<LinePart, (program: Program) => Program>;

/**
 * For a dialect whose host reads lines: the program that finds in a whole text what this one finds in each line. Throws
 * a RangeError where it grows too large.
 */
export const lineProgram = (program: Program, part: LinePart): Program => programs[part](program);

function byLines(program: Program, part: LinePart): Program {
  const compiled = linesProgram([program.reading], part);
  if (!compiled) throw new RangeError("A pattern that compiles does not compile line by line.");
  return compiled;
}

/**
 * The pattern that finds in a text of lines, each of which LF ends, what one of the patterns finds in each line. They are
 * alternatives in their order, all of one dialect with the same flags. Null where there is no such pattern: one of them asks
 * where the search began, for instance.
 */
function linesReading(readings: readonly Reading[], part: LinePart): Reading | null {
  const reading = asOne(readings);
  // A sticky search ends where nothing is found, and has to begin anew in each line.
  const root = reading && !reading.options.sticky && inLines(reading.root);
  return root ? within({ ...reading, root }, part) : null;
}

/** A pattern whose lines hold all those in which one of the patterns finds something, and maybe others; null where there is none. */
export function relaxedLinesReading(readings: readonly Reading[], part: LinePart): Reading | null {
  const roots = readings.flatMap(linesOfPattern).map(({ root }) => relaxed(root));
  const [first] = readings;
  if (!first || roots.some((root) => root === null)) return null;
  const root = inLines(oneOf(...roots.flatMap((own) => (own ? [own] : []))));
  return root ? within({ ...first, slots: [], groups: [], root }, part) : null;
}

/** Its program. */
export const linesProgram = (readings: readonly Reading[], part: LinePart): Program | null => programFor(linesReading(readings, part));

/** The same where what groups took is not asked for. */
export const linesReadingWithoutCaptures = (readings: readonly Reading[], part: LinePart): Reading | null => linesReading(readings.map(withoutCaptures), part);

/** The program that finds in one line by itself what one of the patterns finds; null where they are not one pattern. */
export function oneLineProgram(readings: readonly Reading[], part: LinePart): Program | null {
  const reading = asOne(readings);
  return programFor(reading && within(reading, part));
}

function programFor(reading: Reading | null): Program | null {
  const compiled = reading && compile(reading);
  return compiled?.ok ? compiled.program : null;
}

/** The pattern with what has to stand on either side of a match. */
function within(reading: Reading, part: LinePart): Reading {
  const word = subtract(reading.dialect.semantics.word(reading.options) ?? [], LINE_FEED);
  const around: Readonly<Record<LinePart, readonly [Node?, Node?]>> = {
    part: [],
    line: [LINE_START, LINE_END],
    word: [asserted("no-word-before", word), asserted("no-word-after", word)],
  };
  const [before, after] = around[part];
  return before && after ? { ...reading, root: inSequence(before, bracketed(reading.root), after) } : reading;
}

/** Several patterns as one; null where they cannot be put together. */
function asOne(readings: readonly Reading[]): Reading | null {
  const all = readings.flatMap(linesOfPattern);
  const [first] = all;
  if (!first) return null;
  return all.length === 1 ? first : together(all);
}

/** For grep a pattern of several lines is several patterns. Where one of them has a mistake the pattern is taken as it is. */
function linesOfPattern(reading: Reading): readonly Reading[] {
  const { source, dialect } = reading;
  // Where LF is an operator, the reading has the alternatives already.
  const isList = dialect.semantics.preference === "longest" && !dialect.syntax.operators.some(([text]) => text === "\n");
  if (!isList || !source.pattern.includes("\n")) return [reading];
  const each = source.pattern.split("\n").map((pattern) => read({ ...source, pattern }));
  return each.some(({ diagnostics }) => diagnostics.length > 0) ? [reading] : each;
}

/** Alternatives in their order, each with groups of its own. Null where one refers to groups in a way that numbers cannot be moved in. */
function together(readings: readonly Reading[]): Reading | null {
  const slots: Slot[] = [];
  const groups: Group[] = [];
  const branches: Node[] = [];
  for (const one of readings) {
    for (const { kind, ...node } of walk(one.root)) if (kind === "conditional" || kind === "call" || kind === "verb" || "pops" in node) return null;
    const before = slots.length;
    for (const slot of one.slots) slots.push({ ...slot, number: slot.number + before });
    for (const group of one.groups) groups.push({ ...group, slot: group.slot + before, number: group.number + before });
    const root = rewrite(one.root, (node) => {
      if (node.kind === "group" && node.capture !== null) return { ...node, capture: node.capture + before };
      return node.kind === "back-reference" ? { ...node, slots: node.slots.map((slot) => slot + before) } : node;
    });
    append(branches, root.kind === "alternation" ? root.branches : [root]);
  }
  return { ...(readings[0] as Reading), slots, groups, root: oneOf(...branches) };
}

/** The same without groups that nothing refers to: what they took is not asked for. */
function withoutCaptures(reading: Reading): Reading {
  if (reading.groups.length === 0) return reading;
  for (const { kind, ...node } of walk(reading.root)) {
    if (kind === "back-reference" || kind === "conditional" || kind === "call" || "pops" in node) return reading;
  }
  const root = rewrite(reading.root, (node) => (node.kind === "group" && node.capture !== null ? { ...node, capture: null, name: null } : node));
  return { ...reading, slots: [], groups: [], root };
}

/** Alternatives hold together only in brackets. */
const bracketed = (body: Node): Node => ({ kind: "group", capture: null, name: null, body, start: body.start, end: body.end });

const LINE_START = asserted("line-start", LINE_FEED);
const LINE_END = asserted("line-end", LINE_FEED);
const BEFORE_MORE = asserted("no-word-after", LINE_FEED);
const BEHIND_MORE = lookedFor(setOf(complement(LINE_FEED)), { behind: true, negated: false });

/** What each assertion on a line by itself is in a text of lines, each of which LF ends; null where nothing is. */
const IN_LINES: Readonly<Record<AssertionKind, (set: CharSet) => Node | null>> = {
  "text-start": () => LINE_START,
  "search-start": () => null,
  "text-end": () => LINE_END,
  "last-line-end": (set) => {
    const others = subtract(set, LINE_FEED);
    return others.length === 0 ? LINE_END : oneOf(LINE_END, lookedFor(inSequence(setOf(others), LINE_END), { behind: false, negated: false }));
  },
  "line-start": (set) => asserted("line-start", union(set, LINE_FEED)),
  "line-start-before-text": (set) => inSequence(asserted("line-start", union(set, LINE_FEED)), BEFORE_MORE),
  "line-start-in-text": (set) => oneOf(LINE_START, inSequence(asserted("line-start", union(set, LINE_FEED)), BEFORE_MORE)),
  "line-end": (set) => asserted("line-end", union(set, LINE_FEED)),
  "word-edge": (set) => asserted("word-edge", subtract(set, LINE_FEED)),
  "word-start": (set) => asserted("word-start", subtract(set, LINE_FEED)),
  "word-end": (set) => asserted("word-end", subtract(set, LINE_FEED)),
  "not-word-edge": (set) => asserted("not-word-edge", subtract(set, LINE_FEED)),
  "not-word-edge-in-text": (set) => inSequence(asserted("not-word-edge", subtract(set, LINE_FEED)), oneOf(BEFORE_MORE, BEHIND_MORE)),
  "no-word-before": (set) => asserted("no-word-before", subtract(set, LINE_FEED)),
  "no-word-after": (set) => asserted("no-word-after", subtract(set, LINE_FEED)),
};

/** A tree for a line by itself as one for a text of lines; null where there is none. */
function inLines(root: Node): Node | null {
  let known = true;
  const changed = rewrite(root, (node) => {
    switch (node.kind) {
      case "assertion": {
        const own = IN_LINES[node.assertion](node.set);
        if (!own) known = false;
        return own ? { ...own, start: node.start, end: node.end } : node;
      }
      case "character":
        return node.codePoint === CODE ? noCharacter : node;
      case "any":
        return { ...node, set: subtract(node.set, LINE_FEED) };
      case "set": {
        if (node.strings.some((string) => string.includes("\n"))) known = false;
        const characters = charactersOf(node);
        if (!contains(characters, CODE)) return node;
        return { ...setOf(subtract(characters, LINE_FEED)), strings: node.strings, items: node.items, start: node.start, end: node.end };
      }
      default:
        return node;
    }
  });
  return known ? changed : null;
}
