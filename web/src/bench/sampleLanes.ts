/** The sample's lanes: matches, groups, the variants of a contrast, and where the machine stands. */

import { RangeSetBuilder } from "@codemirror/state";
import { Decoration, type DecorationSet, type EditorView, ViewPlugin, type ViewUpdate } from "@codemirror/view";
import { type Holder, MatchTable, type Span, type WorkDone } from "@lamprey/core";
import { VARIANT_MARKS } from "../contrast/VariantMark.tsx";
import type { GroupMark, StepView } from "../engine/messages.ts";
import {
  bar,
  bracket,
  diamond,
  heatLevel,
  type LaneDrawing,
  type LanePlaces,
  type LineInView,
  laneState,
  linesInView,
  type Piece,
  redrawLanes,
  tick,
} from "../lanes/lanes.ts";
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

/** Pixels of a row of letters. */
export const SAMPLE_ROW = 19;
const BRACKET_ROW = 7;
const GROUP_ROW = 9;
const GROUP_HEIGHT = 6;
const VARIANT_ROW = 10;
/** Pixels of a letter of a holder's label. */
const LABEL_LETTER = 6.6;
/** A variant is named so often on a line: more names say nothing more. */
const MOST_NAMES = 3;
/** More bars than this on one screen are a grey mass: numbers are then left out. */
const MOST_NUMBERS = 400;
/** Pixels of a digit of a match's number, and what must be free beside it. */
const DIGIT = 6;
const BESIDE_NUMBER = 2;
/** Pixels of a letter of a variant's name. */
const NAME_LETTER = 6.4;

/**
 * Where the number of a match stands: behind its bracket where the next one leaves room, else on it, else nowhere.
 * Pixels; `next` is where the next bracket of the row begins.
 */
export function numberPlace(x1: number, x2: number, next: number, digits: number): { readonly x: number; readonly on: boolean } | null {
  const wide = DIGIT * digits + BESIDE_NUMBER;
  if (next - x2 >= wide) return { x: x2 + Math.min(4, next - x2 - DIGIT * digits), on: false };
  return x2 - x1 >= wide ? { x: (x1 + x2) / 2, on: true } : null;
}

/** Pixels that a line with a match opens up for its lanes. */
export function laneRoom({ groups, variants }: SampleMarks): number {
  const rows = groups.reduce((most, g) => Math.max(most, g.depth + 1), 0);
  return BRACKET_ROW + rows * GROUP_ROW + variants.length * VARIANT_ROW + (rows + variants.length > 0 ? 3 : 1);
}

/** The matches of a table that touch what is in view of a line, as indices `from` up to `to`. */
function touching(table: MatchTable, line: LineInView): [number, number] {
  const from = table.firstReaching(line.seenFrom);
  let to = from;
  while (to < table.length && table.start(to) <= line.seenTo) to++;
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
      if (asked || update.docChanged || update.viewportChanged || update.geometryChanged) this.decorations = this.build(update.view);
    }

    build(view: EditorView): DecorationSet {
      const marks = view.state.field(sampleMarks.field);
      const { matches, variants, holders } = marks;
      const { holds: open, takers } = opened(laneRoom(marks));
      const builder = new RangeSetBuilder<Decoration>();
      for (const line of linesInView(view)) {
        const taken = holders?.some((h) => h.start <= line.to && h.end >= line.from) === true;
        const holds = (table: MatchTable) => touching(table, line).reduce((a, b) => b - a) > 0;
        const matched = holds(matches) || variants.some((variant) => holds(variant.matches));
        if (!matched && !taken) continue;
        builder.add(line.from, line.from, taken ? takers : open);
        if (view.lineWrapping && line.to > line.from) builder.add(line.from, line.to, RAISED);
      }
      return builder.finish();
    }
  },
  { decorations: (plugin) => plugin.decorations },
);

/** Where lines wrap, every row opens up for lanes: its letters stand at its top. */
const RAISED = Decoration.mark({ class: "raised" });

