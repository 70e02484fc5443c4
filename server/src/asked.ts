/** What a server asks of its store, and the store’s own thread: nothing of the store itself is loaded where this is. */
import { fileURLToPath } from "node:url";
import { Worker } from "node:worker_threads";
import * as Comlink from "comlink/dist/esm/comlink.mjs";
import nodeEndpoint from "comlink/dist/esm/node-adapter.mjs";
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
  "tend",
] as const;
export type Asked = Pick<Service, (typeof CALLS)[number]>;

export interface Opened {
  readonly asked: Asked;
  /** Specimens of the demo that were put into it now. */
  readonly seeded: number;
  /** Rejects where the store has ended by itself: nothing can be kept any more. */
  readonly failed: Promise<never>;
  /** Says where the server is to be found, to whoever wants the same folder. */
  says(address: string): Promise<void>;
  close(): Promise<void>;
}

export type Open = (folder: string, demo: string) => Promise<Opened>;

/** Opens it in a thread of its own, so that nothing that the store does keeps the server from listening. */
export const openInThread: Open = async (folder, demo) => {
  const worker = new Worker(fileURLToPath(new URL("./thread.js", import.meta.url)));
  const failed = new Promise<never>((_resolve, reject) => {
    worker.once("error", reject);
    worker.once("exit", (code) => reject(new Error(`The store’s thread ended with ${code}.`)));
  });
  failed.catch(() => {});
  const thread = Comlink.wrap<StoreThread>(nodeEndpoint(worker));
  const opened = await Promise.race([thread.open(folder, demo), failed]);
  if ("trouble" in opened) {
    await worker.terminate();
    throw new Trouble(opened.trouble);
  }
  const call =
    <K extends keyof Asked>(name: K) =>
    (...args: Parameters<Asked[K]>) => {
      const moved = args.flatMap((each) => (each instanceof Uint8Array ? [each.buffer as ArrayBuffer] : []));
      return Promise.race([thread.ask(name, Comlink.transfer(args, moved) as never), failed]);
    };
  return {
    asked: Object.fromEntries(CALLS.map((name) => [name, call(name)])) as unknown as Asked,
    seeded: opened.seeded,
    failed,
    says: (address) => thread.says(address),
    close: async () => {
      await Promise.race([thread.close(), failed]);
      await worker.terminate();
    },
  };
};
