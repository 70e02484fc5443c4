/**
 * Pattern text → syntax tree, by the tables of a dialect.
 *
 * Mistakes become diagnostics and the reading goes on, so that the rest of the pattern still has its spans.
 * There is no recursion: groups wait on a list of open brackets, so nesting cannot overflow the host's stack.
 * Grammars: ECMA-262 (2025) §22.2.1 and Annex B.1.2; the others as their dialect's file says.
 */
import { complement, EMPTY_SET } from "../charset/charset.ts";
import { type Diagnostic, diagnostic } from "../diagnostic/diagnostic.ts";
import type { Dialect, Escape, GroupOpener, Options } from "../dialect/dialect.ts";
import { readEscape } from "./escapes.ts";
import { NameTable, type Place, readName } from "./names.ts";
import { isDigit, isLetter, isOctal, Reader } from "./reader.ts";
import { readSetWithOperations } from "./set-operations.ts";
import { readSet } from "./sets.ts";
import type { AssertionKind, Group, Node, QuantifierMode, Slot, Span } from "./tree.ts";
import { widthsOf } from "./width.ts";

/** A pattern this long is no longer one that a person reads; longer ones are refused before they cost memory. */
export const MAX_PATTERN_LENGTH = 1_000_000;
/** Deeper brackets than anybody draws; trees of this depth still pass through every machine. */
export const MAX_NESTING = 100_000;
/** Counts above this are the same as "no bound": no text is longer than a host's string. */
const LARGEST_COUNT = 2_147_483_647;

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

/** An open bracket, or the whole pattern, while its inside is read. */
interface OpenGroup {
  readonly start: number;
  readonly opener: GroupOpener | { readonly kind: "capture" } | { readonly kind: "pattern" };
  readonly capture: number | null;
  readonly name: string | null;
  /** What flags said before the bracket. */
  readonly outerOptions: Options;
  readonly condition: { readonly group: number; readonly label: string } | null;
  /** The innermost lookbehind around the inside, as the number of groups that were there before it; −1 for none. */
  readonly lookbehindGroups: number;
  readonly branches: Node[];
  place: Place;
  branchStart: number;
  items: Node[];
}

interface Bounds {
  readonly min: number;
  readonly max: number;
  readonly end: number;
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

class Parser {
  private readonly groups: Group[] = [];
  private readonly closed: boolean[] = [];
  private readonly open: OpenGroup[] = [];
  private readonly names = new NameTable();
  /** References by name wait until every group is known. */
  private readonly nameReferences: { readonly label: string; readonly groups: number[]; readonly span: Span }[] = [];
  private readonly conditions: { readonly group: number; readonly span: Span }[] = [];
  private readonly lookbehinds: Node[] = [];
  private captureDepth = 0;
  private tooDeep = false;
  private globalOptions: Options;
  /** Letters of flags that hold for the whole pattern. */
  private readonly globalFlags: Set<string>;

  private readonly reader: Reader;
  private readonly dialect: Dialect;

  constructor(reader: Reader) {
    this.reader = reader;
    this.dialect = reader.dialect;
    this.globalOptions = reader.options;
    const flags = Object.entries(this.dialect.syntax.inlineFlags);
    this.globalFlags = new Set(flags.filter(([, { option, value }]) => value && reader.options[option]).map(([letter]) => letter));
  }

  run(): Parsed {
    const { reader } = this;
    this.push({ kind: "pattern" }, 0, null, null);
    while (!reader.ended) this.term();
    while (this.open.length > 1) {
      const { start } = this.top();
      if (!this.tooDeep) reader.report("group-open", { start, end: start + 1 });
      this.closeInto(reader.at);
    }
    const root = this.body(this.open.pop() as OpenGroup, reader.at);
    for (const { label, groups, span } of this.nameReferences) {
      const found = this.names.numbers(label);
      if (found) groups.push(...found);
      else reader.report("reference-name", span, label);
    }
    for (const { group, span } of this.conditions) {
      if (group > this.groups.length) reader.report("reference-number", span, group, this.groups.length);
    }
    const diagnostics = [...reader.diagnostics].sort((a, b) => a.start - b.start);
    if (diagnostics.length === 0) this.settleLookbehinds(root, diagnostics);
    const slots = this.groups.map(({ number, name }) => ({ number, name }));
    return { root, groups: this.groups, slots, diagnostics, options: this.globalOptions };
  }

