/**
 * The most that one attempt can take where every repetition ends: a bound that no text goes beyond. Shared beginnings of
 * two ways are told apart by the next character alone, so it can be more than any text reaches, and never less.
 */
import type { PathAutomaton } from "../automaton/paths.ts";

/** So many ways through a text are few: a millisecond or less. */
export const FEW_WAYS = 20_000;

/** So many paths at once are few: each character of a text costs no more than that. */
export const FEW_AT_ONCE = 200;

/**
 * The most characters that all paths of an attempt take together, on the text that makes them most; infinite where a
 * path can go on for ever. The automaton must have been explored.
 */
export function mostWays(automaton: PathAutomaton): number {
  const { alphabet } = automaton;
  const symbols = alphabet.edge + 1;
  /** By state: the most from there on, by the character that comes next. */
  const most: (Float64Array | undefined)[] = [];
  const OPEN = new Float64Array(0);
  const successors = (state: number): number[] => (automaton.isThrough(state) ? [] : automaton.waysOf(state).flatMap(({ edges }) => edges.map(({ to }) => to)));
  const pending = automaton.starts.map(({ to }) => to);
  while (pending.length > 0) {
    const state = pending.at(-1) as number;
    const known = most[state];
    if (known && known !== OPEN) {
      pending.pop();
      continue;
    }
    if (!known) {
      most[state] = OPEN;
      for (const to of successors(state)) {
        // A state that is come to again before it is done lies in a circle.
        if (most[to] === OPEN) return Number.POSITIVE_INFINITY;
        if (!most[to]) pending.push(to);
      }
      if (pending.at(-1) !== state) continue;
    }
    pending.pop();
    most[state] = ofState(state);
  }
  return best(automaton.starts.map(({ to }) => to));

  function ofState(state: number): Float64Array {
    const own = new Float64Array(symbols).fill(1);
    if (automaton.isThrough(state)) return own;
    for (const { mask, edges } of automaton.waysOf(state)) {
      const further = 1 + best(edges.map(({ to }) => to));
      for (const symbol of alphabet.masks.symbols(mask)) own[symbol] = further;
    }
    return own;
  }

  /** The most of several paths together, whichever character comes next. */
  function best(states: readonly number[]): number {
    let highest = 0;
    for (let symbol = 0; symbol < symbols; symbol++) {
      let sum = 0;
      for (const state of states) sum += (most[state] as Float64Array)[symbol] as number;
      highest = Math.max(highest, sum);
    }
    return highest;
  }
}

/** Rounds in which what is known of a state is handed to those before it: circles come to rest, or grow for ever. */
const MAX_ROUNDS = 40;
/** Sums made: half a second. */
const MAX_SUMS = 20_000_000;

/**
 * The most paths that are under way at once from one attempt on, whatever the text; infinite where no bound was found.
 * Paths that the next character tells apart are not counted together.
 */
export function mostAtOnce(automaton: PathAutomaton): number {
  const { alphabet, size } = automaton;
  const symbols = alphabet.edge + 1;
  const ways = Array.from({ length: size }, (_, state) => (automaton.isThrough(state) ? [] : automaton.waysOf(state)));
  let most = ways.map((list) => {
    const own = new Float64Array(symbols);
    for (const { mask } of list) for (const symbol of alphabet.masks.symbols(mask)) own[symbol] = 1;
    return own;
  });
  const sums = ways.reduce((sum, list) => sum + list.reduce((edges, way) => edges + way.edges.length * symbols, 0), 0);
  const together = (edges: readonly { readonly to: number }[]): number => {
    let highest = 0;
    for (let symbol = 0; symbol < symbols; symbol++) {
      let sum = 0;
      for (const { to } of edges) sum += (most[to] as Float64Array)[symbol] as number;
      highest = Math.max(highest, sum);
    }
    return Math.max(1, highest);
  };
  for (let round = 0; round < MAX_ROUNDS && (round + 1) * sums < MAX_SUMS; round++) {
    let changed = false;
    let highest = 0;
    const next = ways.map((list, state) => {
      const own = new Float64Array(symbols);
      for (const { mask, edges } of list) {
        const value = together(edges);
        highest = Math.max(highest, value);
        for (const symbol of alphabet.masks.symbols(mask)) {
          own[symbol] = value;
          if (value !== (most[state] as Float64Array)[symbol]) changed = true;
        }
      }
      return own;
    });
    most = next;
    if (highest > FEW_WAYS) return Number.POSITIVE_INFINITY;
    if (!changed) return together(automaton.starts);
  }
  return Number.POSITIVE_INFINITY;
}
