/** What is known of the pattern's hazard, and of what the last edit did to the texts that it takes. */
import type { Repair, Source } from "@lamprey/core";
import { createSlice, type PayloadAction } from "@reduxjs/toolkit";
import type { DriftView, FindingView, RepairsView, VerdictView } from "../engine/hazard/messages.ts";

/** A repair that was taken: what it repaired, and what is proved of it. */
export interface TakenRepair {
  readonly before: Source;
  /** What was found before, whose attack both patterns are held against. */
  readonly finding: FindingView;
  readonly repair: Repair;
}

export interface HazardState {
  /** Generation of the newest question. */
  readonly asked: number;
  readonly verdict: VerdictView | null;
  /** On what the worker failed since then; null where it has not. */
  readonly fault: string | null;
  readonly drift: DriftView | null;
  /** What the drift is measured from; null follows the edits. */
  readonly driftFrom: (Source & { readonly name: string }) | null;
  readonly repairs: RepairsView | null;
  /** The newest repair that was taken; it is shown as long as the pattern is what it made of it. */
  readonly taken: TakenRepair | null;
  /** The finding on show, from 0. */
  readonly chosen: number;
}

const initialState: HazardState = { asked: 0, verdict: null, fault: null, drift: null, driftFrom: null, repairs: null, taken: null, chosen: 0 };

const slice = createSlice({
  name: "hazard",
  initialState: initialState as HazardState,
  reducers: {
    hazardLeft: () => initialState,
    hazardAsked: (state, { payload }: PayloadAction<number>) => ({ ...state, asked: payload, fault: null }),
    hazardFaulted: (state, { payload }: PayloadAction<string>) => ({ ...state, fault: payload }),
    /** Null where the pattern does not read. */
    verdictKnown: (state, { payload }: PayloadAction<VerdictView | null>) => ({ ...state, verdict: payload, repairs: null, chosen: 0 }),
    driftKnown: (state, { payload }: PayloadAction<DriftView | null>) => ({ ...state, drift: payload }),
    driftFromChosen: (state, { payload }: PayloadAction<HazardState["driftFrom"]>) => ({ ...state, driftFrom: payload }),
    repairsKnown: (state, { payload }: PayloadAction<RepairsView>) => ({ ...state, repairs: payload }),
    repairTaken: (state, { payload }: PayloadAction<TakenRepair>) => ({ ...state, taken: payload }),
    findingChosen: (state, { payload }: PayloadAction<number>) => ({ ...state, chosen: payload }),
  },
});

export const { hazardLeft, hazardAsked, hazardFaulted, verdictKnown, driftKnown, driftFromChosen, repairsKnown, repairTaken, findingChosen } = slice.actions;
export const hazardReducer = slice.reducer;
