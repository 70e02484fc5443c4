/** The host's side of the bench: what a template makes of the matches, what calls return, and a pasted piece of source text. */
import type { Engine, EngineAnswer } from "@lamprey/api";
import type { HandIn } from "@lamprey/core";
import { createSlice, type PayloadAction } from "@reduxjs/toolkit";
import type { CallsView, RewriteAnswer } from "../engine/messages.ts";
import { ran } from "./benchSlice.ts";

/** Source text that was pasted into the pattern, and what it would be as a pattern. */
export interface Offer {
  /** Where it lies in the pattern. */
  readonly from: number;
  readonly to: number;
  /** It is all of the pattern, so that its dialect and flags can be taken too. */
  readonly whole: boolean;
  readonly source: string;
  readonly found: Extract<HandIn, { ok: true }>;
}

/** What a real engine said of a run. */
export interface Confirmed {
  readonly generation: number;
  readonly engine: Engine;
  readonly answer: EngineAnswer;
  /** Null where it gave no answer. */
  readonly agrees: boolean | null;
}

export interface HostState {
  readonly confirmed: Confirmed | null;
  readonly rewriting: RewriteAnswer | null;
  /** Numbers of the matches, from 0, that are left alone. */
  readonly but: readonly number[];
  readonly calls: CallsView | null;
  readonly offer: Offer | null;
}

const initialState: HostState = { confirmed: null, rewriting: null, but: [], calls: null, offer: null };
const NONE: readonly number[] = [];

const slice = createSlice({
  name: "host",
  initialState: initialState as HostState,
  reducers: {
    hostLeft: () => initialState,
    rewritingKnown: (state, { payload }: PayloadAction<RewriteAnswer>) => ({ ...state, rewriting: payload }),
    /** A match is left alone, or no longer is. */
    leftAlone: (state, { payload }: PayloadAction<number>) => ({
      ...state,
      but: state.but.includes(payload) ? state.but.filter((match) => match !== payload) : [...state.but, payload],
    }),
    noneLeftAlone: (state) => ({ ...state, but: NONE }),
    callsKnown: (state, { payload }: PayloadAction<CallsView>) => ({ ...state, calls: payload }),
    confirmedBy: (state, { payload }: PayloadAction<Confirmed>) => ({ ...state, confirmed: payload }),
    offered: (state, { payload }: PayloadAction<Offer | null>) => (state.offer === payload ? state : { ...state, offer: payload }),
  },
  // The matches of another run have other numbers.
  extraReducers: (builder) => builder.addCase(ran, (state) => (state.but.length === 0 ? state : { ...state, but: NONE })),
});

export const { hostLeft, rewritingKnown, leftAlone, noneLeftAlone, callsKnown, confirmedBy, offered } = slice.actions;
export const hostReducer = slice.reducer;
