/** What a pattern does on a sample, in figures, and where two patterns differ on it. */
import { Forecast } from "../forecast/forecast.ts";
import { chooseMachine } from "../linear/choose.ts";
import { LinearMachine } from "../linear/linear.ts";
import type { MatchTable } from "../machine/matches.ts";
import { steppedMachine } from "../machine/stepped.ts";
import type { Program } from "../program/program.ts";
import { find } from "../reel/find.ts";
import type { Reel } from "../reel/reel.ts";
import type { MatchMode } from "../search/policy.ts";
import { countWords, grouped } from "../text/visible.ts";

/** The figures of one pattern on one text. Lengths are UTF-16 code units. */
export interface Weighed {
  readonly matches: MatchTable;
  readonly totalLength: number;
  readonly longest: number;
  /** Steps of a plain backtracker, as decimal digits: taken, or counted where they are too many to take. */
  readonly steps: string;
  /** Steps until the first match is found; null where there is none, or where they were not taken. */
  readonly firstSteps: number | null;
  /** Of the run as far as it was taken. */
  readonly backtracks: number;
  readonly attempts: number;
  /** The most saved states held at once. */
  readonly deepest: number;
  /** False where the matches, or the steps, are not known to the end. */
  readonly complete: boolean;
}

/** Steps run in one slice: about five milliseconds. */
const SLICE = 100_000;
/** Instructions that a forecast follows at most. */
const FORECAST_BUDGET = 20_000_000;
/** Characters that the linear machine reads in a slice. */
const LINEAR_SLICE = 400_000;

/**
 * Weighs a pattern on a text, in slices: its matches from the linear machine where that can run it, its steps taken up
 * to the limit, and beyond it counted without being taken.
 */
export function* weigh(program: Program, text: string, mode: MatchMode, stepLimit: number): Generator<number, Weighed> {
  const machine = steppedMachine(program, text, { mode });
  let firstSteps: number | null = null;
  while (machine.steps < stepLimit && !machine.advance(Math.min(SLICE, stepLimit - machine.steps))) yield machine.steps;
  const taken = machine.outcome === "done";
  if (machine.matches.length > 0) firstSteps = yield* stepsToFirst(program, text, mode);
  const linear = taken || chooseMachine(program).machine !== "linear" ? null : new LinearMachine(program, text, { mode });
  while (linear && !linear.advance(LINEAR_SLICE)) yield machine.steps;
  const forecast = taken ? null : new Forecast(program, text, { mode, stepsFirst: 0 });
  let spent = 0;
  for (; forecast && spent < FORECAST_BUDGET && !forecast.advance(SLICE); spent += SLICE) yield machine.steps;
  const counted = forecast?.exact === true && spent < FORECAST_BUDGET;
  // A forecast comes to the matches, too: without a linear machine they are those of the whole run.
  const matches = linear?.outcome === "done" ? linear.matches : !linear && counted ? forecast.matches : machine.matches;
  const { backtracks, attempts, deepest } = machine;
  const lengths = Array.from({ length: matches.length }, (_, i) => matches.end(i) - matches.start(i));
  return {
    matches,
    totalLength: lengths.reduce((sum, length) => sum + length, 0),
    longest: lengths.reduce((most, length) => Math.max(most, length), 0),
    steps: String(counted ? forecast.steps : machine.steps),
    firstSteps,
    ...{ backtracks, attempts, deepest },
    complete: taken || (counted && (linear?.outcome ?? "done") === "done"),
  };
}

function* stepsToFirst(program: Program, text: string, mode: MatchMode): Generator<number, number> {
  const machine = steppedMachine(program, text, { mode: mode === "all" ? "first" : mode });
  while (!machine.advance(SLICE)) yield machine.steps;
  return machine.steps;
}

export interface Difference {
  /** Matches that both have, with the same span. */
  readonly shared: number;
  /** Of those, how many hold other captures. */
  readonly otherCaptures: number;
  /** Index of the first match of either that the other does not have with the same span; null where there is none. */
  readonly firstLeft: number | null;
  readonly firstRight: number | null;
}

/** Compares two tables of matches by span; both are in the order of the text. */
export function difference(left: MatchTable, right: MatchTable): Difference {
  let shared = 0;
  let otherCaptures = 0;
  let firstLeft: number | null = null;
  let firstRight: number | null = null;
  let l = 0;
  let r = 0;
  while (l < left.length || r < right.length) {
    const order = l >= left.length ? 1 : r >= right.length ? -1 : left.start(l) - right.start(r) || left.end(l) - right.end(r);
    if (order === 0) {
      shared++;
      if (!sameCaptures(left, l, right, r)) otherCaptures++;
      l++;
      r++;
    } else if (order < 0) {
      firstLeft ??= l;
      l++;
    } else {
      firstRight ??= r;
      r++;
    }
  }
  return { shared, otherCaptures, firstLeft, firstRight };
}

