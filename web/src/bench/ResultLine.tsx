/** The answer, in large plain words: how many matches there are, and how many lines have none. */
import type { LineTally } from "@lamprey/core";
import { useEffect, useState } from "react";
import { flushSync } from "react-dom";
import { tableOf } from "../engine/tables.ts";
import { useEngineControls } from "../run/controls.ts";
import { theSample } from "../run/sampleHandle.ts";
import { number, plural } from "../shared/words.ts";
import { isBroken, stageChosen } from "../state/benchSlice.ts";
import { partShown } from "../state/layoutSlice.ts";
import { store, useAppDispatch, useAppSelector } from "../state/store.ts";

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
      {tally && tally.without > 0 && <LinesWithout generation={result.generation} without={tally.without} stale={stale} />}
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

/** Goes to the next line that no match touches, after the line of the caret. */
function LinesWithout({ generation, without, stale }: { readonly generation: number; readonly without: number; readonly stale: boolean }) {
  const dispatch = useAppDispatch();
  const controls = useEngineControls();
  const go = async () => {
    const next = await controls.nextLineWithout(generation, store.getState().bench.sampleCaret);
    if (next === null) return;
    // The sample's editor is not there while the chart is on show: it has to be before it can be asked.
    flushSync(() => {
      dispatch(stageChosen("sample"));
      dispatch(partShown("sample"));
    });
    theSample()?.goTo(next);
  };
  return (
    <button
      type="button"
      className={`key shrink-0 whitespace-nowrap ${stale ? "opacity-50" : ""}`}
      title="Go to the next of them in the sample"
      onClick={() => void go()}
    >
      {plural(without, "line")} without a match ↓
    </button>
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