  // Terms: what stands between two alternation bars.

  private term(): void {
    const { reader } = this;
    const start = reader.at;
    const c = reader.peek() as string;
    if (reader.options.verbose && this.skipVerbose(c)) return;
    switch (c) {
      case "|":
        reader.at++;
        this.endBranch(this.top(), start);
        return;
      case "(":
        this.openBracket();
        return;
      case ")":
        reader.at++;
        if (this.open.length === 1) reader.report("group-close", { start, end: reader.at });
        else this.closeInto(start);
        return;
      case "*":
      case "+":
      case "?":
        this.quantifier();
        return;
      case "{":
        if (this.bounds()) this.quantifier();
        else this.bareBracket(c);
        return;
      case "}":
      case "]":
        this.bareBracket(c);
        return;
      case ".":
        reader.at++;
        this.items().push({ kind: "any", set: this.dialect.semantics.dot(reader.options), start, end: reader.at });
        return;
      case "[":
        this.items().push(reader.options.setOperations ? readSetWithOperations(reader) : readSet(reader));
        return;
      case "\\":
        this.escape();
        return;
      default: {
        const anchor = this.dialect.syntax.anchors[c];
        if (anchor) {
          reader.at++;
          this.pushAssertion(anchor[reader.options.lineAnchors ? 1 : 0], start);
        } else this.pushCharacter(reader.take(), start);
      }
    }
  }

  private skipVerbose(c: string): boolean {
    const { reader } = this;
    if (" \t\n\r\v\f".includes(c)) reader.at++;
    else if (c === "#") this.skipComment("\n");
    else return false;
    return true;
  }

  /** Passes what comes before the end mark; false where the pattern ends before it. */
  private skipComment(end: string): boolean {
    const { reader } = this;
    const { escapesInComments } = this.dialect.syntax;
    for (; !reader.ended; reader.at++) {
      if (reader.looksAt(end)) return true;
      if (!escapesInComments || !reader.looksAt("\\")) continue;
      reader.at++;
      if (reader.ended) reader.report("escape-end", { start: reader.at - 1, end: reader.at });
    }
    reader.at = reader.pattern.length;
    return false;
  }

  private pushCharacter(codePoint: number, start: number): void {
    const { reader } = this;
    this.items().push({ kind: "character", codePoint, folding: this.dialect.semantics.folding(reader.options), start, end: reader.at });
  }

  private pushAssertion(assertion: AssertionKind, start: number): void {
    const { semantics } = this.dialect;
    const set = assertion.startsWith("text") ? EMPTY_SET : assertion.includes("word") ? semantics.word(this.reader.options) : semantics.lineEnds;
    this.items().push({ kind: "assertion", assertion, set, start, end: this.reader.at });
  }

  private bareBracket(c: string): void {
    const start = this.reader.at++;
    if (this.reader.strict && !this.dialect.syntax.bareBrackets) this.reader.report("lone-bracket", { start, end: this.reader.at }, c);
    this.pushCharacter(c.charCodeAt(0), start);
  }

  // Quantifiers.

  /** Reads the quantifier at the reading place and puts it around the item before it. */
  private quantifier(): void {
    const { reader } = this;
    const { quantifiers } = this.dialect.syntax;
    const start = reader.at;
    const { min, max } = this.counts();
    const lazy = reader.pass("?");
    const possessive = !lazy && quantifiers.possessive && reader.pass("+");
    const mode: QuantifierMode = possessive ? "possessive" : lazy ? "lazy" : "greedy";
    const operator = { start, end: reader.at };
    const body = this.items().at(-1);
    if (!body) reader.report("nothing-to-repeat", operator, reader.pattern.charAt(start));
    else if (body.kind === "quantifier") reader.report(quantifiers.stacked, operator, reader.pattern.charAt(start));
    else {
      if (body.kind === "assertion") reader.report(quantifiers.onAssertion, operator, reader.pattern.charAt(start));
      if (body.kind === "look" && !quantifiers.onLook(body.behind, reader.strict)) reader.report("assertion-repeated", operator);
      this.items().pop();
      this.items().push({ kind: "quantifier", min, max, mode, body, operator, start: body.start, end: reader.at });
    }
  }

