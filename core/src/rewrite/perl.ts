/** The right side of Perl's s///, as a double-quoted string without code (perlop, Quote and Quote-like Operators). */
import { LAST_CODE_POINT } from "../charset/charset.ts";
import { characterNamed, NAMES } from "../charset/names.ts";
import type { Program } from "../program/program.ts";
import { type Span, walk } from "../syntax/tree.ts";
import { isAsciiLetter, isDigit, isHex, isNumber, isOctal, isWordCharacter, looseDigits, runFrom, without } from "../text/characters.ts";
import { unknownKey } from "../unknown.ts";
import type { ChangeKind } from "./changes.ts";
import { GrowingTemplate } from "./parts.ts";
import type { Template, TemplatePart } from "./template.ts";

const CHARACTERS: Readonly<Record<string, string>> = { n: "\n", r: "\r", t: "\t", f: "\f", b: "\b", a: "\x07", e: "\x1b" };

/** Letters that change what follows, up to `\E`; those of the first character end with what they stand in. */
const CASES: Readonly<Record<string, ChangeKind>> = {
  U: "upper",
  L: "lower",
  F: "fold",
  Q: "quote",
  u: "title-first",
  l: "lower-first",
};
const CASES_END = "E";
/** One of these ends the one before it. */
const ALTERNATES = "LUF";
const FIRST_ONLY = "lu";
/** A letter for all and the opposite one for the first are taken the other way round. */
const MISORDERED = ["Lu", "Ul"];

/** Variables of a sign, or of two. */
const SIGNS = ["&", "`", "'", "+", "^N"] as const;

/**
 * `$^N`, the group that closed last. Where no two groups stand in one loop, that is told by where they close in the pattern;
 * in a loop a later turn has closed one that stands further left, and ends further right.
 */
function lastClosed({ root, slots }: Program): Pick<TemplatePart & { kind: "group" }, "slots" | "label"> & { kind: "group" | "latest-group" } {
  const closes = new Map<number, number>();
  const begins: number[] = [];
  const loops: Span[] = [];
  for (const node of walk(root)) {
    if (node.kind === "quantifier" && node.max > 1) loops.push(node);
    if (node.kind !== "group" || node.capture === null) continue;
    closes.set(node.capture, Math.max(node.end, closes.get(node.capture) ?? 0));
    begins.push(node.start);
  }
  const latestFirst = slots.map((_, i) => i + 1).sort((a, b) => (closes.get(b) ?? 0) - (closes.get(a) ?? 0));
  return { kind: holdsTwo(loops, begins) ? "latest-group" : "group", slots: latestFirst, label: "^N" };
}

/** Whether two of the places lie in one of the stretches. */
function holdsTwo(stretches: readonly Span[], places: readonly number[]): boolean {
  const rising = [...places].sort((a, b) => a - b);
  const byStart = [...stretches].sort((a, b) => a.start - b.start);
  let next = 0;
  return byStart.some(({ start, end }) => {
    while (next < rising.length && (rising[next] as number) < start) next++;
    return (rising[next + 1] ?? Number.POSITIVE_INFINITY) < end;
  });
}

export function readPerlTemplate(source: string, program: Program): Template {
  return new PerlTemplate(source, program).read();
}

const isNameStart = (character: string | undefined): boolean =>
  isAsciiLetter(character) || character === "_" || (character !== undefined && character > "\x7f");

interface OpenCase {
  readonly letter: string;
  /** Parts before it. */
  readonly from: number;
}

class PerlTemplate {
  private readonly template: GrowingTemplate;
  private readonly open: OpenCase[] = [];
  /** A letter that has changed places with the one before it. */
  private exchanged: { readonly at: number; readonly letter: string } | undefined;
  private at = 0;
  private readonly source: string;
  private readonly program: Program;

  constructor(source: string, program: Program) {
    this.source = source;
    this.program = program;
    this.template = new GrowingTemplate(source);
  }

  read(): Template {
    const { source, template } = this;
    while (this.at < source.length) this.at = this.next();
    while (this.open.length > 0) this.closeCase();
    return template.finish();
  }

  /** Reads what begins here; like all that is called for it, it says where that ends. */
  private next(): number {
    const { at, source } = this;
    if (source[at] === "\\") return this.escape();
    if (source[at] === "$") return this.variable();
    if (source[at] === "@" && this.isArray()) return this.refuse("template-variable", at + 2, source.slice(at, at + 2));
    return this.put(source.charAt(at), at + 1);
  }

  private refuse(code: Parameters<GrowingTemplate["refuse"]>[0], end: number, ...words: readonly (string | number)[]): number {
    const behind = Math.min(Math.max(end, this.at + 1), this.source.length);
    this.template.refuse(code, { start: this.at, end: behind }, ...words);
    return behind;
  }

  private put(text: string, end: number): number {
    this.template.text(text, { start: this.at, end });
    return end;
  }

