/**
 * Tree → pattern text, by the tables of a dialect: what it writes reads back as the same tree, whatever the tree was
 * made from. Brackets that do not capture are put where the grammar needs them; spans mean nothing here.
 */

import { type CharSet, complement, contains, countOf, FULL_SET, rangesOf, subtract, unionOf } from "../charset/charset.ts";
import { WHITE_SPACE } from "../charset/classes.ts";
import type { Dialect, Escape, GroupOpener, Operator, Options } from "../dialect/dialect.ts";
import { append } from "../lists.ts";
import { charactersOf } from "./characters.ts";
import type { Reading } from "./read.ts";
import { type AssertionKind, childrenOf, type Node, type NodeOf, type QuantifierMode, standsForMore, unknownNode, walk } from "./tree.ts";

/** A tree that a dialect has no way to write. */
export class NotWritable extends Error {
  /** The part that cannot be written. */
  readonly node: Node;

  constructor(node: Node, dialect: Dialect) {
    super(`${dialect.title} has no way to write this: ${node.kind}.`);
    this.node = node;
  }
}

/** How tightly a piece of a pattern holds together: what is looser than its place asks for needs brackets. */
const Binding = { Alternatives: 0, Sequence: 1, Quantified: 2, Item: 3 } as const;

/** A part of a pattern as text. */
interface Piece {
  readonly text: string;
  readonly binding: number;
  /** Digits that come next would be read as part of it. */
  readonly endsInDigits?: true;
  /** The part of the pattern that it was typed for: in its own place it needs no brackets. */
  readonly typed?: Node;
}

/** How tightly a part as it was typed holds together. */
const BINDINGS: Readonly<Record<Node["kind"], number>> = {
  empty: Binding.Sequence,
  character: Binding.Item,
  any: Binding.Item,
  set: Binding.Item,
  assertion: Binding.Item,
  look: Binding.Item,
  atomic: Binding.Item,
  group: Binding.Item,
  "back-reference": Binding.Item,
  conditional: Binding.Item,
  call: Binding.Item,
  verb: Binding.Item,
  keep: Binding.Item,
  alternation: Binding.Alternatives,
  sequence: Binding.Sequence,
  quantifier: Binding.Quantified,
};

/** How tightly what is inside a part must hold together. */
const PLACES: Readonly<Record<Node["kind"], number>> = {
  ...BINDINGS,
  look: Binding.Alternatives,
  atomic: Binding.Alternatives,
  group: Binding.Alternatives,
  conditional: Binding.Sequence,
  alternation: Binding.Sequence,
  quantifier: Binding.Item,
};

/** Writes a tree as a pattern with the options. Throws `NotWritable` where the dialect has no way to. */
export function writePattern(root: Node, dialect: Dialect, options: Options): string {
  return writePiece(root, new Writer(dialect, options), new Map()).text;
}

/**
 * The pattern with parts of its tree replaced. What is not replaced stays as it was typed, and so do parts of the tree
 * that stand in a replacement, themselves replaced where the changes say so. Throws `NotWritable` like `writePattern`.
 */
export function respell({ source, root, dialect, options }: Reading, changes: ReadonlyMap<Node, Node>): string {
  const writer = new Writer(dialect, options);
  const typed = new Map<Node, Piece>();
  // From the last to the first, what is inside comes before what is around it.
  for (const node of [...walk(root)].reverse()) {
    const change = changes.get(node);
    typed.set(node, change ? writePiece(change, writer, typed) : writer.asTyped(node, source.pattern, typed));
  }
  const whole = typed.get(root) as Piece;
  // What stands around the tree belongs to no part of it: flags at the start, comments.
  return source.pattern.slice(0, root.start) + whole.text + source.pattern.slice(root.end);
}

/** Writes a tree, but for the parts that are written already. */
function writePiece(root: Node, writer: Writer, written: ReadonlyMap<Node, Piece>): Piece {
  const pieces = new Map<Node, Piece>();
  const pieceOf = (node: Node): Piece => written.get(node) ?? (pieces.get(node) as Piece);
  const order: Node[] = [];
  const pending = [root];
  for (let node = pending.pop(); node; node = pending.pop()) {
    if (written.has(node)) continue;
    order.push(node);
    append(pending, childrenOf(node));
  }
  for (const node of order.reverse()) pieces.set(node, writer.piece(node, childrenOf(node).map(pieceOf)));
  return pieceOf(root);
}