  /** The counts of the quantifier at the reading place, which is passed. */
  private counts(): { min: number; max: number } {
    const { reader } = this;
    const { tooLarge } = this.dialect.syntax.quantifiers;
    if (reader.pass("*")) return { min: 0, max: Number.POSITIVE_INFINITY };
    if (reader.pass("+")) return { min: 1, max: Number.POSITIVE_INFINITY };
    if (reader.pass("?")) return { min: 0, max: 1 };
    const { min, max, end } = this.bounds() as Bounds;
    const span = { start: reader.at, end };
    if (max < min) reader.report("repeat-order", span, min, max);
    for (const count of new Set([min, max])) {
      if (count >= tooLarge && count !== Number.POSITIVE_INFINITY) reader.report("repeat-too-large", span, count, tooLarge - 1);
    }
    reader.at = end;
    return { min: Math.min(min, LARGEST_COUNT), max: max > LARGEST_COUNT ? Number.POSITIVE_INFINITY : Math.max(min, max) };
  }

  /** `{n}`, `{n,}` or `{n,m}` at the reading place, which stays where it is. */
  private bounds(): Bounds | undefined {
    const { reader } = this;
    const from = reader.at;
    reader.at++;
    const least = reader.takeWhile(isDigit);
    const comma = reader.pass(",");
    const most = comma ? reader.takeWhile(isDigit) : "";
    const whole = (least !== "" || (comma && this.dialect.syntax.quantifiers.leastLeftOut)) && reader.pass("}");
    const end = reader.at;
    reader.at = from;
    if (!whole) return undefined;
    const min = Number(least);
    return { min, max: !comma ? min : most === "" ? Number.POSITIVE_INFINITY : Number(most), end };
  }

  // Groups.

  private openBracket(): void {
    const { reader } = this;
    const start = reader.at++;
    if (reader.peek() !== "?") {
      this.push({ kind: "capture" }, start, this.newGroup(start, null), null);
      return;
    }
    const found = this.dialect.syntax.groupOpeners.find(([text]) => reader.looksAt(text));
    if (found) {
      reader.at += found[0].length;
      this.openKnown(found[1], start);
      return;
    }
    const next = reader.peek(1);
    if (next === "-" || isLetter(next)) {
      reader.at++;
      this.openWithFlags(start);
      return;
    }
    const end = Math.min(reader.at + 2, reader.pattern.length);
    reader.report("group-kind", { start, end }, reader.pattern.slice(start, end), this.dialect.title);
    reader.at = end;
    this.push({ kind: "plain" }, start, null, null);
  }

  private openKnown(opener: GroupOpener, start: number): void {
    const { reader } = this;
    switch (opener.kind) {
      case "named": {
        const nameStart = reader.at;
        const name = this.groupName(">");
        const number = this.newGroup(start, name ?? null);
        if (name !== undefined) this.declare(name, number, { start: nameStart, end: reader.at - 1 });
        this.push({ kind: "capture" }, start, number, name ?? null);
        return;
      }
      case "comment":
        if (this.skipComment(")")) reader.at++;
        else reader.report("comment-open", { start, end: reader.at });
        return;
      case "name-reference": {
        const name = this.groupName(")");
        if (name !== undefined) this.pushNameReference(name, { start, end: reader.at });
        return;
      }
      case "conditional":
        this.push(opener, start, null, null, this.condition(start));
        return;
      default:
        this.push(opener, start, null, null);
    }
  }

  /** Reads a name where one must be; what is wrong with it is said. */
  private groupName(end: string): string | undefined {
    const { reader } = this;
    const start = reader.at;
    const name = readName(reader, end);
    if (name !== undefined) return name;
    const span = { start, end: Math.max(reader.at, start + 1) };
    if (this.dialect.syntax.names.shared) reader.report("group-name", span);
    else {
      // What stands there instead of a name is passed with it.
      reader.takeWhile((c) => c !== undefined && c !== end && c !== ")" && c !== "|");
      const text = reader.pattern.slice(start, reader.at);
      const closed = reader.pass(end);
      const whole = { start, end: Math.max(reader.at, start + 1) };
      if (text === "" || !closed) reader.report("group-name-missing", whole, end);
      else reader.report("group-name-characters", whole, text);
    }
    return undefined;
  }

