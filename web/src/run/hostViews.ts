/** What is asked of the run for the host's side, while its panel is open: the rewriting and the calls. */
import { useEffect } from "react";
import type { Engine } from "../engine/client.ts";
import { isBroken } from "../state/benchSlice.ts";
import { callsKnown, hostLeft, rewritingKnown } from "../state/hostSlice.ts";
import { useAppDispatch, useAppSelector } from "../state/store.ts";

export function useHostViews(engine: Engine | null): void {
  const dispatch = useAppDispatch();
  const generation = useAppSelector((s) => (isBroken(s.bench) ? 0 : (s.bench.result?.generation ?? 0)));
  const template = useAppSelector((s) => s.draft.fields.template);
  const but = useAppSelector((s) => s.host.but);
  const rewrites = useAppSelector((s) => s.bench.panel === "rewrite");
  const calls = useAppSelector((s) => s.bench.panel === "calls");

  useEffect(() => () => void dispatch(hostLeft()), [dispatch]);

  useEffect(() => {
    if (!engine || !rewrites || generation === 0) return;
    let stale = false;
    void engine.rewrite({ generation, template, but }).then((answer) => {
      if (!stale && answer) dispatch(rewritingKnown(answer));
    });
    return () => {
      stale = true;
    };
  }, [engine, rewrites, generation, template, but, dispatch]);

  useEffect(() => {
    if (!engine || !calls || generation === 0) return;
    let stale = false;
    void engine.calls(generation).then((answer) => {
      if (!stale && answer) dispatch(callsKnown(answer));
    });
    return () => {
      stale = true;
    };
  }, [engine, calls, generation, dispatch]);
}
