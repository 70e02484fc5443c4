/**
 * How ambiguous a path automaton is, and by which words.
 *
 * Exponentially: a state that one word leads back to itself by two different paths (EDA). Polynomially of degree d: d
 * loops that one word keeps each of them in and leads from each to the next (IDA). Both after A. Weber and H. Seidl,
 * "On the degree of ambiguity of finite automata" (1991), found by products of the automaton with itself as in
 * C. Allauzen, M. Mohri and A. Rastogi, "General Algorithms for Testing the Ambiguity of Finite Automata" (2008).
 *
 * A path that stays in one loop is linear work; d loops, one after the other, make work of degree d, and the search's
 * waiting for its next attempt is the first of them.
 */

import type { Edge, PathAutomaton } from "../automaton/paths.ts";
import { append, mostOf } from "../lists.ts";
import { type Components, componentsOf } from "./components.ts";

/** Pairs and triples of states looked at for one pattern; about a microsecond each. */
export const MAX_PRODUCT_STATES = 600_000;
/** Candidates of one kind: when none of so many has an attack, more of them have none either. */
const MAX_CANDIDATES = 6;
/** Words of one character are tried on every loop; with more classes than this only those that loops share. */
const MAX_SINGLE_WORDS = 40;
/** Words are repeated until loops of different lengths share them, up to this length. */
const MAX_COMMON_WORD = 64;
/** A word is repeated until each loop of a chain has come back, at most so often. */
const MAX_REPETITIONS = 500;

/** One path over the word, an edge a letter. */
export interface Path {
  readonly from: number;
  readonly edges: readonly Edge[];
}

export interface Candidate {
  readonly growth: "exponential" | "polynomial";
  /** Loops that share the word, the search's own counted; null where the growth is exponential. */
  readonly degree: number | null;
  /** The state that the word leads back to; of several loops the first one's. */
  readonly state: number;
  /** Classes of characters. */
  readonly word: readonly number[];
  /** Different ways to take the word, at least two; a search's waiting has no path of its own. */
  readonly readings: readonly Path[];
  /** Whether the first loop is the search's own. */
  readonly restarts: boolean;
}

export interface Ambiguity {
  /** The worst first. */
  readonly candidates: readonly Candidate[];
  /**
   * The degree that no text goes beyond; infinite where that is exponential, or where not everything was looked at. A
   * candidate keeps all of its loops in one word, but a text can also go from one word's loops to another's.
   */
  readonly ceiling: number;
  /** Whether everything was looked at; else there may be more. */
  readonly complete: boolean;
}

/** Finds what makes the automaton ambiguous, and so the work more than linear; yields now and then. */
export function* findAmbiguity(automaton: PathAutomaton): Generator<number, Ambiguity> {
  yield* automaton.explore();
  const finder = new Finder(automaton);
  yield* finder.findExponential();
  yield* finder.findPolynomial();
  const complete = finder.complete && !automaton.full;
  return { candidates: finder.sorted(), ceiling: complete ? finder.ceiling : Number.POSITIVE_INFINITY, complete };
}

/** How a node of a search was reached. */
interface Step {
  readonly parent: number;
  readonly symbol: number;
}

/**
 * How many pairs of loops, each sharing a word, lie one behind the other: the degree of ambiguity (Weber and Seidl, 1991).
 * Loops have lower numbers the later they come.
 */
function longestChain(leads: readonly (readonly [number, number])[], reach: ReadonlyMap<number, ReadonlySet<number>>): number {
  const lengths = new Map<readonly [number, number], number>();
  let longest = 0;
  for (const lead of [...leads].sort((a, b) => a[0] - b[0])) {
    const [, end] = lead;
    let behind = 0;
    for (const [[begin], length] of lengths) {
      if (begin === end || reach.get(end)?.has(begin)) behind = Math.max(behind, length);
    }
    lengths.set(lead, behind + 1);
    longest = Math.max(longest, behind + 1);
  }
  return longest;
}

