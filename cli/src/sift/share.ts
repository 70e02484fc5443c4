/** What a worker counts: the lines of one share of a file that are kept. */
import { type DialectName, FileSearch, type LinePart, read } from "@lamprey/core";
import { DEFAULT_STEP_LIMIT } from "@lamprey/core/answers/limits";
import { kindOf, ShareSource } from "./sources.ts";

export interface ShareTask {
  readonly path: string;
  /** Bytes of the file in which its lines begin. */
  readonly from: number;
  readonly to: number;
  readonly patterns: readonly string[];
  readonly dialect: DialectName;
  readonly flags: string;
  readonly part: LinePart;
  readonly others: boolean;
}

let known: { readonly key: string; readonly search: FileSearch } | undefined;

/** Null where a line is undecided, whose number has to be told, or where the file is in another encoding. */
export default async function countShare(task: ShareTask): Promise<number | null> {
  const { path, from, to, patterns, dialect, flags, part, others } = task;
  const key = JSON.stringify([patterns, dialect, flags, part, others]);
  if (known?.key !== key) {
    const readings = patterns.map((pattern) => read({ dialect, pattern, flags }));
    known = { key, search: new FileSearch({ readings, part, others, binaryToo: false, stepLimit: DEFAULT_STEP_LIMIT, kindOf }, null) };
  }
  const source = ShareSource.open(path, from, to);
  if (!source) return null;
  try {
    const { count, undecided } = await known.search.count(path, source, Number.POSITIVE_INFINITY);
    return undecided.length > 0 ? null : count;
  } finally {
    source.close();
  }
}
