/**
 * Lanes in a text editor: bars under its lines, drawn as one SVG behind the caret.
 *
 * All bars of a kind share one path, so that a screen full of matches is a handful of elements, not thousands. The
 * drawing covers the editor's viewport only and is made again when that moves.
 */
import { type Extension, StateEffect, StateField } from "@codemirror/state";
import { type EditorView, ViewPlugin, type ViewUpdate } from "@codemirror/view";

const SVG = "http://www.w3.org/2000/svg";

/** What a drawing is made of; coordinates are pixels from the start of the text, downwards from its first line. */
export interface LaneDrawing {
  /** Paths by class name; a fill, where the class has none of its own. */
  readonly paths: readonly { readonly name: string; readonly d: string; readonly fill?: string; readonly stroke?: string }[];
  readonly labels: readonly { readonly name: string; readonly x: number; readonly y: number; readonly text: string; readonly fill?: string }[];
}

/** A line of text, and the stretch of it that is in view: of a line of a hundred thousand characters that is little. */
export interface LineInView {
  readonly from: number;
  readonly to: number;
  readonly text: string;
  readonly seenFrom: number;
  readonly seenTo: number;
}

/** Where a stretch of text stands in one row of the screen; pixels from the left and the top of the text. */
export interface Piece {
  readonly x1: number;
  readonly x2: number;
  /** Top and bottom of the row's letters. */
  readonly over: number;
  readonly under: number;
}

export interface LanePlaces {
  readonly view: EditorView;
  /**
   * The pieces of the stretch of a line that is in view, in the order of the screen: one for each row of a line that
   * wraps, and one for each run of a text in which directions change. None where nothing of it is in view.
   */
  pieces(start: number, end: number, line: LineInView): readonly Piece[];
}

/** Draws for the part of the text in view. */
export type LaneDrawer = (places: LanePlaces) => LaneDrawing;

/** Asks the lanes to be drawn again, because what they show has changed. */
export const redrawLanes = StateEffect.define<null>();

/** Whether every character before an offset of the line is one column wide, so that places can be reckoned instead of measured. */
function isPlain(text: string, until: number): boolean {
  for (let i = 0; i < until; i++) {
    const c = text.charCodeAt(i);
    if (c < 0x20 || c > 0x7e) return false;
  }
  return true;
}

/** Rows and runs that touch within so many pixels are one. */
const SLACK = 1.5;

/** The boxes of a stretch on the screen, put together where they touch. */
function boxesOf(view: EditorView, start: number, end: number): readonly DOMRect[] {
  if (end <= start) {
    const at = view.coordsAtPos(start, 1);
    return at ? [new DOMRect(at.left, at.top, 0, at.bottom - at.top)] : [];
  }
  const [from, to] = [view.domAtPos(start, 1), view.domAtPos(end, -1)];
  const range = document.createRange();
  range.setStart(from.node, from.offset);
  range.setEnd(to.node, to.offset);
  const boxes = [...range.getClientRects()].filter(({ width }) => width > 0).sort((a, b) => (Math.abs(a.top - b.top) > 6 ? a.top - b.top : a.left - b.left));
  const joined: DOMRect[] = [];
  for (const box of boxes) {
    const last = joined.at(-1);
    if (last && Math.abs(last.top - box.top) <= 6 && box.left <= last.right + SLACK) last.width = Math.max(last.right, box.right) - last.left;
    else joined.push(new DOMRect(box.left, box.top, box.width, box.height));
  }
  return joined;
}

/** Every line in view, once, with what of it is in view. */
export function linesInView(view: EditorView): readonly LineInView[] {
  const { doc } = view.state;
  const lines: LineInView[] = [];
  for (const { from, to } of view.visibleRanges) {
    for (let at = from; at <= to; ) {
      const last = lines.at(-1);
      if (last && at <= last.to) {
        // A long line is in view in several stretches, with gaps that nobody sees.
        lines[lines.length - 1] = { ...last, seenTo: Math.min(last.to, to) };
        at = last.to + 1;
      } else {
        const { from: start, to: end, text } = doc.lineAt(at);
        lines.push({ from: start, to: end, text, seenFrom: Math.max(start, from), seenTo: Math.min(end, to) });
        at = end + 1;
      }
    }
  }
  return lines;
}

