/** The stops: set where a caret stands, at a number of saved states, or where an item is tried twice. */
import { useState } from "react";
import { useEngineControls } from "../run/controls.ts";
import { Key } from "../shared/Key.tsx";
import { number } from "../shared/words.ts";
import { stopAdded, stopRemoved } from "../state/benchSlice.ts";
import { type Stop, stopWords } from "../state/stops.ts";
import { useAppDispatch, useAppSelector } from "../state/store.ts";

export function Stops() {
  const dispatch = useAppDispatch();
  const stops = useAppSelector((s) => s.bench.stops);
  const pattern = useAppSelector((s) => s.bench.result?.source.pattern ?? "");
  const caret = useAppSelector((s) => s.bench.sampleCaret);
  const controls = useEngineControls();
  const [count, setCount] = useState("20");
  const states = Number(count);
  return (
    <>
      <div className="flex flex-wrap items-center gap-1 border-b border-rule px-4 py-1">
        <button type="button" className="key" onClick={() => controls.stopAtCaret("pattern")}>
          part at caret
        </button>
        <button type="button" className="key" onClick={() => controls.stopAtCaret("sample")}>
          offset {number(caret)}
        </button>
        <button type="button" className="key" onClick={() => dispatch(stopAdded({ what: "again" }))}>
          tried again
        </button>
        <form
          className="flex items-center gap-1"
          onSubmit={(event) => {
            event.preventDefault();
            if (Number.isSafeInteger(states) && states > 0) dispatch(stopAdded({ what: "saved", count: states }));
          }}
        >
          <button type="submit" className="key" disabled={!Number.isSafeInteger(states) || states < 1}>
            saved states
          </button>
          <input
            className="field w-[64px] !py-[2px]"
            aria-label="Number of saved states"
            inputMode="numeric"
            value={count}
            onChange={(e) => setCount(e.target.value)}
          />
        </form>
      </div>
      {stops.length === 0 && (
        <p className="px-4 pt-2 text-ink-2">
          No stop is set. Playing, and <Key name="stopOn" />, halt at stops; a link to this page brings them along.
        </p>
      )}
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls. */}
      <ol className="min-h-0 flex-1 overflow-auto px-4" tabIndex={0} aria-label="Stops">
        {stops.map((stop: Stop) => {
          const words = stopWords(stop, pattern);
          return (
            <li key={words} className="flex items-center gap-2 border-b border-rule-soft py-[2px]">
              <span className="min-w-0 flex-1 truncate" title={words}>
                {words}
              </span>
              <button type="button" className="quiet-key underline" aria-label={`Take away: ${words}`} onClick={() => dispatch(stopRemoved(stop))}>
                take away
              </button>
            </li>
          );
        })}
      </ol>
    </>
  );
}
