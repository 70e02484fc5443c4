/**
 * Texts that a pattern takes, few and telling, and near misses.
 *
 * A text is derived from the tree by one choice for every alternative, loop and set. For each choice that can be made a
 * text is derived that makes it; what lookarounds and anchors ask besides is mended by the nearest text that matches.
 * Every text has been run through the machine. Of them so few are kept that together they make as many of the choices
 * as all do (V. Chvátal, "A greedy heuristic for the set-covering problem", 1979). The same seed gives the same texts.
 */
import { findSlices } from "../linear/find.ts";
import type { Program } from "../program/program.ts";
import type { MatchMode } from "../search/policy.ts";
import { drained, NEVER, type Stop } from "../slices.ts";
import { nearest } from "../whynot/nearest.ts";
import { ChoiceTree, type Derived } from "./choices.ts";

export interface Examples {
  readonly texts: readonly string[];
  /** Texts that do not match, each one change away from one that does. */
  readonly misses: readonly { readonly text: string; readonly of: string }[];
  /** The alternatives and loops of the pattern, and whether one of the texts uses each. */
  readonly covers: readonly { readonly start: number; readonly end: number; readonly used: boolean }[];
}

export interface ExamplesOptions {
  readonly mode: "whole" | "search";
  readonly count: number;
  readonly seed: number;
}

/** Texts that lookarounds refuse are mended so many times. */
const MOST_MENDED = 30;
const STEP_LIMIT = 200_000;
const YIELD_EVERY = 20;

/** Examples of what was derived before it was stopped; yields now and then. */
export function* examples(program: Program, { mode, count, seed }: ExamplesOptions, stop: Stop = NEVER): Generator<number, Examples> {
  const tree = new ChoiceTree(program, seed);
  const asked: MatchMode = mode === "whole" ? "whole" : "first";
  const derived: Derived[] = [];
  let mended = 0;
  for (const [i, goal] of [null, ...tree.goals()].entries()) {
    if (stop()) break;
    if (i % YIELD_EVERY === YIELD_EVERY - 1) yield i;
    const made = tree.derive(goal);
    if (!made) continue;
    if (isTaken(program, made.text, asked)) derived.push(made);
    else if (mended < MOST_MENDED && !tree.isHuge) {
      mended++;
      const { texts } = yield* nearest(program, made.text, asked, stop);
      if (texts[0]) derived.push({ text: texts[0].text, choices: made.choices });
    }
  }
  const kept = fewest(derived, count);
  const made = new Set(kept.flatMap(({ choices }) => [...choices]));
  const texts = [...new Set(kept.map(({ text }) => text))];
  return {
    texts,
    misses: tree.isHuge || stop() ? [] : missesOf(program, texts, asked, tree.letters),
    covers: tree.parts().map(({ start, end, keys }) => ({ start, end, used: keys.some((key) => made.has(key)) })),
  };
}

function isTaken(program: Program, text: string, mode: MatchMode): boolean {
  return drained(findSlices(program, text, { mode, stepLimit: STEP_LIMIT })).matches.length > 0;
}

/** So few texts that together they make as many choices as all; of equally telling ones the shorter. */
function fewest(derived: readonly Derived[], most: number): Derived[] {
  const left = new Set(derived.flatMap(({ choices }) => [...choices]));
  const kept: Derived[] = [];
  const waiting = [...derived];
  while (kept.length < most && left.size > 0) {
    let best: Derived | undefined;
    let gain = 0;
    for (const each of waiting) {
      let own = 0;
      for (const choice of each.choices) if (left.has(choice)) own++;
      if (own > gain || (own === gain && own > 0 && best && each.text.length < best.text.length)) [best, gain] = [each, own];
    }
    if (!best) break;
    kept.push(best);
    waiting.splice(waiting.indexOf(best), 1);
    for (const choice of best.choices) left.delete(choice);
  }
  return kept;
}

/** For each text one that is a change away and does not match, where there is one. */
function missesOf(program: Program, texts: readonly string[], mode: MatchMode, letters: readonly string[]): { text: string; of: string }[] {
  const misses: { text: string; of: string }[] = [];
  const seen = new Set(texts);
  for (const [nth, of] of texts.entries()) {
    const miss = neighbours(of, letters, nth).find((text) => !seen.has(text) && !isTaken(program, text, mode));
    if (miss === undefined) continue;
    seen.add(miss);
    misses.push({ text: miss, of });
  }
  return misses;
}

/** Neighbours that are looked at of one text. */
const MOST_NEIGHBOURS = 300;

/** Texts one change away: a character taken out, replaced, or put in; where it begins goes round with the texts. */
function neighbours(text: string, letters: readonly string[], nth: number): string[] {
  const characters = Array.from(text);
  const found: string[] = [];
  const places = characters.map((_, i) => (i + nth) % characters.length);
  const at = (i: number, instead: string, skip: number): string => characters.slice(0, i).join("") + instead + characters.slice(i + skip).join("");
  for (const i of places) found.push(at(i, "", 1));
  for (const i of places) for (const letter of letters) if (letter !== characters[i]) found.push(at(i, letter, 1));
  for (const i of [...places, characters.length]) for (const letter of letters) found.push(at(i, letter, 0));
  return found.slice(0, MOST_NEIGHBOURS);
}
