/** Drawing a depth profile on a canvas: the picture of a window, and the small overview of the whole run. */
import { Mark, type Profile } from "@lamprey/core";
import { number } from "../shared/words.ts";

export interface Size {
  readonly width: number;
  readonly height: number;
}

/** Room around the picture, in pixels. */
export const LEFT = 62;
/** A picture narrower than this has no room for words beside the buttons. */
const NARROW = 360;
export const RIGHT = 12;
export const TOP = 22;
export const BOTTOM = 20;
/** With this many pixels for a step, single steps are drawn as points. */
const POINT_WIDTH = 5;
/** An attempt's offset is written over its band where the band has this many pixels. */
const BAND_LABEL = 30;

const inks = () => {
  const style = getComputedStyle(document.documentElement);
  return (name: string) => style.getPropertyValue(`--${name}`).trim();
};

/** A canvas made ready for a drawing of the size, on any density of pixels. */
function penOf(canvas: HTMLCanvasElement, { width, height }: Size): CanvasRenderingContext2D | null {
  const scale = window.devicePixelRatio || 1;
  canvas.width = Math.round(width * scale);
  canvas.height = Math.round(height * scale);
  const pen = canvas.getContext("2d");
  pen?.scale(scale, scale);
  pen?.clearRect(0, 0, width, height);
  return pen;
}

/** A round number of which about four fit below the value. */
function roundStep(value: number): number {
  const rough = Math.max(1, value / 4);
  const ten = 10 ** Math.floor(Math.log10(rough));
  return [1, 2, 5, 10].map((m) => m * ten).find((m) => m >= rough) ?? ten * 10;
}

const has = (profile: Profile, column: number, mark: number): boolean => ((profile.marks[column] as number) & mark) !== 0;

/** The window: offsets down, steps across, attempts as bands, forward work and backtracking, marks along the bottom. */
export function drawProfile(canvas: HTMLCanvasElement, profile: Profile | null, size: Size, stepWidth: number): void {
  const pen = penOf(canvas, size);
  if (!pen || !profile || profile.least.length === 0) return;
  const ink = inks();
  const { width, height } = size;
  const depth = Math.max(1, profile.top - profile.bottom);
  const y = (offset: number) => TOP + ((offset - profile.bottom) / depth) * (height - TOP - BOTTOM);
  const columnWidth = (stepWidth * (profile.to - profile.from)) / profile.least.length;
  const x = (column: number) => LEFT + (column + 0.5) * columnWidth;

  drawOffsets(pen, profile, ink, y, width, height);
  drawBands(pen, profile, ink, stepWidth, height);
  // What lies above the line is text that the machine has not given back.
  pen.fillStyle = ink("tide-wash");
  pen.beginPath();
  pen.moveTo(LEFT, TOP);
  for (let c = 0; c < profile.greatest.length; c++) pen.lineTo(x(c), y(profile.greatest[c] as number));
  pen.lineTo(LEFT + profile.least.length * columnWidth, TOP);
  pen.fill();
  drawLine(pen, profile, ink, x, y, stepWidth);
  drawMarks(pen, profile, ink, x, height);
}

type Ink = (name: string) => string;

function drawOffsets(pen: CanvasRenderingContext2D, profile: Profile, ink: Ink, y: (offset: number) => number, width: number, height: number): void {
  pen.font = `12px "Source Sans 3 Variable", sans-serif`;
  pen.fillStyle = ink("ink-2");
  pen.strokeStyle = ink("rule-soft");
  pen.textAlign = "right";
  pen.textBaseline = "middle";
  const every = roundStep(Math.max(1, profile.top - profile.bottom));
  for (let offset = Math.ceil(profile.bottom / every) * every; offset <= profile.top; offset += every) {
    pen.beginPath();
    pen.moveTo(LEFT, y(offset));
    pen.lineTo(width - RIGHT, y(offset));
    pen.stroke();
    pen.fillText(number(offset), LEFT - 6, y(offset));
  }
  pen.textAlign = "left";
  pen.textBaseline = "alphabetic";
  if (width - LEFT - RIGHT > NARROW) pen.fillText(`text offset ↓   steps ${number(profile.from + 1)}–${number(profile.to)} →`, LEFT, height - 5);
}

