/** What is asked of the reel only while it is on show. */
import { useEffect } from "react";
import type { Engine } from "../engine/client.ts";
import { holdersKnown, workDoneKnown } from "../state/benchSlice.ts";
import { useAppDispatch, useAppSelector } from "../state/store.ts";

/** Who took what, and what the steps were spent on. */
export function useReelViews(engine: Engine | null): void {
  const dispatch = useAppDispatch();
  const reel = useAppSelector((s) => s.bench.reel);
  const step = useAppSelector((s) => s.bench.view?.step ?? s.bench.reel?.rest ?? null);
  const takers = useAppSelector((s) => s.bench.panel === "takers");
  const spent = useAppSelector((s) => s.bench.aside === "work");

  useEffect(() => {
    if (!engine || !reel || !takers || step === null) return;
    let stale = false;
    void engine.holders(step).then((answer) => {
      if (!stale) dispatch(holdersKnown(answer));
    });
    return () => {
      stale = true;
    };
  }, [engine, reel, takers, step, dispatch]);

  useEffect(() => {
    if (!engine || !reel || !spent) return;
    let stale = false;
    void engine.whereItWent().then((answer) => {
      if (!stale) dispatch(workDoneKnown(answer));
    });
    return () => {
      stale = true;
    };
  }, [engine, reel, spent, dispatch]);
}