  private newGroup(start: number, name: string | null): number {
    const number = this.groups.length + 1;
    this.groups.push({ slot: number, number, name, start, end: this.reader.pattern.length, depth: this.captureDepth++ });
    return number;
  }

  private declare(name: string, number: number, span: Span): void {
    const known = this.names.numbers(name);
    if (known && !this.dialect.syntax.names.shared) this.reader.report("group-name-again", span, name, known[0] as number);
    else if (!this.names.add(name, number, this.top().place)) this.reader.report("group-name-twice", span, name);
  }

  /** `1)` or `name)` behind `(?(`. */
  private condition(start: number): OpenGroup["condition"] {
    const { reader } = this;
    const from = reader.at;
    const label = reader.takeWhile((c) => c !== undefined && c !== ")");
    const span = { start: from, end: reader.at };
    if (!reader.pass(")") || label === "") {
      reader.report("condition-form", { start, end: reader.at });
      return null;
    }
    const number = this.dialect.syntax.conditionNumber(label);
    const group = number ?? this.names.numbers(label)?.[0];
    if (group === undefined || group <= 0) {
      reader.report("reference-unknown", span, label);
      return null;
    }
    if (number !== undefined) this.conditions.push({ group, span });
    if (this.top().lookbehindGroups >= 0 && this.dialect.semantics.lookbehind === "fixed-width") this.checkReference(group, span);
    return { group, label };
  }

  // Flags in brackets, behind `(?`.

  private openWithFlags(start: number): void {
    const { reader } = this;
    const { inlineFlags, inlineFlagRules: rules } = this.dialect.syntax;
    const known = Object.keys(inlineFlags).join("");
    const options = { ...reader.options };
    const seen = { on: "", off: "" };
    let side: "on" | "off" = "on";
    for (;;) {
      const at = reader.at;
      const span = { start: at, end: at + 1 };
      if (side === "on" && reader.pass("-")) {
        side = "off";
        continue;
      }
      const letter = reader.peek();
      if (!isLetter(letter) || letter === undefined) break;
      reader.at++;
      const flag = Object.hasOwn(inlineFlags, letter) ? inlineFlags[letter] : undefined;
      if (!flag) {
        reader.report("flags-unknown", span, letter, this.dialect.title, known);
        continue;
      }
      const rivals = [...seen.on].filter((other) => other !== letter && flag.family !== undefined && inlineFlags[other]?.family === flag.family);
      if (seen[side].includes(letter) && !rules.repeated) reader.report("flags-repeated", span, letter);
      else if (side === "off" && seen.on.includes(letter)) reader.report(rules.repeated ? "flags-on-and-off" : "flags-repeated", span, letter);
      else if (side === "off" && !flag.mayTurnOff) reader.report("flags-not-off", span, letter);
      else if (rivals.length > 0) reader.report("flags-family", span, flag.family ?? "");
      options[flag.option] = side === "on" ? flag.value : !flag.value;
      seen[side] += letter;
    }
    const here = { start, end: Math.max(reader.at, start + 2) };
    if (side === "off" && seen.off === "" && (!rules.emptyOff || seen.on === "")) reader.report("flags-missing", here, known);
    if (reader.pass(":")) {
      this.push({ kind: "plain" }, start, null, null);
      reader.options = options;
      return;
    }
    if (rules.global && side === "on" && reader.pass(")")) {
      const top = this.top();
      if (top.opener.kind !== "pattern" || top.branches.length > 0 || top.items.length > 0) {
        reader.report("flags-late", { start, end: reader.at }, seen.on);
      }
      for (const letter of seen.on) {
        const { family } = inlineFlags[letter] ?? {};
        const rival = family && [...this.globalFlags].some((other) => other !== letter && inlineFlags[other]?.family === family);
        if (rival) reader.report("flags-family", { start, end: reader.at }, family);
        this.globalFlags.add(letter);
      }
      reader.options = options;
      this.globalOptions = options;
      return;
    }
    reader.report("flags-end", { start: reader.at, end: reader.at + 1 }, rules.global ? ", or “)” at the start of the pattern" : "");
    this.push({ kind: "plain" }, start, null, null);
  }

