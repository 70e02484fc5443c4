/** What lies over the page: the command menu, the list of keys and words, or the question where to go. */
import { createSlice, type PayloadAction } from "@reduxjs/toolkit";

type Menu = "commands" | "words" | "go-to";

const initialState: { readonly open: Menu | null } = { open: null };

const slice = createSlice({
  name: "menu",
  initialState,
  reducers: { menuOpened: (_, { payload }: PayloadAction<Menu | null>) => ({ open: payload }) },
});

export const { menuOpened } = slice.actions;
export const menuReducer = slice.reducer;
