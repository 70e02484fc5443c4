/** What a person writes of a specimen, and how two states of it differ. */
import { BOUNDS, type SampleChange, type Specimen } from "@lamprey/api";
import { type DialectName, visible } from "@lamprey/core";
import type { ChangeOf } from "../api/specimens.ts";
import { editBetween } from "../shared/edits.ts";

export interface DraftSample {
  /** The sample's id: given where it is added, so that a change that is sent twice adds it once. */
  readonly key: string;
  readonly name: string;
  readonly text: string;
}

export interface DraftFields {
  readonly title: string;
  readonly pattern: string;
  readonly dialect: DialectName;
  readonly flags: string;
  readonly notes: string;
  /** What a rewriting puts in the place of a match. */
  readonly template: string;
  /** Texts that must and must not match, one a line. */
  readonly expectations: string;
  /** Slips that are not said of it any more, one a line. */
  readonly setAside: string;
  readonly samples: readonly DraftSample[];
}

/** A draft in which nothing is written. */
export const NO_FIELDS: DraftFields = {
  title: "",
  pattern: "",
  dialect: "ecmascript",
  flags: "",
  notes: "",
  template: "",
  expectations: "",
  setAside: "",
  samples: [],
};

/** The fields that are one value each. */
export const OWN_FIELDS = ["title", "pattern", "dialect", "flags", "notes", "template", "expectations", "setAside"] as const;
export type OwnField = (typeof OWN_FIELDS)[number];

/** What the server holds of a specimen, and as which revision. */
export interface Based {
  readonly revision: number;
  readonly fields: DraftFields;
}

/** A specimen's fields as a draft; one without a sample gets an empty one to write in, which always is the same. */
export function fieldsOf({ id, title, pattern, dialect, flags, notes, template, expectations, setAside, samples }: Specimen): DraftFields {
  const own = samples.map((sample) => ({ key: sample.id, name: sample.name, text: sample.text }));
  return { title, pattern, dialect, flags, notes, template, expectations, setAside, samples: own.length > 0 ? own : [{ key: id, name: "sample", text: "" }] };
}

/** A title for a specimen that nobody has named. */
const NO_TITLE = "New pattern";
const TITLE_LENGTH = 48;

/** What a specimen is called until it is named: its pattern, on one line. */
export function titleOf(pattern: string): string {
  const line = visible(pattern, TITLE_LENGTH).trim();
  return line === "" ? NO_TITLE : line;
}

/** A title with a mark behind it, such as “ (copy)”, cut where it would be too long with it. */
export const markedTitle = (title: string, mark: string): string => `${title.slice(0, BOUNDS.title - mark.length).trimEnd()}${mark}`;

/** A specimen as the server would answer it that it has nothing of yet: revision 0. */
export function neverKept(id: string, { samples, ...own }: DraftFields): Specimen {
  const now = new Date().toISOString();
  const texts = samples.map(({ key, name, text }) => ({ id: key, name, text, length: text.length }));
  return { id, ...own, samples: texts, revision: 0, createdAt: now, updatedAt: now, deletedAt: null };
}

export const basedOn = (specimen: Specimen): Based => ({ revision: specimen.revision, fields: fieldsOf(specimen) });

/** The fields as they can be kept: blanks around a title or a name are not, and an empty one stays what it was. */
export function keepable(fields: DraftFields, kept: DraftFields): DraftFields {
  const title = fields.title.trim() === "" ? kept.title : fields.title.trim();
  const names = new Map(kept.samples.map(({ key, name }) => [key, name]));
  const samples = fields.samples.map((sample) => ({ ...sample, name: sample.name.trim() === "" ? (names.get(sample.key) ?? "sample") : sample.name.trim() }));
  return { ...fields, title, samples };
}

