/**
 * Drives the worker: every edit asks for a run; when it has answered, the reel is recorded; a run that was cut short
 * is measured; the quantifier at the caret is compared. A newer edit makes older work end in the worker.
 */
import { useMemo } from "react";
import { type Engine, startEngine } from "../engine/client.ts";
import type { Session } from "../engine/session.ts";
import { useWorker, type WorkerUse } from "../shared/useWorker.ts";
import { faulted, left } from "../state/benchSlice.ts";
import { useAppDispatch } from "../state/store.ts";
import { askOnChange } from "./asking.ts";
import { useContrast } from "./contrast.ts";
import type { EngineControls } from "./controls.ts";
import { useAddress } from "./followAddress.ts";
import { useHostViews } from "./hostViews.ts";
import { useJudging } from "./judging.ts";
import { useReelViews } from "./reelViews.ts";
import { useControls } from "./winding.ts";

/** What follows the reel's steps and the carets; a component of its own, so that the bench itself is not rendered with each of them. */
export function EngineFollowers({ engine }: { readonly engine: Engine | null }): null {
  useContrast(engine);
  useReelViews(engine);
  useHostViews(engine);
  useJudging(engine);
  useAddress(engine);
  return null;
}

/** Starts the worker, and starts another where one has stopped. */
export function useEngine(): { readonly controls: EngineControls; readonly engine: Engine | null } {
  const dispatch = useAppDispatch();
  const use = useMemo(
    (): WorkerUse<Session> => ({
      start: startEngine,
      faulted: (fault) => dispatch(faulted(fault)),
      ask: (engine, again) => askOnChange(engine, dispatch, again),
      left: () => dispatch(left()),
    }),
    [dispatch],
  );
  const engine = useWorker(use);
  return { controls: useControls(engine), engine };
}
