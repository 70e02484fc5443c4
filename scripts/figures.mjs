// What the parts of the bench share: a clock, a line of output, a program from a pattern.
import { compile, read } from "../core/dist/index.js";

export const line = (what, figure) => console.log(`${what.padEnd(58)} ${figure}`);

export const sorted = (values) => [...values].sort((a, b) => a - b);

export function clocked(work) {
  const started = performance.now();
  const result = work();
  return { ms: performance.now() - started, result };
}

export function programOf(pattern, flags = "") {
  const compiled = compile(read({ dialect: "ecmascript", pattern, flags }));
  if (!compiled.ok) throw new Error(compiled.diagnostics[0].message);
  return compiled.program;
}
