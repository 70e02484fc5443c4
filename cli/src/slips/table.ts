/** Slips of many patterns as a person reads them on a terminal. */
import { grouped, visible } from "@lamprey/core";
import type { Report } from "../patterns/found.ts";
import { inColumns, inMarkdown, PART, placeOf, summary } from "../patterns/words.ts";
import type { SlipsRow } from "./row.ts";

/** A slip a line, with its place, the part that it is, its sentence, and a text that shows it. */
export function table(report: Report<SlipsRow>): string {
  const cells = cellsOf(report);
  return [...inColumns(cells), ...(cells.length > 0 ? [""] : []), summary(report, countsOf(report.rows))].join("\n");
}

/** The same in Markdown, for the summary page of a run. */
export const markdown = (report: Report<SlipsRow>): string =>
  inMarkdown(["Mistake", "Where", "Part", "What it is"], cellsOf(report), summary(report, countsOf(report.rows)));

function cellsOf(report: Report<SlipsRow>): string[][] {
  return report.rows.flatMap((row) => {
    if (row.error) return [[row.error.code, placeOf(row), visible(row.found.pattern, PART), row.error.message]];
    return (row.slips ?? []).map(({ code, start, end, message, witness }) => [
      code,
      placeOf(row),
      visible(row.found.pattern.slice(start, end), PART),
      `${message}${witness === null ? "" : ` “${visible(witness, PART)}” shows it.`}`,
    ]);
  });
}

/** How many there are of each kind, the most frequent first. */
function countsOf(rows: readonly SlipsRow[]): string {
  const counts = new Map<string, number>();
  for (const { code } of rows.flatMap(({ slips = [] }) => slips)) counts.set(code, (counts.get(code) ?? 0) + 1);
  return [...counts]
    .sort((one, other) => other[1] - one[1])
    .map(([code, count]) => `${grouped(count)} ${code}`)
    .join(", ");
}
