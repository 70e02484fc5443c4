/** The depth profiles of all variants on one scale, wound together by step, by offset or by match. */

import { leastOf, mostOf, type Profile } from "@lamprey/core";
import { useCallback, useEffect, useRef, useState } from "react";
import type { ContrastFurther, VariantView, Winding } from "../engine/messages.ts";
import { BOTTOM, drawProfile, LEFT, RIGHT, TOP } from "../reel/drawProfile.ts";
import { Sentence } from "../reel/Sentence.tsx";
import { around } from "../reel/window.ts";
import { useWindingKeys } from "../run/comparedReels.ts";
import { useEngineControls } from "../run/controls.ts";
import type { KeyName } from "../shared/keys.ts";
import { useTheme } from "../shared/theme.ts";
import { useSmall } from "../shared/useMedia.ts";
import { number, plural } from "../shared/words.ts";
import { store, useAppSelector } from "../state/store.ts";
import { VariantMark } from "./VariantMark.tsx";

const WAYS: readonly { readonly by: Winding["by"]; readonly name: string }[] = [
  { by: "step", name: "step" },
  { by: "offset", name: "offset" },
  { by: "match", name: "match" },
];
/** A step is at most so many pixels wide. */
const WIDEST_STEP = 14;
/** Steps shown around where each variant stands, narrow to wide; the whole run is the last. */
const WIDTHS = [40, 200, 1_000, 10_000, 100_000] as const;

/** A reel that is less high than this, its sentence included, cannot be read. */
const LEAST_HEIGHT = 190;

type Range = readonly [bottom: number, top: number];

export function ContrastReels({ further }: { readonly further: ContrastFurther }) {
  const { names } = further;
  const small = useSmall();
  const [by, setBy] = useState<Winding["by"]>("step");
  const [value, setValue] = useState(0);
  const [zoom, setZoom] = useState(1);
  const [ranges, setRanges] = useState<readonly (Range | null)[]>([]);
  const text = useAppSelector((s) => s.draft.fields.samples.find((sample) => sample.key === s.draft.shown)?.text.length ?? 0);
  const longest = Math.max(1, mostOf(further.reels.map((reel) => reel.length)));
  const mostBy = { step: longest - 1, offset: text, match: Math.max(0, mostOf(further.reels.map((reel) => reel.matches - 1))) };
  const most = mostBy[by];
  const widths = [...WIDTHS.filter((width) => width < longest), longest];
  const scale = widths[Math.min(zoom, widths.length - 1)] ?? longest;
  const shown = ranges.filter((range) => range !== null && range !== undefined);
  const range: Range = [leastOf(shown.map(([bottom]) => bottom)), mostOf(shown.map(([, top]) => top))];
  const tell = useCallback((index: number, own: Range | null) => {
    setRanges((before) => {
      const known = before[index];
      if (known?.[0] === own?.[0] && known?.[1] === own?.[1]) return before;
      const next = [...before];
      next[index] = own;
      return next;
    });
  }, []);
  const [missed, setMissed] = useState(false);
  const wind = (to: number) => {
    setMissed(false);
    setValue(Math.max(0, Math.min(most, to)));
  };
  const windBy = (way: Winding["by"], to: number) => {
    setBy(way);
    setMissed(false);
    setValue(Math.max(0, Math.min(mostBy[way], to)));
  };
  useWindingKeys((key) => {
    const caret = store.getState().bench.sampleCaret;
    const ways: Partial<Record<KeyName, () => void>> = {
      stepBack: () => wind(value - 1),
      stepOn: () => wind(value + 1),
      firstStep: () => wind(0),
      lastStep: () => wind(most),
      matchBack: () => windBy("match", by === "match" ? value - 1 : 0),
      matchOn: () => windBy("match", by === "match" ? value + 1 : 0),
      offsetBack: () => windBy("offset", caret),
      offsetOn: () => windBy("offset", caret),
    };
    const way = ways[key];
    if (way) way();
    else setMissed(true);
  });
  return (
    <section
      className={`flex h-full bg-sheet [contain:layout_paint_style] ${small ? "flex-col overflow-y-auto" : ""}`}
      tabIndex={small ? 0 : undefined}
      aria-label="Reels of the variants"
    >
      <div className={small ? "flex shrink-0 flex-wrap items-center gap-x-4 gap-y-1 px-2 py-2" : "flex w-[222px] shrink-0 flex-col gap-2 px-4 pt-2"}>
        <h2 className="part-name text-[16px] text-ink-2">Reels, wound together</h2>
        <fieldset className="flex gap-3">
          <legend className="sr-only">Wound by</legend>
          {WAYS.map(({ by: way, name }) => (
            <label key={way} className="flex cursor-pointer items-center gap-1">
              <input
                type="radio"
                name="wound-by"
                className="accent-[var(--tide)]"
                checked={by === way}
                onChange={() => {
                  setBy(way);
                  setValue(0);
                }}
              />
              {name}
            </label>
          ))}
        </fieldset>
        <div className="flex items-center gap-2">
          <button type="button" className="key" aria-label="One back" onClick={() => wind(value - 1)}>
            ‹
          </button>
          <button type="button" className="key" aria-label="One on" onClick={() => wind(value + 1)}>
            ›
          </button>
          <span data-part="wound">
            {by} <b>{number(by === "offset" ? value : value + 1)}</b>
          </span>
        </div>
        {missed && (
          <p className="text-[12px] text-ink-2" role="status" data-part="missed-all">
            That key winds one reel alone. These are wound by step, by offset and by match.
          </p>
        )}
        <input
          type="range"
          aria-label={`Wind all by ${by}`}
          min={0}
          max={most}
          value={Math.min(value, most)}
          onChange={(event) => wind(Number(event.target.value))}
          className="accent-[var(--tide)]"
        />
        <div className="flex items-center gap-2 text-[12px] text-ink-2">
          <button
            type="button"
            className="key"
            aria-label="Zoom in"
            disabled={zoom <= 0}
            onClick={() => setZoom(Math.max(0, Math.min(zoom, widths.length - 1) - 1))}
          >
            +
          </button>
          <button type="button" className="key" aria-label="Zoom out" disabled={scale >= longest} onClick={() => setZoom(zoom + 1)}>
            −
          </button>
          <span>{scale >= longest ? "whole runs" : `${number(scale)} steps each`}</span>
        </div>
      </div>
      {/* Side by side where there is room for it; else one below the other, each as high as it needs to be read. */}
      <div
        className="grid min-w-0 flex-1"
        style={small ? { gridAutoRows: `minmax(${LEAST_HEIGHT}px, 1fr)` } : { gridTemplateColumns: `repeat(${further.reels.length}, minmax(0, 1fr))` }}
      >
        {further.reels.map((reel, i) => (
          <VariantReel
            key={names[i]}
            index={i}
            name={names[i] ?? ""}
            generation={further.generation}
            length={reel.length}
            complete={reel.complete}
            scale={scale}
            range={range}
            tell={tell}
            winding={{ by, value }}
          />
        ))}
      </div>
    </section>
  );
}

