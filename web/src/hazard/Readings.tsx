/** The proof: the ways in which the same letters can be taken, as lanes under them. */
import { type Span, visible } from "@lamprey/core";
import type { FindingView } from "../engine/hazard/messages.ts";

/** Width of a letter, where there is room; and of all of them. */
const CELL = 30;
const ROOM = 390;
const LANE = 15;
const LABEL = 150;
const TOP = 26;
/** The stretch is repeated until it has so many letters, so that one sees it go on. */
const LEAST_LETTERS = 4;
/** As many attempts are shown where the search's restarts are the other way; each begins a stretch further on. */
const ATTEMPTS = 3;
const MOST_LETTERS = 16;

interface Bar {
  readonly from: number;
  readonly to: number;
}

interface Lane {
  readonly label: string;
  readonly bars: readonly Bar[];
  /** An item with the letters that it takes, or a quantifier from where it begins to where it ends. */
  readonly kind: "item" | "turns";
}

interface Shown {
  readonly name: string;
  readonly lanes: readonly Lane[];
}

export function Readings({ finding, pattern }: { readonly finding: FindingView; readonly pattern: string }) {
  const letters = lettersOf(finding);
  const shown =
    finding.readings.length > 1 ? finding.readings.map((_, i) => readingOf(finding, pattern, letters.length, i)) : attemptsOf(finding, pattern, letters.length);
  const cell = Math.max(10, Math.min(CELL, ROOM / letters.length));
  const width = LABEL + letters.length * cell + 8;
  let y = TOP;
  const placed = shown.map((reading) => {
    const at = y;
    y += 20 + reading.lanes.length * LANE + 8;
    return { ...reading, at };
  });
  return (
    <figure className="overflow-x-auto" data-part="readings">
      <svg width={width} height={y} role="img" aria-label={describe(shown, letters)}>
        {letters.map((letter, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: letters have no other name than their place.
          <text key={i} x={LABEL + i * cell + cell / 2} y={16} textAnchor="middle" className="source" fontSize="15" fill="var(--ink)">
            {visible(letter, 4)}
          </text>
        ))}
        {placed.map(({ name, lanes, at }) => (
          <g key={name} transform={`translate(0 ${at})`}>
            <text x={0} y={13} className="part-name" fontSize="14" fill="var(--ink-2)">
              {name}
            </text>
            <line x1={LABEL} x2={width - 8} y1={3} y2={3} stroke="var(--rule-soft)" />
            {lanes.map((lane, row) => (
              <g key={lane.label} transform={`translate(0 ${20 + row * LANE})`}>
                <text x={LABEL - 8} y={9} textAnchor="end" className="source" fontSize="12" fill={lane.kind === "item" ? "var(--tide)" : "var(--ink)"}>
                  {lane.label}
                </text>
                {lane.bars.map(({ from, to }) => (
                  <rect
                    key={from}
                    x={LABEL + from * cell + 1.5}
                    width={(to - from) * cell - 3}
                    y={1}
                    height={lane.kind === "item" ? 9 : 7}
                    fill={lane.kind === "item" ? "var(--tide-wash)" : "none"}
                    stroke={lane.kind === "item" ? "var(--tide)" : "var(--ink)"}
                  />
                ))}
              </g>
            ))}
          </g>
        ))}
      </svg>
    </figure>
  );
}

function lettersOf({ stretch, readings }: FindingView): string[] {
  const once = Array.from(stretch);
  const least = Math.max(LEAST_LETTERS, readings.length > 1 ? 0 : ATTEMPTS * once.length);
  const times = once.length === 0 ? 1 : Math.max(1, Math.min(Math.ceil(least / once.length), Math.floor(MOST_LETTERS / once.length)));
  return Array.from({ length: times }, () => once).flat();
}

const snippet = (pattern: string, { start, end }: Span): string => visible(pattern.slice(start, end), 17);

/** A part by its text, and by where it begins where another one on show has the same text. */
function labelOf(pattern: string, part: Span, { parts, readings }: FindingView): string {
  const text = pattern.slice(part.start, part.end);
  const twin = [...parts, ...readings.flat()].some((other) => other.start !== part.start && pattern.slice(other.start, other.end) === text);
  return twin ? `${snippet(pattern, part)} at ${part.start}` : snippet(pattern, part);
}
const same = (one: Span, other: Span): boolean => one.start === other.start && one.end === other.end;

/** One reading: which item takes which letter, and where each quantifier's iterations end. */
function readingOf(finding: FindingView, pattern: string, letters: number, index: number): Shown {
  const reading = finding.readings[index] ?? [];
  const steps = Array.from({ length: letters }, (_, i) => reading[i % Math.max(1, reading.length)]).filter((step) => step !== undefined);
  const items: { span: Span; bars: Bar[] }[] = [];
  steps.forEach((span, i) => {
    const known = items.find((item) => same(item.span, span));
    const bar = { from: i, to: i + 1 };
    if (known) known.bars.push(bar);
    else items.push({ span, bars: [bar] });
  });
  // A quantifier is begun anew wherever one around it has finished an iteration.
  const around = (outer: Span, inner: Span) => outer.start <= inner.start && outer.end >= inner.end && !same(outer, inner);
  const taking = finding.parts.filter((part) => steps.some((step) => around(part, step)));
  const turns = taking.map((part): Lane => {
    const ends = steps.flatMap((step, i) => (step.turned.some((span) => around(span, part)) ? [i + 1] : []));
    const cuts = [...new Set([0, ...ends, letters])];
    return { label: labelOf(pattern, part, finding), kind: "turns", bars: cuts.slice(1).map((to, i) => ({ from: cuts[i] ?? 0, to })) };
  });
  return {
    name: `Reading ${index + 1}`,
    lanes: [...turns, ...items.map(({ span, bars }): Lane => ({ label: labelOf(pattern, span, finding), kind: "item", bars }))],
  };
}

/** Where the search's restarts are the other way: an attempt that begins later takes the rest of the same letters. */
function attemptsOf(finding: FindingView, pattern: string, letters: number): Shown[] {
  const [part] = finding.parts;
  const label = part ? snippet(pattern, part) : "";
  const once = Math.max(1, Array.from(finding.stretch).length);
  return Array.from({ length: Math.min(ATTEMPTS, Math.ceil(letters / once)) }, (_, i) => ({
    name: `Attempt ${i + 1}`,
    lanes: [{ label, kind: "item" as const, bars: [{ from: i * once, to: letters }] }],
  }));
}

function describe(shown: readonly Shown[], letters: readonly string[]): string {
  const lanes = shown.map(({ name, lanes: own }) => `${name}: ${own.map(({ label, bars }) => `${label} in ${bars.length}`).join(", ")}`);
  return `${letters.map((letter) => visible(letter, 4)).join("")} can be taken in ${shown.length} ways. ${lanes.join(". ")}`;
}
