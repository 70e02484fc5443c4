/** The keys of the bench: what the table of keys asks for, done. */
import { type RefObject, useEffect } from "react";
import { WINDINGS } from "../reel/transport.ts";
import { windCompared } from "../run/comparedReels.ts";
import type { EngineControls } from "../run/controls.ts";
import type { PatternHandle } from "../run/patternHandle.ts";
import { keyOf } from "../shared/keys.ts";
import { ACTIONS } from "./actions.ts";
import { useActionContext } from "./useActions.ts";

/** What takes plain keys itself: there the reel is wound with Alt. */
const TAKES_KEYS =
  ".cm-editor, input, select, textarea, [role=listbox], [role=grid], [role=region], [role=tablist], [role=menu], [role=dialog], [role=group], [role=separator], [data-own-keys]";

export function useBenchKeys(controls: EngineControls, pattern: RefObject<PatternHandle | null>): void {
  const context = useActionContext(controls, pattern);
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      const target = event.target instanceof Element ? event.target : null;
      // A dialog has the keys to itself, but for the one that closes it again.
      const name = keyOf(event, target?.closest(TAKES_KEYS) != null);
      if (!name || (target?.closest("[role=dialog]") && name !== "commands")) return;
      const winding = WINDINGS.get(name);
      const action = ACTIONS.find((each) => each.key === name);
      if (!winding && !action) return;
      event.preventDefault();
      event.stopPropagation();
      if (winding) {
        if (!windCompared(name)) winding.wind(controls);
      } else action?.act(context());
    };
    window.addEventListener("keydown", press, { capture: true });
    return () => window.removeEventListener("keydown", press, { capture: true });
  }, [controls, context]);
}