class Finder {
  complete = true;
  /** Of the polynomials, in the end: one more than the pairs of loops that a path can go through one after the other. */
  ceiling = 1;
  private readonly automaton: PathAutomaton;
  private readonly components: Components;
  private readonly successors: readonly (readonly number[])[];
  private readonly candidates: Candidate[] = [];
  private readonly exponential = new Set<number>();
  private budget = MAX_PRODUCT_STATES;

  constructor(automaton: PathAutomaton) {
    this.automaton = automaton;
    this.successors = Array.from({ length: automaton.size }, (_, state) => {
      if (automaton.isThrough(state) || automaton.full) return [];
      return [...new Set(automaton.waysOf(state).flatMap(({ edges }) => edges.map(({ to }) => to)))];
    });
    this.components = componentsOf(automaton.size, (state) => this.successors[state] as readonly number[]);
  }

  sorted(): Candidate[] {
    const rank = ({ degree }: Candidate) => degree ?? Number.POSITIVE_INFINITY;
    return [...this.candidates].sort((a, b) => rank(b) - rank(a) || a.word.length - b.word.length);
  }

  // Exponential: two paths of one word from a state to itself.

  *findExponential(): Generator<number, void> {
    for (let component = 0; component < this.components.members.length; component++) {
      if (!this.components.cyclic[component]) continue;
      const found = yield* this.findMeeting(component);
      if (found.length > 0) this.exponential.add(component);
      append(this.candidates, found);
    }
  }

  /** Pairs of states of a component that part from one and meet again in one, nearest first. */
  private *findMeeting(component: number): Generator<number, Candidate[]> {
    const { automaton, components } = this;
    const { masks } = automaton.alphabet;
    const inside = (edges: readonly Edge[]) => edges.filter(({ to }) => components.of[to] === component);
    const found: Candidate[] = [];
    /** Pair → where it came from; a pair that parted from one state has that state as `parent`, as −1 − state. */
    const steps = new Map<number, Step>();
    const queue: number[] = [];
    const size = automaton.size;
    const pair = (x: number, y: number) => (x < y ? x * size + y : y * size + x);
    for (const state of components.members[component] as readonly number[]) {
      // The search's own waiting parts from every attempt and never meets it again.
      for (const { mask, edges } of automaton.waysOf(state)) {
        const symbol = masks.first(mask);
        const ways = inside(edges);
        for (let i = 0; i < ways.length; i++) {
          for (let j = i + 1; j < ways.length; j++) {
            const [x, y] = [ways[i] as Edge, ways[j] as Edge];
            if (x.to === y.to) {
              if (found.length < MAX_CANDIDATES) found.push(this.meeting(state, [symbol], [x], [y]));
            } else if (!steps.has(pair(x.to, y.to))) {
              steps.set(pair(x.to, y.to), { parent: -1 - state, symbol });
              queue.push(pair(x.to, y.to));
            }
          }
        }
      }
    }
    for (let head = 0; head < queue.length && found.length < MAX_CANDIDATES; head++) {
      if (--this.budget < 0) {
        this.complete = false;
        break;
      }
      if (head % 1000 === 999) yield head;
      const key = queue[head] as number;
      const [x, y] = [Math.floor(key / size), key % size];
      for (const wx of automaton.waysOf(x)) {
        for (const wy of automaton.waysOf(y)) {
          const symbol = masks.first(masks.and(wx.mask, wy.mask));
          if (symbol < 0) continue;
          for (const ex of inside(wx.edges)) {
            for (const ey of inside(wy.edges)) {
              if (ex.to === ey.to) {
                if (found.length < MAX_CANDIDATES) found.push(this.traceMeeting(steps, key, symbol, ex.to));
              } else if (!steps.has(pair(ex.to, ey.to))) {
                steps.set(pair(ex.to, ey.to), { parent: key, symbol });
                queue.push(pair(ex.to, ey.to));
              }
            }
          }
        }
      }
    }
    return found;
  }

