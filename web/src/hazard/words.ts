/** A verdict and its findings in words, for the strip and the screen. */
import { countWords, timeWords, visible } from "@lamprey/core";
import type { FindingView, PeakView, Sample, VerdictView } from "../engine/hazard/messages.ts";
import { number, plural } from "../shared/words.ts";

/** “the square of”, for a degree. */
export function powerWords(degree: number): string {
  if (degree === 2) return "the square of";
  if (degree === 3) return "the cube of";
  return `the ${degree}th power of`;
}

/**
 * How loudly a verdict is said. A square by the search's own restarts is met everywhere and seldom hurts: it is said
 * calmly. What multiplies with every turn, or grows faster than a square, is loud.
 */
export type Alarm = "none" | "calm" | "loud";

export function alarmOf({ growth, degree, atLeast, findings, peak, engine }: VerdictView): Alarm {
  if (engine) return "none";
  if (growth === "exponential") return "loud";
  if (growth === "polynomial") return degree === 2 && !atLeast && !peak && findings.every(byRestarts) ? "calm" : "loud";
  return peak ? "loud" : "none";
}

/** It grows with the square, and only since the search begins anew at every offset. */
export const byRestarts = ({ restarts, degree }: FindingView): boolean => restarts && degree === 2;

/** The verdict in a word or two, for where there is no room for more. */
export function shortWord({ growth, degree, peak, engine }: VerdictView): string {
  if (engine) return "linear";
  if (growth === "polynomial") return degree === 2 ? "square" : degree === 3 ? "cube" : `degree ${degree}`;
  return peak ? "peak" : growth;
}

export function headline({ growth, degree, atLeast = false }: Pick<VerdictView, "growth" | "degree"> & { readonly atLeast?: boolean }): string {
  if (growth === "polynomial") return `polynomial, degree ${degree}${atLeast ? " or more" : ""}`;
  return growth;
}

/** What the growth is of: steps, and what back-references compare, in decimal digits. */
export const workOf = ({ steps, compared }: Pick<Sample, "steps" | "compared">): string =>
  compared === undefined ? steps : String(BigInt(steps) + BigInt(compared));

/** The work in words. */
export const workWords = ({ steps, compared }: Pick<Sample, "steps" | "compared">): string =>
  `${countWords(steps)} steps${compared === undefined || compared === "0" ? "" : ` and ${countWords(compared)} characters compared`}`;

/** How the work grows, in one clause. */
export function growthClause({ growth, degree, attack, samples }: FindingView): string {
  if (growth === "polynomial") return `the work grows with ${powerWords(degree ?? 2)} the text’s length`;
  const rises = samples.slice(1).map((sample, i) => Number(BigInt(workOf(sample)) - BigInt(workOf(samples[i] as Sample))));
  const ratio = (rises.at(-1) ?? 2) / (rises.at(-2) ?? 1);
  const shown = Math.abs(ratio - Math.round(ratio)) < 0.05 ? String(Math.round(ratio)) : ratio.toFixed(1);
  return `each further “${visible(attack.pump, 16)}” multiplies the work by ${shown}`;
}

/** What a short text costs, where the growth does not say it. */
export function peakClause({ text, steps }: PeakView): string {
  return `${plural(text.length, "character")} can take ${countWords(steps)} steps, ${timeOf(steps)}`;
}

/** The longest text that stays under a second. */
export function safeClause({ safe, until }: FindingView): string {
  if (safe) return `a second is enough up to ${number(safe.length)} characters${safe.atLeast ? " at least" : ""}`;
  return until === null ? "no text of a length that is met takes a second" : `it ends at ${number(until)} repetitions, before it takes a second`;
}

export const timeOf = (steps: string): string => timeWords(BigInt(steps));

export const notJudged = (fault: string): string => `The risk could not be judged: ${fault}. Another pattern can be.`;
