/** Templates of preg_replace (PHP 8.2, ext/pcre, preg_get_backref). */

import type { Program } from "../program/program.ts";
import { isDigit } from "../text/characters.ts";
import { GrowingTemplate, remarkForeign } from "./parts.ts";
import type { Template } from "./template.ts";

/** How a function is given in place of a template. */
const BY_FUNCTION = "preg_replace_callback($re, fn($m) => strtoupper($m[0]), $text)";

export function readPhpTemplate(source: string, program: Program): Template {
  const template = new GrowingTemplate(source);
  remarkForeign(template, source, BY_FUNCTION);
  for (let at = 0; at < source.length; ) {
    const reference = referenceAt(source, at);
    if (reference) {
      const { number, end } = reference;
      const span = { start: at, end };
      if (number === 0) template.push({ kind: "whole", ...span });
      // A group that there is not is nothing.
      else template.push({ kind: "group", slots: number <= program.slots.length ? [number] : [], label: String(number), ...span });
      at = end;
    } else if (source[at] === "\\" && (source[at + 1] === "\\" || source[at + 1] === "$")) {
      // A backslash takes itself, and the sign.
      template.text(source[at + 1] as string, { start: at, end: at + 2 });
      at += 2;
    } else {
      template.asWritten(at, at + 1);
      at++;
    }
  }
  return template.finish();
}

/** `\1`, `$1`, `${1}`, with one more digit where there is one. */
function referenceAt(source: string, start: number): { readonly number: number; readonly end: number } | undefined {
  if (source[start] !== "\\" && source[start] !== "$") return undefined;
  const braced = source[start] === "$" && source[start + 1] === "{";
  let at = start + (braced ? 2 : 1);
  if (!isDigit(source[at])) return undefined;
  const digits = isDigit(source[at + 1]) ? 2 : 1;
  const number = Number(source.slice(at, at + digits));
  at += digits;
  if (!braced) return { number, end: at };
  return source[at] === "}" ? { number, end: at + 1 } : undefined;
}
