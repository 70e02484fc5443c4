/**
 * An attack: a text that leads to a loop, keeps it going for as long as one likes, and then makes every way fail.
 *
 * The paths that a search has under way at an offset are followed together, in order of preference. None of them may
 * be through before the end. Where some ways can never fail, only those tried before the loop's own are asked to.
 */
import { Crowds } from "../automaton/crowds.ts";
import type { PathAutomaton } from "../automaton/paths.ts";
import { keyOfProvisos, type Proviso } from "../automaton/threads.ts";
import type { Candidate } from "./ambiguity.ts";

/** Text: `prefix`, then `pump` as often as one likes, then `suffix`. */
export interface Attack {
  readonly prefix: string;
  readonly pump: string;
  readonly suffix: string;
}

/** Beginnings of texts that are tried on the way to the loop, and endings after it. */
const MAX_PREFIXES = 2000;
const MAX_SUFFIXES = 1500;
/** The places where the loop is come to that are tried. */
const MAX_ARRIVALS = 12;
/** After so many pumps the paths under way repeat themselves, or are too many. */
const MAX_PUMPS = 10;
/** Paths followed together, of all sets: a few megabytes. */
const MAX_FOLLOWED = 400_000;
/** States and edges gone through for one candidate: half a second. */
const MAX_WORK = 1_500_000;

/** Looks for an attack that keeps the candidate's loops going, and on which every way fails; undefined where none was found. */
export function findAttack(automaton: PathAutomaton, candidate: Candidate): Generator<number, Attack | undefined> {
  return search(automaton, candidate, false);
}

/** The same where only the ways before the loop's, and its own, fail. */
export function findAttackBefore(automaton: PathAutomaton, candidate: Candidate): Generator<number, Attack | undefined> {
  return search(automaton, candidate, true);
}

/**
 * The same where only the ways before the last loop's fail, in an automaton that is settled: it knows them of every
 * state. The last loop's own may get through, or fail for what the others fail for.
 */
export function* findAttackAlong(automaton: PathAutomaton, { state, word, readings }: Candidate): Generator<number, Attack | undefined> {
  const last = readings.at(-1)?.from ?? state;
  const prefix = yield* shortestWay(automaton, state);
  const suffix = prefix && (yield* endingFor(automaton, automaton.owedBy(last)));
  const { alphabet } = automaton;
  return prefix && suffix && { prefix: alphabet.spell(prefix), pump: alphabet.spell(word), suffix: alphabet.spell(suffix) };
}

/** The same where a match does not end an attempt, since all ways are tried: then nothing has to fail. */
export function* findAttackReached(automaton: PathAutomaton, { state, word }: Candidate): Generator<number, Attack | undefined> {
  const prefix = yield* shortestWay(automaton, state);
  const { alphabet } = automaton;
  return prefix && { prefix: alphabet.spell(prefix), pump: alphabet.spell(word), suffix: "" };
}

/** A shortest word that leads to a state. */
function* shortestWay(automaton: PathAutomaton, goal: number): Generator<number, readonly number[] | undefined> {
  const { masks } = automaton.alphabet;
  const from = new Map<number, { readonly state: number; readonly symbol: number } | null>(automaton.starts.map(({ to }) => [to, null]));
  const queue = [...from.keys()];
  for (let head = 0; head < queue.length && !from.has(goal); head++) {
    if (head % 1000 === 999) yield head;
    const state = queue[head] as number;
    if (automaton.isThrough(state)) continue;
    for (const { mask, edges } of automaton.waysOf(state)) {
      for (const { to } of edges) {
        if (from.has(to)) continue;
        from.set(to, { state, symbol: masks.first(mask) });
        queue.push(to);
      }
    }
  }
  if (!from.has(goal)) return undefined;
  const word: number[] = [];
  for (let at = from.get(goal); at; at = from.get(at.state)) word.unshift(at.symbol);
  return word;
}

/** A shortest text after which all of this has come true. */
function* endingFor(automaton: PathAutomaton, dues: readonly Proviso[]): Generator<number, readonly number[] | undefined> {
  const { classes, edge } = automaton.alphabet;
  const queue = [{ dues, word: [] as readonly number[] }];
  const seen = new Set([keyOfProvisos(dues)]);
  for (let head = 0; head < queue.length && head < MAX_SUFFIXES; head++) {
    if (head % 100 === 99) yield head;
    const at = queue[head] as (typeof queue)[number];
    if (automaton.duesAfter(at.dues, edge)) return at.word;
    for (let symbol = 0; symbol < classes; symbol++) {
      const left = symbol === edge ? undefined : automaton.duesAfter(at.dues, symbol);
      if (!left || seen.has(keyOfProvisos(left))) continue;
      seen.add(keyOfProvisos(left));
      queue.push({ dues: left, word: [...at.word, symbol] });
    }
  }
  return undefined;
}

