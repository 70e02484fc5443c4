/** Templates of GNU sed 4.9: the right side of its command `s`, with or without `-E` (Sed manual, The "s" Command). */

import type { Program } from "../program/program.ts";
import { isDigit, isHex, isOctal } from "../text/characters.ts";
import type { ChangeKind } from "./changes.ts";
import { GrowingTemplate } from "./parts.ts";
import { groupsWords } from "./remarks.ts";
import type { Template } from "./template.ts";

const CHARACTERS: Readonly<Record<string, string>> = { a: "\x07", f: "\f", n: "\n", r: "\r", t: "\t", v: "\v" };

/** Letters that change the case of what follows: up to the next one, or of the next character alone. */
const CASES: Readonly<Record<string, ChangeKind | null>> = { U: "upper", L: "lower", E: null };
const FIRST_CASES: Readonly<Record<string, ChangeKind>> = { u: "title-first", l: "lower-first" };

/** Letters behind which the number of a character stands: how many digits it may have, and of which kind. */
const NUMBERS: Readonly<Record<string, { readonly digits: number; readonly base: number; readonly isOne: (c: string | undefined) => boolean }>> = {
  d: { digits: 3, base: 10, isOne: isDigit },
  o: { digits: 3, base: 8, isOne: isOctal },
  x: { digits: 2, base: 16, isOne: isHex },
};
const CONTROL_BIT = 0x40;
const BYTE = 0xff;

export function readSedTemplate(source: string, program: Program): Template {
  return new SedTemplate(source, program).read();
}

class SedTemplate {
  private readonly template: GrowingTemplate;
  private readonly source: string;
  private readonly program: Program;
  /** The change of case under way, and the parts before it. */
  private open: { readonly kind: ChangeKind; readonly from: number } | null = null;
  /** Changes of a first character, each with the parts before it: made of the first part behind it that is not empty. */
  private readonly firsts: { readonly kind: ChangeKind; readonly from: number }[] = [];

  constructor(source: string, program: Program) {
    this.source = source;
    this.program = program;
    this.template = new GrowingTemplate(source);
  }

  read(): Template {
    const { source, template } = this;
    for (let at = 0; at < source.length; ) {
      const character = source[at] as string;
      if (character === "\n") {
        template.refuse("template-line-feed", { start: at, end: at + 1 });
        at++;
      } else if (character === "&") {
        template.push({ kind: "whole", start: at, end: at + 1 });
        at++;
      } else if (character === "\\") at = this.escape(at);
      else {
        const end = this.plainEnd(at);
        template.asWritten(at, end);
        at = end;
      }
    }
    this.endCase();
    // Of a text that is changed as a whole, the first character is changed after that.
    for (const { kind, from } of this.firsts) template.change(kind, from);
    return template.finish();
  }

  private plainEnd(from: number): number {
    let at = from + 1;
    while (at < this.source.length && !"\\&\n".includes(this.source[at] as string)) at++;
    return at;
  }

  /** Reads an escape, and returns the offset behind it. */
  private escape(start: number): number {
    const { source, template, program } = this;
    const letter = source[start + 1];
    const end = start + 2;
    if (letter === undefined) {
      template.refuse("template-escape-end", { start, end: start + 1 });
      return end;
    }
    if (isDigit(letter)) {
      const index = Number(letter);
      const count = program.slots.length;
      if (index > count) template.refuse("template-group", { start, end }, index, groupsWords(count));
      else if (index === 0) template.push({ kind: "whole", start, end });
      else template.push({ kind: "group", slots: [index], label: letter, start, end });
      return end;
    }
    if (letter in CASES) {
      // It takes the place of a change of the first character that nothing has followed yet.
      if (this.firsts.at(-1)?.from === template.length) this.firsts.pop();
      this.endCase();
      const kind = CASES[letter];
      if (kind) this.open = { kind, from: template.length };
      return end;
    }
    if (letter in FIRST_CASES) {
      this.firsts.push({ kind: FIRST_CASES[letter] as ChangeKind, from: template.length });
      return end;
    }
    return this.character(letter, start, end);
  }

  private character(letter: string, start: number, end: number): number {
    const { source, template } = this;
    const put = (text: string, to: number): number => {
      template.text(text, { start, end: to });
      return to;
    };
    const known = CHARACTERS[letter];
    if (known !== undefined) return put(known, end);
    const next = source[end];
    if (letter === "c" && next !== undefined) return put(String.fromCharCode(next.toUpperCase().charCodeAt(0) ^ CONTROL_BIT), end + 1);
    const number = NUMBERS[letter];
    if (number) {
      let to = end;
      while (to < end + number.digits && number.isOne(source[to])) to++;
      if (to > end) return put(String.fromCharCode(Number.parseInt(source.slice(end, to), number.base) & BYTE), to);
    }
    // Any other character stands for itself, a line end too.
    return put(letter, end);
  }

  private endCase(): void {
    if (this.open) this.template.change(this.open.kind, this.open.from);
    this.open = null;
  }
}
