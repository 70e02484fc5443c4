/** `lamprey check` for a person and a pipeline: the expectations of specimen files, as a table and as JUnit XML. */
import { writeFileSync } from "node:fs";
import { type Expectation, tablesFor, visible } from "@lamprey/core";
import { check } from "../contract/check.ts";
import { readSpecimens } from "./files.ts";
import { junit } from "./junit.ts";
import { type Checked, found, wanted } from "./words.ts";

export interface CheckOptions {
  readonly jsonl?: true;
  /** File that the report is written to, as JUnit XML. */
  readonly junit?: string;
  /** Show those that pass, too. */
  readonly all?: true;
}

/** Prints what failed, or all, and returns the exit code: 0 where all pass, 1 where one fails, 2 where something cannot be read. */
export async function runCheck(paths: readonly string[], { junit: report, all }: CheckOptions): Promise<number> {
  const read = paths.flatMap((path) => readSpecimens(path).map((specimen) => ({ path, specimen })));
  await tablesFor(...read.map(({ specimen }) => specimen.pattern));
  const checked = read.map(({ path, specimen }) => checkOne(path, specimen));
  for (const each of checked) console.log(printed(each, all === true));
  const [passed, failed] = [true, false].map((wanted) =>
    checked.reduce((sum, { results }) => sum + results.filter((each) => each.passed === wanted).length, 0),
  );
  const faults = checked.filter(({ fault }) => fault !== null).length;
  console.log(`${passed} passed, ${failed} failed${faults > 0 ? `, ${faults} not read` : ""}`);
  if (report !== undefined) writeFileSync(report, junit(checked));
  return faults > 0 ? 2 : failed === 0 ? 0 : 1;
}

function checkOne(file: string, { title, expectations, ...source }: ReturnType<typeof readSpecimens>[number]): Checked {
  const started = performance.now();
  const { error, results = [] } = check({ ...source, expectations });
  return { file, title, expectations, fault: error?.message ?? null, results, milliseconds: performance.now() - started };
}

function printed({ file, title, expectations, fault, results }: Checked, all: boolean): string {
  const passed = results.filter((each) => each.passed).length;
  const head = fault === null ? `${title}: ${passed} of ${results.length}` : `${title}: the pattern has a mistake. ${fault}`;
  const rows = results.flatMap((result, i) => {
    const expectation = expectations[i] as Expectation;
    return result.passed && !all
      ? []
      : [
          `  ${result.passed ? "passes" : "fails "}  ${wanted(expectation)}  “${visible(expectation.text)}”${result.passed ? "" : `  ${found(expectation, result)}`}`,
        ];
  });
  return [`${file}  ${head}`, ...rows].join("\n");
}
