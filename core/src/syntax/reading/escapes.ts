/** Reads escapes by the tables of a dialect: what is common to escapes inside and outside of sets. */
import { type CharSet, complement, EMPTY_SET, LAST_CODE_POINT, subtract } from "../../charset/charset.ts";
import { canonicalize, foldedCharacters, foldSet } from "../../charset/folding.ts";
import { characterNamed, NAMES, type NameRule } from "../../charset/names.ts";
import type { Property } from "../../charset/properties.ts";
import type { Dialect, Escape, Options } from "../../dialect/dialect.ts";
import { isAsciiLetter, isDigit, isHex, isNumber, isOctal, looseDigits, without } from "../../text/characters.ts";
import { unknownKey } from "../../unknown.ts";
import type { Span } from "../tree.ts";
import type { Reader } from "./reader.ts";

export type EscapeRead =
  | { readonly kind: "character"; readonly codePoint: number }
  /** `set` is given before negation. */
  | ({ readonly kind: "class"; readonly name: string; readonly negated: boolean } & Property)
  /** An assertion, a reference or a set of strings. The letter has been consumed; the caller reads the rest. */
  | { readonly kind: "other"; readonly meaning: Escape };

const character = (codePoint: number): EscapeRead => ({ kind: "character", codePoint });
const NOTHING: Property = { set: EMPTY_SET, strings: [] };
/** Placeholder for an unknown character. */
const REPLACEMENT = 0xfffd;
const LARGEST_OCTAL = 0o377;

// Operands of set operations are case-folded before they are combined (ECMA-262 MaybeSimpleCaseFolding and AllCharacters).

const foldsBeforehand = (options: Options): boolean => options.setOperations && options.ignoreCase;

export function maybeFolded({ set, strings }: Property, options: Options): Property {
  if (!foldsBeforehand(options)) return { set, strings };
  const fold = (string: string) => Array.from(string, (c) => String.fromCodePoint(canonicalize(c.codePointAt(0) as number, "unicode"))).join("");
  return { set: foldSet(set, "unicode"), strings: [...new Set(strings.map(fold))] };
}

export function complementOf(set: CharSet, options: Options): CharSet {
  return foldsBeforehand(options) ? subtract(foldedCharacters("unicode"), set) : complement(set);
}

/** Reads the rest of an escape whose backslash is at `start`. The reader stands after the backslash. */
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
    return reader.spread(() => readByTable(reader, meaning, c, start, inSet));
  }
  if (isDigit(c)) return character(reader.spread(() => DIGITS[syntax.digits](reader, start, inSet)));
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
    case "quote":
    case "line-break":
    case "cluster":
    case "keep":
    case "nothing":
    case "group":
    case "octal":
    case "class-or-number":
    case "misplaced":
    case "unread":
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
      return character(
        meaning.any
          ? anyControl(reader, start)
          : meaning.capital
            ? capitalControl(reader, start)
            : meaning.printable
              ? printableControl(reader, start, meaning.but ?? "")
              : control(reader, start, inSet),
      );
    case "hex": {
      const braces = meaning.braces && reader.strict;
      const braced = braces && reader.peek() === "{";
      const value = braced
        ? meaning.loose
          ? looseHex(reader)
          : reader.bracedHex()
        : meaning.fewer
          ? Number.parseInt(`0${reader.takeWhile(isHex, meaning.digits)}`, 16)
          : meaning.digits === 4
            ? reader.unicodeEscape(false, braces || meaning.pairs)
            : reader.hex(meaning.digits);
      if (value !== undefined && value <= 0x10ffff) return character(numbered(reader, value, start));
      if (reader.strict) reader.report(meaning.error, { start, end: Math.max(reader.at, start + 2) });
      return character(letter.charCodeAt(0));
    }
    case "named-character":
      return character(namedCharacter(reader, start, meaning.rule));
    case "octal":
      return character(numbered(reader, octalInBraces(reader, start, meaning.loose === true), start));
    case "class-or-number":
      if (passCodeSign(reader, meaning.names !== undefined)) {
        if (!meaning.numbered(reader.options)) reader.report("escape-number-flag", { start, end: reader.at });
        return character(numbered(reader, codeInBraces(reader, meaning.names !== undefined) ?? missingNumber(reader, start), start));
      }
      if (meaning.names && reader.looksAt("{") && !countsFollow(reader, true)) {
        return character(namedCharacter(reader, start, meaning.names));
      }
      if (inSet) {
        reader.report("escape-misplaced", { start, end: reader.at }, letter);
        return character(letter.charCodeAt(0));
      }
      if (opensNoCounts(reader, meaning.names !== undefined)) reader.report("character-name-form", { start, end: reader.at + 1 });
      return { kind: "class", name: letter, negated: false, set: meaning.set(reader.options), strings: [] };
    case "misplaced":
      reader.report("escape-misplaced", { start, end: reader.at }, letter);
      return character(letter.charCodeAt(0));
    case "keep":
    case "nothing":
    case "group":
    case "assertion":
    case "name-reference":
    case "strings":
    case "quote":
    case "line-break":
    case "cluster":
      return { kind: "other", meaning };
    case "unread": {
      const set = meaning.unless?.(reader.options);
      return set ? { kind: "class", name: letter, negated: false, set, strings: [] } : { kind: "other", meaning };
    }
    default:
      return unknownKey(meaning);
  }
}

