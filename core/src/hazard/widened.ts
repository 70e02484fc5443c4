/** Which loops are counted exactly, and which are let go on for ever: those of many iterations would be too many states. */
import { type Bounds, exactBounds } from "../automaton/walk.ts";
import { type Loop, type Program, UNBOUNDED } from "../program/program.ts";

/** How far loops are followed exactly. */
export interface CountLimits {
  /** Loops of fewer iterations than this, those of loops inside counted. */
  readonly manyIterations: number;
  /** Least counts of loops without a bound. */
  readonly exactCount: number;
}

/** What grows for fewer iterations than these ends before it matters. */
export const COUNT_LIMITS: CountLimits = { manyIterations: 16, exactCount: 32 };

/** The bounds of each loop. The wider loop ends too early, or too late, which only adds paths. */
export function widened({ loops }: Program, { manyIterations, exactCount } = COUNT_LIMITS): Bounds[] {
  const iterations = (loop: Loop): number => {
    const inside = loops.filter(({ node, max }) => node !== loop.node && max < UNBOUNDED && node.start >= loop.node.start && node.end <= loop.node.end);
    return loop.max * inside.reduce((most, { max }) => Math.max(most, max), 1);
  };
  return loops.map((loop) => {
    const { min, max } = loop;
    const few = max === UNBOUNDED ? min <= exactCount : iterations(loop) < manyIterations;
    return few ? exactBounds(loop) : { min: Math.min(min, 1), max: UNBOUNDED, exact: false };
  });
}