  private push(opener: OpenGroup["opener"], start: number, capture: number | null, name: string | null, condition: OpenGroup["condition"] = null): void {
    const { reader } = this;
    if (this.open.length > MAX_NESTING) {
      reader.report("too-deep", { start, end: start + 1 }, MAX_NESTING);
      reader.at = reader.pattern.length;
      this.tooDeep = true;
    }
    const outer = this.open[this.open.length - 1];
    const behind = opener.kind === "look" && opener.behind;
    this.open.push({
      start,
      opener,
      capture,
      name,
      outerOptions: reader.options,
      condition,
      lookbehindGroups: outer && outer.lookbehindGroups >= 0 ? outer.lookbehindGroups : behind ? this.groups.length : -1,
      branches: [],
      place: { bracket: {}, outer: outer?.place ?? null },
      branchStart: reader.at,
      items: [],
    });
  }

  private endBranch(group: OpenGroup, end: number): void {
    const { items, branchStart: start } = group;
    if (items.length === 1 && items[0]) group.branches.push(items[0]);
    else group.branches.push(items.length === 0 ? { kind: "empty", start, end } : { kind: "sequence", items, start, end });
    group.place = { ...group.place };
    group.items = [];
    group.branchStart = this.reader.at;
  }

  /** The inside of a group, which ends at the offset. */
  private body(group: OpenGroup, end: number): Node {
    const start = group.branches[0]?.start ?? group.branchStart;
    this.endBranch(group, end);
    const only = group.branches.length === 1 ? group.branches[0] : undefined;
    return only ?? { kind: "alternation", branches: group.branches, start, end };
  }

  private closeInto(bodyEnd: number): void {
    const node = this.close(bodyEnd);
    this.items().push(node);
  }

  /** Closes the innermost group, whose inside ends at the offset. */
  private close(bodyEnd: number): Node {
    const { reader } = this;
    const group = this.open.pop() as OpenGroup;
    const { start, opener, capture, name, condition } = group;
    reader.options = group.outerOptions;
    const body = this.body(group, bodyEnd);
    const span = { start, end: reader.at };
    if (capture !== null) {
      this.captureDepth--;
      const known = this.groups[capture - 1] as Group;
      this.groups[capture - 1] = { ...known, end: reader.at };
      this.closed[capture] = true;
    }
    if (opener.kind === "look") {
      const look: Node = { kind: "look", behind: opener.behind, negated: opener.negated, width: null, body, ...span };
      if (opener.behind && this.dialect.semantics.lookbehind === "fixed-width") this.lookbehinds.push(look);
      return look;
    }
    if (opener.kind === "atomic") return { kind: "atomic", body, ...span };
    if (opener.kind === "conditional") {
      const [yes, no, more] = group.branches as [Node, Node | undefined, Node | undefined];
      if (more) reader.report("condition-branches", { start: more.start, end: bodyEnd });
      const nothing: Node = { kind: "empty", start: bodyEnd, end: bodyEnd };
      return { kind: "conditional", slot: condition?.group ?? 0, label: condition?.label ?? "", yes, no: no ?? nothing, ...span };
    }
    return { kind: "group", capture, name, body, ...span };
  }

  // Escapes outside a set.

  private escape(): void {
    const { reader } = this;
    const start = reader.at++;
    const c = reader.peek();
    if (isDigit(c) && c !== "0" && this.numberReference(start)) return;
    const read = readEscape(reader, start, false);
    if (read.kind === "other") this.otherEscape(read.meaning, start);
    else if (read.kind === "class") this.pushClass(read, start);
    else if (reader.at > start + 1 || c !== undefined) this.pushCharacter(read.codePoint, start);
  }

  private otherEscape(meaning: Escape, start: number): void {
    const { reader } = this;
    if (meaning.kind === "assertion") this.pushAssertion(meaning.assertion, start);
    if (meaning.kind !== "name-reference") return;
    const label = reader.pass("<") ? readName(reader, ">") : undefined;
    const span = { start, end: reader.at };
    if (label === undefined) reader.report("reference-name-form", span);
    else this.pushNameReference(label, span);
  }

