/**
 * Pattern text → syntax tree, by the tables of a dialect.
 *
 * Mistakes become diagnostics and the reading goes on, so that the rest of the pattern still has its spans. What a
 * piece of the pattern is, the dialect's table of operators says; each kind of it is read in a file of its own.
 * Grammars: ECMA-262 (2025) §22.2.1 and Annex B.1.2; the others as their dialect's file says.
 */
import { complement, EMPTY_SET } from "../charset/charset.ts";
import { type Diagnostic, diagnostic } from "../diagnostic/diagnostic.ts";
import type { Dialect, Escape, Operator, Options } from "../dialect/dialect.ts";
import { unknownKey } from "../unknown.ts";
import { readEscape } from "./escapes.ts";
import { passComment, readGroup } from "./groups.ts";
import { GrowingTree } from "./growing.ts";
import { GlobalFlags } from "./inline-flags.ts";
import { readName } from "./names.ts";
import { readCounts, readRepeat } from "./quantifiers.ts";
import { isDigit, Reader } from "./reader.ts";
import { References } from "./references.ts";
import { readSetWithOperations } from "./set-operations.ts";
import { readSet } from "./sets.ts";
import type { Group, Node, Slot } from "./tree.ts";
import { settleLookbehinds } from "./width.ts";

/** A pattern this long is no longer one that a person reads; longer ones are refused before they cost memory. */
export const MAX_PATTERN_LENGTH = 1_000_000;

export interface Parsed {
  readonly root: Node;
  /** Capturing groups in the order of their opening brackets. */
  readonly groups: readonly Group[];
  /** What a match says of them; slot n is at index n − 1. */
  readonly slots: readonly Slot[];
  readonly diagnostics: readonly Diagnostic[];
  /** What flags inside the pattern set for all of it, with those outside. */
  readonly options: Options;
}

/** Reads a pattern; never throws. The tree is whole even where diagnostics say that it must not be run. */
export function parse(pattern: string, dialect: Dialect, options: Options): Parsed {
  if (pattern.length > MAX_PATTERN_LENGTH) {
    const span = { start: MAX_PATTERN_LENGTH, end: pattern.length };
    const diagnostics = [diagnostic("too-long", span, pattern.length, MAX_PATTERN_LENGTH)];
    return { root: { kind: "empty", start: 0, end: pattern.length }, groups: [], slots: [], diagnostics, options };
  }
  const { count, named } = countGroups(pattern, options.setOperations);
  return new Parser(new Reader(pattern, dialect, options, count, named)).run();
}

const SET_READERS = { plain: readSet, operations: readSetWithOperations } as const;

type OperatorOf<K extends Operator["kind"]> = Extract<Operator, { kind: K }>;

class Parser {
  private readonly reader: Reader;
  private readonly dialect: Dialect;
  private readonly tree: GrowingTree;
  private readonly references: References;
  private readonly global: GlobalFlags;

  constructor(reader: Reader) {
    this.reader = reader;
    this.dialect = reader.dialect;
    this.tree = new GrowingTree(reader);
    this.references = new References(reader, this.tree);
    this.global = new GlobalFlags(reader.options, reader.dialect.syntax.inlineFlags);
  }

  run(): Parsed {
    const { reader, tree } = this;
    while (!reader.ended) this.term();
    const root = tree.finish();
    this.references.resolve();
    const diagnostics = [...reader.diagnostics].sort((a, b) => a.start - b.start);
    if (diagnostics.length === 0) diagnostics.push(...settleLookbehinds(root, tree.lookbehinds, reader.dialect.semantics.lookbehind));
    const { groups } = tree;
    return { root, groups, slots: groups.map(({ number, name }) => ({ number, name })), diagnostics, options: this.global.options };
  }

  /** Reads an item, or an operator: what stands between two of either. */
  private term(): void {
    const { reader } = this;
    if (reader.options.verbose && this.skipVerbose()) return;
    const row = reader.operatorHere(this.tree.last === undefined);
    if (!row) {
      const start = reader.at;
      this.tree.addCharacter(reader.take(), start);
      return;
    }
    const [sign, operator] = row;
    this.operate(sign, operator);
  }

