/** Specimens as the server answers them and takes them: one place for their shapes, their bounds and their types. */
import { DIALECT_NAMES } from "@lamprey/core";
import { closed, listOf, type Value } from "./schema.ts";

/** The most that a request may hold. Lengths are UTF-16 code units. */
export const BOUNDS = {
  title: 200,
  /** A pattern this long is refused by the parser anyway. */
  pattern: 1_000_000,
  flags: 20,
  notes: 20_000,
  /** What comes in the place of a match. */
  template: 100_000,
  /** The list of texts that must and must not match: ten thousand of a hundred characters. */
  expectations: 1_000_000,
  /** The list of slips that were set aside. */
  setAside: 20_000,
  sampleName: 200,
  /** The issue of size is the body as a whole; this one keeps a single sample readable on a screen. */
  sample: 8_000_000,
  samples: 50,
  /** Specimens in one page of the list. */
  page: 200,
  /** What a list shows of a pattern or of notes. */
  excerpt: 300,
  tag: 40,
  tags: 20,
  /** Specimens that something is done to at once. */
  many: 1_000,
} as const;

/** How a list is sorted: the newest change, the title, the worst growth first. */
export const SORTS = ["changed", "title", "growth"] as const;
export type Sort = (typeof SORTS)[number];

const TEXT = { type: "string" } as const;
const ID = { type: "string", format: "uuid" } as const;
const MOMENT = { type: "string", format: "date-time" } as const;
const REVISION = { type: "integer", minimum: 1 } as const;
const LENGTH = { type: "integer", description: "UTF-16 code units" } as const;

/** What a person writes of a specimen, as a list shows it. */
const LISTED = {
  title: { type: "string", minLength: 1, maxLength: BOUNDS.title },
  pattern: { type: "string", maxLength: BOUNDS.pattern },
  dialect: { type: "string", enum: DIALECT_NAMES },
  /** Printable ASCII. */
  flags: { type: "string", maxLength: BOUNDS.flags, pattern: "^[ -~]*$" },
  notes: { type: "string", maxLength: BOUNDS.notes },
} as const;

/** All that a person writes of it. */
const OWN = {
  ...LISTED,
  /** What a rewriting puts in the place of a match, as the dialect's host writes it. */
  template: { type: "string", maxLength: BOUNDS.template },
  /** Texts that must match, and that must not, one a line, as core reads them (`readExpectations`). */
  expectations: { type: "string", maxLength: BOUNDS.expectations },
  /** Slips that are not said of it any more, one a line: the code, a space, and what is written there. */
  setAside: { type: "string", maxLength: BOUNDS.setAside },
} as const;

/** What the server adds. */
const KEPT = { revision: REVISION, createdAt: MOMENT, updatedAt: MOMENT, deletedAt: { type: ["string", "null"], format: "date-time" } } as const;

/** A word that specimens are put together by; no two of a specimen are the same. */
const TAG = { type: "string", minLength: 1, maxLength: BOUNDS.tag } as const;
const TAGS = listOf(TAG, BOUNDS.tags);
/** What a bench found out of a specimen at its revision: matches on the first sample, and how its work grows. */
const figures = closed(
  {
    matches: { type: "integer", minimum: 0 },
    /** There are more than were counted. */
    more: { type: "boolean" },
    growth: { type: "string", enum: ["linear", "polynomial", "exponential", "undecided"] },
    /** Of a polynomial; else 0. */
    degree: { type: "integer", minimum: 0 },
    /** Of how many expectations so many hold; left out where there are none. */
    texts: { type: "integer", minimum: 0 },
    holding: { type: "integer", minimum: 0 },
  },
  ["matches", "more", "growth", "degree"],
);
const figuresOf = closed({ revision: REVISION, figures });

const sampleHead = closed({ id: ID, name: TEXT, length: LENGTH });
const sample = closed({ id: ID, name: TEXT, length: LENGTH, text: TEXT });
const NAME = { type: "string", minLength: 1, maxLength: BOUNDS.sampleName } as const;
const SAMPLE_TEXT = { type: "string", maxLength: BOUNDS.sample } as const;
const newSample = closed({ name: NAME, text: SAMPLE_TEXT });
/** What takes the place of a stretch of the text as it is at the revision that is named. */
const PLACE = { type: "integer", minimum: 0, description: "UTF-16 code units" } as const;
const textEdit = closed({ from: PLACE, to: PLACE, insert: SAMPLE_TEXT });
/** One with an id is kept already, and stays as it is where its text is left out; of a long text what differs is enough. */
const sampleChange = closed({ id: ID, name: NAME, text: SAMPLE_TEXT, edit: textEdit }, ["name"]);

