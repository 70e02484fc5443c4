/** The store's thread. */
import { parentPort } from "node:worker_threads";
import * as Comlink from "comlink/dist/esm/comlink.mjs";
import nodeEndpoint from "comlink/dist/esm/node-adapter.mjs";
import type { Asked, Opened } from "./asked.ts";
import { openHere } from "./opened.ts";
import { Trouble } from "./store/trouble.ts";

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

if (parentPort) Comlink.expose(new StoreThread(), nodeEndpoint(parentPort));
