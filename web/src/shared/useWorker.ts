/** A worker for as long as a part of the page is there; one that has stopped is followed by another. */
import type { Remote } from "comlink";
import { useEffect, useState } from "react";
import type { Listening, WorkerHandle } from "./guarded.ts";

export interface WorkerUse<T> {
  /** What it waits for before it starts; nothing where it is left out. */
  readonly after?: () => Promise<void>;
  readonly start: (listening: Listening) => WorkerHandle<T>;
  /** Hears on what the worker failed. */
  readonly faulted: (fault: string) => void;
  /** Begins to ask, and hands back what ends that; `again` says that the worker takes the place of one that has stopped. */
  readonly ask: (engine: Remote<T>, again: boolean) => () => void;
  /** The part of the page is gone. */
  readonly left: () => void;
}

/** The worker, or null before it has been started. `use` must stay the same object. */
export function useWorker<T>(use: WorkerUse<T>): Remote<T> | null {
  const [engine, setEngine] = useState<Remote<T> | null>(null);
  /** Goes up when the worker has stopped and another one is started. */
  const [life, setLife] = useState(0);

  useEffect(() => {
    let end: (() => void) | undefined;
    let gone = false;
    const begin = () => {
      if (gone) return;
      const handle = use.start({
        say: use.faulted,
        stopped: (fault) => {
          setLife((lives) => lives + 1);
          use.faulted(fault);
        },
      });
      setEngine(() => handle.engine);
      const stopAsking = use.ask(handle.engine, life > 0);
      end = () => {
        stopAsking();
        setEngine(null);
        handle.close();
      };
    };
    if (use.after) void use.after().then(begin);
    else begin();
    return () => {
      gone = true;
      end?.();
    };
  }, [use, life]);
  useEffect(() => use.left, [use]);

  return engine;
}
