/** The risk list: it stays while one of its rows is looked at on the bench. */
import { createSlice, type PayloadAction } from "@reduxjs/toolkit";
import type { Judged, RiskRow } from "../engine/risks/messages.ts";

export interface RiskState {
  /** Of how rows are written: a list of another version is not read back. */
  readonly version: number;
  readonly rows: readonly RiskRow[];
  readonly done: number;
  readonly total: number;
  readonly state: "empty" | "judging" | "judged" | "stopped";
  readonly judged: Judged | null;
  /** Files that were too large, or too many. */
  readonly leftOut: number;
  /** What did not work, for a person. */
  readonly problem: string | null;
}

export const initialRisks: RiskState = { version: 1, rows: [], done: 0, total: 0, state: "empty", judged: null, leftOut: 0, problem: null };

const slice = createSlice({
  name: "risks",
  initialState: initialRisks,
  reducers: {
    judgingBegun: (_, { payload: leftOut }: PayloadAction<number>) => ({ ...initialRisks, state: "judging" as const, leftOut }),
    rowsKnown: (state, { payload }: PayloadAction<{ rows: readonly RiskRow[]; done: number; total: number }>) =>
      state.state === "judging" ? { ...state, rows: [...state.rows, ...payload.rows], done: payload.done, total: payload.total } : state,
    judgingEnded: (state, { payload }: PayloadAction<Judged>) => ({ ...state, state: "judged" as const, judged: payload }),
    judgingStopped: (state, { payload }: PayloadAction<string | null>) => ({ ...state, state: "stopped" as const, problem: payload }),
    listPutAway: () => initialRisks,
    /** A list that was kept is there again. */
    listFound: (_, { payload }: PayloadAction<RiskState>) => payload,
  },
});

export const { judgingBegun, rowsKnown, judgingEnded, judgingStopped, listPutAway, listFound } = slice.actions;
export const riskReducer = slice.reducer;
