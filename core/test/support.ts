/** What the tests of the core share: runs of our machine and of the host's engine in one form. */
import {
  BacktrackingMachine,
  chooseMachine,
  compile,
  type DialectName,
  forecast,
  LinearMachine,
  type MatchMode,
  type MatchTable,
  type Program,
  type Reading,
  read,
  runToEnd,
  steppedMachine,
} from "../src/index.ts";

/** Every text over the letters up to a length, the shortest first. */
export function textsOver(letters: readonly string[], longest: number): string[] {
  let layer = [""];
  const all = [""];
  for (let n = 0; n < longest; n++) {
    layer = layer.flatMap((text) => letters.map((letter) => text + letter));
    all.push(...layer);
  }
  return all;
}

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

/** The machines' WebAssembly takes longer to set up than a short run takes: every so many runs are enough. */
const KERNEL_EVERY = 16;
let calls = 0;

let lastProgram: { readonly key: string; readonly program: Program } | undefined;

function cachedProgram(pattern: string, flags: string, dialect: DialectName): Program {
  const key = JSON.stringify([pattern, flags, dialect]);
  if (lastProgram?.key !== key) lastProgram = { key, program: programOf(pattern, flags, dialect) };
  return lastProgram.program;
}

/**
 * The matches that every machine finds; throws where they differ, or where a forecast is not the number of steps.
 * Undefined where the backtracking machine goes over the limit of steps.
 */
export function matchesOf(
  pattern: string,
  flags: string,
  text: string,
  mode: MatchMode,
  stepLimit = 1e6,
  dialect: DialectName = "ecmascript",
): Row[] | undefined {
  return matchesOfProgram(cachedProgram(pattern, flags, dialect), text, mode, stepLimit);
}

export function matchesOfProgram(program: Program, text: string, mode: MatchMode, stepLimit = 1e6): Row[] | undefined {
  const machine = steppedMachine(program, text, { mode });
  if (runToEnd(machine, stepLimit) !== "done") return undefined;
  const rows = rowsOf(machine.matches);
  const foreseen = forecast(program, text, { mode, stepsFirst: 0 });
  agree("forecast", [machine.steps, rows], [Number(foreseen.steps), rowsOf(foreseen.matches)]);
  if (chooseMachine(program).machine === "linear") {
    const linear = new LinearMachine(program, text, { mode, directly: true });
    while (!linear.advance(7));
    agree("linear machine", rows, rowsOf(linear.matches));
    const tried = new LinearMachine(program, text, { mode });
    while (!tried.advance(7));
    agree("linear machine's trial", rows, rowsOf(tried.matches));
    if (calls++ % KERNEL_EVERY !== 0) return rows;
    const kernel = new LinearMachine(program, text, { mode, kernelFrom: 0, directly: true });
    while (!kernel.advance(1000));
    agree("linear machine's kernel", rows, rowsOf(kernel.matches));
    if (program.preference === "longest") return rows;
    const compiled = new BacktrackingMachine(program, text, { mode, compileAfter: 3 });
    while (!compiled.advance(41));
    agree("compiled run", [machine.steps, machine.deepest, rows], [compiled.steps, compiled.deepest, rowsOf(compiled.matches)]);
  }
  return rows;

  function agree(name: string, wanted: unknown, found: unknown): void {
    const [one, other] = [JSON.stringify(wanted), JSON.stringify(found)];
    if (one !== other)
      throw new Error(
        `/${program.reading.source.pattern}/${program.reading.source.flags} on ${JSON.stringify(text)}: the backtracking machine ${one}, the ${name} ${other}`,
      );
  }
}

export function rowsOf(matches: MatchTable): Row[] {
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