interface VariantReelProps {
  readonly index: number;
  readonly name: string;
  readonly generation: number;
  readonly length: number;
  readonly complete: boolean;
  /** Steps that the full width stands for. */
  readonly scale: number;
  readonly winding: Winding;
  /** Least and greatest offset that any variant shows: the scale downwards of all. */
  readonly range: Range;
  readonly tell: (index: number, own: Range | null) => void;
}

function VariantReel({ index, name, generation, length, complete, scale, winding, range, tell }: VariantReelProps) {
  const controls = useEngineControls();
  const theme = useTheme();
  const holder = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const [size, setSize] = useState({ width: 0, height: 0 });
  const [profile, setProfile] = useState<Profile | null>(null);
  const [view, setView] = useState<VariantView | null>(null);
  const { by, value } = winding;
  useEffect(() => {
    const own = holder.current;
    if (!own) return;
    const observer = new ResizeObserver(() => setSize({ width: own.clientWidth, height: own.clientHeight }));
    observer.observe(own);
    return () => observer.disconnect();
  }, []);
  const room = Math.max(0, size.width - LEFT - RIGHT);
  const stepWidth = Math.min(WIDEST_STEP, room / scale);
  const step = view?.step ?? 0;
  const { from, to } = around(step, Math.min(scale, length), length, 0.5);
  const columns = Math.max(1, Math.min(Math.ceil(stepWidth * (to - from)), room));
  useEffect(() => {
    if (room === 0) return;
    let left = false;
    void controls.variantProfile(generation, index, from, to, columns).then((answer) => {
      if (!left && answer) setProfile(answer);
    });
    return () => {
      left = true;
    };
  }, [controls, generation, index, from, to, columns, room]);
  useEffect(() => {
    let left = false;
    void controls.variantView(generation, index, { by, value }).then((answer) => {
      if (!left && answer) setView(answer);
    });
    return () => {
      left = true;
    };
  }, [controls, generation, index, by, value]);
  const missing = view?.missing === true;
  useEffect(() => {
    tell(index, profile && !missing ? [profile.bottom, profile.top] : null);
  }, [profile, missing, index, tell]);
  const [bottom, top] = missing && profile ? [profile.bottom, profile.top] : range;
  // biome-ignore lint/correctness/useExhaustiveDependencies: a change of theme changes the inks.
  useEffect(() => {
    if (canvas.current) drawProfile(canvas.current, profile && { ...profile, bottom, top }, size, stepWidth);
  }, [profile, size, stepWidth, bottom, top, theme]);
  const headX = LEFT + (step - from + 0.5) * stepWidth;
  return (
    <div className="flex min-w-0 flex-col border-rule-soft max-[819px]:border-t min-[820px]:border-l">
      <p className="flex items-center gap-2 px-3 pt-2">
        <VariantMark index={index} /> <b className="font-semibold">{name}</b>
        <span className="text-[12px] text-ink-2">
          {plural(length, "step")}
          {complete ? "" : " and on"}
        </span>
      </p>
      <p className="line-clamp-2 h-[36px] px-3 text-[13px] leading-[17px]" aria-live="polite">
        {view && (
          <>
            <span className="text-ink-2">{number(view.step + 1)}: </span>
            {view.missing ? <span className="text-ink-2">it has no such {winding.by}.</span> : <Sentence phrases={view.sentence} />}
          </>
        )}
      </p>
      <div ref={holder} className="relative min-h-0 flex-1">
        <canvas ref={canvas} className="absolute inset-0 h-full w-full" />
        <svg className="pointer-events-none absolute inset-0 h-full w-full text-ink" aria-hidden="true">
          <path d={`M${headX} ${TOP - 8}V${size.height - BOTTOM}`} stroke="currentColor" strokeWidth="1.4" />
        </svg>
      </div>
    </div>
  );
}
