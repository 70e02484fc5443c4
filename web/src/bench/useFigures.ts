/** Tells the server what the bench found out of a specimen as it is kept: the shelf has it in its row. */
import { useEffect } from "react";
import { specimensApi } from "../api/specimens.ts";
import { tableOf } from "../engine/tables.ts";
import { isBroken } from "../state/benchSlice.ts";
import { useAppSelector } from "../state/store.ts";

/** Milliseconds that pattern, sample and revision must have rested. */
const RESTED = 1_500;

export function useFigures(): void {
  const [tell] = specimensApi.useFiguresMutation();
  const id = useAppSelector((s) => s.draft.id);
  const revision = useAppSelector((s) => (s.draft.keeping.state === "kept" ? s.draft.revision : 0));
  const first = useAppSelector((s) => s.draft.shown === s.draft.fields.samples[0]?.key && s.bench.asking === null);
  const result = useAppSelector((s) => (s.bench.asked === s.bench.answered && !isBroken(s.bench) ? s.bench.result : null));
  const verdict = useAppSelector((s) => (s.hazard.verdict?.generation === s.hazard.asked ? s.hazard.verdict : null));
  const judged = useAppSelector((s) => s.expectations.judged);
  const list = useAppSelector((s) => s.draft.fields.expectations);
  useEffect(() => {
    if (list !== "" && (judged?.list !== list || judged.generation !== result?.generation)) return;
    if (id === null || revision === 0 || !first || !result || !verdict || result.source.pattern !== verdict.source.pattern) return;
    const { matches, cut } = result;
    const figures = {
      matches: tableOf(matches).length,
      more: cut !== null,
      growth: verdict.growth,
      degree: verdict.degree ?? 0,
      ...(judged && judged.lines.length > 0 ? { texts: judged.lines.length, holding: judged.passed } : {}),
    };
    const later = setTimeout(() => void tell({ id, revision, figures }), RESTED);
    return () => clearTimeout(later);
  }, [id, revision, first, result, verdict, judged, list, tell]);
}
