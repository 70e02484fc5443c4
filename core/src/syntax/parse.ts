/**
 * Pattern text → syntax tree, by the tables of a dialect.
 *
 * Mistakes become diagnostics and the reading goes on, so that the rest of the pattern still has its spans.
 * There is no recursion: groups wait on a list of open brackets, so nesting cannot overflow the host's stack.
 * Grammar: ECMA-262 (2025) §22.2.1; without code points, Annex B.1.2.
 */
import { type CharSet, complement, setOfRanges, union } from "../charset/charset.ts";
import { continuesIdentifier, startsIdentifier } from "../charset/classes.ts";
import type { Dialect, GroupOpener, Options } from "../dialect/dialect.ts";
import { type Diagnostic, type DiagnosticCode, diagnostic } from "./diagnostic.ts";
import type { Group, Node, SetItem, Span } from "./tree.ts";

/** A pattern this long is no longer one that a person reads; longer ones are refused before they cost memory. */
export const MAX_PATTERN_LENGTH = 1_000_000;
/** Deeper brackets would make trees that take quadratic time to draw. */
export const MAX_NESTING = 2_000;
/** Past the first hundred mistakes nobody reads on. */
const MAX_DIAGNOSTICS = 100;
/** Counts above this are the same as "no bound": no text is longer than a host's string. */
const LARGEST_COUNT = 2_147_483_647;

export interface Parsed {
  readonly root: Node;
  /** Capturing groups in the order of their opening brackets; group n is at index n − 1. */
  readonly groups: readonly Group[];
  readonly diagnostics: readonly Diagnostic[];
}

/** An open bracket, or the whole pattern, while its inside is read. */
interface OpenGroup {
  readonly id: number;
  readonly start: number;
  readonly opener: GroupOpener | { readonly kind: "capture" } | { readonly kind: "pattern" };
  readonly capture: number | null;
  readonly name: string | null;
  readonly branches: Node[];
  branchStart: number;
  items: Node[];
}

/** Where a named group stands among the alternatives around it: group id → number of the alternative. */
type Place = ReadonlyMap<number, number>;

type SetAtom = Span & ({ readonly kind: "character"; readonly codePoint: number } | { readonly kind: "class"; readonly name: string; readonly set: CharSet });

const HEX = "0123456789abcdefABCDEF";
const isDigit = (c: string | undefined): boolean => c !== undefined && c >= "0" && c <= "9";
const isOctal = (c: string | undefined): boolean => c !== undefined && c >= "0" && c <= "7";
const isLetter = (c: string | undefined): boolean => c !== undefined && ((c >= "a" && c <= "z") || (c >= "A" && c <= "Z"));
const isHighSurrogate = (unit: number): boolean => unit >= 0xd800 && unit <= 0xdbff;
const isLowSurrogate = (unit: number): boolean => unit >= 0xdc00 && unit <= 0xdfff;
const joinSurrogates = (high: number, low: number): number => 0x10000 + ((high - 0xd800) << 10) + (low - 0xdc00);

/** Reads a pattern; never throws. The tree is whole even where diagnostics say that it must not be run. */
export function parse(pattern: string, dialect: Dialect, options: Options): Parsed {
  if (pattern.length > MAX_PATTERN_LENGTH) {
    const span = { start: MAX_PATTERN_LENGTH, end: pattern.length };
    return {
      root: { kind: "empty", start: 0, end: pattern.length },
      groups: [],
      diagnostics: [diagnostic("too-long", span, pattern.length, MAX_PATTERN_LENGTH)],
    };
  }
  return new Parser(pattern, dialect, options).run();
}

class Parser {
  private at = 0;
  private readonly diagnostics: Diagnostic[] = [];
  private readonly groups: Group[] = [];
  private readonly open: OpenGroup[] = [];
  private readonly names = new Map<string, { numbers: number[]; places: Place[] }>();
  /** References by name wait until every group is known. */
  private readonly nameReferences: { readonly label: string; readonly groups: number[]; readonly span: Span }[] = [];
  private readonly strict: boolean;
  private readonly groupCount: number;
  private readonly hasNames: boolean;
  private opened = 0;
  private captureDepth = 0;
  private tooDeep = false;

