/**
 * Asks this engine: a question as JSON on standard input, what it finds as JSON on standard output. The pattern is data
 * for the constructor and never part of code. Offsets are UTF-16 code units.
 */
import { readFileSync } from "node:fs";

/** Matches that are handed back; the rest is only said to be there. */
const MOST = 20_000;

/** How the flags ask in each mode; the whole text is asked for by what may not follow. */
const MODES = {
  first: (flags) => flags.replace("g", ""),
  all: (flags) => `${flags.replace("g", "")}g`,
  start: (flags) => `${flags.replace(/[gy]/g, "")}y`,
  whole: (flags) => `${flags.replace(/[gy]/g, "")}y`,
};

function answer({ pattern, flags, text, mode, only }) {
  let expression;
  try {
    expression = new RegExp(pattern, flags);
    const asked = MODES[mode](flags.replace("d", ""));
    expression = new RegExp(mode === "whole" ? `(?:${pattern})(?![^])` : pattern, only === "time" ? asked : `${asked}d`);
  } catch (error) {
    return { refused: error.message };
  }
  const matches = [];
  let more = false;
  const started = performance.now();
  const found = expression.global ? text.matchAll(expression) : [expression.exec(text)].filter((match) => match !== null);
  for (const match of found) {
    if (only === "time") continue;
    if (matches.length === MOST) {
      more = true;
      break;
    }
    const [whole, ...groups] = match.indices;
    matches.push([whole[0], whole[1], ...groups.map((span) => span ?? null)]);
  }
  return { ms: performance.now() - started, matches, more };
}

process.stdout.write(JSON.stringify(answer(JSON.parse(readFileSync(0, "utf8")))));
