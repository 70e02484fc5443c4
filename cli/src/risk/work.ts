/** A worker's part: reads a file or takes patterns, and judges them. */
import { readFileSync } from "node:fs";
import { VERDICT_PATIENCE_MS } from "@lamprey/core";
import type { Found, FoundPattern, Passed } from "@lamprey/sources";
import { internal } from "../contract/request.ts";
import { type RiskAnswer, riskWithin } from "../contract/risk.ts";
import type { PassedPlace, Row } from "./row.ts";

export interface Task {
  readonly file: string | null;
  /** Patterns that are known already; else the file is read. */
  readonly patterns: readonly FoundPattern[] | null;
  readonly dialect: FoundPattern["dialect"];
  readonly flags: string;
}

export interface Done {
  readonly rows: readonly Row[];
  readonly passed: readonly PassedPlace[];
}

/** Answers that this worker has given: code bases repeat themselves. */
const known = new Map<string, Omit<Row, "file" | "found">>();

export default async function judge({ file, patterns, dialect, flags }: Task): Promise<Done> {
  const found = patterns ? { patterns, passed: [] as readonly Passed[] } : await patternsIn(file ?? "", dialect, flags);
  const rows = found.patterns.map((each): Row => ({ file, found: each, ...answer(each) }));
  return { rows, passed: found.passed.map((each) => ({ file: file ?? "", ...each })) };
}

async function patternsIn(file: string, dialect: FoundPattern["dialect"], flags: string): Promise<Found> {
  const { patternsInFile } = await import("@lamprey/sources");
  return patternsInFile(file, readFileSync(file, "utf8"), dialect, flags);
}

function answer({ dialect, pattern, flags, mode }: FoundPattern): Omit<Row, "file" | "found"> {
  const key = JSON.stringify([dialect, pattern, flags, mode]);
  let made = known.get(key);
  if (!made) {
    const started = performance.now();
    const judged = judgedOrFailed({ dialect, pattern, flags, mode }, () => performance.now() - started > VERDICT_PATIENCE_MS);
    made = { ...judged, elapsedMs: Math.round((performance.now() - started) * 1000) / 1000 };
    known.set(key, made);
  }
  return made;
}

/** A pattern on which we fail is one row, not the end of the list. */
function judgedOrFailed(request: Parameters<typeof riskWithin>[0], stop: () => boolean): RiskAnswer {
  try {
    return riskWithin(request, stop);
  } catch (fault) {
    console.error(fault);
    return internal(fault);
  }
}
