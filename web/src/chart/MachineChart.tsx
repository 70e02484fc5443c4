/**
 * The machine as a chart: items, choices with their ways numbered in the order of preference, loops, success. The node
 * that acts is marked as the reel winds, and each edge says how often it was taken. It pans, zooms, and is saved as SVG.
 */

import { type ChartNode, MOST_CHART_NODES, mostOf, type Way } from "@lamprey/core";
import { useEffect, useRef, useState } from "react";
import type { ChartLayout } from "../engine/messages.ts";
import { useEngineControls } from "../run/controls.ts";
import { fileName } from "../shared/files.ts";
import { number } from "../shared/words.ts";
import { pointedAt } from "../state/benchSlice.ts";
import { useAppDispatch, useAppSelector } from "../state/store.ts";
import { saveSvg } from "./saveSvg.ts";

interface View {
  readonly x: number;
  readonly y: number;
  readonly scale: number;
}

/** A press of an arrow key moves the chart by so many pixels. */
const STRIDE = 60;
const MOST_SCALE = 4;
const LEAST_SCALE = 0.1;

const WAY_SIGNS: Readonly<Record<Way, string>> = { on: "", first: "1", else: "2" };
const WAY_WORDS: Readonly<Record<Way, string>> = { on: "goes on", first: "is tried first", else: "is tried when the first way has failed" };

export function MachineChart() {
  const controls = useEngineControls();
  const generation = useAppSelector((s) => s.bench.result?.generation ?? 0);
  const reel = useAppSelector((s) => s.bench.reel);
  const acting = useAppSelector((s) => s.bench.view?.chartNode ?? null);
  const title = useAppSelector((s) => s.draft.fields.title);
  const chart = useChart(generation);
  const traffic = useTraffic(generation, reel?.length ?? 0);
  const svg = useRef<SVGSVGElement>(null);
  const { view, setView, width } = useView(chart?.layout ?? null, svg);
  const drag = useDrag(view, setView);
  const actingNode = acting === null ? undefined : chart?.layout?.nodes[acting];
  useEffect(() => {
    if (actingNode) setView((v) => showing(v, actingNode.x, actingNode.y, svg.current));
  }, [actingNode, setView]);
  useEffect(() => {
    const element = svg.current;
    if (!element) return;
    const turn = (event: WheelEvent) => {
      event.preventDefault();
      const box = element.getBoundingClientRect();
      setView((v) => scaled(v, event.deltaY > 0 ? 0.85 : 1.18, event.clientX - box.left, event.clientY - box.top));
    };
    element.addEventListener("wheel", turn, { passive: false });
    return () => element.removeEventListener("wheel", turn);
  });

  if (!chart) return <p className="p-4 text-ink-2">The chart is being laid out …</p>;
  const { layout } = chart;
  const beyond = { left: layout !== null && view.x < -1, right: layout !== null && width > 0 && view.x + layout.width * view.scale > width + 1 };
  if (!layout) {
    return (
      <div className="p-6 text-ink-2">
        <p className="part-name text-lg text-ink">Too large to be drawn</p>
        <p className="mt-1">
          The program has more than {MOST_CHART_NODES} items and choices; nobody could read that many. Try a part of the pattern by itself.
        </p>
      </div>
    );
  }
  const press = (event: React.KeyboardEvent) => {
    const act: Readonly<Record<string, (v: View) => View>> = {
      ArrowLeft: (v) => ({ ...v, x: v.x + STRIDE }),
      ArrowRight: (v) => ({ ...v, x: v.x - STRIDE }),
      ArrowUp: (v) => ({ ...v, y: v.y + STRIDE }),
      ArrowDown: (v) => ({ ...v, y: v.y - STRIDE }),
      "+": (v) => scaled(v, 1.25, 300, 150),
      "=": (v) => scaled(v, 1.25, 300, 150),
      "-": (v) => scaled(v, 0.8, 300, 150),
      "0": () => fitted(layout, svg.current, LEAST_SCALE),
    };
    const move = event.altKey ? undefined : act[event.key];
    if (!move) return;
    event.preventDefault();
    event.stopPropagation();
    setView(move);
  };
  return (
    <section className="relative flex min-h-0 flex-1 flex-col bg-sheet" aria-label="The machine as a chart">
      <div className="absolute top-2 right-3 z-10 flex gap-1 text-[12px]">
        <button type="button" className="key" onClick={() => setView(() => fitted(layout, svg.current, LEAST_SCALE))} title="Show all of it (0)">
          fit
        </button>
        <button type="button" className="key" onClick={() => svg.current && saveSvg(svg.current, layout, fileName(title, "svg"))}>
          save SVG
        </button>
      </div>
      <svg
        ref={svg}
        data-own-keys
        role="img"
        aria-label={spoken(layout)}
        // biome-ignore lint/a11y/noNoninteractiveTabindex: it is panned by keyboard.
        tabIndex={0}
        className="min-h-0 flex-1 cursor-grab touch-none"
        onKeyDown={press}
        {...drag}
      >
        <g transform={`translate(${view.x} ${view.y}) scale(${view.scale})`}>
          <Drawing layout={layout} traffic={traffic} acting={acting} wind={(part) => controls.windTo([{ what: "part", part }], false)} />
        </g>
      </svg>
      {beyond.left && <GoesOn side="left" move={() => setView((v) => ({ ...v, x: v.x + 0.8 * width }))} />}
      {beyond.right && <GoesOn side="right" move={() => setView((v) => ({ ...v, x: v.x - 0.8 * width }))} />}
      <p className="border-t border-rule-soft px-4 py-1 text-[12px] text-ink-2">
        1 is tried first, 2 when that has failed{traffic ? "; the figures say how often" : ""}. The wheel zooms, a drag or the arrow keys pan.
      </p>
    </section>
  );
}

