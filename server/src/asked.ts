/** What a server asks of its store, and the store’s own thread: nothing of the store itself is loaded where this is. */
import { fileURLToPath } from "node:url";
import { Worker } from "node:worker_threads";
import * as Comlink from "comlink/dist/esm/comlink.mjs";
import nodeEndpoint from "comlink/dist/esm/node-adapter.mjs";
import { Problem } from "./problem.ts";
import type { Service } from "./service.ts";
import { Trouble } from "./store/trouble.ts";
import type { StoreThread } from "./thread.ts";

/** What a server asks: the same, wherever the store is. */
const CALLS = [
  "health",
  "list",
  "read",
  "earlier",
  "create",
  "change",
  "remove",
  "restore",
  "purge",
  "tags",
  "many",
  "figures",
  "exportPart",
  "exportSome",
  "importAll",
  "importProgress",
  "tend",
] as const;
export type Asked = Pick<Service, (typeof CALLS)[number]>;

export interface Opened {
  readonly asked: Asked;
  /** Specimens of the demo that were put into it now. */
  readonly seeded: number;
  /** Rejects where the store has ended by itself and cannot be started again: nothing can be kept any more. */
  readonly failed: Promise<never>;
  /** Says where the server is to be found, to whoever wants the same folder. */
  says(address: string): Promise<void>;
  close(): Promise<void>;
}

interface StoreOptions {
  /** Megabytes of memory that the store's thread may use. */
  readonly memory: number;
  /** Hears of a thread that has ended by itself, once another has taken its place. */
  readonly restarted: (why: unknown) => void;
}

/** Megabytes, where nothing else is set: the largest import takes some 300. */
export const STORE_MEMORY = 1024;

export type Open = (folder: string, demo: string, options?: StoreOptions) => Promise<Opened>;

/** A store that ends so often within so long (milliseconds) would end again: then the server ends. */
const MOST_RESTARTS = 5;
const RESTARTS_WITHIN = 60_000;

const LOST = "A request needed more memory than the store may use, or the store failed. Nothing of that request was kept, and the others can be sent again.";

interface Thread {
  readonly worker: Worker;
  readonly store: Comlink.Remote<StoreThread>;
  /** Rejects where the thread has ended by itself. */
  readonly ended: Promise<never>;
}

function begin(memory: number): Thread {
  const worker = new Worker(fileURLToPath(new URL("./thread.js", import.meta.url)), { resourceLimits: { maxOldGenerationSizeMb: memory } });
  const ended = new Promise<never>((_resolve, reject) => {
    worker.once("error", reject);
    worker.once("exit", (code) => reject(new Error(`The store’s thread ended with ${code}.`)));
  });
  ended.catch(() => {});
  return { worker, store: Comlink.wrap<StoreThread>(nodeEndpoint(worker)), ended };
}

/**
 * Opens it in a thread of its own, so that nothing that the store does keeps the server from listening. Where the thread
 * ends by itself, because it has no memory left, what it was asked fails with a Problem, and another takes its place.
 */
export const openInThread: Open = async (folder, demo, { memory, restarted } = { memory: STORE_MEMORY, restarted: () => {} }) => {
  const openThread = async (): Promise<{ readonly thread: Thread; readonly seeded: number }> => {
    const thread = begin(memory);
    const opened = await Promise.race([thread.store.open(folder, demo), thread.ended]);
    if ("trouble" in opened) {
      closing = true;
      await thread.worker.terminate();
      throw new Trouble(opened.trouble);
    }
    return { thread, seeded: opened.seeded };
  };
  let closing = false;
  let address: string | null = null;
  let fail: (error: unknown) => void = () => {};
  const failed = new Promise<never>((_resolve, reject) => {
    fail = reject;
  });
  failed.catch(() => {});
  const first = await openThread();
  let current: Promise<Thread> = Promise.resolve(first.thread);
  const restarts: number[] = [];
  const watch = ({ ended }: Thread): void => {
    ended.catch((why: unknown) => {
      if (closing) return;
      const now = performance.now();
      restarts.push(now);
      if (restarts.filter((at) => now - at < RESTARTS_WITHIN).length > MOST_RESTARTS) {
        fail(why);
        return;
      }
      current = openThread().then(async ({ thread }) => {
        if (address !== null) await thread.store.says(address);
        watch(thread);
        restarted(why);
        return thread;
      });
      current.catch(fail);
    });
  };
  watch(first.thread);
  const call =
    <K extends keyof Asked>(name: K) =>
    async (...args: Parameters<Asked[K]>) => {
      const { store, ended } = await Promise.race([current, failed]);
      const moved = args.flatMap((each) => (each instanceof Uint8Array ? [each.buffer as ArrayBuffer] : []));
      const lost = ended.catch(() => {
        throw new Problem("store-restarted", LOST);
      });
      return Promise.race([store.ask(name, Comlink.transfer(args, moved) as never), lost]);
    };
  return {
    asked: Object.fromEntries(CALLS.map((name) => [name, call(name)])) as unknown as Asked,
    seeded: first.seeded,
    failed,
    says: async (own) => {
      address = own;
      await (await current).store.says(own);
    },
    close: async () => {
      closing = true;
      const { worker, store, ended } = await current;
      await Promise.race([store.close(), ended]);
      await worker.terminate();
    },
  };
};