  /** The word that led to a pair, and the two paths over it, read back from where it came from. */
  private traceMeeting(steps: ReadonlyMap<number, Step>, last: number, symbol: number, end: number): Candidate {
    const size = this.automaton.size;
    const word = [symbol];
    const pairs = [last];
    let state = -1;
    for (let key = last; ; ) {
      const step = steps.get(key) as Step;
      word.unshift(step.symbol);
      if (step.parent < 0) {
        state = -1 - step.parent;
        break;
      }
      key = step.parent;
      pairs.unshift(key);
    }
    // Which of a pair's two states each path is in: found from the end, where both come to one state.
    const one: number[] = [end];
    const other: number[] = [end];
    for (let i = pairs.length - 1; i >= 0; i--) {
      const key = pairs[i] as number;
      const [x, y] = [Math.floor(key / size), key % size];
      const on = word[i + 1] as number;
      const straight = this.edge(x, on, one[0] as number) && this.edge(y, on, other[0] as number);
      one.unshift(straight ? x : y);
      other.unshift(straight ? y : x);
    }
    const path = (states: readonly number[]): Edge[] => {
      let from = state;
      return states.map((to, i) => {
        const edge = this.edge(from, word[i] as number, to) as Edge;
        from = to;
        return edge;
      });
    };
    return this.meeting(state, word, path(one), path(other));
  }

  private edge(from: number, symbol: number, to: number): Edge | undefined {
    return this.automaton.edgesOn(from, symbol).find((edge) => edge.to === to);
  }

  /** Closes two paths that meet to a loop at the state where they parted. */
  private meeting(state: number, word: readonly number[], one: readonly Edge[], other: readonly Edge[]): Candidate {
    const end = (one.at(-1) as Edge).to;
    const back = this.wayBack(end, state);
    return {
      growth: "exponential",
      degree: null,
      state,
      word: [...word, ...back.word],
      readings: [
        { from: state, edges: [...one, ...back.edges] },
        { from: state, edges: [...other, ...back.edges] },
      ],
      restarts: false,
    };
  }

  /** A shortest way from one state to another of its component. */
  private wayBack(from: number, to: number): { word: number[]; edges: Edge[] } {
    const { automaton, components } = this;
    const reached = new Map<number, { parent: number; symbol: number; edge: Edge } | null>([[from, null]]);
    const queue = [from];
    for (let head = 0; head < queue.length && !reached.has(to); head++) {
      const state = queue[head] as number;
      for (const { mask, edges } of automaton.waysOf(state)) {
        for (const edge of edges) {
          if (reached.has(edge.to) || components.of[edge.to] !== components.of[from]) continue;
          reached.set(edge.to, { parent: state, symbol: automaton.alphabet.masks.first(mask), edge });
          queue.push(edge.to);
        }
      }
    }
    const word: number[] = [];
    const edges: Edge[] = [];
    for (let at = reached.get(to); at; at = reached.get(at.parent)) {
      word.unshift(at.symbol);
      edges.unshift(at.edge);
    }
    return { word, edges };
  }

  // Polynomial: loops that share a word, one after the other.

  *findPolynomial(): Generator<number, void> {
    const words = yield* this.sharedWords();
    const seen = new Set<string>();
    for (const word of words) {
      yield words.length;
      for (const chain of this.chainsOf(word)) {
        const key = chain.map(({ state }) => this.components.of[state]).join();
        if (seen.has(key)) continue;
        seen.add(key);
        const first = chain[0] as Loop;
        const times = commonMultiple(chain.map(({ edges }) => edges.length / word.length));
        this.candidates.push({
          growth: "polynomial",
          degree: chain.length,
          state: first.state,
          // Repeated until every loop has come back to where it was.
          word: repeated(word, times * word.length),
          readings: chain
            .filter(({ state }) => !this.isWaiting(state))
            .map(({ state, edges }) => ({ from: state, edges: repeated(edges, times * word.length) })),
          restarts: this.isWaiting(first.state),
        });
      }
    }
  }

  private isWaiting(state: number): boolean {
    return this.automaton.instructionOf(state) < 0;
  }

