/** A report as a person reads it on a terminal. */
import { countWords, grouped, visible } from "@lamprey/core";
import { growthWords, type Report, type Row, rankOf } from "./row.ts";

const PART = 32;

export function table({ rows, passed, files }: Report, all: boolean): string {
  const shown = [...rows].sort((a, b) => rankOf(b) - rankOf(a)).filter((row) => all || rankOf(row) > 1 || row.status !== "ok");
  const cells = shown.map((row) => [growthWords(row), row.found.mode, placeOf(row), causeOf(row), attackOf(row)]);
  const widths = [0, 1, 2, 3].map((column) => Math.max(0, ...cells.map((cell) => (cell[column] as string).length)));
  const lines = cells.map((cell) =>
    cell
      .map((text, column) => (column < 4 ? text.padEnd(widths[column] as number) : text))
      .join("  ")
      .trimEnd(),
  );
  return [...lines, ...(lines.length > 0 ? [""] : []), summary({ rows, passed, files })].join("\n");
}

const placeOf = ({ file, found }: Row): string => (file === null ? `/${visible(found.pattern, PART)}/${found.flags}` : `${file}:${found.line}:${found.column}`);

function causeOf({ findings, found, error, reason, growth }: Row): string {
  if (error) return visible(found.pattern, PART);
  const [worst] = findings ?? [];
  return worst ? visible(found.pattern.slice(worst.start, worst.end), PART) : growth === "undecided" ? (reason?.code ?? "") : visible(found.pattern, PART);
}

function attackOf({ findings, error, peak }: Row): string {
  if (error) return error.message;
  const [worst] = findings ?? [];
  if (peak) return `“${visible(peak.text, PART)}” takes ${countWords(peak.steps)} steps`;
  if (!worst) return "";
  const { prefix, pump, suffix } = worst.attack;
  const text = [prefix === "" ? "" : `“${visible(prefix)}” `, `“${visible(pump)}” × n`, suffix === "" ? "" : ` “${visible(suffix)}”`].join("");
  return `${text}${worst.restarts && worst.degree === 2 ? " (the search’s restarts)" : ""}${worst.until === null ? "" : ` until ${grouped(worst.until)}`}`;
}

function summary({ rows, passed, files }: Report): string {
  const counts = new Map<string, number>();
  for (const row of rows) counts.set(growthWords(row), (counts.get(growthWords(row)) ?? 0) + 1);
  const growths = [...counts].map(([words, count]) => `${grouped(count)} ${words}`).join(", ");
  const where = files > 0 ? ` in ${grouped(files)} ${files === 1 ? "file" : "files"}` : "";
  const left =
    passed.length === 0 ? "" : `; ${grouped(passed.length)} passed over, since they are put together when the program runs, or their file does not read`;
  return `${grouped(rows.length)} ${rows.length === 1 ? "pattern" : "patterns"}${where}: ${growths || "none"}${left}`;
}
