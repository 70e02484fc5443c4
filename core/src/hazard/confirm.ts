/**
 * Whether an attack does what is said of it: the backtracking machine's exact steps at growing numbers of pumps,
 * forecast and not run. Exponential growth shows as a constant ratio, a polynomial's degree as the order of the first
 * differences that are all the same.
 */

import { withoutCalls } from "../automaton/calls.ts";
import { Forecast } from "../forecast/forecast.ts";
import { leastOf, mostOf } from "../lists.ts";
import { lengthsOf } from "../program/lengths.ts";
import type { Program } from "../program/program.ts";
import type { Attack } from "./attack.ts";
import { rankOf } from "./growth.ts";
import { HAZARD_MODES, type HazardMode } from "./modes.ts";

export type { Attack };

export interface Sample {
  readonly pumps: number;
  /** Code units of the attack's text. */
  readonly length: number;
  readonly steps: bigint;
  /**
   * Code units that back-references compared, where they count: each is one step, however long its group. Together with
   * the steps they are the work.
   */
  readonly compared?: bigint;
}

/** The work of a sample, which the growth is of. */
export const workOf = ({ steps, compared = 0n }: Pick<Sample, "steps" | "compared">): bigint => steps + compared;

export interface Confirmation {
  readonly growth: "polynomial" | "exponential";
  /** Null where the growth is exponential. */
  readonly degree: number | null;
  readonly samples: readonly Sample[];
}

/** Instructions followed for one point: a few tens of milliseconds. */
const POINT_BUDGET = 1_500_000;
const SLICE = 50_000;
/** With back-references: an attack is made to take many steps, so that few are worth running before they are counted. */
const STEPS_FIRST = 2000;

/** Each pump has two readings at least, so the steps double; what is found first may still waver. */
const LEAST_RATIO = 1.8;
/** How far the last ratios may lie apart. */
const RATIO_SPREAD = 0.03;
const RATIOS_COMPARED = 3;
/** Numbers of pumps that exponential growth is looked for at; fewer where there is much to count. */
const EXPONENTIAL_PUMPS = [8, 6, 5, 12, 20, 32];

/** From so many pumps on the differences are looked at: the first ones still hang on the text around. */
const FIRST_PUMPS = [3, 10, 36];
/** Loops of different lengths come together only every so many pumps. */
const SPACINGS = [1, 2, 3, 4, 6];
/** So many pumps further out a polynomial is looked at again. */
const FAR_OUT = 48;
/** So many pumps further on exponential growth is looked at again, and must have grown by so much with each. */
const FURTHER_PUMPS = 48;
const WAVERING_RATIO = 1.5;
const MOST_FURTHER = 200;
/** Equal differences that prove a degree. */
const EQUAL_DIFFERENCES = 3;

export const textOf = ({ prefix, pump, suffix }: Attack, pumps: number): string => prefix + pump.repeat(pumps) + suffix;

/** The exact steps on a text, or undefined where they cannot be counted within the budget. */
export function stepsOn(program: Program, text: string, mode: HazardMode): Generator<number, bigint | undefined> {
  return count(program, text, mode, false);
}

/** A sample, with what back-references compared where that is asked for and the program has any; undefined where it cannot be counted. */
export function* sampleOf(program: Program, attack: Attack, pumps: number, mode: HazardMode, comparisons: boolean): Generator<number, Sample | undefined> {
  const text = textOf(attack, pumps);
  const steps = yield* count(program, text, mode, false);
  if (steps === undefined) return undefined;
  if (!comparisons || program.references.length === 0) return { pumps, length: text.length, steps };
  const work = yield* count(program, text, mode, true);
  return work === undefined ? { pumps, length: text.length, steps } : { pumps, length: text.length, steps, compared: work - steps };
}

/** Of a pattern with calls the steps are those of it with its calls written out: to enter and to leave a group is not among them. */
function* count(own: Program, text: string, mode: HazardMode, comparisons: boolean): Generator<number, bigint | undefined> {
  const program = withoutCalls(own);
  const forecast = new Forecast(program, text, { mode: HAZARD_MODES[mode].asks, stepBudget: POINT_BUDGET, stepsFirst: STEPS_FIRST, comparisons });
  for (let spent = 0; spent < POINT_BUDGET; spent += SLICE) {
    if (forecast.advance(SLICE)) return forecast.exact ? BigInt(forecast.steps) : undefined;
    yield spent;
  }
  return undefined;
}

const withoutComparisons = ({ pumps, length, steps }: Sample): Sample => ({ pumps, length, steps });

interface Claim {
  readonly growth: "polynomial" | "exponential";
  readonly degree: number | null;
  /** The most pumps that make sense. */
  readonly most: number;
}

/** What the attack really does to the program; undefined where no growth beyond linear shows. */
export function* confirm(program: Program, attack: Attack, mode: HazardMode, claim: Claim): Generator<number, Confirmation | undefined> {
  const known = new Map<number, Sample>();
  // With more pumps there is no less to count.
  let uncountable = Number.POSITIVE_INFINITY;
  function* sample(pumps: number): Generator<number, Sample | undefined> {
    if (pumps >= uncountable) return undefined;
    const one = known.get(pumps) ?? (yield* sampleOf(program, attack, pumps, mode, true));
    if (one) known.set(pumps, one);
    else uncountable = pumps;
    return one;
  }
  function* stepsAlone(pumps: number): Generator<number, Sample | undefined> {
    const one = yield* sample(pumps);
    return one && withoutComparisons(one);
  }
  const byWork = yield* confirmBy(program, attack, claim, sample);
  if (program.references.length === 0) return byWork;
  // What is compared is said where the growth is its own; and it may be no polynomial where the steps are one.
  const bySteps = yield* confirmBy(program, attack, claim, stepsAlone);
  return bySteps && (!byWork || rankOf(bySteps) >= rankOf(byWork)) ? bySteps : byWork;
}

