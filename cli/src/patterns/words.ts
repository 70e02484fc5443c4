/** What the tables of the commands say alike. */
import { grouped, mostOf, visible } from "@lamprey/core";
import type { Report, Row } from "./found.ts";

/** Characters of a part of a pattern, or of a text, that a table shows. */
export const PART = 32;

export const placeOf = ({ file, found }: Row<object>): string =>
  file === null ? `/${visible(found.pattern, PART)}/${found.flags}` : `${file}:${found.line}:${found.column}`;

/** Rows of cells as lines, each column as wide as its widest; the last as it is. */
export function inColumns(cells: readonly (readonly string[])[]): string[] {
  const last = (cells[0]?.length ?? 1) - 1;
  const widths = Array.from({ length: last }, (_, column) => Math.max(0, mostOf(cells.map((cell) => (cell[column] as string).length))));
  return cells.map((cell) =>
    cell
      .map((text, column) => (column < last ? text.padEnd(widths[column] as number) : text))
      .join("  ")
      .trimEnd(),
  );
}

/** Rows of cells as a table of Markdown (GitHub Flavored Markdown, 4.10), below a sentence; signs that mean something there are escaped. */
export function inMarkdown(headings: readonly string[], cells: readonly (readonly string[])[], sentence: string): string {
  const line = (row: readonly string[]): string => `| ${row.map(asMarkdown).join(" | ")} |`;
  const table = cells.length === 0 ? [] : ["", line(headings), `|${" --- |".repeat(headings.length)}`, ...cells.map(line)];
  return [`${asMarkdown(sentence)}.`, ...table].join("\n");
}

const MARKDOWN = "\\`*_{}[]<>#|!~";
/** A text in Markdown as itself. */
export const asMarkdown = (text: string): string => Array.from(text, (sign) => (MARKDOWN.includes(sign) ? `\\${sign}` : sign)).join("");

/** How many patterns were judged, what came of them, and what was passed over. */
export function summary({ rows, passed, files }: Report<object>, counts: string): string {
  const where = files > 0 ? ` in ${grouped(files)} ${files === 1 ? "file" : "files"}` : "";
  const left = passed.length === 0 ? "" : `; ${grouped(passed.length)} passed over, since what stands there is no constant pattern`;
  return `${grouped(rows.length)} ${rows.length === 1 ? "pattern" : "patterns"}${where}: ${counts || "none"}${left}`;
}
