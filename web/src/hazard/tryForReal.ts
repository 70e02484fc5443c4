/** Trying an attack on the browser's own engine: in a worker that is ended when it takes too long. */
import { type Attack, type HazardMode, textOf } from "@lamprey/core";

export interface RealQuestion {
  readonly pattern: string;
  /** With “g” every match is looked for, else the first. */
  readonly flags: string;
  readonly text: string;
}

export interface RealRun {
  readonly pumps: number;
  readonly length: number;
  /** Milliseconds; null where the run was ended. */
  readonly elapsed: number | null;
}

/** A run is ended after so many milliseconds. */
export const PATIENCE = 2000;

/** What the browser is asked for in a mode; a flag for offsets changes nothing of what an attack costs. */
export function realFlags(flags: string, mode: HazardMode): string {
  return mode === "all" ? `${[...flags].filter((flag) => !"gd".includes(flag)).join("")}g` : [...flags].filter((flag) => !"gyd".includes(flag)).join("");
}

export async function runForReal(pattern: string, flags: string, mode: HazardMode, attack: Attack, pumps: number): Promise<RealRun> {
  const text = textOf(attack, pumps);
  const question: RealQuestion = { pattern, flags: realFlags(flags, mode), text };
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
    worker.postMessage(question);
    return { pumps, length: text.length, elapsed: await ended };
  } finally {
    worker.terminate();
  }
}
