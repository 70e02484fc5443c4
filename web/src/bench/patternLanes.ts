/** The pattern's lanes: its groups, the part that acts, and its mistakes. The pattern wraps, so every place is measured. */

import type { Diagnostic, PartWork, Span } from "@lamprey/core";
import type { GroupMark, QuantifierMark } from "../engine/messages.ts";
import { bar, diamond, heatLevel, type LaneDrawing, type LanePlaces, laneState, linesInView, type Piece, wave } from "../lanes/lanes.ts";
import { fillOf, inkOf } from "../lanes/textures.tsx";
import type { Stop } from "../state/stops.ts";

export interface PatternMarks {
  readonly groups: readonly GroupMark[];
  readonly diagnostics: readonly Diagnostic[];
  /** The part that acts at the reel's step. */
  readonly acting: Span | null;
  /** The quantifier that the caret means. */
  readonly quantifier: QuantifierMark | null;
  /** The part that a row elsewhere speaks of. */
  readonly pointed: Span | null;
  readonly stops: readonly Stop[];
  /** How often each part acted, while that is on show. */
  readonly work: readonly PartWork[] | null;
  /** The quantifiers that let the work grow. */
  readonly faults: readonly Span[];
  /** Likely mistakes that are said. */
  readonly slips: readonly Span[];
}

export const patternMarks = laneState<PatternMarks>({
  groups: [],
  diagnostics: [],
  acting: null,
  quantifier: null,
  pointed: null,
  stops: [],
  work: null,
  faults: [],
  slips: [],
});

/** More groups than this take longer to place than a key may. */
const MOST_GROUPS = 300;
/** Pixels of a row of letters: of a pattern that has room, and of one that has not. */
const ROWS = { large: 30, small: 21 } as const;
const ROW = 9;
const BAR = 7;
const LABELS = 14;
const LABEL_WIDTH = 6.2;
/** Height of a heat lane. */
const HEAT = 4;

/** A row's box is higher than its letters: a frame drawn around the box would be cut off by the editor's edge. */
const FRAME_INSET = 3;

const frame = ({ x1, x2, over, under }: Piece): string => bar(x1 - 1, x2 + 1, over + FRAME_INSET, under - over - FRAME_INSET);

/** Whether a part has others inside it that are shown by themselves: heat is drawn for the innermost. */
function encloses(parts: readonly PartWork[], { start, end }: Span): boolean {
  return parts.some(({ part }) => part && part.start >= start && part.end <= end && part.end - part.start < end - start);
}

/** Height of a row of the pattern with its lanes, in pixels. */
export function patternLine(groups: readonly GroupMark[], size: keyof typeof ROWS): number {
  if (groups.length === 0) return ROWS[size] + 8;
  const rows = groups.slice(0, MOST_GROUPS).reduce((most, g) => Math.max(most, g.depth + 1), 0);
  return ROWS[size] + rows * ROW + LABELS;
}

export function drawPattern(places: LanePlaces): LaneDrawing {
  const { view } = places;
  const length = view.state.doc.length;
  const lines = linesInView(view);
  /** The pieces of a part of the pattern that are in view; a part that takes no room has a narrow one. */
  const pieces = ({ start, end }: Span): Piece[] => {
    const [from, to] = [Math.min(start, length), Math.min(Math.max(start, end), length)];
    return lines.flatMap((line) => places.pieces(from, to, line).map((p) => ({ ...p, x2: Math.max(p.x2, p.x1 + 3) })));
  };
  const { groups, diagnostics, acting, quantifier, pointed, stops, work, faults, slips } = view.state.field(patternMarks.field);
  const paths: LaneDrawing["paths"][number][] = [];
  const labels: LaneDrawing["labels"][number][] = [];
  const rows = groups.reduce((most, g) => Math.max(most, g.depth + 1), 0);
  /** Where the last label of each row of text ends, so that labels stand side by side. */
  const taken = new Map<number, number>();
  for (const group of groups.slice(0, MOST_GROUPS)) {
    const own = pieces(group);
    const d = own.map((p) => bar(p.x1 + 0.5, p.x2 - 0.5, p.under + 1 + group.depth * ROW, BAR)).join("");
    const colour = `var(--${inkOf(group.slot)})`;
    paths.push({ name: "group", d, fill: fillOf(group.slot), stroke: colour });
    const first = own[0];
    if (!first) continue;
    const text = group.name ? `${group.number} ${group.name}` : String(group.number);
    const x = Math.max(first.x1 + 1, taken.get(first.under) ?? 0);
    taken.set(first.under, x + text.length * LABEL_WIDTH + 6);
    labels.push({ name: "label", x, y: first.under + rows * ROW + 11, text, fill: colour });
  }
  if (quantifier) {
    for (const p of pieces(quantifier.operator)) paths.push({ name: "operator", d: `M${p.x1} ${p.under - 1}H${p.x2}`, stroke: "var(--tide)" });
  }
  for (const fault of faults) {
    const d = pieces(fault).map(({ x1, x2, under }) => `M${x1 + 1} ${under - 5}V${under - 0.5}H${x2 - 1}V${under - 5}`);
    paths.push({ name: "fault", d: d.join(""), fill: "none", stroke: "var(--rust)" });
  }
  for (const slip of slips) {
    // One of the whole pattern has no place in it.
    if (slip.start === 0 && slip.end === length) continue;
    const d = pieces(slip).map(({ x1, x2, under }) => `M${x1} ${under - 1}H${Math.max(x2, x1 + 6)}`);
    paths.push({ name: "slip", d: d.join(""), fill: "none", stroke: "var(--brass)" });
  }
  const most = work?.[0]?.steps ?? 0;
  for (const { part, steps } of work ?? []) {
    if (!part || part.end === part.start || encloses(work ?? [], part)) continue;
    for (const p of pieces(part)) paths.push({ name: `heat-${heatLevel(steps, most)}`, d: bar(p.x1 + 0.5, p.x2 - 0.5, p.over - 3, HEAT) });
  }
  if (pointed && pointed.end > pointed.start) {
    for (const p of pieces(pointed)) paths.push({ name: "pointed", d: frame(p) });
  }
  for (const stop of stops) {
    if (stop.what !== "part") continue;
    const [p] = pieces(stop.part);
    if (p) paths.push({ name: "stop", d: diamond((p.x1 + p.x2) / 2, p.over - 3) });
  }
  if (acting && acting.end > acting.start) {
    for (const p of pieces(acting)) paths.push({ name: "acting", d: frame(p) });
  }
  for (const mistake of diagnostics) {
    for (const p of pieces(mistake)) paths.push({ name: "mistake", d: wave(p.x1, Math.max(p.x2, p.x1 + 8), p.under + 1) });
  }
  return { paths, labels };
}
