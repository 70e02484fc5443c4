/** The store: the server's specimens, the draft on the bench, and what the bench shows. */
import { type Action, configureStore, type Middleware, SHOULD_AUTOBATCH } from "@reduxjs/toolkit";
import { useDispatch, useSelector } from "react-redux";
import { specimensApi } from "../api/specimens.ts";
import { draftReducer } from "../draft/draftSlice.ts";
import { painted } from "../shared/painted.ts";
import { benchReducer } from "./benchSlice.ts";
import { expectationsReducer } from "./expectationsSlice.ts";
import { filesReducer } from "./filesSlice.ts";
import { hazardReducer } from "./hazardSlice.ts";
import { hostReducer } from "./hostSlice.ts";
import { layoutReducer, rememberLayout } from "./layoutSlice.ts";
import { menuReducer } from "./menuSlice.ts";
import { riskReducer } from "./riskSlice.ts";
import { slipsReducer } from "./slipsSlice.ts";

/** Who hears of a change in its own task, ahead of all that is rendered. */
const firstHearers = new Set<() => void>();
const hearing: Middleware = () => (next) => (action) => {
  const result = next(action);
  for (const hear of [...firstHearers]) hear();
  return result;
};

/**
 * Hears of every change in the task in which it is made: what has to be noted, and lanes, which are wanted in the frame
 * that shows the letter. What ends it is handed back.
 */
export function hearFirst(hear: () => void): () => void {
  firstHearers.add(hear);
  return () => firstHearers.delete(hear);
}

/** An action of which everything that is rendered hears only after the next paint; whoever hears first hears it at once. */
export function afterPaint<A extends Action>(action: A): A {
  return { ...action, meta: { [SHOULD_AUTOBATCH]: true } };
}

export const store = configureStore({
  reducer: {
    [specimensApi.reducerPath]: specimensApi.reducer,
    draft: draftReducer,
    bench: benchReducer,
    expectations: expectationsReducer,
    files: filesReducer,
    hazard: hazardReducer,
    host: hostReducer,
    layout: layoutReducer,
    menu: menuReducer,
    risks: riskReducer,
    slips: slipsReducer,
  },
  // Samples are megabytes and tables of matches are typed arrays: neither is to be walked through on every action.
  middleware: (defaults) => defaults({ serializableCheck: false, immutableCheck: false }).concat(specimensApi.middleware, hearing),
  enhancers: (defaults) => defaults({ autoBatch: { type: "callback", queueNotification: (notify) => void painted().then(notify) } }),
});

let remembered = store.getState().layout;
store.subscribe(() => {
  const { layout } = store.getState();
  if (layout === remembered) return;
  remembered = layout;
  rememberLayout(layout);
});

export type RootState = ReturnType<typeof store.getState>;
export type AppDispatch = typeof store.dispatch;
export const useAppDispatch = useDispatch.withTypes<AppDispatch>();
export const useAppSelector = useSelector.withTypes<RootState>();
