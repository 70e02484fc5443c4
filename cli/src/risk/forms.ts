/** The forms in which a report of risks is given. */
import type { Report } from "../patterns/found.ts";
import type { give } from "../patterns/tasks.ts";
import type { RiskRow } from "./row.ts";
import { sarif } from "./sarif.ts";
import { markdown, table } from "./table.ts";

export function formsOf(report: Report<RiskRow>, all: boolean): Parameters<typeof give<RiskRow>>[2] {
  return { table: () => table(report, all), sarif: () => sarif(report), markdown: () => markdown(report, all) };
}