function sameCaptures(left: MatchTable, l: number, right: MatchTable, r: number): boolean {
  if (left.groupCount !== right.groupCount) return false;
  for (let g = 1; g <= left.groupCount; g++) {
    const one = left.group(l, g);
    const other = right.group(r, g);
    if (one?.start !== other?.start || one?.end !== other?.end) return false;
  }
  return true;
}

/** Sentences that say what is true of two runs on one sample; the names are put into them as they are. */
export function contrastSentences(left: Weighed, right: Weighed, leftName: string, rightName: string): string[] {
  if (!left.complete || !right.complete) {
    const cut = [left.complete ? null : leftName, right.complete ? null : rightName].filter((name) => name !== null);
    return [`The run of ${cut.join(" and of ")} was cut short, so the two cannot be compared in full.`];
  }
  const out: string[] = [];
  const { shared, otherCaptures, firstLeft, firstRight } = difference(left.matches, right.matches);
  const none = left.matches.length === 0 && right.matches.length === 0;
  if (none) out.push("Neither matches anything in this sample.");
  else if (firstLeft === null && firstRight === null) {
    out.push(
      otherCaptures === 0
        ? "Both find the same matches and captures here."
        : `Both find the same matches here, but the captures of ${count(otherCaptures, "match", "matches")} differ.`,
    );
  } else {
    out.push(shared === 0 ? "No match is the same in both." : `${count(shared, "match is", "matches are")} the same in both.`);
    if (left.longest !== right.longest) {
      const [longer, name] = left.longest > right.longest ? [left.longest, leftName] : [right.longest, rightName];
      out.push(`The longest match is ${name}, of ${count(longer, "character", "characters")}.`);
    }
  }
  out.push(costs(left, right, leftName, rightName, "here"));
  return out;
}

/** Which of two costs less, and how much. */
function costs(left: Pick<Weighed, "steps">, right: Pick<Weighed, "steps">, leftName: string, rightName: string, where: string): string {
  const [l, r] = [BigInt(left.steps), BigInt(right.steps)];
  if (l === r) return `Both take the same number of steps ${where}.`;
  const [low, high, name] = l < r ? [l, r, leftName] : [r, l, rightName];
  return `${capital(name)} takes ${countWords(String(high - low))} ${high - low === 1n ? "step" : "steps"} fewer ${where}.`;
}

/** What two patterns cost on a text in which neither finds a match. */
export function failureSentence(left: Pick<Weighed, "steps">, right: Pick<Weighed, "steps">, leftName: string, rightName: string, what: string): string {
  return costs(left, right, leftName, rightName, `on ${what}, where neither matches`);
}

/** What a pattern gave back to find its matches: characters, in how many backtracks. */
export interface GivenBack {
  readonly characters: number;
  readonly backtracks: number;
}

/** Counts over a reel what its resumes went back by. */
export function givenBack(reel: Reel): GivenBack {
  let characters = 0;
  let backtracks = 0;
  for (let step = find(reel, { what: "backtrack" }, -1, false); step !== null; step = find(reel, { what: "backtrack" }, step, false)) {
    const back = reel.offset(step - 1) - reel.offset(step);
    if (back <= 0) continue;
    characters += back;
    backtracks++;
  }
  return { characters, backtracks };
}

/** Which of two gives text back, and how much. */
export function givingSentence(left: GivenBack, right: GivenBack, leftName: string, rightName: string): string {
  const said = ({ characters, backtracks }: GivenBack, name: string) =>
    characters === 0
      ? `${name} gives nothing back`
      : `${name} gives back ${count(characters, "character", "characters")} in ${count(backtracks, "backtrack", "backtracks")}`;
  if (left.characters === 0 && right.characters === 0) return "Neither gives any text back.";
  return `${capital(said(left, leftName))}; ${said(right, rightName)}.`;
}

/** Where two first part ways, and how far each goes from there; null where they do not. */
export function partingSentence(left: Weighed, right: Weighed, leftName: string, rightName: string): string | null {
  const { firstLeft, firstRight } = difference(left.matches, right.matches);
  const start = ({ matches }: Weighed, n: number | null) => (n === null ? Number.POSITIVE_INFINITY : matches.start(n));
  const [l, r] = [start(left, firstLeft), start(right, firstRight)];
  if (l === r && firstLeft !== null && firstRight !== null) {
    const [lEnd, rEnd] = [left.matches.end(firstLeft), right.matches.end(firstRight)];
    const [longer, shorter] = lEnd > rEnd ? [leftName, rightName] : [rightName, leftName];
    return `They part at ${grouped(l)}: ${longer} goes on to ${grouped(Math.max(lEnd, rEnd))}, ${shorter} ends at ${grouped(Math.min(lEnd, rEnd))}.`;
  }
  if (l < r) return `From ${grouped(l)}, ${leftName} finds a match that ${rightName} does not.`;
  return r < l ? `From ${grouped(r)}, ${rightName} finds a match that ${leftName} does not.` : null;
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

function count(n: number, one: string, many: string): string {
  return `${grouped(n)} ${n === 1 ? one : many}`;
}
