/** The server's settings, read from the environment and checked once. */
import { resolve } from "node:path";
import { fileURLToPath } from "node:url";
import Joi from "joi";

export interface Settings {
  readonly port: number;
  readonly host: string;
  /** Folder of the database. */
  readonly data: string;
}

const ROOT = fileURLToPath(new URL("../..", import.meta.url));

/** The built interface, and the demo specimens, as a checkout has them. */
export const WEB_FOLDER = resolve(ROOT, "web/dist");
export const DEMO_FOLDER = resolve(ROOT, "demo");

const environment = Joi.object({
  PORT: Joi.number().port().default(4317),
  HOST: Joi.string().hostname().default("127.0.0.1"),
  LAMPREY_DATA: Joi.string().default(resolve(ROOT, ".data")),
}).unknown();

/** Throws an error that names the setting where one is wrong. */
export function readSettings(env: NodeJS.ProcessEnv): Settings {
  const { value, error } = environment.validate(env);
  if (error) throw new Error(`A setting is wrong: ${error.message}`);
  return { port: value.PORT, host: value.HOST, data: resolve(value.LAMPREY_DATA) };
}
