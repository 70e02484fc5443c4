/** A task done: the patterns of a file, or those given, each judged once however often it is met. */
import { readFileSync } from "node:fs";
import { lineColumn, lineStarts, type Span, tablesFor } from "@lamprey/core";
import { internal } from "@lamprey/core/answers/request";
import type { Found, FoundPattern, Passed } from "@lamprey/sources";
import type { Done, Row, Task } from "./found.ts";

/** What there is of a pattern on which we fail. */
type Failed = ReturnType<typeof internal>;

export type Judge<Answer> = (pattern: Pick<FoundPattern, "dialect" | "pattern" | "flags" | "mode">) => Answer;

/** Answers that this worker has given: code bases repeat themselves. */
const known = new Map<string, { readonly elapsedMs: number }>();

export async function judgeTask<Answer extends object>(
  { judging, file, patterns, changed, dialect, flags }: Task,
  judge: Judge<Answer>,
): Promise<Done<Row<Answer | Failed>>> {
  const found = patterns ? { patterns, passed: [] as readonly Passed[] } : await patternsIn(file ?? "", dialect, flags, changed);
  await tablesFor(...found.patterns.map(({ pattern }) => pattern));
  const rows = found.patterns.map((each): Row<Answer | Failed> => {
    const { dialect: own, pattern, flags: letters, mode } = each;
    const key = JSON.stringify([judging, own, pattern, letters, mode]);
    let made = known.get(key) as ((Answer | Failed) & { readonly elapsedMs: number }) | undefined;
    if (!made) {
      const started = performance.now();
      const answer = judgedOrFailed(() => judge({ dialect: own, pattern, flags: letters, mode }));
      made = { ...answer, elapsedMs: Math.round((performance.now() - started) * 1000) / 1000 };
      known.set(key, made);
    }
    return { file, found: each, ...made };
  });
  return { rows, passed: found.passed.map((each) => ({ file: file ?? "", ...each })) };
}

async function patternsIn(file: string, dialect: FoundPattern["dialect"], flags: string, changed: Task["changed"]): Promise<Found> {
  const { patternsInFile } = await import("@lamprey/sources");
  const text = readFileSync(file, "utf8");
  const found = patternsInFile(file, text, dialect, flags);
  if (!changed) return found;
  const starts = lineStarts(text);
  // A pattern changes with each of its pieces: a constant above it is one.
  const isTouched = ({ start, end }: Span): boolean => {
    const [first, last] = [lineColumn(starts, start).line, lineColumn(starts, end).line];
    return changed.some(([from, to]) => from <= last && first <= to);
  };
  return { patterns: found.patterns.filter((each) => [each, ...(each.pieces ?? [])].some(isTouched)), passed: [] };
}

/** A pattern on which we fail is one row, not the end of the list. */
function judgedOrFailed<Answer>(judge: () => Answer): Answer | Failed {
  try {
    return judge();
  } catch (fault) {
    console.error(fault);
    return internal(fault);
  }
}
