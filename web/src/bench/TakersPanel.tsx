/**
 * Who took what: each part of the pattern beside the stretch of text that it holds at the step, in the order in which
 * they took it, with what a quantifier gave back and why. Pointing at a row marks both in pattern and sample.
 */
import type { Holder } from "@lamprey/core";
import { visible } from "@lamprey/core";
import { shownSample } from "../draft/draftSlice.ts";
import { useEngineControls } from "../run/controls.ts";
import { number, span } from "../shared/words.ts";
import { pointedAt } from "../state/benchSlice.ts";
import { useAppDispatch, useAppSelector } from "../state/store.ts";

export function TakersPanel() {
  const dispatch = useAppDispatch();
  const held = useAppSelector((s) => s.bench.holders);
  const step = useAppSelector((s) => s.bench.view?.step ?? s.bench.reel?.rest ?? null);
  const pointed = useAppSelector((s) => s.bench.pointed);
  const pattern = useAppSelector((s) => s.bench.result?.source.pattern ?? "");
  const text = useAppSelector((s) => shownSample(s.draft)?.text ?? "");
  if (!held || step === null) return <p className="p-4 text-ink-2">There is no run to look into yet.</p>;
  const { holders, complete } = held;
  return (
    <>
      <div className="grid grid-cols-[104px_1fr_auto] gap-2 border-b border-rule px-4 py-1 text-[12px] text-ink-2">
        <span>part</span>
        <span>holds, at step {number(step + 1)}</span>
        <span>from–to</span>
      </div>
      {holders.length === 0 && <p className="p-4 text-ink-2">No part holds any text at this step.</p>}
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls. */}
      <ol className="min-h-0 flex-1 overflow-auto" tabIndex={0} aria-label="Who took what" data-part="takers">
        {!complete && <li className="px-4 py-1 text-[12px] text-ink-2">The newest {number(holders.length)} are shown.</li>}
        {holders.map((holder) => {
          const { part, start, end, step: took } = holder;
          const marked = pointed?.part.start === part.start && pointed.stretch.start === start && pointed.stretch.end === end;
          return (
            <li
              key={`${took} ${part.start}`}
              className={`border-b border-rule-soft px-4 py-[3px] ${marked ? "bg-tide-wash" : ""}`}
              onMouseEnter={() => dispatch(pointedAt({ part, stretch: { start, end } }))}
              onMouseLeave={() => dispatch(pointedAt(null))}
            >
              <HolderRow holder={holder} pattern={pattern} text={text} />
            </li>
          );
        })}
      </ol>
    </>
  );
}

function HolderRow({ holder, pattern, text }: { readonly holder: Holder; readonly pattern: string; readonly text: string }) {
  const dispatch = useAppDispatch();
  const controls = useEngineControls();
  const { part, start, end, step, looking } = holder;
  return (
    <>
      <button
        type="button"
        className="grid w-full grid-cols-[104px_1fr_auto] items-baseline gap-2 text-left hover:text-tide"
        title={`Wind to step ${number(step + 1)}, where it took the last of this`}
        onClick={() => controls.wind(step)}
        onFocus={() => dispatch(pointedAt({ part, stretch: { start, end } }))}
        onBlur={() => dispatch(pointedAt(null))}
      >
        <code className="source truncate text-[13px] font-semibold">{visible(pattern.slice(part.start, part.end), 24)}</code>
        <span className="source truncate text-[13px]">
          {start === end ? <i className="font-sans text-ink-2">nothing</i> : visible(text.slice(start, end), 40)}
        </span>
        <span className="text-[12px] text-ink-2">{span(start, end)}</span>
      </button>
      {looking && <p className="text-[12px] text-ink-2">only looked at, inside a lookaround</p>}
      <GivenBack holder={holder} text={text} />
    </>
  );
}

/** What a greedy quantifier had at first and gave back, and the mismatch that made it. */
function GivenBack({ holder, text }: { readonly holder: Holder; readonly text: string }) {
  const controls = useEngineControls();
  const { first, end, because } = holder;
  if (first === null || first <= end) return null;
  return (
    <p className="text-[12px] text-ink-2">
      went on to {number(first)}, gave back “<code className="source">{visible(text.slice(end, first), 16)}</code>”
      {because !== null && (
        <button type="button" className="ml-2 text-rust underline" title={`Wind to step ${number(because + 1)}`} onClick={() => controls.wind(because)}>
          because
        </button>
      )}
    </p>
  );
}