/** What stands behind a quantifier to put it into a mode. */
export const MODE_SIGNS: Readonly<Record<QuantifierMode, string>> = { greedy: "", lazy: "?", possessive: "+" };

class Writer {
  private readonly dialect: Dialect;
  private readonly options: Options;
  /** Characters that are operators, or begin one. */
  private readonly special: ReadonlySet<string>;

  constructor(dialect: Dialect, options: Options) {
    this.dialect = dialect;
    this.options = options;
    // A sign that begins with a backslash is made by it: without one the character stands for itself.
    const signs = dialect.syntax.operators.map(([sign]) => sign).filter((sign) => sign.length === 1 || !sign.startsWith("\\"));
    this.special = new Set(signs.map((sign) => sign.charAt(sign.length - 1)));
  }

  /** A part as its text has it, with the parts inside as they are written now. */
  asTyped(node: Node, pattern: string, inside: ReadonlyMap<Node, Piece>): Piece {
    let text = "";
    let at = node.start;
    // A sign that stands for more is all the text that it has.
    const inner = standsForMore(node) ? [] : childrenOf(node);
    for (const child of inner) {
      const piece = inside.get(child) as Piece;
      text += pattern.slice(at, child.start);
      if (piece.typed === child) text += piece.text;
      else if (node.kind === "sequence") text += this.beside(node, piece, pattern.charAt(child.end));
      else if (node.kind === "quantifier" && piece.text === "") text += this.plain(node, "");
      else text += this.bound(node, piece, PLACES[node.kind]);
      at = child.end;
    }
    text += pattern.slice(at, node.end);
    return { text, binding: BINDINGS[node.kind], typed: node, ...(node.kind === "back-reference" && { endsInDigits: true as const }) };
  }

  piece(node: Node, inner: readonly Piece[]): Piece {
    switch (node.kind) {
      case "empty":
        return { text: "", binding: Binding.Sequence };
      case "character":
        return this.underFlags(node, (options) =>
          this.dialect.semantics.folding(options) === node.folding ? this.character(node.codePoint, false) : undefined,
        );
      case "any":
        return this.underFlags(node, (options) => (sameSet(this.dialect.semantics.dot(options), node.set) ? this.operator(node, "any") : undefined));
      case "set":
        return this.set(node);
      case "assertion":
        return this.underFlags(node, (options) => this.assertion(node.assertion, node.set, options));
      case "look":
        return item(
          this.group(
            node,
            ({ kind, ...rest }) =>
              kind === "look" && "behind" in rest && rest.behind === node.behind && rest.negated === node.negated && rest.reenters === node.reenters,
            textOf(inner),
          ),
        );
      case "atomic":
        return item(this.group(node, ({ kind }) => kind === "atomic", textOf(inner)));
      case "group":
        return item(this.brackets(node, textOf(inner)));
      case "back-reference":
        return this.reference(node);
      case "conditional":
        if (node.asks.kind !== "groups") throw new NotWritable(node, this.dialect);
        return item(
          this.group(
            node,
            ({ kind }) => kind === "conditional",
            `${node.label})${inner.map((way) => this.bound(node, way, Binding.Sequence)).join(this.sign(node, "alternative"))}`,
          ),
        );
      case "alternation":
        // Alternatives in alternatives are the same as those side by side, but for what is around them.
        return { text: inner.map((branch) => this.bound(node, branch, Binding.Sequence)).join(this.sign(node, "alternative")), binding: Binding.Alternatives };
      case "sequence":
        return this.sequence(node, inner);
      case "quantifier":
        return this.quantifier(node, inner[0] as Piece);
      case "call":
        if (!this.dialect.syntax.calls) throw new NotWritable(node, this.dialect);
        return item(`(?${node.slot === 0 ? "R" : node.slot})`);
      case "verb":
        return item(this.verb(node));
      case "keep":
        return item(this.keep(node));
      default:
        return unknownNode(node);
    }
  }

