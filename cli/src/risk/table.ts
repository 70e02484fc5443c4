/** A report of risks as a person reads it on a terminal. */
import { countWords, grouped, visible } from "@lamprey/core";
import type { Report } from "../patterns/found.ts";
import { inColumns, inMarkdown, PART, placeOf, summary } from "../patterns/words.ts";
import { isMeant, type RiskRow, rankOf, verdictWords } from "./row.ts";

export function table(report: Report<RiskRow>, all: boolean): string {
  const lines = inColumns(cellsOf(report, all));
  return [...lines, ...(lines.length > 0 ? [""] : []), summary(report, countsOf(report.rows))].join("\n");
}

/** The same in Markdown, for the summary page of a run. */
export function markdown(report: Report<RiskRow>, all: boolean): string {
  return inMarkdown(["Growth", "Asked", "Where", "Cause", "Attack"], cellsOf(report, all), summary(report, countsOf(report.rows)));
}

function cellsOf(report: Report<RiskRow>, all: boolean): string[][] {
  const isShown = (row: RiskRow): boolean => all || (rankOf(row) > 1 && !isMeant(row)) || row.status !== "ok";
  const shown = [...report.rows].sort((a, b) => rankOf(b) - rankOf(a)).filter(isShown);
  return shown.map((row) => [`${verdictWords(row)}${isMeant(row) ? " (meant)" : ""}`, row.found.mode, placeOf(row), causeOf(row), attackOf(row)]);
}

function causeOf({ findings, found, error, reason, growth }: RiskRow): string {
  if (error) return visible(found.pattern, PART);
  const [worst] = findings ?? [];
  return worst ? visible(found.pattern.slice(worst.start, worst.end), PART) : growth === "undecided" ? (reason?.code ?? "") : visible(found.pattern, PART);
}

function attackOf({ findings, error, peak, engine }: RiskRow): string {
  if (error) return error.message;
  if (engine) return "";
  const [worst] = findings ?? [];
  if (peak) return `“${visible(peak.text, PART)}” takes ${countWords(peak.steps)} steps`;
  if (!worst) return "";
  const { prefix, pump, suffix } = worst.attack;
  const text = [prefix === "" ? "" : `“${visible(prefix)}” `, `“${visible(pump)}” × n`, suffix === "" ? "" : ` “${visible(suffix)}”`].join("");
  return `${text}${worst.restarts && worst.degree === 2 ? " (the search’s restarts)" : ""}${worst.until === null ? "" : ` until ${grouped(worst.until)}`}`;
}

/** How many rows there are of each growth, the worst first. */
function countsOf(rows: readonly RiskRow[]): string {
  const counts = new Map<string, number>();
  for (const row of [...rows].sort((a, b) => rankOf(b) - rankOf(a))) counts.set(verdictWords(row), (counts.get(verdictWords(row)) ?? 0) + 1);
  return [...counts].map(([words, count]) => `${grouped(count)} ${words}`).join(", ");
}
