/** What is kept: specimens, what their patterns were before, and their sample texts. */
import { defineEntity, type InferEntity, Type } from "@mikro-orm/core";

const ESCAPED = "\u0001json:";

/**
 * Text kept unit by unit. SQLite keeps UTF-8, which has no lone surrogates, and its drivers may end a text at NUL:
 * a text with either is kept as JSON behind a mark.
 */
export class ExactText extends Type<string, string> {
  override convertToDatabaseValue(value: string): string {
    const plain = isWellFormed(value) && !value.includes("\0") && !value.startsWith(ESCAPED);
    return plain ? value : ESCAPED + JSON.stringify(value);
  }

  override convertToJSValue(value: string): string {
    return value.startsWith(ESCAPED) ? JSON.parse(value.slice(ESCAPED.length)) : value;
  }

  override getColumnType(): string {
    return "text";
  }
}

/** Whether every surrogate has its other half: such a text survives UTF-8. */
function isWellFormed(text: string): boolean {
  for (let i = 0; i < text.length; i++) {
    const code = text.codePointAt(i) as number;
    if (code > 0xffff) i++;
    else if (code >= 0xd800 && code <= 0xdfff) return false;
  }
  return true;
}

export const Specimen = defineEntity({
  name: "Specimen",
  tableName: "specimen",
  properties: (p) => ({
    id: p.string().primary(),
    title: p.type(ExactText).$type<string>(),
    pattern: p.type(ExactText).$type<string>(),
    dialect: p.string(),
    flags: p.string(),
    notes: p.type(ExactText).$type<string>(),
    /** What a rewriting puts in the place of a match. */
    template: p.type(ExactText).$type<string>(),
    /** Texts that must and must not match, one a line. */
    expectations: p.type(ExactText).$type<string>(),
    /** Slips that are not said of it any more, one a line. */
    setAside: p.type(ExactText).$type<string>(),
    /** Goes up by one with every change; a change must name the revision that it changes. */
    revision: p.integer(),
    createdAt: p.datetime(),
    updatedAt: p.datetime(),
    deletedAt: p.datetime().nullable(),
    /** When the pattern, or what it is written in, was changed last. */
    patternAt: p.datetime(),
    /** Each behind a line end, and one at their end, so that one can be looked for; empty where there are none. */
    tags: p.type(ExactText).$type<string>(),
    /** What a bench found out, as JSON, and the revision that it is of. */
    figures: p.string().nullable(),
    figuresOf: p.integer(),
    /** What the words that it is searched by are kept under. */
    number: p.integer(),
  }),
});

/** A pattern as it stood at an earlier revision. */
export const Earlier = defineEntity({
  name: "Earlier",
  tableName: "earlier",
  properties: (p) => ({
    id: p.string().primary(),
    specimenId: p.string(),
    revision: p.integer(),
    pattern: p.type(ExactText).$type<string>(),
    dialect: p.string(),
    flags: p.string(),
    /** When it was kept. */
    keptAt: p.datetime(),
  }),
});

export const Sample = defineEntity({
  name: "Sample",
  tableName: "sample",
  properties: (p) => ({
    id: p.string().primary(),
    specimenId: p.string(),
    position: p.integer(),
    name: p.type(ExactText).$type<string>(),
    text: p.type(ExactText).$type<string>(),
    /** UTF-16 code units, so that a list need not read the text. */
    length: p.integer(),
  }),
});

/** Facts about the database itself, such as that the demo was put into it. */
export const Fact = defineEntity({
  name: "Fact",
  tableName: "fact",
  properties: (p) => ({ name: p.string().primary(), value: p.string() }),
});

export type SpecimenRow = InferEntity<typeof Specimen>;
export type SampleRow = InferEntity<typeof Sample>;
