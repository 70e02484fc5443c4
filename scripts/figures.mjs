// What the parts of the bench share: a clock, a line of output, a program from a pattern.
import { compile, read } from "../core/dist/index.js";

export const line = (what, figure) => console.log(`${what.padEnd(58)} ${figure}`);

/** Rounds that a ratio is the median of. */
export const ROUNDS = 5;

export const sorted = (values) => [...values].sort((a, b) => a - b);

export const median = (values) => sorted(values)[values.length >> 1];

/** Median, least and most. */
export const spread = (values, digits = 2) => {
  const all = sorted(values);
  return `${median(all).toFixed(digits)} (${all[0].toFixed(digits)}–${all.at(-1).toFixed(digits)})`;
};

export function clocked(work) {
  const started = performance.now();
  const result = work();
  return { ms: performance.now() - started, result };
}

export function programOf(pattern, flags = "", dialect = "ecmascript") {
  const compiled = compile(read({ dialect, pattern, flags }));
  if (!compiled.ok) throw new Error(compiled.diagnostics[0].message);
  return compiled.program;
}
