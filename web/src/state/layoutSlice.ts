/** What of the bench is folded, how large its parts are, and which stands alone on a small screen. The browser remembers it. */
import { createSlice, type PayloadAction } from "@reduxjs/toolkit";
import { recalled, remember } from "../shared/remembered.ts";
import type { SidePanel } from "./benchSlice.ts";

/** What can stand alone where there is no room for all. */
export type Part = "sample" | "reel" | "desk";

interface Remembered {
  readonly reelOpen: boolean;
  readonly deskOpen: boolean;
  readonly stripOpen: boolean;
  /** Pixels. */
  readonly reelHeight: number;
  /** Pixels, of panels that were given another width than their own. */
  readonly deskWidths: Readonly<Partial<Record<SidePanel, number>>>;
}

export interface Layout extends Remembered {
  /** The specimen has just been made: its reel is folded until it is first wound. */
  readonly untouched: boolean;
  readonly part: Part;
}

const KEY = "layout";
const FIRST: Remembered = { reelOpen: true, deskOpen: true, stripOpen: true, reelHeight: 222, deskWidths: {} };

/** Widths and heights outside of these came from another screen, or from nowhere. */
const LEAST = 120;
const MOST = 2_000;
const fits = (value: unknown): value is number => typeof value === "number" && value >= LEAST && value <= MOST;

function recall(): Remembered {
  const kept = recalled(KEY);
  if (typeof kept !== "object" || kept === null) return FIRST;
  const given = kept as Partial<Record<keyof Remembered, unknown>>;
  const flag = (name: "reelOpen" | "deskOpen" | "stripOpen") => (typeof given[name] === "boolean" ? given[name] : FIRST[name]);
  const widths = typeof given.deskWidths === "object" && given.deskWidths !== null ? Object.entries(given.deskWidths) : [];
  return {
    reelOpen: flag("reelOpen"),
    deskOpen: flag("deskOpen"),
    stripOpen: flag("stripOpen"),
    reelHeight: fits(given.reelHeight) ? given.reelHeight : FIRST.reelHeight,
    deskWidths: Object.fromEntries(widths.filter(([, width]) => fits(width))),
  };
}

const slice = createSlice({
  name: "layout",
  initialState: (): Layout => ({ ...recall(), untouched: false, part: "sample" }),
  reducers: {
    reelFolded: (layout, { payload }: PayloadAction<boolean>) => ({ ...layout, reelOpen: !payload, untouched: false }),
    deskFolded: (layout, { payload }: PayloadAction<boolean>) => ({ ...layout, deskOpen: !payload }),
    stripFolded: (layout, { payload }: PayloadAction<boolean>) => ({ ...layout, stripOpen: !payload }),
    /** What is given a height, or a width, is open. */
    reelResized: (layout, { payload }: PayloadAction<number>) => ({ ...layout, reelHeight: payload, reelOpen: true, untouched: false }),
    deskResized: (layout, { payload }: PayloadAction<{ panel: SidePanel; width: number }>) => ({
      ...layout,
      deskOpen: true,
      deskWidths: { ...layout.deskWidths, [payload.panel]: payload.width },
    }),
    partShown: (layout, { payload }: PayloadAction<Part>) => ({ ...layout, part: payload }),
    /** A specimen was opened: one that has just been made begins with its reel folded. */
    begun: (layout, { payload }: PayloadAction<{ untouched: boolean }>): Layout => ({ ...layout, ...payload, part: "sample" }),
    /** Somebody has wound the reel, or asked what a run costs. */
    touched: (layout) => (layout.untouched ? { ...layout, untouched: false, reelOpen: true } : layout),
  },
});

export const { reelFolded, deskFolded, stripFolded, reelResized, deskResized, partShown, begun, touched } = slice.actions;
export const layoutReducer = slice.reducer;

/** Whether the reel is open: one that nobody has wound yet is not. */
export const reelIsOpen = ({ reelOpen, untouched }: Layout): boolean => reelOpen && !untouched;

/** Has the browser remember a layout; called whenever it changes. */
export function rememberLayout({ reelOpen, deskOpen, stripOpen, reelHeight, deskWidths }: Layout): void {
  remember(KEY, { reelOpen, deskOpen, stripOpen, reelHeight, deskWidths } satisfies Remembered);
}
