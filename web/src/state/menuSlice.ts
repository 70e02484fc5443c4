/** What lies over the page: the command menu, the list of keys and words, the question where to go, or the revisions. */
import { createSlice, type PayloadAction } from "@reduxjs/toolkit";

type Menu = "commands" | "words" | "go-to" | "revisions";

const initialState: { readonly open: Menu | null } = { open: null };

const slice = createSlice({
  name: "menu",
  initialState,
  reducers: { menuOpened: (_, { payload }: PayloadAction<Menu | null>) => ({ open: payload }) },
});

export const { menuOpened } = slice.actions;
export const menuReducer = slice.reducer;
