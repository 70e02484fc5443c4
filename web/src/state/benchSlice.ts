/** What the bench shows of the last run: results, the reel's step, contrast. Tables of matches are kept by reference. */
import type { FlagChange, Holders, LeftFlags, MatchMode, Source, Span, WorkDone } from "@lamprey/core";
import { createSlice, type PayloadAction } from "@reduxjs/toolkit";
import type { ContrastFurther, ContrastResult, PatternReading, ReelInfo, RunResult, StepView, WorkResult } from "../engine/messages.ts";
import { type ContrastChoice, FIRST_CHOICE } from "./columns.ts";
import { type Stop, sameStop } from "./stops.ts";

/** The panels of the desk, in their order. */
export const SIDE_PANELS = ["ledger", "takers", "contrast", "dialects", "drift", "hazard", "rewrite", "calls", "source", "engines", "texts", "slips"] as const;
export type SidePanel = (typeof SIDE_PANELS)[number];
/** The sample, the machine as a chart, or, in place of all below the pattern, the hazard. */
export type Stage = "sample" | "machine" | "hazard";
/** What stands beside the depth profile. */
export type ReelAside = "saved" | "attempts" | "work" | "stops";

/** A part of the pattern and the stretch of the text that it holds, pointed at in one place and marked in all. */
interface Pointed {
  readonly part: Span;
  readonly stretch: Span;
}

export interface BenchState {
  /** Generation of the newest request. */
  readonly asked: number;
  /** Generation of the newest answer; the bench is at work while it is behind. */
  readonly answered: number;
  /** On what the worker failed since the newest request; null where it has not. */
  readonly fault: string | null;
  /** How the pattern reads now, good or not. */
  readonly reading: PatternReading | null;
  /** The last run that went through; shown dimmed while the pattern does not read. */
  readonly result: RunResult | null;
  /** The same, one frame earlier: only the lanes read it, so that they are painted before anything else is rendered. */
  readonly arrived: RunResult | null;
  /** What a plain backtracker has to do for the same result; null until it is known. */
  readonly work: WorkResult | null;
  readonly reel: ReelInfo | null;
  readonly contrast: ContrastResult | null;
  readonly contrastChoice: ContrastChoice;
  /** What of the contrast takes longer; null until it is there. */
  readonly contrastFurther: ContrastFurther | null;
  /** The step that the reel is wound to; null where the bench shows the result, and the reel rests at the first match. */
  readonly step: number | null;
  readonly view: StepView | null;
  /** The match that is chosen, from 0. */
  readonly chosen: number;
  /** Caret in the pattern. */
  readonly caret: number;
  /** Offset of the pattern under the pointer; null where it is elsewhere. */
  readonly hovered: number | null;
  /** Caret in the sample: its offset, and its line and column from 1. */
  readonly sampleCaret: number;
  readonly sampleCaretAt: { readonly line: number; readonly column: number };
  /** How the text is asked; null goes by the flags. */
  readonly asking: MatchMode | null;
  readonly panel: SidePanel;
  readonly aside: ReelAside;
  /** What stands in the middle. */
  readonly stage: Stage;
  readonly stops: readonly Stop[];
  /** The group whose changes the reel is wound to; null for any. */
  readonly followed: number | null;
  /** What a search did not find, for a moment. */
  readonly missed: string | null;
  /** Who took what at the step, while that is on show. */
  readonly holders: Holders | null;
  readonly pointed: Pointed | null;
  /** What the steps were spent on, while that is on show. */
  readonly workDone: WorkDone | null;
  /** What the last switch of dialect changed; null where that was put away. */
  readonly switched: Switched | null;
  /** Flags that earlier dialects of the pattern had, and the one now has not. */
  readonly leftFlags: readonly LeftFlags[];
}

interface Switched {
  /** The pattern as it was. */
  readonly from: Source;
  readonly flags: readonly FlagChange[];
}

const initialState: BenchState = {
  asked: 0,
  answered: 0,
  fault: null,
  reading: null,
  result: null,
  arrived: null,
  work: null,
  reel: null,
  contrast: null,
  contrastChoice: FIRST_CHOICE,
  contrastFurther: null,
  step: null,
  view: null,
  chosen: 0,
  caret: 0,
  hovered: null,
  sampleCaret: 0,
  sampleCaretAt: { line: 1, column: 1 },
  asking: null,
  panel: "ledger",
  aside: "saved",
  stage: "sample",
  stops: [],
  followed: null,
  missed: null,
  holders: null,
  pointed: null,
  workDone: null,
  switched: null,
  leftFlags: [],
};

