/** The reading place in a pattern, what the dialect and the flags say there, and the mistakes found so far. */

import { type Diagnostic, type DiagnosticCode, diagnostic } from "../../diagnostic/diagnostic.ts";
import type { Dialect, Operator, OperatorPlace, Options } from "../../dialect/dialect.ts";
import { leastOf } from "../../lists.ts";
import { oncePer } from "../../once.ts";
import { isHex } from "../../text/characters.ts";
import type { Numbering } from "../groups/numbering.ts";
import type { Span } from "../tree.ts";

/** Past the first hundred mistakes nobody reads on. */
const MAX_DIAGNOSTICS = 100;

const isHighSurrogate = (unit: number): boolean => unit >= 0xd800 && unit <= 0xdbff;
const isLowSurrogate = (unit: number): boolean => unit >= 0xdc00 && unit <= 0xdfff;

export class Reader {
  at = 0;
  /** What flags say at the reading place; brackets can change it. */
  options: Options;
  /** Inside of a set the mark that ends what is quoted; null where nothing is. */
  quoting: string | null = null;
  readonly pattern: string;
  readonly dialect: Dialect;
  readonly strict: boolean;
  readonly diagnostics: Diagnostic[] = [];
  /** Set while signs are read between which blanks mean nothing. */
  private isSpread = false;
  /** The blanks and comments that were passed last, between such signs. */
  private passed: { readonly from: number; readonly options: Options; readonly here: number } | null = null;
  /** What groups are numbered, where that hangs on all of them; null before it is known. */
  numbering: Numbering | null = null;
  /** What the whole pattern is known to hold before it is read: capturing groups, and whether any has a name. */
  readonly groupCount: number;
  readonly hasNames: boolean;

  constructor(pattern: string, dialect: Dialect, options: Options, groupCount: number, hasNames: boolean) {
    this.pattern = pattern;
    this.dialect = dialect;
    this.options = options;
    this.strict = dialect.syntax.strict(options);
    this.groupCount = groupCount;
    this.hasNames = hasNames;
  }

  get ended(): boolean {
    return this.here >= this.pattern.length;
  }

  peek(ahead = 0): string | undefined {
    return this.pattern[this.here + ahead];
  }

  /** Where the next sign stands. */
  private get here(): number {
    if (!this.isSpread) return this.at;
    const from = this.at;
    // Asked for several times at each place, and a comment may go on to the pattern's end.
    const { passed } = this;
    if (passed && passed.from === from && passed.options === this.options) return passed.here;
    this.isSpread = false;
    this.skipBlanks();
    this.isSpread = true;
    const here = this.at;
    this.at = from;
    this.passed = { from, options: this.options, here };
    return here;
  }

  /** Reads the signs of one operator, between which blanks and comments may stand where the dialect and the flags have it so. */
  spread<T>(read: () => T): T {
    const { isSpread } = this;
    this.isSpread = this.options.verbose && this.dialect.syntax.verbose.within;
    const result = read();
    this.isSpread = isSpread;
    return result;
  }

  /** Goes to where the next sign stands. */
  settle(): void {
    this.at = this.here;
  }

  /** Reads signs in the midst of such, of which each counts; blanks before them do not. */
  together<T>(read: () => T): T {
    const { isSpread } = this;
    this.settle();
    this.isSpread = false;
    const result = read();
    this.isSpread = isSpread;
    return result;
  }

  /** The operator at the reading place, with its sign; `place` says where in the tree that is. */
  operatorHere(place: Pick<OperatorPlace, "first" | "behindAssertion" | "inGroup">): readonly [sign: string, operator: Operator] | undefined {
    const { pattern, at } = this;
    const rows = operatorsOf(this.dialect).get(pattern.charCodeAt(at));
    return rows?.find(([sign, { where }]) => this.looksAt(sign) && (!where || where({ ...place, pattern, at })));
  }

  looksAt(text: string): boolean {
    return this.pattern.startsWith(text, this.here);
  }

  /** In a verbose pattern, passes blanks and comments. */
  skipBlanks(): boolean {
    if (!this.options.verbose) return false;
    const { blanks, ends } = this.dialect.syntax.verbose;
    const blank = blanks(this.options);
    const from = this.at;
    for (let c = this.peek(); c !== undefined; c = this.peek()) {
      if (blank.includes(c)) this.at++;
      else if (c === "#") this.passComment([...ends(this.options)]);
      else break;
    }
    return this.at > from;
  }

