/** The draft: the specimen on the bench as it is being edited, and how far it is kept. */
import { createSlice, type PayloadAction } from "@reduxjs/toolkit";
import { v4 as uuid } from "uuid";
import { type DraftFields, type DraftSample, NO_FIELDS } from "./fields.ts";
import type { Held, Keeping } from "./keeper.ts";

export interface Draft {
  readonly id: string | null;
  readonly fields: DraftFields;
  /** Key of the sample on show. */
  readonly shown: string;
  readonly revision: number;
  readonly keeping: Keeping;
  readonly held: Held;
  /** Goes up whenever the fields were replaced from outside the editors. */
  readonly loads: number;
}

const initialState: Draft = { id: null, fields: NO_FIELDS, shown: "", revision: 0, keeping: { state: "kept", at: 0 }, held: "yes", loads: 0 };

/** What a keeper says of its specimen. */
type Kept = Pick<Draft, "revision" | "keeping" | "held">;

const slice = createSlice({
  name: "draft",
  initialState,
  reducers: {
    /** A specimen is put on the bench; the fields are its own, or those of a journal that was not kept yet. */
    opened: (draft, { payload }: PayloadAction<Kept & { readonly id: string; readonly fields: DraftFields }>) => ({
      ...payload,
      shown: payload.fields.samples[0]?.key ?? "",
      loads: draft.loads + 1,
    }),
    closed: () => initialState,
    edited: (draft, { payload }: PayloadAction<Partial<Omit<DraftFields, "samples">>>) => ({ ...draft, fields: { ...draft.fields, ...payload } }),
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
    sampleRemoved: (draft, { payload }: PayloadAction<string>) => {
      const samples = draft.fields.samples.filter((s) => s.key !== payload);
      return { ...draft, shown: draft.shown === payload ? (samples[0]?.key ?? "") : draft.shown, fields: { ...draft.fields, samples } };
    },
    sampleShown: (draft, { payload }: PayloadAction<string>) => ({ ...draft, shown: payload }),
    /** How far it is kept has changed. */
    keepingChanged: (draft, { payload }: PayloadAction<Kept>) => ({ ...draft, ...payload }),
    /** What others have changed has come in; the editors are made anew where it is in what they show. */
    merged: (draft, { payload: { fields, revision } }: PayloadAction<Pick<Draft, "fields" | "revision">>) => {
      const known = fields.samples.some(({ key }) => key === draft.shown);
      const shown = known ? draft.shown : (fields.samples[0]?.key ?? "");
      const textOf = (samples: readonly DraftSample[]) => samples.find(({ key }) => key === draft.shown)?.text;
      const { pattern, dialect, flags, samples } = draft.fields;
      const same = pattern === fields.pattern && dialect === fields.dialect && flags === fields.flags && known && textOf(samples) === textOf(fields.samples);
      return { ...draft, fields, revision, shown, loads: same ? draft.loads : draft.loads + 1 };
    },
  },
});

export const { opened, closed, edited, sampleEdited, sampleAdded, sampleRemoved, sampleShown, keepingChanged, merged } = slice.actions;
export const draftReducer = slice.reducer;

/** The sample on show. */
export function shownSample(draft: Draft): DraftSample | undefined {
  return draft.fields.samples.find((s) => s.key === draft.shown);
}
