/** What came of the expectations: how many pass, and which of them came out otherwise before the pattern was last edited. */
import { createSlice, type PayloadAction } from "@reduxjs/toolkit";
import type { JudgedLine, ListJudged } from "../engine/messages.ts";
import { RESTED } from "../shared/rest.ts";

export interface ExpectationsState {
  readonly judged: (ListJudged & { readonly passed: number }) | null;
  /** What came of the same list when the pattern last rested, before the edits that are under way. */
  readonly before: ListJudged | null;
  /** When the newest pattern was first judged (milliseconds). */
  readonly at: number;
  /** Lines that came out otherwise in `before`. */
  readonly changed: readonly JudgedLine[];
}

const NONE: readonly JudgedLine[] = [];
const initialState: ExpectationsState = { judged: null, before: null, at: 0, changed: NONE };

/** The lines of the same list that came out otherwise before. */
function changedSince(before: ListJudged | null, now: ListJudged): readonly JudgedLine[] {
  if (before?.list !== now.list) return NONE;
  return now.lines.filter(({ passed }, i) => before.lines[i]?.passed !== passed);
}

const slice = createSlice({
  name: "expectations",
  initialState: initialState as ExpectationsState,
  reducers: {
    expectationsLeft: () => initialState,
    listJudged: {
      prepare: (judged: ListJudged, at = performance.now()) => ({ payload: { judged, at } }),
      reducer: (state, { payload: { judged, at } }: PayloadAction<{ readonly judged: ListJudged; readonly at: number }>): ExpectationsState => {
        const isEdit = state.judged?.generation !== judged.generation;
        const rested = isEdit && at - state.at >= RESTED ? state.judged : state.before;
        // Another list has no results of the pattern before.
        const before = rested?.list === judged.list ? rested : judged;
        return {
          judged: { ...judged, passed: judged.lines.filter(({ passed }) => passed).length },
          before,
          at: isEdit ? at : state.at,
          changed: changedSince(before, judged),
        };
      },
    },
  },
});

export const { expectationsLeft, listJudged } = slice.actions;
export const expectationsReducer = slice.reducer;
