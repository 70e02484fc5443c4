/** What the bench shows of the last run: results, the reel's step, contrast, growth. Tables of matches are kept by reference. */
import type { DialectName } from "@lamprey/core";
import { createSlice, type PayloadAction } from "@reduxjs/toolkit";
import type { ContrastResult, GrowthResult, PatternReading, ReelInfo, RunResult, StepView, WorkResult } from "../engine/messages.ts";

export type SidePanel = "ledger" | "contrast";

export interface BenchState {
  /** Generation of the newest request. */
  readonly asked: number;
  /** Generation of the newest answer; the bench is at work while it is behind. */
  readonly answered: number;
  /** How the pattern reads now, good or not. */
  readonly reading: PatternReading | null;
  /** The last run that went through; shown dimmed while the pattern does not read. */
  readonly result: RunResult | null;
  /** The same, one frame earlier: only the lanes read it, so that they are painted before anything else is rendered. */
  readonly arrived: RunResult | null;
  /** What a plain backtracker has to do for the same result; null until it is known. */
  readonly work: WorkResult | null;
  readonly reel: ReelInfo | null;
  readonly growth: GrowthResult | null;
  readonly contrast: ContrastResult | null;
  /** The step that the reel is wound to; null where the bench shows the result, and the reel rests at the first match. */
  readonly step: number | null;
  readonly view: StepView | null;
  /** The match that is chosen, from 0. */
  readonly chosen: number;
  /** Caret in the pattern. */
  readonly caret: number;
  /** Caret in the sample. */
  readonly sampleCaret: number;
  readonly panel: SidePanel;
  /** What the pattern was written in before its dialect was switched; null where what that changed was put away. */
  readonly switched: { readonly dialect: DialectName; readonly flags: string } | null;
}

const initialState: BenchState = {
  asked: 0,
  answered: 0,
  reading: null,
  result: null,
  arrived: null,
  work: null,
  reel: null,
  growth: null,
  contrast: null,
  step: null,
  view: null,
  chosen: 0,
  caret: 0,
  sampleCaret: 0,
  panel: "ledger",
  switched: null,
};

const slice = createSlice({
  name: "bench",
  initialState: initialState as BenchState,
  reducers: {
    left: () => initialState,
    asked: (state, { payload }: PayloadAction<number>) => ({ ...state, asked: payload }),
    /** The pattern cannot be run: its mistakes are shown, the last good result stays. */
    refused: (state, { payload }: PayloadAction<{ generation: number; reading: PatternReading }>) => ({
      ...state,
      answered: payload.generation,
      reading: payload.reading,
      work: null,
      reel: null,
      step: null,
      view: null,
      growth: null,
      contrast: null,
    }),
    arrived: (state, { payload }: PayloadAction<RunResult>) => ({ ...state, arrived: payload }),
    ran: (state, { payload }: PayloadAction<RunResult>) => ({
      ...state,
      answered: payload.generation,
      reading: payload.reading,
      result: payload,
      work: null,
      reel: null,
      growth: null,
      step: null,
      view: null,
      chosen: 0,
    }),
    reelReady: (state, { payload }: PayloadAction<ReelInfo>) => ({ ...state, reel: payload }),
    workKnown: (state, { payload }: PayloadAction<WorkResult>) => ({ ...state, work: payload }),
    growthReady: (state, { payload }: PayloadAction<GrowthResult>) => ({ ...state, growth: payload }),
    contrastReady: (state, { payload }: PayloadAction<ContrastResult | null>) => ({ ...state, contrast: payload }),
    wound: (state, { payload }: PayloadAction<number | null>) => ({ ...state, step: payload, view: payload === null ? null : state.view }),
    viewed: (state, { payload }: PayloadAction<StepView>) => (state.step === null ? state : { ...state, view: payload }),
    matchChosen: (state, { payload }: PayloadAction<number>) => ({ ...state, chosen: payload }),
    caretMoved: (state, { payload }: PayloadAction<number>) => (state.caret === payload ? state : { ...state, caret: payload }),
    sampleCaretMoved: (state, { payload }: PayloadAction<number>) => (state.sampleCaret === payload ? state : { ...state, sampleCaret: payload }),
    dialectSwitched: (state, { payload }: PayloadAction<BenchState["switched"]>) => ({ ...state, switched: payload }),
    panelChosen: (state, { payload }: PayloadAction<SidePanel>) => ({ ...state, panel: payload }),
  },
});

export const {
  left,
  asked,
  refused,
  arrived,
  ran,
  reelReady,
  workKnown,
  growthReady,
  contrastReady,
  wound,
  viewed,
  matchChosen,
  caretMoved,
  sampleCaretMoved,
  dialectSwitched,
  panelChosen,
} = slice.actions;
export const benchReducer = slice.reducer;
