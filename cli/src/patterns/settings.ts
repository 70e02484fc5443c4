/** `.lampreyrc.json`: what the commands on many patterns read, what they skip, and when they fail. */
import { existsSync, readFileSync } from "node:fs";
import { dirname, join, relative, resolve } from "node:path";
import Joi from "joi";
import { THRESHOLD_NAMES, type Threshold } from "./threshold.ts";

const SETTINGS_FILE = ".lampreyrc.json";

interface ProjectSettings {
  /** The folder that its paths are relative to; undefined where there is no file. */
  readonly folder?: string;
  /** Files and folders that are read where the command names none. */
  readonly sources?: readonly string[];
  /** Globs of files that are not. */
  readonly skip: readonly string[];
  readonly failAt?: Threshold;
  /** Kinds of mistakes that are left out. */
  readonly without?: readonly string[];
  /** Results of an earlier run, which are not reported again. */
  readonly baseline?: string;
}

const schema = Joi.object<ProjectSettings & { readonly $schema?: string }>({
  $schema: Joi.string(),
  sources: Joi.array().items(Joi.string().min(1)).min(1),
  skip: Joi.array().items(Joi.string().min(1)).default([]),
  failAt: Joi.string().valid(...THRESHOLD_NAMES),
  without: Joi.array().items(Joi.string()),
  baseline: Joi.string().min(1),
});

/** The settings of the folder, or of the nearest one above that has some. Throws where the file cannot be read, with what is wrong. */
function settingsFor(start: string): ProjectSettings {
  for (let folder = start; ; folder = dirname(folder)) {
    const file = join(folder, SETTINGS_FILE);
    if (existsSync(file)) {
      const { $schema: _, ...settings } = read(file);
      return { ...settings, folder };
    }
    if (dirname(folder) === folder) return { skip: [] };
  }
}

/** What a command is told wins; what it is not told is as the settings say. Throws as `settingsFor` does. */
export function withDefaults<Options extends Told>(options: Options, start: string): Options {
  const { folder, sources, skip, failAt, without, baseline } = settingsFor(start);
  if (folder === undefined) return options;
  const path = (own: string): string => relative(start, resolve(folder, own)) || ".";
  return {
    ...options,
    skip: { folder, globs: skip },
    ...(options.sources === undefined && sources ? { sources: sources.map(path) } : {}),
    ...(options.failAt === undefined && failAt ? { failAt } : {}),
    ...(options.without === undefined && without ? { without } : {}),
    ...(options.baseline === undefined && baseline !== undefined ? { baseline: path(baseline) } : {}),
  };
}

interface Told {
  readonly sources?: readonly string[];
  readonly failAt?: Threshold;
  readonly without?: readonly string[];
  readonly baseline?: string;
}

function read(file: string): ProjectSettings & { readonly $schema?: string } {
  let value: unknown;
  try {
    value = JSON.parse(readFileSync(file, "utf8"));
  } catch (error) {
    throw new Error(`${file}: ${error instanceof Error ? error.message : String(error)}`);
  }
  const { value: settings, error } = schema.validate(value);
  if (error) throw new Error(`${file}: ${error.message}`);
  return settings;
}
