/** The sample's lanes: matches, groups, the variants of a contrast, and where the machine stands. */

import { RangeSetBuilder } from "@codemirror/state";
import { type BlockInfo, Decoration, type DecorationSet, type EditorView, ViewPlugin, type ViewUpdate } from "@codemirror/view";
import { type Holder, MatchTable, type Span, type WorkDone } from "@lamprey/core";
import { VARIANT_MARKS } from "../contrast/VariantMark.tsx";
import type { GroupMark, StepView } from "../engine/messages.ts";
import { bar, bracket, diamond, heatLevel, type LaneDrawing, type LanePlaces, laneState, redrawLanes, tick } from "../lanes/lanes.ts";
import { fillOf, inkOf } from "../lanes/textures.tsx";
import type { Stop } from "../state/stops.ts";

export interface SampleMarks {
  readonly matches: MatchTable;
  readonly groups: readonly GroupMark[];
  readonly chosen: number;
  /** Matches of the variants that the pattern is compared with: their columns, what they are called. */
  readonly variants: readonly { readonly index: number; readonly name: string; readonly matches: MatchTable }[];
  /** The step that the reel is wound to, or null at its end. */
  readonly view: StepView | null;
  /** Who took what at the step, while that is on show. */
  readonly holders: readonly (Span & Pick<Holder, "looking"> & { readonly label: string })[] | null;
  /** The stretch that a row elsewhere speaks of. */
  readonly pointed: Span | null;
  readonly stops: readonly Stop[];
  /** How often each offset was read, while that is on show. */
  readonly work: WorkDone | null;
  /** The result is not of the pattern as it reads now. */
  readonly stale: boolean;
}

const NO_MARKS: SampleMarks = {
  matches: new MatchTable(0),
  groups: [],
  chosen: 0,
  variants: [],
  view: null,
  holders: null,
  pointed: null,
  stops: [],
  work: null,
  stale: false,
};

export const sampleMarks = laneState<SampleMarks>(NO_MARKS);

const TEXT_HEIGHT = 22;
const BRACKET_ROW = 8;
const GROUP_ROW = 10;
const GROUP_HEIGHT = 7;
const VARIANT_ROW = 10;
/** Pixels of a letter of a holder's label. */
const LABEL_LETTER = 6.6;
/** More bars than this on one screen are a grey mass: numbers are then left out. */
const MOST_NUMBERS = 400;
/** Pixels of a digit of a match's number; where the next match leaves no room for it, a number is left out. */
const NUMBER_WIDTH = 8;

/** Pixels that a line with a match opens up for its lanes. */
export function laneRoom({ groups, variants }: SampleMarks): number {
  const rows = groups.reduce((most, g) => Math.max(most, g.depth + 1), 0);
  return BRACKET_ROW + rows * GROUP_ROW + variants.length * VARIANT_ROW + 4;
}

interface LineInView {
  readonly from: number;
  readonly to: number;
  readonly text: string;
}

/** The matches of a table that touch a line, as indices `from` up to `to`. */
function touching(table: MatchTable, line: LineInView): [number, number] {
  const from = table.firstReaching(line.from);
  let to = from;
  while (to < table.length && table.start(to) <= line.to) to++;
  return [from, to];
}

/** Lines in view that a match touches get room for lanes. */
export const openLines = ViewPlugin.fromClass(
  class {
    decorations: DecorationSet;

    constructor(view: EditorView) {
      this.decorations = this.build(view);
    }

    update(update: ViewUpdate): void {
      const asked = update.transactions.some((t) => t.effects.some((e) => e.is(redrawLanes)));
      if (asked || update.docChanged || update.viewportChanged) this.decorations = this.build(update.view);
    }

    build(view: EditorView): DecorationSet {
      const { matches, variants, holders } = view.state.field(sampleMarks.field);
      const builder = new RangeSetBuilder<Decoration>();
      for (const line of linesInView(view)) {
        const taken = holders?.some((h) => h.start <= line.to && h.end >= line.from) === true;
        const holds = (table: MatchTable) => touching(table, line).reduce((a, b) => b - a) > 0;
        const matched = holds(matches) || variants.some((variant) => holds(variant.matches));
        if (matched || taken) builder.add(line.from, line.from, taken ? HOLDS_TAKERS : HOLDS);
      }
      return builder.finish();
    }
  },
  { decorations: (plugin) => plugin.decorations },
);

