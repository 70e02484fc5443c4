/** The server as a process of its own. */
import { pino } from "pino";
import { isLoopback } from "./door.ts";
import { start } from "./index.ts";
import { withoutValues } from "./problem.ts";
import { readSettings } from "./settings.ts";
import { Trouble } from "./store/trouble.ts";

// What is kept here is its owner's alone.
process.umask(0o077);
const log = pino({ level: process.env.LOG_LEVEL ?? "info", serializers: { err: (error: unknown) => (error instanceof Error ? withoutValues(error) : error) } });

try {
  const settings = readSettings(process.env);
  const running = await start(settings, { log });
  console.log(`Lamprey is at ${running.address}`);
  if (!isLoopback(settings.host))
    console.warn(
      "Lamprey listens to other machines (HOST), over plain HTTP: whoever is on the way can read along. Only the address above, with its token, is let in; names that it is to be reached by are set with LAMPREY_HOSTS.",
    );
  let ending = false;
  running.failed.catch((error: unknown) => {
    if (ending) return;
    // What the browser holds is sent again to the server that is started next.
    log.fatal({ err: error }, "the store has ended");
    process.exit(1);
  });
  for (const signal of ["SIGINT", "SIGTERM"] as const) {
    process.once(signal, () => {
      ending = true;
      running.close().then(
        () => process.exit(0),
        (error: unknown) => {
          log.error({ err: error }, "closing failed");
          process.exit(1);
        },
      );
    });
  }
} catch (error) {
  const taken = error instanceof Error && "code" in error && error.code === "EADDRINUSE";
  if (taken) console.error(`Port ${process.env.PORT ?? 4317} is taken. Set PORT to another, or stop what listens there.`);
  else if (error instanceof Trouble) console.error(error.message);
  else log.fatal({ err: error }, "the server could not start");
  process.exit(1);
}
