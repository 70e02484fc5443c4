/** What the tests of the core share: runs of our machine and of the host's engine in one form. */
import { BacktrackingMachine, compile, type DialectName, type MatchMode, type Program, type Reading, read, runToEnd } from "../src/index.ts";

export type Row = [number, number, ...([number, number] | null)[]];

export function readIn(dialect: DialectName, pattern: string, flags: string): Reading {
  return read({ dialect, pattern, flags });
}

export const readEcmascript = (pattern: string, flags = ""): Reading => readIn("ecmascript", pattern, flags);

export function programOf(pattern: string, flags = "", dialect: DialectName = "ecmascript"): Program {
  const compiled = compile(readIn(dialect, pattern, flags));
  if (!compiled.ok) throw new Error(compiled.diagnostics.map((d) => d.message).join(" "));
  return compiled.program;
}

/** Matches of the backtracking machine, or undefined where it goes over the limit of steps. */
export function matchesOf(
  pattern: string,
  flags: string,
  text: string,
  mode: MatchMode,
  stepLimit = 1e6,
  dialect: DialectName = "ecmascript",
): Row[] | undefined {
  const machine = new BacktrackingMachine(programOf(pattern, flags, dialect), text, { mode });
  if (runToEnd(machine, stepLimit) !== "done") return undefined;
  const { matches } = machine;
  return Array.from({ length: matches.length }, (_, i) => {
    const groups = Array.from({ length: matches.groupCount }, (_, g) => {
      const span = matches.group(i, g + 1);
      return span ? ([span.start, span.end] as [number, number]) : null;
    });
    return [matches.start(i), matches.end(i), ...groups];
  });
}

/** What the host's engine finds, in the same form. */
export function hostMatches(pattern: string, flags: string, text: string, mode: "first" | "all"): Row[] {
  const expression = new RegExp(pattern, [...new Set(`${flags}dg`)].join(""));
  if (mode === "first") {
    const found = expression.exec(text);
    return found ? [hostRow(found)] : [];
  }
  return [...text.matchAll(expression)].map(hostRow);
}

function hostRow(found: RegExpExecArray | RegExpMatchArray): Row {
  const spans = (found as RegExpExecArray).indices as RegExpIndicesArray;
  const [whole, ...groups] = spans.map((span) => (span ? ([span[0], span[1]] as [number, number]) : null));
  const [start, end] = whole as [number, number];
  return [start, end, ...groups];
}
