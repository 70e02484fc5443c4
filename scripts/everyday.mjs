// What an engine is measured on beside another: everyday patterns, a log, and how we count.
import { BacktrackingMachine, chooseMachine, LinearMachine } from "../core/dist/index.js";
import { programOf } from "./figures.mjs";

export const LOG_BYTES = 16 * 1024 * 1024;

/** Everyday patterns: what they are, pattern, flags. */
export const EVERYDAY = [
  ["a literal", "timeout", ""],
  ["a rare literal", "link lost for 99.9", ""],
  ["a literal, any case", "error", "i"],
  ["words", "ERROR|WARN|timeout|retry", ""],
  ["words, any case", "hollin|merle|brack", "i"],
  ["a date", "\\d{4}-\\d{2}-\\d{2}", ""],
  ["decimal numbers", "\\d+\\.\\d+", ""],
  ["every word", "\\w+", ""],
  ["words by their end", "\\b[a-z]+ed\\b", ""],
  ["addresses", "[\\w.]+@[\\w.]+\\.\\w+", ""],
  ["keys and values", "(\\w+)=(\\w+)", ""],
  ["parts of a time", "(\\d+)-(\\d+)-(\\d+)T(\\d+):(\\d+)", ""],
  ["lazy in quotes", '".*?"', ""],
  ["lazy in brackets", "\\[(.+?)\\]", ""],
  ["lines that hold a word", "^.*ERROR.*$", "m"],
  ["starts of lines", "^\\d+", "m"],
  ["ends of lines", "done$", "m"],
  ["a lookahead", "\\w+(?==)", ""],
  ["a lookbehind", "(?<=user=)\\w+", ""],
  ["a negated lookahead", "station=(?!1)\\d+", ""],
  ["Unicode properties", "\\p{Lu}\\p{Ll}+", "u"],
  ["a set of properties", "[\\p{L}\\p{N}_]+", "u"],
  ["a back-reference", "\\b(\\w+) \\1\\b", ""],
  ["two words in a line", "gate.*opened.*user", ""],
];

/** A made-up log of the counting stations; `beyond` puts a character beyond ASCII into every tenth line. */
export function logText(beyond) {
  let seed = 4317;
  const random = () => {
    seed = (Math.imul(seed, 1103515245) + 12345) >>> 0;
    return seed / 2 ** 32;
  };
  const pick = (words) => words[Math.floor(random() * words.length)];
  const levels = ["INFO", "INFO", "INFO", "DEBUG", "WARN", "ERROR"];
  const parts = ["gate-control", "counter", "tag-reader", "telemetry", "patrol", "sampler"];
  const weirs = ["Hollin Weir", "Sallow Weir", "Merle Weir", "Aske Weir", "Brack Weir"];
  const events = ["fish counted", "gate opened to", "level read as", "sample taken by", "battery at", "link lost for", "retry scheduled in", "timeout after"];
  const lines = [];
  let length = 0;
  for (let time = Date.UTC(2026, 3, 1); length < LOG_BYTES; time += Math.floor(random() * 4000)) {
    const user = `${pick(["mara", "olen", "tibb"])}.${pick(["vey", "quist", "rook"])}@tarrow.example`;
    const path = `/weirs/${Math.floor(random() * 20)}/readings?from=${Math.floor(random() * 1000)}`;
    const more = `${(random() * 100).toFixed(2)} user=${user} id=${Math.floor(random() * 2 ** 32).toString(16)} "path=${path}"`;
    const line = `${new Date(time).toISOString()} ${pick(levels)} [${pick(parts)}] ${pick(weirs)} station=${Math.floor(random() * 90 + 10)} ${pick(events)} ${more}`;
    lines.push(`${line}${beyond && random() < 0.1 ? " 7°" : ""} done done`);
    length += line.length + 11;
  }
  return lines.join("\n");
}

/** Reading, compiling and all else included. */
export function countByUs(pattern, flags, text, dialect = "ecmascript") {
  const program = programOf(pattern, flags, dialect);
  if (chooseMachine(program).machine === "linear") {
    const machine = new LinearMachine(program, text, { mode: "all", countOnly: true });
    machine.advance(Number.MAX_SAFE_INTEGER);
    return machine.count;
  }
  const machine = new BacktrackingMachine(program, text, { mode: "all" });
  machine.advance(Number.POSITIVE_INFINITY);
  return machine.matches.length;
}
