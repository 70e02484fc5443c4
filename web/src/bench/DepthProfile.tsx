/**
 * The depth profile: steps across, text offset down. Forward work falls, backtracking climbs back. It is the scrubber
 * too: a pointer or the arrow keys wind the reel.
 */
import { Mark, type Profile } from "@lamprey/core";
import { useEffect, useRef, useState } from "react";
import { useAppSelector } from "../app/store.ts";
import { useTheme } from "../app/theme.ts";
import { number } from "../shared/words.ts";
import { useEngineControls } from "./useEngine.ts";

const LEFT = 46;
const RIGHT = 12;
const TOP = 12;
const BOTTOM = 22;
/** With this many pixels for a step, single steps are drawn as points. */
const POINT_WIDTH = 5;
/** A step's column is at most this wide, so that a short reel is not drawn as a staircase. */
const WIDEST_STEP = 26;

interface Size {
  readonly width: number;
  readonly height: number;
}

/** A window over the reel, in steps: `from` up to `to`; fractions while zooming. */
interface Window {
  readonly from: number;
  readonly to: number;
}

/** A reel up to this long is shown whole to begin with. */
const SHORT_REEL = 600;
/** A longer one is shown around the step it rests at, this many steps wide. */
const FIRST_WIDTH = 200;
const NARROWEST = 12;

