/**
 * What was sent and not answered yet: enough of it to know it again. The answer to a change can be lost on its way. What the
 * server holds then is this person's own, and what was typed since comes on top of it without a question.
 */
import { type DraftFields, type DraftSample, OWN_FIELDS, type OwnField } from "./fields.ts";

/** Marks of the fields that were sent: two texts with the same mark are taken for the same. */
export interface SentMarks {
  readonly own: Readonly<Record<OwnField, string>>;
  readonly samples: readonly { readonly key: string; readonly name: string; readonly text: string }[];
}

/** So many are remembered: each try with other fields is one, and the server can have taken one of the last. */
export const MOST_SENT = 8;

/** The length of a text and 64 bits of it (FNV-1a of its code units, in two halves that begin otherwise). */
function markOf(text: string): string {
  let [one, other] = [0x811c9dc5, 0x2f1b9e37];
  for (let i = 0; i < text.length; i++) {
    const unit = text.charCodeAt(i);
    one = Math.imul(one ^ unit, 0x01000193);
    other = Math.imul(other ^ unit, 0x01000193) + 0x9e3779b9;
  }
  return `${text.length}:${(one >>> 0).toString(16)}:${(other >>> 0).toString(16)}`;
}

/** What is as in the base needs no mark of its own, and megabytes of it are not gone over at every change. */
const AS_IN_BASE = "as in the base";

function marksOf(fields: DraftFields, base: DraftFields): SentMarks {
  const mark = (text: string, before: string | undefined): string => (text === before ? AS_IN_BASE : markOf(text));
  const own = Object.fromEntries(OWN_FIELDS.map((field) => [field, mark(fields[field], base[field])])) as Record<OwnField, string>;
  const before = new Map(base.samples.map((sample) => [sample.key, sample]));
  const samples = fields.samples.map(({ key, name, text }) => ({
    key,
    name: mark(name, before.get(key)?.name),
    text: mark(text, before.get(key)?.text),
  }));
  return { own, samples };
}

/** With one more that is sent now, on the same base. */
export function withSent(sent: readonly SentMarks[], fields: DraftFields, base: DraftFields): readonly SentMarks[] {
  const marks = marksOf(fields, base);
  const same = JSON.stringify(sent.at(-1)) === JSON.stringify(marks);
  return same ? sent : [...sent, marks].slice(-MOST_SENT);
}

/** What a draft is based on, with each field that the server has as it was sent from here taken from there. */
export function baseAgainst(base: DraftFields, sent: readonly SentMarks[], theirs: DraftFields): DraftFields {
  if (sent.length === 0) return base;
  const own: Partial<Record<OwnField, string>> = {};
  for (const field of OWN_FIELDS) {
    if (theirs[field] === base[field]) continue;
    const mark = markOf(theirs[field]);
    if (sent.some((each) => each.own[field] === mark)) own[field] = theirs[field];
  }
  return { ...base, ...own, samples: samplesAgainst(base.samples, sent, theirs.samples) } as DraftFields;
}

function samplesAgainst(base: readonly DraftSample[], sent: readonly SentMarks[], theirs: readonly DraftSample[]): DraftSample[] {
  const there = new Map(theirs.map((sample) => [sample.key, sample]));
  const known = new Map(base.map((sample) => [sample.key, sample]));
  const marksIn = (key: string) => sent.map(({ samples }) => samples.find((sample) => sample.key === key));
  const kept = base.flatMap((sample): DraftSample[] => {
    const other = there.get(sample.key);
    const marks = marksIn(sample.key);
    // It was taken out here, and is not there.
    if (!other) return marks.includes(undefined) ? [] : [sample];
    if (other.name === sample.name && other.text === sample.text) return [sample];
    const pick = (field: "name" | "text"): string => {
      if (other[field] === sample[field]) return sample[field];
      const mark = markOf(other[field]);
      return marks.some((each) => each?.[field] === mark) ? other[field] : sample[field];
    };
    return [{ key: sample.key, name: pick("name"), text: pick("text") }];
  });
  // It was added here, and is there as it was sent.
  const added = theirs.filter(
    ({ key, name, text }) => !known.has(key) && marksIn(key).some((marks) => marks !== undefined && marks.name === markOf(name) && marks.text === markOf(text)),
  );
  return [...kept, ...added];
}
