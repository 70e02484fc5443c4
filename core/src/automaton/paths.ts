/**
 * The path automaton of a program: its ways through a text, where two ways that take the same text by different
 * choices stay two. The backtracking machine's work on a text that does not match is the number of these paths, so
 * how the work can grow is how ambiguous this automaton is: N. Weideman, B. van der Merwe, M. Berglund and B. Watson,
 * "Analyzing Matching Time Behavior of Backtracking Regular Expression Matchers by Using Ambiguity of NFA" (2016).
 *
 * What a lookaround demands and what an atomic group settles goes with the path, as provisos: sets of threads of which
 * some, or none, must get through. A path into a lookaround's body ends with it: its work counts too.
 */
import { Op } from "../program/operations.ts";
import { type Enclosure, FAILS, INSTRUCTION_WIDTH, type Program } from "../program/program.ts";
import type { Alphabet, Mask } from "./alphabet.ts";
import { keyOfProvisos, type Moment, NO_THREADS, type Proviso, placesAfter, type ThreadOptions, type ThreadSet, Threads } from "./threads.ts";
import { type Bounds, exitsBy, type Place, type Visitor, Walk } from "./walk.ts";
import { Watches } from "./watches.ts";

/** More states than this are not analysed in the time of a keystroke. */
export const MAX_STATES = 2000;
/** Ways of all states together: some 100 bytes each. */
export const MAX_EDGES = 80_000;
/** Places gone through between two moments at which the work can be left: a few milliseconds. */
const EXPLORED_AT_ONCE = 20_000;
/** Sets of threads for provisos. */
const MAX_THREAD_SETS = 4000;
/** More lookarounds at once than this: the oldest is forgotten, which only adds paths. */
const MAX_PROVISOS = 4;

/** Where an item took a character, the way went on to `to`; `turned` are the loops that finished an iteration there. */
export interface Edge {
  readonly to: number;
  readonly turned: readonly number[];
}

/** The ways out of a state on any symbol of the mask, the preferred first. */
export interface Ways {
  readonly mask: Mask;
  readonly edges: readonly Edge[];
}

/** An enclosure that the path is in: what is tried there before this path must not get through. */
interface Frame {
  readonly rivals: ThreadSet;
  /** Whether the path ends with the enclosure. */
  readonly probe: boolean;
}

interface Extra {
  readonly frames: readonly Frame[];
  readonly provisos: readonly Proviso[];
  readonly turned: readonly number[];
  /** What the lookbehinds have seen so far. */
  readonly watched: readonly ThreadSet[];
}

/** Where a way between two characters came to. */
interface Arrival {
  readonly place: Place<Extra>;
  /** The edge there, where nothing is added to the place; made when it is first gone. */
  edge?: Edge;
}

const PLAIN: Extra = { frames: [], provisos: [], turned: [], watched: [] };

export interface PathOptions extends ThreadOptions {
  /** Attempts begin at every offset; else only at the first. */
  readonly restarts: boolean;
  /** Only paths that are gone before a match is found: the whole pattern is settled like an atomic group. */
  readonly settled: boolean;
  /** Whether an attempt begins at every offset whatever came of those before it. */
  readonly apart?: boolean;
  readonly bounds: readonly Bounds[];
  /** Whether assertions and lookarounds are taken to hold as well as not, as where a text is read against its direction. */
  readonly blind?: boolean;
}

export class PathAutomaton {
  readonly program: Program;
  readonly alphabet: Alphabet;
  readonly options: PathOptions;
  /** Set where what the pattern asks was not followed exactly: the automaton has paths that the pattern has not. */
  inexact = false;
  /** The states before the text's first character, the preferred first. */
  readonly starts: readonly Edge[];
  private readonly walk: Walk<"at-least">;
  private readonly threads: Threads;
  private readonly watches: Watches;
  private readonly places: Place<Extra>[] = [];
  private readonly takes: Mask[] = [];
  private readonly ways: (readonly Ways[] | undefined)[] = [];
  private readonly numbers = new Map<string, number>();
  private readonly closures = new Map<string, readonly Arrival[]>();
  private readonly endOnly: Mask;
  private edgeCount = 0;