  private sequence(node: Node, items: readonly Piece[]): Piece {
    let text = "";
    items.forEach((each, i) => {
      text += this.beside(node, each, items[i + 1]?.text.charAt(0) ?? "");
    });
    const [only, last] = [items[0] as Piece, items.at(-1) as Piece];
    return { text, binding: items.length === 1 ? only.binding : Binding.Sequence, ...(last.endsInDigits && { endsInDigits: true }) };
  }

  /** A piece among the items of a sequence, where `next` is the character behind it. */
  private beside(node: Node, piece: Piece, next: string): string {
    return piece.endsInDigits && next >= "0" && next <= "9" ? this.plain(node, piece.text) : this.bound(node, piece, Binding.Sequence);
  }

  private quantifier(node: NodeOf<"quantifier">, body: Piece): Piece {
    const { min, max, mode } = node;
    const { possessive, noModes, stacked } = this.dialect.syntax.quantifiers;
    if ((mode === "possessive" && !possessive) || (mode === "lazy" && noModes)) throw new NotWritable(node, this.dialect);
    // A quantifier behind a quantifier repeats that one, where a dialect has it so.
    const place = stacked === null ? Binding.Quantified : Binding.Item;
    const repeated = this.dialect.syntax.operators.find(([, each]) => each.kind === "repeat" && each.min === min && each.max === max)?.[0];
    const counts = this.dialect.syntax.operators.find(([, each]) => each.kind === "counts");
    const bounds = min === max ? String(min) : `${min},${max === Number.POSITIVE_INFINITY ? "" : max}`;
    const written = repeated ?? (counts && `${counts[0]}${bounds}${(counts[1] as Extract<Operator, { kind: "counts" }>).end}`);
    if (written === undefined) throw new NotWritable(node, this.dialect);
    const alone = body.text === "" || node.body.kind === "assertion" || node.body.kind === "look";
    return { text: `${alone ? this.plain(node, body.text) : this.bound(node, body, place)}${written}${MODE_SIGNS[mode]}`, binding: Binding.Quantified };
  }

  private brackets(node: NodeOf<"group">, body: string): string {
    if (node.pops !== undefined) throw new NotWritable(node, this.dialect);
    if (node.capture === null) return this.plain(node, body);
    if (node.name === null) return `${this.sign(node, "open")}${body}${this.sign(node, "close")}`;
    const opener = this.dialect.syntax.groupOpeners.find(([, { kind }]) => kind === "named" || kind === "balanced");
    if (!opener) throw new NotWritable(node, this.dialect);
    return `${this.sign(node, "open")}${opener[0]}${node.name}${(opener[1] as Extract<GroupOpener, { kind: "named" | "balanced" }>).end}${body}${this.sign(node, "close")}`;
  }

  private group(node: Node, is: (opener: GroupOpener) => boolean, body: string): string {
    const opener = this.dialect.syntax.groupOpeners.find(([, each]) => is(each));
    if (!opener) throw new NotWritable(node, this.dialect);
    return `${this.sign(node, "open")}${opener[0]}${body}${this.sign(node, "close")}`;
  }

  /** Brackets that hold together; in a dialect that has no other ones they capture. */
  private plain(node: Node, body: string): string {
    if (this.dialect.syntax.groupOpeners.length === 0) return `${this.sign(node, "open")}${body}${this.sign(node, "close")}`;
    return this.group(node, ({ kind }) => kind === "plain", body);
  }

  private keep(node: Node): string {
    const letter = Object.entries(this.dialect.syntax.escapes).find(([, { kind }]) => kind === "keep")?.[0];
    if (letter === undefined) throw new NotWritable(node, this.dialect);
    return `${this.sign(node, "escape")}${letter}`;
  }

  private verb(node: NodeOf<"verb">): string {
    const word = Object.entries(this.dialect.syntax.starred).find(([, meaning]) => meaning.kind === "verb" && meaning.verb === node.verb)?.[0];
    if (word === undefined) throw new NotWritable(node, this.dialect);
    return `(*${word}${node.name === null ? "" : `:${node.name}`})`;
  }

  /** The piece as it stands, or in brackets where its place asks for what holds together better. */
  private bound(node: Node, { text, binding }: Piece, least: number): string {
    return binding < least ? this.plain(node, text) : text;
  }