  /** Words by which one loop leads to another while it stays in both, and every single character where there are few. */
  private *sharedWords(): Generator<number, (readonly number[])[]> {
    const { automaton, components } = this;
    const words = new Map<string, readonly number[]>();
    const add = (word: readonly number[]): void => {
      words.set(word.join(), word);
    };
    // What a reference to a short text takes is no loop, though nothing says where it ends.
    const isLoop = (component: number): boolean =>
      components.cyclic[component] === true &&
      !this.exponential.has(component) &&
      !(components.members[component] as readonly number[]).every((state) => automaton.isShortReference(state));
    const loops = components.members.flatMap((_, component) => (isLoop(component) ? [component] : []));
    const reach = this.reachable(loops);
    const leads: (readonly [number, number])[] = [];
    for (const one of loops) {
      for (const other of loops) {
        if (one === other || !reach.get(one)?.has(other)) continue;
        const word = yield* this.sharedWord(one, other);
        if (!word) continue;
        add(word);
        leads.push([one, other]);
      }
    }
    this.ceiling = this.exponential.size > 0 ? Number.POSITIVE_INFINITY : 1 + longestChain(leads, reach);
    // Without two loops that share anything there is no chain.
    if (words.size === 0) return [];
    if (automaton.alphabet.classes <= MAX_SINGLE_WORDS) for (let symbol = 0; symbol < automaton.alphabet.classes; symbol++) add([symbol]);
    for (const word of [...words.values()]) {
      for (const other of [...words.values()]) {
        const common = commonPower(word, other);
        if (common) add(common);
      }
    }
    return [...words.values()].sort((a, b) => a.length - b.length);
  }

  /** For each of the components, which of them it leads to. */
  private reachable(loops: readonly number[]): Map<number, Set<number>> {
    const { members, of, cyclic } = this.components;
    // Successors have lower numbers, so they are done first.
    const reach: Set<number>[] = [];
    members.forEach((states, component) => {
      const found = new Set<number>();
      for (const state of states) {
        for (const to of this.successors[state] as readonly number[]) {
          const next = of[to] as number;
          if (next === component) continue;
          if (cyclic[next]) found.add(next);
          for (const further of reach[next] as Set<number>) found.add(further);
        }
      }
      reach.push(found);
    });
    return new Map(loops.map((component) => [component, reach[component] as Set<number>]));
  }

  /** A shortest word that stays in the one component, stays in the other, and leads from the one to the other. */
  private *sharedWord(one: number, other: number): Generator<number, readonly number[] | undefined> {
    const { members } = this.components;
    const pairs = (members[one] as readonly number[]).flatMap((p) => (members[other] as readonly number[]).map((q) => [p, q] as const));
    let sharing: ((p: number, q: number) => boolean) | undefined;
    for (const [p, q] of pairs) {
      if (sharing && !sharing(p, q)) continue;
      const word = yield* this.sharedWordOf(p, q);
      if (word || this.budget < 0) return word;
      // Most loops share nothing: all pairs together take little longer to be ruled out than one.
      sharing ??= yield* this.pairsThatShare(pairs);
    }
    return undefined;
  }

  /**
   * Which pairs of states of two components share a word: p and q do where the triple (p, q, q) can be come to from
   * (p, p, q). With a way back from each of the former to its latter, that is one strong component of the triples.
   */
  private *pairsThatShare(pairs: readonly (readonly [number, number])[]): Generator<number, (p: number, q: number) => boolean> {
    const numbers = new Map<number, number>();
    const triples: number[] = [];
    const leads: number[][] = [];
    const numberOf = (triple: number): number => {
      let number = numbers.get(triple);
      if (number === undefined) {
        number = triples.push(triple) - 1;
        numbers.set(triple, number);
      }
      return number;
    };
    for (const [p, q] of pairs) numberOf(this.triple(p, p, q));
    for (let head = 0; head < triples.length; head++) {
      if (--this.budget < 0) {
        this.complete = false;
        return () => false;
      }
      if (head % 1000 === 999) yield head;
      const next = new Set<number>();
      this.readTriple(triples[head] as number, pairs[0] as readonly [number, number], (triple) => next.add(numberOf(triple)));
      leads.push([...next]);
    }
    for (const [p, q] of pairs) {
      const end = numbers.get(this.triple(p, q, q));
      if (end !== undefined) leads[end]?.push(numberOf(this.triple(p, p, q)));
    }
    const { of } = componentsOf(triples.length, (number) => leads[number] as readonly number[]);
    return (p, q) => {
      const end = numbers.get(this.triple(p, q, q));
      return end !== undefined && of[end] === of[numberOf(this.triple(p, p, q))];
    };
  }