  constructor(program: Program, alphabet: Alphabet, options: PathOptions) {
    this.program = program;
    this.alphabet = alphabet;
    this.options = options;
    const budget = { work: 0 };
    this.walk = new Walk("at-least", program, alphabet, options.bounds, budget);
    this.threads = new Threads(new Walk("at-most", program, alphabet, options.bounds, budget), options);
    this.endOnly = alphabet.masks.where((symbol) => symbol === alphabet.edge);
    const frames = options.settled ? [{ rivals: NO_THREADS, probe: true }] : [];
    this.watches = new Watches(program, alphabet, options.blind === true);
    const begin = this.place(0, { ...PLAIN, frames, watched: this.watches.atStart(alphabet.edge) });
    this.starts = this.attempt(begin, alphabet.edge);
  }

  get size(): number {
    return this.places.length;
  }

  /** Whether there are more states, edges or sets than there is room or time for; then paths are missing. */
  get full(): boolean {
    if (this.walk.spent || this.threads.spent || this.watches.spent) return true;
    return this.edgeCount > MAX_EDGES || this.places.length > MAX_STATES || this.threads.size > MAX_THREAD_SETS;
  }

  /** The symbols that a state's item takes. */
  takesOf(state: number): Mask {
    return this.takes[state] as Mask;
  }

  /** The instruction that a state stands at; −1 where a search waits before its next attempt, which takes any character. */
  instructionOf(state: number): number {
    return (this.places[state] as Place<Extra>).pc;
  }

  /** Whether the state is a match, or waits for what it hangs on: no item of the pattern. */
  isThrough(state: number): boolean {
    return this.operationOf(state) === Op.Match;
  }

  /** Whether the state stands for a back-reference's text: its length is settled by what the group took. */
  isReference(state: number): boolean {
    return this.operationOf(state) === Op.Reference;
  }

  /** Whether it stands for a text that is never long. */
  isShortReference(state: number): boolean {
    const { pc } = this.places[state] as Place<Extra>;
    return this.isReference(state) && this.walk.heldBy(this.program.code[pc * INSTRUCTION_WIDTH + 1] as number).bounded;
  }

  /** Whether a match is certain where the symbol comes next; the edge for the text's end. */
  matches(state: number, symbol: number): boolean {
    if (!this.isThrough(state)) return false;
    const { ahead, closing, extra } = this.places[state] as Place<Extra>;
    if (closing || !this.alphabet.masks.has(ahead, symbol)) return false;
    if (symbol !== this.alphabet.edge) return extra.provisos.length === 0;
    return extra.provisos.every(({ some, set }) => this.threads.read(set, symbol).through === some);
  }

  /** Whether it is a match where the symbol comes next, if what its lookarounds still ask of the text holds. */
  mayMatch(state: number, symbol: number): boolean {
    const { ahead, closing } = this.places[state] as Place<Extra>;
    return this.isThrough(state) && !closing && this.alphabet.masks.has(ahead, symbol);
  }

  /** Whether a match is certain whatever comes next. */
  isMatch(state: number): boolean {
    const { ahead, extra } = this.places[state] as Place<Extra>;
    return this.isThrough(state) && ahead === this.alphabet.masks.all && extra.provisos.length === 0;
  }

  /** What a text must still do after the state for its path to be gone at all. */
  duesOf(state: number): readonly Proviso[] {
    return (this.places[state] as Place<Extra>).extra.provisos;
  }

  /** The same, and that what is tried before it fails. */
  owedBy(state: number): readonly Proviso[] {
    const { frames, provisos } = (this.places[state] as Place<Extra>).extra;
    const rivals = frames.filter(({ rivals: set }) => set !== NO_THREADS).map(({ rivals: set }) => ({ some: false, set }));
    return [...provisos, ...rivals];
  }

  /** The same after a character, or at the text's end; undefined where they are not met any more. */
  duesAfter(dues: readonly Proviso[], symbol: number): readonly Proviso[] | undefined {
    const left: Proviso[] = [];
    for (const { some, set } of dues) {
      const { through, set: next } = this.threads.read(set, symbol);
      const over = through || symbol === this.alphabet.edge || next === NO_THREADS;
      if (over && through !== some) return undefined;
      if (!over) left.push({ some, set: next });
    }
    return left;
  }

  /** The ways out of a state, by masks that share no symbol; worked out when first asked for. */
  waysOf(state: number): readonly Ways[] {
    let ways = this.ways[state];
    if (!ways) {
      // What is found from here on is thrown away: it is not worth the time.
      if (this.full) return [];
      ways = this.findWays(state);
      this.ways[state] = ways;
      for (const { edges } of ways) this.edgeCount += edges.length + 1;
    }
    return ways;
  }

