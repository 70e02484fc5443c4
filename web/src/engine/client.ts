/** The page's end of the worker. */
import * as Comlink from "comlink";
import type { Session } from "./session.ts";

export type Engine = Comlink.Remote<Session>;

export interface EngineHandle {
  readonly engine: Engine;
  close(): void;
}

/** Starts a worker; the bench has one, and ends it when it closes. */
export function startEngine(): EngineHandle {
  const worker = new Worker(new URL("./worker.ts", import.meta.url), { type: "module", name: "lamprey-engine" });
  const engine = Comlink.wrap<Session>(worker);
  return {
    engine,
    close: () => {
      engine[Comlink.releaseProxy]();
      worker.terminate();
    },
  };
}
