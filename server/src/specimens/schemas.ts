/** What requests about specimens may hold. Unknown fields are refused: a misspelt one must not be lost in silence. */
import { BOUNDS, type FiguresOf, type Many, type NewSpecimen, SORTS, type Sort, type SpecimenChange } from "@lamprey/api";
import { DIALECT_NAMES, type Expectation, writeExpectation } from "@lamprey/core";
import Joi from "joi";
import { Problem } from "../problem.ts";

/** A new specimen with its defaults. */
export type SpecimenFields = Required<Omit<NewSpecimen, Later>> & Pick<NewSpecimen, Later>;

/** What specimens have had since the first of them were kept. */
type Later = "tags" | "template" | "expectations" | "setAside";

export interface SpecimenQuery {
  readonly search: string;
  readonly removed: boolean;
  readonly offset: number;
  readonly limit: number;
  readonly sort?: Sort;
  /** Only those that have it; empty for all. */
  readonly tag?: string;
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
const expectations = Joi.string().allow("").max(BOUNDS.expectations);
const setAside = Joi.string().allow("").max(BOUNDS.setAside);
const template = Joi.string().allow("").max(BOUNDS.template);
const name = Joi.string().trim().min(1).max(BOUNDS.sampleName);
const text = Joi.string().allow("").max(BOUNDS.sample);
/** On one line: tags are kept with line ends between them. */
const tag = Joi.string()
  .trim()
  .min(1)
  .max(BOUNDS.tag)
  .pattern(/^[^\n\r]*$/, "one line");
const tags = Joi.array().items(tag.required()).max(BOUNDS.tags).unique();
const place = Joi.number().integer().min(0).max(BOUNDS.sample).required();
const edit = Joi.object({ from: place, to: place.min(Joi.ref("from")), insert: text.required() });

export const newSpecimen = Joi.object<SpecimenFields>({
  title: title.required(),
  pattern: pattern.default(""),
  dialect: dialect.default("ecmascript"),
  flags: flags.default(""),
  notes: notes.default(""),
  template: template.default(""),
  expectations: expectations.default(""),
  setAside: setAside.default(""),
  tags: tags.default([]),
  samples: Joi.array()
    .items(Joi.object({ name: name.required(), text: text.required() }))
    .max(BOUNDS.samples)
    .default([]),
});

const offset = Joi.number().integer().min(0);
const stretch = Joi.object({ start: offset.required(), end: offset.min(Joi.ref("start")).required() });

/** In a file the list is one of lines, or of objects. */
export const specimenInFile = newSpecimen.keys({
  expectations: Joi.array()
    .items(
      Joi.string().allow(""),
      Joi.object({
        text: Joi.string().allow("").required(),
        mode: Joi.string().valid("first", "all", "start", "whole").default("all"),
        expect: Joi.string().valid("match", "no-match").required(),
        count: offset,
        matches: Joi.array().items(stretch.keys({ groups: Joi.array().items(stretch.allow(null)) })),
      }),
    )
    .default([]),
  setAside: Joi.array().items(Joi.string()).default([]),
});

/** One in a file, with its defaults. */
interface InFile extends Omit<SpecimenFields, "expectations" | "setAside"> {
  readonly expectations: readonly (string | Expectation)[];
  readonly setAside: readonly string[];
}

/** As it is kept: the lists are texts. */
export function fromFile({ expectations: list, setAside: aside, ...own }: InFile): SpecimenFields {
  const lines = list.map((each) => (typeof each === "string" ? each : writeExpectation(each)));
  return { ...own, expectations: lines.join("\n"), setAside: aside.join("\n") };
}

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
  tag: Joi.when("act", { is: Joi.valid("tag", "untag"), then: tag.required(), otherwise: Joi.forbidden() }),
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
