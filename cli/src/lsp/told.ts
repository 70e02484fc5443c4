/** What is told of a pattern: findings as an editor shows them. */
import { type Attack, countWords, visible } from "@lamprey/core";
import { DiagnosticSeverity } from "vscode-languageserver/node";
import type { JudgedFinding, Judgement } from "./judge.ts";

/** A part of a pattern, in code units of it, and what is said of it. */
export interface Told {
  readonly code: string;
  readonly severity: DiagnosticSeverity;
  readonly start: number;
  readonly end: number;
  readonly message: string;
  readonly attack: Attack | null;
  /** Other parts that have to do with it. */
  readonly related: readonly { readonly start: number; readonly end: number; readonly message: string }[];
}

/** A text of such a degree, or a higher one, is slow soon. */
const DEGREE_OF_A_WARNING = 3;
/** Characters of a text that are shown. */
const SHOWN = 40;

/** All that is told of the judgement of a pattern so long; nothing of a pattern that is linear, or undecided. */
export function toldOf({ error, risk, slips }: Judgement, length: number): readonly Told[] {
  if (error) {
    const { start, end, message } = error;
    return [{ code: "syntax-error", severity: DiagnosticSeverity.Error, start, end, message, attack: null, related: [] }];
  }
  const told: Told[] = [];
  const [worst, ...others] = risk?.findings ?? [];
  if (risk && worst && (risk.growth === "exponential" || risk.growth === "polynomial")) {
    const isWarning = risk.guarded === null && (risk.growth === "exponential" || (risk.degree ?? 0) >= DEGREE_OF_A_WARNING);
    told.push({
      code: risk.growth,
      severity: isWarning ? DiagnosticSeverity.Warning : DiagnosticSeverity.Information,
      start: worst.start,
      end: worst.end,
      message: [growthSentence(worst), slowSentence(worst), risk.guarded ?? ""].filter((each) => each !== "").join(" "),
      attack: worst.attack,
      related: others.map(({ start, end, ...each }) => ({ start, end, message: growthSentence({ start, end, ...each }) })),
    });
  } else if (risk?.peak) {
    const { text, steps } = risk.peak;
    const message = `A short text costs far more than its length: “${visible(text, SHOWN)}” takes ${countWords(steps)} steps.`;
    told.push({ code: "peak", severity: DiagnosticSeverity.Information, start: 0, end: length, message, attack: null, related: [] });
  }
  for (const { code, start, end, message, witness } of slips) {
    const shown = witness === null ? "" : ` “${visible(witness, SHOWN)}” shows it.`;
    told.push({ code, severity: DiagnosticSeverity.Information, start, end, message: `${message}${shown}`, attack: null, related: [] });
  }
  return told;
}

function growthSentence({ growth, degree, attack }: JudgedFinding): string {
  const text = attackWords(attack);
  return growth === "exponential"
    ? `The work can grow exponentially: with ${text}, each further “${visible(attack.pump, SHOWN)}” multiplies the steps.`
    : `The work can grow with the text’s length to the power ${degree ?? 2}: with ${text}.`;
}

function slowSentence({ slowFrom }: JudgedFinding): string {
  return slowFrom === null ? "" : `${slowFrom.toLocaleString("en")} characters take more than a second.`;
}

/** A text that makes the work grow, in words. */
export function attackWords({ prefix, pump, suffix }: Attack): string {
  const parts = [
    prefix === "" ? "" : `“${visible(prefix, SHOWN)}”`,
    `“${visible(pump, SHOWN)}” again and again`,
    suffix === "" ? "" : `“${visible(suffix, SHOWN)}”`,
  ];
  return parts.filter((part) => part !== "").join(", then ");
}
