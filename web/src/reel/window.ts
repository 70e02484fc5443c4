/** The window of a depth profile over its reel, in steps: `from` up to `to`, with fractions while it moves. */

export interface View {
  readonly from: number;
  readonly to: number;
}

/** A reel up to this long is shown whole to begin with. */
const SHORT_REEL = 600;
/** A longer one is shown around the step it rests at, this many steps wide. */
const FIRST_WIDTH = 200;
const NARROWEST = 12;

function fitted(from: number, width: number, length: number): View {
  const own = Math.min(length, Math.max(NARROWEST, width));
  const start = Math.max(0, Math.min(length - own, from));
  return { from: start, to: start + own };
}

/** A window of the width around a step; `share` of it lies before the step. */
export function around(step: number, width: number, length: number, share = 0.75): View {
  return fitted(step - Math.floor(width * share), width, length);
}

/** What is shown of a reel at first. */
export function firstView(rest: number, length: number): View {
  return length <= SHORT_REEL ? { from: 0, to: length } : around(rest, FIRST_WIDTH, length);
}

/** The window made wider by a factor, around a step that keeps its place. */
export function zoomed({ from, to }: View, factor: number, middle: number, length: number): View {
  const width = Math.min(length, Math.max(NARROWEST, (to - from) * factor));
  const share = (middle - from) / Math.max(1, to - from);
  return fitted(middle - share * width, width, length);
}

export function panned({ from, to }: View, steps: number, length: number): View {
  return fitted(from + steps, to - from, length);
}

/**
 * The window after two fingers have moved: the steps that lay under them lie under them still.
 *
 * @param columns width of the picture in pixels; `left` is where it begins, in those of the fingers
 */
export function pinched(view: View, before: readonly [number, number], after: readonly [number, number], columns: number, left: number, length: number): View {
  const width = view.to - view.from;
  const stepAt = (x: number) => view.from + ((x - left) / Math.max(1, columns)) * width;
  const [spreadBefore, spreadAfter] = [Math.abs(before[1] - before[0]), Math.abs(after[1] - after[0])];
  if (spreadBefore < 1 || spreadAfter < 1) return view;
  const wider = width * (spreadBefore / spreadAfter);
  const held = stepAt((before[0] + before[1]) / 2);
  const middle = ((after[0] + after[1]) / 2 - left) / Math.max(1, columns);
  return fitted(held - middle * wider, wider, length);
}
