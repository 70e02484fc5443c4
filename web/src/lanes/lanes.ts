/**
 * Lanes in a text editor: bars under its lines, drawn as one SVG behind the caret.
 *
 * All bars of a kind share one path, so that a screen full of matches is a handful of elements, not thousands. The
 * drawing covers the editor's viewport only and is made again when that moves.
 */
import { type Extension, StateEffect, StateField } from "@codemirror/state";
import { type BlockInfo, type EditorView, ViewPlugin, type ViewUpdate } from "@codemirror/view";

const SVG = "http://www.w3.org/2000/svg";

/** What a drawing is made of; coordinates are pixels from the start of the text, downwards from its first line. */
export interface LaneDrawing {
  /** Paths by class name; a fill, where the class has none of its own. */
  readonly paths: readonly { readonly name: string; readonly d: string; readonly fill?: string; readonly stroke?: string }[];
  readonly labels: readonly { readonly name: string; readonly x: number; readonly y: number; readonly text: string; readonly fill?: string }[];
}

export interface LanePlaces {
  readonly view: EditorView;
  /** The stretch of text worth drawing. */
  readonly from: number;
  readonly to: number;
  /**
   * Left and right of a stretch that lies in the line given, in pixels from the left of the text. In text that runs
   * from right to left the stretch's end is on its left.
   */
  across(start: number, end: number, line: { readonly from: number; readonly text: string }): readonly [number, number];
  /** Pixel position of a line's top. */
  y(block: BlockInfo): number;
}

/** Draws for the part of the text in view. */
export type LaneDrawer = (places: LanePlaces) => LaneDrawing;

/** Asks the lanes to be drawn again, because what they show has changed. */
export const redrawLanes = StateEffect.define<null>();

const PLAIN_LINE = 4000;

/** Whether every character is one column wide, so that places can be reckoned instead of measured. */
function isPlain(text: string): boolean {
  if (text.length > PLAIN_LINE) return false;
  for (let i = 0; i < text.length; i++) {
    const c = text.charCodeAt(i);
    if (c < 0x20 || c > 0x7e) return false;
  }
  return true;
}

class LanesView {
  private readonly svg: SVGSVGElement;
  private readonly drawer: LaneDrawer;
  private readonly view: EditorView;
  private shown = "";

  constructor(view: EditorView, drawer: LaneDrawer) {
    this.view = view;
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
    const { from, to } = view.viewport;
    const padding = Number.parseFloat(getComputedStyle(view.contentDOM.querySelector(".cm-line") ?? view.contentDOM).paddingLeft) || 0;
    const plain = new Map<number, boolean>();
    const width = view.defaultCharacterWidth;
    const places: LanePlaces = {
      view,
      from,
      to,
      across: (start, end, line) => {
        let simple = plain.get(line.from);
        if (simple === undefined) {
          simple = !view.lineWrapping && isPlain(line.text);
          plain.set(line.from, simple);
        }
        if (simple) return [padding + (start - line.from) * width, padding + (end - line.from) * width];
        const a = view.coordsAtPos(start, 1);
        const b = end === start ? a : view.coordsAtPos(end, -1);
        if (!a || !b) return [padding, padding];
        return [Math.min(a.left, b.left) - content.left, Math.max(a.left, b.left) - content.left];
      },
      y: (block) => block.top,
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

/** The extension that keeps a drawing under the lines of an editor. */
export function lanes(drawer: LaneDrawer): Extension {
  return ViewPlugin.define((view) => new LanesView(view, drawer));
}

/** A piece of outside state that an editor's extensions read; setting it also redraws the lanes. */
export function laneState<T>(initial: T): { readonly field: StateField<T>; readonly set: (view: EditorView, value: T) => void } {
  const effect = StateEffect.define<T>();
  const field = StateField.define<T>({
    create: () => initial,
    update: (value, transaction) => transaction.effects.reduce((v, e) => (e.is(effect) ? e.value : v), value),
  });
  return { field, set: (view, value) => view.dispatch({ effects: [effect.of(value), redrawLanes.of(null)] }) };
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
