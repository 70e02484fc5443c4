/**
 * Pattern text → syntax tree, by the tables of a dialect.
 *
 * Mistakes become diagnostics and the reading goes on, so that the rest of the pattern still has its spans. What a
 * piece of the pattern is, the dialect's table of operators says; each kind of it is read in a file of its own.
 * Grammars: ECMA-262 (2025) §22.2.1 and Annex B.1.2; the others as their dialect's file says.
 */

import { complement, EMPTY_SET, FULL_SET } from "../charset/charset.ts";
import { type Diagnostic, diagnostic } from "../diagnostic/diagnostic.ts";
import type { AnchorKind } from "../dialect/assertions.ts";
import type { Dialect, Escape, Operator, Options } from "../dialect/dialect.ts";
import { append } from "../lists.ts";
import { isAsciiLetter, isDigit } from "../text/characters.ts";
import { unknownKey } from "../unknown.ts";
import { lineBreak, noPair } from "./edges/anchors.ts";
import { graphemeCluster } from "./edges/clusters.ts";
import { readGroup, readGroupEscape } from "./groups/groups.ts";
import { GlobalFlags } from "./groups/inline-flags.ts";
import { readName } from "./groups/names.ts";
import { numberGroups, type WrittenGroup } from "./groups/numbering.ts";
import { References } from "./groups/references.ts";
import { readEscape } from "./reading/escapes.ts";
import { GrowingTree } from "./reading/growing.ts";
import { readCounts, readRepeat } from "./reading/quantifiers.ts";
import { Reader } from "./reading/reader.ts";
import { readBracketExpression } from "./sets/bracket-expressions.ts";
import { withLoneLetters } from "./sets/lone-letters.ts";
import { withManyFolds } from "./sets/many-folds.ts";
import { readNestedSet } from "./sets/nested-sets.ts";
import { readSetWithOperations } from "./sets/set-operations.ts";
import { readSet } from "./sets/sets.ts";
import { readSubtractedSet } from "./sets/subtracted-sets.ts";
import type { Group, Node, Slot } from "./tree.ts";
import { settleLookbehinds } from "./width/width.ts";

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
  const { count, named } = countGroups(pattern, dialect.syntax, options);
  const fresh = (): Reader => new Reader(pattern, dialect, options, count, named);
  const reader = fresh();
  // Read once for its groups alone.
  if (dialect.syntax.groupNumbers === "named-last") reader.numbering = numberGroups(new Parser(fresh()).groups());
  return new Parser(reader).run();
}

