/**
 * Files of saved patterns: one pattern with its samples and tests, or a whole shelf. The server and the command read them
 * with these schemas and no others, and the page hands its files to the server; `docs/specimen.schema.json` describes the form.
 */
import { DIALECT_NAMES, type Expectation, readExpectations, writeExpectation } from "@lamprey/core";
import Joi from "joi";
import { BOUNDS, type NewSpecimen } from "./specimens.ts";

/** A new specimen with its defaults. */
export type SpecimenFields = Required<Omit<NewSpecimen, Later>> & Pick<NewSpecimen, Later>;

/** What specimens have had since the first of them were kept. */
type Later = "tags" | "template" | "expectations" | "setAside";

/** What a person writes of a specimen, field by field. */
export const FIELDS = {
  title: Joi.string().trim().min(1).max(BOUNDS.title),
  pattern: Joi.string().allow("").max(BOUNDS.pattern),
  dialect: Joi.string().valid(...DIALECT_NAMES),
  flags: Joi.string()
    .allow("")
    .max(BOUNDS.flags)
    .pattern(/^[\x20-\x7e]*$/, "printable ASCII"),
  notes: Joi.string().allow("").max(BOUNDS.notes),
  expectations: Joi.string().allow("").max(BOUNDS.expectations),
  setAside: Joi.string().allow("").max(BOUNDS.setAside),
  template: Joi.string().allow("").max(BOUNDS.template),
} as const;

/** Of a sample. */
export const SAMPLE = { name: Joi.string().trim().min(1).max(BOUNDS.sampleName), text: Joi.string().allow("").max(BOUNDS.sample) } as const;

/** On one line: tags are kept with line ends between them. */
export const TAG = Joi.string()
  .trim()
  .min(1)
  .max(BOUNDS.tag)
  .pattern(/^[^\n\r]*$/, "one line");

export const newSpecimen = Joi.object<SpecimenFields>({
  title: FIELDS.title.required(),
  pattern: FIELDS.pattern.default(""),
  dialect: FIELDS.dialect.default("ecmascript"),
  flags: FIELDS.flags.default(""),
  notes: FIELDS.notes.default(""),
  template: FIELDS.template.default(""),
  expectations: FIELDS.expectations.default(""),
  setAside: FIELDS.setAside.default(""),
  tags: Joi.array().items(TAG).max(BOUNDS.tags).unique().default([]),
  samples: Joi.array()
    .items(Joi.object({ name: SAMPLE.name.required(), text: SAMPLE.text.required() }))
    .max(BOUNDS.samples)
    .default([]),
});

const offset = Joi.number().integer().min(0);
const stretch = Joi.object({ start: offset.required(), end: offset.min(Joi.ref("start")).required() });

/** A text that must or must not match, as an object. */
const expectation = Joi.object<Expectation>({
  text: Joi.string().allow("").required(),
  mode: Joi.string().valid("first", "all", "start", "whole").default("all"),
  expect: Joi.string().valid("match", "no-match").required(),
  count: offset,
  matches: Joi.array().items(stretch.keys({ groups: Joi.array().items(stretch.allow(null)) })),
});

/** The same for the command, which ignores fields that it does not know. */
export const looseExpectation = expectation
  .keys({ matches: Joi.array().items(stretch.keys({ groups: Joi.array().items(stretch.unknown().allow(null)) }).unknown()) })
  .unknown();

/** The list in a file: lines as a person types them, or objects, whichever is handier for who writes it. */
const listOfExpectations = (object: Joi.ObjectSchema<Expectation>) =>
  Joi.array()
    // biome-ignore lint/suspicious/noThenProperty: it is what Joi calls it.
    .items(Joi.alternatives().conditional(Joi.string().allow(""), { then: Joi.string().allow(""), otherwise: object }))
    .default([]);

/** One in a file, with its defaults. */
export interface InFile extends Omit<SpecimenFields, "expectations" | "setAside"> {
  readonly expectations: readonly (string | Expectation)[];
  readonly setAside: readonly string[];
}

/** A specimen in a file that is put on the shelf: a field that is not known is refused, so that a misspelt one is not lost in silence. */
export const specimenInFile = newSpecimen.keys({ expectations: listOfExpectations(expectation), setAside: Joi.array().items(Joi.string()).default([]) });

/** What `check` needs of a file. */
export interface CheckedSpecimen extends Pick<SpecimenFields, "title" | "pattern" | "dialect" | "flags"> {
  readonly expectations: readonly Expectation[];
}

/** The same file where its tests are run: what they do not need may be missing, or of another tool. */
const checkedInFile = Joi.object({
  title: Joi.string().allow("").default("without a title"),
  pattern: FIELDS.pattern.required(),
  dialect: FIELDS.dialect.default("ecmascript"),
  flags: FIELDS.flags.default(""),
  expectations: listOfExpectations(looseExpectation),
}).unknown();

const checkedFile = Joi.alternatives().conditional(Joi.object({ specimens: Joi.exist() }).unknown(), {
  // biome-ignore lint/suspicious/noThenProperty: it is what Joi calls it.
  then: Joi.object({ specimens: Joi.array().items(checkedInFile).required() }).unknown(),
  otherwise: checkedInFile,
});

/** The specimens of a file, of one or of many, with their tests as values. Throws an `Error` with the place where it is of another form. */
export function readCheckedFile(parsed: unknown): readonly CheckedSpecimen[] {
  const { value, error } = checkedFile.validate(parsed, { convert: false });
  if (error) throw error;
  const list: readonly (Omit<CheckedSpecimen, "expectations"> & Pick<InFile, "expectations">)[] = "specimens" in value ? value.specimens : [value];
  return list.map(({ expectations, ...own }) => ({ ...own, expectations: expectations.flatMap(asValues) }));
}

/** A line can say nothing, such as a remark. */
const asValues = (each: string | Expectation): readonly Expectation[] =>
  typeof each === "string" ? readExpectations(each).map(({ expectation: own }) => own) : [each];

/** As it is kept: the lists are texts. */
export function fromFile({ expectations: list, setAside: aside, ...own }: InFile): SpecimenFields {
  const lines = list.map((each) => (typeof each === "string" ? each : writeExpectation(each)));
  return { ...own, expectations: lines.join("\n"), setAside: aside.join("\n") };
}

/** What a file says of itself, besides what it holds. */
const HEAD = { $schema: Joi.string(), version: Joi.number().valid(1) };

const savedFile = Joi.alternatives().conditional(Joi.object({ specimens: Joi.exist() }).unknown(), {
  // biome-ignore lint/suspicious/noThenProperty: it is what Joi calls it.
  then: Joi.object({ ...HEAD, format: Joi.valid("lamprey-specimens"), specimens: Joi.array().items(specimenInFile).required() }),
  otherwise: Joi.object({ ...HEAD, format: Joi.valid("lamprey-specimen") }).concat(specimenInFile),
});

/** All that a file holds, of one saved pattern or of many. Throws an `Error` with the place where it is of another form. */
export function readSavedFile(parsed: unknown): readonly InFile[] {
  const { value, error } = savedFile.validate(parsed, { convert: false });
  if (error) throw error;
  if ("specimens" in value) return value.specimens;
  const { $schema, format, version, ...own } = value;
  return [own];
}
