/** What the actions of the bench need, for menus and keys alike. */
import { useCallback } from "react";
import { useNavigate } from "react-router";
import type { EngineControls } from "../run/controls.ts";
import type { PatternRef } from "../run/patternHandle.ts";
import { store } from "../state/store.ts";
import type { ActionContext } from "./actions.ts";

/** Says what an action needs at the moment at which it is done. */
export function useActionContext(controls: EngineControls, pattern: PatternRef): () => ActionContext {
  const navigate = useNavigate();
  return useCallback(
    () => ({ controls, pattern: pattern.current, dispatch: store.dispatch, state: store.getState, go: (path) => void navigate(path) }),
    [controls, pattern, navigate],
  );
}
