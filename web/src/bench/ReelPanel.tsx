/** The reel: its sentence, its transport, the depth profile, and the saved states at the step. */
import { type Phrase, visible } from "@lamprey/core";
import { Fragment } from "react";
import { useAppSelector } from "../app/store.ts";
import { number, plural, span } from "../shared/words.ts";
import { DepthProfile } from "./DepthProfile.tsx";
import { type EngineControls, useEngineControls } from "./useEngine.ts";

interface Winding {
  readonly sign: string;
  readonly label: string;
  /** The key, as `useTransportKeys` spells it; with Alt wherever text is being edited. */
  readonly keys: string;
  readonly wind: (controls: EngineControls) => void;
}

/** What winds the reel, by what it winds to: one table for the buttons, the keys and what both say. */
export const TRANSPORT: readonly { readonly name: string; readonly windings: readonly Winding[] }[] = [
  {
    name: "step",
    windings: [
      { sign: "⇤", label: "To the first step", keys: "Home", wind: (c) => c.wind(0) },
      { sign: "‹", label: "One step back", keys: "ArrowLeft", wind: (c) => c.windBy(-1) },
      { sign: "›", label: "One step on", keys: "ArrowRight", wind: (c) => c.windBy(1) },
      { sign: "⇥", label: "To the last step", keys: "End", wind: (c) => c.wind(Number.MAX_SAFE_INTEGER) },
    ],
  },
  {
    name: "backtrack",
    windings: [
      { sign: "‹", label: "Back to the backtrack before", keys: "Shift+ArrowLeft", wind: (c) => c.windTo({ what: "backtrack" }, true) },
      { sign: "›", label: "On to the next backtrack", keys: "Shift+ArrowRight", wind: (c) => c.windTo({ what: "backtrack" }, false) },
    ],
  },
  {
    name: "attempt",
    windings: [
      { sign: "‹", label: "Back to the attempt before", keys: "PageUp", wind: (c) => c.windTo({ what: "attempt" }, true) },
      { sign: "›", label: "On to the next attempt", keys: "PageDown", wind: (c) => c.windTo({ what: "attempt" }, false) },
    ],
  },
  {
    name: "capture",
    windings: [
      { sign: "‹", label: "Back to the change of a capture before", keys: "Shift+PageUp", wind: (c) => c.windTo({ what: "capture" }, true) },
      { sign: "›", label: "On to the next change of a capture", keys: "Shift+PageDown", wind: (c) => c.windTo({ what: "capture" }, false) },
    ],
  },
  {
    name: "at caret",
    windings: [
      { sign: "text", label: "To the first step that stands at the caret of the sample", keys: "Shift+Home", wind: (c) => c.windToSampleCaret() },
      { sign: "part", label: "To the first step of the part of the pattern at its caret", keys: "Shift+End", wind: (c) => c.windToPatternCaret() },
    ],
  },
];

export function ReelPanel() {
  const result = useAppSelector((s) => s.bench.result);
  const reel = useAppSelector((s) => s.bench.reel);
  const step = useAppSelector((s) => s.bench.step);
  const view = useAppSelector((s) => s.bench.view);
  const broken = useAppSelector((s) => (s.bench.reading?.diagnostics.length ?? 0) > 0);
  return (
    <section className="flex h-[214px] shrink-0 border-t-[3px] border-double border-rule bg-sheet [contain:layout_paint_style]" aria-label="Reel">
      <Transport />
      <div className="flex min-w-0 flex-1 flex-col">
        <p className="line-clamp-2 min-h-[30px] pt-2 pr-4 pl-3 text-[15px] leading-[20px]" aria-live="polite" data-part="sentence">
          {broken ? (
            <span className="text-ink-2">The pattern does not read, so there is no run to wind.</span>
          ) : step !== null && view ? (
            <Sentence phrases={view.sentence} />
          ) : (
            <EndSentence />
          )}
        </p>
        {broken ? <Mistakes /> : result && <DepthProfile />}
        {reel && !reel.complete && (
          <p className="px-3 pb-1 text-[12px] text-rust">
            The reel holds the first {number(reel.length)} steps; the run goes on beyond them. Shorten the sample to see it whole.
          </p>
        )}
      </div>
      <SavedStates />
    </section>
  );
}

