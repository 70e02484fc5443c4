/** A worker's part of `lamprey slips`. */
import { type SlipsAnswer, slips } from "@lamprey/core/answers/slips";
import type { Done, Task } from "../patterns/found.ts";
import { type Judge, judgeTask } from "../patterns/judge.ts";
import type { SlipsRow } from "./row.ts";

/**
 * Where a call asks for the whole text, or for its start, the empty match is none at every offset; and Python's patterns
 * are compiled in one place and asked in another, mostly so.
 */
function slipsAsAsked(pattern: Parameters<Judge<SlipsAnswer>>[0], inSource: boolean): SlipsAnswer {
  const answer = slips(pattern);
  const searched = pattern.mode === "search" || pattern.mode === "all";
  if (!answer.slips || (searched && !(inSource && pattern.dialect === "python"))) return answer;
  return { ...answer, slips: answer.slips.filter(({ code }) => code !== "matches-empty") };
}

export const judgeSlips = (task: Task): Promise<Done<SlipsRow>> => judgeTask<SlipsAnswer>(task, (pattern) => slipsAsAsked(pattern, task.patterns === null));
