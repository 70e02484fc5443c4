/** `lamprey risk`: patterns given, a list, or source files, judged on all cores. */
import type { PatternsOptions } from "../patterns/found.ts";
import { give, reportOn } from "../patterns/tasks.ts";
import type { Threshold } from "../patterns/threshold.ts";
import { formsOf } from "./forms.ts";
import { judgeRisks } from "./judge.ts";
import { codeOf, isAtLeast, type RiskRow, rankOf } from "./row.ts";

export interface RiskOptions extends PatternsOptions {
  readonly all?: true;
  readonly failAt?: Threshold;
}

/** Where nothing is said of it. */
const DEFAULT_THRESHOLD: Threshold = "exponential";

/** Judges what was asked for, prints it, and returns the exit code. Throws where a file cannot be read. */
export async function runRisk(patterns: readonly string[], options: RiskOptions): Promise<number> {
  const all = await reportOn<RiskRow>("risk", patterns, options, judgeRisks);
  const known =
    options.baseline === undefined
      ? undefined
      : await (await import("../patterns/baseline.ts")).Baseline.of(options.baseline, (row) => [codeOf(row as RiskRow)]);
  const report = known ? { ...all, rows: all.rows.filter((row) => rankOf(row) <= 1 || !known.takes(row, codeOf(row))) } : all;
  give(report, options, formsOf(report, options.all ?? patterns.length > 0));
  return report.rows.some((row) => isAtLeast(row, options.failAt ?? DEFAULT_THRESHOLD)) ? 1 : 0;
}
