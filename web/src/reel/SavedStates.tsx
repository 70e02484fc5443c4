/** The saved states at the step, newest first: what each would try, and what became of it. */
import type { Fate } from "@lamprey/core";
import { useEffect, useState } from "react";
import type { SavedStateView, StepView } from "../engine/messages.ts";
import { useEngineControls } from "../run/controls.ts";
import { Key } from "../shared/Key.tsx";
import { number } from "../shared/words.ts";
import { useAppSelector } from "../state/store.ts";

const WAYS = { alternative: "try", stop: "stop", more: "one more iteration" } as const;

const FATES: Readonly<Record<Fate["kind"], { readonly word: string; readonly title: (step: string) => string }>> = {
  "taken-up": { word: "taken up", title: (step) => `Wind to step ${step}, where it is taken up` },
  "thrown-away": { word: "thrown away", title: (step) => `Wind to step ${step}, where it is thrown away` },
  "not-needed": { word: "not needed", title: (step) => `Wind to step ${step}, where the match is found without it` },
  open: { word: "still held", title: (step) => `It is still held at step ${step}, where the reel ends` },
};

/** As many older states are shown at most: nobody reads on further, and each has to be fetched. */
const MOST_SHOWN = 1_000;

/** The calls that the step lies in, the innermost first: each leads to where it was entered. */
function CallsUnderWay({ view, pattern }: { readonly view: StepView; readonly pattern: string }) {
  const controls = useEngineControls();
  const more = view.callCount === null ? null : view.callCount - view.calls.length;
  return (
    <section className="max-h-[45%] shrink-0 overflow-auto border-b border-rule px-4 py-1" aria-label="Calls under way">
      <h3 className="text-[12px] text-ink-2">
        inside of {view.callCount === null ? "many calls" : view.callCount === 1 ? "a call" : `${number(view.callCount)} calls`}
      </h3>
      <ol>
        {view.calls.map((call) => (
          <li key={call.step} className="grid grid-cols-[1fr_auto] items-center gap-2 py-[1px]">
            <button
              type="button"
              className="source truncate text-left text-[13px] font-semibold hover:text-tide"
              title={`Wind to step ${number(call.step + 1)}, where it was called`}
              onClick={() => controls.wind(call.step)}
            >
              {pattern.slice(call.part.start, call.part.end)}
            </button>
            <span className="whitespace-nowrap text-ink-2">called at {number(call.at)}</span>
          </li>
        ))}
      </ol>
      {(more === null || more > 0) && <p className="text-[12px] text-ink-2">and {more === null ? "more" : number(more)} around these</p>}
    </section>
  );
}

export function SavedStates() {
  const view = useAppSelector((s) => s.bench.view);
  const pattern = useAppSelector((s) => s.bench.result?.source.pattern ?? "");
  const controls = useEngineControls();
  const [older, setOlder] = useState<{ readonly step: number; readonly states: readonly SavedStateView[] } | null>(null);
  useEffect(() => {
    if (older && older.step !== view?.step) setOlder(null);
  }, [older, view]);

  if (!view)
    return (
      <p className="px-4 pt-2 text-ink-2">
        <Key name="stepBack" /> and <Key name="stepOn" /> wind the reel: here stand the choices that the machine could still come back to.
      </p>
    );
  const states = older?.step === view.step ? older.states : view.savedStates;
  const more = Math.min(view.saved, MOST_SHOWN) - states.length;
  return (
    <>
      {view.calls.length > 0 && <CallsUnderWay view={view} pattern={pattern} />}
      {view.saved === 0 && <p className="px-4 pt-2 text-ink-2">None: if the next item fails, this attempt fails.</p>}
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls. */}
      <ol className="min-h-0 flex-1 overflow-auto px-4" tabIndex={0} aria-label="Saved states">
        {states.map((state) => (
          <li key={state.step} className="grid grid-cols-[84px_1fr_auto] items-center gap-2 border-b border-rule-soft py-[3px]">
            <button
              type="button"
              className="source truncate text-left text-[13px] font-semibold hover:text-tide"
              title={`Wind to step ${number(state.step + 1)}, where it was saved`}
              onClick={() => controls.wind(state.step)}
            >
              {pattern.slice(state.part.start, state.part.end) || "(empty)"}
            </button>
            <span className="whitespace-nowrap">
              {WAYS[state.way]} at {number(state.at)}
            </span>
            <button
              type="button"
              className={`whitespace-nowrap text-[12px] hover:text-tide ${state.fate.kind === "taken-up" ? "text-ink" : "text-ink-2"}`}
              title={FATES[state.fate.kind].title(number(state.fate.step + 1))}
              onClick={() => controls.wind(state.fate.step)}
            >
              {FATES[state.fate.kind].word}
              {state.fate.kind === "taken-up" ? ` ${number(state.fate.step + 1)}` : ""}
            </button>
          </li>
        ))}
        {more > 0 && (
          <li>
            <button
              type="button"
              className="quiet-key underline"
              onClick={() => void controls.savedStates(view.step, MOST_SHOWN).then((all) => setOlder({ step: view.step, states: all }))}
            >
              {number(more)} older ones
            </button>
          </li>
        )}
        {view.saved > MOST_SHOWN && more <= 0 && <li className="py-1 text-ink-2">and {number(view.saved - MOST_SHOWN)} older ones still</li>}
      </ol>
      <p className="flex justify-between border-t border-rule-soft px-4 py-1 text-[12px] text-ink-2">
        <span>
          attempt at {number(view.attempt)}, reached {number(view.reach)}
        </span>
        <span>{number(view.saved)} held</span>
      </p>
    </>
  );
}