export function DepthProfile() {
  const reel = useAppSelector((s) => s.bench.reel);
  const step = useAppSelector((s) => s.bench.step);
  const controls = useEngineControls();
  const theme = useTheme();
  const holder = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const [size, setSize] = useState<Size>({ width: 0, height: 0 });
  const [profile, setProfile] = useState<Profile | null>(null);
  const [wanted, setWanted] = useState<Window>({ from: 0, to: 0 });
  const length = reel?.length ?? 0;
  const position = step ?? reel?.rest ?? 0;

  useEffect(() => {
    const element = holder.current;
    if (!element) return;
    const observer = new ResizeObserver(() => setSize({ width: element.clientWidth, height: element.clientHeight }));
    observer.observe(element);
    return () => observer.disconnect();
  }, []);

  useEffect(() => {
    if (reel) setWanted(reel.length <= SHORT_REEL ? { from: 0, to: reel.length } : around(reel.rest, FIRST_WIDTH, reel.length));
  }, [reel]);

  // The window follows the step out of its sides.
  useEffect(() => {
    setWanted((w) => (w.to === 0 || (position >= w.from && position < w.to) ? w : around(position, w.to - w.from, length)));
  }, [position, length]);

  const columns = Math.max(0, size.width - LEFT - RIGHT);
  const from = Math.max(0, Math.floor(wanted.from));
  const to = Math.min(length, Math.ceil(wanted.to));
  useEffect(() => {
    if (!reel || columns === 0 || to <= from) return;
    let left = false;
    void controls.profile(from, to, columns).then((answer) => {
      if (!left) setProfile(answer);
    });
    return () => {
      left = true;
    };
  }, [reel, from, to, columns, controls]);

  const stepWidth = to > from ? Math.min(WIDEST_STEP, columns / (to - from)) : 0;
  // biome-ignore lint/correctness/useExhaustiveDependencies: a change of theme changes the inks.
  useEffect(() => {
    if (canvas.current) draw(canvas.current, reel ? profile : null, size, stepWidth);
  }, [reel, profile, size, stepWidth, theme]);

  const stepAt = (clientX: number) => {
    const box = holder.current?.getBoundingClientRect();
    if (!box || stepWidth === 0) return from;
    return Math.max(0, Math.min(length - 1, from + Math.floor((clientX - box.left - LEFT) / stepWidth)));
  };
  const zoom = (factor: number, middle: number) => {
    setWanted((w) => {
      const width = Math.min(length, Math.max(NARROWEST, (w.to - w.from) * factor));
      const share = (middle - w.from) / Math.max(1, w.to - w.from);
      const start = Math.max(0, Math.min(length - width, middle - share * width));
      return { from: start, to: start + width };
    });
  };
  // React listens to wheels passively, and this one must not scroll the page.
  const zoomer = useRef(zoom);
  zoomer.current = zoom;
  const finder = useRef(stepAt);
  finder.current = stepAt;
  useEffect(() => {
    const element = holder.current;
    if (!element) return;
    const turn = (event: WheelEvent) => {
      event.preventDefault();
      zoomer.current(event.deltaY > 0 ? 1.25 : 0.8, finder.current(event.clientX));
    };
    element.addEventListener("wheel", turn, { passive: false });
    return () => element.removeEventListener("wheel", turn);
  }, []);

  const headX = LEFT + (position - from + 0.5) * stepWidth;
  const whole = from === 0 && to === length;
  return (
    <div className="relative flex min-h-0 flex-1 flex-col">
      <div
        ref={holder}
        className="relative min-h-0 flex-1 touch-none"
        role="slider"
        tabIndex={0}
        aria-label="Step of the reel"
        aria-valuemin={0}
        aria-valuemax={Math.max(0, length - 1)}
        aria-valuenow={position}
        aria-valuetext={`step ${number(position + 1)} of ${number(length)}`}
        onKeyDown={(event) => {
          if (event.key === "+" || event.key === "=") zoom(0.5, position);
          if (event.key === "-") zoom(2, position);
        }}
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          controls.wind(stepAt(event.clientX));
        }}
        onPointerMove={(event) => {
          if (event.buttons === 1) controls.wind(stepAt(event.clientX));
        }}
      >
        <canvas ref={canvas} className="absolute inset-0 h-full w-full" />
        {reel && length > 0 && (
          <svg className="pointer-events-none absolute inset-0 h-full w-full text-ink" aria-hidden="true">
            <path d={`M${headX} ${TOP - 2}V${size.height - BOTTOM}`} stroke="currentColor" strokeWidth="1.4" />
            <path d={`M${headX - 5} ${TOP - 9}h10l-5 7Z`} fill="currentColor" />
            {!whole && (
              <>
                <path d={`M${LEFT} ${size.height - 2.5}H${size.width - RIGHT}`} stroke="var(--rule)" strokeWidth="3" />
                <path
                  d={`M${LEFT + (from / length) * columns} ${size.height - 2.5}h${Math.max(4, ((to - from) / length) * columns)}`}
                  stroke="var(--tide)"
                  strokeWidth="3"
                />
              </>
            )}
          </svg>
        )}
        {!reel && <p className="absolute inset-0 flex items-center justify-center text-ink-2">The reel is being recorded …</p>}
      </div>
      {reel && (
        <div className="absolute right-3 bottom-[6px] flex gap-1 text-[12px]">
          <button type="button" className="quiet-key bg-sheet" aria-label="Zoom in" title="Zoom in (+, or the wheel)" onClick={() => zoom(0.5, position)}>
            +
          </button>
          <button type="button" className="quiet-key bg-sheet" aria-label="Zoom out" title="Zoom out (−, or the wheel)" onClick={() => zoom(2, position)}>
            −
          </button>
          {!whole && (
            <button type="button" className="quiet-key bg-sheet" onClick={() => setWanted({ from: 0, to: length })}>
              whole run
            </button>
          )}
        </div>
      )}
    </div>
  );
}

/** A window of the width around a step, inside the reel. */
function around(step: number, width: number, length: number): Window {
  const from = Math.max(0, Math.min(length - width, step - Math.floor(width * 0.75)));
  return { from, to: Math.min(length, from + width) };
}

/** A round number of which about four fit below the value. */
function roundStep(value: number): number {
  const rough = Math.max(1, value / 4);
  const ten = 10 ** Math.floor(Math.log10(rough));
  return [1, 2, 5, 10].map((m) => m * ten).find((m) => m >= rough) ?? ten * 10;
}

