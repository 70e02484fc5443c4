/**
 * Patterns in Perl: `m//`, `qr//`, `s///`, bare slashes and `split`. No grammar can read Perl: like perl itself (perlop, "Gory
 * details of parsing quoted constructs") this tells a pattern from a division by what stands before it.
 */
import {
  closingDelimiter,
  DELIMITER_PAIRS,
  type HazardMode,
  isBlank,
  isWordCharacter,
  perlFlagsOf,
  perlVariableIn,
  readAsWritten,
  type Span,
} from "@lamprey/core";
import { withoutEscapes } from "../delimited.ts";
import type { Finding, ReadSource } from "../found.ts";

/** Quoting operators: how many parts they have, and whether the first is a pattern. */
const QUOTING: Readonly<Record<string, { readonly parts: 1 | 2; readonly pattern: boolean }>> = {
  m: { parts: 1, pattern: true },
  qr: { parts: 1, pattern: true },
  s: { parts: 2, pattern: true },
  q: { parts: 1, pattern: false },
  qq: { parts: 1, pattern: false },
  qw: { parts: 1, pattern: false },
  qx: { parts: 1, pattern: false },
  tr: { parts: 2, pattern: false },
  y: { parts: 2, pattern: false },
};
/** Words behind which a value follows, so that a slash begins a pattern. */
const BEFORE_VALUES: ReadonlySet<string> = new Set([
  "and",
  "or",
  "not",
  "if",
  "unless",
  "while",
  "until",
  "return",
  "split",
  "grep",
  "map",
  "x",
  "lt",
  "gt",
  "le",
  "ge",
  "eq",
  "ne",
  "cmp",
  "xor",
  "push",
  "unshift",
  "print",
  "join",
  "when",
  "die",
]);

/** Finds the patterns of a source text, as far as it reads; never throws. */
export function readPerl(text: string): ReadSource {
  return new Reading(text).found();
}

class Reading {
  private readonly text: string;
  private readonly patterns: Finding[] = [];
  private readonly passed: { at: number; reason: "pattern" }[] = [];
  private readonly comments: Span[] = [];
  private at = 0;
  /** Whether a value ended just here, so that a slash divides and a word such as `s` may be a key. */
  private afterValue = false;
  /** The word before, with nothing but blanks and an opening bracket since. */
  private word = "";
  /** Names of the ends of texts that begin with the next line. */
  private readonly waiting: { readonly end: string; readonly indented: boolean }[] = [];

  constructor(text: string) {
    this.text = text;
  }

  found(): ReadSource {
    while (this.at < this.text.length) this.step();
    return { patterns: this.patterns, passed: this.passed, isComment: (offset) => this.comments.some(({ start, end }) => start <= offset && offset < end) };
  }

  private step(): void {
    const { text, at } = this;
    const sign = text.charAt(at);
    if (sign === "\n") {
      this.at++;
      for (const each of this.waiting.splice(0)) this.passText(each);
      if (text[this.at] === "=" && isWordCharacter(text[this.at + 1])) this.passPod();
    } else if (isBlank(sign)) this.at++;
    else if (at === 0 && sign === "=" && isWordCharacter(text[1])) this.passPod();
    else if (sign === "#") {
      const end = this.lineEnd(at);
      this.comments.push({ start: at, end });
      this.at = end;
    } else if (sign === '"' || sign === "`" || sign === "'") this.value(this.afterMark(at, sign));
    else if (sign === "$" || sign === "@" || (sign === "%" && !this.afterValue) || (sign === "&" && !this.afterValue)) this.variable();
    else if (text.startsWith("<<", at) && !this.afterValue && this.heredoc()) this.afterValue = true;
    else if (sign === "/" && !this.afterValue) this.quote(at, "m", at);
    else if (isWordCharacter(sign)) this.wordAt();
    else this.signAt(sign);
  }

