/** The right side of Perl's s///, as a double-quoted string without code (perlop, Quote and Quote-like Operators). */
import type { Program } from "../program/program.ts";
import { isHex } from "../syntax/reader.ts";
import { isWordCharacter, runFrom } from "../text/characters.ts";
import { GrowingTemplate, isAsciiLetter, isDigit, isOctal } from "./parts.ts";
import type { Template } from "./template.ts";

const CHARACTERS: Readonly<Record<string, string>> = { n: "\n", r: "\r", t: "\t", f: "\f", b: "\b", a: "\x07", e: "\x1b" };
const CASES = "ULEulQF";

export function readPerlTemplate(source: string, program: Program): Template {
  const template = new GrowingTemplate(source);
  for (let at = 0; at < source.length; ) {
    if (source[at] === "\\") at = readEscape(template, source, at, program);
    else if (source[at] === "$") at = readVariable(template, source, at, program);
    else if (source[at] === "@" && isNameLike(source[at + 1])) {
      template.refuse("template-variable", { start: at, end: at + 2 }, source.slice(at, at + 2));
      at += 2;
    } else {
      template.asWritten(at, at + 1);
      at++;
    }
  }
  return template.finish();
}

const isNameStart = (character: string | undefined): boolean =>
  isAsciiLetter(character) || character === "_" || (character !== undefined && character > "\x7f");
const isNameLike = (character: string | undefined): boolean => character !== undefined && (isNameStart(character) || "{:$-+".includes(character));

function readEscape(template: GrowingTemplate, source: string, start: number, program: Program): number {
  const next = source[start + 1];
  const made = (text: string, end: number): number => {
    template.text(text, { start, end });
    return end;
  };
  if (next === undefined) {
    template.refuse("template-escape-end", { start, end: start + 1 });
    return start + 1;
  }
  if (CASES.includes(next)) {
    template.refuse("template-case-unread", { start, end: start + 2 }, `\\${next}`);
    return start + 2;
  }
  if (next === "x") return readHex(source, start, made);
  if (next === "c" && source[start + 2] !== undefined)
    return made(
      String.fromCharCode(
        source
          .charAt(start + 2)
          .toUpperCase()
          .charCodeAt(0) ^ 0x40,
      ),
      start + 3,
    );
  if (isDigit(next)) {
    // One to nine are groups, unless more digits make it a character by its number.
    let end = start + 1;
    while (isOctal(source[end]) && end < start + 4) end++;
    if (next !== "0" && !(end > start + 2)) {
      let last = start + 2;
      while (isDigit(source[last])) last++;
      return pushGroup(template, program, Number(source.slice(start + 1, last)), start, last);
    }
    return made(String.fromCodePoint(Number.parseInt(source.slice(start + 1, end), 8)), end);
  }
  if (next === "N" || next === "o") {
    template.refuse("template-case-unread", { start, end: start + 2 }, `\\${next}`);
    return start + 2;
  }
  return made(CHARACTERS[next] ?? next, start + 2);
}

function readHex(source: string, start: number, made: (text: string, end: number) => number): number {
  if (source[start + 2] === "{") {
    const close = source.indexOf("}", start);
    const inside = source.slice(start + 3, close < 0 ? source.length : close).trim();
    const value = Number.parseInt(runFrom(inside, 0, isHex) || "0", 16);
    return made(value <= 0x10ffff ? String.fromCodePoint(value) : "", close < 0 ? source.length : close + 1);
  }
  const digits = runFrom(source, start + 2, isHex).slice(0, 2);
  return made(String.fromCodePoint(Number.parseInt(digits || "0", 16)), start + 2 + digits.length);
}

function pushGroup(template: GrowingTemplate, { slots }: Program, number: number, start: number, end: number): number {
  template.push({ kind: "group", slots: number <= slots.length ? [number] : [], label: String(number), start, end });
  return end;
}

/** `$1`, `${1}`, `$&`, `${&}`, `$+{name}`. */
function readVariable(template: GrowingTemplate, source: string, start: number, program: Program): number {
  const braced = source[start + 1] === "{";
  const at = start + (braced ? 2 : 1);
  const refuse = (end: number): number => {
    template.refuse("template-variable", { start, end: Math.min(end, source.length) }, source.slice(start, end));
    return Math.max(Math.min(end, source.length), start + 1);
  };
  if (source[at] === "&") {
    const end = at + 1;
    if (braced && source[end] !== "}") return refuse(end);
    template.push({ kind: "whole", start, end: braced ? end + 1 : end });
    return braced ? end + 1 : end;
  }
  if (isDigit(source[at]) && source[at] !== "0") {
    let end = at + 1;
    while (isDigit(source[end])) end++;
    if (braced && source[end] !== "}") return refuse(end);
    return pushGroup(template, program, Number(source.slice(at, end)), start, braced ? end + 1 : end);
  }
  const named = !braced && source.startsWith("+{", at) ? namedAt(source, at + 2) : undefined;
  if (!named) return refuse(start + 2);
  const { label, end } = named;
  const slots = Object.hasOwn(program.groupNames, label) ? (program.groupNames[label] as readonly number[]) : [];
  template.push({ kind: "group", slots, label, start, end });
  return end;
}

/** `name}` in quotes or without, with blanks around it. */
function namedAt(source: string, from: number): { readonly label: string; readonly end: number } | undefined {
  const close = source.indexOf("}", from);
  if (close < 0) return undefined;
  const inside = source.slice(from, close).trim();
  const quote = inside.charAt(0);
  const label = (quote === "'" || quote === '"') && inside.length > 1 && inside.endsWith(quote) ? inside.slice(1, -1) : inside;
  return label !== "" && Array.from(label).every(isWordCharacter) ? { label, end: close + 1 } : undefined;
}