/** Consumes `{U+`. With `loose`, blanks are allowed after the brace. */
function passCodeSign(reader: Reader, loose: boolean): boolean {
  const from = reader.at;
  if (reader.pass("{")) {
    if (loose) reader.takeBlanks();
    if (reader.pass("U+")) return true;
  }
  reader.at = from;
  return false;
}

/** Reads `41}`. With `loose`, single underscores between the digits and blanks after them are allowed. */
function codeInBraces(reader: Reader, loose: boolean): number | undefined {
  const from = reader.at;
  const digits = reader.takeWhile((c) => isHex(c) || (loose && c === "_"));
  if (loose) reader.takeBlanks();
  const value =
    digits === "" || digits.startsWith("_") || digits.endsWith("_") || digits.includes("__") ? Number.NaN : Number.parseInt(without(digits, "_"), 16);
  if (value <= LAST_CODE_POINT && reader.pass("}")) return value;
  reader.at = from;
  return undefined;
}

/** Whether the next character is a brace that does not begin a count. With `loose`, insignificant blanks before it are skipped. */
function opensNoCounts(reader: Reader, loose: boolean): boolean {
  const from = reader.at;
  if (loose) reader.skipBlanks();
  const opens = reader.looksAt("{") && !countsFollow(reader, loose);
  reader.at = from;
  return opens;
}

/** Reads the rest of `\o{…}` after the o. */
function octalInBraces(reader: Reader, start: number, loose: boolean): number {
  if (loose) {
    const inside = insideBraces(reader);
    if (inside) return looseNumber(inside, isOctal, 8);
    // There is no number in the braces.
    if (inside === "") reader.at--;
    return missingNumber(reader, start);
  }
  const digits = reader.pass("{") ? reader.takeWhile(isOctal) : "";
  return digits !== "" && reader.pass("}") ? Number.parseInt(digits, 8) : missingNumber(reader, start);
}

/** Reads `{…}` with a number up to the first character that is no digit; undefined if the brace is not closed. */
function looseHex(reader: Reader): number | undefined {
  const inside = insideBraces(reader);
  return inside === undefined ? undefined : looseNumber(inside, isHex, 16);
}

/** The text in braces without surrounding blanks; undefined if there are no braces or they are not closed. */
function insideBraces(reader: Reader): string | undefined {
  if (!reader.pass("{")) return undefined;
  const inside = reader.takeWhile((c) => c !== undefined && c !== "}");
  return reader.pass("}") ? inside.trim() : undefined;
}

const looseNumber = (text: string, isOne: (c: string | undefined) => boolean, base: number): number => Number.parseInt(looseDigits(text, isOne) || "0", base);

function missingNumber(reader: Reader, start: number): number {
  reader.report("escape-number-form", { start, end: reader.at });
  return 0;
}

/** Whether the braces here hold a count and not a name. With `loose`, blanks are allowed and the minimum may be omitted. */
function countsFollow(reader: Reader, loose: boolean): boolean {
  const close = reader.pattern.indexOf("}", reader.at);
  const inside = reader.pattern.slice(reader.at + 1, close < 0 ? reader.at + 1 : close);
  const parts = (loose ? without(inside, " \t") : inside).split(",");
  const [least = "", most = ""] = parts;
  if (parts.length > 2 || (most !== "" && !isNumber(most))) return false;
  return isNumber(least) || (loose && least === "" && most !== "");
}

/** A character by its code point, or the diagnostic if the dialect has no such character. */
function numbered(reader: Reader, value: number, start: number): number {
  const { most, surrogates } = reader.dialect.syntax.numbered(reader.options);
  if (value > most) reader.report("character-too-large", { start, end: reader.at }, most.toString(16).toUpperCase());
  else if (!surrogates && value >= 0xd800 && value <= 0xdfff) reader.report("character-half", { start, end: reader.at });
  else return value;
  return REPLACEMENT;
}

/** Reads the rest of `\N{…}` after the N. */
function namedCharacter(reader: Reader, start: number, rule: NameRule): number {
  const braced = reader.pass("{");
  const name = braced ? reader.together(() => reader.takeWhile((c) => c !== undefined && c !== "}")) : "";
  const span = { start, end: reader.at + 1 };
  if (!braced || !reader.pass("}") || name === "") reader.report("character-name-form", { start, end: reader.at });
  else if (!NAMES.here) reader.report("character-names-missing", span);
  else {
    const codePoint = characterNamed(name, rule, NAMES.here);
    if (codePoint !== undefined) return codePoint;
    reader.report("character-name-unknown", span, name);
  }
  return REPLACEMENT;
}

// What follows `\p`: `{Name=Value}` or `{Name}`.

const isNameCharacter = (c: string | undefined): boolean => isAsciiLetter(c) || isDigit(c) || c === "_";