  private triple(a: number, b: number, c: number): number {
    const { size } = this.automaton;
    return (a * size + b) * size + c;
  }

  /** Every triple that a letter leads to from one, the first of them kept in p's component and the last in q's. */
  private readTriple(triple: number, [p, q]: readonly [number, number], add: (next: number, symbol: number) => void): void {
    const { automaton, components } = this;
    const { masks } = automaton.alphabet;
    const { size } = automaton;
    const [home, goal] = [components.of[p] as number, components.of[q] as number];
    const c = triple % size;
    const b = Math.floor(triple / size) % size;
    const a = Math.floor(triple / size / size);
    for (const wa of automaton.waysOf(a)) {
      for (const wc of automaton.waysOf(c)) {
        const both = masks.and(wa.mask, wc.mask);
        if (masks.first(both) < 0) continue;
        for (const wb of automaton.waysOf(b)) {
          const symbol = masks.first(masks.and(both, wb.mask));
          if (symbol < 0) continue;
          for (const ea of wa.edges) {
            if (components.of[ea.to] !== home) continue;
            for (const ec of wc.edges) {
              if (components.of[ec.to] !== goal) continue;
              for (const eb of wb.edges) {
                // Only what can still come to the goal: components count down along the ways.
                if ((components.of[eb.to] as number) >= goal) add(this.triple(ea.to, eb.to, ec.to), symbol);
              }
            }
          }
        }
      }
    }
  }

  private *sharedWordOf(p: number, q: number): Generator<number, readonly number[] | undefined> {
    const begin = this.triple(p, p, q);
    const end = this.triple(p, q, q);
    const steps = new Map<number, Step>();
    const queue = [begin];
    for (let head = 0; head < queue.length && !steps.has(end); head++) {
      if (--this.budget < 0) {
        this.complete = false;
        return undefined;
      }
      if (head % 1000 === 999) yield head;
      const parent = queue[head] as number;
      this.readTriple(parent, [p, q], (next, symbol) => {
        if (steps.has(next)) return;
        steps.set(next, { parent, symbol });
        queue.push(next);
      });
    }
    return steps.has(end) ? wordTo(steps, end, begin) : undefined;
  }

  /** The longest chains of loops that the word stays in and leads along. */
  private chainsOf(word: readonly number[]): Loop[][] {
    const { automaton } = this;
    const after = (state: number): number[] => {
      let now = new Set([state]);
      for (const symbol of word) {
        const next = new Set<number>();
        for (const each of now) if (!automaton.isThrough(each)) for (const { to } of automaton.edgesOn(each, symbol)) next.add(to);
        now = next;
      }
      return [...now].filter((each) => !automaton.isThrough(each));
    };
    const next = Array.from({ length: automaton.size }, (_, state) => (automaton.isThrough(state) ? [] : after(state)));
    const { members, cyclic, of } = componentsOf(automaton.size, (state) => next[state] as readonly number[]);
    /** The longest chain from a component on. */
    const longest: number[][] = [];
    const isLoop = (component: number): boolean =>
      cyclic[component] === true &&
      !(members[component] as readonly number[]).some(
        (state) => automaton.isShortReference(state) || this.exponential.has(this.components.of[state] as number),
      );
    let best: number[] = [];
    members.forEach((states, component) => {
      let on: number[] = [];
      for (const state of states) {
        for (const to of next[state] as readonly number[]) {
          const chain = of[to] === component ? [] : (longest[of[to] as number] as number[]);
          if (chain.length > on.length) on = chain;
        }
      }
      const chain = isLoop(component) ? [component, ...on] : on;
      longest.push(chain);
      if (chain.length > best.length) best = chain;
    });
    const chains = [best];
    // What the pattern does by itself is told apart from what the search adds.
    const own = longest.filter((chain) => chain.length > 0 && !this.isWaiting((members[chain[0] as number] as readonly number[])[0] as number));
    const longestOwn = own.reduce((a, b) => (b.length > a.length ? b : a), [] as number[]);
    if (this.isWaiting((members[best[0] ?? 0] as readonly number[])[0] as number) && longestOwn.length !== best.length - 1) chains.push(longestOwn);
    return chains.filter((chain) => chain.length > 1).map((chain) => chain.map((component) => this.loopIn(members[component] as readonly number[], word)));
  }