/**
 * The lines that open up, by the pixels of their room: with another room they are other decorations, so that the editor
 * measures its lines again. It does not see that a style changes their height where the text is shorter than the editor.
 */
const openings = new Map<number, { readonly holds: Decoration; readonly takers: Decoration }>();

function opened(room: number): { readonly holds: Decoration; readonly takers: Decoration } {
  const known = openings.get(room);
  if (known) return known;
  const attributes = { "data-room": String(room) };
  const made = { holds: Decoration.line({ class: "holds", attributes }), takers: Decoration.line({ class: "holds takers", attributes }) };
  openings.set(room, made);
  return made;
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
    const [first, end] = touching(matches, line);
    for (let m = first; m < end; m++) {
      const start = matches.start(m);
      const stop = matches.end(m);
      // What ends with a line end is shown where that stands, and nothing of it on the next line.
      if (start < line.from && stop === line.from) continue;
      const ended = stop <= line.seenTo || stop === line.to + 1;
      const ahead = stale || (marks.view !== null && marks.view.kind !== "match" && start >= marks.view.attempt);
      const dim = ahead ? " dim" : "";
      const own = places.pieces(start, stop, line);
      const name = `match${m === chosen && !ahead ? " chosen" : ""}${dim}`;
      own.forEach(({ x1, x2, under }, i) => {
        if (start === stop) add(name, tick(x1, under + 5, 7));
        else add(name, bracket(x1, Math.max(x2, x1 + 4), under + 5, i === 0 && start >= line.seenFrom, i === own.length - 1 && ended));
      });
      const last = own.at(-1);
      if (last && ended && end - first <= MOST_NUMBERS) {
        const place = numberPlace(last.x1, last.x2, nextOnRow(matches, m, end, last, line, places), String(m + 1).length);
        if (place) labels.push({ name: `number${place.on ? " on" : ""}${dim}`, x: place.x, y: last.under + 8, text: String(m + 1) });
      }
      const underWay = marks.view !== null && marks.view.kind !== "match" && start === marks.view.attempt;
      for (const group of groups) {
        // The match that is being made shows the captures as of the step, in full ink.
        const span = underWay ? (marks.view?.captures[group.slot - 1] ?? null) : matches.group(m, group.slot);
        if (!span) continue;
        for (const { x1, x2, under } of places.pieces(span.start, span.end, line)) {
          const y = under + BRACKET_ROW + 1 + group.depth * GROUP_ROW;
          add(
            `group:${group.slot}${underWay ? "" : dim}`,
            span.start === span.end ? tick(x1, y + GROUP_HEIGHT, GROUP_HEIGHT) : bar(x1 + 0.5, x2 - 0.5, y, GROUP_HEIGHT),
          );
        }
      }
    }
    variants.forEach(({ index, name, matches: own }, row) => {
      const [from, to] = touching(own, line);
      const down = BRACKET_ROW + rows * GROUP_ROW + 6 + row * VARIANT_ROW;
      let named = 0;
      for (let m = from; m < to; m++) {
        const [start, stop] = [own.start(m), own.end(m)];
        const pieces = places.pieces(start, stop, line);
        const lane = `variant variant-${index}${hasMatch(matches, start, stop) ? " alike" : ""}`;
        pieces.forEach(({ x1, x2, under }, i) => {
          const y = under + down;
          const ends = [i === 0 && start >= line.seenFrom, i === pieces.length - 1 && stop <= line.seenTo] as const;
          add(lane, start === stop ? tick(x1, y, 6) : bracket(x1, Math.max(x2, x1 + 4), y, ...ends));
        });
        const last = pieces.at(-1);
        if (!last || stop > line.seenTo || named >= MOST_NAMES) continue;
        // A name that lay over the next bracket would hide where that begins.
        if (nextOnRow(own, m, to, last, line, places) - last.x2 < name.length * NAME_LETTER + 8) continue;
        named++;
        labels.push({ name: "label", x: last.x2 + 4, y: last.under + down + 2, text: name, fill: `var(--${VARIANT_MARKS[index]?.ink})` });
      }
    });
    drawHolders(marks, line, BRACKET_ROW + rows * GROUP_ROW + 4, places, add, labels);
    drawWork(marks, line, places, add);
    for (const stop of marks.stops) {
      if (stop.what !== "offset") continue;
      for (const { x1, over } of places.pieces(stop.offset, stop.offset, line)) add("stop", diamond(x1, over + 2));
    }
    if (marks.view) drawMachine(marks.view, line, places, add);
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

/** Where on the piece's row the next match of the table begins, of those before `end`; infinitely far where it begins on none. */
function nextOnRow(table: MatchTable, m: number, end: number, { under }: Piece, line: LineInView, places: LanePlaces): number {
  const [next] = m + 1 < end ? places.pieces(table.start(m + 1), table.start(m + 1), line) : [];
  return next && Math.abs(next.under - under) < 2 ? next.x1 : Number.POSITIVE_INFINITY;
}

/** Whether a table has a match with just that span. */
function hasMatch(table: MatchTable, start: number, end: number): boolean {
  for (let m = table.firstReaching(start); m < table.length && table.start(m) <= start; m++) {
    if (table.start(m) === start && table.end(m) === end) return true;
  }
  return false;
}

type Add = (name: string, d: string) => void;

/** A lane of stretches, each with the part of the pattern that holds it; what is pointed at is framed in the text. */
function drawHolders(
  { holders, pointed }: SampleMarks,
  line: LineInView,
  down: number,
  places: LanePlaces,
  add: Add,
  labels: LaneDrawing["labels"][number][],
): void {
  for (const { start, end, label, looking } of holders ?? []) {
    for (const { x1, x2, under } of places.pieces(start, end, line)) {
      const y = under + down;
      if (start === end) add("holder", tick(x1, y + 5, 5));
      else add(looking ? "holder looked" : "holder", bar(x1 + 1, x2 - 1, y, 5));
      if (x2 - x1 >= label.length * LABEL_LETTER && start >= line.seenFrom) labels.push({ name: "holder-label", x: x1 + 1, y: y + 15, text: label });
    }
  }
  if (pointed && pointed.end > pointed.start) {
    for (const { x1, x2, over } of places.pieces(pointed.start, pointed.end, line)) add("pointed", bar(x1 - 1, x2 + 1, over + 1, SAMPLE_ROW - 1));
  }
}

/** Heat along a line: stretches of characters that were read about as often. */
function drawWork({ work }: SampleMarks, line: LineInView, places: LanePlaces, add: Add): void {
  if (!work) return;
  const { reads, mostReads } = work;
  for (let from = line.seenFrom; from < line.seenTo; ) {
    const level = heatLevel(reads[from] ?? 0, mostReads);
    let to = from + 1;
    while (to < line.seenTo && heatLevel(reads[to] ?? 0, mostReads) === level) to++;
    if (level > 0) for (const { x1, x2, under } of places.pieces(from, to, line)) add(`heat-${level}`, bar(x1, x2, under - 2, 4));
    from = to;
  }
}

/** How far this attempt has come, what it gave back, and where the machine stands. */
function drawMachine(step: StepView, line: LineInView, places: LanePlaces, add: Add): void {
  if (step.to > step.attempt) for (const { x1, x2, under } of places.pieces(step.attempt, step.to, line)) add("went", bar(x1, x2, under - 2, 3));
  const given = Math.max(step.to, step.attempt);
  if (step.reach > given) for (const { x1, x2, under } of places.pieces(given, step.reach, line)) add("given-back", `M${x1} ${under - 0.5}H${x2}`);
  for (const { x1, over, under } of places.pieces(step.to, step.to, line))
    add("head", `M${x1} ${over + 2}V${under + 4}M${x1 - 4} ${over - 1}H${x1 + 4}L${x1} ${over + 4}Z`);
}
