/** Two states of a specimen that come from the same one, put together by their fields. */
import { type DraftFields, type DraftSample, OWN_FIELDS, type OwnField } from "./fields.ts";

/** A field that both sides changed, each in its own way; null where a side has removed the sample. */
export interface Clash {
  /** A field of the specimen, or the key of a sample. */
  readonly field: OwnField | `sample ${string}`;
  /** What it is called. */
  readonly name: string;
  readonly mine: string | null;
  readonly theirs: string | null;
}

export interface Merged {
  /** Where both changed a field: mine. */
  readonly fields: DraftFields;
  readonly clashes: readonly Clash[];
}

/** Takes each field from the side that changed it; one that both changed to the same is no clash. */
export function merge(base: DraftFields, mine: DraftFields, theirs: DraftFields): Merged {
  const clashes: Clash[] = [];
  const own: Partial<Record<OwnField, string>> = {};
  for (const field of OWN_FIELDS) {
    own[field] = mine[field] === base[field] ? theirs[field] : mine[field];
    const both = mine[field] !== base[field] && theirs[field] !== base[field] && mine[field] !== theirs[field];
    if (both) clashes.push({ field, name: field, mine: mine[field], theirs: theirs[field] });
  }
  const samples = mergeSamples(base.samples, mine.samples, theirs.samples, clashes);
  return { fields: { ...mine, ...own, samples } as DraftFields, clashes };
}

function mergeSamples(base: readonly DraftSample[], mine: readonly DraftSample[], theirs: readonly DraftSample[], clashes: Clash[]): DraftSample[] {
  const [before, here, there] = [base, mine, theirs].map((samples) => new Map(samples.map((sample) => [sample.key, sample])));
  const merged: DraftSample[] = [];
  // In my order, and behind it what they have added.
  for (const key of new Set([...mine, ...theirs].map((sample) => sample.key))) {
    const [was, own, other] = [before?.get(key), here?.get(key), there?.get(key)];
    if (own && other) {
      const pick = (field: "name" | "text"): string => {
        const both = own[field] !== was?.[field] && other[field] !== was?.[field] && own[field] !== other[field];
        if (both) clashes.push({ field: `sample ${key}`, name: field === "name" ? "the name of a sample" : own.name, mine: own[field], theirs: other[field] });
        return own[field] === was?.[field] ? other[field] : own[field];
      };
      merged.push({ key, name: pick("name"), text: pick("text") });
      continue;
    }
    const left = (own ?? other) as DraftSample;
    // One side does not have it: it is new on the other, or was removed here.
    if (was === undefined) merged.push(left);
    else if (left.name !== was.name || left.text !== was.text) {
      clashes.push({ field: `sample ${key}`, name: left.name, mine: own?.text ?? null, theirs: other?.text ?? null });
      if (own) merged.push(own);
    }
  }
  return merged;
}