  private reference(node: NodeOf<"back-reference">): Piece {
    return this.underFlags(node, (options) => {
      if (this.dialect.semantics.referenceFolding(options) !== node.folding) return undefined;
      if (!isNumber(node.label)) return this.namedReference(node);
      return { text: `${this.sign(node, "escape")}${node.label}`, binding: Binding.Item, endsInDigits: true };
    });
  }

  private namedReference(node: NodeOf<"back-reference">): Piece {
    const { groupOpeners, escapes } = this.dialect.syntax;
    const opener = groupOpeners.find(([, { kind }]) => kind === "name-reference");
    // The end mark of such an opener is the end of the group.
    if (opener) return item(`${this.sign(node, "open")}${opener[0]}${node.label}${(opener[1] as Extract<GroupOpener, { kind: "name-reference" }>).end}`);
    for (const [letter, meaning] of Object.entries(escapes)) {
      const marks = meaning.kind === "name-reference" ? meaning.marks[0] : undefined;
      if (marks) return item(`${this.sign(node, "escape")}${letter}${marks[0]}${node.label}${marks[1]}`);
    }
    throw new NotWritable(node, this.dialect);
  }

  private assertion(assertion: AssertionKind, set: CharSet, options: Options): Piece | undefined {
    const { operators, escapes } = this.dialect.syntax;
    const { word, lineEnds } = this.dialect.semantics;
    const goesBy = assertion.startsWith("text") ? set : assertion.includes("word") ? word(options) : lineEnds(options);
    if (!sameSet(goesBy, set)) return undefined;
    const anchor = operators.find(([, each]) => each.kind === "anchor" && each.assertion(options) === assertion);
    if (anchor) return item(anchor[0]);
    const letter = Object.entries(escapes).find(([, meaning]) => meaning.kind === "assertion" && meaning.assertion(options) === assertion)?.[0];
    return letter === undefined ? undefined : item(`\\${letter}`);
  }

  /** A set by the name of its class where it has one, else by its ranges. */
  private set(node: NodeOf<"set">): Piece {
    return this.underFlags(node, (options) => {
      const { folding, foldsClasses } = this.dialect.semantics;
      if (node.strings.length === 0) {
        const named = this.className(charactersOf(node), options);
        if (named !== undefined && (!foldsClasses || folding(options) === null)) return item(named);
      }
      if (folding(options) === node.folding && (foldsClasses || node.fixed.length === 0))
        return item(this.inBrackets(node, node.set, node.negated, node.strings, node.folding !== null));
      // What it takes in the end, where no case is folded any more.
      return folding(options) === null && node.strings.length === 0 ? item(this.inBrackets(node, charactersOf(node), false, [])) : undefined;
    });
  }

  /** `\d` and its like, for exactly these characters; undefined where no class holds them. */
  private className(characters: CharSet, options: Options): string | undefined {
    const inverted = complement(characters);
    const holds = ([, meaning]: [string, Escape]): boolean =>
      meaning.kind === "class" && sameSet(meaning.set(options), meaning.negated ? inverted : characters) && !options.setOperations;
    const letter = Object.entries(this.dialect.syntax.escapes).find(holds)?.[0];
    return letter === undefined ? undefined : `\\${letter}`;
  }

  /** Classes that a set holds the whole of, the largest first, and what else there is in it. */
  private classesIn(set: CharSet): { classes: string; others: CharSet } {
    let classes = "";
    let others = set;
    const table = Object.entries(this.dialect.syntax.setEscapes).flatMap(([letter, meaning]) => {
      if (meaning.kind !== "class") return [];
      const own = meaning.set(this.options);
      return [{ text: `\\${letter}`, set: meaning.negated ? complement(own) : own }];
    });
    // By custom everything is the last class of the table and what is not in it.
    const last = table.slice(-2);
    if (sameSet(set, FULL_SET) && sameSet(unionOf(last.map((each) => each.set)), FULL_SET))
      return { classes: last.map(({ text }) => text).join(""), others: [] };
    for (const each of table.sort((a, b) => countOf(b.set) - countOf(a.set))) {
      if (others.length === 0 || subtract(each.set, others).length > 0) continue;
      classes += each.text;
      others = subtract(others, each.set);
    }
    return { classes, others };
  }

