/** A worker's part of `lamprey risk`. */
import { untilTimeLimit } from "@lamprey/core/answers/limits";
import { type RiskAnswer, riskWithin } from "@lamprey/core/answers/risk";
import type { Done, Task } from "../patterns/found.ts";
import { judgeTask } from "../patterns/judge.ts";
import type { RiskRow } from "./row.ts";

export function judgeRisks(task: Task): Promise<Done<RiskRow>> {
  return judgeTask<RiskAnswer>(task, (pattern) => {
    return riskWithin(pattern, untilTimeLimit());
  });
}
