/** What a worker runs: a task goes to the command that it is of. */
import type { Done, Judging, Task } from "./patterns/found.ts";

const JUDGES: Readonly<Record<Judging, (task: Task) => Promise<Done<unknown>>>> = {
  risk: async (task) => (await import("./risk/judge.ts")).judgeRisks(task),
  slips: async (task) => (await import("./slips/judge.ts")).judgeSlips(task),
};

export default (task: Task): Promise<Done<unknown>> => JUDGES[task.judging](task);