/** The change that makes what is kept the draft; null where they are the same. Of what the server has nothing of, the change is all of it. */
export function changeOf(id: string, { revision, fields: kept }: Based, draft: DraftFields): ChangeOf | null {
  const wanted = keepable(draft, kept);
  const own: Partial<Record<OwnField, string>> = {};
  const whole = revision === 0 && !sameFields(wanted, kept);
  for (const field of OWN_FIELDS) if (whole || wanted[field] !== kept[field]) own[field] = wanted[field];
  const before = new Map(whole ? [] : kept.samples.map((sample) => [sample.key, sample] as const));
  const samples = wanted.samples.map((sample) => sampleChange(before.get(sample.key)?.text, sample));
  const same = !whole && sameSamples(wanted, kept);
  if (same && Object.keys(own).length === 0) return null;
  return { id, revision, ...own, ...(same ? {} : { samples }) } as ChangeOf;
}

/** Of a text longer than this, what differs is sent and not the whole. */
const LONG_TEXT = 50_000;

/** @param kept the text that is kept; undefined where there is none */
function sampleChange(kept: string | undefined, { key: id, name, text }: DraftSample): SampleChange {
  if (kept === text) return { id, name };
  if (kept === undefined || text.length <= LONG_TEXT) return { id, name, text };
  const edit = editBetween(kept, text);
  return edit.insert.length < text.length / 2 ? { id, name, edit } : { id, name, text };
}

function sameSamples(one: Pick<DraftFields, "samples">, other: Pick<DraftFields, "samples">): boolean {
  return (
    one.samples.length === other.samples.length &&
    one.samples.every(({ key, name, text }, i) => key === other.samples[i]?.key && name === other.samples[i]?.name && text === other.samples[i]?.text)
  );
}

export const sameFields = (one: DraftFields, other: DraftFields): boolean =>
  OWN_FIELDS.every((field) => one[field] === other[field]) && sameSamples(one, other);

/** What a field can hold at most, and what it is called. */
const LIMITS = {
  title: { most: BOUNDS.title, words: "the title" },
  pattern: { most: BOUNDS.pattern, words: "the pattern" },
  flags: { most: BOUNDS.flags, words: "the flags" },
  notes: { most: BOUNDS.notes, words: "the notes" },
  template: { most: BOUNDS.template, words: "the template" },
  expectations: { most: BOUNDS.expectations, words: "the list of texts" },
  setAside: { most: BOUNDS.setAside, words: "the list of mistakes set aside" },
} as const;

/** What of a draft is too long to be kept, in words; and the draft with that as it was, so that the rest can be. */
export function withinBounds(fields: DraftFields, kept: DraftFields): { readonly fields: DraftFields; readonly faults: readonly string[] } {
  const faults: string[] = [];
  let fitting = fields;
  for (const [field, { most, words }] of Object.entries(LIMITS) as [keyof typeof LIMITS, (typeof LIMITS)[keyof typeof LIMITS]][]) {
    if (fields[field].trim().length <= most) continue;
    faults.push(`${words} may have ${most.toLocaleString("en-US")} characters`);
    fitting = { ...fitting, [field]: kept[field] };
  }
  const before = new Map(kept.samples.map((sample) => [sample.key, sample]));
  const samples = fields.samples.flatMap((sample, i): DraftSample[] => {
    const known = before.get(sample.key);
    if (i >= BOUNDS.samples) {
      faults.push(`a saved pattern may have ${BOUNDS.samples} samples`);
      return [];
    }
    if (sample.name.trim().length > BOUNDS.sampleName) {
      faults.push(`the name of a sample may have ${BOUNDS.sampleName} characters`);
      return known ? [{ ...sample, name: known.name }] : [{ ...sample, name: sample.name.trim().slice(0, BOUNDS.sampleName).trim() }];
    }
    if (sample.text.length <= BOUNDS.sample) return [sample];
    faults.push(`the sample “${sample.name}” may have ${BOUNDS.sample.toLocaleString("en-US")} characters`);
    return known ? [{ ...sample, text: known.text }] : [];
  });
  return faults.length === 0 ? { fields, faults } : { fields: { ...fitting, samples }, faults: [...new Set(faults)] };
}
