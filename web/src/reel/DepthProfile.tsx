/**
 * The depth profile: steps across, text offset down. Forward work falls, backtracking climbs back. It is the scrubber
 * too: a pointer or the arrow keys wind the reel. A wheel or a pinch zooms, a sideways wheel or the overview pans.
 */
import type { Profile } from "@lamprey/core";
import { useEffect, useRef, useState } from "react";
import { useEngineControls } from "../run/controls.ts";
import { useTheme } from "../shared/theme.ts";
import { number } from "../shared/words.ts";
import { useAppSelector } from "../state/store.ts";
import { BOTTOM, drawOverview, drawProfile, LEFT, RIGHT, type Size, TOP } from "./drawProfile.ts";
import { around, firstView, panned, pinched, type View, zoomed } from "./window.ts";

/** A step's column is at most this wide, so that a short reel is not drawn as a staircase. */
const WIDEST_STEP = 26;
const OVERVIEW_HEIGHT = 16;

/** The profile of a stretch of the reel, for a picture so many pixels wide; null until it is there. */
function useProfile(from: number, to: number, columns: number): Profile | null {
  const reel = useAppSelector((s) => s.bench.reel);
  const controls = useEngineControls();
  const [profile, setProfile] = useState<Profile | null>(null);
  useEffect(() => {
    if (!reel || columns <= 0 || to <= from) return;
    let left = false;
    void controls.profile(from, to, columns).then((answer) => {
      if (!left) setProfile(answer);
    });
    return () => {
      left = true;
    };
  }, [reel, from, to, columns, controls]);
  return reel ? profile : null;
}

function useSize(element: React.RefObject<HTMLElement | null>): Size {
  const [size, setSize] = useState<Size>({ width: 0, height: 0 });
  useEffect(() => {
    const own = element.current;
    if (!own) return;
    const observer = new ResizeObserver(() => setSize({ width: own.clientWidth, height: own.clientHeight }));
    observer.observe(own);
    return () => observer.disconnect();
  }, [element]);
  return size;
}

export function DepthProfile() {
  const reel = useAppSelector((s) => s.bench.reel);
  const step = useAppSelector((s) => s.bench.step);
  const empty = useAppSelector((s) => s.bench.result?.source.pattern === "");
  const controls = useEngineControls();
  const theme = useTheme();
  const holder = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const size = useSize(holder);
  const [wanted, setWanted] = useState<View>({ from: 0, to: 0 });
  const length = reel?.length ?? 0;
  const generation = reel?.generation ?? 0;
  const position = step ?? reel?.rest ?? 0;
  const rest = useRef(0);
  rest.current = reel?.rest ?? 0;

  // A longer reel of the same run keeps the window.
  // biome-ignore lint/correctness/useExhaustiveDependencies: it is set for a new run only.
  useEffect(() => {
    if (length > 0) setWanted(firstView(rest.current, length));
  }, [generation, length > 0]);

  // The window follows the step out of its sides.
  useEffect(() => {
    setWanted((w) => (w.to === 0 || (position >= w.from && position < w.to) ? w : around(position, w.to - w.from, length)));
  }, [position, length]);

  const columns = Math.max(0, size.width - LEFT - RIGHT);
  const from = Math.max(0, Math.floor(wanted.from));
  const to = Math.min(length, Math.ceil(wanted.to));
  const profile = useProfile(from, to, columns);
  const stepWidth = to > from ? Math.min(WIDEST_STEP, columns / (to - from)) : 0;
  // biome-ignore lint/correctness/useExhaustiveDependencies: a change of theme changes the inks.
  useEffect(() => {
    if (canvas.current) drawProfile(canvas.current, profile, size, stepWidth);
  }, [profile, size, stepWidth, theme]);

  const stepAt = (clientX: number) => {
    const box = holder.current?.getBoundingClientRect();
    if (!box || stepWidth === 0) return from;
    return Math.max(0, Math.min(length - 1, from + Math.floor((clientX - box.left - LEFT) / stepWidth)));
  };
  const zoom = (factor: number, middle: number) => setWanted((w) => zoomed(w, factor, middle, length));
  const pan = (steps: number) => setWanted((w) => panned(w, steps, length));
  const fingers = useFingers(
    stepAt,
    (step) => controls.wind(step),
    (before, after) => setWanted((w) => pinched(w, before, after, columns, LEFT, length)),
  );
  useWheel(holder, (event) => {
    const across = event.shiftKey ? event.deltaY : event.deltaX;
    if (Math.abs(across) > Math.abs(event.shiftKey ? 0 : event.deltaY)) pan(stepWidth > 0 ? across / stepWidth : 0);
    else zoom(event.deltaY > 0 ? 1.25 : 0.8, stepAt(event.clientX));
  });

  const headX = LEFT + (position - from + 0.5) * stepWidth;
  const inside = position >= from && position < to;
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
          const act = {
            "+": () => zoom(0.5, position),
            "=": () => zoom(0.5, position),
            "-": () => zoom(2, position),
            "[": () => pan((from - to) / 2),
            "]": () => pan((to - from) / 2),
          };
          if (Object.hasOwn(act, event.key)) act[event.key as keyof typeof act]();
        }}
        {...fingers}
      >
        <canvas ref={canvas} className="absolute inset-0 h-full w-full" />
        {inside && length > 0 && (
          <svg className="pointer-events-none absolute inset-0 h-full w-full text-ink" aria-hidden="true">
            <path d={`M${headX} ${TOP - 10}V${size.height - BOTTOM}`} stroke="currentColor" strokeWidth="1.4" />
            <path d={`M${headX - 5} ${TOP - 17}h10l-5 7Z`} fill="currentColor" />
          </svg>
        )}
        {!reel && (
          <p className="absolute inset-0 flex items-center justify-center text-ink-2">
            {empty ? "An empty pattern has no run to wind." : "The reel is being recorded …"}
          </p>
        )}
      </div>
      {reel && (
        <div className={`absolute right-3 flex gap-1 text-[12px] ${whole ? "bottom-0" : "bottom-[23px]"}`}>
          <button type="button" className="quiet-key bg-sheet !py-0" aria-label="Zoom in" title="Zoom in (+, or the wheel)" onClick={() => zoom(0.5, position)}>
            +
          </button>
          <button type="button" className="quiet-key bg-sheet !py-0" aria-label="Zoom out" title="Zoom out (−, or the wheel)" onClick={() => zoom(2, position)}>
            −
          </button>
          {!whole && (
            <button type="button" className="quiet-key bg-sheet !py-0" onClick={() => setWanted({ from: 0, to: length })}>
              whole run
            </button>
          )}
        </div>
      )}
      {reel && !whole && (
        <Overview shown={{ from, to }} length={length} position={position} look={(middle) => setWanted((w) => around(middle, w.to - w.from, length, 0.5))} />
      )}
    </div>
  );
}

