/** Trying an attack on the browser's own engine: in a worker that is ended when it takes too long. */
import { type Attack, textOf } from "@lamprey/core";

export interface RealRun {
  readonly pumps: number;
  readonly length: number;
  /** Milliseconds; null where the run was ended. */
  readonly elapsed: number | null;
}

/** A run is ended after so many milliseconds. */
export const PATIENCE = 2000;

export async function runForReal(pattern: string, flags: string, attack: Attack, pumps: number): Promise<RealRun> {
  const text = textOf(attack, pumps);
  const worker = new Worker(new URL("./real.ts", import.meta.url), { type: "module", name: "lamprey-real-run" });
  const ended = new Promise<number | null>((resolve, reject) => {
    const timer = setTimeout(() => resolve(null), PATIENCE);
    worker.onmessage = ({ data }: MessageEvent<number>) => {
      clearTimeout(timer);
      resolve(data);
    };
    worker.onerror = (event) => {
      clearTimeout(timer);
      reject(new Error(event.message || "The browser could not run it."));
    };
  });
  try {
    // The flags that ask for more than one match, or for offsets, change nothing of what an attack costs.
    worker.postMessage({ pattern, flags: [...flags].filter((flag) => !"gyd".includes(flag)).join(""), text });
    return { pumps, length: text.length, elapsed: await ended };
  } finally {
    worker.terminate();
  }
}