  private inBrackets(node: Node, set: CharSet, negated: boolean, strings: readonly string[], folded = false): string {
    const open = this.sign(node, "set");
    if (this.dialect.syntax.sets.reader(this.options) === "bracket-expression") return this.bracketExpression(node, set, negated, strings);
    const { codePoints, setOperations } = this.options;
    // An empty set has no form of its own everywhere: it is what nothing is in.
    if (set.length === 0 && strings.length === 0 && this.dialect.syntax.sets.firstBracket) {
      const all = this.inBrackets(node, [0, 0x10ffff], false, []);
      return negated ? all : `${open}^${all.slice(open.length)}`;
    }
    let inside = "";
    const { classes, others } = folded || setOperations ? { classes: "", others: set } : this.classesIn(set);
    inside += classes;
    // What can be read comes first.
    const ranges = rangesOf(others);
    for (const [from, most] of [...ranges.filter(isReadable), ...ranges.filter((range) => !isReadable(range))]) {
      const to = codePoints ? most : Math.min(most, 0xffff);
      if (from > to) continue;
      inside += this.character(from, true).text;
      if (to > from) inside += `${to > from + 1 ? "-" : ""}${this.character(to, true).text}`;
    }
    if (setOperations && strings.length > 0) {
      inside += `\\q{${strings.map((string) => Array.from(string, (c) => this.character(c.codePointAt(0) as number, true).text).join("")).join("|")}}`;
    }
    return `${open}${negated ? "^" : ""}${inside}]`;
  }

  /** Classes that a set holds the whole of and that go beyond ASCII, by their names, and what else there is in it. */
  private posixIn(set: CharSet): { readonly names: string; readonly others: CharSet } {
    let names = "";
    let others = set;
    for (const name of POSIX_NAMES) {
      const own = this.dialect.syntax.sets.posix?.(name, this.options) ?? [];
      if ((own.at(-1) ?? 0) < FIRST_BEYOND_ASCII || subtract(own, set).length > 0 || subtract(own, others).length > 0) continue;
      names += `[:${name}:]`;
      others = subtract(others, own);
    }
    return { names, others };
  }

  /** A bracket expression of POSIX, in which nothing is escaped: what would mean something else stands where it does not. */
  private bracketExpression(node: Node, set: CharSet, negated: boolean, strings: readonly string[]): string {
    if (strings.length > 0) throw new NotWritable(node, this.dialect);
    if (set.length === 0) return this.bracketExpression(node, FULL_SET, !negated, strings);
    let first = "";
    let middle = "";
    let caret = "";
    let last = "";
    const { names, others } = this.posixIn(set);
    let listed = 0;
    for (const [from, to] of rangesOf(others)) {
      const [one, other] = [String.fromCodePoint(from), String.fromCodePoint(to)];
      // Halves of pairs are no characters of a text in UTF-8.
      if (from >= FIRST_HALF && to <= LAST_HALF) throw new NotWritable(node, this.dialect);
      if (to - from < 2 && to < FIRST_BEYOND_ASCII) {
        for (let point = from; point <= to; point++) {
          const each = String.fromCodePoint(point);
          if (each === "]") first = each;
          else if (each === "^") caret = each;
          else if (each === "-") last = each;
          else middle += each === "[" ? "[.[.]" : each;
        }
      } else if (to < FIRST_BEYOND_ASCII) middle += `${bracketEnd(one)}-${bracketEnd(other)}`;
      else {
        // The GNU library takes no range whose ends are beyond ASCII in this locale: its characters are listed.
        listed += to - from + 1;
        if (from < FIRST_BEYOND_ASCII || listed > MOST_LISTED) throw new NotWritable(node, this.dialect);
        for (let point = from; point <= to; point++) middle += String.fromCodePoint(point);
      }
    }
    middle = names + middle;
    const inside = first + middle + caret + last;
    // A caret that comes first would negate, and so it comes in other clothes.
    return `[${negated ? "^" : ""}${!negated && inside.startsWith("^") ? `[.^.]${inside.slice(1)}` : inside}]`;
  }

