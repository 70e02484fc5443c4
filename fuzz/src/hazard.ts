/**
 * The hunt for a wrong verdict: random patterns are judged, and for each verdict texts are looked for that refute it, by
 * exact counts of steps. What the verdict was found by plays no part in the looking.
 */
import { assess, compile, type DialectName, deadline, drained, type HazardMode, type Program, read, sampleOf, type Verdict, workOf } from "@lamprey/core";
import type { Random } from "./random.ts";

export interface Refutation {
  readonly pattern: string;
  readonly flags: string;
  readonly dialect: DialectName;
  readonly mode: HazardMode;
  /** What was said, and what a text shows instead. */
  readonly said: string;
  readonly shown: string;
}

export interface HuntTally {
  patterns: number;
  linear: number;
  polynomial: number;
  exponential: number;
  undecided: number;
  /** Milliseconds of the slowest verdict. */
  slowest: number;
}

export const newTally = (): HuntTally => ({ patterns: 0, linear: 0, polynomial: 0, exponential: 0, undecided: 0, slowest: 0 });

/** A verdict that takes longer ends undecided, as it does everywhere. */
const PATIENCE_MS = 2000;
/** So many steps on a short text are a peak, and a peak has to be said. */
const PEAK_STEPS = 1_000_000;
const SHORT_TEXT = 140;
/** Attacks tried on one pattern. */
const ATTACKS = 24;
/** Short texts tried on one pattern that nothing was said of. */
const PEAKS_TRIED = 40;
/** The letters they are made of: those that the items of such patterns tell apart. */
const PEAK_LETTERS = ["a", "b", "c", " ", ".", "1", "-", "!", "\n"];
/** With each doubling of the pumps a polynomial's steps are multiplied by two to its degree, in the end. */
const SLACK = 0.5;
/** Before that end a binomial of degree d is steeper, for 192 pumps and more by the square of d over this. */
const STEEPER = 530;
/** Fewer steps say nothing of growth. */
const TELLING_STEPS = 5_000;

interface Vocabulary {
  readonly items: readonly string[];
  readonly openers: readonly string[];
  readonly quantifiers: readonly string[];
  readonly flags: readonly string[];
}

const ITEMS = ["a", "b", "a", "b", "c", "ab", "\\w", "\\d", "\\s", ".", "[ab]", "[^a]", "[^b]", "[\\s\\S]", "a?", "\\b", "^", "$", " ", "1", "\\1"];
const OPENERS = ["(", "(?:", "(?:", "(?:", "(?=", "(?!", "(?<=", "(?<!"];
const QUANTIFIERS = ["*", "+", "*", "+", "?", "*?", "+?", "{2}", "{1,3}", "{0,20}", "{16,}", "{20}", "{3,}", "{1,40}", "{2,}?", "{30}"];

const VOCABULARIES: Readonly<Record<"ecmascript" | "python", Vocabulary>> = {
  ecmascript: { items: ITEMS, openers: OPENERS, quantifiers: QUANTIFIERS, flags: ["", "", "i", "m", "s", "y", "u"] },
  python: { items: ITEMS, openers: [...OPENERS, "(?>", "(?>"], quantifiers: [...QUANTIFIERS, "*+", "++", "{1,40}+"], flags: ["", "", "i", "m", "s"] },
};

