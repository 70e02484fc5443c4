/**
 * Texts that tell two patterns apart: what the pattern accepts by each of its ways, one after the other; attacks; what
 * repeats before a match; and every short text over characters that the pattern tells apart.
 */

import { Alphabet } from "../../automaton/alphabet.ts";
import { PathAutomaton } from "../../automaton/paths.ts";
import { exactBounds } from "../../automaton/walk.ts";
import { append } from "../../lists.ts";
import type { Program } from "../../program/program.ts";
import { drained } from "../../slices.ts";
import { textOf } from "../confirm.ts";
import type { Finding } from "../hazard.ts";

/** Texts of all kinds together. */
const MAX_TEXTS = 480;
/** Accepted texts, and how long one grows before it takes the shortest way out. */
const ACCEPTED = 24;
const MEANDER = 14;
/** Of a short text's characters. */
const LONGEST_SHORT = 5;
/** Short texts with a match that something is put before. */
const MAX_MATCHED = 6;

/** `hasMatch` says whether the pattern matches anywhere in a text; `stretches` are numbers of pumps that a change may set a bound between. */
export function textsToCompareOn(
  program: Program,
  findings: readonly Finding[],
  stretches: readonly number[],
  hasMatch: (text: string) => boolean,
): readonly string[] {
  const alphabet = Alphabet.of(program);
  const short = shortTexts(alphabet);
  const matched: string[] = [];
  for (const text of short) {
    if (matched.length === MAX_MATCHED) break;
    if (hasMatch(text)) matched.push(text);
  }
  const stretched = findings.flatMap(({ attack: { prefix, pump } }) => matched.flatMap((text) => stretches.map((pumps) => prefix + pump.repeat(pumps) + text)));
  const attacks = findings.flatMap(({ attack }) => [0, 1, 2, 5].flatMap((pumps) => [textOf(attack, pumps), `${textOf(attack, pumps)}${attack.pump}`]));
  const accepted = acceptedTexts(program, alphabet);
  const [first] = findings;
  const beside = accepted.flatMap((text, i) => {
    const [next = "", other = ""] = [accepted[(i + 1) % accepted.length], accepted[(i + 7) % accepted.length]];
    return [text, text + text, text + next, `${other} ${text}`, `${text}\n${next}`, `${first?.attack.prefix ?? ""}${first?.attack.pump ?? ""}${text}`];
  });
  return [...new Set([...attacks, ...stretched, ...beside, ...short])].slice(0, MAX_TEXTS);
}

/** Every text up to a length, the shortest first, as many as there is room for. */
function shortTexts({ samples }: Alphabet): string[] {
  let layer = [""];
  const texts = [""];
  for (let length = 1; length <= LONGEST_SHORT && texts.length < MAX_TEXTS; length++) {
    layer = layer.flatMap((text) => samples.map((sample) => text + sample)).slice(0, MAX_TEXTS);
    append(texts, layer);
  }
  return texts;
}

/** Texts that paths of the pattern take from its start to its end; each goes where the ones before have gone least. */
function acceptedTexts(program: Program, alphabet: Alphabet): string[] {
  const automaton = new PathAutomaton(program, alphabet, { restarts: false, whole: false, settled: false, bounds: program.loops.map(exactBounds) });
  drained(automaton.explore());
  if (automaton.full) return [];
  const distance = distancesToMatch(automaton);
  const visits = new Map<number, number>();
  const texts: string[] = [];
  for (let i = 0; i < ACCEPTED; i++) {
    const word: number[] = [];
    let options = automaton.starts.map(({ to }) => ({ to, symbol: -1 }));
    for (;;) {
      const open = options.filter(({ to }) => (distance[to] as number) < Number.POSITIVE_INFINITY);
      const rank = ({ to }: { to: number }): number => (word.length < MEANDER ? (visits.get(to) ?? 0) : (distance[to] as number));
      const best = open.reduce<(typeof open)[number] | undefined>((least, each) => (!least || rank(each) < rank(least) ? each : least), undefined);
      if (!best) break;
      visits.set(best.to, (visits.get(best.to) ?? 0) + 1);
      if (best.symbol >= 0) word.push(best.symbol);
      if (automaton.isThrough(best.to)) break;
      options = automaton.waysOf(best.to).flatMap(({ mask, edges }) => {
        // Another character of those that it takes each time.
        const symbols = [...alphabet.masks.symbols(mask)].filter((symbol) => symbol !== alphabet.edge);
        const symbol = symbols[i % Math.max(1, symbols.length)];
        return symbol === undefined ? [] : edges.map(({ to }) => ({ to, symbol }));
      });
    }
    texts.push(alphabet.spell(word));
  }
  return [...new Set(texts)];
}

/** Characters from each state to a match at least. */
function distancesToMatch(automaton: PathAutomaton): number[] {
  const before: number[][] = Array.from({ length: automaton.size }, () => []);
  const distance = Array.from({ length: automaton.size }, (_, state) => (automaton.isThrough(state) ? 0 : Number.POSITIVE_INFINITY));
  const queue: number[] = [];
  for (let state = 0; state < automaton.size; state++) {
    if (automaton.isThrough(state)) queue.push(state);
    else for (const { edges } of automaton.waysOf(state)) for (const { to } of edges) before[to]?.push(state);
  }
  for (let head = 0; head < queue.length; head++) {
    const at = queue[head] as number;
    for (const state of before[at] as readonly number[]) {
      if (distance[state] !== Number.POSITIVE_INFINITY) continue;
      distance[state] = (distance[at] as number) + 1;
      queue.push(state);
    }
  }
  return distance;
}