  private value(end: number): void {
    this.at = end;
    this.afterValue = true;
    this.word = "";
  }

  private signAt(sign: string): void {
    // Behind a value `//` is one operator: what follows is a value, but no pattern has begun.
    if (sign === "/" && this.text[this.at + 1] === "/") this.at++;
    // A sub or a block may end at a brace, and a value too: what is behind it is rarely a pattern.
    this.afterValue = sign === ")" || sign === "]" || sign === "}";
    if (sign !== "(") this.word = "";
    this.at++;
  }

  /** `$name`, `@{…}`, `$#name`, `$/`: the sign and what belongs to it. */
  private variable(): void {
    const { text } = this;
    let at = this.at + 1;
    if (text[this.at] === "$" && text[at] === "#" && (text[at + 1] === "{" || text[at + 1] === "$" || isWordCharacter(text[at + 1]))) at++;
    while (text[at] === "$") at++;
    // The code in `${ … }` and `@{ … }` is read like all other code; its closing brace ends a value.
    if (text[at] === "{") {
      this.at = at + 1;
      this.afterValue = false;
      this.word = "";
      return;
    }
    if (text[at] === "^" && isWordCharacter(text[at + 1])) at += 2;
    else if (isWordCharacter(text[at]) || text.startsWith("::", at)) {
      while (isWordCharacter(text[at]) || text.startsWith("::", at)) at += text[at] === ":" ? 2 : 1;
    } else if (text[this.at] === "$" && at < text.length && !isBlank(text[at])) at++;
    this.value(at);
    // `$hash{s}`: a word in such brackets is a key.
    if (text[at] === "{") this.passKey(at);
  }

  private wordAt(): void {
    const { text } = this;
    const start = this.at;
    let end = start;
    while (isWordCharacter(text[end])) end++;
    const word = text.slice(start, end);
    let next = end;
    while (isBlank(text[next])) next++;
    if (word === "__END__" || word === "__DATA__") {
      this.at = text.length;
      return;
    }
    const before = this.signBefore(start);
    const isKey =
      text.startsWith("=>", next) || (before === "{" && text[next] === "}") || before === "->" || before === "::" || before === "sub" || before === "&";
    const quoting = Object.hasOwn(QUOTING, word) && !isKey ? QUOTING[word] : undefined;
    const mark = text[next];
    const opens = mark !== undefined && mark !== "," && mark !== ";" && mark !== ")" && !(mark === "=" && next > end) && !(mark === "#" && next > end);
    if (quoting && opens && (!isWordCharacter(mark) || next > end) && !(mark === "=" && text[next + 1] === "=")) {
      this.quote(start, word, next);
      return;
    }
    this.at = end;
    this.word = word;
    this.afterValue = isKey || !BEFORE_VALUES.has(word);
  }

  /** A quoting operator, or bare slashes: its parts are passed, and a pattern among them is taken. */
  private quote(start: number, operator: string, mark: number): void {
    const { text } = this;
    const { parts, pattern } = QUOTING[operator] as { parts: 1 | 2; pattern: boolean };
    const open = text.charAt(mark);
    const close = DELIMITER_PAIRS[open] ?? open;
    const first = closingDelimiter(text, mark, open, close);
    const isSplit = this.word === "split";
    if (first < 0) {
      // It is being typed, or it is no pattern at all.
      this.at = mark + 1;
      this.afterValue = false;
      return;
    }
    let end = first + 1;
    if (parts === 2) {
      let from = first;
      if (close !== open) {
        from = end;
        while (isBlank(text[from])) from++;
      }
      const second = text.charAt(from);
      const last = closingDelimiter(text, from, second, close === open ? open : (DELIMITER_PAIRS[second] ?? second));
      end = last < 0 ? text.length : last + 1;
    }
    let letters = end;
    while (isWordCharacter(text[letters])) letters++;
    if (pattern) this.take(start, { start: mark + 1, end: first }, open, { start: end, end: letters }, operator === "s" || isSplit);
    this.value(letters);
  }

