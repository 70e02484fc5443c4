/** Tasks on all cores, with a bar while they are done. */
import { availableParallelism } from "node:os";
import cliProgress from "cli-progress";
import { Piscina } from "piscina";
import type { Done, Task } from "./found.ts";

/** Fewer tasks than this are done before a bar could be read. */
const TASKS_WITH_A_BAR = 8;

/** What comes of each task, in order. */
export async function judgeAll(tasks: readonly Task[]): Promise<readonly Done<unknown>[]> {
  const pool = new Piscina({
    filename: new URL("./work.js", import.meta.url).href,
    maxThreads: Math.max(1, Math.min(availableParallelism(), tasks.length)),
  });
  const shown = process.stderr.isTTY && tasks.length >= TASKS_WITH_A_BAR;
  const bar = shown ? new cliProgress.SingleBar({ stream: process.stderr, format: "{bar} {value} of {total}, {eta_formatted} left", hideCursor: true }) : null;
  bar?.start(tasks.length, 0);
  try {
    return await Promise.all(
      tasks.map(async (task) => {
        const result = (await pool.run(task)) as Done<unknown>;
        bar?.increment();
        return result;
      }),
    );
  } finally {
    bar?.stop();
    await pool.destroy();
  }
}
