/** The server as a process of its own. */
import { pino } from "pino";
import { start } from "./index.ts";
import { readSettings } from "./settings.ts";

const log = pino({ level: process.env.LOG_LEVEL ?? "info" });

try {
  const settings = readSettings(process.env);
  const running = await start(settings, { log });
  console.log(`Lamprey is at ${running.address}`);
  for (const signal of ["SIGINT", "SIGTERM"] as const) {
    process.once(signal, () => {
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
  else log.fatal({ err: error }, "the server could not start");
  process.exit(1);
}
