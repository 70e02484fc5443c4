/**
 * How many paths of one attempt can be under way at once. Where that is few, each character of a text costs little,
 * whatever the text: where it is not known to be, a pattern that always ends can still be dear.
 */
import type { PathAutomaton } from "../automaton/paths.ts";

/** So many paths at once are few, whatever they are asked for. */
export const FEW_AT_ONCE = 50;
/** Different sets of paths that are looked at, and states and edges gone through: a tenth of a second or two. */
const MAX_CROWDS = 4000;
const MAX_WORK = 1_500_000;
const WORK_AT_ONCE = 50_000;

/** The states that paths are in after a text, each with the number of paths. */
type Crowd = ReadonlyMap<number, number>;

/**
 * The most paths that are under way at once from one attempt on, over all texts; infinite where that is more than the
 * limit, or was not found out. The automaton must have been explored.
 */
export function* mostAtOnce(automaton: PathAutomaton, limit = FEW_AT_ONCE): Generator<number, number> {
  const { masks } = automaton.alphabet;
  const seen = new Set<string>();
  const queue: Crowd[] = [];
  let most = 0;
  let work = 0;
  let yielded = 0;
  const add = (states: readonly number[], counts: readonly number[]): void => {
    const crowd = new Map<number, number>();
    let size = 0;
    states.forEach((state, i) => {
      const count = counts[i] as number;
      size += count;
      if (!automaton.isThrough(state)) crowd.set(state, (crowd.get(state) ?? 0) + count);
    });
    most = Math.max(most, size);
    const key = [...crowd].sort((a, b) => a[0] - b[0]).join();
    if (seen.has(key)) return;
    seen.add(key);
    queue.push(crowd);
  };
  const starts = automaton.starts.map(({ to }) => to);
  add(
    starts,
    starts.map(() => 1),
  );
  for (let head = 0; head < queue.length; head++) {
    if (most > limit || queue.length > MAX_CROWDS || work > MAX_WORK) return Number.POSITIVE_INFINITY;
    if (work - yielded > WORK_AT_ONCE) {
      yielded = work;
      yield head;
    }
    const crowd = queue[head] as Crowd;
    for (const symbol of tellingSymbols(automaton, crowd)) {
      const states: number[] = [];
      const counts: number[] = [];
      for (const [state, count] of crowd) {
        work++;
        if (!masks.has(automaton.takesOf(state), symbol)) continue;
        for (const { to } of automaton.edgesOn(state, symbol)) {
          // What a reference takes has one length, whatever it is: going on in it is no path more.
          if (to === state && automaton.isReference(state)) continue;
          states.push(to);
          counts.push(count);
          work++;
        }
      }
      if (states.length > 0) add(states, counts);
    }
  }
  return most;
}

/** One symbol of each kind that the crowd's states do not tell apart. */
function tellingSymbols(automaton: PathAutomaton, crowd: Crowd): number[] {
  const { masks } = automaton.alphabet;
  const told = new Set<number>();
  for (const state of crowd.keys()) for (const { mask } of automaton.waysOf(state)) told.add(mask);
  const list = [...told];
  const kinds = new Map<string, number>();
  for (const symbol of masks.symbols(masks.all)) {
    const key = list.map((mask) => (masks.has(mask, symbol) ? "1" : "0")).join("");
    if (key.includes("1") && !kinds.has(key)) kinds.set(key, symbol);
  }
  return [...kinds.values()];
}
