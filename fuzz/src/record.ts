/**
 * `npm run fuzz -- record`: answers recorded anew from the engines of this machine: those of core/test/cases/hosts, those
 * of a dialect's own table of cases, and those of a short random run, so that the tests need none of these engines.
 */
import { readFileSync, writeFileSync } from "node:fs";
import { fileURLToPath } from "node:url";
import { randomBatch } from "./compare.ts";
import { type HostedDialect, type HostQuestion, hostProcess } from "./hosts.ts";
import { DIED, processJudge, type Verdict } from "./judges.ts";
import type { FuzzCase } from "./patterns.ts";
import { Random } from "./random.ts";

const tableOf = (name: string): string => fileURLToPath(new URL(`../../core/test/cases/hosts/${name}.json`, import.meta.url));

/** A row is a question with its recorded answer at the end. */
const TABLES: Readonly<Record<string, (row: readonly string[]) => HostQuestion>> = {
  calls: ([pattern = "", flags = "", text = ""]) => ({ kind: "calls", pattern, flags, text }),
  rewrite: ([pattern = "", flags = "", text = "", template = "", scope]) => ({
    kind: "rewrite",
    pattern,
    flags,
    text,
    template,
    scope: scope === "first" ? "first" : "all",
  }),
};

/** Dialects whose tables are recorded, as their engine may not be where the tests run. */
export const RECORDED = ["java", "dotnet", "pcre", "perl"] as const;

export const RECORDED_SEED = 1704;
const RECORDED_PATTERNS = 400;
const RECORDED_TEXTS = 4;

/** A random pattern with its texts, and what the engine finds in each; null where it is no pattern. */
export interface RecordedCase extends FuzzCase {
  readonly verdicts: readonly Verdict[];
}

const casesOf = (dialect: string): string => fileURLToPath(new URL(`../../core/test/cases/${dialect}.json`, import.meta.url));
export const recordedRun = (dialect: string): string => fileURLToPath(new URL(`../test/recorded/${dialect}.json`, import.meta.url));

/** What an engine finds in a dialect's own table, and in a short random run. */
async function recordEngine(dialect: (typeof RECORDED)[number]): Promise<void> {
  const judge = await processJudge(dialect);
  if (!judge) {
    console.log(`${dialect}: there is no engine on this machine, so what was recorded stays`);
    return;
  }
  const table = JSON.parse(readFileSync(casesOf(dialect), "utf8")) as { about: string } & Record<"cases" | "errors" | "unsupported", unknown[][]>;
  const questions = table.cases.map(([pattern, flags, text]) => ({ pattern: String(pattern), flags: String(flags), text: String(text) }));
  const answers = await judge.ask(questions);
  table.cases.forEach((row, i) => {
    row[3] = answers[i];
  });
  const listed = (rows: readonly unknown[]): string => rows.map((row) => `    ${JSON.stringify(row)}`).join(",\n");
  const parts = (["cases", "errors", "unsupported"] as const).map((part) => `  "${part}": [\n${listed(table[part])}\n  ]`);
  writeFileSync(casesOf(dialect), `{\n  "about": ${JSON.stringify(table.about)},\n${parts.join(",\n")}\n}\n`);
  const run: RecordedCase[] = [];
  for (const made of randomBatch(new Random(RECORDED_SEED), judge, RECORDED_PATTERNS, RECORDED_TEXTS)) {
    run.push({ ...made, verdicts: await judge.ask(made.texts.map((text) => ({ pattern: made.pattern, flags: made.flags, text }))) });
  }
  await judge.close();
  writeFileSync(recordedRun(dialect), `[\n${listed(run)}\n]\n`);
  console.log(`${dialect}: ${questions.length} answers of its table, ${run.length} random patterns on ${RECORDED_TEXTS} texts each`);
}

const RECORDED_ELSEWHERE: ReadonlySet<string> = new Set(["ere", "bre", "literal"]);

export async function record(): Promise<void> {
  for (const dialect of RECORDED) await recordEngine(dialect);
  for (const [name, question] of Object.entries(TABLES)) {
    const table = JSON.parse(readFileSync(tableOf(name), "utf8")) as Record<HostedDialect, unknown[][]>;
    for (const [dialect, rows] of Object.entries(table)) {
      // What grep and sed answer is recorded by core/scripts/gnu-cases.mjs.
      if (RECORDED_ELSEWHERE.has(dialect)) continue;
      const host = hostProcess(dialect as HostedDialect);
      const answers = await host.ask(rows.map((row) => question(row as string[])));
      await host.close();
      if (answers.includes(DIED)) throw new Error(`The host of ${dialect} is not on this machine.`);
      rows.forEach((row, i) => {
        row[row.length - 1] = answers[i];
      });
      console.log(`${name}: ${rows.length} answers of ${dialect}`);
    }
    const written = Object.entries(table).map(
      ([dialect, rows]) => `  ${JSON.stringify(dialect)}: [\n${rows.map((row) => `    ${JSON.stringify(row)}`).join(",\n")}\n  ]`,
    );
    writeFileSync(tableOf(name), `{\n${written.join(",\n")}\n}\n`);
  }
}