const SET_READERS = {
  plain: readSet,
  operations: readSetWithOperations,
  nested: readNestedSet,
  subtracted: readSubtractedSet,
  "bracket-expression": readBracketExpression,
} as const;

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

  /** The capturing groups as they are written. */
  groups(): readonly WrittenGroup[] {
    this.read();
    return this.tree.written;
  }

  private read(): Node {
    while (!this.reader.ended) this.term();
    return this.tree.finish();
  }

  run(): Parsed {
    const { reader, tree } = this;
    const asTyped = this.read();
    this.references.resolve();
    const diagnostics = [...reader.diagnostics].sort((a, b) => a.start - b.start);
    const { manyFolds, loneLetters, lookbehind } = this.dialect.semantics;
    const root = manyFolds ? withManyFolds(asTyped) : loneLetters ? withLoneLetters(asTyped) : asTyped;
    if (diagnostics.length === 0) append(diagnostics, settleLookbehinds(root, lookbehind, tree.renumbers));
    return {
      root,
      groups: tree.groups,
      slots: slotsOf(tree.groups, reader.numbering?.numbers ?? Array.from({ length: tree.count }, (_, i) => i + 1)),
      diagnostics,
      options: this.global.options,
    };
  }

  /** Reads an item, or an operator: what stands between two of either. */
  private term(): void {
    const { reader } = this;
    if (reader.skipBlanks()) return;
    const row = this.operatorHere();
    if (!row) {
      const start = reader.at;
      this.tree.addCharacter(reader.take(), start);
      return;
    }
    const [sign, operator] = row;
    this.operate(sign, operator);
  }

  private operatorHere(): ReturnType<Reader["operatorHere"]> {
    const { last, isOutermost } = this.tree;
    return this.reader.operatorHere({ first: last === undefined, behindAssertion: last?.kind === "assertion", inGroup: !isOutermost });
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
        if (dialect.semantics.pairEnds?.(reader.options) && !reader.options.dotTakesAll) tree.add(noPair({ start, end: reader.at }));
        else tree.add({ kind: "any", set: dialect.semantics.dot(reader.options), start, end: reader.at });
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
        if (readCounts(reader, tree, operator, sign)) return;
        if (operator.malformed) reader.report(operator.malformed, { start, end: start + sign.length }, sign, operator.end);
        this.loneBracket(sign, operator);
        return;
      case "nothing":
        reader.at += sign.length;
        // An alternative of nothing else is refused before a closing bracket, and nowhere else (GNU).
        if (this.operatorHere()?.[1].kind === "close") reader.report("nothing-to-repeat", { start, end: reader.at }, sign);
        return;
      case "lone":
        this.loneBracket(sign, operator);
        return;
      case "anchor":
        reader.at += sign.length;
        tree.addAssertion(operator.assertion(reader.options), start);
        return;
      default:
        unknownKey(operator);
    }
  }

  private loneBracket(sign: string, operator: OperatorOf<"lone" | "counts">): void {
    const { reader } = this;
    const start = reader.at;
    reader.at += sign.length;
    let strokes = 0;
    while (reader.pattern[start - 2 - strokes] === "\\") strokes++;
    // A backslash that is escaped is no part of the same literal text as the letter where case is ignored.
    const isTogether = strokes % 2 === 1 || (strokes > 0 && !reader.options.ignoreCase);
    const refused = operator.kind === "counts" && operator.notBehindLetters && isTogether && isAsciiLetter(reader.pattern[start - 1]);
    const isReported = operator.kind === "counts" && operator.malformed !== undefined;
    if (!isReported && ((reader.strict && operator.strict) || refused)) reader.report("lone-bracket", { start, end: reader.at }, sign);
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
    else if (read.kind === "class") {
      if (read.name === "N" && this.dialect.semantics.pairEnds?.(reader.options)) tree.add(noPair({ start, end: reader.at }));
      else this.addClass(read, start);
    } else if (reader.at > start + 1 || c !== undefined) tree.addCharacter(read.codePoint, start);
  }

  private otherEscape(meaning: Escape, start: number): void {
    const { reader, tree } = this;
    if (meaning.kind === "assertion") this.assertion(meaning, start);
    if (meaning.kind === "line-break") tree.add(lineBreak(meaning.others(reader.options), meaning.settled, { start, end: reader.at }));
    if (meaning.kind === "cluster") {
      tree.add(graphemeCluster(meaning.rules, { start, end: reader.at }));
    }
    if (meaning.kind === "keep") {
      if (!meaning.inLooks && tree.top.inLook) reader.report("keep-in-look", { start, end: reader.at });
      tree.add({ kind: "keep", start, end: reader.at });
    }
    if (meaning.kind === "group") readGroupEscape(reader, tree, this.references, start);
    if (meaning.kind === "unread") {
      reader.report("escape-unread", { start, end: reader.at }, reader.pattern.slice(start, reader.at), meaning.what);
      tree.add({ kind: "any", set: FULL_SET, start, end: reader.at });
    }
    if (meaning.kind === "quote") this.quote(meaning.end);
    if (meaning.kind !== "name-reference") return;
    const from = reader.at;
    const label = reader.spread(() => {
      const marks = meaning.marks.find(([open]) => reader.pass(open));
      return marks && readName(reader, marks[1], marks[0] === "{");
    });
    const span = { start, end: reader.at };
    if (label !== undefined) this.references.addName(label, span);
    else if (meaning.character === undefined) reader.report("reference-name-form", span);
    else {
      reader.at = from;
      tree.addCharacter(meaning.character, start);
    }
  }

  /** An assertion, or one of the edges that its sign stands for with a name behind it. */
  private assertion({ assertion, edges, edgesOnly }: Extract<Escape, { kind: "assertion" }>, start: number): void {
    const { reader, tree } = this;
    const edge = edges && reader.spread(() => this.edgeName(edges, edgesOnly === true));
    if (edge) tree.addAssertion(edge, start);
    else if (edgesOnly && reader.looksAt("{"))
      reader.report("escape-unknown-letter", { start, end: reader.at + 1 }, reader.pattern.slice(start + 1, reader.at + 1));
    else tree.addAssertion(assertion(reader.options), start);
  }

  /** What a name in braces has it assert, where one of them stands here; it is passed then. */
  private edgeName(edges: Readonly<Record<string, AnchorKind>>, blanks: boolean): AnchorKind | undefined {
    const { reader } = this;
    const from = reader.at;
    if (reader.pass("{")) {
      if (blanks) reader.takeBlanks();
      // The first letter follows at once where blanks may stand between signs.
      const name = isAsciiLetter(reader.pattern[reader.at]) ? reader.takeWhile(isAsciiLetter) : "";
      if (blanks) reader.takeBlanks();
      if (Object.hasOwn(edges, name) && reader.pass("}")) return edges[name];
    }
    reader.at = from;
    return undefined;
  }

  /** Characters that stand for themselves, up to the end mark. */
  private quote(end: string): void {
    const { reader, tree } = this;
    while (!reader.ended && !reader.pass(end)) {
      const start = reader.at;
      tree.addCharacter(reader.take(), start);
    }
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

/** What a match says of groups: of several with one number once. */
function slotsOf(groups: readonly Group[], numbers: readonly number[]): Slot[] {
  const slots: Slot[] = numbers.map((number) => ({ number, name: null }));
  for (const { slot, number, name } of groups) slots[slot - 1] = { number, name: slots[slot - 1]?.name ?? name };
  return slots;
}

/** Counts the capturing groups before the reading proper, which needs the number for its back-references. */
function countGroups(pattern: string, { operators, groupOpeners, sets: rules }: Dialect["syntax"], options: Options): { count: number; named: boolean } {
  const nestedSets = rules.reader(options) !== "plain";
  const open = operators.find(([, { kind }]) => kind === "open")?.[0] ?? "(";
  let count = 0;
  let named = false;
  let sets = 0;
  for (let i = 0; i < pattern.length; i++) {
    const c = pattern[i];
    if (pattern.startsWith(open, i) && sets === 0) {
      i += open.length - 1;
      const name = pattern.startsWith("?<", i + 1) && pattern[i + 3] !== "=" && pattern[i + 3] !== "!";
      if (name) named = true;
      if (name || pattern[i + 1] !== "?" || groupOpeners.length === 0) count++;
    } else if (c === "\\") i++;
    else if (c === "[" && (sets === 0 || nestedSets)) sets++;
    else if (c === "]" && sets > 0) sets--;
  }
  return { count, named };
}
