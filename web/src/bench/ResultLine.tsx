/** The answer, in large plain words: how many matches there are, and how many lines have none. */
import type { LineTally } from "@lamprey/core";
import { useEffect, useState } from "react";
import { tableOf } from "../engine/tables.ts";
import { useEngineControls } from "../run/controls.ts";
import { theSample } from "../run/sampleHandle.ts";
import { number, plural } from "../shared/words.ts";
import { isBroken } from "../state/benchSlice.ts";
import { store, useAppSelector } from "../state/store.ts";

export function ResultLine() {
  const result = useAppSelector((s) => s.bench.result);
  const broken = useAppSelector((s) => isBroken(s.bench));
  const empty = useAppSelector((s) => s.draft.fields.pattern === "");
  const noText = useAppSelector((s) => (s.draft.fields.samples.find(({ key }) => key === s.draft.shown)?.text ?? "") === "");
  const tally = useLineTally(result?.generation ?? 0, result?.mode === "all");
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
          <span className="ml-1 font-sans text-[14px] font-normal text-ink-2">
            in {number(tally.lines - tally.without)} of {plural(tally.lines, "line")}
          </span>
        )}
      </Answer>
      {tally && tally.without > 0 && <LinesWithout generation={result.generation} without={tally.without} />}
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
function LinesWithout({ generation, without }: { readonly generation: number; readonly without: number }) {
  const controls = useEngineControls();
  const go = async () => {
    const next = await controls.nextLineWithout(generation, store.getState().bench.sampleCaret);
    if (next !== null) theSample()?.goTo(next);
  };
  return (
    <button type="button" className="key shrink-0 whitespace-nowrap" title="Go to the next of them in the sample" onClick={() => void go()}>
      {plural(without, "line")} without a match ↓
    </button>
  );
}

/** Counted by the worker, where all matches were asked for; the last tally stands until the new one is there. */
function useLineTally(generation: number, wanted: boolean): LineTally | null {
  const controls = useEngineControls();
  const [tally, setTally] = useState<LineTally | null>(null);
  useEffect(() => {
    if (!wanted) {
      setTally(null);
      return;
    }
    let left = false;
    void controls.lineTally(generation).then((known) => {
      if (!left && known) setTally(known);
    });
    return () => {
      left = true;
    };
  }, [controls, generation, wanted]);
  return tally;
}
