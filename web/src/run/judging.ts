/** The expectations follow the run: with every edit of pattern or list all of them are judged anew. */
import { useEffect } from "react";
import type { Engine } from "../engine/client.ts";
import { isBroken } from "../state/benchSlice.ts";
import { expectationsLeft, listJudged } from "../state/expectationsSlice.ts";
import { useAppDispatch, useAppSelector } from "../state/store.ts";

export function useJudging(engine: Engine | null): void {
  const dispatch = useAppDispatch();
  const generation = useAppSelector((s) => (isBroken(s.bench) ? 0 : (s.bench.result?.generation ?? 0)));
  const list = useAppSelector((s) => s.draft.fields.expectations);

  useEffect(() => () => void dispatch(expectationsLeft()), [dispatch]);

  useEffect(() => {
    if (list === "") dispatch(expectationsLeft());
    if (!engine || generation === 0 || list === "") return;
    let stale = false;
    void engine.judge(generation, list).then((judged) => {
      if (!stale && judged) dispatch(listJudged(judged));
    });
    return () => {
      stale = true;
    };
  }, [engine, generation, list, dispatch]);
}