  private operate(sign: string, operator: Operator): void {
    const { reader, tree, dialect } = this;
    const start = reader.at;
    switch (operator.kind) {
      case "alternative":
        reader.at += sign.length;
        tree.endBranch(start);
        return;
      case "open":
        reader.at += sign.length;
        readGroup(reader, tree, this.references, this.global, start);
        return;
      case "close":
        reader.at += sign.length;
        if (tree.isOutermost) reader.report("group-close", { start, end: reader.at });
        else tree.close(start);
        return;
      case "any":
        reader.at += sign.length;
        tree.add({ kind: "any", set: dialect.semantics.dot(reader.options), start, end: reader.at });
        return;
      case "set":
        tree.add(SET_READERS[dialect.syntax.sets.reader(reader.options)](reader));
        return;
      case "escape":
        reader.at += sign.length;
        this.escape(start);
        return;
      case "repeat":
        readRepeat(reader, tree, operator, sign);
        return;
      case "counts":
        if (!readCounts(reader, tree, operator, sign)) this.loneBracket(sign, operator);
        return;
      case "lone":
        this.loneBracket(sign, operator);
        return;
      case "anchor":
        reader.at += sign.length;
        tree.addAssertion(operator.assertions[reader.options.lineAnchors ? 1 : 0], start);
        return;
      default:
        unknownKey(operator);
    }
  }

  private skipVerbose(): boolean {
    const { reader } = this;
    const c = reader.peek() as string;
    if (" \t\n\r\v\f".includes(c)) reader.at++;
    else if (c === "#") passComment(reader, "\n");
    else return false;
    return true;
  }

  private loneBracket(sign: string, { strict }: OperatorOf<"lone" | "counts">): void {
    const { reader } = this;
    const start = reader.at;
    reader.at += sign.length;
    if (reader.strict && strict) reader.report("lone-bracket", { start, end: reader.at }, sign);
    this.tree.addCharacter(sign.charCodeAt(sign.length - 1), start);
  }

  // Escapes outside a set.

  /** Reads an escape that begins at `start`; the reading place is behind its sign. */
  private escape(start: number): void {
    const { reader, tree } = this;
    const c = reader.peek();
    if (isDigit(c) && c !== "0" && this.references.readNumber(start)) return;
    const read = readEscape(reader, start, false);
    if (read.kind === "other") this.otherEscape(read.meaning, start);
    else if (read.kind === "class") this.addClass(read, start);
    else if (reader.at > start + 1 || c !== undefined) tree.addCharacter(read.codePoint, start);
  }

  private otherEscape(meaning: Escape, start: number): void {
    const { reader } = this;
    if (meaning.kind === "assertion") this.tree.addAssertion(meaning.assertion, start);
    if (meaning.kind !== "name-reference") return;
    const marks = meaning.marks.find(([open]) => reader.pass(open));
    const label = marks && readName(reader, marks[1]);
    const span = { start, end: reader.at };
    if (label === undefined) reader.report("reference-name-form", span);
    else this.references.addName(label, span);
  }

  private addClass({ name, negated, set, strings }: Extract<ReturnType<typeof readEscape>, { kind: "class" }>, start: number): void {
    const { options, at: end } = this.reader;
    const { folding: foldingOf, foldsClasses } = this.dialect.semantics;
    const folding = foldingOf(options);
    const items = [{ kind: "class", name, start, end } as const];
    const longestFirst = [...strings].sort((a, b) => b.length - a.length);
    const whole = { kind: "set", strings: longestFirst, items, folding, start, end } as const;
    // A class on its own is not folded before it is negated, unless sets are folded beforehand (ECMA-262 CharacterComplement).
    if (!foldsClasses) this.tree.add({ ...whole, set: EMPTY_SET, fixed: negated ? complement(set) : set, negated: false });
    else if (negated && folding !== null && !options.setOperations) this.tree.add({ ...whole, set: complement(set), fixed: EMPTY_SET, negated: false });
    else this.tree.add({ ...whole, set, fixed: EMPTY_SET, negated });
  }
}

/** Counts the capturing groups before the reading proper, which needs the number for its back-references. */
function countGroups(pattern: string, nestedSets: boolean): { count: number; named: boolean } {
  let count = 0;
  let named = false;
  let sets = 0;
  for (let i = 0; i < pattern.length; i++) {
    const c = pattern[i];
    if (c === "\\") i++;
    else if (c === "[" && (sets === 0 || nestedSets)) sets++;
    else if (c === "]" && sets > 0) sets--;
    else if (c === "(" && sets === 0) {
      const name = pattern.startsWith("?<", i + 1) && pattern[i + 3] !== "=" && pattern[i + 3] !== "!";
      if (name) named = true;
      if (name || pattern[i + 1] !== "?") count++;
    }
  }
  return { count, named };
}
