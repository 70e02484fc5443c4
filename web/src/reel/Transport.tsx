/** The transport: where the reel stands, the buttons that wind it, and playing at a chosen speed. */
import { Fragment, useEffect, useRef, useState } from "react";
import { useEngineControls } from "../run/controls.ts";
import { keyOf, keyWords } from "../shared/keys.ts";
import { Term } from "../shared/Term.tsx";
import { number } from "../shared/words.ts";
import { reelFolded } from "../state/layoutSlice.ts";
import { store, useAppDispatch, useAppSelector } from "../state/store.ts";
import { SPEEDS, TRANSPORT } from "./transport.ts";

export function Transport() {
  const reel = useAppSelector((s) => s.bench.reel);
  const step = useAppSelector((s) => s.bench.step);
  const missed = useAppSelector((s) => s.bench.missed);
  const controls = useEngineControls();
  const dispatch = useAppDispatch();
  const position = step ?? reel?.rest ?? 0;
  return (
    <div className="flex w-[222px] shrink-0 flex-col px-4 pt-2">
      <div className="flex items-baseline gap-3">
        <h2 className="part-name text-[16px] text-ink-2">
          <Term word="reel">
            <button type="button" className="hover:text-tide max-[819px]:pointer-events-none" onClick={() => dispatch(reelFolded(true))}>
              Reel
            </button>
          </Term>
        </h2>
        {step !== null && (
          <button
            type="button"
            className="quiet-key ml-auto underline"
            title={`Leave the reel and show the result (${keyWords("result")})`}
            onClick={() => controls.wind(null)}
          >
            result
          </button>
        )}
      </div>
      <p className="h-[21px] whitespace-nowrap text-ink-2" data-part="position">
        {reel && missed === null && (
          <>
            step <b className="text-ink">{number(position + 1)}</b> of {number(reel.length)}
          </>
        )}
        <span role="status">{missed}</span>
      </p>
      <div className="mt-[2px] grid grid-cols-[54px_48px_46px_48px] items-center gap-y-[3px]" role="toolbar" aria-label="Wind the reel">
        {TRANSPORT.map(({ name, windings }) => (
          <Fragment key={name}>
            <span className={`text-[12px] text-ink-2 ${windings.length > 2 ? "" : "odd:pl-0"}`}>{name}</span>
            <span className={`flex gap-[3px] ${windings.length > 2 ? "col-span-3" : ""}`}>
              {windings.map((winding) => (
                <button
                  key={winding.label}
                  type="button"
                  className={`key h-[21px] !px-0 !py-0 leading-none ${windings.length > 2 ? "w-[33px]" : "w-[21px]"}`}
                  title={`${winding.label} (${keyWords(winding.key)})`}
                  aria-label={winding.label}
                  disabled={!reel}
                  onClick={() => winding.wind(controls)}
                >
                  {winding.sign}
                </button>
              ))}
            </span>
          </Fragment>
        ))}
      </div>
      <Player />
    </div>
  );
}

/** Plays the reel until its end, a stop, or a key. */
function Player() {
  const controls = useEngineControls();
  const reel = useAppSelector((s) => s.bench.reel);
  const [playing, setPlaying] = useState(false);
  const [speed, setSpeed] = useState<number>(SPEEDS[1]);
  const toggle = useRef(() => {});
  toggle.current = () => setPlaying((was) => !was && reel !== null);

  useEffect(() => {
    if (!playing || !reel) return;
    let frame = 0;
    let left = false;
    const { step, reel: own } = store.getState().bench;
    const begun = step ?? 0;
    let shown = begun;
    void controls.nextStop(begun).then((stop) => {
      if (left) return;
      const end = stop ?? (own ? own.length - 1 : 0);
      const started = performance.now();
      const turn = () => {
        // Whoever winds by hand takes over.
        if (shown !== begun && controls.position() !== shown) return setPlaying(false);
        shown = Math.min(end, begun + Math.floor(((performance.now() - started) / 1000) * speed));
        controls.wind(shown);
        if (shown >= end) return setPlaying(false);
        frame = requestAnimationFrame(turn);
      };
      turn();
    });
    return () => {
      left = true;
      cancelAnimationFrame(frame);
    };
  }, [playing, reel, speed, controls]);

  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if (keyOf(event, true) !== "play") return;
      event.preventDefault();
      event.stopPropagation();
      toggle.current();
    };
    window.addEventListener("keydown", press, { capture: true });
    return () => window.removeEventListener("keydown", press, { capture: true });
  }, []);

  return (
    <div className="mt-[5px] flex items-center gap-[6px]">
      <button
        type="button"
        className="key h-[21px] w-[48px] !px-0 !py-0 text-[12px] leading-none"
        aria-pressed={playing}
        title={`Play on to the next stop, or to the end (${keyWords("play")})`}
        disabled={!reel}
        onClick={() => toggle.current()}
      >
        {playing ? "halt" : "play"}
      </button>
      <select
        className="field h-[21px] min-w-0 flex-1 !px-1 !py-0 text-[12px]"
        aria-label="Speed of playing"
        value={speed}
        onChange={(event) => setSpeed(Number(event.target.value))}
      >
        {SPEEDS.map((each) => (
          <option key={each} value={each}>
            {number(each)} steps a second
          </option>
        ))}
      </select>
    </div>
  );
}
