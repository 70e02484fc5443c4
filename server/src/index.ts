/** Starts a server; also what tests start. */

import type { Server } from "node:http";
import type { AddressInfo } from "node:net";
import { type Logger, pino } from "pino";
import { createApp } from "./app.ts";
import { seedOnce } from "./seed.ts";
import { DEMO_FOLDER, type Settings, WEB_FOLDER } from "./settings.ts";
import { Specimens } from "./specimens/specimens.ts";
import { openStore } from "./store/store.ts";

export interface Running {
  readonly address: string;
  close(): Promise<void>;
}

export interface StartOptions {
  readonly log?: Logger;
  readonly web?: string;
  readonly demo?: string;
}

/** Opens the database, seeds it where it is new, and listens; rejects where the port is taken. */
export async function start(settings: Settings, options: StartOptions = {}): Promise<Running> {
  const log = options.log ?? pino({ level: "info" });
  const store = await openStore(settings.data);
  const specimens = new Specimens(store);
  const seeded = await seedOnce(store, specimens, options.demo ?? DEMO_FOLDER);
  if (seeded > 0) log.info({ specimens: seeded }, "seeded the demo");
  const app = createApp({ specimens, log, web: options.web ?? WEB_FOLDER });
  const server = await new Promise<Server>((resolve, reject) => {
    const listening = app.listen(settings.port, settings.host, (error?: Error) => (error ? reject(error) : resolve(listening)));
  }).catch(async (error: unknown) => {
    await store.close();
    throw error;
  });
  const { address, port } = server.address() as AddressInfo;
  return {
    address: `http://${address.includes(":") ? `[${address}]` : address}:${port}`,
    close: async () => {
      server.closeAllConnections();
      await new Promise((done) => server.close(done));
      await store.close();
    },
  };
}

export type { Settings } from "./settings.ts";
