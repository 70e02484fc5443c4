/** The reel: its sentence, its transport, the depth profile, and what is known at the step. */
import { visible } from "@lamprey/core";
import { useEngineControls } from "../run/controls.ts";
import { number, plural, span } from "../shared/words.ts";
import { useAppSelector } from "../state/store.ts";
import { DepthProfile } from "./DepthProfile.tsx";
import { ReelAside } from "./ReelAside.tsx";
import { Sentence } from "./Sentence.tsx";
import { Transport } from "./Transport.tsx";

export function ReelPanel() {
  const result = useAppSelector((s) => s.bench.result);
  const reel = useAppSelector((s) => s.bench.reel);
  const broken = useAppSelector((s) => (s.bench.reading?.diagnostics.length ?? 0) > 0);
  return (
    <section className="flex h-[222px] shrink-0 border-t-[3px] border-double border-rule bg-sheet [contain:layout_paint_style]" aria-label="Reel">
      <Transport />
      <div className="flex min-w-0 flex-1 flex-col">
        {broken ? (
          <p className="min-h-[30px] pt-2 pr-4 pl-3 text-[15px] text-ink-2">The pattern does not read, so there is no run to wind.</p>
        ) : (
          <WhatHappened />
        )}
        {broken ? <Mistakes /> : result && <DepthProfile />}
        {reel && !reel.complete && (
          <p className="px-3 pb-1 text-[12px] text-rust">
            The reel holds the first {number(reel.length)} steps; the run goes on beyond them. Shorten the sample to see it whole.
          </p>
        )}
      </div>
      <ReelAside />
    </section>
  );
}

/** The sentence of the step, with what caused it one click away; at its end the reel is simply the result. */
function WhatHappened() {
  const wound = useAppSelector((s) => s.bench.step !== null);
  const view = useAppSelector((s) => s.bench.view);
  const controls = useEngineControls();
  const { cause } = view ?? { cause: null };
  return (
    <div className="flex min-h-[30px] items-start gap-3 pt-2 pr-4 pl-3 text-[15px] leading-[20px]">
      <p className="line-clamp-2 min-w-0" aria-live="polite" data-part="sentence">
        {wound && view ? <Sentence phrases={view.sentence} /> : <EndSentence />}
      </p>
      {wound && cause !== null && (
        <button
          type="button"
          className="shrink-0 whitespace-nowrap text-rust underline"
          title={`Wind to step ${number(cause + 1)}`}
          onClick={() => controls.wind(cause)}
        >
          what failed
        </button>
      )}
    </div>
  );
}

/** While there is nothing to wind, the room is for what stands in the way: every mistake, with the place it is at. */
function Mistakes() {
  const diagnostics = useAppSelector((s) => s.bench.reading?.diagnostics);
  const pattern = useAppSelector((s) => s.draft.fields.pattern);
  return (
    <ol className="min-h-0 flex-1 overflow-auto px-3 pb-2">
      {diagnostics?.map((d) => (
        <li key={`${d.start}-${d.code}`} className="grid grid-cols-[64px_120px_1fr] gap-3 border-b border-rule-soft py-[3px]">
          <span className="text-right text-ink-2">{span(d.start, d.end)}</span>
          <code className="source truncate font-semibold text-rust">{visible(pattern.slice(d.start, d.end), 14) || "(end)"}</code>
          <span>{d.message}</span>
        </li>
      ))}
    </ol>
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