  /** The edges on one symbol. */
  edgesOn(state: number, symbol: number): readonly Edge[] {
    return this.waysOf(state).find(({ mask }) => this.alphabet.masks.has(mask, symbol))?.edges ?? [];
  }

  /** Works out every state; yields the number known so far now and then. */
  *explore(): Generator<number, void> {
    let yielded = this.walk.work;
    for (let state = 0; state < this.places.length && !this.full; state++) {
      this.waysOf(state);
      if (this.walk.work - yielded < EXPLORED_AT_ONCE && state % 8 < 7) continue;
      yielded = this.walk.work;
      yield this.places.length;
    }
  }

  private operationOf(state: number): number {
    const { pc } = this.places[state] as Place<Extra>;
    return pc < 0 ? -1 : (this.program.code[pc * INSTRUCTION_WIDTH] as number);
  }

  private place(pc: number, extra: Extra): Place<Extra> {
    return { pc, counts: [], fresh: [], ahead: this.alphabet.masks.all, closing: false, extra };
  }

  /** The states of an attempt that begins where the symbol stands behind, and the state that waits for the next. */
  private attempt(begin: Place<Extra>, behind: number): Edge[] {
    const edges = this.closure(begin, behind).map((arrival) => this.edgeTo(arrival));
    if (!this.options.restarts) return edges;
    const [frame] = begin.extra.frames;
    if (!frame || this.options.apart) return [...edges, { to: this.number({ ...begin, pc: -1 }), turned: [] }];
    const rivals = this.threads.union(frame.rivals, this.threadsFrom(begin, behind));
    if (!this.threads.canFail(rivals)) return edges;
    return [...edges, { to: this.number({ ...begin, pc: -1, extra: { ...begin.extra, frames: [{ rivals, probe: true }] } }), turned: [] }];
  }

  private findWays(state: number): Ways[] {
    const place = this.places[state] as Place<Extra>;
    const { masks } = this.alphabet;
    const takes = this.takes[state] as Mask;
    const { frames, provisos, watched } = place.extra;
    const settled = frames.length + provisos.length + watched.length > 0;
    const ways: Ways[] = [];
    if (!settled) {
      if (this.isThrough(state) && !place.closing) return [];
      this.walk.kinds.forEach((kind) => {
        const mask = masks.and(takes, kind);
        const symbol = masks.first(mask);
        if (symbol < 0 || symbol === this.alphabet.edge) return;
        const edges = this.after(place, symbol);
        if (edges.length > 0) ways.push({ mask, edges });
      });
      return ways;
    }
    // What the threads make of a symbol hangs on the symbol itself; those with the same edges are put together.
    const alike = new Map<string, { edges: readonly Edge[]; symbols: Set<number> }>();
    for (const symbol of masks.symbols(takes)) {
      const next = symbol === this.alphabet.edge ? undefined : this.settle(place, symbol);
      if (!next) continue;
      const edges = this.after(next, symbol);
      if (edges.length === 0) continue;
      const key = edges.map(({ to, turned }) => `${to}:${turned}`).join(" ");
      const group = alike.get(key);
      if (group) group.symbols.add(symbol);
      else alike.set(key, { edges, symbols: new Set([symbol]) });
    }
    for (const { edges, symbols } of alike.values()) ways.push({ mask: masks.where((symbol) => symbols.has(symbol)), edges });
    return ways;
  }

  /** The place with its provisos and rivals after a symbol; undefined where they forbid it. */
  private settle(place: Place<Extra>, symbol: number): Place<Extra> | undefined {
    const provisos: Proviso[] = [];
    const watched = this.watches.after(place.extra.watched, symbol);
    const then = this.momentOf(watched);
    for (const { some, set } of place.extra.provisos) {
      const reached = this.threads.read(set, symbol, then);
      if (reached.through) {
        if (some) continue;
        return undefined;
      }
      if (some) {
        if (reached.set === NO_THREADS) return undefined;
        if (this.threads.isBlurred(reached.set)) this.inexact = true;
        else if (!this.threads.isThrough(reached.set)) provisos.push({ some, set: reached.set });
      } else {
        if (!this.threads.canFail(reached.set)) return undefined;
        if (reached.set !== NO_THREADS) provisos.push({ some, set: reached.set });
      }
    }
    const frames: Frame[] = [];
    for (const frame of place.extra.frames) {
      const reached = this.threads.read(frame.rivals, symbol, then);
      if (reached.through || !this.threads.canFail(reached.set)) return undefined;
      frames.push({ ...frame, rivals: reached.set });
    }
    return { ...place, extra: { frames, provisos, turned: [], watched } };
  }

