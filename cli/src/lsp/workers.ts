/** The editor server's workers. Sources are read by others than those that judge, so that one never waits for the other. */
import { availableParallelism } from "node:os";
import { Piscina } from "piscina";
import type { LspTask, LspTasks } from "./tasks.ts";

/** A large source takes seconds; a small one is read beside it. */
const READERS = 2;

const pool = (threads: number): Piscina =>
  new Piscina({ filename: new URL("./lsp-work.js", import.meta.url).href, minThreads: 1, maxThreads: threads, idleTimeout: 60_000 });

export class Workers {
  private readonly readers = pool(READERS);
  private readonly judges = pool(Math.max(1, availableParallelism() - 1));

  /** Judgements that are worth asking for at once: more would only wait, and could not be given up. */
  readonly atOnce = Math.max(1, availableParallelism() - 1) + 1;

  do<Kind extends keyof LspTasks>(kind: Kind, asked: LspTasks[Kind]["asked"]): Promise<LspTasks[Kind]["answer"]> {
    const task = { kind, asked } as LspTask;
    return (kind === "judge" ? this.judges : this.readers).run(task) as Promise<LspTasks[Kind]["answer"]>;
  }

  /** Whether sources or patterns wait for a free worker. */
  get isBusy(): boolean {
    return this.judges.queueSize > 0 || this.readers.queueSize > 0;
  }

  async end(): Promise<void> {
    await Promise.all([this.readers.destroy(), this.judges.destroy()]);
  }
}