/** Attempts, one after the other in two tones, with the offset where each began. */
function drawBands(pen: CanvasRenderingContext2D, { bands, from, to }: Profile, ink: Ink, stepWidth: number, height: number): void {
  pen.textBaseline = "middle";
  bands.forEach(({ step, offset }, i) => {
    const x1 = LEFT + Math.max(0, step - from) * stepWidth;
    const x2 = LEFT + ((bands[i + 1]?.step ?? to) - from) * stepWidth;
    if (i % 2 === 0) {
      pen.fillStyle = ink("paper");
      pen.fillRect(x1, TOP, x2 - x1, height - TOP - BOTTOM);
    }
    pen.strokeStyle = ink("rule");
    pen.beginPath();
    pen.moveTo(x1 + 0.5, TOP - 8);
    pen.lineTo(x1 + 0.5, height - BOTTOM);
    pen.stroke();
    if (x2 - x1 < BAND_LABEL) return;
    pen.fillStyle = ink("ink-2");
    pen.fillText(number(offset), x1 + 4, TOP - 7);
  });
  pen.textBaseline = "alphabetic";
}

function drawLine(pen: CanvasRenderingContext2D, profile: Profile, ink: Ink, x: (c: number) => number, y: (o: number) => number, stepWidth: number): void {
  const single = profile.least.length === profile.to - profile.from;
  pen.lineWidth = single ? 2 : 1;
  for (const [colour, wanted] of [
    [ink("tide"), false],
    [ink("rust"), true],
  ] as const) {
    pen.strokeStyle = colour;
    pen.fillStyle = colour;
    pen.beginPath();
    for (let c = 0; c < profile.least.length; c++) {
      if (has(profile, c, Mark.Backtrack) !== wanted) continue;
      if (c > 0 && !(single && has(profile, c, Mark.Attempt))) {
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
      if (has(profile, c, Mark.Backtrack) !== wanted) continue;
      pen.beginPath();
      pen.arc(x(c), y(profile.last[c] as number), wanted ? 3 : 1.8, 0, 2 * Math.PI);
      pen.fill();
    }
  }
}

/** Along the bottom: the match as a flag, a group closed as a dot, a cut as a cross. */
function drawMarks(pen: CanvasRenderingContext2D, profile: Profile, ink: Ink, x: (c: number) => number, height: number): void {
  const base = height - BOTTOM + 1;
  const draw = (mark: number, colour: string, room: number, path: (at: number) => void) => {
    pen.strokeStyle = pen.fillStyle = ink(colour);
    pen.lineWidth = 1.4;
    pen.beginPath();
    let free = Number.NEGATIVE_INFINITY;
    for (let c = 0; c < profile.marks.length; c++) {
      // Where they crowd, each stands for its neighbours.
      if (!has(profile, c, mark) || x(c) < free) continue;
      path(x(c));
      free = x(c) + room;
    }
    pen.fill();
    pen.stroke();
  };
  draw(Mark.Capture, "mussel", 4, (at) => {
    pen.moveTo(at + 1, base + 2);
    pen.arc(at, base + 2, 1, 0, 2 * Math.PI);
  });
  draw(Mark.Cut, "slate", 7, (at) => {
    pen.moveTo(at - 2.5, base - 0.5);
    pen.lineTo(at + 2.5, base + 4.5);
    pen.moveTo(at + 2.5, base - 0.5);
    pen.lineTo(at - 2.5, base + 4.5);
  });
  draw(Mark.Match, "ink", 9, (at) => {
    pen.moveTo(at, base + 5);
    pen.lineTo(at, base - 7);
    pen.lineTo(at + 6, base - 4.5);
    pen.lineTo(at, base - 2);
  });
}

/** The whole run, a few pixels high. */
export function drawOverview(canvas: HTMLCanvasElement, profile: Profile | null, size: Size): void {
  const pen = penOf(canvas, size);
  if (!pen || !profile || profile.least.length === 0) return;
  const ink = inks();
  const depth = Math.max(1, profile.top - profile.bottom);
  const y = (offset: number) => 1 + ((offset - profile.bottom) / depth) * (size.height - 2);
  const columnWidth = size.width / profile.least.length;
  pen.fillStyle = ink("tide");
  for (let c = 0; c < profile.least.length; c++) {
    const top = y(profile.least[c] as number);
    pen.fillRect(c * columnWidth, top, Math.max(1, columnWidth), Math.max(1, y(profile.greatest[c] as number) - top));
  }
}
