/** Shows a panel of the desk, wherever it was: folded, or away on a small screen. */
import { panelChosen, type SidePanel } from "./benchSlice.ts";
import { deskFolded, partShown } from "./layoutSlice.ts";
import type { AppDispatch } from "./store.ts";

export function openPanel(dispatch: AppDispatch, panel: SidePanel): void {
  dispatch(panelChosen(panel));
  dispatch(deskFolded(false));
  dispatch(partShown("desk"));
}
