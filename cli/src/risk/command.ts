/** `lamprey risk`: patterns given, a list, or source files, judged on all cores. */
import { readFileSync, writeFileSync } from "node:fs";
import { relative } from "node:path";
import { type DialectName, hazardModeOf } from "@lamprey/core";
import type { FoundPattern } from "@lamprey/sources";
import { isAtLeast, type Report } from "./row.ts";
import { sarif } from "./sarif.ts";
import { table } from "./table.ts";
import type { Threshold } from "./threshold.ts";
import judge, { type Done, type Task } from "./work.ts";

export interface RiskOptions {
  readonly list?: string;
  readonly sources?: readonly string[];
  readonly dialect: DialectName;
  readonly flags: string;
  readonly mode?: FoundPattern["mode"];
  readonly format: "table" | "jsonl" | "sarif";
  readonly output?: string;
  readonly all?: true;
  readonly failAt: Threshold;
}

/** Patterns of a list that one worker takes at a time. */
const BATCH = 20;
const VERSION = "0.1.0";

/** Judges what was asked for, prints it, and returns the exit code. Throws where a file cannot be read. */
export async function runRisk(patterns: readonly string[], options: RiskOptions): Promise<number> {
  const tasks = await tasksFor(patterns, options);
  const [only] = tasks;
  // A few patterns are judged before a worker has started.
  const done = tasks.length === 1 && only?.patterns ? [await judge(only)] : await judgeOnAllCores(tasks);
  const files = new Set(tasks.flatMap(({ file }) => file ?? []));
  const report: Report = { rows: done.flatMap(({ rows }) => rows), passed: done.flatMap((each) => each.passed), files: files.size };
  const text =
    options.format === "sarif"
      ? JSON.stringify(sarif(report, VERSION), null, 2)
      : options.format === "jsonl"
        ? report.rows.map((row) => JSON.stringify(row)).join("\n")
        : table(report, options.all ?? patterns.length > 0);
  if (options.output === undefined) console.log(text);
  else writeFileSync(options.output, `${text}\n`);
  return report.rows.some((row) => isAtLeast(row, options.failAt)) ? 1 : 0;
}

async function tasksFor(patterns: readonly string[], { list, sources, dialect, flags, mode }: RiskOptions): Promise<Task[]> {
  const asked = mode ?? hazardModeOf({ dialect, flags });
  const given = patterns.map((pattern): FoundPattern => ({ dialect, pattern, flags, mode: asked, start: 0, end: pattern.length, line: 1, column: 1 }));
  const listed = list === undefined ? [] : await patternsOf(list, dialect, flags);
  const batches = (found: readonly FoundPattern[], file: string | null): Task[] =>
    Array.from({ length: Math.ceil(found.length / BATCH) }, (_, i) => ({ file, patterns: found.slice(i * BATCH, (i + 1) * BATCH), dialect, flags }));
  return [
    ...batches(given, null),
    ...batches(
      listed.map((each) => ({ ...each, mode: mode ?? each.mode })),
      list === undefined || list === "-" ? null : list,
    ),
    ...(sources ? (await import("./gather.ts")).filesBelow(sources) : []).map(
      (file): Task => ({ file: relative(process.cwd(), file) || file, patterns: null, dialect, flags }),
    ),
  ];
}

/** Reading sources takes parsers of whole languages, which are loaded only where there is something to read. */
async function patternsOf(list: string, dialect: DialectName, flags: string): Promise<readonly FoundPattern[]> {
  const { patternsInList } = await import("@lamprey/sources");
  return patternsInList(readFileSync(list === "-" ? 0 : list, "utf8"), dialect, flags).patterns;
}

async function judgeOnAllCores(tasks: readonly Task[]): Promise<readonly Done[]> {
  const { judgeAll } = await import("./pool.ts");
  return judgeAll(tasks);
}
