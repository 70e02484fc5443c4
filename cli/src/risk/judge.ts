/** A worker's part of `lamprey risk`. */
import { untilTimeLimit } from "../contract/limits.ts";
import { type RiskAnswer, riskWithin } from "../contract/risk.ts";
import type { Done, Task } from "../patterns/found.ts";
import { judgeTask } from "../patterns/judge.ts";
import type { RiskRow } from "./row.ts";

export function judgeRisks(task: Task): Promise<Done<RiskRow>> {
  return judgeTask<RiskAnswer>(task, (pattern) => {
    return riskWithin(pattern, untilTimeLimit());
  });
}