/** The whole run in small, with the window on it; a press or a drag moves the window. */
function Overview({ shown, length, position, look }: { shown: View; length: number; position: number; look: (middle: number) => void }) {
  const theme = useTheme();
  const holder = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const { width } = useSize(holder);
  const profile = useProfile(0, length, width);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a change of theme changes the inks.
  useEffect(() => {
    if (canvas.current) drawOverview(canvas.current, profile, { width, height: OVERVIEW_HEIGHT });
  }, [profile, width, theme]);
  const x = (step: number) => (step / length) * width;
  const lookAt = (event: React.PointerEvent) => {
    const box = holder.current?.getBoundingClientRect();
    if (box && box.width > 0) look(((event.clientX - box.left) / box.width) * length);
  };
  return (
    <div
      ref={holder}
      className="relative mt-[3px] mb-1 touch-none border border-rule-soft"
      style={{ marginLeft: LEFT, marginRight: RIGHT, height: OVERVIEW_HEIGHT }}
      title="The whole run; the frame is what stands above"
      aria-hidden="true"
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        lookAt(event);
      }}
      onPointerMove={(event) => {
        if (event.buttons === 1) lookAt(event);
      }}
    >
      <canvas ref={canvas} className="absolute inset-0 h-full w-full opacity-60" />
      <svg className="pointer-events-none absolute inset-0 h-full w-full overflow-visible" aria-hidden="true">
        <rect
          x={x(shown.from)}
          y="-1"
          width={Math.max(4, x(shown.to) - x(shown.from))}
          height={OVERVIEW_HEIGHT}
          fill="none"
          stroke="var(--ink)"
          strokeWidth="1.4"
        />
        <path d={`M${x(position)} -1V${OVERVIEW_HEIGHT}`} stroke="var(--ink)" strokeWidth="1" />
      </svg>
    </div>
  );
}

/** One finger, or the mouse, winds; two zoom and pan. */
function useFingers(
  stepAt: (x: number) => number,
  wind: (step: number) => void,
  pinch: (before: readonly [number, number], after: readonly [number, number]) => void,
) {
  const down = useRef(new Map<number, number>());
  const lift = (event: React.PointerEvent) => down.current.delete(event.pointerId);
  return {
    onPointerDown: (event: React.PointerEvent) => {
      event.currentTarget.setPointerCapture(event.pointerId);
      down.current.set(event.pointerId, event.clientX);
      if (down.current.size === 1) wind(stepAt(event.clientX));
    },
    onPointerMove: (event: React.PointerEvent<HTMLElement>) => {
      if (!down.current.has(event.pointerId)) return;
      const left = event.currentTarget.getBoundingClientRect().left;
      const before = [...down.current.values()].map((x) => x - left);
      down.current.set(event.pointerId, event.clientX);
      const after = [...down.current.values()].map((x) => x - left);
      if (after.length === 1) wind(stepAt(event.clientX));
      else if (after.length === 2) pinch(before as [number, number], after as [number, number]);
    },
    onPointerUp: lift,
    onPointerCancel: lift,
  };
}

/** React listens to wheels passively, and this one must not scroll the page. */
function useWheel(holder: React.RefObject<HTMLElement | null>, turn: (event: WheelEvent) => void): void {
  const newest = useRef(turn);
  newest.current = turn;
  useEffect(() => {
    const element = holder.current;
    if (!element) return;
    const listen = (event: WheelEvent) => {
      event.preventDefault();
      newest.current(event);
    };
    element.addEventListener("wheel", listen, { passive: false });
    return () => element.removeEventListener("wheel", listen);
  }, [holder]);
}