function draw(canvas: HTMLCanvasElement, profile: Profile | null, { width, height }: Size, stepWidth: number): void {
  const scale = window.devicePixelRatio || 1;
  canvas.width = Math.round(width * scale);
  canvas.height = Math.round(height * scale);
  const pen = canvas.getContext("2d");
  if (!pen) return;
  pen.scale(scale, scale);
  pen.clearRect(0, 0, width, height);
  if (!profile || profile.least.length === 0) return;
  const style = getComputedStyle(document.documentElement);
  const ink = (name: string) => style.getPropertyValue(`--${name}`).trim();
  const depth = Math.max(1, profile.top - profile.bottom);
  const y = (offset: number) => TOP + ((offset - profile.bottom) / depth) * (height - TOP - BOTTOM);
  const columnWidth = (stepWidth * (profile.to - profile.from)) / profile.least.length;
  const x = (column: number) => LEFT + (column + 0.5) * columnWidth;
  const end = LEFT + profile.least.length * columnWidth;

  pen.font = `12px "Source Sans 3 Variable", sans-serif`;
  pen.fillStyle = ink("ink-2");
  pen.strokeStyle = ink("rule-soft");
  pen.textAlign = "right";
  pen.textBaseline = "middle";
  const every = roundStep(depth);
  for (let offset = Math.ceil(profile.bottom / every) * every; offset <= profile.top; offset += every) {
    pen.beginPath();
    pen.moveTo(LEFT, y(offset));
    pen.lineTo(width - RIGHT, y(offset));
    pen.stroke();
    pen.fillText(number(offset), LEFT - 6, y(offset));
  }
  pen.textAlign = "left";
  pen.textBaseline = "alphabetic";
  pen.fillText(`text offset ↓   steps ${number(profile.from + 1)}–${number(profile.to)} →`, LEFT, height - 6);

  // What lies above the line is text that the machine has not given back.
  pen.fillStyle = ink("tide-wash");
  pen.beginPath();
  pen.moveTo(LEFT, TOP);
  for (let c = 0; c < profile.greatest.length; c++) pen.lineTo(x(c), y(profile.greatest[c] as number));
  pen.lineTo(end, TOP);
  pen.fill();

  const single = profile.least.length === profile.to - profile.from;
  const backtracks = (c: number) => ((profile.marks[c] as number) & Mark.Backtrack) !== 0;
  const attempts = (c: number) => ((profile.marks[c] as number) & Mark.Attempt) !== 0;
  pen.lineWidth = single ? 2 : 1;
  for (const [colour, wanted] of [
    [ink("tide"), false],
    [ink("rust"), true],
  ] as const) {
    pen.strokeStyle = colour;
    pen.fillStyle = colour;
    pen.beginPath();
    for (let c = 0; c < profile.least.length; c++) {
      if (backtracks(c) !== wanted) continue;
      if (c > 0 && !(single && attempts(c))) {
        pen.moveTo(x(c - 1), y(profile.last[c - 1] as number));
        pen.lineTo(x(c), y(profile.last[c] as number));
      }
      if (!single) {
        pen.moveTo(x(c), y(profile.least[c] as number));
        pen.lineTo(x(c), Math.max(y(profile.greatest[c] as number), y(profile.least[c] as number) + 1));
      }
    }
    pen.stroke();
    if (!single || stepWidth < POINT_WIDTH) continue;
    for (let c = 0; c < profile.least.length; c++) {
      if (backtracks(c) !== wanted) continue;
      pen.beginPath();
      pen.arc(x(c), y(profile.last[c] as number), wanted ? 3 : 1.8, 0, 2 * Math.PI);
      pen.fill();
    }
  }
  pen.strokeStyle = ink("ink");
  pen.lineWidth = 1.4;
  for (let c = 0; c < profile.marks.length; c++) {
    if (((profile.marks[c] as number) & Mark.Match) === 0) continue;
    pen.beginPath();
    pen.moveTo(x(c), height - BOTTOM);
    pen.lineTo(x(c), height - BOTTOM + 5);
    pen.stroke();
  }
}
