/** The answer, in large plain words: how many matches there are, and how many lines have none. */
import type { LineTally } from "@lamprey/core";
import { useEffect, useState } from "react";
import { tableOf } from "../engine/tables.ts";
import { useEngineControls } from "../run/controls.ts";
import { keyWords } from "../shared/keys.ts";
import { number, plural } from "../shared/words.ts";
import { isBroken } from "../state/benchSlice.ts";
import { useAppDispatch, useAppSelector } from "../state/store.ts";
import { goToLineWithout } from "./inSample.ts";

export function ResultLine() {
  const result = useAppSelector((s) => s.bench.result);
  const broken = useAppSelector((s) => isBroken(s.bench));
  const empty = useAppSelector((s) => s.draft.fields.pattern === "");
  const noText = useAppSelector((s) => (s.draft.fields.samples.find(({ key }) => key === s.draft.shown)?.text ?? "") === "");
  const tally = useLineTally(result?.generation ?? 0, result?.mode === "all");
  const stale = tally !== null && tally.generation !== result?.generation;
  if (empty) return <Answer>No pattern yet</Answer>;
  if (broken) return <Answer>The pattern has a mistake</Answer>;
  if (!result) return <Answer>…</Answer>;
  const count = tableOf(result.matches).length;
  if (count === 0) return <Answer>{noText ? "No matches: the sample is empty" : "No matches"}</Answer>;
  return (
    <>
      <Answer>
        {plural(count, "match", "matches")}
        {result.cut ? " so far" : ""}{" "}
        {tally && (
          <span className={`ml-1 font-sans text-[14px] font-normal text-ink-2 ${stale ? "opacity-50" : ""}`}>
            in {number(tally.lines - tally.without)} of {plural(tally.lines, "line")}
          </span>
        )}
      </Answer>
      {tally && tally.without > 0 && <LinesWithout without={tally.without} stale={stale} />}
    </>
  );
}

function Answer({ children }: { readonly children: React.ReactNode }) {
  return (
    <p className="shrink-0 whitespace-nowrap text-[18px] font-semibold leading-[24px] max-[819px]:text-[16px]" role="status" data-part="result">
      {children}
    </p>
  );
}

/** How many lines no match touches, and the ways to the one before and the next one. */
function LinesWithout({ without, stale }: { readonly without: number; readonly stale: boolean }) {
  const controls = useEngineControls();
  const dispatch = useAppDispatch();
  const go = (by: 1 | -1) => void goToLineWithout(controls, dispatch, by);
  return (
    <span className={`flex shrink-0 ${stale ? "opacity-50" : ""}`}>
      <button
        type="button"
        className="key whitespace-nowrap rounded-r-none"
        title={`Go to the next of them in the sample (${keyWords("lineWithoutOn")})`}
        onClick={() => go(1)}
      >
        {plural(without, "line")} without a match ↓
      </button>
      <button
        type="button"
        className="key rounded-l-none border-l-0 !px-2"
        aria-label="The line without a match before this one"
        title={`Go to the one before (${keyWords("lineWithoutBack")})`}
        onClick={() => go(-1)}
      >
        ↑
      </button>
    </span>
  );
}

/** A tally, and the generation of the result that it was counted for. */
type TallyOf = LineTally & { readonly generation: number };

/** Counted by the worker, where all matches were asked for; the last tally stands, dimmed, until the new one is there. */
function useLineTally(generation: number, wanted: boolean): TallyOf | null {
  const controls = useEngineControls();
  const [tally, setTally] = useState<TallyOf | null>(null);
  useEffect(() => {
    if (!wanted) {
      setTally(null);
      return;
    }
    let left = false;
    void controls.lineTally(generation).then((known) => {
      if (!left && known) setTally({ ...known, generation });
    });
    return () => {
      left = true;
    };
  }, [controls, generation, wanted]);
  return tally;
}
