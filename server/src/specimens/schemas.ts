/** What requests about specimens may hold. Unknown fields are refused: a misspelt one must not be lost in silence. */
import { DIALECT_NAMES, type DialectName } from "@lamprey/core";
import Joi from "joi";
import { Problem } from "../problem.ts";

/** A pattern this long is refused by the parser anyway. */
const MOST_PATTERN = 1_000_000;
/** The issue of size is the body as a whole (see app.ts); this one keeps a single sample readable on a screen. */
const MOST_SAMPLE = 8_000_000;
const MOST_SAMPLES = 50;
const MOST_WORDS = 200;
const MOST_NOTES = 20_000;

export interface SampleInput {
  readonly id?: string;
  readonly name: string;
  /** Left out where a sample that is kept already stays as it is. */
  readonly text?: string;
}

export interface SpecimenFields {
  readonly title: string;
  readonly pattern: string;
  readonly dialect: DialectName;
  readonly flags: string;
  readonly notes: string;
  readonly samples: readonly SampleInput[];
}

export type SpecimenChange = Partial<SpecimenFields> & { readonly revision: number };

export interface SpecimenQuery {
  readonly search: string;
  readonly removed: boolean;
  readonly offset: number;
  readonly limit: number;
}

const id = Joi.string().guid();
const title = Joi.string().trim().min(1).max(MOST_WORDS);
const pattern = Joi.string().allow("").max(MOST_PATTERN);
const dialect = Joi.string().valid(...DIALECT_NAMES);
const flags = Joi.string().allow("").max(20);
const notes = Joi.string().allow("").max(MOST_NOTES);
const name = Joi.string().trim().min(1).max(MOST_WORDS);
const text = Joi.string().allow("").max(MOST_SAMPLE);

export const newSpecimen = Joi.object<SpecimenFields>({
  title: title.required(),
  pattern: pattern.default(""),
  dialect: dialect.default("ecmascript"),
  flags: flags.default(""),
  notes: notes.default(""),
  samples: Joi.array()
    .items(Joi.object({ name: name.required(), text: text.required() }))
    .max(MOST_SAMPLES)
    .default([]),
});

export const specimenChange = Joi.object<SpecimenChange>({
  revision: Joi.number().integer().min(1).required(),
  title,
  pattern,
  dialect,
  flags,
  notes,
  samples: Joi.array()
    .items(Joi.object({ id, name: name.required(), text }).or("id", "text"))
    .max(MOST_SAMPLES)
    .unique("id", { ignoreUndefined: true }),
});

export const specimenQuery = Joi.object<SpecimenQuery>({
  search: Joi.string().allow("").max(MOST_WORDS).default(""),
  removed: Joi.boolean().default(false),
  offset: Joi.number().integer().min(0).default(0),
  limit: Joi.number().integer().min(1).max(200).default(100),
});

export const specimenId = id.required();

/** The value, checked and with defaults; a Problem that lists every field at fault where it does not fit. */
export function check<T>(schema: Joi.Schema<T>, value: unknown, convert = false): T {
  const result = schema.validate(value ?? {}, { abortEarly: false, convert });
  if (!result.error) return result.value;
  const errors = result.error.details.map((d) => ({ path: d.path.join("."), message: d.message }));
  throw new Problem("invalid-request", result.error.message, { errors });
}
