/** What requests about specimens may hold. Unknown fields are refused: a misspelt one must not be lost in silence. */
import { BOUNDS, type NewSpecimen, type SpecimenChange } from "@lamprey/api";
import { DIALECT_NAMES } from "@lamprey/core";
import Joi from "joi";
import { Problem } from "../problem.ts";

/** A new specimen with its defaults. */
export type SpecimenFields = Required<NewSpecimen>;

export interface SpecimenQuery {
  readonly search: string;
  readonly removed: boolean;
  readonly offset: number;
  readonly limit: number;
}

const id = Joi.string().guid();
const title = Joi.string().trim().min(1).max(BOUNDS.title);
const pattern = Joi.string().allow("").max(BOUNDS.pattern);
const dialect = Joi.string().valid(...DIALECT_NAMES);
const flags = Joi.string()
  .allow("")
  .max(BOUNDS.flags)
  .pattern(/^[\x20-\x7e]*$/, "printable ASCII");
const notes = Joi.string().allow("").max(BOUNDS.notes);
const name = Joi.string().trim().min(1).max(BOUNDS.sampleName);
const text = Joi.string().allow("").max(BOUNDS.sample);
const place = Joi.number().integer().min(0).max(BOUNDS.sample).required();
const edit = Joi.object({ from: place, to: place.min(Joi.ref("from")), insert: text.required() });

export const newSpecimen = Joi.object<SpecimenFields>({
  title: title.required(),
  pattern: pattern.default(""),
  dialect: dialect.default("ecmascript"),
  flags: flags.default(""),
  notes: notes.default(""),
  samples: Joi.array()
    .items(Joi.object({ name: name.required(), text: text.required() }))
    .max(BOUNDS.samples)
    .default([]),
});

export const specimenChange = Joi.object<SpecimenChange>({
  revision: Joi.number().integer().min(0).required(),
  title,
  pattern,
  dialect,
  flags,
  notes,
  samples: Joi.array()
    .items(Joi.object({ id, name: name.required(), text, edit }).or("id", "text").nand("text", "edit").with("edit", "id"))
    .max(BOUNDS.samples)
    .unique("id", { ignoreUndefined: true }),
});

export const specimenQuery = Joi.object<SpecimenQuery>({
  search: Joi.string().allow("").max(BOUNDS.title).default(""),
  removed: Joi.boolean().default(false),
  offset: Joi.number().integer().min(0).default(0),
  limit: Joi.number().integer().min(1).max(BOUNDS.page).default(100),
});

export const specimenId = id.required();

/** So many faults are said of one request, none of them at length. */
const MOST_ERRORS = 8;
const MOST_OF_MESSAGE = 200;

/** The value, checked and with defaults; a Problem that says the first fields at fault where it does not fit. */
export function check<T>(schema: Joi.Schema<T>, value: unknown, convert = false): T {
  const result = schema.validate(value ?? {}, { abortEarly: false, convert });
  if (!result.error) return result.value;
  const errors = result.error.details
    .slice(0, MOST_ERRORS)
    .map((d) => ({ path: d.path.join(".").slice(0, MOST_OF_MESSAGE), message: d.message.slice(0, MOST_OF_MESSAGE) }));
  throw new Problem("invalid-request", errors.map(({ message }) => message).join(". "), { errors });
}
