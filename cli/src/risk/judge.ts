/** A worker's part of `lamprey risk`. */
import { VERDICT_PATIENCE_MS } from "@lamprey/core";
import { type RiskAnswer, riskWithin } from "../contract/risk.ts";
import type { Done, Task } from "../patterns/found.ts";
import { judgeTask } from "../patterns/judge.ts";
import type { RiskRow } from "./row.ts";

export function judgeRisks(task: Task): Promise<Done<RiskRow>> {
  return judgeTask<RiskAnswer>(task, (pattern) => {
    const started = performance.now();
    return riskWithin(pattern, () => performance.now() - started > VERDICT_PATIENCE_MS);
  });
}
