/**
 * Calls to a worker that may fail: a fault in it is said, and the call is answered with what stands for nothing, so that
 * whoever asked goes on. A worker that has stopped is started anew.
 */
import type { Remote } from "comlink";
import * as Comlink from "comlink";

/** What is answered where the worker fails, by the name of the call; where nothing stands here, null. */
export type Instead = Readonly<Record<string, unknown>>;

/** The worker's calls, none of which is ever rejected. `say` hears of every fault, in a sentence. */
export function guarded<T>(remote: Remote<T>, instead: Instead, say: (fault: string) => void): Remote<T> {
  return new Proxy(remote, {
    get: (target, name) => {
      if (typeof name !== "string" || name === "then") return Reflect.get(target, name);
      return async (...asked: unknown[]) => {
        try {
          // Of a worker that has been left meanwhile, even looking for the call fails.
          return await (Reflect.get(target, name) as (...given: unknown[]) => Promise<unknown>)(...asked);
        } catch (fault) {
          say(fault instanceof Error ? fault.message : String(fault));
          return instead[name] ?? null;
        }
      };
    },
  });
}

export interface WorkerHandle<T> {
  readonly engine: Remote<T>;
  close(): void;
}

export interface Listening {
  /** A call failed; the worker lives. */
  readonly say: (fault: string) => void;
  /** The worker itself has stopped; what was asked of it is never answered. */
  readonly stopped: (fault: string) => void;
}

/** Takes up a worker that has just been started. */
export function takeUp<T>(worker: Worker, instead: Instead, { say, stopped }: Listening): WorkerHandle<T> {
  const remote = Comlink.wrap<T>(worker);
  let closed = false;
  worker.addEventListener("error", (event) => stopped(event.message || "it ran out of memory, or could not be loaded"));
  return {
    // What is still asked of one that was left is answered with nothing, and is no fault.
    engine: guarded(remote, instead, (fault) => {
      if (!closed) say(fault);
    }),
    close: () => {
      closed = true;
      remote[Comlink.releaseProxy]();
      worker.terminate();
    },
  };
}
