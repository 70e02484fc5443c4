/**
 * A pattern for hosts that read a text line by line, as grep and sed do: what it finds in a whole text is what it finds in
 * each line by itself. Only LF ends a line. Offsets are those of the whole text.
 */
import { contains, setOfText, subtract } from "../charset/charset.ts";
import { oncePer } from "../once.ts";
import { asserted, inSequence, noCharacter, oneOf, setOf } from "../syntax/build.ts";
import { charactersOf } from "../syntax/characters.ts";
import { type Reading, read } from "../syntax/read.ts";
import { type Group, type Node, rewrite, type Slot } from "../syntax/tree.ts";
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

/** The program that finds in a whole text what this one finds in each line. Throws a RangeError where it grows too large. */
export const lineProgram = (program: Program, part: LinePart): Program => programs[part](program);

function byLines(program: Program, part: LinePart): Program {
  const reading = asOneOfSeveral(program.reading);
  const own = rewrite(reading.root, inOneLine);
  const word = reading.dialect.semantics.word(reading.options) ?? [];
  const around: Readonly<Record<LinePart, readonly [Node?, Node?]>> = {
    part: [],
    line: [asserted("line-start", LINE_FEED), asserted("line-end", LINE_FEED)],
    word: [asserted("no-word-before", word), asserted("no-word-after", word)],
  };
  const [before, after] = around[part];
  const whole = before && after ? inSequence(before, bracketed(own), after) : own;
  const compiled = compile({ ...reading, root: whole });
  if (!compiled.ok) throw new RangeError("A pattern that compiles does not compile line by line.");
  return compiled.program;
}

/**
 * A pattern of several lines is several patterns, one of which is to match; each has groups of its own. Where one of them has
 * a mistake the pattern is taken as it is.
 */
function asOneOfSeveral(reading: Reading): Reading {
  const { source } = reading;
  if (!source.pattern.includes("\n")) return reading;
  const each = source.pattern.split("\n").map((pattern) => read({ ...source, pattern }));
  if (each.some(({ diagnostics }) => diagnostics.length > 0)) return reading;
  const slots: Slot[] = [];
  const groups: Group[] = [];
  const roots = each.map((one) => {
    const before = slots.length;
    for (const slot of one.slots) slots.push({ ...slot, number: slot.number + before });
    for (const group of one.groups) groups.push({ ...group, slot: group.slot + before, number: group.number + before });
    return rewrite(one.root, (node) => {
      if (node.kind === "group" && node.capture !== null) return { ...node, capture: node.capture + before };
      return node.kind === "back-reference" ? { ...node, slots: node.slots.map((slot) => slot + before) } : node;
    });
  });
  return { ...reading, slots, groups, root: oneOf(...roots) };
}

/** Alternatives hold together only in brackets. */
const bracketed = (body: Node): Node => ({ kind: "group", capture: null, name: null, body, start: body.start, end: body.end });

function inOneLine(node: Node): Node {
  switch (node.kind) {
    case "assertion":
      if (node.assertion === "text-start") return { ...node, assertion: "line-start", set: LINE_FEED };
      if (node.assertion === "text-end") return { ...node, assertion: "line-end", set: LINE_FEED };
      return node;
    case "character":
      return node.codePoint === CODE ? noCharacter : node;
    case "any":
      return { ...node, set: subtract(node.set, LINE_FEED) };
    case "set": {
      const characters = charactersOf(node);
      if (!contains(characters, CODE)) return node;
      return { ...setOf(subtract(characters, LINE_FEED)), items: node.items, start: node.start, end: node.end };
    }
    default:
      return node;
  }
}
