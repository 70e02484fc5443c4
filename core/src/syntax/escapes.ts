/** Escapes, read by a dialect's tables: what is common to the outside and the inside of sets. */
import { type CharSet, complement, EMPTY_SET, subtract } from "../charset/charset.ts";
import { canonicalize, foldedCharacters, foldSet } from "../charset/folding.ts";
import { loneProperty, type Property, valuedProperty } from "../charset/properties.ts";
import type { Dialect, Escape, Options } from "../dialect/dialect.ts";
import { unknownKey } from "../unknown.ts";
import { isDigit, isLetter, isOctal, type Reader } from "./reader.ts";
import type { Span } from "./tree.ts";

export type EscapeRead =
  | { readonly kind: "character"; readonly codePoint: number }
  /** `set` is before negation. */
  | ({ readonly kind: "class"; readonly name: string; readonly negated: boolean } & Property)
  /** An assertion, a reference or strings, whose letter is passed: who reads on knows what to do with it. */
  | { readonly kind: "other"; readonly meaning: Escape };

const character = (codePoint: number): EscapeRead => ({ kind: "character", codePoint });
const NOTHING: Property = { set: EMPTY_SET, strings: [] };
/** Stands for a character that is not known. */
const REPLACEMENT = 0xfffd;
const LARGEST_OCTAL = 0o377;

// Sets with operations are folded before they are combined (ECMA-262 MaybeSimpleCaseFolding and AllCharacters).

const foldsBeforehand = (options: Options): boolean => options.setOperations && options.ignoreCase;

export function maybeFolded({ set, strings }: Property, options: Options): Property {
  if (!foldsBeforehand(options)) return { set, strings };
  const fold = (string: string) => Array.from(string, (c) => String.fromCodePoint(canonicalize(c.codePointAt(0) as number, "unicode"))).join("");
  return { set: foldSet(set, "unicode"), strings: [...new Set(strings.map(fold))] };
}

export function complementOf(set: CharSet, options: Options): CharSet {
  return foldsBeforehand(options) ? subtract(foldedCharacters("unicode"), set) : complement(set);
}

/** Reads what follows a backslash that stands at `start`; the reading place is behind the backslash. */
export function readEscape(reader: Reader, start: number, inSet: boolean): EscapeRead {
  const c = reader.peek();
  if (c === undefined) {
    reader.report("escape-end", { start, end: reader.at });
    return character(0x5c);
  }
  const { syntax } = reader.dialect;
  const table = inSet ? syntax.setEscapes : syntax.escapes;
  const meaning = Object.hasOwn(table, c) ? table[c] : undefined;
  if (meaning && applies(meaning, reader)) {
    reader.at++;
    return readByTable(reader, meaning, c, start, inSet);
  }
  if (isDigit(c)) return character(DIGITS[syntax.digits](reader, start, inSet));
  const codePoint = reader.take();
  const text = String.fromCodePoint(codePoint);
  const { strict, hasNames, options } = reader;
  const place = { strict, inSet, setOperations: options.setOperations, hasNames };
  if (!syntax.mayEscape(text, place)) reader.report(syntax.unknownEscape(text), { start, end: reader.at }, text);
  return character(codePoint);
}

/** Some escapes are none everywhere. */
function applies(meaning: Escape, reader: Reader): boolean {
  switch (meaning.kind) {
    case "property":
      return reader.strict;
    case "strings":
      return reader.options.setOperations;
    case "name-reference":
      return reader.strict || reader.hasNames;
    case "class":
    case "assertion":
    case "character":
    case "hex":
    case "control":
    case "named-character":
      return true;
    default:
      return unknownKey(meaning);
  }
}

