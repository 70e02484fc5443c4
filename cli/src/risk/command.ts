/** `lamprey risk`: patterns given, a list, or source files, judged on all cores. */
import type { PatternsOptions } from "../patterns/found.ts";
import { give, reportOn } from "../patterns/tasks.ts";
import { judgeRisks } from "./judge.ts";
import { isAtLeast, type RiskRow } from "./row.ts";
import { sarif } from "./sarif.ts";
import { table } from "./table.ts";
import type { Threshold } from "./threshold.ts";

export interface RiskOptions extends PatternsOptions {
  readonly all?: true;
  readonly failAt: Threshold;
}

/** Judges what was asked for, prints it, and returns the exit code. Throws where a file cannot be read. */
export async function runRisk(patterns: readonly string[], options: RiskOptions): Promise<number> {
  const report = await reportOn<RiskRow>("risk", patterns, options, judgeRisks);
  give(report, options, { table: () => table(report, options.all ?? patterns.length > 0), sarif: () => sarif(report) });
  return report.rows.some((row) => isAtLeast(row, options.failAt)) ? 1 : 0;
}