const slice = createSlice({
  name: "bench",
  initialState: initialState as BenchState,
  reducers: {
    left: () => initialState,
    asked: (state, { payload }: PayloadAction<number>) => ({ ...state, asked: payload, fault: null }),
    /** The worker failed: what is shown stays, and the bench no longer waits. */
    faulted: (state, { payload }: PayloadAction<string>) => ({ ...state, answered: state.asked, fault: payload }),
    /** The pattern cannot be run: its mistakes are shown, the last good result stays. */
    refused: (state, { payload }: PayloadAction<{ generation: number; reading: PatternReading }>) => ({
      ...state,
      answered: payload.generation,
      reading: payload.reading,
      work: null,
      reel: null,
      step: null,
      view: null,
      contrast: null,
      holders: null,
      pointed: null,
      workDone: null,
    }),
    /** The pattern's own marks come with its matches: they are of the same letters. */
    arrived: (state, { payload }: PayloadAction<RunResult>) => ({ ...state, arrived: payload, reading: payload.reading }),
    ran: (state, { payload }: PayloadAction<RunResult>) => ({
      ...state,
      answered: payload.generation,
      reading: payload.reading,
      arrived: payload,
      result: payload,
      work: null,
      reel: null,
      step: null,
      view: null,
      chosen: 0,
      holders: null,
      pointed: null,
      workDone: null,
    }),
    /** A longer reel of the same run has the same steps, so what it was wound to stays. */
    reelReady: (state, { payload }: PayloadAction<ReelInfo>) => ({ ...state, reel: payload, workDone: null }),
    workKnown: (state, { payload }: PayloadAction<WorkResult>) => ({ ...state, work: payload }),
    contrastReady: (state, { payload }: PayloadAction<ContrastResult | null>) => ({
      ...state,
      contrast: payload,
      // Charts stay until there are newer ones: taking them away and back with every key is work and unrest.
      contrastFurther: payload && state.contrastFurther,
    }),
    contrastChosen: (state, { payload }: PayloadAction<ContrastChoice>) => ({ ...state, contrastChoice: payload }),
    contrastFurtherKnown: (state, { payload }: PayloadAction<ContrastFurther>) => ({ ...state, contrastFurther: payload }),
    /** Leaves the reel for the result. */
    wound: (state, _: PayloadAction<null>) => ({ ...state, step: null, view: null, missed: null }),
    woundTo: (state, { payload }: PayloadAction<StepView>) => (state.reel ? { ...state, step: payload.step, view: payload } : state),
    matchChosen: (state, { payload }: PayloadAction<number>) => ({ ...state, chosen: payload }),
    caretMoved: (state, { payload }: PayloadAction<number>) =>
      state.caret === payload && state.hovered === null ? state : { ...state, caret: payload, hovered: null },
    hoveredAt: (state, { payload }: PayloadAction<number | null>) => (state.hovered === payload ? state : { ...state, hovered: payload }),
    sampleCaretMoved: (state, { payload: { offset, ...at } }: PayloadAction<{ offset: number; line: number; column: number }>) => ({
      ...state,
      sampleCaret: offset,
      sampleCaretAt: at,
    }),
    dialectSwitched: (state, { payload }: PayloadAction<Switched & { readonly left: readonly LeftFlags[] }>) => ({
      ...state,
      switched: { from: payload.from, flags: payload.flags },
      leftFlags: payload.left,
    }),
    switchPutAway: (state) => ({ ...state, switched: null }),
    askingChosen: (state, { payload }: PayloadAction<MatchMode | null>) => ({ ...state, asking: payload }),
    stageChosen: (state, { payload }: PayloadAction<Stage>) => ({ ...state, stage: payload }),
    asideChosen: (state, { payload }: PayloadAction<ReelAside>) => ({ ...state, aside: payload }),
    stopsSet: (state, { payload }: PayloadAction<readonly Stop[]>) => ({ ...state, stops: payload }),
    stopAdded: (state, { payload }: PayloadAction<Stop>) => ({ ...state, stops: [...state.stops.filter((s) => !sameStop(s, payload)), payload] }),
    stopRemoved: (state, { payload }: PayloadAction<Stop>) => ({ ...state, stops: state.stops.filter((s) => !sameStop(s, payload)) }),
    followedChosen: (state, { payload }: PayloadAction<number | null>) => ({ ...state, followed: payload }),
    missedFor: (state, { payload }: PayloadAction<string | null>) => ({ ...state, missed: payload }),
    holdersKnown: (state, { payload }: PayloadAction<Holders | null>) => ({ ...state, holders: payload }),
    pointedAt: (state, { payload }: PayloadAction<Pointed | null>) => (state.pointed === payload ? state : { ...state, pointed: payload }),
    workDoneKnown: (state, { payload }: PayloadAction<WorkDone | null>) => ({ ...state, workDone: payload }),
    panelChosen: (state, { payload }: PayloadAction<SidePanel>) => ({ ...state, panel: payload }),
  },
});

export const {
  left,
  asked,
  faulted,
  refused,
  arrived,
  ran,
  reelReady,
  workKnown,
  contrastReady,
  contrastChosen,
  contrastFurtherKnown,
  wound,
  woundTo,
  matchChosen,
  caretMoved,
  hoveredAt,
  sampleCaretMoved,
  dialectSwitched,
  switchPutAway,
  panelChosen,
  asideChosen,
  stageChosen,
  askingChosen,
  stopsSet,
  stopAdded,
  stopRemoved,
  followedChosen,
  missedFor,
  holdersKnown,
  pointedAt,
  workDoneKnown,
} = slice.actions;
export const benchReducer = slice.reducer;

/** Whether the pattern as it stands does not read. */
export const isBroken = ({ reading }: Pick<BenchState, "reading">): boolean => (reading?.diagnostics.length ?? 0) > 0;
