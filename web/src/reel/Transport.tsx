/** The transport: where the reel stands, the buttons that wind it, and playing at a chosen speed. */
import { useEffect, useRef, useState } from "react";
import { useEngineControls } from "../run/controls.ts";
import { keyOf, keyWords } from "../shared/keys.ts";
import { remember, useRecalled } from "../shared/remembered.ts";
import { Term } from "../shared/Term.tsx";
import { number } from "../shared/words.ts";
import { reelFolded } from "../state/layoutSlice.ts";
import { store, useAppDispatch, useAppSelector } from "../state/store.ts";
import { SPEEDS, TRANSPORT, type Winding } from "./transport.ts";

/** The first row winds step by step; the others wind to the nearest of one kind. */
const [STEPS, ...KINDS] = TRANSPORT as readonly [(typeof TRANSPORT)[number], ...(typeof TRANSPORT)[number][]];
/** Where the browser remembers the kind that was chosen. */
const KIND = "transport";

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
      <div className="mt-1 flex flex-col gap-2" role="toolbar" aria-label="Wind the reel">
        <div className="flex gap-1">
          {STEPS.windings.map((winding) => (
            <WindKey key={winding.label} winding={winding} ready={reel !== null} />
          ))}
        </div>
        <WindToKind ready={reel !== null} />
      </div>
      <Player />
    </div>
  );
}

function WindKey({ winding, ready, children }: { readonly winding: Winding; readonly ready: boolean; readonly children?: string }) {
  const controls = useEngineControls();
  const { label, sign, key, wind } = winding;
  return (
    <button
      type="button"
      className="key h-[26px] min-w-[34px] flex-1 !px-1 !py-0 leading-none"
      title={`${label} (${keyWords(key)})`}
      aria-label={label}
      disabled={!ready}
      onClick={() => wind(controls)}
    >
      {children ?? sign}
    </button>
  );
}

/** Back and on to one kind of step, which is chosen; the keys of the other kinds work as well. */
function WindToKind({ ready }: { readonly ready: boolean }) {
  const chosen = useRecalled(KIND);
  const kind = KINDS.find(({ name }) => name === chosen) ?? KINDS[0];
  if (!kind) return null;
  const [back, on] = kind.windings;
  return (
    <div className="flex gap-1">
      {back && (
        <WindKey winding={back} ready={ready}>
          ‹
        </WindKey>
      )}
      <select
        className="field h-[26px] min-w-0 flex-[2] !px-1 !py-0 text-[13px]"
        aria-label="What to wind to"
        value={kind.name}
        onChange={({ target }) => remember(KIND, target.value)}
      >
        {KINDS.map(({ name }) => (
          <option key={name} value={name}>
            {name}
          </option>
        ))}
      </select>
      {on && (
        <WindKey winding={on} ready={ready}>
          ›
        </WindKey>
      )}
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
    <div className="mt-2 flex items-center gap-1">
      <button
        type="button"
        className="key h-[26px] w-[58px] !px-0 !py-0 text-[13px] leading-none"
        aria-pressed={playing}
        title={`Play on to the next stop, or to the end (${keyWords("play")})`}
        disabled={!reel}
        onClick={() => toggle.current()}
      >
        {playing ? "Halt" : "Play"}
      </button>
      <select
        className="field h-[26px] min-w-0 flex-1 !px-1 !py-0 text-[13px]"
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
