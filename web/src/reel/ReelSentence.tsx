/** The sentence of the step, with what caused it one click away; at its end the reel is simply the result. */
import { useEngineControls } from "../run/controls.ts";
import { number, plural } from "../shared/words.ts";
import { isBroken } from "../state/benchSlice.ts";
import { useAppSelector } from "../state/store.ts";
import { Sentence } from "./Sentence.tsx";

export function ReelSentence() {
  const wound = useAppSelector((s) => s.bench.step !== null);
  const view = useAppSelector((s) => s.bench.view);
  const broken = useAppSelector((s) => isBroken(s.bench));
  const controls = useEngineControls();
  const { cause } = view ?? { cause: null };
  if (broken) return <span className="text-ink-2">The pattern has a mistake, so it was not run.</span>;
  return (
    <>
      <span className="min-w-0" aria-live="polite" data-part="sentence">
        {wound && view ? <Sentence phrases={view.sentence} /> : <EndSentence />}
      </span>
      {wound && cause !== null && (
        <button
          type="button"
          className="ml-3 whitespace-nowrap text-rust underline"
          title={`Wind to step ${number(cause + 1)}`}
          onClick={() => controls.wind(cause)}
        >
          what failed
        </button>
      )}
    </>
  );
}

function EndSentence() {
  const work = useAppSelector((s) => s.bench.work);
  if (!work) return null;
  const { taken, backtracks, attempts, deepest } = work;
  return (
    <span>
      {work.trouble ? "The backtracker was stopped after " : "The backtracker took "}
      <b>{plural(taken, "step")}</b>: {plural(attempts, "attempt")}, {plural(backtracks, "backtrack")}, at most {plural(deepest, "saved state")}.
    </span>
  );
}