  private readonly pattern: string;
  private readonly dialect: Dialect;
  private readonly options: Options;

  constructor(pattern: string, dialect: Dialect, options: Options) {
    this.pattern = pattern;
    this.dialect = dialect;
    this.options = options;
    this.strict = options.codePoints;
    const { count, named } = countGroups(pattern);
    this.groupCount = count;
    this.hasNames = named;
  }

  run(): Parsed {
    this.push({ kind: "pattern" }, 0, null, null);
    while (this.at < this.pattern.length) this.term();
    while (this.open.length > 1) {
      const { start } = this.top();
      if (!this.tooDeep) this.report("group-open", { start, end: start + 1 });
      const node = this.close(this.at);
      this.items().push(node);
    }
    const root = this.body(this.open.pop() as OpenGroup, this.at);
    for (const { label, groups, span } of this.nameReferences) {
      const found = this.names.get(label);
      if (found) groups.push(...found.numbers);
      else this.report("reference-name", span, label);
    }
    this.diagnostics.sort((a, b) => a.start - b.start);
    return { root, groups: this.groups, diagnostics: this.diagnostics };
  }

  // Terms: what stands between two alternation bars.

  private term(): void {
    const start = this.at;
    const c = this.pattern[start] as string;
    switch (c) {
      case "|":
        this.at++;
        this.endBranch(this.top(), start);
        return;
      case "(":
        this.openBracket();
        return;
      case ")":
        this.at++;
        if (this.open.length === 1) this.report("group-close", { start, end: this.at });
        else {
          const node = this.close(start);
          const fixed = node.kind === "look" && (node.behind || this.strict);
          this.items().push(this.quantified(node, !fixed));
        }
        return;
      case "*":
      case "+":
      case "?":
        this.strayQuantifier(start);
        return;
      case "{":
        if (this.bounds()) this.strayQuantifier(start);
        else this.bracketCharacter(c);
        return;
      case "}":
      case "]":
        this.bracketCharacter(c);
        return;
      case ".":
        this.at++;
        this.items().push(this.quantified({ kind: "any", start, end: this.at }, true));
        return;
      case "[":
        this.items().push(this.quantified(this.set(), true));
        return;
      case "\\":
        this.escape();
        return;
      default: {
        const anchor = this.dialect.syntax.anchors[c];
        if (anchor) {
          this.at++;
          const assertion = anchor[this.options.lineAnchors ? 1 : 0];
          this.items().push(this.quantified({ kind: "assertion", assertion, start, end: this.at }, false));
        } else this.pushCharacter(this.take(), start);
      }
    }
  }

  private pushCharacter(codePoint: number, start: number): void {
    this.items().push(this.quantified({ kind: "character", codePoint, start, end: this.at }, true));
  }

  private bracketCharacter(c: string): void {
    const start = this.at++;
    if (this.strict) this.report("lone-bracket", { start, end: this.at }, c);
    this.pushCharacter(c.charCodeAt(0), start);
  }

  private strayQuantifier(start: number): void {
    const operator = this.operator();
    this.report("nothing-to-repeat", { start, end: this.at }, operator ? this.pattern.slice(start, start + 1) : "");
  }

  // Quantifiers.

  /** The quantifier at the reading place, read and passed; undefined where there is none. */
  private operator(): { min: number; max: number; lazy: boolean } | undefined {
    const c = this.pattern[this.at];
    let bounds: { min: number; max: number } | undefined;
    if (c === "*") bounds = { min: 0, max: Number.POSITIVE_INFINITY };
    else if (c === "+") bounds = { min: 1, max: Number.POSITIVE_INFINITY };
    else if (c === "?") bounds = { min: 0, max: 1 };
    if (bounds) this.at++;
    else if (c === "{") {
      const braces = this.bounds();
      if (!braces) return undefined;
      if (braces.max < braces.min) this.report("repeat-order", { start: this.at, end: braces.end }, braces.min, braces.max);
      this.at = braces.end;
      bounds = {
        min: Math.min(braces.min, LARGEST_COUNT),
        max: braces.max > LARGEST_COUNT ? Number.POSITIVE_INFINITY : Math.max(braces.min, braces.max),
      };
    }
    if (!bounds) return undefined;
    const lazy = this.pattern[this.at] === "?";
    if (lazy) this.at++;
    return { ...bounds, lazy };
  }