function readByTable(reader: Reader, meaning: Escape, letter: string, start: number, inSet: boolean): EscapeRead {
  switch (meaning.kind) {
    case "character":
      return character(meaning.codePoint);
    case "class":
      return { kind: "class", name: letter, negated: meaning.negated, ...maybeFolded({ set: meaning.set(reader.options), strings: [] }, reader.options) };
    case "property":
      return { kind: "class", name: letter, negated: meaning.negated, ...property(reader, meaning.negated, letter, start) };
    case "control":
      return character(control(reader, start, inSet));
    case "hex": {
      const value = meaning.digits === 4 ? reader.unicodeEscape(meaning.braces && reader.strict) : reader.hex(meaning.digits);
      if (value !== undefined && value <= 0x10ffff) return character(value);
      if (reader.strict) reader.report(meaning.error, { start, end: Math.max(reader.at, start + 2) });
      return character(letter.charCodeAt(0));
    }
    case "named-character":
      return character(namedCharacter(reader, start));
    case "assertion":
    case "name-reference":
    case "strings":
      return { kind: "other", meaning };
    default:
      return unknownKey(meaning);
  }
}

/** `\N{…}`, behind the N. */
function namedCharacter(reader: Reader, start: number): number {
  const braced = reader.pass("{");
  const name = braced ? reader.takeWhile((c) => c !== undefined && c !== "}") : "";
  const whole = braced && reader.pass("}") && name !== "";
  reader.report(whole ? "character-name-unread" : "character-name-form", { start, end: reader.at });
  return REPLACEMENT;
}

// What follows `\p`: `{Name=Value}` or `{Name}`.

const isNameCharacter = (c: string | undefined): boolean => isLetter(c) || isDigit(c) || c === "_";

function property(reader: Reader, negated: boolean, letter: string, start: number): Property {
  const span = (): Span => ({ start, end: reader.at });
  if (!reader.pass("{")) {
    reader.report("property-form", span(), letter);
    return NOTHING;
  }
  const name = reader.takeWhile(isNameCharacter);
  const valued = reader.pass("=");
  const value = valued ? reader.takeWhile(isNameCharacter) : "";
  const closed = reader.pass("}");
  if (!closed || name === "" || (valued && value === "")) {
    reader.report("property-form", span(), letter);
    return NOTHING;
  }
  const set = valued ? valuedProperty(name, value) : undefined;
  const found = valued ? set && { set, strings: [] } : loneProperty(name);
  if (!found) reader.report("property-unknown", span(), valued ? `${name}=${value}` : name);
  else if (found.strings.length > 0 && !reader.options.setOperations) reader.report("property-of-strings", span(), name);
  else if (found.strings.length > 0 && negated) reader.report("property-negated", span(), name);
  else return maybeFolded(found, reader.options);
  return NOTHING;
}

/** `\cX`, behind the c. */
function control(reader: Reader, start: number, inSet: boolean): number {
  const next = reader.peek();
  const loose = inSet && !reader.strict && (isDigit(next) || next === "_");
  if (next !== undefined && (isLetter(next) || loose)) {
    reader.at++;
    return next.charCodeAt(0) % 32;
  }
  if (reader.strict) {
    reader.report("escape-control", { start, end: Math.max(reader.at, start + 2) });
    return 0x63;
  }
  // Annex B: the backslash stands for itself, and the c is read as the next character.
  reader.at--;
  return 0x5c;
}

/** Digits behind a backslash that are no back-reference; by dialect. */
const DIGITS: Readonly<Record<Dialect["syntax"]["digits"], (reader: Reader, start: number, inSet: boolean) => number>> = {
  "annex-b": (reader, start) => {
    const c = reader.peek() as string;
    if (reader.strict) {
      reader.at++;
      if (c === "0" && !isDigit(reader.peek())) return 0;
      reader.report("escape-octal", { start, end: reader.at });
      return 0;
    }
    if (isOctal(c)) return Number.parseInt(reader.takeWhile(isOctal, c <= "3" ? 3 : 2), 8);
    reader.at++;
    return c.charCodeAt(0);
  },
  "octal-or-group": (reader, start) => {
    const digits = reader.takeWhile(isOctal, 3);
    if (digits === "") {
      const c = reader.peek() as string;
      reader.at++;
      reader.report("escape-unknown-letter", { start, end: reader.at }, c);
      return 0;
    }
    const value = Number.parseInt(digits, 8);
    if (value > LARGEST_OCTAL) reader.report("octal-too-large", { start, end: reader.at }, digits);
    return value;
  },
};
