/** The contract's `risk`: how a pattern's work can grow with the text at worst, with the texts that make it. */
import { assessNow, type Finding, type GrowthKind, type HazardMode, type PumpReading, REASONS, type Sample, type Stop } from "../index.ts";
import { untilTimeLimit } from "./limits.ts";
import { type Answer, type PatternRequest, programOf } from "./request.ts";

export interface RiskRequest extends PatternRequest {
  readonly mode: HazardMode;
}

export interface RiskFinding extends Omit<Finding, "samples" | "readings"> {
  readonly samples: readonly { readonly pumps: number; readonly length: number; readonly steps: string; readonly compared?: string }[];
  readonly readings: readonly PumpReading[];
}

export interface RiskAnswer extends Omit<Answer, "id" | "elapsedMs"> {
  /** What was judged: an addition to the contract. */
  readonly mode?: HazardMode;
  readonly growth?: GrowthKind;
  readonly degree?: number | null;
  /** Whether more growth than said could not be ruled out. */
  readonly atLeast?: boolean;
  readonly findings?: readonly RiskFinding[];
  /** Why it is linear or undecided, as a code and a sentence: an addition to the contract. */
  readonly reason?: { readonly code: string; readonly message: string };
  /** Where the dialect's own engine is linear whatever the plain machine does, which it is and why: an addition to the contract. */
  readonly engine?: { readonly name: string; readonly growth: "linear"; readonly message: string };
  /** Where no growth was found, a short text that costs far more than its length, or null: an addition to the contract. */
  readonly peak?: { readonly text: string; readonly length: number; readonly steps: string } | null;
}

/** Within the time that a verdict may take; where that is over, what is known by then. */
export function risk(request: RiskRequest): RiskAnswer {
  return riskWithin(request, untilTimeLimit());
}

/** The same, until `stop` says that it has taken too long. */
export function riskWithin(request: RiskRequest, stop: Stop): RiskAnswer {
  const made = programOf(request);
  if ("refused" in made) return made.refused;
  const { growth, degree, atLeast, findings, reason, peak, engine } = assessNow(made.program, request.mode, { stop });
  return {
    status: "ok",
    mode: request.mode,
    growth,
    degree,
    atLeast,
    findings: findings.map((finding) => ({ ...finding, samples: finding.samples.map(inDigits) })),
    reason: { code: reason, message: REASONS[reason] },
    ...(engine && { engine: { name: engine.name, growth: "linear" as const, message: engine.says } }),
    peak: peak && { text: peak.text, length: peak.text.length, steps: String(peak.steps) },
  };
}

/** What back-references compared is an addition to the contract. */
function inDigits({ pumps, length, steps, compared }: Sample): RiskFinding["samples"][number] {
  return { pumps, length, steps: String(steps), ...(compared === undefined ? {} : { compared: String(compared) }) };
}