/** A random pattern of a few parts, most of which repeat. */
export function randomHazard(random: Random, dialect: keyof typeof VOCABULARIES): { readonly pattern: string; readonly flags: string } {
  const { items, openers, quantifiers, flags } = VOCABULARIES[dialect];
  const piece = (depth: number): string => {
    if (depth === 0 || random.chance(0.5)) {
      const item = random.pick(items);
      return /^[\^$]|^\\b|\?$/.test(item) || random.chance(0.5) ? item : `${item}${random.pick(quantifiers)}`;
    }
    const opener = random.pick(openers);
    const ways = Array.from({ length: random.chance(0.3) ? 2 : 1 }, () => sequence(depth - 1)).join("|");
    const group = `${opener}${ways})`;
    return opener.startsWith("(?=") || opener.startsWith("(?!") || opener.startsWith("(?<") || random.chance(0.3)
      ? group
      : `${group}${random.pick(quantifiers)}`;
  };
  const sequence = (depth: number): string => Array.from({ length: random.pick([1, 1, 2, 2, 3]) }, () => piece(depth)).join("");
  const head = random.pick(["", "^", "^", ""]);
  const tail = random.pick(["", "$", "$", "b", "!"]);
  return { pattern: `${head}${sequence(random.pick([1, 1, 2, 2, 2, 3]))}${tail}`, flags: random.pick(flags) };
}

/** Items that overlap, so that a text can be taken in many ways. */
const OVERLAPPING = ["a", "b", ".", "\\D", "\\w", "\\s", "[^a]", "[^b]", "[ab]", "(?:a|ab)", "(?:.|\\D)", "(?:\\D|[^a])", "(?:\\w|[^b])", "(?:a?b?)"];
const LARGE_COUNTS = ["{16}", "{22}", "{30}", "{0,20}", "{0,32}", "{1,40}", "{16,24}", "{0,18}?"];
const LOOKS = ["(?=", "(?!", "(?!", "(?<=", "(?<!"];
const LOOKED_FOR = ["a", "b", "-", "a{1,3}", "[^a]+-", ".*-", "\\s", "a+b", "[^b]{2}", "$"];

/** A random pattern in which nothing repeats without a bound outside of lookarounds: if it is dear, it has a peak. */
export function randomPeak(random: Random): { readonly pattern: string; readonly flags: string } {
  const look = (): string => (random.chance(0.5) ? `${random.pick(LOOKS)}${random.pick(LOOKED_FOR)})` : "");
  const repeated = (): string => `${random.pick(OVERLAPPING)}${random.pick(LARGE_COUNTS)}`;
  const parts = Array.from({ length: random.pick([1, 1, 2, 3]) }, () => `${look()}${repeated()}`).join("");
  const head = random.pick(["^", "^", ""]);
  return { pattern: `${head}${parts}${look()}${random.pick(["", "$", "b", "!", "-", "a$"])}`, flags: random.pick(["", "", "s", "i"]) };
}

/** Judges a random pattern and hunts for what refutes the verdict; undefined where nothing was found, or nothing reads. */
export function huntOnce(
  random: Random,
  dialect: keyof typeof VOCABULARIES,
  tally: HuntTally,
  { pattern, flags } = randomHazard(random, dialect),
): Refutation | undefined {
  const mode = random.pick<HazardMode>(["search", "search", "all", "all", "whole"]);
  const compiled = compile(read({ dialect, pattern, flags }));
  if (!compiled.ok) return undefined;
  const { program } = compiled;
  const started = performance.now();
  const verdict = drained(assess(program, mode, { stop: deadline(PATIENCE_MS) }));
  tally.slowest = Math.max(tally.slowest, performance.now() - started);
  tally.patterns++;
  tally[verdict.growth]++;
  const shown =
    verdict.growth === "exponential"
      ? deflated(program, mode, verdict)
      : (refutedBy(random, program, mode, verdict) ?? peakBeside(random, program, mode, verdict));
  if (shown === undefined) return undefined;
  const said = `${verdict.growth}${verdict.degree === null ? "" : ` of degree ${verdict.degree}`}${verdict.atLeast ? " at least" : ""} (${verdict.reason})`;
  return { pattern, flags, dialect, mode, said, shown };
}

type Shape = readonly [prefix: string, pump: string, suffix: string];

/** The letters that random attacks are made of. */
const LETTERS = ["a", "b", "c", " ", "1", "!", "A", "\n"];

