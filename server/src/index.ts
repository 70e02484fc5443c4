/** Starts a server; also what tests start. */

import { createServer, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import { type Logger, pino } from "pino";
import { createApp } from "./app.ts";
import { type Open, openInThread, STORE_MEMORY } from "./asked.ts";
import { isLoopback, tokenIn } from "./door.ts";
import { Engines } from "./engines/engines.ts";
import { OfferedFolder } from "./files/folder.ts";
import { withoutValues } from "./problem.ts";
import { DEMO_FOLDER, type Settings, WEB_FOLDER } from "./settings.ts";

export interface Running {
  /** Where it is to be found, with its token where it needs one. */
  readonly address: string;
  /** Rejects where the store has ended by itself. */
  readonly failed: Promise<never>;
  close(): Promise<void>;
}

export interface StartOptions {
  readonly log?: Logger;
  readonly web?: string;
  readonly demo?: string;
  readonly open?: Open;
  /** How long headers are waited for (milliseconds). */
  readonly headersWithin?: number;
}

/** Headers that have not come by then, and bodies, are not waited for (milliseconds). */
const HEADERS_WITHIN = 10_000;
const BODY_WITHIN = 60_000;
/** An engine that is asked is ended after so long (milliseconds), where no setting says otherwise. */
const ENGINE_PATIENCE = 2_000;
/** How often that is looked at. */
const LOOKED_AT = 2000;
/** Requests under way when the server is to end get so long (milliseconds). */
const DRAINED_WITHIN = 10_000;
/** How often connections that have become idle are closed meanwhile (milliseconds). */
const SWEPT_EVERY = 50;
/** How often backups, and what was removed long ago, are looked after (milliseconds). */
const TENDED_EVERY = 3_600_000;

/** Opens the database, seeds it where it is new, and listens; rejects where the port is taken, or the folder. */
export async function start(settings: Settings, options: StartOptions = {}): Promise<Running> {
  const folder = settings.files === undefined ? null : await OfferedFolder.open(settings.files);
  const log = options.log ?? pino({ level: "info" });
  const store = await (options.open ?? openInThread)(settings.data, options.demo ?? DEMO_FOLDER, {
    memory: settings.storeMemory ?? STORE_MEMORY,
    restarted: (error) => log.error({ err: withoutValues(error) }, "the store has ended, and was started again"),
  });
  if (store.seeded > 0) log.info({ specimens: store.seeded }, "seeded the demo");
  const token = isLoopback(settings.host) ? null : tokenIn(settings.data);
  const door = { host: settings.host, names: settings.hosts ?? [], token };
  const engines = new Engines(settings.engines ?? { on: true, patience: ENGINE_PATIENCE });
  const app = createApp({ asked: store.asked, door, engines, folder, log, web: options.web ?? WEB_FOLDER });
  const server = createServer(
    { headersTimeout: options.headersWithin ?? HEADERS_WITHIN, requestTimeout: BODY_WITHIN, connectionsCheckingInterval: LOOKED_AT },
    app,
  );
  await listening(server, settings).catch(async (error: unknown) => {
    await store.close();
    throw error;
  });
  const { address, port } = server.address() as AddressInfo;
  const bare = `http://${address.includes(":") ? `[${address}]` : address}:${port}`;
  await store.says(bare);
  const tend = () => {
    store.asked.tend().then(
      ({ backup, purged }) => (backup !== null || purged > 0) && log.info({ backup, purged }, "looked after the store"),
      (error: unknown) => log.error({ err: error }, "looking after the store failed"),
    );
  };
  tend();
  const tending = setInterval(tend, TENDED_EVERY);
  return {
    failed: store.failed,
    address: token === null ? bare : `${bare}/?token=${token}`,
    close: async () => {
      clearInterval(tending);
      await drained(server);
      await store.close();
    },
  };
}

function listening(server: Server, { port, host }: Settings): Promise<void> {
  return new Promise((resolve, reject) => {
    server.once("error", reject);
    server.listen(port, host, () => {
      server.off("error", reject);
      resolve();
    });
  });
}

/** Takes no more requests, and waits for those under way, but not for ever. */
async function drained(server: Server): Promise<void> {
  const closed = new Promise((done) => server.close(done));
  server.closeIdleConnections();
  // A connection whose request was under way is idle when that is answered, and would be kept open for the next one.
  const sweeping = setInterval(() => server.closeIdleConnections(), SWEPT_EVERY);
  const impatient = setTimeout(() => server.closeAllConnections(), DRAINED_WITHIN);
  await closed;
  clearInterval(sweeping);
  clearTimeout(impatient);
}

export type { Settings } from "./settings.ts";