  /** A state of the loop and its path over the word, repeated until it comes back. */
  private loopIn(states: readonly number[], word: readonly number[]): Loop {
    const state = states[0] as number;
    const inside = new Set(states);
    const paths = new Map<number, { edges: Edge[]; times: number }>([[state, { edges: [], times: 0 }]]);
    const queue = [state];
    for (let head = 0; head < queue.length; head++) {
      const at = queue[head] as number;
      const { edges, times } = paths.get(at) as { edges: Edge[]; times: number };
      for (const path of this.pathsOver(at, word)) {
        const to = (path.at(-1) as Edge).to;
        if (to === state) return { state, word, edges: times === 0 ? path : [...edges, ...path] };
        if (!inside.has(to) || paths.has(to)) continue;
        paths.set(to, { edges: [...edges, ...path], times: times + 1 });
        queue.push(to);
      }
    }
    return { state, word, edges: [] };
  }

  /** A path over the word to each state that it leads to. */
  private pathsOver(from: number, word: readonly number[]): Edge[][] {
    let now = new Map<number, Edge[]>([[from, []]]);
    for (const symbol of word) {
      const next = new Map<number, Edge[]>();
      for (const [state, edges] of now) {
        for (const edge of this.automaton.edgesOn(state, symbol)) if (!next.has(edge.to)) next.set(edge.to, [...edges, edge]);
      }
      now = next;
    }
    return [...now.values()];
  }
}

interface Loop {
  readonly state: number;
  readonly word: readonly number[];
  /** Its path over the word, or over the word repeated. */
  readonly edges: readonly Edge[];
}

/** A list over again until it has the length. */
function repeated<T>(list: readonly T[], length: number): T[] {
  return list.length === 0 ? [] : Array.from({ length }, (_, i) => list[i % list.length] as T);
}

/** The least common multiple of whole numbers, as long as it is not too long; else the largest of them. */
function commonMultiple(numbers: readonly number[]): number {
  let multiple = 1;
  for (const number of numbers) {
    let next = multiple;
    while (number > 0 && next % number !== 0) next += multiple;
    multiple = next;
    if (multiple > MAX_REPETITIONS) return mostOf(numbers);
  }
  return multiple;
}

function wordTo(steps: ReadonlyMap<number, Step>, end: number, begin: number): number[] {
  const word: number[] = [];
  for (let key = end; ; ) {
    const { parent, symbol } = steps.get(key) as Step;
    word.unshift(symbol);
    if (parent === begin) return word;
    key = parent;
  }
}

/** The shortest word that both words are repeated to; undefined where there is none. */
function commonPower(one: readonly number[], other: readonly number[]): readonly number[] | undefined {
  if (one.length === other.length) return undefined;
  let length = one.length;
  while (length % other.length !== 0) length += one.length;
  if (length > MAX_COMMON_WORD) return undefined;
  const word = repeated(one, length);
  return word.every((symbol, i) => symbol === other[i % other.length]) ? word : undefined;
}
