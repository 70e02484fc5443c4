/** Settings of the editor server: the section `lamprey` of the editor's own. */
import Joi from "joi";
import { BENCH_ADDRESS } from "../bench-address.ts";

export interface Settings {
  /** Codes of findings that are not told. */
  readonly without: readonly string[];
  /** Where the bench is served. */
  readonly bench: string;
}

export const DEFAULTS: Settings = { without: [], bench: BENCH_ADDRESS };

const schema = Joi.object<Settings>({
  without: Joi.array().items(Joi.string()).default(DEFAULTS.without),
  bench: Joi.string()
    .uri({ scheme: ["http", "https"] })
    .default(DEFAULTS.bench),
}).unknown();

/** The settings of a value that an editor sent, and what is wrong with it, in a sentence. */
export function readSettings(value: unknown): { readonly settings: Settings; readonly fault: string | null } {
  const { value: read, error } = schema.validate(value ?? {});
  return error ? { settings: DEFAULTS, fault: `The settings of lamprey are not used: ${error.message}.` } : { settings: read, fault: null };
}