function Transport() {
  const reel = useAppSelector((s) => s.bench.reel);
  const step = useAppSelector((s) => s.bench.step);
  const controls = useEngineControls();
  const position = step ?? reel?.rest ?? 0;
  return (
    <div className="flex w-[222px] shrink-0 flex-col px-4 pt-2">
      <div className="flex items-baseline gap-3">
        <h2 className="part-name text-[16px] text-ink-2">Reel</h2>
        {step !== null && (
          <button
            type="button"
            className="quiet-key ml-auto underline"
            title="Leave the reel and show the result (Alt+Backspace)"
            onClick={() => controls.wind(null)}
          >
            result
          </button>
        )}
      </div>
      <p className="h-[21px] whitespace-nowrap text-ink-2" data-part="position">
        {reel && (
          <>
            step <b className="text-ink">{number(position + 1)}</b> of {number(reel.length)}
          </>
        )}
      </p>
      <div className="mt-1 grid grid-cols-[66px_1fr] items-center gap-y-[3px]" role="toolbar" aria-label="Wind the reel">
        {TRANSPORT.map(({ name, windings }) => (
          <Fragment key={name}>
            <span className="text-[12px] text-ink-2">{name}</span>
            <span className="flex gap-[3px]">
              {windings.map(({ sign, label, keys, wind }) => (
                <button
                  key={label}
                  type="button"
                  className={`key h-[22px] !px-0 !py-0 leading-none ${sign.length > 1 ? "w-[61px] text-[12px]" : windings.length > 2 ? "w-[29px]" : "w-[61px]"}`}
                  title={`${label} (Alt+${keys})`}
                  aria-label={sign.length > 1 ? `${sign}: ${label}` : label}
                  disabled={!reel}
                  onClick={() => wind(controls)}
                >
                  {sign}
                </button>
              ))}
            </span>
          </Fragment>
        ))}
      </div>
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

/** At its end the reel is simply the result. */
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

export function Sentence({ phrases }: { readonly phrases: readonly Phrase[] }) {
  return phrases.map((p, i) => {
    const key = i;
    switch (p.kind) {
      case "part":
        return (
          <code key={key} className="source font-semibold text-tide">
            {p.text}
          </code>
        );
      case "quote":
        return (
          <Fragment key={key}>
            “<code className="source font-semibold">{p.text}</code>”
          </Fragment>
        );
      case "offset":
        return (
          <b key={key} className="font-semibold">
            {p.text}
          </b>
        );
      default:
        return <Fragment key={key}>{p.text}</Fragment>;
    }
  });
}

const WAYS = { alternative: "try", stop: "stop", more: "one more turn" } as const;

function SavedStates() {
  const view = useAppSelector((s) => s.bench.view);
  const pattern = useAppSelector((s) => s.bench.result?.source.pattern ?? "");
  const controls = useEngineControls();
  return (
    <aside className="flex w-[318px] shrink-0 flex-col border-l border-rule" aria-label="Saved states">
      <div className="flex items-baseline justify-between px-4 pt-2">
        <h2 className="part-name text-[16px]">Saved states</h2>
        <span className="text-ink-2">{view ? `${number(view.saved)} held` : ""}</span>
      </div>
      {!view && <p className="px-4 pt-1 text-ink-2">Wind the reel with Alt+← and Alt+→: here stand the choices that the machine could still come back to.</p>}
      {view && view.saved === 0 && <p className="px-4 pt-1 text-ink-2">None: if the next item fails, this attempt fails.</p>}
      <ol className="min-h-0 flex-1 overflow-auto px-4 pt-1">
        {view?.savedStates.map((state) => (
          <li key={state.step} className="border-b border-rule-soft">
            <button
              type="button"
              className="grid w-full grid-cols-[96px_1fr_auto] items-center gap-2 py-[3px] text-left hover:text-tide"
              title={`Wind to step ${number(state.step + 1)}, where it was saved`}
              onClick={() => controls.wind(state.step)}
            >
              <code className="source truncate text-[13px] font-semibold">{pattern.slice(state.part.start, state.part.end) || "(empty)"}</code>
              <span>
                {WAYS[state.way]} at {number(state.at)}
              </span>
              <span className="text-[12px] text-ink-2">step {number(state.step + 1)}</span>
            </button>
          </li>
        ))}
        {view && view.saved > view.savedStates.length && <li className="py-1 text-ink-2">and {number(view.saved - view.savedStates.length)} older ones</li>}
      </ol>
      {view && (
        <p className="border-t border-rule-soft px-4 py-1 text-[12px] text-ink-2">
          attempt at {number(view.attempt)}, reached {number(view.reach)}; stands at {number(view.to)}
          {view.cause !== null && (
            <button type="button" className="ml-2 text-rust underline" onClick={() => controls.wind(view.cause)}>
              what failed
            </button>
          )}
        </p>
      )}
    </aside>
  );
}