const specimenHead = closed({ id: ID, ...OWN, ...KEPT, samples: listOf(sampleHead) });
const specimen = closed({ id: ID, ...OWN, ...KEPT, samples: listOf(sample) });
/** In a list: of a long pattern, and of long notes, the beginning. */
const specimenExcerpt = closed({ id: ID, ...LISTED, ...KEPT, tags: TAGS, patternLength: LENGTH, samples: listOf(sampleHead), figures }, [
  "id",
  "title",
  "pattern",
  "dialect",
  "flags",
  "notes",
  "revision",
  "createdAt",
  "updatedAt",
  "deletedAt",
  "tags",
  "patternLength",
  "samples",
]);
const specimenList = closed({ items: listOf(specimenExcerpt), total: { type: "integer" } });
const newSpecimen = closed({ ...OWN, tags: TAGS, samples: listOf(newSample, BOUNDS.samples) }, ["title"]);
/** In files an expectation is a line of the list, or an object: whichever is handier for who writes it. */
const stretch = closed({ start: LENGTH, end: LENGTH });
const fileExpectation = {
  anyOf: [
    {
      type: "string",
      description: "+ a text that must match; - one that must not; +^ at its start, += as a whole, +2 so many times; \\n, \\t and \\\\ as in strings",
    },
    closed(
      {
        text: TEXT,
        mode: { type: "string", enum: ["first", "all", "start", "whole"], description: "all where it is left out" },
        expect: { type: "string", enum: ["match", "no-match"] },
        count: { type: "integer", minimum: 0 },
        matches: listOf(closed({ ...stretch.properties, groups: listOf({ anyOf: [stretch, { type: "null" }] }) }, ["start", "end"])),
      },
      ["text", "expect"],
    ),
  ],
} as const;
const inFile = closed({ ...OWN, expectations: listOf(fileExpectation), setAside: listOf(TEXT), tags: TAGS, samples: listOf(newSample, BOUNDS.samples) }, [
  "title",
]);
/** Everything that is kept, as one file. */
const specimensFile = closed({
  format: { type: "string", enum: ["lamprey-specimens"] },
  version: { type: "integer", enum: [1] },
  specimens: listOf(inFile),
});
/** One specimen as a file, to lie beside a program and be checked with it. */
const specimenFile = closed(
  { $schema: TEXT, format: { type: "string", enum: ["lamprey-specimen"] }, version: { type: "integer", enum: [1] }, ...inFile.properties },
  ["format", "version", "title", "pattern"],
);
/** Revision 0 is one that is not kept yet: it is added, with the id that it is sent to. */
const specimenChange = closed({ revision: { type: "integer", minimum: 0 }, ...OWN, samples: listOf(sampleChange, BOUNDS.samples) }, ["revision"]);
/** A pattern at an earlier revision. */
const earlierPattern = closed({ revision: REVISION, pattern: OWN.pattern, dialect: OWN.dialect, flags: OWN.flags, keptAt: MOMENT });
const earlierPatterns = closed({ items: listOf(earlierPattern) });

/** Something done to several specimens at once. */
const many = closed({ ids: listOf(ID, BOUNDS.many), act: { type: "string", enum: ["remove", "restore", "tag", "untag"] }, tag: TAG }, ["ids", "act"]);
const tagList = closed({ items: listOf(closed({ tag: TAG, count: { type: "integer" } })) });

/** RFC 9457, as the server answers errors. */
const problem = {
  type: "object",
  description: "RFC 9457",
  properties: { type: TEXT, title: TEXT, status: { type: "integer" }, detail: TEXT, instance: TEXT, errors: { type: "array", items: {} }, current: specimen },
  required: ["type", "title", "status", "detail"],
} as const;

/** By the names that the API's own description gives them. */
export const SCHEMAS = {
  NewSpecimen: newSpecimen,
  SpecimenChange: specimenChange,
  SpecimenHead: specimenHead,
  SpecimenExcerpt: specimenExcerpt,
  Specimen: specimen,
  SpecimenList: specimenList,
  SpecimensFile: specimensFile,
  SpecimenFile: specimenFile,
  EarlierPatterns: earlierPatterns,
  Many: many,
  TagList: tagList,
  FiguresOf: figuresOf,
  Problem: problem,
} as const;

export type SampleHead = Value<typeof sampleHead>;
export type SampleChange = Value<typeof sampleChange>;
export type Many = Value<typeof many>;
export type TagList = Value<typeof tagList>;
export type Figures = Value<typeof figures>;
export type FiguresOf = Value<typeof figuresOf>;
export type TextEdit = Value<typeof textEdit>;
export type NewSpecimen = Value<typeof newSpecimen>;
export type SpecimenChange = Value<typeof specimenChange>;
export type SpecimenHead = Value<typeof specimenHead>;
export type Specimen = Value<typeof specimen>;
export type SpecimenExcerpt = Value<typeof specimenExcerpt>;
export type SpecimensFile = Value<typeof specimensFile>;
export type SpecimenFile = Value<typeof specimenFile>;
export type SpecimenList = Value<typeof specimenList>;
export type EarlierPattern = Value<typeof earlierPattern>;
export type ProblemDetails = Value<typeof problem>;

/** The file of everything as a JSON Schema of its own (2020-12), as `docs/specimens.schema.json` has it. */
export function specimensSchema(): string {
  const head = { $schema: "https://json-schema.org/draft/2020-12/schema", title: "Specimens of Lamprey", description: "Patterns with their sample texts." };
  return `${JSON.stringify({ ...head, ...specimensFile }, null, 2)}\n`;
}

/** The same of one specimen, as `docs/specimen.schema.json` has it. */
export function specimenSchema(): string {
  const head = {
    $schema: "https://json-schema.org/draft/2020-12/schema",
    title: "A specimen of Lamprey",
    description: "A pattern with texts that it must and must not match.",
  };
  return `${JSON.stringify({ ...head, ...specimenFile }, null, 2)}\n`;
}

export function isProblem(value: unknown): value is ProblemDetails {
  return typeof value === "object" && value !== null && "detail" in value && "status" in value;
}