function* confirmBy(
  program: Program,
  attack: Attack,
  claim: Claim,
  sample: (pumps: number) => Generator<number, Sample | undefined>,
): Generator<number, Confirmation | undefined> {
  function* series(first: number, spacing: number, count: number): Generator<number, Sample[]> {
    const found: Sample[] = [];
    for (let i = 0; i < count; i++) {
      const pumps = first + i * spacing;
      const one = pumps > claim.most ? undefined : yield* sample(pumps);
      if (!one) break;
      found.push(one);
    }
    return found;
  }
  /** The farthest of some numbers of pumps, each half as far beyond what is known as the one before, that can be counted. */
  function* farthest(known: number, wanted: number, spacing: number): Generator<number, Sample | undefined> {
    for (let beyond = Math.floor((wanted - known) / spacing); beyond > 0; beyond = Math.floor(beyond / 2)) {
      const pumps = known + beyond * spacing;
      const one = pumps > claim.most ? undefined : yield* sample(pumps);
      if (one) return one;
    }
    return undefined;
  }
  /** Whether a polynomial that a few points lie on is the one that a far point lies on; taken to where none can be counted. */
  function* holdsFarOut(points: readonly Sample[], degree: number): Generator<number, boolean> {
    const [first, second] = points as [Sample, Sample];
    const last = points.at(-1) as Sample;
    const spacing = second.pumps - first.pumps;
    const one = yield* farthest(last.pumps, first.pumps + spacing * Math.ceil(FAR_OUT / spacing), spacing);
    return one === undefined || extrapolate(points, degree, one.pumps) === workOf(one);
  }
  /** Whether the ratio holds for some pumps more. */
  function* goesOn(points: readonly Sample[]): Generator<number, boolean> {
    const last = points.at(-1) as Sample;
    // A text that is too short to match fails for that alone.
    const long = Math.ceil((2 * lengthsOf(program).least) / attack.pump.length);
    const one = yield* farthest(last.pumps, Math.min(claim.most, last.pumps + FURTHER_PUMPS + Math.min(long, MOST_FURTHER)), 1);
    if (one === undefined) return true;
    // What grew for a while and then no more has grown enough at the far end, but not from the middle on.
    const half = yield* sample(Math.floor((last.pumps + one.pumps) / 2));
    return [last, ...(half ? [half] : [])].every((from) => Number(workOf(one)) >= Number(workOf(from)) * WAVERING_RATIO ** (one.pumps - from.pumps));
  }
  if (claim.growth === "exponential") {
    for (const last of EXPONENTIAL_PUMPS) {
      const first = Math.min(last, claim.most) - RATIOS_COMPARED - 1;
      if (first < 1) continue;
      const points = yield* series(first, 1, RATIOS_COMPARED + 2);
      if (isGeometric(points) && (yield* goesOn(points))) return { growth: "exponential", degree: null, samples: points };
    }
  }
  const likely = claim.degree ?? 2;
  for (const spacing of SPACINGS) {
    for (const first of FIRST_PUMPS) {
      const points = yield* series(first, spacing, likely + EQUAL_DIFFERENCES + 1);
      const degree = degreeOf(points);
      // The first pumps still hang on counts of the pattern: what they show must hold further out.
      if (degree !== undefined && !(yield* holdsFarOut(points, degree))) continue;
      if (degree !== undefined && degree >= 2) return { growth: "polynomial", degree, samples: points };
      if (degree !== undefined) return undefined;
      if (points.length < likely + EQUAL_DIFFERENCES + 1) break;
    }
  }
  return undefined;
}

function isGeometric(points: readonly Sample[]): boolean {
  if (points.length < RATIOS_COMPARED + 2) return false;
  const rises = points.slice(1).map((point, i) => Number(workOf(point) - workOf(points[i] as Sample)));
  const ratios = rises.slice(1).map((rise, i) => rise / (rises[i] as number));
  const [least, most] = [leastOf(ratios), mostOf(ratios)];
  return least >= LEAST_RATIO && most - least <= RATIO_SPREAD * most;
}

/** The order of the first differences that are all the same, and not nought; undefined where there are too few points to say. */
export function degreeOf(points: readonly Sample[]): number | undefined {
  let values = points.map(workOf);
  for (let order = 0; values.length >= EQUAL_DIFFERENCES; order++) {
    if (values.every((value) => value === values[0])) return order;
    values = values.slice(1).map((value, i) => value - (values[i] as bigint));
  }
  return undefined;
}

/**
 * The work, or what `of` says of a sample, at any number of pumps: that of the polynomial through evenly spaced points of
 * a degree (I. Newton's forward differences).
 */
export function extrapolate(samples: readonly Sample[], degree: number, pumps: number, of: (sample: Sample) => bigint = workOf): bigint | undefined {
  const [first, second] = samples;
  if (!first || !second || samples.length <= degree) return undefined;
  const spacing = second.pumps - first.pumps;
  if ((pumps - first.pumps) % spacing !== 0) return undefined;
  const x = BigInt((pumps - first.pumps) / spacing);
  let differences = samples.map(of);
  let binomial = 1n;
  let value = 0n;
  for (let order = 0n; order <= BigInt(degree); order++) {
    value += (differences[0] as bigint) * binomial;
    binomial = (binomial * (x - order)) / (order + 1n);
    differences = differences.slice(1).map((each, i) => each - (differences[i] as bigint));
  }
  return value;
}
