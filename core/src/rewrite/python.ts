/** Templates of `re.sub`, as `re` of Python 3.11 and later reads them (re._parser.parse_template). */

import { dialectOf } from "../dialect/index.ts";
import type { Program } from "../program/program.ts";
import { isAsciiLetter, isDigit, isOctal } from "../text/characters.ts";
import { CASE_LETTERS, GrowingTemplate, remarkForeign } from "./parts.ts";
import { groupsWords } from "./remarks.ts";
import type { Template } from "./template.ts";

/** How a function is given in place of a template. */
const BY_FUNCTION = "re.sub(p, lambda m: m[0].upper(), text)";

const ESCAPES: Readonly<Record<string, string>> = { a: "\x07", b: "\b", f: "\f", n: "\n", r: "\r", t: "\t", v: "\v", "\\": "\\" };

/** `MAXGROUPS`: a larger number is no group, whatever the pattern. */
const MOST_GROUPS = 1073741823;
const LAST_OCTAL = 0o377;

export function readPythonTemplate(source: string, program: Program): Template {
  const template = new GrowingTemplate(source);
  remarkForeign(template, source, BY_FUNCTION);
  for (let at = 0; at < source.length; ) {
    if (source[at] === "$") remarkDollar(template, source, at, program);
    if (source[at] !== "\\") {
      const end = nextSign(source, at + 1);
      template.asWritten(at, end);
      at = end;
      continue;
    }
    const next = source[at + 1];
    const two = { start: at, end: Math.min(at + 2, source.length) };
    if (next === undefined) template.refuse("template-escape-end", two);
    if (next === "g") at = readReference(template, source, at, program);
    else if (isDigit(next)) at = readDigits(template, source, at, program);
    else {
      if (isAsciiLetter(next) && !ESCAPES[next as string]) {
        if (CASE_LETTERS.includes(next as string)) template.refuse("template-case", two, next as string, BY_FUNCTION);
        else template.refuse("template-escape", two, next as string);
      }
      // What is no escape keeps its backslash.
      template.text(ESCAPES[next ?? ""] ?? source.slice(at, two.end), two);
      at = two.end;
    }
  }
  return template.finish();
}

function nextSign(source: string, from: number): number {
  for (let at = from; at < source.length; at++) if (source[at] === "\\" || source[at] === "$") return at;
  return source.length;
}

/** `\g<name>` or `\g<1>`. */
function readReference(template: GrowingTemplate, source: string, start: number, program: Program): number {
  const after = start + 2;
  if (source[after] !== "<") {
    template.refuse("template-reference-form", { start, end: after });
    return after;
  }
  const close = source.indexOf(">", after + 1);
  const end = close < 0 ? source.length : close + 1;
  const label = source.slice(after + 1, close < 0 ? source.length : close);
  if (close < 0 || label === "") {
    template.refuse("template-name-missing", { start, end });
    return end;
  }
  const named = slotsNamed(label, program);
  const number = named === undefined ? dialectOf("python").syntax.conditionNumber(label) : undefined;
  if (named === undefined && (number === undefined || number < 0)) template.refuse("template-name", { start, end }, label);
  else if (named) {
    if (named.length === 0) template.refuse("template-name-unknown", { start, end }, label);
    else template.push({ kind: "group", slots: named, label, start, end });
  } else addGroup(template, number as number, start, end, program);
  return end;
}

/** The slots of a name, none where no group has it; undefined where it is no name. */
function slotsNamed(label: string, program: Program): readonly number[] | undefined {
  const names = dialectOf("python").syntax.names;
  const isName = Array.from(label).every((character, i) => (i === 0 ? names?.starts : names?.continues)?.(character.codePointAt(0) as number, program.options));
  if (!isName) return undefined;
  return Object.hasOwn(program.groupNames, label) ? (program.groupNames[label] as readonly number[]) : [];
}

/** A digit after a backslash: NUL and what follows it in octal, three octal digits, or a group of one or two digits. */
function readDigits(template: GrowingTemplate, source: string, start: number, program: Program): number {
  let end = start + 2;
  if (source[start + 1] === "0") {
    while (end < start + 4 && isOctal(source[end])) end++;
    const span = { start, end };
    if (end === start + 2) template.remark("nul", span, "\\0", "\\g<0>");
    template.text(String.fromCharCode(Number.parseInt(source.slice(start + 1, end), 8) & 0xff), span);
    return end;
  }
  if (isDigit(source[end])) {
    end++;
    if (isOctal(source[start + 1]) && isOctal(source[start + 2]) && isOctal(source[end])) return readOctal(template, source, start, end + 1);
  }
  addGroup(template, Number(source.slice(start + 1, end)), start, end, program);
  return end;
}

function readOctal(template: GrowingTemplate, source: string, start: number, end: number): number {
  const digits = source.slice(start + 1, end);
  const code = Number.parseInt(digits, 8);
  const span = { start, end };
  if (code > LAST_OCTAL) template.refuse("template-octal", span, digits);
  else {
    const [group, behind] = [digits.slice(0, 1), digits.slice(1)];
    template.remark("octal", span, `\\${digits}`, code, group, behind, `\\g<${group}>${behind}`);
    template.text(String.fromCharCode(code), span);
  }
  return end;
}

function addGroup(template: GrowingTemplate, number: number, start: number, end: number, program: Program): void {
  const count = program.slots.length;
  const span = { start, end };
  if (number === 0) template.push({ kind: "whole", ...span });
  else if (number <= count && number < MOST_GROUPS) template.push({ kind: "group", slots: [number], label: String(number), ...span });
  else if (number >= 10 && number < 100 && Math.floor(number / 10) <= count) {
    const [group, digit] = [Math.floor(number / 10), number % 10];
    template.refuse("template-group-digit", span, number, groupsWords(count), group, digit, `\\g<${group}>${digit}`);
  } else template.refuse("template-group", span, number, groupsWords(count));
}

/** `$1` and `${name}` are other hosts' groups. */
function remarkDollar(template: GrowingTemplate, source: string, start: number, program: Program): void {
  const next = source[start + 1];
  const span = { start, end: start + 2 };
  if (next === "&") template.remark("whole-elsewhere", span, "$&", "\\g<0>");
  else if (isDigit(next) && Number(next) >= 1 && Number(next) <= program.slots.length) {
    template.remark("group-elsewhere", span, `$${next}`, Number(next), `\\${next}`);
  } else if (next === "{" || next === "<") template.remark("named-elsewhere", span, `$${next}`, "\\g<name>");
}