function randomShape(random: Random): Shape {
  const letters = Array.from({ length: 1 + random.below(3) }, () => random.pick(LETTERS));
  const word = (least: number, most: number): string => Array.from({ length: least + random.below(most - least + 1) }, () => random.pick(letters)).join("");
  const prefix = random.chance(0.3) ? random.pick(letters).repeat(16 + random.below(30)) : word(0, 3);
  return [prefix, word(1, 3), random.chance(0.7) ? `${word(0, 2)}${random.pick(LETTERS)}` : word(0, 2)];
}

/** Steps, and what back-references compare; undefined where that cannot be counted. */
function workAt(program: Program, [prefix, pump, suffix]: Shape, pumps: number, mode: HazardMode): bigint | undefined {
  const sample = drained(sampleOf(program, { prefix, pump, suffix }, pumps, mode, true));
  return sample && workOf(sample);
}

const lengthAt = ([prefix, pump, suffix]: Shape, pumps: number): number => prefix.length + pumps * pump.length + suffix.length;

/** A text that costs more than the verdict allows. */
export function refutedBy(random: Random, program: Program, mode: HazardMode, { growth, degree, atLeast, peak }: Verdict): string | undefined {
  // Of what is undecided, or at least so bad, nothing was said that could be refuted.
  if (growth === "undecided" || atLeast) return undefined;
  const allowed = (degree ?? 1) + SLACK + (degree ?? 1) ** 2 / STEEPER;
  const cost = (shape: Shape, pumps: number): number => Number(workAt(program, shape, pumps, mode) ?? Number.NaN);
  for (let i = 0; i < ATTACKS; i++) {
    const shape = randomShape(random);
    const words = (pumps: number, steps: number) => `${steps} steps on ${JSON.stringify(shape)} with ${pumps} pumps`;
    const few = cost(shape, 24);
    if (growth === "linear" && !peak && few >= PEAK_STEPS && lengthAt(shape, 24) <= SHORT_TEXT) return words(24, few);
    const more = cost(shape, 48);
    if (!(more / few > 2 ** allowed) || more < TELLING_STEPS) continue;
    // The beginning may be steep where what repeats has bounds: it must go on so.
    const far = [96, 384, 768, 1536].map((pumps) => cost(shape, pumps));
    if (far.every((steps, j) => steps / (far[j - 1] ?? more) > 2 ** (j === 1 ? 2 * allowed : allowed))) return words(1536, far.at(-1) as number);
  }
  return undefined;
}

/** A short text that costs so much that the verdict had to say so. */
export function peakBeside(random: Random, program: Program, mode: HazardMode, { growth, peak }: Verdict): string | undefined {
  if (growth !== "linear" || peak) return undefined;
  for (let i = 0; i < PEAKS_TRIED; i++) {
    const pump = Array.from({ length: 1 + random.below(3) }, () => random.pick(PEAK_LETTERS)).join("");
    const shape: Shape = [random.chance(0.3) ? random.pick(PEAK_LETTERS) : "", pump, random.chance(0.7) ? random.pick(PEAK_LETTERS) : ""];
    const pumps = Math.ceil((12 + random.below(60)) / pump.length);
    const steps = Number(workAt(program, shape, pumps, mode) ?? 0);
    if (steps >= PEAK_STEPS && lengthAt(shape, pumps) <= SHORT_TEXT) return `${steps} steps on ${JSON.stringify(shape)} with ${pumps} pumps`;
  }
  return undefined;
}

/** An exponential attack that does not go on growing, though nothing was said of an end. */
function deflated(program: Program, mode: HazardMode, { findings }: Verdict): string | undefined {
  const [worst] = findings;
  if (!worst || worst.until !== null) return undefined;
  const { prefix, pump, suffix } = worst.attack;
  const shape: Shape = [prefix, pump, suffix];
  const cost = (pumps: number) => workAt(program, shape, pumps, mode);
  const [few, many] = [cost(40), cost(60)];
  if (few === undefined || many === undefined) return undefined;
  return many < few * 1000n ? `${few} steps on ${JSON.stringify(shape)} with 40 pumps, ${many} with 60` : undefined;
}