const HOLDS = Decoration.line({ class: "holds" });
const HOLDS_TAKERS = Decoration.line({ class: "holds takers" });

function* linesInView(view: EditorView): Generator<LineInView> {
  const { doc } = view.state;
  let last = -1;
  for (const { from, to } of view.visibleRanges) {
    for (let at = from; at <= to; ) {
      const line = doc.lineAt(at);
      if (line.from > last) yield line;
      last = line.from;
      at = line.to + 1;
    }
  }
}

/** Draws the lanes of the lines in view. */
export function drawSample(places: LanePlaces): LaneDrawing {
  const { view } = places;
  const marks = view.state.field(sampleMarks.field);
  const { matches, groups, chosen, variants, stale } = marks;
  const paths = new Map<string, string[]>();
  const add = (name: string, d: string) => {
    const list = paths.get(name);
    if (list) list.push(d);
    else paths.set(name, [d]);
  };
  const labels: LaneDrawing["labels"][number][] = [];
  const rows = groups.reduce((most, g) => Math.max(most, g.depth + 1), 0);
  for (const line of linesInView(view)) {
    const block: BlockInfo = view.lineBlockAt(line.from);
    const top = places.y(block) + TEXT_HEIGHT;
    const [first, end] = touching(matches, line);
    for (let m = first; m < end; m++) {
      const start = matches.start(m);
      const stop = matches.end(m);
      const ahead = stale || (marks.view !== null && marks.view.kind !== "match" && start >= marks.view.attempt);
      const dim = ahead ? " dim" : "";
      const [x1, x2] = within(places, line, start, stop);
      const name = `match${m === chosen && !ahead ? " chosen" : ""}${dim}`;
      if (start === stop) add(name, tick(x1, top + 6, 8));
      else add(name, bracket(x1, Math.max(x2, x1 + 4), top + 6, start >= line.from, stop <= line.to));
      const room = m + 1 < end ? within(places, line, matches.start(m + 1), matches.start(m + 1))[0] - x2 : Number.POSITIVE_INFINITY;
      const wide = NUMBER_WIDTH * String(m + 1).length + 6;
      if (stop <= line.to && room >= wide && end - first <= MOST_NUMBERS) labels.push({ name: `number${dim}`, x: x2 + 4, y: top + 10, text: String(m + 1) });
      const underWay = marks.view !== null && marks.view.kind !== "match" && start === marks.view.attempt;
      for (const group of groups) {
        // The match that is being made shows the captures as of the step, in full ink.
        const span = underWay ? (marks.view?.captures[group.number - 1] ?? null) : matches.group(m, group.number);
        if (!span || span.start > line.to || span.end < line.from) continue;
        const y = top + BRACKET_ROW + 2 + group.depth * GROUP_ROW;
        const [g1, g2] = within(places, line, span.start, span.end);
        add(
          `group:${group.number}${underWay ? "" : dim}`,
          span.start === span.end ? tick(g1, y + GROUP_HEIGHT, GROUP_HEIGHT) : bar(g1 + 0.5, g2 - 0.5, y, GROUP_HEIGHT),
        );
      }
    }
    variants.forEach(({ index, name, matches: own }, row) => {
      const [from, to] = touching(own, line);
      const y = top + BRACKET_ROW + rows * GROUP_ROW + 6 + row * VARIANT_ROW;
      for (let m = from; m < to; m++) {
        const [start, stop] = [own.start(m), own.end(m)];
        const [x1, x2] = within(places, line, start, stop);
        const shape = start === stop ? tick(x1, y, 6) : bracket(x1, Math.max(x2, x1 + 4), y, start >= line.from, stop <= line.to);
        add(`variant variant-${index}${hasMatch(matches, start, stop) ? " alike" : ""}`, shape);
        if (stop <= line.to && m - from < 3) labels.push({ name: "label", x: x2 + 4, y: y + 2, text: name, fill: `var(--${VARIANT_MARKS[index]?.ink})` });
      }
    });
    drawHolders(marks, line, top + BRACKET_ROW + rows * GROUP_ROW + 4, places, add, labels);
    drawWork(marks, line, top, places, add);
    for (const stop of marks.stops) {
      if (stop.what === "offset" && stop.offset >= line.from && stop.offset <= line.to)
        add("stop", diamond(places.across(stop.offset, stop.offset, line)[0], top - TEXT_HEIGHT + 2));
    }
    if (marks.view) drawMachine(marks.view, line, top, places, add);
  }
  return {
    paths: [...paths].map(([key, d]) => {
      const [name = "", dim] = key.split(" dim");
      if (!name.startsWith("group:")) return { name: key, d: d.join("") };
      const number = Number(name.slice("group:".length));
      return { name: `group${dim === undefined ? "" : " dim"}`, d: d.join(""), fill: fillOf(number), stroke: `var(--${inkOf(number)})` };
    }),
    labels,
  };
}