function* search(automaton: PathAutomaton, candidate: Candidate, lenient: boolean): Generator<number, Attack | undefined> {
  const crowds = new Crowds(automaton);
  const begin = automaton.starts.map(({ to }) => to);
  interface Node {
    readonly state: number;
    readonly crowd: number;
    readonly parent: number;
    readonly symbol: number;
  }
  const nodes: Node[] = [];
  const seen = new Set<string>();
  const add = (state: number, members: readonly number[], parent: number, symbol: number): void => {
    const crowd = crowds.intern(lenient ? upTo(members, state) : members);
    const key = `${state} ${crowd}`;
    if (seen.has(key) || crowds.isThrough(crowd)) return;
    seen.add(key);
    nodes.push({ state, crowd, parent, symbol });
  };
  for (const state of begin) add(state, begin, -1, -1);
  let arrivals = 0;
  for (let head = 0; head < nodes.length; head++) {
    if (head >= MAX_PREFIXES || crowds.followed > MAX_FOLLOWED || crowds.work > MAX_WORK) return undefined;
    if (head % 100 === 99) yield head;
    const node = nodes[head] as Node;
    if (node.state === candidate.state) {
      const suffix = yield* afterPumps(automaton, crowds, node.crowd, candidate, lenient);
      if (suffix) {
        const prefix: number[] = [];
        for (let at = node; at.parent >= 0; at = nodes[at.parent] as Node) prefix.unshift(at.symbol);
        const { alphabet } = automaton;
        return { prefix: alphabet.spell(prefix), pump: alphabet.spell(candidate.word), suffix: alphabet.spell(suffix) };
      }
      if (++arrivals >= MAX_ARRIVALS) return undefined;
    }
    if (automaton.isThrough(node.state)) continue;
    for (const { mask, edges } of automaton.waysOf(node.state)) {
      for (const symbol of crowds.telling(node.crowd, mask)) {
        const next = crowds.read(node.crowd, symbol);
        if (next < 0) continue;
        for (const { to } of edges) add(to, crowds.members(next), head, symbol);
      }
    }
  }
  return undefined;
}

/** The ending after which every way has failed, once the word has been repeated; undefined where there is none. */
function* afterPumps(
  automaton: PathAutomaton,
  crowds: Crowds,
  from: number,
  candidate: Candidate,
  lenient: boolean,
): Generator<number, readonly number[] | undefined> {
  const seen = new Set<number>();
  let crowd = from;
  for (let pumps = 0; pumps < MAX_PUMPS && !seen.has(crowd); pumps++) {
    seen.add(crowd);
    for (const symbol of candidate.word) {
      crowd = crowds.read(crowd, symbol);
      if (crowd < 0) return undefined;
    }
    if (lenient) crowd = crowds.intern(upTo(crowds.members(crowd), candidate.state));
  }
  // Attempts that begin after the pumps may match: what they cost has been paid by then.
  if (lenient) crowd = crowds.intern(crowds.members(crowd).filter((state) => automaton.instructionOf(state) >= 0));
  // What the loop's own path hangs on must come true, or it would not be gone.
  const everySymbol = Array.from({ length: automaton.alphabet.classes }, (_, symbol) => symbol);
  const queue = [{ crowd, dues: automaton.duesOf(candidate.state), word: [] as readonly number[] }];
  const keyOf = (reached: number, dues: readonly Proviso[]) => `${reached}|${keyOfProvisos(dues)}`;
  const tried = new Set([keyOf(crowd, automaton.duesOf(candidate.state))]);
  for (let head = 0; head < queue.length && head < MAX_SUFFIXES && crowds.followed <= MAX_FOLLOWED && crowds.work <= MAX_WORK; head++) {
    if (head % 100 === 99) yield head;
    const at = queue[head] as (typeof queue)[number];
    if (!crowds.matches(at.crowd, automaton.alphabet.edge) && automaton.duesAfter(at.dues, automaton.alphabet.edge)) return at.word;
    for (const symbol of at.dues.length > 0 ? everySymbol : crowds.telling(at.crowd, automaton.alphabet.masks.all)) {
      const next = symbol === automaton.alphabet.edge ? -1 : crowds.read(at.crowd, symbol);
      const dues = next < 0 ? undefined : automaton.duesAfter(at.dues, symbol);
      if (!dues || tried.has(keyOf(next, dues))) continue;
      tried.add(keyOf(next, dues));
      queue.push({ crowd: next, dues, word: [...at.word, symbol] });
    }
  }
  return undefined;
}

/** The members that are preferred to a state, and the state. */
const upTo = (members: readonly number[], state: number): readonly number[] => members.slice(0, members.indexOf(state) + 1);