class LanesView {
  private readonly svg: SVGSVGElement;
  private readonly drawer: LaneDrawer;
  private readonly view: EditorView;
  private shown = "";

  private readonly row: number | null;

  constructor(view: EditorView, drawer: LaneDrawer, row: number | null) {
    this.view = view;
    this.row = row;
    this.drawer = drawer;
    this.svg = document.createElementNS(SVG, "svg");
    this.svg.setAttribute("class", "lanes");
    this.svg.setAttribute("aria-hidden", "true");
    view.scrollDOM.append(this.svg);
    this.request();
  }

  update(update: ViewUpdate): void {
    const asked = update.transactions.some((t) => t.effects.some((e) => e.is(redrawLanes)));
    if (asked || update.docChanged || update.viewportChanged || update.geometryChanged) this.request();
  }

  destroy(): void {
    this.svg.remove();
  }

  private request(): void {
    this.view.requestMeasure({ key: this, read: () => this.measure(), write: (drawn) => this.write(drawn) });
  }

  private measure(): { drawing: LaneDrawing; left: number; top: number } {
    const { view } = this;
    const frame = view.scrollDOM.getBoundingClientRect();
    const content = view.contentDOM.getBoundingClientRect();
    const left = content.left - frame.left + view.scrollDOM.scrollLeft;
    const top = view.documentTop - frame.top + view.scrollDOM.scrollTop;
    const padding = Number.parseFloat(getComputedStyle(view.contentDOM.querySelector(".cm-line") ?? view.contentDOM).paddingLeft) || 0;
    const plain = new Map<number, { readonly x: number; readonly over: number } | null>();
    const width = view.defaultCharacterWidth;
    const row = this.row;
    /** Where the part in view of a line begins whose places can be reckoned; null where they have to be measured. */
    const reckoned = (line: LineInView) => {
      const known = plain.get(line.from);
      if (known !== undefined) return known;
      const simple = row !== null && !view.lineWrapping && isPlain(line.text, line.seenTo - line.from);
      // So far from the line's beginning, what is lost in each column would be seen.
      const begin = simple && line.seenFrom > line.from ? view.coordsAtPos(line.seenFrom, 1) : null;
      const made = simple
        ? { x: begin ? begin.left - content.left : padding + (line.seenFrom - line.from) * width, over: view.lineBlockAt(line.from).top }
        : null;
      plain.set(line.from, made);
      return made;
    };
    const places: LanePlaces = {
      view,
      pieces: (start, end, line) => {
        if (start > line.seenTo || end < line.seenFrom) return [];
        const [a, b] = [Math.max(start, line.seenFrom), Math.min(end, line.seenTo)];
        const begin = reckoned(line);
        if (begin) {
          const { x, over } = begin;
          return [{ x1: x + (a - line.seenFrom) * width, x2: x + (b - line.seenFrom) * width, over, under: over + (row ?? 0) }];
        }
        return boxesOf(view, a, b).map(({ left, right, top, bottom }) => {
          const middle = (top + bottom) / 2 - view.documentTop;
          const half = (row ?? bottom - top) / 2;
          return { x1: left - content.left, x2: right - content.left, over: middle - half, under: middle + half };
        });
      },
    };
    return { drawing: this.drawer(places), left, top };
  }

