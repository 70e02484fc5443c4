/** `lamprey risk`: patterns given, a list, or source files, judged on all cores. */
import { readFileSync, writeFileSync } from "node:fs";
import { availableParallelism } from "node:os";
import { relative } from "node:path";
import type { DialectName } from "@lamprey/core";
import { type FoundPattern, patternsInList } from "@lamprey/sources";
import cliProgress from "cli-progress";
import { Piscina } from "piscina";
import { filesBelow } from "./gather.ts";
import { isAtLeast, type Report } from "./row.ts";
import { sarif } from "./sarif.ts";
import { table } from "./table.ts";
import type { Done, Task } from "./work.ts";

export interface RiskOptions {
  readonly list?: string;
  readonly sources?: readonly string[];
  readonly dialect: DialectName;
  readonly flags: string;
  readonly mode: FoundPattern["mode"];
  readonly format: "table" | "jsonl" | "sarif";
  readonly output?: string;
  readonly all?: true;
  readonly failAt: string;
}

/** Patterns of a list that one worker takes at a time. */
const BATCH = 20;
/** Fewer tasks than this are done before a bar could be read. */
const TASKS_WITH_A_BAR = 8;
const VERSION = "0.1.0";

/** Judges what was asked for, prints it, and returns the exit code. Throws where a file cannot be read. */
export async function runRisk(patterns: readonly string[], options: RiskOptions): Promise<number> {
  const tasks = tasksFor(patterns, options);
  const report = await judgeAll(tasks);
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

function tasksFor(patterns: readonly string[], { list, sources = [], dialect, flags, mode }: RiskOptions): Task[] {
  const given = patterns.map((pattern): FoundPattern => ({ dialect, pattern, flags, mode, start: 0, end: pattern.length, line: 1, column: 1 }));
  const listed =
    list === undefined ? [] : patternsInList(readFileSync(list === "-" ? 0 : list, "utf8"), dialect, flags).patterns.map((each) => ({ ...each, mode }));
  const batches = (found: readonly FoundPattern[], file: string | null): Task[] =>
    Array.from({ length: Math.ceil(found.length / BATCH) }, (_, i) => ({ file, patterns: found.slice(i * BATCH, (i + 1) * BATCH), dialect, flags }));
  return [
    ...batches(given, null),
    ...batches(listed, list === undefined || list === "-" ? null : list),
    ...filesBelow(sources).map((file): Task => ({ file: relative(process.cwd(), file) || file, patterns: null, dialect, flags })),
  ];
}

async function judgeAll(tasks: readonly Task[]): Promise<Report> {
  const pool = new Piscina({
    filename: new URL("./work.js", import.meta.url).href,
    maxThreads: Math.max(1, Math.min(availableParallelism(), tasks.length)),
  });
  const shown = process.stderr.isTTY && tasks.length >= TASKS_WITH_A_BAR;
  const bar = shown ? new cliProgress.SingleBar({ stream: process.stderr, format: "{bar} {value} of {total}, {eta_formatted} left", hideCursor: true }) : null;
  bar?.start(tasks.length, 0);
  try {
    const done = await Promise.all(
      tasks.map(async (task) => {
        const result = (await pool.run(task)) as Done;
        bar?.increment();
        return result;
      }),
    );
    const files = new Set(tasks.flatMap(({ file }) => file ?? []));
    return { rows: done.flatMap(({ rows }) => rows), passed: done.flatMap(({ passed }) => passed), files: files.size };
  } finally {
    bar?.stop();
    await pool.destroy();
  }
}