  /** `{n}`, `{n,}` or `{n,m}` at the reading place, which stays where it is. */
  private bounds(): { min: number; max: number; end: number } | undefined {
    let i = this.at + 1;
    const number = (): number | undefined => {
      const from = i;
      while (isDigit(this.pattern[i])) i++;
      return i === from ? undefined : Number(this.pattern.slice(from, i));
    };
    const min = number();
    if (min === undefined) return undefined;
    let max: number = min;
    if (this.pattern[i] === ",") {
      i++;
      max = number() ?? Number.POSITIVE_INFINITY;
    }
    return this.pattern[i] === "}" ? { min, max, end: i + 1 } : undefined;
  }

  private quantified(body: Node, repeatable: boolean): Node {
    const start = this.at;
    const found = this.operator();
    if (!found) return body;
    const operator = { start, end: this.at };
    if (!repeatable) this.report("assertion-repeated", operator);
    const { min, max, lazy } = found;
    return { kind: "quantifier", min, max, mode: lazy ? "lazy" : "greedy", body, operator, start: body.start, end: this.at };
  }

  // Groups.

  private openBracket(): void {
    const start = this.at++;
    if (this.pattern[this.at] !== "?") {
      this.push({ kind: "capture" }, start, this.newGroup(start, null), null);
      return;
    }
    const found = this.dialect.syntax.groupOpeners.find(([text]) => this.pattern.startsWith(text, this.at));
    if (!found) {
      const end = Math.min(this.at + 2, this.pattern.length);
      const shown = this.pattern.slice(start, end);
      const modifier = this.at + 1 < this.pattern.length && "ims-".includes(this.pattern[this.at + 1] as string);
      if (modifier) this.report("modifiers-unread", { start, end });
      else this.report("group-kind", { start, end }, shown, this.dialect.title);
      this.at = end;
      this.push({ kind: "plain" }, start, null, null);
      return;
    }
    const [text, opener] = found;
    this.at += text.length;
    if (opener.kind !== "named") {
      this.push(opener, start, null, null);
      return;
    }
    const nameStart = this.at;
    const name = this.groupName();
    if (name === undefined) this.report("group-name", { start: nameStart, end: Math.max(this.at, nameStart + 1) });
    const number = this.newGroup(start, name ?? null);
    if (name !== undefined) this.declare(name, number, { start: nameStart, end: this.at - 1 });
    this.push({ kind: "capture" }, start, number, name ?? null);
  }

  private newGroup(start: number, name: string | null): number {
    const number = this.groups.length + 1;
    this.groups.push({ number, name, start, end: this.pattern.length, depth: this.captureDepth++ });
    return number;
  }

  /** Two groups may share a name only in different alternatives (ECMA-262 MightBothParticipate). */
  private declare(name: string, number: number, span: Span): void {
    const place: Place = new Map(this.open.map((group) => [group.id, group.branches.length]));
    const known = this.names.get(name);
    if (!known) {
      this.names.set(name, { numbers: [number], places: [place] });
      return;
    }
    const apart = (other: Place) => [...place].some(([id, branch]) => other.has(id) && other.get(id) !== branch);
    if (!known.places.every(apart)) this.report("group-name-twice", span, name);
    known.numbers.push(number);
    known.places.push(place);
  }

  /** Reads a name and the `>` after it; the reading place is after what could be read. */
  private groupName(): string | undefined {
    let name = "";
    while (this.at < this.pattern.length) {
      if (this.pattern[this.at] === ">") {
        this.at++;
        return name === "" ? undefined : name;
      }
      const codePoint = this.nameCharacter();
      if (codePoint === undefined) return undefined;
      name += String.fromCodePoint(codePoint);
    }
    return undefined;
  }

