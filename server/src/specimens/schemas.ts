/** What requests about specimens may hold. Unknown fields are refused: a misspelt one must not be lost in silence. */
import { BOUNDS, type FiguresOf, type Many, SORTS, type Sort, type SpecimenChange } from "@lamprey/api";
import { FIELDS, SAMPLE, TAG } from "@lamprey/api/files";
import Joi from "joi";
import { Problem } from "../problem.ts";

export interface SpecimenQuery {
  readonly search: string;
  readonly removed: boolean;
  readonly offset: number;
  readonly limit: number;
  readonly sort?: Sort;
  /** Only those that have it; empty for all. */
  readonly tag?: string;
}

const { title, pattern, dialect, flags, notes, template, expectations, setAside } = FIELDS;
const { name, text } = SAMPLE;
const id = Joi.string().guid();
const place = Joi.number().integer().min(0).max(BOUNDS.sample).required();
const edit = Joi.object({ from: place, to: place.min(Joi.ref("from")), insert: text.required() });

export const specimenChange = Joi.object<SpecimenChange>({
  revision: Joi.number().integer().min(0).required(),
  // biome-ignore lint/suspicious/noThenProperty: it is what Joi calls it.
  title: Joi.when("revision", { is: 0, then: title.required(), otherwise: title }),
  pattern,
  dialect,
  flags,
  notes,
  template,
  expectations,
  setAside,
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
  sort: Joi.string()
    .valid(...SORTS)
    .default("changed"),
  tag: Joi.string().allow("").max(BOUNDS.tag).default(""),
});

export const many = Joi.object<Many>({
  ids: Joi.array().items(id.required()).max(BOUNDS.many).unique().required(),
  act: Joi.string().valid("remove", "restore", "tag", "untag").required(),
  // biome-ignore lint/suspicious/noThenProperty: it is what Joi calls it.
  tag: Joi.when("act", { is: Joi.valid("tag", "untag"), then: TAG.required(), otherwise: Joi.forbidden() }),
});

/** Which are wanted as a file. */
export const wanted = Joi.object<{ readonly ids: readonly string[] }>({
  ids: Joi.array().items(id.required()).min(1).max(BOUNDS.many).unique().required(),
});

export const figuresOf = Joi.object<FiguresOf>({
  revision: Joi.number().integer().min(1).required(),
  figures: Joi.object({
    matches: Joi.number().integer().min(0).required(),
    more: Joi.boolean().required(),
    growth: Joi.string().valid("linear", "polynomial", "exponential", "undecided").required(),
    degree: Joi.number().integer().min(0).required(),
    texts: Joi.number().integer().min(0),
    holding: Joi.number().integer().min(0).max(Joi.ref("texts")),
  })
    .and("texts", "holding")
    .required(),
});

export const specimenId = id.required();

/** So many faults are said of one request, none of them at length. */
export const MOST_ERRORS = 8;
const MOST_OF_MESSAGE = 200;

/** The value, checked and with defaults; a Problem that says the first fields at fault where it does not fit. */
export function check<T>(schema: Joi.Schema<T>, value: unknown, convert = false): T {
  const result = schema.validate(value ?? {}, { abortEarly: false, convert });
  if (!result.error) return result.value;
  const errors = result.error.details.slice(0, MOST_ERRORS).map((detail) => faultOf(detail));
  throw new Problem("invalid-request", faultsSay(errors), { errors });
}

/** A field at fault, and what is wrong with it. */
export interface Fault {
  readonly path: string;
  readonly message: string;
}

/** @param at where the value that was validated stands in the request */
export const faultOf = ({ path, message }: Joi.ValidationErrorItem, at: readonly (string | number)[] = []): Fault => ({
  path: [...at, ...path].join(".").slice(0, MOST_OF_MESSAGE),
  message: message.slice(0, MOST_OF_MESSAGE),
});

export const faultsSay = (faults: readonly Fault[]): string => faults.map(({ message }) => message).join(". ");
