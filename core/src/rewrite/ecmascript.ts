/** Templates of `replace` and `replaceAll`: GetSubstitution of ECMA-262 (2025) §22.1.3.19.1. It refuses nothing. */

import type { Program } from "../program/program.ts";
import { isDigit } from "../text/characters.ts";
import { CASE_LETTERS, GrowingTemplate, remarkForeign } from "./parts.ts";
import { groupsWords } from "./remarks.ts";
import type { Template, TemplatePart } from "./template.ts";

/** How a function is given in place of a template. */
const BY_FUNCTION = "text.replace(re, (match) => match.toUpperCase())";

const SIGNS = { "&": "whole", "`": "before", "'": "after" } as const satisfies Record<string, TemplatePart["kind"]>;

/** What people write for a character that a string of the host would make of it. */
const ESCAPES: Readonly<Record<string, string>> = { n: "a backslash and “n”, no line end", t: "a backslash and “t”, no tab" };

export function readEcmascriptTemplate(source: string, program: Program): Template {
  const template = new GrowingTemplate(source);
  remarkForeign(template, source, BY_FUNCTION);
  for (let at = 0; at < source.length; ) {
    const next = source[at + 1];
    if (source[at] === "\\") remarkBackslash(template, source, at, program);
    if (source[at] !== "$" || next === undefined) {
      const dollar = nextSign(source, at + 1);
      template.asWritten(at, dollar);
      at = dollar;
    } else if (next === "$") {
      template.text("$", { start: at, end: at + 2 });
      at += 2;
    } else if (next in SIGNS) {
      template.push({ kind: SIGNS[next as keyof typeof SIGNS], start: at, end: at + 2 });
      at += 2;
    } else if (isDigit(next)) at = readNumber(template, source, at, program);
    else if (next === "<") at = readName(template, source, at, program);
    else {
      if (next === "{") template.remark("named-elsewhere", { start: at, end: at + 2 }, "${", "$<name>");
      template.asWritten(at, at + 1);
      at++;
    }
  }
  return template.finish();
}

function nextSign(source: string, from: number): number {
  for (let at = from; at < source.length; at++) if (source[at] === "$" || source[at] === "\\") return at;
  return source.length;
}

/** `$1` or `$12`: two digits where there are so many groups, else one; what is no group stands for itself. */
function readNumber(template: GrowingTemplate, source: string, start: number, program: Program): number {
  const count = program.slots.length;
  let digits = isDigit(source[start + 2]) ? 2 : 1;
  if (digits === 2 && Number(source.slice(start + 1, start + 3)) > count) digits = 1;
  const end = start + 1 + digits;
  const index = Number(source.slice(start + 1, end));
  if (index < 1 || index > count) {
    const written = source.slice(start, end);
    if (index === 0) template.remark("whole-elsewhere", { start, end }, written, "$&");
    else template.remark("group-missing", { start, end }, written, groupsWords(count));
    template.asWritten(start, end);
    return end;
  }
  template.push({ kind: "group", slots: [index], label: String(index), start, end });
  if (digits === 1 && isDigit(source[end])) {
    template.remark("digit-behind", { start, end: end + 1 }, source.slice(start, end + 1), index, source[end] as string, groupsWords(count));
  }
  return end;
}

/** `$<name>`, in a pattern that names groups; a name that is none of them gives nothing. */
function readName(template: GrowingTemplate, source: string, start: number, program: Program): number {
  const names = program.groupNames;
  const close = source.indexOf(">", start);
  const none = Object.keys(names).length === 0;
  if (none || close < 0) {
    const end = start + 2;
    template.remark(none ? "name-none" : "name-open", { start, end }, "$<");
    template.asWritten(start, end);
    return end;
  }
  const span = { start, end: close + 1 };
  const label = source.slice(start + 2, close);
  const slots = Object.hasOwn(names, label) ? (names[label] as readonly number[]) : [];
  if (slots.length === 0) template.remark("name-unknown", span, source.slice(start, close + 1));
  template.push({ kind: "group", slots, label, ...span });
  return close + 1;
}

function remarkBackslash(template: GrowingTemplate, source: string, start: number, program: Program): void {
  const next = source[start + 1];
  const written = `\\${next}`;
  const span = { start, end: start + 2 };
  if (next !== undefined && CASE_LETTERS.includes(next)) template.remark("case-elsewhere", span, written, BY_FUNCTION);
  else if (next !== undefined && ESCAPES[next]) template.remark("escape-elsewhere", span, written, ESCAPES[next]);
  else if (isDigit(next) && Number(next) >= 1 && Number(next) <= program.slots.length)
    template.remark("group-elsewhere", span, written, Number(next), `$${next}`);
}
