/** Patterns that are given, listed or found in sources, and what came of each: what the commands on many patterns share. */
import type { FoundPattern } from "@lamprey/sources";
import type { Lines } from "./changed.ts";

/** What a worker does with each pattern: a command's own part of the work. */
export type Judging = "risk" | "slips";

/** A worker's part: a file to read, or patterns that are known already. */
export interface Task {
  readonly judging: Judging;
  /** Relative to where the command runs; null for patterns given as arguments. */
  readonly file: string | null;
  readonly patterns: readonly FoundPattern[] | null;
  /** Lines of the file outside of which patterns are passed over; left out where all of it counts. */
  readonly changed?: readonly Lines[];
  /** Of what the file says nothing of. */
  readonly dialect: FoundPattern["dialect"];
  readonly flags: string;
}

/** A pattern, where it is, and what came of it. */
export type Row<Answer> = Answer & {
  readonly file: string | null;
  readonly found: FoundPattern;
  readonly elapsedMs: number;
};

/** A place that was passed over, and why. */
interface PassedPlace {
  readonly file: string;
  readonly line: number;
  readonly column: number;
  readonly reason: string;
}

export interface Done<R> {
  readonly rows: readonly R[];
  readonly passed: readonly PassedPlace[];
}

export interface Report<R> extends Done<R> {
  readonly files: number;
}

/** Where patterns come from, as the commands are told. */
export interface PatternsOptions {
  readonly list?: string;
  readonly sources?: readonly string[];
  readonly dialect: FoundPattern["dialect"];
  readonly flags: string;
  readonly mode?: FoundPattern["mode"];
  readonly format: ReportForm;
  readonly output?: string;
  /** Only patterns on lines that have changed since this revision. */
  readonly changedSince?: string;
  /** A result file whose findings are not reported again. */
  readonly baseline?: string;
  /** Globs of source files that are not read, relative to the folder. */
  readonly skip?: { readonly folder: string; readonly globs: readonly string[] };
}

type ReportForm = "table" | "jsonl" | "sarif" | "markdown";

export const VERSION = "0.1.0";