  /** `@name`, `@{…}`, `@$…`, `@-` and `@+`; any other `@` is one. */
  private isArray(): boolean {
    const next = this.source[this.at + 1];
    return isNameStart(next) || (next !== undefined && ("{$-+:".includes(next) || (next === "'" && isNameStart(this.source[this.at + 2]))));
  }

  private escape(): number {
    const { at, source } = this;
    const next = this.exchanged?.at === at + 1 ? this.exchanged.letter : source[at + 1];
    if (next === undefined) return this.refuse("template-escape-end", at + 1);
    if (next === CASES_END) return this.endCase();
    if (Object.hasOwn(CASES, next)) return this.openCase(next);
    if (isDigit(next)) return this.digits(next);
    switch (next) {
      case "x":
        return this.hex();
      case "o":
        return this.octal();
      case "N":
        return this.named();
      case "c":
        return this.control();
      default:
        return this.put(CHARACTERS[next] ?? next, at + 2);
    }
  }

  /** One digit is a group; more, or a zero, are a character by its number in octal. */
  private digits(first: string): number {
    const { at, source } = this;
    if (first !== "0" && !isDigit(source[at + 2])) return this.group(Number(first), at + 2);
    let end = at + 1;
    while (isOctal(source[end]) && end < at + 4) end++;
    if (end === at + 1) return this.put(first, at + 2);
    return this.put(String.fromCodePoint(Number.parseInt(source.slice(at + 1, end), 8)), end);
  }

  private hex(): number {
    const { at, source } = this;
    if (source[at + 2] !== "{") {
      const digits = runFrom(source, at + 2, isHex).slice(0, 2);
      return this.put(String.fromCodePoint(Number.parseInt(digits || "0", 16)), at + 2 + digits.length);
    }
    const inside = this.braced();
    if (!inside) return this.notWhole("\\x{41}");
    return this.character(Number.parseInt(looseDigits(inside.text, isHex) || "0", 16), inside.end);
  }

  private octal(): number {
    const inside = this.braced();
    if (!inside) return this.notWhole("\\o{101}");
    if (inside.text === "") return this.refuse("template-escape-form", inside.end, "\\o{}", "\\o{101}");
    return this.character(Number.parseInt(looseDigits(inside.text, isOctal) || "0", 8), inside.end);
  }

  private named(): number {
    const { at, source } = this;
    const inside = this.braced();
    if (!inside) return this.notWhole("\\N{EM DASH}");
    const { text, end } = inside;
    if (text.startsWith("U+")) {
      const digits = without(text.slice(2), "_");
      if (digits === "" || runFrom(digits, 0, isHex) !== digits) return this.refuse("template-escape-form", end, source.slice(at, end), "\\N{U+2014}");
      return this.character(Number.parseInt(digits, 16), end);
    }
    if (!NAMES.here) return this.refuse("character-names-missing", end);
    const codePoint = characterNamed(text, "exact", NAMES.here);
    if (codePoint === undefined) return this.refuse("character-name-unknown", end, text);
    return this.character(codePoint, end);
  }

  private character(codePoint: number, end: number): number {
    if (codePoint > LAST_CODE_POINT) return this.refuse("template-unread", end, this.source.slice(this.at, end));
    return this.put(String.fromCodePoint(codePoint), end);
  }

  /** What stands in the braces behind a letter, without the blanks at its ends. */
  private braced(): { readonly text: string; readonly end: number } | undefined {
    const { at, source } = this;
    const close = source[at + 2] === "{" ? source.indexOf("}", at) : -1;
    return close < 0 ? undefined : { text: source.slice(at + 3, close).trim(), end: close + 1 };
  }

  private notWhole(example: string): number {
    const { at, source } = this;
    return this.refuse("template-escape-form", at + (source[at + 2] === "{" ? 3 : 2), source.slice(at, at + 2), example);
  }

  private control(): number {
    const { at, source } = this;
    const sign = source[at + 2];
    if (sign === undefined || sign === "{" || sign > "~" || sign < " ") return this.notWhole("\\cA");
    return this.put(String.fromCharCode(sign.toUpperCase().charCodeAt(0) ^ 0x40), at + 3);
  }

  private openCase(letter: string): number {
    const { at, source, open } = this;
    // What ends at once changes nothing.
    if (source.startsWith(`\\${CASES_END}`, at + 2)) return at + 4;
    const behind = source[at + 2] === "\\" ? source.charAt(at + 3) : "";
    if (MISORDERED.includes(letter + behind)) {
      this.exchanged = { at: at + 3, letter };
      return this.openCase(behind);
    }
    while (ALTERNATES.includes(letter) && open.some((each) => ALTERNATES.includes(each.letter))) {
      if (this.isEmpty()) return this.refuseEmpty(letter);
      this.closeCase();
    }
    open.push({ letter, from: this.template.length });
    return at + 2;
  }