  /** One character of a name, passed only where the name may go on with it. */
  private nameCharacter(): number | undefined {
    const start = this.at;
    const escaped = this.pattern.startsWith("\\u", start);
    if (escaped) this.at += 2;
    const codePoint = escaped ? this.unicodeEscape(true) : this.pattern.codePointAt(start);
    const first = this.pattern[start - 1] === "<";
    if (codePoint === undefined || !(first ? startsIdentifier(codePoint) : continuesIdentifier(codePoint))) {
      this.at = start;
      return undefined;
    }
    if (!escaped) this.at += codePoint > 0xffff ? 2 : 1;
    return codePoint;
  }

  private push(opener: OpenGroup["opener"], start: number, capture: number | null, name: string | null): void {
    if (this.open.length > MAX_NESTING) {
      this.report("too-deep", { start, end: start + 1 }, MAX_NESTING);
      this.at = this.pattern.length;
      this.tooDeep = true;
    }
    this.open.push({ id: this.opened++, start, opener, capture, name, branches: [], branchStart: this.at, items: [] });
  }

  private endBranch(group: OpenGroup, end: number): void {
    const { items, branchStart: start } = group;
    if (items.length === 1 && items[0]) group.branches.push(items[0]);
    else group.branches.push(items.length === 0 ? { kind: "empty", start, end } : { kind: "sequence", items, start, end });
    group.items = [];
    group.branchStart = this.at;
  }

  /** The inside of a group, which ends at the offset. */
  private body(group: OpenGroup, end: number): Node {
    const start = group.branches[0]?.start ?? group.branchStart;
    this.endBranch(group, end);
    const only = group.branches.length === 1 ? group.branches[0] : undefined;
    return only ?? { kind: "alternation", branches: group.branches, start, end };
  }

  /** Closes the innermost group, whose inside ends at the offset. */
  private close(bodyEnd: number): Node {
    const group = this.open.pop() as OpenGroup;
    const body = this.body(group, bodyEnd);
    const { start, opener, capture, name } = group;
    if (capture !== null) {
      this.captureDepth--;
      const known = this.groups[capture - 1] as Group;
      this.groups[capture - 1] = { ...known, end: this.at };
    }
    if (opener.kind === "look") return { kind: "look", behind: opener.behind, negated: opener.negated, body, start, end: this.at };
    return { kind: "group", capture, name, body, start, end: this.at };
  }

  // Escapes outside a set.

  private escape(): void {
    const start = this.at++;
    const c = this.pattern[this.at];
    const { assertions, classes } = this.dialect.syntax;
    if (c === undefined) {
      this.report("escape-end", { start, end: this.at });
      return;
    }
    const assertion = assertions[c];
    if (assertion) {
      this.at++;
      this.items().push(this.quantified({ kind: "assertion", assertion, start, end: this.at }, false));
      return;
    }
    const named = classes[c];
    if (named) {
      this.at++;
      const end = this.at;
      const items: SetItem[] = [{ kind: "class", name: c, start, end }];
      this.items().push(this.quantified({ kind: "set", ...named, items, start, end }, true));
      return;
    }
    if (c === "k" && (this.strict || this.hasNames)) {
      this.nameReference(start);
      return;
    }
    if (isDigit(c) && c !== "0" && this.numberReference(start)) return;
    this.pushCharacter(this.characterEscape(start, false), start);
  }

  private nameReference(start: number): void {
    this.at++;
    let label: string | undefined;
    if (this.pattern[this.at] === "<") {
      this.at++;
      label = this.groupName();
    }
    const span = { start, end: this.at };
    if (label === undefined) {
      this.report("reference-name-form", span);
      return;
    }
    const groups: number[] = [];
    this.nameReferences.push({ label, groups, span });
    this.items().push(this.quantified({ kind: "back-reference", groups, label, ...span }, true));
  }

  private numberReference(start: number): boolean {
    let end = this.at;
    while (isDigit(this.pattern[end])) end++;
    const number = Number(this.pattern.slice(this.at, end));
    if (number > this.groupCount) {
      if (!this.strict) return false;
      this.report("reference-number", { start, end }, number, this.groupCount);
    }
    this.at = end;
    this.items().push(this.quantified({ kind: "back-reference", groups: [number], label: String(number), start, end }, true));
    return true;
  }

