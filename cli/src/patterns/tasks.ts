/** From what a command is told to its report: tasks made, done on all cores, printed. */
import { readFileSync, writeFileSync } from "node:fs";
import { relative } from "node:path";
import { type DialectName, hazardModeOf } from "@lamprey/core";
import type { FoundPattern } from "@lamprey/sources";
import type { Done, Judging, PatternsOptions, Report, Task } from "./found.ts";

/** Patterns of a list that one worker takes at a time. */
const BATCH = 20;

/** What came of all that was asked for; a few patterns are judged before a worker has started. Throws where a file cannot be read. */
export async function reportOn<R>(
  judging: Judging,
  patterns: readonly string[],
  options: PatternsOptions,
  alone: (task: Task) => Promise<Done<R>>,
): Promise<Report<R>> {
  const tasks = await tasksFor(judging, patterns, options);
  const [only] = tasks;
  const done = tasks.length === 1 && only?.patterns ? [await alone(only)] : ((await onAllCores(tasks)) as readonly Done<R>[]);
  const files = new Set(tasks.flatMap(({ file }) => file ?? []));
  return { rows: done.flatMap(({ rows }) => rows), passed: done.flatMap((each) => each.passed), files: files.size };
}

/** The report in the form that was asked for, printed or written. */
export function give<R>(
  report: Report<R>,
  { format, output }: PatternsOptions,
  forms: { readonly table: () => string; readonly sarif: () => object; readonly markdown: () => string },
): void {
  const text =
    format === "sarif"
      ? JSON.stringify(forms.sarif(), null, 2)
      : format === "jsonl"
        ? report.rows.map((row) => JSON.stringify(row, withoutPlaces)).join("\n")
        : forms[format]();
  if (output === undefined) console.log(text);
  else writeFileSync(output, `${text}\n`);
}

/** Where each character and flag of a pattern is written: fields of `found` that are of use only with the file at hand. */
const PLACES: ReadonlySet<string> = new Set(["pieces", "literals", "flagsAt"]);
const withoutPlaces = (name: string, value: unknown): unknown => (PLACES.has(name) ? undefined : value);

async function tasksFor(
  judging: Judging,
  patterns: readonly string[],
  { list, sources, dialect, flags, mode, changedSince: revision, skip }: PatternsOptions,
): Promise<Task[]> {
  const asked = mode ?? hazardModeOf({ dialect, flags });
  const given = patterns.map((pattern): FoundPattern => ({ dialect, pattern, flags, mode: asked, start: 0, end: pattern.length, line: 1, column: 1 }));
  const listed = list === undefined ? [] : await patternsOf(list, dialect, flags);
  const batches = (found: readonly FoundPattern[], file: string | null): Task[] =>
    Array.from({ length: Math.ceil(found.length / BATCH) }, (_, i) => ({ judging, file, patterns: found.slice(i * BATCH, (i + 1) * BATCH), dialect, flags }));
  return [
    ...batches(given, null),
    ...batches(
      listed.map((each) => ({ ...each, mode: mode ?? each.mode })),
      list === undefined || list === "-" ? null : list,
    ),
    ...(sources ? await filesOf(sources, revision, skip) : []).map((own): Task => ({ judging, patterns: null, dialect, flags, ...own })),
  ];
}

/** Source files, and of each the lines that count, where not all of it does. */
async function filesOf(sources: readonly string[], revision: string | undefined, skip: PatternsOptions["skip"]): Promise<Pick<Task, "file" | "changed">[]> {
  const { filesBelow } = await import("./gather.ts");
  const files = filesBelow(sources, skip).map((file) => relative(process.cwd(), file) || file);
  if (revision === undefined) return files.map((file) => ({ file }));
  const changed = (await import("./changed.ts")).changedSince(revision, process.cwd());
  return files.flatMap((file) => {
    const lines = changed.get(file);
    return lines ? [{ file, changed: lines }] : [];
  });
}

/** Reading sources takes parsers of whole languages, which are loaded only where there is something to read. */
async function patternsOf(list: string, dialect: DialectName, flags: string): Promise<readonly FoundPattern[]> {
  const { patternsInList } = await import("@lamprey/sources");
  return patternsInList(readFileSync(list === "-" ? 0 : list, "utf8"), dialect, flags).patterns;
}

async function onAllCores(tasks: readonly Task[]): Promise<readonly Done<unknown>[]> {
  const { judgeAll } = await import("./pool.ts");
  return judgeAll(tasks);
}