  private momentOf(watched: readonly ThreadSet[]): Moment | undefined {
    if (watched.length === 0) return undefined;
    return { number: this.watches.numberOf(watched), holds: (enclosure) => this.watches.holds(enclosure, watched) };
  }

  /** The edges of a place whose item takes the symbol. */
  private after(place: Place<Extra>, symbol: number): Edge[] {
    if (place.pc < 0) return this.attempt({ ...place, pc: 0 }, symbol);
    if (this.program.code[place.pc * INSTRUCTION_WIDTH] === Op.Match) {
      if (place.closing) return [{ to: this.number({ ...place, ahead: this.endOnly, closing: false }), turned: [] }];
      // A match that hangs on provisos waits for them.
      return [{ to: this.number({ ...place, ahead: this.alphabet.masks.all }), turned: [] }];
    }
    const { provisos } = place.extra;
    const edges: Edge[] = [];
    for (const next of placesAfter(this.walk, place, this.endOnly)) {
      for (const arrival of this.closure({ ...next, extra: { ...next.extra, provisos: [], turned: [] } }, symbol)) {
        if (provisos.length === 0) edges.push(this.edgeTo(arrival));
        else {
          const { place: arrived } = arrival;
          const all = this.merged([...provisos, ...arrived.extra.provisos]);
          edges.push({ to: this.number({ ...arrived, extra: { ...arrived.extra, provisos: all } }), turned: arrived.extra.turned });
        }
      }
    }
    return edges;
  }

  private merged(provisos: readonly Proviso[]): Proviso[] {
    const distinct = new Map(provisos.map((proviso) => [`${proviso.some}${proviso.set}`, proviso]));
    const sorted = [...distinct.values()];
    if (sorted.length > MAX_PROVISOS) this.inexact = true;
    return sorted.slice(-MAX_PROVISOS).sort((a, b) => a.set - b.set || Number(a.some) - Number(b.some));
  }

  /** Where every way from a place arrives; remembered, since many characters are alike. */
  private closure(from: Place<Extra>, behind: number): readonly Arrival[] {
    const { frames } = from.extra;
    // Threads see the symbol itself only through its kind, too.
    const key = `${from.pc}|${from.counts}|${from.ahead}|${this.walk.kindOf[behind]}|${framesKey(frames)}|${from.extra.watched}`;
    let found = this.closures.get(key);
    if (!found) {
      const arrived: Arrival[] = [];
      const add = (place: Place<Extra>): void => {
        if (this.takesAt(place) !== this.alphabet.masks.none) arrived.push({ place });
      };
      this.walk.go(from, behind, this.visitor(behind, add));
      found = arrived;
      this.closures.set(key, found);
    }
    return found;
  }

  private edgeTo(arrival: Arrival): Edge {
    arrival.edge ??= { to: this.number(arrival.place), turned: arrival.place.extra.turned };
    return arrival.edge;
  }

  private visitor(behind: number, add: (place: Place<Extra>) => void): Visitor<Extra> {
    const { threads, program } = this;
    return {
      visits: 2,
      guesses: true,
      blind: this.options.blind === true,
      keyOf: ({ frames, provisos }) => `${framesKey(frames)};${keyOfProvisos(provisos)}`,
      weigh: ({ frames, provisos }) => frames.length + provisos.length,
      turn: (extra, loop) => ({ ...extra, turned: [...extra.turned, loop] }),
      arrive: (place) => {
        const operation = program.code[place.pc * INSTRUCTION_WIDTH];
        if (operation === Op.Match) {
          const ahead = this.options.whole ? this.alphabet.masks.and(place.ahead, this.endOnly) : place.ahead;
          add({ ...place, ahead, extra: { ...place.extra, frames: [] } });
        } else add(place);
      },
      second: (first, second) => {
        const { frames } = second.extra;
        const frame = frames.at(-1);
        // What the rivals would assert is not known.
        if (!frame || this.options.blind) return second;
        const rivals = threads.union(frame.rivals, this.threadsFrom(first, behind));
        return { ...second, extra: { ...second.extra, frames: [...frames.slice(0, -1), { ...frame, rivals }] } };
      },
      enter: (place, number) => this.enter(place, number, behind),
      leave: (place, number) => {
        const { kind, held } = program.enclosures[number] as Enclosure;
        const frame = place.extra.frames.at(-1);
        // A way into a lookaround ends with it.
        if (kind === "look" || !frame || frame.probe || !threads.canFail(frame.rivals)) return undefined;
        const provisos = frame.rivals === NO_THREADS ? place.extra.provisos : [...place.extra.provisos, { some: false, set: frame.rivals }];
        return { ...place, pc: held, extra: { ...place.extra, frames: place.extra.frames.slice(0, -1), provisos: this.merged(provisos) } };
      },
    };
  }