function property(reader: Reader, negated: boolean, letter: string, start: number): Property {
  const span = (): Span => ({ start, end: reader.at });
  const { lone, find, hyphens } = reader.dialect.syntax.property;
  if (lone && !reader.ended && !reader.looksAt("{")) {
    const found = find(String.fromCodePoint(reader.take()), undefined, reader.options);
    if (typeof found === "object") return found;
    reader.report("property-unknown", span(), reader.pattern.slice(start + 2, reader.at));
    return NOTHING;
  }
  if (!reader.pass("{")) {
    reader.report("property-form", span(), letter);
    return NOTHING;
  }
  const isName = lone
    ? (c: string | undefined) => c !== undefined && c !== "}" && c !== "="
    : (c: string | undefined) => isNameCharacter(c) || (hyphens === true && c === "-");
  const name = reader.together(() => reader.takeWhile(isName));
  const valued = reader.pass("=");
  const value = valued ? reader.together(() => reader.takeWhile(isName)) : "";
  const closed = reader.pass("}");
  if (!closed || name === "" || (valued && value === "")) {
    reader.report("property-form", span(), letter);
    return NOTHING;
  }
  const found = find(name, valued ? value : undefined, reader.options);
  if (!found) reader.report("property-unknown", span(), valued ? `${name}=${value}` : name);
  else if (found === "unread") reader.report("escape-unread", span(), reader.pattern.slice(start, reader.at), "a property that it has no table of");
  else if (found === "missing") reader.report("property-table-missing", span());
  else if (found.strings.length > 0 && !reader.options.setOperations) reader.report("property-of-strings", span(), name);
  else if (found.strings.length > 0 && negated) reader.report("property-negated", span(), name);
  else return maybeFolded(found, reader.options);
  return NOTHING;
}

/** Reads the X of `\cX`, any character: the result is X with bit 6 inverted. */
function anyControl(reader: Reader, start: number): number {
  if (!reader.ended) return reader.take() ^ CONTROL_BIT;
  reader.report("escape-control-any", { start, end: reader.at });
  return 0x63;
}

const CONTROL_BIT = 0x40;

/** The same, for printable ASCII characters only. */
function printableControl(reader: Reader, start: number, but: string): number {
  const next = reader.peek() ?? "";
  if (next >= " " && next <= "~" && !but.includes(next)) {
    reader.at++;
    return next.toUpperCase().charCodeAt(0) ^ CONTROL_BIT;
  }
  reader.report("escape-control-printable", { start, end: Math.min(reader.at + 1, reader.pattern.length) });
  return 0x63;
}

/** The same, for “@” to “_” and lower-case letters only. */
function capitalControl(reader: Reader, start: number): number {
  const typed = reader.peek() ?? "";
  const next = isAsciiLetter(typed) ? typed.toUpperCase() : typed;
  if (next >= "@" && next <= "_") {
    reader.at++;
    return next.charCodeAt(0) ^ CONTROL_BIT;
  }
  reader.report("escape-control-capital", { start, end: Math.min(reader.at + 1, reader.pattern.length) });
  return 0x63;
}

/** Reads the X of `\cX`. */
function control(reader: Reader, start: number, inSet: boolean): number {
  const next = reader.peek();
  const loose = inSet && !reader.strict && (isDigit(next) || next === "_");
  if (next !== undefined && (isAsciiLetter(next) || loose)) {
    reader.at++;
    return next.charCodeAt(0) % 32;
  }
  if (reader.strict) {
    reader.report("escape-control", { start, end: Math.max(reader.at, start + 2) });
    return 0x63;
  }
  // Annex B: the backslash is a literal character, and the c is read next.
  reader.at--;
  return 0x5c;
}

/** Reads digits after a backslash that are no back-reference, by dialect. */
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
  "octal-beyond-groups": (reader, start) => {
    const c = reader.peek() as string;
    if (!isOctal(c)) {
      reader.at++;
      return c.charCodeAt(0);
    }
    return numbered(reader, Number.parseInt(reader.takeWhile(isOctal, 3), 8), start);
  },
  "group-or-octal": (reader, start) => {
    const digits = reader.takeWhile(isOctal, 3);
    // Only the lowest eight bits are used.
    if (digits !== "") return Number.parseInt(digits, 8) & LARGEST_OCTAL;
    const c = reader.peek() as string;
    reader.at++;
    reader.report("escape-unknown-letter", { start, end: reader.at }, c);
    return 0;
  },
  "one-digit": (reader) => reader.take(),
  "octal-behind-nought": (reader, start) => {
    const nought = reader.pass("0");
    const first = reader.peek();
    const digits = nought ? reader.takeWhile(isOctal, first !== undefined && first <= "3" ? 3 : 2) : "";
    if (digits !== "") return Number.parseInt(digits, 8);
    if (!nought) reader.at++;
    reader.report(nought ? "escape-octal-nought" : "escape-unknown-letter", { start, end: reader.at }, reader.pattern.slice(start + 1, reader.at));
    return 0;
  },
};