  private write({ drawing, left, top }: { drawing: LaneDrawing; left: number; top: number }): void {
    this.svg.style.left = `${left}px`;
    this.svg.style.top = `${top}px`;
    const key = JSON.stringify(drawing);
    if (key === this.shown) return;
    this.shown = key;
    const parts: SVGElement[] = drawing.paths
      .filter((p) => p.d !== "")
      .map(({ name, d, fill, stroke }) => {
        const path = document.createElementNS(SVG, "path");
        path.setAttribute("class", name);
        path.setAttribute("d", d);
        if (fill) path.setAttribute("fill", fill);
        if (stroke) path.setAttribute("stroke", stroke);
        return path;
      });
    for (const { name, x, y, text, fill } of drawing.labels) {
      const label = document.createElementNS(SVG, "text");
      label.setAttribute("class", name);
      label.setAttribute("x", String(x));
      label.setAttribute("y", String(y));
      if (fill) label.setAttribute("fill", fill);
      label.textContent = text;
      parts.push(label);
    }
    this.svg.replaceChildren(...parts);
  }
}

/**
 * The extension that keeps a drawing under the lines of an editor.
 * @param row pixels of a row of letters, without the room for its lanes; null goes by the letters themselves
 */
export function lanes(drawer: LaneDrawer, row: number | null): Extension {
  return ViewPlugin.define((view) => new LanesView(view, drawer, row));
}

/** A piece of outside state that an editor's extensions read; setting it also redraws the lanes. */
export function laneState<T>(initial: T): {
  readonly field: StateField<T>;
  readonly set: (view: EditorView, value: T, also?: readonly StateEffect<unknown>[]) => void;
} {
  const effect = StateEffect.define<T>();
  const field = StateField.define<T>({
    create: () => initial,
    update: (value, transaction) => transaction.effects.reduce((v, e) => (e.is(effect) ? e.value : v), value),
  });
  return { field, set: (view, value, also = []) => view.dispatch({ effects: [...also, effect.of(value), redrawLanes.of(null)] }) };
}

/** Sets a length that styles go by, where it is another than before: a length that is set makes the browser style all below it anew. */
export function setLength({ style }: HTMLElement, name: string, pixels: number): void {
  const value = `${pixels}px`;
  if (style.getPropertyValue(name) !== value) style.setProperty(name, value);
}

/** A bracket under a stretch: a line with ticks at the ends that lie in this line of text. */
export function bracket(x1: number, x2: number, y: number, tickLeft: boolean, tickRight: boolean): string {
  const left = tickLeft ? `M${x1 + 0.8} ${y - 5}V${y}` : `M${x1} ${y}`;
  return `${left}H${Math.max(x2 - 0.8, x1 + 1)}${tickRight ? `V${y - 5}` : ""}`;
}

export function bar(x1: number, x2: number, y: number, height: number): string {
  return `M${x1} ${y}H${x2}V${y + height}H${x1}Z`;
}

/** The visible sign of an empty stretch: a small upright tick. */
export function tick(x: number, y: number, height: number): string {
  return `M${x} ${y - height}V${y}M${x - 3} ${y}H${x + 3}`;
}

/** The sign of a stop. */
export function diamond(x: number, y: number): string {
  return `M${x} ${y - 4}L${x + 4} ${y}L${x} ${y + 4}L${x - 4} ${y}Z`;
}

/** Levels of heat, each a shade: `heat-1` to `heat-5`. */
const HEAT_LEVELS = 5;

/** The shade of a count, by how many times it would have to double to be the most; 0 where it is nought. */
export function heatLevel(count: number, most: number): number {
  if (count <= 0) return 0;
  if (most <= 1) return HEAT_LEVELS;
  return Math.max(1, Math.round(HEAT_LEVELS * (1 - Math.log(most / count) / Math.log(most + 1))));
}

/** A wavy line under a mistake. */
export function wave(x1: number, x2: number, y: number): string {
  let d = `M${x1} ${y}`;
  for (let x = x1, up = true; x < x2; x += 4, up = !up) d += `q2 ${up ? -3 : 3} 4 0`;
  return d;
}