  private pushClass({ name, negated, set, strings }: Extract<ReturnType<typeof readEscape>, { kind: "class" }>, start: number): void {
    const { options, at: end } = this.reader;
    const { folding: foldingOf, foldsClasses } = this.dialect.semantics;
    const folding = foldingOf(options);
    const items = [{ kind: "class", name, start, end } as const];
    const longestFirst = [...strings].sort((a, b) => b.length - a.length);
    const whole = { kind: "set", strings: longestFirst, items, folding, start, end } as const;
    // A class on its own is not folded before it is negated, unless sets are folded beforehand (ECMA-262 CharacterComplement).
    if (!foldsClasses) this.items().push({ ...whole, set: EMPTY_SET, fixed: negated ? complement(set) : set, negated: false });
    else if (negated && folding !== null && !options.setOperations) this.items().push({ ...whole, set: complement(set), fixed: EMPTY_SET, negated: false });
    else this.items().push({ ...whole, set, fixed: EMPTY_SET, negated });
  }

  private pushReference(slots: readonly number[], label: string, span: Span): void {
    const folding = this.dialect.semantics.referenceFolding(this.reader.options);
    this.items().push({ kind: "back-reference", slots, label, folding, ...span });
  }

  private pushNameReference(label: string, span: Span): void {
    if (!this.dialect.syntax.forwardReferences) {
      const number = this.names.numbers(label)?.[0];
      if (number === undefined) this.reader.report("reference-unknown", span, label);
      else this.checkReference(number, span);
    }
    const groups: number[] = [];
    if (this.names.numbers(label) || this.dialect.syntax.forwardReferences) this.nameReferences.push({ label, groups, span });
    this.pushReference(groups, label, span);
  }

  /** A back-reference by number, or undefined where the digits are something else. */
  private numberReference(start: number): boolean {
    const { reader } = this;
    const { pattern } = reader;
    let end = reader.at;
    if (this.dialect.syntax.digits === "octal-or-group") {
      const [one, two, three] = [pattern[end], pattern[end + 1], pattern[end + 2]];
      if (isOctal(one) && isOctal(two) && isOctal(three)) return false;
      end += isDigit(two) ? 2 : 1;
    } else while (isDigit(pattern[end])) end++;
    const number = Number(pattern.slice(reader.at, end));
    const span = { start, end };
    if (!this.dialect.syntax.forwardReferences) {
      if (number > this.groups.length) reader.report("reference-number", span, number, this.groups.length);
      else this.checkReference(number, span);
    } else if (number > reader.groupCount) {
      if (!reader.strict) return false;
      reader.report("reference-number", span, number, reader.groupCount);
    }
    reader.at = end;
    this.pushReference([number], String(number), span);
    return true;
  }

  /** Where references may not point forward, nor into an open group, nor into their own lookbehind. */
  private checkReference(number: number, span: Span): void {
    if (!this.closed[number]) this.reader.report("reference-open", span, number);
    else this.checkLookbehindGroup(number, span);
  }

  private checkLookbehindGroup(number: number, span: Span): void {
    const { lookbehindGroups } = this.top();
    if (lookbehindGroups >= 0 && number > lookbehindGroups && this.dialect.semantics.lookbehind === "fixed-width") {
      this.reader.report("reference-same-lookbehind", span, number);
    }
  }

  /** Gives lookbehinds of one width that width; what has none is said. */
  private settleLookbehinds(root: Node, diagnostics: Diagnostic[]): void {
    if (this.lookbehinds.length === 0) return;
    const widths = widthsOf(root);
    for (const look of this.lookbehinds) {
      if (look.kind !== "look") continue;
      const { least, most } = widths.get(look.body) ?? { least: 0, most: 0 };
      if (least !== most) diagnostics.push(diagnostic("lookbehind-width", look, least, most === Number.POSITIVE_INFINITY ? "any number of" : most));
      // The one place where a node is not whole when it is made: its width is known only when all groups are.
      (look as { width: number | null }).width = least;
    }
  }

  // Reading.

  private top(): OpenGroup {
    return this.open[this.open.length - 1] as OpenGroup;
  }

  private items(): Node[] {
    return this.top().items;
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
