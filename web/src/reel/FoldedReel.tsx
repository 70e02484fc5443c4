/** The reel folded: where it stands, its sentence, and a scrubber. */
import { useEngineControls } from "../run/controls.ts";
import { keyWords } from "../shared/keys.ts";
import { number } from "../shared/words.ts";
import { reelFolded } from "../state/layoutSlice.ts";
import { useAppDispatch, useAppSelector } from "../state/store.ts";
import { ReelSentence } from "./ReelSentence.tsx";
import { WINDINGS } from "./transport.ts";

const STEPS = ["stepBack", "stepOn"] as const;

export function FoldedReel() {
  const dispatch = useAppDispatch();
  const reel = useAppSelector((s) => s.bench.reel);
  const step = useAppSelector((s) => s.bench.step);
  const untouched = useAppSelector((s) => s.layout.untouched);
  const controls = useEngineControls();
  const position = step ?? reel?.rest ?? 0;
  return (
    <section className="flex h-full items-center gap-3 bg-sheet px-4" aria-label="Reel, folded">
      <h2 className="part-name text-[16px] text-ink-2">Reel</h2>
      {STEPS.map((name) => {
        const winding = WINDINGS.get(name);
        return (
          winding && (
            <button
              key={name}
              type="button"
              className="key h-[21px] w-[24px] !px-0 !py-0 leading-none"
              aria-label={winding.label}
              title={`${winding.label} (${keyWords(name)})`}
              disabled={!reel}
              onClick={() => winding.wind(controls)}
            >
              {winding.sign}
            </button>
          )
        );
      })}
      <input
        type="range"
        className="w-[140px] shrink-0 accent-[var(--tide)]"
        aria-label="Step of the reel"
        min={0}
        max={Math.max(0, (reel?.length ?? 1) - 1)}
        value={position}
        disabled={!reel}
        aria-valuetext={untouched ? undefined : `step ${number(position + 1)} of ${number(reel?.length ?? 0)}`}
        onChange={(event) => controls.wind(Number(event.target.value))}
      />
      <div className="min-w-0 flex-1 truncate" data-part="folded-reel">
        {untouched ? <span className="text-ink-2">Wind it to see how an engine gets there, step by step.</span> : <ReelSentence />}
      </div>
      <button
        type="button"
        className="quiet-key shrink-0 underline"
        title={`Open the reel (${keyWords("foldReel")})`}
        onClick={() => dispatch(reelFolded(false))}
      >
        open
      </button>
    </section>
  );
}
