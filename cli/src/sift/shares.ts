/** Large files counted in shares, several for each core: a share is the lines that begin in a stretch of the file. */
import { Piscina } from "piscina";
import type { Asked } from "./asked.ts";
import type { ShareTask } from "./share.ts";
import { isPacked } from "./sources.ts";

/** Shares for each worker, so that none waits long for another. */
const SHARES_EACH = 4;

export class SharedCount {
  private readonly asked: Asked;
  private pool: Piscina | undefined;

  constructor(asked: Asked) {
    this.asked = asked;
  }

  /** How many lines of a file are kept; null where it has to be read as a whole. */
  async of(path: string, size: number): Promise<number | null> {
    const { threads } = this.asked;
    if (threads < 2 || isPacked(path)) return null;
    this.pool ??= new Piscina({ filename: new URL("./share.js", import.meta.url).href, maxThreads: threads });
    const { pool } = this;
    const { readings, dialect, part, others } = this.asked;
    const patterns = readings.map(({ source }) => source.pattern);
    const flags = readings[0]?.source.flags ?? "";
    const share = Math.ceil(size / (SHARES_EACH * threads));
    const tasks: ShareTask[] = [];
    for (let from = 0; from < size; from += share) {
      // The last share has no end: the file may have grown.
      tasks.push({ path, from, to: from + share < size ? from + share : Number.POSITIVE_INFINITY, patterns, dialect, flags, part, others });
    }
    const counts = (await Promise.all(tasks.map((task) => pool.run(task)))) as (number | null)[];
    let sum = 0;
    for (const count of counts) {
      if (count === null) return null;
      sum += count;
    }
    return sum;
  }

  async close(): Promise<void> {
    await this.pool?.destroy();
  }
}