  private endCase(): number {
    for (let ended = false; this.open.length > 0 && !ended; ) {
      if (this.isEmpty()) return this.refuseEmpty(CASES_END);
      ended = !FIRST_ONLY.includes(this.closeCase());
    }
    return this.at + 2;
  }

  /** Whether nothing stands in the innermost change. What was refused may have stood there. */
  private isEmpty(): boolean {
    return this.open.at(-1)?.from === this.template.length && !this.template.isRefused;
  }

  private refuseEmpty(by: string): number {
    return this.refuse("template-case-empty", this.at + 2, `\\${this.open.at(-1)?.letter}`, `\\${by}`);
  }

  /** Ends the innermost change, and says its letter. */
  private closeCase(): string {
    const { letter, from } = this.open.pop() as OpenCase;
    this.template.change(CASES[letter] as ChangeKind, from);
    return letter;
  }

  private group(number: number, end: number): number {
    const { slots } = this.program;
    this.template.push({ kind: "group", slots: number <= slots.length ? [number] : [], label: String(number), start: this.at, end });
    return end;
  }

  /** `$1`, `$&`, `` $` ``, `$'`, `$+`, `$^N`, each in braces too; `$+{name}`, `$-{name}[0]`. */
  private variable(): number {
    const { at, source } = this;
    const braced = source[at + 1] === "{";
    const from = at + (braced ? 2 : 1);
    const digits = runFrom(source, from, isDigit);
    const sign = SIGNS.find((each) => source.startsWith(each, from)) ?? "";
    const name = digits || sign;
    const end = from + name.length + (braced ? 1 : 0);
    const ends = !braced || source[end - 1] === "}";
    if (name !== "" && ends && (braced || !this.isElement(end))) {
      if (sign !== "") return this.sign(sign, end);
      // The name of the program stands in $0, and no other number begins with 0 without braces.
      if (Number(name) > 0 && (braced || !name.startsWith("0"))) return this.group(Number(name), end);
    }
    const element = braced ? undefined : this.elementByName(from);
    if (!element) return this.refuse("template-variable", Math.max(at + 2, end), source.slice(at, Math.max(at + 2, end)));
    this.template.push({ kind: "group", slots: element.slots, label: element.label, start: at, end: element.end });
    return element.end;
  }

  private sign(sign: (typeof SIGNS)[number], end: number): number {
    const span = { start: this.at, end };
    switch (sign) {
      case "&":
        this.template.push({ kind: "whole", ...span });
        break;
      case "`":
        this.template.push({ kind: "before", ...span });
        break;
      case "'":
        this.template.push({ kind: "after", ...span });
        break;
      case "+":
        // The last group, by number, that took part.
        this.template.push({ kind: "group", slots: this.program.slots.map((_, i) => i + 1).reverse(), label: "+", ...span });
        break;
      case "^N":
        this.template.push({ ...lastClosed(this.program), ...span });
        break;
      default:
        unknownKey(sign);
    }
    return end;
  }

  /** `+{name}`, the first group of the name that took part; `-{name}[0]`, one of them by number, whether it took part or not. */
  private elementByName(from: number): { readonly slots: readonly number[]; readonly label: string; readonly end: number } | undefined {
    const { source, program } = this;
    const all = source.startsWith("-{", from);
    const named = all || source.startsWith("+{", from) ? namedAt(source, from + 2) : undefined;
    if (!named) return undefined;
    const { label, end } = named;
    const slots = Object.hasOwn(program.groupNames, label) ? (program.groupNames[label] as readonly number[]) : [];
    if (!all) return this.isElement(end) ? undefined : { slots, label, end };
    const close = source[end] === "[" ? source.indexOf("]", end) : -1;
    const index = source.slice(end + 1, close).trim();
    const digits = index.startsWith("-") ? index.slice(1) : index;
    // Of a name that no group has there is no list to take an element of.
    if (close < 0 || digits === "" || runFrom(digits, 0, isDigit) !== digits || slots.length === 0 || this.isElement(close + 1)) return undefined;
    const slot = slots.at(Number(index));
    return { slots: slot === undefined ? [] : [slot], label, end: close + 1 };
  }

  /** Whether brackets behind a variable ask for an element: `$1[0]` is one of the array `@1`. */
  private isElement(at: number): boolean {
    const from = this.source.startsWith("->", at) ? at + 2 : at;
    return this.source[from] === "[" || this.source[from] === "{";
  }
}

/** `name}` in quotes or without, with blanks around it. */
function namedAt(source: string, from: number): { readonly label: string; readonly end: number } | undefined {
  const close = source.indexOf("}", from);
  if (close < 0) return undefined;
  const inside = source.slice(from, close).trim();
  const quote = inside.charAt(0);
  const label = (quote === "'" || quote === '"') && inside.length > 1 && inside.endsWith(quote) ? inside.slice(1, -1) : inside;
  return label !== "" && !isNumber(label.charAt(0)) && Array.from(label).every(isWordCharacter) ? { label, end: close + 1 } : undefined;
}
