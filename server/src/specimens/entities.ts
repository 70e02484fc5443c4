/** What is kept: specimens and their sample texts. */
import { defineEntity, type InferEntity } from "@mikro-orm/core";

export const Specimen = defineEntity({
  name: "Specimen",
  tableName: "specimen",
  properties: (p) => ({
    id: p.string().primary(),
    title: p.string(),
    pattern: p.text(),
    dialect: p.string(),
    flags: p.string(),
    notes: p.text(),
    /** Goes up by one with every change; a change must name the revision that it changes. */
    revision: p.integer(),
    createdAt: p.datetime(),
    updatedAt: p.datetime(),
    deletedAt: p.datetime().nullable(),
  }),
});

export const Sample = defineEntity({
  name: "Sample",
  tableName: "sample",
  properties: (p) => ({
    id: p.string().primary(),
    specimenId: p.string(),
    position: p.integer(),
    name: p.string(),
    text: p.text(),
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