  /** Passes what comes before one of the end marks; false where the pattern ends before it. */
  passComment(ends: readonly string[]): boolean {
    const { escapesInComments } = this.dialect.syntax;
    if (!escapesInComments) {
      const found = ends.map((end) => this.pattern.indexOf(end, this.at)).filter((place) => place >= 0);
      this.at = found.length > 0 ? leastOf(found) : this.pattern.length;
      return found.length > 0;
    }
    for (; !this.ended; this.at++) {
      if (ends.some((end) => this.looksAt(end))) return true;
      if (!escapesInComments || !this.looksAt("\\")) continue;
      this.at++;
      if (this.ended) this.report("escape-end", { start: this.at - 1, end: this.at });
    }
    this.at = this.pattern.length;
    return false;
  }

  /** What stands up to the end mark, which is passed, or up to the pattern's end. */
  quoted(end: string): string {
    const from = this.at;
    const to = this.pattern.indexOf(end, from);
    this.at = to < 0 ? this.pattern.length : to + end.length;
    return this.pattern.slice(from, to < 0 ? this.pattern.length : to);
  }

  /** Passes the text where it stands here. */
  pass(text: string): boolean {
    const { here } = this;
    if (!this.pattern.startsWith(text, here)) return false;
    this.at = here + text.length;
    return true;
  }

  /** Takes one character: a code point where the flags say so, else a code unit. */
  take(): number {
    this.settle();
    const c = this.options.codePoints ? (this.pattern.codePointAt(this.at) as number) : this.pattern.charCodeAt(this.at);
    this.at += c > 0xffff ? 2 : 1;
    return c;
  }

  /** Takes characters while the test holds. */
  takeWhile(test: (c: string | undefined) => boolean, most = Number.POSITIVE_INFINITY): string {
    if (this.isSpread) return this.takeSpread(test, most);
    const start = this.at;
    while (this.at - start < most && test(this.pattern[this.at])) this.at++;
    return this.pattern.slice(start, this.at);
  }

  private takeSpread(test: (c: string | undefined) => boolean, most: number): string {
    let taken = "";
    for (let { here } = this; taken.length < most && test(this.pattern[here]); here = this.here) {
      taken += this.pattern[here];
      this.at = here + 1;
    }
    return taken;
  }

  /** Takes blanks and tabs, as they may stand in braces and sets. */
  takeBlanks(): string {
    return this.takeWhile((c) => c === " " || c === "\t");
  }

  /** The value of so many hexadecimal digits, or undefined; what is not whole is not passed. */
  hex(length: number): number | undefined {
    const start = this.at;
    const digits = this.takeWhile(isHex, length);
    if (digits.length === length) return Number.parseInt(digits, 16);
    this.at = start;
    return undefined;
  }

  /** `{…}` with a code point in hexadecimal digits. */
  bracedHex(): number | undefined {
    const start = this.at;
    this.pass("{");
    const digits = this.takeWhile(isHex);
    const value = digits === "" ? Number.NaN : Number.parseInt(digits, 16);
    if (value <= 0x10ffff && this.pass("}")) return value;
    this.at = start;
    return undefined;
  }

  /** What follows `\u`, in braces too, two halves of a pair as one; undefined where it is not a whole escape, and then nothing is passed. */
  unicodeEscape(braces: boolean, pairs = braces): number | undefined {
    if (braces && this.peek() === "{") return this.bracedHex();
    const unit = this.hex(4);
    if (unit === undefined || !pairs || !isHighSurrogate(unit)) return unit;
    const between = this.at;
    if (!this.pass("\\u")) return unit;
    const low = this.hex(4);
    if (low !== undefined && isLowSurrogate(low)) return 0x10000 + ((unit - 0xd800) << 10) + (low - 0xdc00);
    this.at = between;
    return unit;
  }

  report(code: DiagnosticCode, span: Span, ...words: (string | number)[]): void {
    if (this.diagnostics.length < MAX_DIAGNOSTICS) this.diagnostics.push(diagnostic(code, span, ...words));
  }
}

type Rows = readonly (readonly [string, Operator])[];

/** A dialect's operators by their first code unit. */
const operatorsOf = oncePer((dialect: Dialect): ReadonlyMap<number, Rows> => {
  const made = new Map<number, (readonly [string, Operator])[]>();
  for (const row of dialect.syntax.operators) {
    const unit = row[0].charCodeAt(0);
    made.set(unit, [...(made.get(unit) ?? []), row]);
  }
  return made;
});

const isSmall = (codePoint: number): boolean => codePoint >= 0x61 && codePoint <= 0x7a;
const isCapital = (codePoint: number): boolean => codePoint >= 0x41 && codePoint <= 0x5a;

/** A range whose ends are the wrong way round; of letters, both cases are more likely to be meant than the ends swapped. */
export function reportOrder(reader: Reader, span: Span, from: number, to: number): void {
  const [first, last] = [String.fromCodePoint(from), String.fromCodePoint(to)];
  if (isSmall(from) && isCapital(to)) reader.report("range-case", span, first, last, last.toLowerCase(), first.toUpperCase());
  else reader.report("range-order", span, first, last);
}