/** At an edge that the chart goes beyond: what lies there is brought into view. */
function GoesOn({ side, move }: { readonly side: "left" | "right"; readonly move: () => void }) {
  return (
    <button
      type="button"
      className={`key absolute top-1/2 z-10 ${side === "left" ? "left-2" : "right-2"}`}
      aria-label={`Show what is further ${side}`}
      title={`The chart goes on to the ${side}`}
      onClick={move}
    >
      {side === "left" ? "←" : "→"}
    </button>
  );
}

/** The chart in words, for who does not see it. */
function spoken({ nodes, edges }: ChartLayout): string {
  return edges.map(({ from, to, way }) => `${nodes[from]?.label} to ${nodes[to]?.label}, which ${WAY_WORDS[way]}`).join("; ");
}

interface Traffic {
  readonly edges: Float64Array;
  readonly visits: Float64Array;
  readonly failed: Float64Array;
}

interface DrawingProps {
  readonly layout: ChartLayout;
  readonly traffic: Traffic | null;
  readonly acting: number | null;
  readonly wind: (part: ChartNode["part"]) => void;
}

function Drawing({ layout, traffic, acting, wind }: DrawingProps) {
  const dispatch = useAppDispatch();
  const most = Math.max(1, mostOf(traffic?.edges ?? []));
  return (
    <>
      <defs>
        <marker id="chart-arrow" viewBox="0 0 8 8" refX="7" refY="4" markerWidth="7" markerHeight="7" markerUnits="userSpaceOnUse" orient="auto">
          <path d="M0 0 8 4 0 8Z" fill="var(--ink-2)" />
        </marker>
      </defs>
      {layout.edges.map((edge, i) => {
        const taken = traffic?.edges[i] ?? 0;
        const sign = WAY_SIGNS[edge.way];
        const weight = traffic ? 0.8 + 2.6 * (Math.log1p(taken) / Math.log1p(most)) : 1.2;
        return (
          <g key={`${edge.from} ${edge.to} ${edge.way}`} opacity={traffic && taken === 0 ? 0.4 : 1}>
            <path
              d={curve(edge.points)}
              fill="none"
              stroke={edge.way === "else" ? "var(--ink-2)" : "var(--tide)"}
              strokeWidth={weight}
              strokeDasharray={edge.way === "else" ? "5 3" : undefined}
              markerEnd="url(#chart-arrow)"
            />
            {(sign !== "" || traffic) && (
              <text
                x={edge.x}
                y={edge.y - 4}
                textAnchor="middle"
                fontSize="11"
                fontFamily="Source Sans 3 Variable, sans-serif"
                fill="var(--ink-2)"
                stroke="var(--sheet)"
                strokeWidth="4"
                paintOrder="stroke"
              >
                {sign !== "" && (
                  <tspan fontWeight="700" fill="var(--ink)">
                    {sign}
                    {traffic ? " " : ""}
                  </tspan>
                )}
                {traffic ? `×\u2009${number(taken)}` : ""}
              </text>
            )}
          </g>
        );
      })}
      {layout.nodes.map((node, i) => {
        const { x, y, width, height, kind, label, part } = node;
        const plain = kind === "start" || kind === "match";
        const round = kind === "choice" || kind === "loop" ? height / 2 : plain ? 2 : 3;
        const here = acting === i;
        return (
          // biome-ignore lint/a11y/noStaticElementInteractions: the transport winds to the same by keyboard; this is a shortcut for a pointer.
          <g
            key={`${kind} ${part.start} ${part.end} ${x} ${y}`}
            data-node={label}
            data-acting={here || undefined}
            className={plain ? undefined : "cursor-pointer"}
            onClick={() => !plain && wind(part)}
            onMouseEnter={() => dispatch(pointedAt({ part, stretch: NOWHERE }))}
            onMouseLeave={() => dispatch(pointedAt(null))}
          >
            <title>{traffic ? `${label}: ${number(traffic.visits[i] ?? 0)} times, ${number(traffic.failed[i] ?? 0)} failed` : label}</title>
            <rect
              x={x - width / 2}
              y={y - height / 2}
              width={width}
              height={height}
              rx={round}
              fill={here ? "var(--tide)" : plain ? "var(--paper)" : "var(--sheet)"}
              stroke={here ? "var(--tide)" : "var(--ink)"}
              strokeWidth={kind === "match" ? 2.4 : 1.2}
              strokeDasharray={kind === "open" || kind === "close" ? "3 2" : undefined}
            />
            <text
              x={x}
              y={y + 4.5}
              textAnchor="middle"
              fontSize="13"
              fontWeight={kind === "item" || kind === "assertion" ? 600 : 400}
              fontFamily={kind === "item" || kind === "assertion" ? "IBM Plex Mono, monospace" : "Source Sans 3 Variable, sans-serif"}
              fill={here ? "var(--sheet)" : "var(--ink)"}
            >
              {label}
            </text>
          </g>
        );
      })}
    </>
  );
}