  private take(start: number, body: Span, open: string, letters: Span, forAll: boolean): void {
    const { text } = this;
    const flags = text.slice(letters.start, letters.end);
    const own = perlFlagsOf(flags);
    if (own === undefined) return;
    const written = text.slice(body.start, body.end);
    if (open !== "'" && perlVariableIn(written) >= 0) {
      this.passed.push({ at: start, reason: "pattern" });
      return;
    }
    const mode: HazardMode = flags.includes("g") || (forAll && this.word === "split") ? "all" : "search";
    const { value, pieces } = withoutEscapes(readAsWritten(written, body.start), open);
    // An empty pattern is the last one that matched, except in split.
    if (value === "") return;
    const delimiter = DELIMITER_PAIRS[open] === undefined ? open : "";
    this.patterns.push({
      dialect: "perl",
      pattern: value,
      flags: own,
      mode,
      start,
      end: letters.end,
      pieces,
      literals: [{ kind: "pattern", mark: delimiter, start: body.start, end: body.end }],
      flagsAt: letters,
    });
  }

  /** `<<"END"`, `<<~END`: its text begins with the next line. */
  private heredoc(): boolean {
    const { text } = this;
    let at = this.at + 2;
    const indented = text[at] === "~";
    if (indented) at++;
    const mark = text.charAt(at);
    const quoted = mark === '"' || mark === "'";
    const start = quoted ? at + 1 : at;
    let end = start;
    while (quoted ? end < text.length && text[end] !== mark && text[end] !== "\n" : isWordCharacter(text[end])) end++;
    const name = text.slice(start, end);
    if (!quoted && (name === "" || isDigit(name[0]))) return false;
    this.waiting.push({ end: name, indented });
    this.at = quoted ? end + 1 : end;
    return true;
  }

  private passText({ end, indented }: { readonly end: string; readonly indented: boolean }): void {
    while (this.at < this.text.length) {
      const to = this.lineEnd(this.at);
      const line = this.text.slice(this.at, to).replace("\r", "");
      this.at = Math.min(to + 1, this.text.length);
      if ((indented ? line.trimStart() : line) === end) return;
    }
  }

  /** Documentation, up to its `=cut`. */
  private passPod(): void {
    const start = this.at;
    const cut = this.text.startsWith("=cut", start) ? start : this.text.indexOf("\n=cut", start);
    this.at = cut < 0 ? this.text.length : this.lineEnd(cut + 1);
    this.comments.push({ start, end: this.at });
  }

  private lineEnd(at: number): number {
    const end = this.text.indexOf("\n", at);
    return end < 0 ? this.text.length : end;
  }

  /** Behind the mark that closes a string. */
  private afterMark(start: number, mark: string): number {
    const close = closingDelimiter(this.text, start, mark, mark);
    return close < 0 ? this.text.length : close + 1;
  }

  private passKey(open: number): void {
    let at = open + 1;
    while (isBlank(this.text[at])) at++;
    const start = at;
    while (isWordCharacter(this.text[at])) at++;
    if (at > start && this.text[at] === "}") this.value(at + 1);
  }

  /** The sign that stands before a word: of two characters where those are an arrow or colons, or the word `sub`. */
  private signBefore(at: number): string {
    let before = at - 1;
    while (before >= 0 && (this.text[before] === " " || this.text[before] === "\t")) before--;
    const two = this.text.slice(Math.max(0, before - 1), before + 1);
    // A sign right before the word calls a sub of that name; `&&` does not.
    if (two === "->" || two === "::" || two === "&&") return two;
    if (this.text.slice(Math.max(0, before - 2), before + 1) === "sub") return "sub";
    return this.text[before] ?? "";
  }
}

const isDigit = (sign: string | undefined): boolean => sign !== undefined && sign >= "0" && sign <= "9";