/** Whether a table has a match with just that span. */
function hasMatch(table: MatchTable, start: number, end: number): boolean {
  for (let m = table.firstReaching(start); m < table.length && table.start(m) <= start; m++) {
    if (table.start(m) === start && table.end(m) === end) return true;
  }
  return false;
}

/** Left and right of the part of a stretch that lies in a line. */
function within(places: LanePlaces, line: LineInView, start: number, end: number): readonly [number, number] {
  return places.across(Math.max(start, line.from), Math.min(end, line.to), line);
}

type Add = (name: string, d: string) => void;

/** A lane of stretches, each with the part of the pattern that holds it; what is pointed at is framed in the text. */
function drawHolders(
  { holders, pointed }: SampleMarks,
  line: LineInView,
  y: number,
  places: LanePlaces,
  add: Add,
  labels: LaneDrawing["labels"][number][],
): void {
  for (const { start, end, label, looking } of holders ?? []) {
    if (start > line.to || end < line.from || (start === end && start === line.to + 1)) continue;
    const [x1, x2] = within(places, line, start, end);
    if (start === end) add("holder", tick(x1, y + 5, 5));
    else add(looking ? "holder looked" : "holder", bar(x1 + 1, x2 - 1, y, 5));
    if (x2 - x1 >= label.length * LABEL_LETTER && start >= line.from) labels.push({ name: "holder-label", x: x1 + 1, y: y + 15, text: label });
  }
  if (pointed && pointed.end > pointed.start && pointed.start <= line.to && pointed.end >= line.from) {
    const [x1, x2] = within(places, line, pointed.start, pointed.end);
    add("pointed", bar(x1 - 1, x2 + 1, lineTop(places, line) + 1, TEXT_HEIGHT - 2));
  }
}

const lineTop = (places: LanePlaces, line: LineInView): number => places.y(places.view.lineBlockAt(line.from));

/** Heat along a line: stretches of characters that were read about as often. */
function drawWork({ work }: SampleMarks, line: LineInView, top: number, places: LanePlaces, add: Add): void {
  if (!work) return;
  const { reads, mostReads } = work;
  for (let from = line.from; from < line.to; ) {
    const level = heatLevel(reads[from] ?? 0, mostReads);
    let to = from + 1;
    while (to < line.to && heatLevel(reads[to] ?? 0, mostReads) === level) to++;
    if (level > 0) add(`heat-${level}`, bar(...places.across(from, to, line), top - 2, 4));
    from = to;
  }
}

/** How far this attempt has come, what it gave back, and where the machine stands. */
function drawMachine(step: StepView, line: LineInView, top: number, places: LanePlaces, add: Add): void {
  const stretch = (from: number, to: number, name: string, draw: (x1: number, x2: number) => string) => {
    if (from >= to || from > line.to || to < line.from) return;
    add(name, draw(...within(places, line, from, to)));
  };
  stretch(step.attempt, step.to, "went", (x1, x2) => bar(x1, x2, top - 3, 3));
  stretch(Math.max(step.to, step.attempt), step.reach, "given-back", (x1, x2) => `M${x1} ${top - 1.5}H${x2}`);
  if (step.to >= line.from && step.to <= line.to) {
    const [x] = places.across(step.to, step.to, line);
    add("head", `M${x} ${top - TEXT_HEIGHT + 2}V${top + 4}M${x - 4} ${top - TEXT_HEIGHT - 1}H${x + 4}L${x} ${top - TEXT_HEIGHT + 4}Z`);
  }
}
