/** The draft: the specimen on the bench as it is being edited, and how far it is kept. */
import { type Expectation, writeExpectation } from "@lamprey/core";
import { createSlice, type PayloadAction } from "@reduxjs/toolkit";
import { v4 as uuid } from "uuid";
import { type DraftFields, type DraftSample, NO_FIELDS, titleOf } from "./fields.ts";
import type { Held, Keeping } from "./keeper.ts";

export interface Draft {
  readonly id: string | null;
  readonly fields: DraftFields;
  /** Key of the sample on show. */
  readonly shown: string;
  readonly revision: number;
  readonly keeping: Keeping;
  readonly held: Held;
  /** The sample that was removed last, and where it stood; null where none was, or it is back. */
  readonly takenOut: { readonly sample: DraftSample; readonly at: number } | null;
  /** Goes up whenever the fields were replaced from outside the editors. */
  readonly loads: number;
}

const initialState: Draft = { id: null, fields: NO_FIELDS, shown: "", revision: 0, keeping: { state: "kept", at: 0 }, held: "yes", takenOut: null, loads: 0 };

/** What a keeper says of its specimen. */
type Kept = Pick<Draft, "revision" | "keeping" | "held">;

const slice = createSlice({
  name: "draft",
  initialState,
  reducers: {
    /** A specimen is put on the bench; the fields are its own, or those of a journal that was not kept yet. */
    opened: (draft, { payload }: PayloadAction<Kept & { readonly id: string; readonly fields: DraftFields }>) => ({
      ...payload,
      takenOut: null,
      shown: payload.fields.samples[0]?.key ?? "",
      loads: draft.loads + 1,
    }),
    closed: () => initialState,
    /** The title goes along with the pattern as long as nobody has given it another. */
    edited: (draft, { payload }: PayloadAction<Partial<Omit<DraftFields, "samples">>>) => {
      const { title, pattern } = draft.fields;
      const follows = payload.pattern !== undefined && payload.title === undefined && title === titleOf(pattern);
      return { ...draft, fields: { ...draft.fields, ...payload, ...(follows ? { title: titleOf(payload.pattern) } : {}) } };
    },
    /** A text that the pattern must match, or must not, is added to the list. */
    expected: (draft, { payload }: PayloadAction<Expectation>) => {
      const { expectations } = draft.fields;
      const before = expectations === "" || expectations.endsWith("\n") ? expectations : `${expectations}\n`;
      return { ...draft, fields: { ...draft.fields, expectations: before + writeExpectation(payload) } };
    },
    sampleEdited: (draft, { payload }: PayloadAction<{ key: string; name?: string; text?: string }>) => ({
      ...draft,
      fields: { ...draft.fields, samples: draft.fields.samples.map((s) => (s.key === payload.key ? { ...s, ...payload } : s)) },
    }),
    sampleAdded: {
      prepare: (name: string, text: string) => ({ payload: { key: uuid(), name, text } }),
      reducer: (draft, { payload }: PayloadAction<DraftSample>) => ({
        ...draft,
        shown: payload.key,
        fields: { ...draft.fields, samples: [...draft.fields.samples, payload] },
      }),
    },
    /** It can be put back as long as the specimen is on the bench. */
    sampleRemoved: (draft, { payload }: PayloadAction<string>) => {
      const at = draft.fields.samples.findIndex((s) => s.key === payload);
      const sample = draft.fields.samples[at];
      if (!sample) return draft;
      const samples = draft.fields.samples.filter((s) => s !== sample);
      const shown = draft.shown === payload ? (samples[Math.max(0, at - 1)]?.key ?? "") : draft.shown;
      return { ...draft, shown, fields: { ...draft.fields, samples }, takenOut: { sample, at } };
    },
    sampleRestored: (draft) => {
      if (!draft.takenOut) return draft;
      const { sample, at } = draft.takenOut;
      const samples = [...draft.fields.samples.slice(0, at), sample, ...draft.fields.samples.slice(at)];
      return { ...draft, shown: sample.key, fields: { ...draft.fields, samples }, takenOut: null };
    },
    sampleShown: (draft, { payload }: PayloadAction<string>) => ({ ...draft, shown: payload }),
    /** How far it is kept has changed. */
    keepingChanged: (draft, { payload }: PayloadAction<Kept>) => ({ ...draft, ...payload }),
    /** What others have changed has come in; the editors are made anew where it is in what they show. */
    merged: (draft, { payload: { fields, revision } }: PayloadAction<Pick<Draft, "fields" | "revision">>) => {
      const known = fields.samples.some(({ key }) => key === draft.shown);
      const shown = known ? draft.shown : (fields.samples[0]?.key ?? "");
      const textOf = (samples: readonly DraftSample[]) => samples.find(({ key }) => key === draft.shown)?.text;
      const { pattern, dialect, flags, template, expectations, samples } = draft.fields;
      const sameOwn =
        pattern === fields.pattern &&
        dialect === fields.dialect &&
        flags === fields.flags &&
        template === fields.template &&
        expectations === fields.expectations;
      const same = sameOwn && known && textOf(samples) === textOf(fields.samples);
      return { ...draft, fields, revision, shown, loads: same ? draft.loads : draft.loads + 1 };
    },
  },
});

export const { opened, closed, edited, expected, sampleEdited, sampleAdded, sampleRemoved, sampleRestored, sampleShown, keepingChanged, merged } =
  slice.actions;
export const draftReducer = slice.reducer;

/** The sample on show. */
export function shownSample(draft: Draft): DraftSample | undefined {
  return draft.fields.samples.find((s) => s.key === draft.shown);
}