  /** An escape that stands for one character; the reading place is at what follows the backslash. */
  private characterEscape(start: number, inSet: boolean): number {
    const c = this.pattern[this.at] as string;
    const control = this.dialect.syntax.controls[c];
    if (control !== undefined) {
      this.at++;
      return control;
    }
    if (c === "c") return this.controlEscape(start, inSet);
    if (isDigit(c)) return this.digitEscape(start);
    if (c === "x") {
      this.at++;
      const value = this.hex(2);
      if (value !== undefined) return value;
      return this.lenient("escape-hex", start, 0x78);
    }
    if (c === "u") {
      this.at++;
      return this.unicodeEscape(this.strict) ?? this.lenient("escape-unicode", start, 0x75);
    }
    const codePoint = this.take();
    const end = this.at;
    if (this.strict) {
      if (c === "p" || c === "P") this.skipBraces();
      if (c === "p" || c === "P") this.report("property-unread", { start, end: this.at }, c);
      else if (!this.dialect.syntax.escapable.includes(c) && !(inSet && c === "-")) {
        this.report("escape-unknown", { start, end }, String.fromCodePoint(codePoint));
      }
    } else if (c === "k" && this.hasNames) this.report("reference-name-form", { start, end });
    return codePoint;
  }

  private skipBraces(): void {
    if (this.pattern[this.at] !== "{") return;
    const close = this.pattern.indexOf("}", this.at);
    if (close >= 0) this.at = close + 1;
  }

  private controlEscape(start: number, inSet: boolean): number {
    const next = this.pattern[this.at + 1];
    const loose = inSet && !this.strict && (isDigit(next) || next === "_");
    if (next !== undefined && (isLetter(next) || loose)) {
      this.at += 2;
      return next.charCodeAt(0) % 32;
    }
    if (this.strict) {
      this.at++;
      return this.lenient("escape-control", start, 0x63);
    }
    // Annex B: the backslash stands for itself, and the c is read as the next character.
    return 0x5c;
  }

  private digitEscape(start: number): number {
    const c = this.pattern[this.at] as string;
    if (this.strict) {
      this.at++;
      if (c !== "0" || isDigit(this.pattern[this.at])) return this.lenient("escape-octal", start, 0);
      return 0;
    }
    if (!isOctal(c)) {
      this.at++;
      return c.charCodeAt(0);
    }
    const most = c <= "3" ? 3 : 2;
    let value = 0;
    for (let n = 0; n < most && isOctal(this.pattern[this.at]); n++) value = value * 8 + Number(this.pattern[this.at++]);
    return value;
  }

  /** What follows `\u`; undefined where it is not a whole escape, and then nothing is passed. */
  private unicodeEscape(codePoints: boolean): number | undefined {
    const start = this.at;
    if (codePoints && this.pattern[this.at] === "{") {
      const close = this.pattern.indexOf("}", this.at);
      const digits = close < 0 ? "" : this.pattern.slice(this.at + 1, close);
      const value = digits !== "" && [...digits].every((d) => HEX.includes(d)) ? Number.parseInt(digits, 16) : Number.NaN;
      if (!(value <= 0x10ffff)) return undefined;
      this.at = close + 1;
      return value;
    }
    const unit = this.hex(4);
    if (unit === undefined) {
      this.at = start;
      return undefined;
    }
    if (codePoints && isHighSurrogate(unit) && this.pattern.startsWith("\\u", this.at)) {
      const between = this.at;
      this.at += 2;
      const low = this.hex(4);
      if (low !== undefined && isLowSurrogate(low)) return joinSurrogates(unit, low);
      this.at = between;
    }
    return unit;
  }

  private hex(length: number): number | undefined {
    const digits = this.pattern.slice(this.at, this.at + length);
    if (digits.length < length || ![...digits].every((d) => HEX.includes(d))) return undefined;
    this.at += length;
    return Number.parseInt(digits, 16);
  }

  /** An incomplete escape: an error in the strict grammar, the letter itself in the loose one. */
  private lenient(code: DiagnosticCode, start: number, letter: number): number {
    if (this.strict) this.report(code, { start, end: Math.max(this.at, start + 2) });
    return letter;
  }

