/** What an editor is told of one pattern: whether it reads, how its work can grow, and its likely mistakes. */
import {
  assessNow,
  compile,
  deadline,
  drained,
  type Finding,
  findRepairs,
  longestWithin,
  type Program,
  REPAIRS_PATIENCE_MS,
  type Repair,
  read,
  type Slip,
  STEPS_A_SECOND,
  slipsOf,
  tablesFor,
  VERDICT_PATIENCE_MS,
  type Verdict,
} from "@lamprey/core";
import type { FoundPattern } from "@lamprey/sources";
import { slipsAsAsked } from "../patterns/asked.ts";

export type Pattern = Pick<FoundPattern, "dialect" | "pattern" | "flags" | "mode">;

/** Findings of one pattern that are told: those behind them are seldom of another kind. */
const MOST_FINDINGS = 5;

export interface JudgedFinding extends Pick<Finding, "growth" | "degree" | "start" | "end" | "attack"> {
  /** The length from which on a text of the attack's shape takes more than a second; null where none does. */
  readonly slowFrom: number | null;
}

export interface Judgement {
  /** Why it does not read. */
  readonly error: { readonly code: string; readonly message: string; readonly start: number; readonly end: number } | null;
  /** Null where it does not read, or has what Lamprey does not run. */
  readonly risk: {
    readonly growth: Verdict["growth"];
    readonly degree: number | null;
    readonly findings: readonly JudgedFinding[];
    /** Why the language's own engine is linear all the same. */
    readonly guarded: string | null;
    readonly peak: { readonly text: string; readonly steps: string } | null;
  } | null;
  readonly slips: readonly Slip[];
}

/** Judges a pattern, in about the time that a verdict may take. */
export async function judgementOf(pattern: Pattern): Promise<Judgement> {
  await tablesFor(pattern.pattern);
  const reading = read(pattern);
  const fault = reading.diagnostics.find(({ severity }) => severity === "syntax-error");
  if (fault) return { error: { code: fault.code, message: fault.message, start: fault.start, end: fault.end }, risk: null, slips: [] };
  const compiled = compile(reading);
  if (!compiled.ok) return { error: null, risk: null, slips: [] };
  const { program } = compiled;
  const verdict = assessNow(program, pattern.mode, { stop: deadline(VERDICT_PATIENCE_MS) });
  const { growth, degree, peak, engine } = verdict;
  const findings = verdict.findings.slice(0, MOST_FINDINGS).map(
    (finding): JudgedFinding => ({
      growth: finding.growth,
      degree: finding.degree,
      start: finding.start,
      end: finding.end,
      attack: finding.attack,
      slowFrom: slowFrom(program, pattern, finding),
    }),
  );
  return {
    error: null,
    risk: {
      growth,
      degree,
      findings,
      guarded: engine?.says ?? verdict.findings[0]?.guard?.says ?? null,
      peak: peak && { text: peak.text, steps: String(peak.steps) },
    },
    slips: slipsAsAsked(drained(slipsOf(program, deadline(VERDICT_PATIENCE_MS))), pattern, true),
  };
}

function slowFrom(program: Program, { mode }: Pattern, finding: Finding): number | null {
  const safe = drained(longestWithin(program, mode, finding, STEPS_A_SECOND));
  return safe && safe.length + 1;
}

/** Other ways to write a pattern that grow less; none where it does not grow. */
export async function repairsOf(pattern: Pattern): Promise<readonly Repair[]> {
  await tablesFor(pattern.pattern);
  const compiled = compile(read(pattern));
  if (!compiled.ok) return [];
  const { program } = compiled;
  const verdict = assessNow(program, pattern.mode, { stop: deadline(VERDICT_PATIENCE_MS) });
  return verdict.findings.length === 0 ? [] : drained(findRepairs(program, pattern.mode, verdict, deadline(REPAIRS_PATIENCE_MS)));
}
