/** A worker's part of `lamprey slips`. */
import { type SlipsAnswer, slips } from "@lamprey/core/answers/slips";
import { slipsAsAsked } from "../patterns/asked.ts";
import type { Done, Task } from "../patterns/found.ts";
import { judgeTask } from "../patterns/judge.ts";
import type { SlipsRow } from "./row.ts";

export function judgeSlips(task: Task): Promise<Done<SlipsRow>> {
  return judgeTask<SlipsAnswer>(task, (pattern) => {
    const answer = slips(pattern);
    return answer.slips ? { ...answer, slips: slipsAsAsked(answer.slips, pattern, task.patterns === null) } : answer;
  });
}
