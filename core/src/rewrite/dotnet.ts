/** Templates of Regex.Replace (.NET, Substitutions in Regular Expressions). What is none stands for itself. */
import { contains } from "../charset/charset.ts";
import { dotnetWord } from "../dialect/dotnet/properties.ts";
import type { Program } from "../program/program.ts";
import { isDigit, isNumber } from "../text/characters.ts";
import { GrowingTemplate, remarkForeign } from "./parts.ts";
import { groupsWords } from "./remarks.ts";
import type { Template, TemplatePart } from "./template.ts";

/** How a function is given in place of a template. */
const BY_FUNCTION = "re.Replace(text, m => m.Value.ToUpperInvariant())";
const LARGEST_NUMBER = 2_147_483_647;

/** What a sign behind the dollar puts in. */
const SIGNS: Readonly<Record<string, readonly ("whole" | "before" | "after")[]>> = {
  "&": ["whole"],
  "`": ["before"],
  "'": ["after"],
  _: ["before", "whole", "after"],
};

export function readDotnetTemplate(source: string, program: Program): Template {
  const template = new GrowingTemplate(source);
  remarkForeign(template, source, BY_FUNCTION);
  for (let at = 0; at < source.length; ) {
    const start = at;
    if (source[start] === "$") at = readDollar(template, source, start, program);
    else if (source[start] === "\\" && isDigit(source[start + 1])) {
      template.remark("group-elsewhere", { start, end: start + 2 }, source.slice(start, start + 2), source[start + 1] ?? "", `$${source[start + 1]}`);
      at = start + 2;
      template.asWritten(start, at);
    } else {
      at = start + 1;
      template.asWritten(start, at);
    }
  }
  return template.finish();
}

/** What begins with a dollar; returns where it ends. */
function readDollar(template: GrowingTemplate, source: string, start: number, program: Program): number {
  const next = source[start + 1] ?? "";
  const signs = Object.hasOwn(SIGNS, next) ? SIGNS[next] : undefined;
  const span = { start, end: start + 2 };
  if (next === "$") template.text("$", span);
  else if (signs) for (const kind of signs) template.push({ kind, ...span });
  else if (next === "+") template.push(lastGroup(program, span));
  else return readGroup(template, source, start, program);
  return span.end;
}

/** The group with the highest number; the whole match where there is none. */
function lastGroup({ slots }: Program, span: { start: number; end: number }): TemplatePart {
  const last = slots.at(-1);
  return last ? { kind: "group", slots: [slots.length], label: last.name ?? String(last.number), ...span } : { kind: "whole", ...span };
}

/** `$1`, `${1}`, `${name}`; a dollar by itself stands for itself. */
function readGroup(template: GrowingTemplate, source: string, start: number, program: Program): number {
  const braced = source[start + 1] === "{" && start + 2 < source.length;
  const from = start + (braced ? 2 : 1);
  let to = from;
  if (isDigit(source[from])) while (isDigit(source[to])) to++;
  else if (braced) while (to < source.length && isWord(source.charCodeAt(to))) to++;
  const label = source.slice(from, to);
  const closed = !braced || source[to] === "}";
  const span = { start, end: braced && closed ? to + 1 : to };
  if (isNumber(label) && Number(label) > LARGEST_NUMBER) template.refuse("template-number", span);
  else if (label !== "" && closed) {
    const found = partOf(program, label);
    if (found) {
      template.push({ ...found, ...span });
      return span.end;
    }
    if (isNumber(label)) template.remark("group-missing", span, source.slice(start, span.end), groupsWords(program.slots.length));
  }
  template.asWritten(start, start + 1);
  return start + 1;
}

function partOf({ slots, groupNames }: Program, label: string): { kind: "whole" } | { kind: "group"; slots: readonly number[]; label: string } | undefined {
  if (!isNumber(label)) {
    const slot = Object.hasOwn(groupNames, label) ? slots.findIndex(({ name }) => name === label) : -1;
    return slot < 0 ? undefined : { kind: "group", slots: [slot + 1], label };
  }
  if (Number(label) === 0) return { kind: "whole" };
  const slot = slots.findIndex(({ number }) => number === Number(label));
  return slot < 0 ? undefined : { kind: "group", slots: [slot + 1], label };
}

const isWord = (unit: number): boolean => contains(dotnetWord(), unit);
