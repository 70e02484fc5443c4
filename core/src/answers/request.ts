/** What every request of the JSON Lines contract shares: its source, its checks, and the forms of a failed answer. */
import { type Cut, compile, type Diagnostic, type Program, type Reading, read, type Source } from "../index.ts";

export type Status = "ok" | "syntax-error" | "unsupported" | "step-limit" | "bad-request";

export interface ContractError {
  readonly code: string;
  readonly message: string;
  readonly start: number;
  readonly end: number;
}

export interface Answer {
  readonly id?: string;
  readonly status: Status;
  readonly error?: ContractError;
  readonly elapsedMs: number;
}

export interface PatternRequest extends Source {
  readonly id?: string;
}

export interface CommonRequest extends PatternRequest {
  readonly text: string;
}

export function failed(status: Status, code: string, message: string): Pick<Answer, "status" | "error"> {
  return { status, error: { code, message, start: 0, end: 0 } };
}

/** The answer where we fail ourselves: it is no end of a list. */
export function internal(fault: unknown): Pick<Answer, "status" | "error"> {
  return failed("bad-request", "internal", `Lamprey failed on this request: ${fault instanceof Error ? fault.message : String(fault)}`);
}

/** The answer where a run ended before its end, and nothing of it is given. */
export function cutShort(cut: Cut): Pick<Answer, "status" | "error"> {
  return failed("step-limit", CUT_CODES[cut], CUTS[cut]);
}

const CUT_CODES: Readonly<Record<Cut, string>> = {
  steps: "step-limit",
  time: "time-limit",
  memory: "memory-limit",
  matches: "matches-limit",
  calls: "endless-call",
  stuck: "search-stuck",
};

const CUTS: Readonly<Record<Cut, string>> = {
  steps: "The run was cut short after more steps than are taken for an answer.",
  time: "The run was cut short after two seconds.",
  memory: "The run takes more room than there is.",
  matches: "There are more matches than are kept.",
  calls: "A group calls itself without end, so the run was given up.",
  stuck: "“\\K” in a lookaround has a match begin where the search cannot go on from it, and PHP gives the run up there.",
};

type Refused = { readonly refused: Pick<Answer, "status" | "error"> };

/** The program, or the answer that says why there is none. */
export function programOf(source: Source): { readonly program: Program } | Refused {
  return compiledOf(read(source));
}

export function compiledOf(reading: Reading): { readonly program: Program } | Refused {
  const compiled = compile(reading);
  return compiled.ok ? { program: compiled.program } : refusedFor(compiled.diagnostics);
}

/** The pattern as it reads, or the answer that says why it does not: what it compiles to is not known yet. */
export function readingOf(source: Source): { readonly reading: Reading } | Refused {
  const reading = read(source);
  return reading.diagnostics.length === 0 ? { reading } : refusedFor(reading.diagnostics);
}

function refusedFor(diagnostics: readonly Diagnostic[]): Refused {
  // A mistake weighs more than what Lamprey does not read: mending the mistake comes first.
  const worst = diagnostics.find((d) => d.severity === "syntax-error") ?? (diagnostics[0] as Diagnostic);
  const { severity, code, message, start, end } = worst;
  return { refused: { status: severity, error: { code, message, start, end } } };
}
