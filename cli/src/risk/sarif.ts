/** A report of risks as SARIF: what grows, what has a peak, and what is undecided. */
import { countWords, HAZARD_MODES, visible } from "@lamprey/core";
import type { Report } from "../patterns/found.ts";
import { locationsOf, type SarifRule, sarifLog, suppressionsOf } from "../patterns/sarif.ts";
import { codeOf, type RiskRow, verdictWords } from "./row.ts";

const RULES = {
  exponential: { text: "Each further character of an attack multiplies the steps.", level: "error" },
  polynomial: { text: "The steps grow with the square of the text’s length, or a higher power.", level: "warning" },
  peak: { text: "The steps do not grow with the text for ever, but a short text costs far more than its length.", level: "warning" },
  undecided: { text: "Whether the steps grow faster than the text could not be decided.", level: "note" },
} as const satisfies Readonly<Record<string, SarifRule>>;

export function sarif({ rows }: Report<RiskRow>): object {
  const results = rows.flatMap((row) => {
    const rule = codeOf(row);
    return rule in RULES ? [resultOf(row, rule as keyof typeof RULES)] : [];
  });
  return sarifLog(RULES, results);
}

function resultOf(row: RiskRow, ruleId: keyof typeof RULES): object {
  const { found } = row;
  const [worst] = row.findings ?? [];
  const because = worst
    ? ` “${visible(found.pattern.slice(worst.start, worst.end))}” is the cause; the attack is “${visible(worst.attack.prefix)}”, then “${visible(worst.attack.pump)}” again and again, then “${visible(worst.attack.suffix)}”.`
    : row.peak
      ? ` “${visible(row.peak.text)}” takes ${countWords(row.peak.steps)} steps.`
      : ` ${row.reason?.message ?? ""}`;
  return {
    ruleId,
    level: RULES[ruleId].level,
    message: { text: `/${visible(found.pattern, 80)}/${found.flags}: ${verdictWords(row)} ${HAZARD_MODES[found.mode].words}.${because}` },
    ...locationsOf(row, worst),
    ...suppressionsOf(row, ruleId),
    properties: {
      mode: found.mode,
      growth: row.growth,
      degree: row.degree,
      atLeast: row.atLeast,
      dialect: found.dialect,
      pattern: found.pattern,
      flags: found.flags,
      attack: worst?.attack ?? null,
      peak: row.peak ?? null,
    },
  };
}
