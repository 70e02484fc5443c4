/** The draft: the specimen on the bench as it is being edited, and how far it is kept. */

import type { Specimen } from "@lamprey/api";
import type { DialectName } from "@lamprey/core";
import { createSlice, nanoid, type PayloadAction } from "@reduxjs/toolkit";

export interface DraftSample {
  /** Stays the same from the moment the sample is added, before the server has given it an id. */
  readonly key: string;
  readonly id: string | null;
  readonly name: string;
  readonly text: string;
}

export interface DraftFields {
  readonly title: string;
  readonly pattern: string;
  readonly dialect: DialectName;
  readonly flags: string;
  readonly notes: string;
  readonly samples: readonly DraftSample[];
}

export type Keeping =
  /** All is kept, as the revision and since the time (milliseconds). */
  | { readonly state: "kept"; readonly at: number }
  | { readonly state: "keeping" }
  /** The server does not answer; the next try is under way. */
  | { readonly state: "waiting" }
  /** The server refuses it; the reason. */
  | { readonly state: "refused"; readonly reason: string }
  /** Somebody else changed it; theirs. */
  | { readonly state: "conflict"; readonly theirs: Specimen };

export interface Draft {
  readonly id: string | null;
  readonly fields: DraftFields;
  /** Key of the sample on show. */
  readonly shown: string;
  readonly revision: number;
  readonly keeping: Keeping;
  /** Goes up whenever the fields were replaced from outside the editors. */
  readonly loads: number;
}

const EMPTY_FIELDS: DraftFields = { title: "", pattern: "", dialect: "ecmascript", flags: "", notes: "", samples: [] };

const initialState: Draft = { id: null, fields: EMPTY_FIELDS, shown: "", revision: 0, keeping: { state: "kept", at: 0 }, loads: 0 };

/** A specimen's fields as a draft; one without a sample gets an empty one to write in. */
export function fieldsOf({ title, pattern, dialect, flags, notes, samples }: Specimen): DraftFields {
  const own = samples.map(({ id, name, text }) => ({ key: id, id, name, text }));
  return { title, pattern, dialect, flags, notes, samples: own.length > 0 ? own : [{ key: "first", id: null, name: "sample", text: "" }] };
}

const slice = createSlice({
  name: "draft",
  initialState,
  reducers: {
    /** A specimen is put on the bench; the fields are its own, or those of a journal that was not kept yet. */
    opened: (draft, { payload }: PayloadAction<{ id: string; revision: number; fields: DraftFields; at: number }>) => ({
      id: payload.id,
      revision: payload.revision,
      fields: payload.fields,
      shown: payload.fields.samples[0]?.key ?? "",
      keeping: { state: "kept", at: payload.at },
      loads: draft.loads + 1,
    }),
    closed: () => initialState,
    edited: (draft, { payload }: PayloadAction<Partial<Omit<DraftFields, "samples">>>) => ({ ...draft, fields: { ...draft.fields, ...payload } }),
    sampleEdited: (draft, { payload }: PayloadAction<{ key: string; name?: string; text?: string }>) => ({
      ...draft,
      fields: { ...draft.fields, samples: draft.fields.samples.map((s) => (s.key === payload.key ? { ...s, ...payload } : s)) },
    }),
    sampleAdded: {
      prepare: (name: string, text: string) => ({ payload: { key: nanoid(), id: null, name, text } }),
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
    /** The server has acknowledged a change; new samples have got their ids. */
    acknowledged: (draft, { payload }: PayloadAction<{ revision: number; ids: Readonly<Record<string, string>> }>) => ({
      ...draft,
      revision: payload.revision,
      fields: { ...draft.fields, samples: draft.fields.samples.map((s) => ({ ...s, id: s.id ?? payload.ids[s.key] ?? null })) },
    }),
    keepingChanged: (draft, { payload }: PayloadAction<Keeping>) => ({ ...draft, keeping: payload }),
  },
});

export const { opened, closed, edited, sampleEdited, sampleAdded, sampleRemoved, sampleShown, acknowledged, keepingChanged } = slice.actions;
export const draftReducer = slice.reducer;

/** The sample on show. */
export function shownSample(draft: Draft): DraftSample | undefined {
  return draft.fields.samples.find((s) => s.key === draft.shown);
}
