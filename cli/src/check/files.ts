/** Specimen files: one specimen, or everything of a shelf, with what its pattern must and must not match. */
import { readFileSync } from "node:fs";
import { DIALECT_NAMES, type Expectation, type Source } from "@lamprey/core";
import Joi from "joi";
import { expectation } from "../contract/requests.ts";

export interface CheckedSpecimen extends Source {
  readonly title: string;
  readonly expectations: readonly Expectation[];
}

const specimen = Joi.object({
  title: Joi.string().allow("").default("without a title"),
  pattern: Joi.string().allow("").required(),
  dialect: Joi.string()
    .valid(...DIALECT_NAMES)
    .default("ecmascript"),
  flags: Joi.string().allow("").default(""),
  expectations: Joi.array().items(expectation).default([]),
}).unknown();

const file = Joi.alternatives().conditional(Joi.object({ specimens: Joi.exist() }).unknown(), {
  // biome-ignore lint/suspicious/noThenProperty: it is what Joi calls it.
  then: Joi.object({ specimens: Joi.array().items(specimen).required() }).unknown(),
  otherwise: specimen,
});

/** The specimens of a file. Throws, with the place, where the file is not there, no JSON, or not of that form. */
export function readSpecimens(path: string): readonly CheckedSpecimen[] {
  const text = readFileSync(path, "utf8");
  let parsed: unknown;
  try {
    parsed = JSON.parse(text);
  } catch (error) {
    throw new Error(`${path}: ${error instanceof Error ? error.message : String(error)}`);
  }
  const { value, error } = file.validate(parsed, { convert: false });
  if (error) throw new Error(`${path}: ${error.message}`);
  return "specimens" in value ? value.specimens : [value];
}
