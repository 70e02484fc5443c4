/** `lamprey merge`: result files of `lamprey risk --jsonl`, of several repositories or runs, as one report. */
import { basename, extname } from "node:path";
import Joi from "joi";
import { jsonLines, STANDARD_INPUT } from "../json-lines.ts";
import type { PatternsOptions } from "../patterns/found.ts";
import { give } from "../patterns/tasks.ts";
import type { Threshold } from "../patterns/threshold.ts";
import { formsOf } from "./forms.ts";
import { isAtLeast, type RiskRow } from "./row.ts";

export interface MergeOptions extends Pick<PatternsOptions, "format" | "output"> {
  readonly all?: true;
  /** Whether places begin with the name of the result file, as where each is of another repository. */
  readonly named?: true;
  readonly failAt: Threshold;
}

/** What a row has at least; the rest of it is as `risk` wrote it. */
const row = Joi.object<RiskRow>({
  status: Joi.string().required(),
  file: Joi.string().allow(null).required(),
  found: Joi.object({
    dialect: Joi.string().required(),
    pattern: Joi.string().allow("").required(),
    flags: Joi.string().allow("").required(),
    mode: Joi.string().required(),
    start: Joi.number().integer().required(),
    end: Joi.number().integer().required(),
    line: Joi.number().integer().required(),
    column: Joi.number().integer().required(),
  })
    .unknown()
    .required(),
}).unknown();

/** Prints the report of all result files and returns the exit code, as `risk` does. Throws where a line is no result, with its place. */
export async function runMergeRisks(paths: readonly string[], options: MergeOptions): Promise<number> {
  const rows: RiskRow[] = [];
  const known = new Set<string>();
  for await (const { path, value } of jsonLines(paths, row, "result of lamprey risk --jsonl")) {
    const { file, found } = value;
    const named = options.named && file !== null && path !== STANDARD_INPUT ? { ...value, file: `${basename(path, extname(path))}/${file}` } : value;
    // The same pattern at the same place is one row: files may overlap, or be given twice.
    const { dialect, pattern, flags, mode, line, column } = found;
    const place = JSON.stringify([named.file, line, column, dialect, pattern, flags, mode]);
    if (!known.has(place)) rows.push(named);
    known.add(place);
  }
  const report = { rows, passed: [], files: new Set(rows.flatMap(({ file }) => file ?? [])).size };
  give(report, { ...options, dialect: "ecmascript", flags: "" }, formsOf(report, options.all ?? false));
  return rows.some((each) => isAtLeast(each, options.failAt)) ? 1 : 0;
}
