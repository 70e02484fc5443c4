/** The server's settings, read from the environment and checked once. */
import { resolve } from "node:path";
import { fileURLToPath } from "node:url";
import Joi from "joi";
import { STORE_MEMORY } from "./asked.ts";
import type { EngineSettings } from "./engines/engines.ts";
import { Trouble } from "./store/trouble.ts";

export interface Settings {
  readonly port: number;
  readonly host: string;
  /** Folder of the database. */
  readonly data: string;
  /** More names that the server is known by. */
  readonly hosts?: readonly string[];
  /** Whether the real engines of this machine may be asked, and after how many milliseconds one is ended. */
  readonly engines?: EngineSettings;
  /** Megabytes of memory that the store's thread may use; a request that needs more fails, and the thread is started again. */
  readonly storeMemory?: number;
  /** A folder whose files are offered to be searched, read only; none where it is left out. */
  readonly files?: string;
}

const ROOT = fileURLToPath(new URL("../..", import.meta.url));

/** The built interface, and the demo specimens, as a checkout has them. */
export const WEB_FOLDER = resolve(ROOT, "web/dist");
export const DEMO_FOLDER = resolve(ROOT, "demo");

/** Logs to try a search on, where no other folder is set. */
const DEMO_LOGS = resolve(DEMO_FOLDER, "logs");

const environment = Joi.object({
  PORT: Joi.number().port().default(4317),
  HOST: Joi.string().hostname().default("127.0.0.1"),
  LAMPREY_DATA: Joi.string().default(resolve(ROOT, ".data")),
  LAMPREY_HOSTS: Joi.string()
    .pattern(/^[^\s,/]+(,[^\s,/]+)*$/, "names, with commas between them")
    .allow(""),
  LAMPREY_ENGINES: Joi.string().valid("on", "off").default("on"),
  LAMPREY_FILES: Joi.string().allow("").default(DEMO_LOGS),
  /** Milliseconds. */
  LAMPREY_ENGINE_PATIENCE: Joi.number().integer().min(100).max(60_000).default(2_000),
  /** Megabytes. */
  LAMPREY_STORE_MEMORY: Joi.number().integer().min(32).max(16_384).default(STORE_MEMORY),
}).unknown();

/** Throws a `Trouble` that names the setting where one is wrong. */
export function readSettings(env: NodeJS.ProcessEnv): Settings {
  const { value, error } = environment.validate(env);
  if (error) throw new Trouble(`A setting is wrong: ${error.message}.`);
  return {
    port: value.PORT,
    host: value.HOST,
    data: resolve(value.LAMPREY_DATA),
    hosts: (value.LAMPREY_HOSTS ?? "").split(",").filter(Boolean),
    storeMemory: value.LAMPREY_STORE_MEMORY,
    ...(value.LAMPREY_FILES === "" ? {} : { files: resolve(value.LAMPREY_FILES) }),
    engines: { on: value.LAMPREY_ENGINES === "on", patience: value.LAMPREY_ENGINE_PATIENCE },
  };
}
