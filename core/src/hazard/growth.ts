/**
 * The first hazard warning: a measured curve of how the steps grow when the sample is shortened.
 *
 * It measures and proves nothing: the points are runs of the backtracking machine, each exact, on a sample whose
 * stretch at fault is cut to fewer and fewer characters.
 */
import { BacktrackingMachine, type MatchMode } from "../machine/backtracking.ts";
import type { Program } from "../program/program.ts";

/** The part of a sample that a run was cut short in. */
export interface Trouble {
  /** Where the stretch begins and ends in the sample, half-open. */
  readonly start: number;
  readonly end: number;
  /** One attempt used up the steps, or the search as a whole did, attempt after attempt. */
  readonly scope: "attempt" | "search";
}

export interface GrowthPoint {
  /** Characters of the stretch that were kept. */
  readonly length: number;
  readonly steps: number;
}

export type Shape =
  /** Every further character multiplies the steps by about the factor. */
  | { readonly kind: "exponential"; readonly factor: number }
  /** The steps grow with about that power of the length. */
  | { readonly kind: "power"; readonly degree: number }
  | { readonly kind: "unclear" };

export interface Growth {
  readonly trouble: Trouble;
  readonly points: readonly GrowthPoint[];
  readonly shape: Shape;
}

/** A point that would take longer is left out; at about 20 million steps a second this is a tenth of one. */
const POINT_STEPS = 2_000_000;
/** What stands before and after the stretch is kept only this far: it is there for anchors and lookarounds. */
const CONTEXT = 256;
const SLICE = 100_000;

/** Where a machine that was cut short spent its steps. */
export function locateTrouble(machine: BacktrackingMachine): Trouble {
  const own = machine.steps - machine.attemptStep;
  if (own * 2 >= machine.steps) return { start: machine.attempt, end: machine.reach, scope: "attempt" };
  return { start: 0, end: machine.text.length, scope: "search" };
}

/** Measures the curve, point by point; stops before the first point that takes too many steps. */
export function* measureGrowth(program: Program, text: string, trouble: Trouble, mode: MatchMode): Generator<number, Growth> {
  const before = text.slice(Math.max(0, trouble.start - CONTEXT), trouble.start);
  const after = trouble.scope === "attempt" ? text.slice(trouble.end, trouble.end + CONTEXT) : "";
  const points: GrowthPoint[] = [];
  const longest = trouble.end - trouble.start;
  for (let length = 1; length <= longest; length += Math.max(1, Math.floor(length / 5))) {
    const shortened = before + text.slice(trouble.start, trouble.start + length) + after;
    const asked = trouble.scope === "attempt" && mode !== "whole" ? "start" : mode;
    const machine = new BacktrackingMachine(program, shortened, { mode: asked, from: before.length });
    while (machine.steps < POINT_STEPS && !machine.advance(SLICE)) yield points.length;
    if (machine.outcome !== "done") break;
    points.push({ length, steps: machine.steps });
  }
  return { trouble, points, shape: shapeOf(points) };
}

/** Points with fewer steps say more about a pattern's constant costs than about its growth. */
const TELLING_STEPS = 64;
/** Fewer points fit any curve. */
const TELLING_POINTS = 4;
/** A factor per character below this cannot be told from a steep power on the lengths measured. */
const LEAST_FACTOR = 1.2;

/** The mean squared distance of a fair fit, in natural logarithms of steps: points may lie about a third off the line. */
const WORST_FIT = 0.1;

/** Reads the shape off the points: the better fit of a straight line, through log steps over length or over log length. */
export function shapeOf(points: readonly GrowthPoint[]): Shape {
  const enough = points.filter((p) => p.steps >= TELLING_STEPS);
  // The second half: what is constant in a pattern's cost weighs less there.
  const telling = enough.slice(Math.min(Math.floor(enough.length / 2), Math.max(0, enough.length - TELLING_POINTS)));
  if (telling.length < TELLING_POINTS) return { kind: "unclear" };
  const logSteps = telling.map((p) => Math.log(p.steps));
  const exponential = fitLine(
    telling.map((p) => p.length),
    logSteps,
  );
  const power = fitLine(
    telling.map((p) => Math.log(p.length)),
    logSteps,
  );
  const factor = Math.exp(exponential.slope);
  // A curve that goes up and down has no shape.
  if (Math.min(exponential.error, power.error) > WORST_FIT * logSteps.length) return { kind: "unclear" };
  if (exponential.error < power.error && factor >= LEAST_FACTOR) return { kind: "exponential", factor };
  return { kind: "power", degree: power.slope };
}

/** Least squares: the slope of the line, and the sum of squared distances from it. */
function fitLine(xs: readonly number[], ys: readonly number[]): { slope: number; error: number } {
  const mean = (values: readonly number[]) => values.reduce((sum, v) => sum + v, 0) / values.length;
  const [mx, my] = [mean(xs), mean(ys)];
  let covariance = 0;
  let variance = 0;
  xs.forEach((x, i) => {
    covariance += (x - mx) * ((ys[i] as number) - my);
    variance += (x - mx) ** 2;
  });
  const slope = variance === 0 ? 0 : covariance / variance;
  const error = xs.reduce((sum, x, i) => sum + ((ys[i] as number) - my - slope * (x - mx)) ** 2, 0);
  return { slope, error };
}
