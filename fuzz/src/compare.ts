/** Random cases, our machines and a judge: what differs, made as small as it goes. */
import { answers, readPattern } from "./engines.ts";
import { DIED, type Judge, type Question, type Row, type Verdict } from "./judges.ts";
import { type FuzzCase, fitsDialect, randomCase } from "./patterns.ts";
import { excused, hangs } from "./quirks.ts";
import type { Random } from "./random.ts";

export interface Difference extends Question {
  readonly machine: string;
  readonly ours: Verdict | "invalid";
  readonly theirs: Verdict;
}

export interface Tally {
  pairs: number;
  /** Patterns that both call a mistake. */
  mistakes: number;
  /** Pairs left out: too many steps, not supported, or the judge died. */
  leftOut: number;
  /** Differences that are the judge's own fault. */
  excused: number;
}

/** Compares one batch of cases with the judge. */
export async function compareBatch(judge: Judge, cases: readonly FuzzCase[], tally: Tally): Promise<Difference[]> {
  const questions: Question[] = [];
  const ours: (readonly { machine: string; verdict: Verdict | "invalid" }[])[] = [];
  for (const { pattern, flags, texts } of cases) {
    const reading = readPattern(judge.dialect, pattern, flags);
    if (reading === "unsupported") {
      tally.leftOut += texts.length;
      continue;
    }
    if (reading !== "invalid" && hangs(judge.dialect, { pattern, flags, text: "" })) {
      tally.leftOut += texts.length;
      continue;
    }
    for (const [nth, text] of texts.entries()) {
      const found = reading === "invalid" ? [{ machine: "parser", verdict: "invalid" as const }] : answers(reading.program, text, nth === 0);
      if (!found) {
        tally.leftOut++;
        continue;
      }
      questions.push({ pattern, flags, text });
      ours.push(found);
      if (reading === "invalid") break;
    }
  }
  const verdicts = await judge.ask(questions);
  const differences: Difference[] = [];
  questions.forEach((question, i) => {
    const theirs = verdicts[i] as Verdict;
    if (theirs === DIED) {
      tally.leftOut++;
      return;
    }
    tally.pairs++;
    if (theirs === null) tally.mistakes++;
    for (const { machine, verdict } of ours[i] ?? []) {
      const wanted = verdict === "invalid" ? null : judge.partsOnly && Array.isArray(verdict) ? partsOf(verdict) : verdict;
      if (JSON.stringify(wanted) === JSON.stringify(theirs)) continue;
      if (excused(judge.dialect, question, theirs)) tally.excused++;
      else differences.push({ ...question, machine, ours: verdict, theirs });
    }
  });
  return differences;
}

/** Matches that are not empty, without their groups. */
const partsOf = (rows: readonly Row[]): (readonly [number, number])[] => rows.filter(([start, end]) => end > start).map(([start, end]) => [start, end]);

export function randomBatch(random: Random, judge: Judge, patterns: number, textsEach: number): FuzzCase[] {
  return Array.from({ length: patterns }, () => randomCase(random, judge.dialect, textsEach, judge.newer));
}

/** Takes pieces out of pattern, flags and text while the difference stays. */
export async function shrink(judge: Judge, difference: Difference): Promise<Difference> {
  let smallest = difference;
  for (let again = true; again; ) {
    again = false;
    for (const question of smaller(smallest)) {
      if (!fitsDialect(judge.dialect, question)) continue;
      const [found] = await compareBatch(judge, [{ pattern: question.pattern, flags: question.flags, texts: [question.text] }], {
        pairs: 0,
        mistakes: 0,
        leftOut: 0,
        excused: 0,
      });
      if (!found) continue;
      smallest = found;
      again = true;
      break;
    }
  }
  return smallest;
}

function* smaller({ pattern, flags, text }: Question): Generator<Question> {
  for (const cut of cuts(pattern)) yield { pattern: cut, flags, text };
  for (const cut of cuts(text)) yield { pattern, flags, text: cut };
  for (let i = 0; i < flags.length; i++) yield { pattern, flags: flags.slice(0, i) + flags.slice(i + 1), text };
}

/** The text without one stretch, longest stretches first; and without a bracket and its partner. */
function* cuts(text: string): Generator<string> {
  for (let length = Math.ceil(text.length / 2); length > 0; length = length === 1 ? 0 : Math.ceil(length / 2)) {
    for (let at = 0; at + length <= text.length; at++) yield text.slice(0, at) + text.slice(at + length);
  }
  for (let open = 0; open < text.length; open++) {
    if (text[open] !== "(") continue;
    for (let close = open + 1; close < text.length; close++) {
      if (text[close] === ")") yield text.slice(0, open) + text.slice(open + 1, close) + text.slice(close + 1);
      if (text[close] === ")" && text.startsWith("(?:", open)) yield text.slice(0, open) + text.slice(open + 3, close) + text.slice(close + 1);
    }
  }
}
