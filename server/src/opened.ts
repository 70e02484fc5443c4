/** The store with all that belongs to it, opened here, or in a thread of its own. */
import { fileURLToPath } from "node:url";
import { Worker } from "node:worker_threads";
import * as Comlink from "comlink/dist/esm/comlink.mjs";
import nodeEndpoint from "comlink/dist/esm/node-adapter.mjs";
import { readDemo } from "./seed.ts";
import { Service } from "./service.ts";
import { Specimens } from "./specimens/specimens.ts";
import { type FolderLock, lockFolder } from "./store/lock.ts";
import { openStore } from "./store/store.ts";
import { Trouble } from "./store/trouble.ts";

/** What a server asks: the same, wherever it is. */
export type Asked = Pick<
  Service,
  "health" | "list" | "read" | "earlier" | "create" | "change" | "remove" | "restore" | "purge" | "exportPart" | "importAll" | "tend"
>;

export interface Opened {
  readonly asked: Asked;
  /** Specimens of the demo that were put into it now. */
  readonly seeded: number;
  /** Says where the server is to be found, to whoever wants the same folder. */
  says(address: string): Promise<void>;
  close(): Promise<void>;
}

export type Open = (folder: string, demo: string) => Promise<Opened>;

/** Opens it in this thread; throws a `Trouble` where it cannot be used. */
export const openHere: Open = async (folder, demo) => {
  const { service, lock, seeded } = await openAll(folder, demo);
  return {
    asked: service,
    seeded,
    says: async (address) => lock.says(address),
    close: async () => {
      await service.close();
      lock.release();
    },
  };
};

async function openAll(folder: string, demo: string): Promise<{ service: Service; lock: FolderLock; seeded: number }> {
  const lock = lockFolder(folder);
  try {
    const store = await openStore(folder);
    const specimens = new Specimens(store);
    await specimens.ensureSearchable();
    const seeded = await specimens.seed(() => readDemo(demo));
    return { service: new Service(store, specimens), lock, seeded };
  } catch (error) {
    lock.release();
    throw error;
  }
}

/** The calls that the thread takes. A `Trouble` comes back as its sentence: errors lose what they are on their way. */
export class StoreThread {
  private opened: Opened | undefined;

  async open(folder: string, demo: string): Promise<{ readonly seeded: number } | { readonly trouble: string }> {
    try {
      this.opened = await openHere(folder, demo);
      return { seeded: this.opened.seeded };
    } catch (error) {
      if (error instanceof Trouble) return { trouble: error.message };
      throw error;
    }
  }

  async ask<K extends keyof Asked>(call: K, args: Parameters<Asked[K]>): Promise<Awaited<ReturnType<Asked[K]>>> {
    const asked = (this.opened as Opened).asked;
    const answer = await (asked[call] as (...given: unknown[]) => Promise<object>).apply(asked, args);
    const moved = "body" in answer ? [(answer.body as Uint8Array<ArrayBuffer>).buffer] : [];
    return Comlink.transfer(answer, moved) as Awaited<ReturnType<Asked[K]>>;
  }

  says(address: string): Promise<void> {
    return (this.opened as Opened).says(address);
  }

  async close(): Promise<void> {
    await this.opened?.close();
  }
}

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
  const names = ["health", "list", "read", "earlier", "create", "change", "remove", "restore", "purge", "exportPart", "importAll", "tend"] as const;
  return {
    asked: Object.fromEntries(names.map((name) => [name, call(name)])) as unknown as Asked,
    seeded: opened.seeded,
    says: (address) => thread.says(address),
    close: async () => {
      await Promise.race([thread.close(), failed]);
      await worker.terminate();
    },
  };
};
