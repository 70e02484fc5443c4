/** `lamprey slips`: likely mistakes in patterns given, a list, or source files. */
import { visible } from "@lamprey/core";
import type { PatternsOptions, Report } from "../patterns/found.ts";
import { give, reportOn } from "../patterns/tasks.ts";
import { printError } from "../print.ts";
import { judgeSlips } from "./judge.ts";
import { codesOf, type SlipsRow, without, withoutKnown, withoutMeant } from "./row.ts";
import { sarif } from "./sarif.ts";
import { markdown, table } from "./table.ts";

export interface SlipsOptions extends PatternsOptions {
  /** Kinds that are left out. */
  readonly without?: readonly string[];
}

/**
 * Says what was seen; returns the exit code: 0 where there is nothing, 1 where there is something, 2 where a pattern that
 * was given does not read. Throws where a file cannot be read.
 */
export async function runSlips(patterns: readonly string[], options: SlipsOptions): Promise<number> {
  const whole = await reportOn<SlipsRow>("slips", patterns, options, judgeSlips);
  const wanted: Report<SlipsRow> = { ...whole, rows: without(whole.rows, options.without ?? []) };
  const known = options.baseline === undefined ? undefined : await (await import("../patterns/baseline.ts")).Baseline.of(options.baseline, codesOf);
  const told = withoutMeant(wanted.rows);
  const report: Report<SlipsRow> = { ...whole, rows: known ? told.map((row) => withoutKnown(row, known)) : told };
  const given = report.files === 0 && report.rows.length > 0 && report.rows.length === patterns.length;
  give(report, options, {
    table: () => (given ? report.rows.map(atLength).join("\n") : table(report)),
    sarif: () => sarif(known ? report : wanted),
    markdown: () => markdown(report),
  });
  if (given && report.rows.some(({ error }) => error)) return 2;
  return report.rows.some(({ slips = [] }) => slips.length > 0) ? 1 : 0;
}

/** Characters of a text that are printed. */
const SHOWN = 120;

/** A pattern that was given, with all that is known of it. */
function atLength({ found: { pattern, flags }, error, slips = [], shorter = [] }: SlipsRow): string {
  if (error) return printError(pattern, error);
  const lines = slips.flatMap(({ start, end, code, message, witness, repair }) => [
    printError(pattern, { code, message, start, end }),
    ...(witness === null ? [] : [`  shown by “${visible(witness, SHOWN)}”`]),
    ...(repair ? [`  instead ${repair.pattern}${repair.flags === flags ? "" : ` with the flags “${repair.flags}”`} (${repair.proved})`] : []),
  ]);
  const ways = shorter.map(
    ({ start, end, instead, because }) =>
      `  shorter: ${visible(pattern.slice(start, end), SHOWN)} as ${instead === "" ? "nothing" : instead}, since ${because}`,
  );
  return lines.length + ways.length === 0 ? "No likely mistake is seen." : [...lines, ...ways].join("\n");
}
