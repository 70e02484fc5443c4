/** What came of the expectations: how many hold, and which of them changed with the last edit of the pattern. */
import { createSlice, type PayloadAction } from "@reduxjs/toolkit";
import type { JudgedLine, ListJudged } from "../engine/messages.ts";

export interface ExpectationsState {
  readonly judged: (ListJudged & { readonly passed: number }) | null;
  /** Those of the same list that came out otherwise before; of a list that was edited none. */
  readonly changed: readonly JudgedLine[];
}

const NONE: readonly JudgedLine[] = [];
const initialState: ExpectationsState = { judged: null, changed: NONE };

/** The lines of the same list that came out otherwise before. */
function changedSince(before: ExpectationsState["judged"], now: ListJudged): readonly JudgedLine[] {
  if (before?.list !== now.list) return NONE;
  return now.lines.filter(({ passed }, i) => before.lines[i]?.passed !== passed);
}

const slice = createSlice({
  name: "expectations",
  initialState: initialState as ExpectationsState,
  reducers: {
    expectationsLeft: () => initialState,
    listJudged: (state, { payload }: PayloadAction<ListJudged>): ExpectationsState => ({
      judged: { ...payload, passed: payload.lines.filter(({ passed }) => passed).length },
      // Judged again without an edit between, nothing has changed since.
      changed: state.judged?.generation === payload.generation && state.judged.list === payload.list ? state.changed : changedSince(state.judged, payload),
    }),
  },
});

export const { expectationsLeft, listJudged } = slice.actions;
export const expectationsReducer = slice.reducer;