  private enter(place: Place<Extra>, number: number, behind: number): Place<Extra>[] {
    const { node, held, failed, kind } = this.program.enclosures[number] as Enclosure;
    const { extra } = place;
    const inside = (probe: boolean): Place<Extra> => ({
      ...place,
      pc: place.pc + 1,
      extra: { ...extra, frames: [...extra.frames, { rivals: NO_THREADS, probe }] },
    });
    if (kind !== "look") return [inside(false)];
    if (node.kind !== "look" || node.behind) return this.lookBehind(place, number);
    const past = (exit: number, ...dues: Proviso[]): Place<Extra>[] =>
      exit === FAILS ? [] : [{ ...place, pc: exit, extra: dues.length === 0 ? extra : { ...extra, provisos: this.merged([...extra.provisos, ...dues]) } }];
    // What is inside does not hang on the loops around it; what was tried before must have failed all the same.
    const lost = extra.frames.filter(({ rivals }) => rivals !== NO_THREADS).map(({ rivals }) => ({ some: false, set: rivals }));
    const frames = [{ rivals: NO_THREADS, probe: true }];
    const probe: Place<Extra> = { ...place, pc: place.pc + 1, counts: [], extra: { ...extra, frames, provisos: this.merged([...extra.provisos, ...lost]) } };
    const set = this.threadsFrom({ ...place, pc: place.pc + 1, counts: [] }, behind);
    if (this.threads.isBlurred(set)) this.inexact = true;
    if (this.threads.isThrough(set)) return [probe, ...past(held)];
    if (set === NO_THREADS) return [probe, ...past(failed)];
    const holding = this.threads.isBlurred(set) ? past(held) : past(held, { some: true, set });
    return [probe, ...holding, ...past(failed, { some: false, set })];
  }

  private lookBehind(place: Place<Extra>, number: number): Place<Extra>[] {
    const enclosure = this.program.enclosures[number] as Enclosure;
    const mask = this.watches.holds(number, place.extra.watched);
    if (mask !== undefined) return exitsBy(place, enclosure, mask, this.alphabet.masks);
    // Whether it holds is not known: the way is gone in any case.
    this.inexact = true;
    return [enclosure.held, enclosure.failed].filter((exit) => exit !== FAILS).map((pc) => ({ ...place, pc }));
  }

  private threadsFrom(place: Place<Extra>, behind: number): ThreadSet {
    return this.threads.from(place, behind, (enclosure) => this.watches.holds(enclosure, place.extra.watched));
  }

  private number(place: Place<Extra>): number {
    const { frames, provisos, watched } = place.extra;
    const key = `${place.pc}|${place.counts}|${place.ahead}|${place.closing}|${framesKey(frames)};${keyOfProvisos(provisos)};${watched}`;
    let number = this.numbers.get(key);
    if (number === undefined) {
      number = this.places.push({ ...place, fresh: [] }) - 1;
      this.takes.push(this.takesAt(place));
      this.numbers.set(key, number);
    }
    return number;
  }

  private takesAt({ pc, ahead }: Place<Extra>): Mask {
    const { masks } = this.alphabet;
    if (pc < 0) return masks.not(this.endOnly);
    return this.program.code[pc * INSTRUCTION_WIDTH] === Op.Match ? ahead : masks.and(ahead, this.walk.takes(pc));
  }
}

function framesKey(frames: readonly Frame[]): string {
  return frames.map(({ rivals, probe }) => `${rivals}${probe ? "p" : ""}`).join();
}
