/** Trying an attack on a real engine: the browser's own, in a worker that is ended when it takes too long, or one of the server's. */
import type { Engine, EngineAnswer, EngineQuestion } from "@lamprey/api";
import { type Attack, HAZARD_MODES, type HazardMode, type Source, textOf } from "@lamprey/core";
import { ask } from "../api/send.ts";

export interface RealQuestion {
  readonly pattern: string;
  /** With “g” every match is looked for, else the first. */
  readonly flags: string;
  readonly text: string;
}

export interface RealRun {
  /** Whose run it is, in a few words. */
  readonly by: string;
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

/** Who an attack can be tried on. */
export interface Tried {
  readonly name: string;
  readonly run: (attack: Attack, pumps: number) => Promise<RealRun>;
}

/** The browser where it runs the dialect, and the engines of the server's machine that do. */
export function triedOn({ dialect, pattern, flags }: Source, mode: HazardMode, engines: readonly Engine[]): readonly Tried[] {
  const browser: Tried = { name: BROWSER, run: (attack, pumps) => runForReal(pattern, flags, mode, attack, pumps) };
  const others = engines
    .filter((engine) => engine.asked && engine.dialect === dialect)
    .map(({ name, title, version }): Tried => {
      const by = `${title} ${version}`;
      return {
        name: by,
        run: (attack, pumps) => runOnServer(name, by, { pattern, flags, mode: HAZARD_MODES[mode].asks, only: "time" }, textOf(attack, pumps), pumps),
      };
    });
  return dialect === "ecmascript" ? [browser, ...others] : others;
}

const BROWSER = "this browser";
/** The server ends an engine by itself; this is for a server that does not answer (milliseconds). */
const SERVER_PATIENCE = 30_000;

async function runOnServer(name: string, by: string, question: Omit<EngineQuestion, "text">, text: string, pumps: number): Promise<RealRun> {
  const body = JSON.stringify({ ...question, text } satisfies EngineQuestion);
  const answered = await ask(`/engines/${name}`, { method: "POST", body, patience: SERVER_PATIENCE });
  if ("unreachable" in answered || answered.status >= 400) throw new Error("The server does not answer.");
  const answer = answered.data as EngineAnswer;
  if ("trouble" in answer && answer.trouble !== "hung") throw new Error(answer.message);
  if ("refused" in answer) throw new Error(`It refuses the pattern: ${answer.refused}`);
  return { by, pumps, length: text.length, elapsed: "ms" in answer ? answer.ms : null };
}

async function runForReal(pattern: string, flags: string, mode: HazardMode, attack: Attack, pumps: number): Promise<RealRun> {
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
    return { by: BROWSER, pumps, length: text.length, elapsed: await ended };
  } finally {
    worker.terminate();
  }
}
