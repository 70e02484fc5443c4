/** The slips of the pattern, those that are said and those that are set aside, and shorter ways to write it. */
import { partSlips, type Span } from "@lamprey/core";
import { createSelector, createSlice, type PayloadAction } from "@reduxjs/toolkit";
import type { SlipsView } from "../engine/hazard/slips.ts";
import { editBetween } from "../shared/edits.ts";
import type { RootState } from "./store.ts";

export interface SlipsState {
  /** Of the pattern that was looked at last; null where none was. */
  readonly view: SlipsView | null;
}

const initialState: SlipsState = { view: null };

const slice = createSlice({
  name: "slips",
  initialState: initialState as SlipsState,
  reducers: {
    slipsLeft: () => initialState,
    /** Null where the pattern does not read. */
    slipsKnown: (_, { payload }: PayloadAction<SlipsView | null>): SlipsState => ({ view: payload }),
  },
});

export const { slipsLeft, slipsKnown } = slice.actions;
export const slipsReducer = slice.reducer;

/** What was said of the pattern that was looked at last; null where none was. It is of the pattern as it is now where `current`. */
export const slipsShown = createSelector(
  (state: RootState) => state.slips.view,
  (state: RootState) => state.draft.fields.pattern,
  (state: RootState) => state.draft.fields.flags,
  (state: RootState) => state.draft.fields.dialect,
  (state: RootState) => state.draft.fields.setAside,
  (view, pattern, flags, dialect, setAside) => {
    if (!view) return null;
    const { source, slips, shorter } = view;
    const sameWriting = source.flags === flags && source.dialect === dialect;
    const { said, aside } = partSlips(slips, source.pattern, setAside);
    const marks = sameWriting ? moved(said, source.pattern, pattern) : NO_MARKS;
    return { source, said, aside, shorter, marks, current: sameWriting && source.pattern === pattern };
  },
);

const NO_MARKS: readonly Span[] = [];

/** Places in a pattern that has been edited since, until it is looked at again: those that the edit does not touch go along with it. */
function moved(spans: readonly Span[], before: string, now: string): readonly Span[] {
  if (before === now) return spans;
  const { from, to, insert } = editBetween(before, now);
  const by = insert.length - (to - from);
  return spans.flatMap(({ start, end }) => (end <= from ? [{ start, end }] : start >= to ? [{ start: start + by, end: end + by }] : []));
}

/** The same; null until it is of the pattern as it is now: its places would be wrong. */
export const slipsNow = (state: RootState): ReturnType<typeof slipsShown> => {
  const shown = slipsShown(state);
  return shown?.current ? shown : null;
};