const NOWHERE = { start: 0, end: 0 };

/** A smooth line through the points that the layout gives. */
function curve(points: readonly { readonly x: number; readonly y: number }[]): string {
  const [first, ...rest] = points;
  if (!first) return "";
  let d = `M${first.x} ${first.y}`;
  rest.forEach((point, i) => {
    const next = rest[i + 1];
    d += next ? `Q${point.x} ${point.y} ${(point.x + next.x) / 2} ${(point.y + next.y) / 2}` : `L${point.x} ${point.y}`;
  });
  return d;
}

function scaled({ x, y, scale }: View, factor: number, atX: number, atY: number): View {
  const next = Math.min(MOST_SCALE, Math.max(LEAST_SCALE, scale * factor));
  const by = next / scale;
  return { x: atX - (atX - x) * by, y: atY - (atY - y) * by, scale: next };
}

/** Letters smaller than this are not read: a longer chart is panned. */
const LEAST_READ = 0.62;
/** How near to the edge the node that acts may come, in pixels. */
const EDGE = 60;

/** The view moved as little as it takes for a place in the chart to be seen. */
function showing(view: View, x: number, y: number, svg: SVGSVGElement | null): View {
  const box = svg?.getBoundingClientRect();
  if (!box) return view;
  const [atX, atY] = [view.x + x * view.scale, view.y + y * view.scale];
  const within = (at: number, size: number) => Math.max(EDGE, Math.min(size - EDGE, at)) - at;
  return { ...view, x: view.x + within(atX, box.width), y: view.y + within(atY, box.height) };
}

/** Pixels left free around a chart that is fitted. */
const MARGIN = 12;

/** All of it in view as far as the least scale allows, and never larger than life. */
function fitted({ width, height }: ChartLayout, svg: SVGSVGElement | null, leastScale: number): View {
  const box = svg?.getBoundingClientRect();
  if (!box || box.width === 0) return { x: 0, y: 0, scale: 1 };
  const scale = Math.max(leastScale, Math.min(1, (box.width - 2 * MARGIN) / width, (box.height - 2 * MARGIN) / height));
  return { x: Math.max(MARGIN, (box.width - width * scale) / 2), y: Math.max(0, (box.height - height * scale) / 2), scale };
}

/** What part of the chart is in view, and the width of its frame in pixels; 0 until it is known. */
function useView(layout: ChartLayout | null, svg: React.RefObject<SVGSVGElement | null>) {
  const [view, setView] = useState<View>({ x: 0, y: 0, scale: 1 });
  const [width, setWidth] = useState(0);
  useEffect(() => {
    const element = svg.current;
    if (!layout || !element) return;
    setView(fitted(layout, element, LEAST_READ));
    // With another size it is fitted anew.
    const observer = new ResizeObserver(() => {
      setView(fitted(layout, element, LEAST_READ));
      setWidth(element.clientWidth);
    });
    observer.observe(element);
    return () => observer.disconnect();
  }, [layout, svg]);
  return { view, setView, width };
}

function useDrag(view: View, setView: (change: (view: View) => View) => void) {
  const from = useRef<{ readonly x: number; readonly y: number; readonly view: View } | null>(null);
  return {
    onPointerDown: (event: React.PointerEvent) => {
      from.current = { x: event.clientX, y: event.clientY, view };
    },
    onPointerMove: (event: React.PointerEvent) => {
      const begun = from.current;
      if (begun && event.buttons === 1)
        setView(() => ({ ...begun.view, x: begun.view.x + event.clientX - begun.x, y: begun.view.y + event.clientY - begun.y }));
    },
    onPointerUp: () => {
      from.current = null;
    },
  };
}

/** The layout of the pattern's graph; null until it is there, with `layout: null` where it is too large. */
function useChart(generation: number): { readonly layout: ChartLayout | null } | null {
  const controls = useEngineControls();
  const [chart, setChart] = useState<{ readonly layout: ChartLayout | null } | null>(null);
  useEffect(() => {
    let left = false;
    void controls.chart(generation).then((answer) => {
      if (!left && answer) setChart(answer);
    });
    return () => {
      left = true;
    };
  }, [controls, generation]);
  return chart;
}

function useTraffic(generation: number, length: number): Traffic | null {
  const controls = useEngineControls();
  const [traffic, setTraffic] = useState<Traffic | null>(null);
  useEffect(() => {
    setTraffic(null);
    if (length === 0) return;
    let left = false;
    void controls.traffic(generation).then((answer) => {
      if (!left) setTraffic(answer);
    });
    return () => {
      left = true;
    };
  }, [controls, generation, length]);
  return traffic;
}
