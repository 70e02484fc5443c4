/**
 * What a finding means for a person who waits: the steps of its attack at any number of pumps, exactly, and the longest
 * text that stays within a number of steps.
 */
import type { Program } from "../program/program.ts";
import { type Attack, degreeOf, extrapolate, type Sample, sampleOf, workOf } from "./confirm.ts";
import type { Finding } from "./hazard.ts";
import type { HazardMode } from "./modes.ts";

/** A text longer than this is not counted through for one point. */
const LONGEST_COUNTED = 20_000;
/** A polynomial is held against a text of about this length. */
const LONGEST_CHECKED = 2000;
/** Doubling from one pump, nothing that a person writes comes near. */
const MOST_PUMPS = 2 ** 40;

/** A polynomial is looked for through so many points, from so many pumps on. */
const FIRST_POINT = 8;
const POINTS = 9;
/** What a back-reference compares can go by every other letter. */
const SPACINGS = [1, 2];

/**
 * The steps at each number of pumps, exactly: by the polynomial that they follow, or counted; ends at the first that cannot
 * be counted. With what back-references compare, where that is asked for.
 */
export function* stepsAt(program: Program, mode: HazardMode, attack: Attack, pumps: readonly number[], comparisons = false): Generator<number, Sample[]> {
  function* counted(count: number): Generator<number, Sample | undefined> {
    return lengthAt(attack, count) > LONGEST_COUNTED ? undefined : yield* sampleOf(program, attack, count, mode, comparisons);
  }
  /** The polynomial of the numbers of pumps that lie a multiple of the spacing from the first one; undefined where there is none. */
  function* curve(from: number, spacing: number): Generator<number, Curve | undefined> {
    const points: Sample[] = [];
    for (let i = 0; i < POINTS; i++) {
      const sample = yield* counted(from + i * spacing);
      if (!sample) return undefined;
      points.push(sample);
    }
    const degree = degreeOf(points);
    if (degree === undefined) return undefined;
    // It must hold far out, too: a count with a bound ends it.
    const turns = Math.max(POINTS, Math.floor((LONGEST_CHECKED / attack.pump.length - from) / spacing));
    const check = yield* counted(from + turns * spacing);
    return check && extrapolate(points, degree, check.pumps) === workOf(check) ? { points, degree } : undefined;
  }
  /** For each spacing, and each remainder of it. */
  const curves = new Map<string, Curve | undefined>();
  function* onCurve(count: number): Generator<number, Sample | undefined> {
    if (count < FIRST_POINT) return undefined;
    for (const spacing of SPACINGS) {
      const from = FIRST_POINT + ((count - FIRST_POINT) % spacing);
      const key = `${from} ${spacing}`;
      if (!curves.has(key)) curves.set(key, yield* curve(from, spacing));
      const known = curves.get(key);
      if (known) return sampleAt(known, attack, count);
    }
    return undefined;
  }
  const samples: Sample[] = [];
  for (const count of pumps) {
    const sample = (yield* onCurve(count)) ?? (yield* counted(count));
    if (!sample) break;
    samples.push(sample);
  }
  return samples;
}

/** The polynomial through evenly spaced points. */
interface Curve {
  readonly points: readonly Sample[];
  readonly degree: number;
}

/** The point of the curve: how much of its work is steps, and how much is comparing. */
function sampleAt({ points, degree }: Curve, attack: Attack, pumps: number): Sample | undefined {
  const work = extrapolate(points, degree, pumps);
  if (work === undefined) return undefined;
  const length = lengthAt(attack, pumps);
  if (points[0]?.compared === undefined) return { pumps, length, steps: work };
  const compared = extrapolate(points, degree, pumps, (point) => point.compared ?? 0n) ?? 0n;
  return { pumps, length, steps: work - compared, compared };
}

const lengthAt = ({ prefix, pump, suffix }: Attack, pumps: number): number => prefix.length + pumps * pump.length + suffix.length;

/** Whether a finding's growth is of what back-references compare, too. */
export const comparesIn = ({ samples }: Pick<Finding, "samples">): boolean => samples[0]?.compared !== undefined;

/** A text whose work stays within a number of steps. */
export interface SafeText {
  readonly pumps: number;
  readonly length: number;
  readonly work: bigint;
  /** Whether longer ones may, too: their steps are more than can be counted. */
  readonly atLeast: boolean;
}

/** The longest text of the finding's shape that stays within so many steps; null where there is no longest. */
export function* longestWithin(program: Program, mode: HazardMode, finding: Finding, most: bigint): Generator<number, SafeText | null> {
  const { attack, degree, samples, until } = finding;
  function* at(pumps: number): Generator<number, bigint | undefined> {
    const curve = degree === null || (until !== null && pumps > until) ? undefined : extrapolate(samples, degree, aligned(samples, pumps));
    if (curve !== undefined) return curve;
    const sample = yield* sampleOf(program, attack, pumps, mode, comparesIn(finding));
    return sample && workOf(sample);
  }
  let low = 0;
  let high = 1;
  let uncounted = false;
  for (;;) {
    if (high > MOST_PUMPS) return null;
    if (until !== null && high >= until) {
      // Beyond its bound it grows no further.
      const last = yield* at(until);
      if (last !== undefined && last <= most) return null;
      high = until;
      uncounted = last === undefined;
      break;
    }
    const work = yield* at(high);
    uncounted = work === undefined;
    if (work === undefined || work > most) break;
    low = high;
    high *= 2;
  }
  let best: bigint | undefined;
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2);
    const work = yield* at(middle);
    if (work !== undefined && work <= most) [low, best] = [middle, work];
    else {
      high = middle;
      uncounted = work === undefined;
    }
  }
  best ??= yield* at(low);
  return { pumps: low, length: lengthAt(attack, low), work: best ?? 0n, atLeast: uncounted };
}

/** The nearest number of pumps above that the samples' spacing meets: what it costs is no less. */
function aligned([first, second]: readonly Sample[], pumps: number): number {
  if (!first || !second) return pumps;
  const spacing = second.pumps - first.pumps;
  return first.pumps + Math.ceil((pumps - first.pumps) / spacing) * spacing;
}
