/** Templates of Matcher.replaceAll and replaceFirst (JDK 17, Matcher.appendExpandedReplacement). */

import type { Program } from "../program/program.ts";
import { isAsciiLetter, isDigit } from "../text/characters.ts";
import { CASE_LETTERS, GrowingTemplate, remarkForeign } from "./parts.ts";
import { groupsWords } from "./remarks.ts";
import type { Template } from "./template.ts";

/** How a function is given in place of a template. */
const BY_FUNCTION = "m.replaceAll(r -> r.group().toUpperCase())";

export function readJavaTemplate(source: string, program: Program): Template {
  const template = new GrowingTemplate(source);
  remarkForeign(template, source, BY_FUNCTION);
  for (let at = 0; at < source.length; ) {
    if (source[at] === "\\") at = readEscape(template, source, at, program);
    else if (source[at] === "$") at = readReference(template, source, at, program);
    else {
      let end = at + 1;
      while (end < source.length && source[end] !== "\\" && source[end] !== "$") end++;
      template.asWritten(at, end);
      at = end;
    }
  }
  return template.finish();
}

/** A backslash takes the next character as it is, whatever it is. */
function readEscape(template: GrowingTemplate, source: string, start: number, program: Program): number {
  const next = source[start + 1];
  const span = { start, end: Math.min(start + 2, source.length) };
  if (next === undefined) template.refuse("template-escape-end", span);
  else {
    if (isDigit(next) && next !== "0" && Number(next) <= program.slots.length) template.remark("digit-elsewhere", span, `\\${next}`, next, `$${next}`);
    else if (CASE_LETTERS.includes(next)) template.remark("case-letter", span, `\\${next}`, next, BY_FUNCTION);
    else if (isAsciiLetter(next)) template.remark("letter-alone", span, `\\${next}`, next);
    template.text(next, span);
  }
  return span.end;
}

/** `$1`, with as many digits more as there are groups for; or `${name}`. */
function readReference(template: GrowingTemplate, source: string, start: number, program: Program): number {
  if (source[start + 1] === "{") return readName(template, source, start, program);
  const first = source[start + 1];
  if (!isDigit(first)) {
    const end = Math.min(start + 2, source.length);
    if (first === "&") template.remark("whole-here", { start, end }, "$0");
    template.refuse("template-dollar", { start, end });
    return end;
  }
  const count = program.slots.length;
  let number = Number(first);
  let end = start + 2;
  for (; isDigit(source[end]); end++) {
    const longer = 10 * number + Number(source[end]);
    if (longer > count) break;
    number = longer;
  }
  const span = { start, end };
  if (number === 0) template.push({ kind: "whole", ...span });
  else if (number <= count) {
    if (isDigit(source[end]))
      template.remark("digit-behind", { start, end: end + 1 }, source.slice(start, end + 1), number, source[end] ?? "", groupsWords(count));
    template.push({ kind: "group", slots: [number], label: String(number), ...span });
  } else template.refuse("template-group", span, number, groupsWords(count));
  return end;
}

function readName(template: GrowingTemplate, source: string, start: number, program: Program): number {
  let end = start + 2;
  while (isAsciiLetter(source[end]) || isDigit(source[end])) end++;
  const label = source.slice(start + 2, end);
  const closed = source[end] === "}";
  const span = { start, end: closed ? end + 1 : end };
  if (label === "" || !closed) template.refuse("template-braces", span);
  else if (isDigit(label[0])) template.refuse("template-name", span, label);
  else if (!Object.hasOwn(program.groupNames, label)) template.refuse("template-name-unknown", span, label);
  else template.push({ kind: "group", slots: program.groupNames[label] as readonly number[], label, ...span });
  return span.end;
}