  // Sets.

  private set(): Node {
    const start = this.at++;
    const negated = this.pattern[this.at] === "^";
    if (negated) this.at++;
    const items: SetItem[] = [];
    const parts: CharSet[] = [];
    const ranges: [number, number][] = [];
    const add = (atom: SetAtom): void => {
      if (atom.kind === "class") {
        parts.push(atom.set);
        items.push({ kind: "class", name: atom.name, start: atom.start, end: atom.end });
      } else {
        ranges.push([atom.codePoint, atom.codePoint]);
        items.push({ kind: "range", from: atom.codePoint, to: atom.codePoint, start: atom.start, end: atom.end });
      }
    };
    for (;;) {
      if (this.at >= this.pattern.length) {
        this.report("set-open", { start, end: start + 1 });
        break;
      }
      if (this.pattern[this.at] === "]") {
        this.at++;
        break;
      }
      const from = this.setAtom();
      const dash = this.at;
      if (this.pattern[dash] !== "-" || dash + 1 >= this.pattern.length || this.pattern[dash + 1] === "]") {
        add(from);
        continue;
      }
      this.at++;
      const to = this.setAtom();
      const span = { start: from.start, end: this.at };
      if (from.kind === "class" || to.kind === "class") {
        if (this.strict) this.report("range-class", span);
        add(from);
        add({ kind: "character", codePoint: 0x2d, start: dash, end: dash + 1 });
        add(to);
      } else if (from.codePoint > to.codePoint) {
        this.report("range-order", span, String.fromCodePoint(from.codePoint), String.fromCodePoint(to.codePoint));
      } else {
        ranges.push([from.codePoint, to.codePoint]);
        items.push({ kind: "range", from: from.codePoint, to: to.codePoint, ...span });
      }
    }
    return { kind: "set", set: union(setOfRanges(ranges), ...parts), negated, items, start, end: this.at };
  }

  private setAtom(): SetAtom {
    const start = this.at;
    if (this.pattern[start] !== "\\") {
      const codePoint = this.take();
      return { kind: "character", codePoint, start, end: this.at };
    }
    this.at++;
    const c = this.pattern[this.at];
    if (c === undefined) {
      this.report("escape-end", { start, end: this.at });
      return { kind: "character", codePoint: 0x5c, start, end: this.at };
    }
    const named = this.dialect.syntax.classes[c];
    if (named) {
      this.at++;
      return { kind: "class", name: c, set: named.negated ? complement(named.set) : named.set, start, end: this.at };
    }
    if (c === "b") {
      this.at++;
      return { kind: "character", codePoint: 0x08, start, end: this.at };
    }
    return { kind: "character", codePoint: this.characterEscape(start, true), start, end: this.at };
  }

  // Reading.

  /** Takes one character: a code point in the strict grammar, else a code unit. */
  private take(): number {
    const c = this.strict ? (this.pattern.codePointAt(this.at) as number) : this.pattern.charCodeAt(this.at);
    this.at += c > 0xffff ? 2 : 1;
    return c;
  }

  private top(): OpenGroup {
    return this.open[this.open.length - 1] as OpenGroup;
  }

  private items(): Node[] {
    return this.top().items;
  }

  private report(code: DiagnosticCode, span: Span, ...words: (string | number)[]): void {
    if (this.diagnostics.length < MAX_DIAGNOSTICS) this.diagnostics.push(diagnostic(code, span, ...words));
  }
}

/** Counts the capturing groups before the reading proper, which needs the number for its back-references. */
function countGroups(pattern: string): { count: number; named: boolean } {
  let count = 0;
  let named = false;
  let inSet = false;
  for (let i = 0; i < pattern.length; i++) {
    const c = pattern[i];
    if (c === "\\") i++;
    else if (c === "[") inSet = true;
    else if (c === "]") inSet = false;
    else if (c === "(" && !inSet) {
      const name = pattern.startsWith("?<", i + 1) && pattern[i + 3] !== "=" && pattern[i + 3] !== "!";
      if (name) named = true;
      if (name || pattern[i + 1] !== "?") count++;
    }
  }
  return { count, named };
}
