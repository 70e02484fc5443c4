/** The store: the server's specimens, the draft on the bench, and what the bench shows. */
import { configureStore } from "@reduxjs/toolkit";
import { useDispatch, useSelector } from "react-redux";
import { specimensApi } from "../api/specimens.ts";
import { draftReducer } from "../draft/draftSlice.ts";
import { benchReducer } from "./benchSlice.ts";
import { hazardReducer } from "./hazardSlice.ts";
import { layoutReducer, rememberLayout } from "./layoutSlice.ts";
import { menuReducer } from "./menuSlice.ts";
import { riskReducer } from "./riskSlice.ts";

export const store = configureStore({
  reducer: {
    [specimensApi.reducerPath]: specimensApi.reducer,
    draft: draftReducer,
    bench: benchReducer,
    hazard: hazardReducer,
    layout: layoutReducer,
    menu: menuReducer,
    risks: riskReducer,
  },
  // Samples are megabytes and tables of matches are typed arrays: neither is to be walked through on every action.
  middleware: (defaults) => defaults({ serializableCheck: false, immutableCheck: false }).concat(specimensApi.middleware),
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