  /** One character that stands for itself: as it is, escaped, or by its number. */
  private character(codePoint: number, inSet: boolean): Piece {
    const c = String.fromCodePoint(codePoint);
    const { escapes, setEscapes } = this.dialect.syntax;
    const byLetter = Object.entries(inSet ? setEscapes : escapes).find(([, meaning]) => meaning.kind === "character" && meaning.codePoint === codePoint)?.[0];
    if (byLetter !== undefined) return item(`\\${byLetter}`);
    const isLetterOrDigit = (c >= "0" && c <= "9") || (c >= "A" && c <= "Z") || (c >= "a" && c <= "z");
    const isPlain = isLetterOrDigit || c === "_" || (codePoint > 0xa0 && codePoint < 0xd800) || codePoint > 0xffff;
    const isBlank = codePoint === 0x20 && !this.options.verbose && !(inSet && this.options.verboseSets);
    const isSafe = (codePoint > 0x20 && codePoint < 0x7f) || isBlank;
    const isSpecial = !inSet ? this.special.has(c) || (this.options.verbose && c === "#") : this.options.setOperations || SPECIAL_IN_SETS.includes(c);
    if ((isPlain && !contains(WHITE_SPACE, codePoint)) || (isSafe && !isSpecial)) return item(c);
    const place = { strict: this.dialect.syntax.strict(this.options), inSet, setOperations: this.options.setOperations, hasNames: true };
    if (isSafe && this.dialect.syntax.mayEscape(c, place)) return item(`\\${c}`);
    return item(this.byNumber(codePoint));
  }

  private byNumber(codePoint: number): string {
    const escapes = Object.entries(this.dialect.syntax.escapes);
    for (const [letter, meaning] of escapes) {
      if (meaning.kind === "hex" && codePoint < 16 ** meaning.digits) return `\\${letter}${codePoint.toString(16).padStart(meaning.digits, "0")}`;
    }
    return String.fromCodePoint(codePoint);
  }

  /** The piece that the options give, or those that one flag in brackets makes of them. */
  private underFlags(node: Node, write: (options: Options) => Piece | undefined): Piece {
    const plain = write(this.options);
    if (plain) return plain;
    for (const [letter, { sets, unsets }] of Object.entries(this.dialect.syntax.inlineFlags)) {
      for (const [sign, change] of [
        ["", sets],
        ["-", unsets],
      ] as const) {
        const piece = change && write({ ...this.options, ...change });
        if (piece) return item(`${this.sign(node, "open")}?${sign}${letter}:${piece.text}${this.sign(node, "close")}`);
      }
    }
    throw new NotWritable(node, this.dialect);
  }

  private operator(node: Node, kind: Operator["kind"]): Piece {
    return item(this.sign(node, kind));
  }

  private sign(node: Node, kind: Operator["kind"]): string {
    const found = this.dialect.syntax.operators.find(([, operator]) => operator.kind === kind);
    if (!found) throw new NotWritable(node, this.dialect);
    return found[0];
  }
}

/** Classes of POSIX that a bracket expression can name, the larger before those that they hold. */
const POSIX_NAMES = ["print", "graph", "alnum", "alpha", "lower", "upper", "punct", "space", "blank", "cntrl", "digit", "xdigit"];
const FIRST_BEYOND_ASCII = 0x80;
/** Characters beyond ASCII that are written one by one. */
const MOST_LISTED = 200;
const FIRST_HALF = 0xd800;
const LAST_HALF = 0xdfff;

/** The end of a range in a bracket expression. */
const bracketEnd = (character: string): string => ("]^-[".includes(character) ? `[.${character}.]` : character);

/** In brackets nothing else means more than itself. */
const SPECIAL_IN_SETS = "\\]^-[";
const isReadable = ([from]: readonly [number, number]): boolean => from > 0x20 && from < 0x7f;
const item = (text: string): Piece => ({ text, binding: Binding.Item });
const textOf = (inner: readonly Piece[]): string => (inner[0] as Piece).text;
const isNumber = (label: string): boolean => label !== "" && [...label].every((c) => c >= "0" && c <= "9");
const sameSet = (one: CharSet, other: CharSet): boolean => one.length === other.length && one.every((value, i) => value === other[i]);
