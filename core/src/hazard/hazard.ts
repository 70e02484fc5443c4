/**
 * Hazard: how a pattern's work can grow with the text at worst, the text that makes it, and the proof.
 *
 * The pattern's path automaton is asked for ambiguity; each way in which it is ambiguous is a candidate, an attack is
 * looked for, and its steps are forecast at growing numbers of pumps. Only what the exact steps show is a finding.
 * Every automaton looked at has at least the paths that the pattern has, so what none of them can do the pattern
 * cannot: `linear` is said where that is shown. The first one is cheap; closer ones follow while a candidate is left
 * that no attack confirms.
 */

import { Alphabet } from "../automaton/alphabet.ts";
import { everyMatch } from "../automaton/every-match.ts";
import { MAX_EDGES, MAX_STATES, PathAutomaton } from "../automaton/paths.ts";
import { type Bounds, exactBounds } from "../automaton/walk.ts";
import { writtenOut } from "../automaton/written-out.ts";
import type { Guard } from "../hosts/guard.ts";
import { leastOf, mostOf } from "../lists.ts";
import { lengthsOf } from "../program/lengths.ts";
import { Op } from "../program/operations.ts";
import { INSTRUCTION_WIDTH, type Loop, type Program, UNBOUNDED } from "../program/program.ts";
import { drained, within } from "../slices.ts";
import type { Node, Span } from "../syntax/tree.ts";
import { grouped } from "../text/visible.ts";
import { type Ambiguity, type Candidate, findAmbiguity, MAX_PRODUCT_STATES, type Path } from "./ambiguity.ts";
import { FEW_AT_ONCE, mostAtOnce } from "./at-once.ts";
import { type Attack, findAttack, findAttackAlong, findAttackBefore, findAttackReached } from "./attack.ts";
import { type BehindCost, costBehind } from "./behind.ts";
import { type Confirmation, confirm, extrapolate, type Sample, textOf } from "./confirm.ts";
import { emptyWaysOf } from "./empty-ways.ts";
import { type GrowthKind, rankOf } from "./growth.ts";
import { guardOf, type LinearEngine, linearEngineOf } from "./guards.ts";
import { attemptsRestart, type HazardMode } from "./modes.ts";
import { choicesOf, findPeak, MANY_EMPTY_WAYS, type Peak } from "./peak.ts";
import { turnsAll } from "./turns.ts";
import { COUNT_LIMITS, type CountLimits, widened } from "./widened.ts";

/** What takes one character of the stretch: `at` is its offset there, the span lies in the pattern. */
export interface ReadingStep extends Span {
  readonly at: number;
  /** Quantifiers that finished an iteration after it. */
  readonly turned: readonly Span[];
}

/** One way to take the stretch. */
export type PumpReading = readonly ReadingStep[];

export interface Finding extends Span {
  readonly growth: "polynomial" | "exponential";
  readonly degree: number | null;
  /** The quantifiers that cause it. */
  readonly parts: readonly Span[];
  readonly attack: Attack;
  /** The pump, or the pump repeated: the text that the readings take. */
  readonly stretch: string;
  /** Different ways to take the same pump: two, or one where the other is the next attempt. */
  readonly readings: readonly PumpReading[];
  /** Whether one degree is the search's, which begins an attempt at every offset. */
  readonly restarts: boolean;
  /** Pumps after which the growth ends, since a quantifier has a bound; null where it goes on. */
  readonly until: number | null;
  /** What spares the dialect's own engine this growth, which is of backtracking alone; null where nothing does. */
  readonly guard: Guard | null;
  readonly confirmed: true;
  readonly samples: readonly Sample[];
}

/** A longer program is not looked at: its loops alone are too many to be paired. */
const MAX_INSTRUCTIONS = 20_000;

/** Why a growth was said to be linear, or could not be said. */
export type ReasonCode = keyof typeof REASONS;

export const REASONS = {
  "no-loop": "Nothing in the pattern repeats without a bound that matters, so each attempt is over after a bounded number of steps.",
  unambiguous: "No text can be taken by the pattern’s repetitions in two ways.",
  "no-failure": "Where a text could be taken in two ways, no ending makes the match fail, so the ways are never all tried.",
  bounded: "What could be taken in two ways has bounds so small that it costs little.",
  peak: "What repeats has bounds, so the work does not grow for ever; but they are wide enough for that.",
  found: "An attack was found, and its steps were counted.",
  "too-long-a-pattern": `The pattern has more than ${grouped(MAX_INSTRUCTIONS)} items, brackets and quantifiers, which is more than are looked at.`,
  "too-large": `The pattern has more than ${grouped(MAX_STATES)} states, or ${grouped(MAX_EDGES)} ways between them, which is more than are looked at.`,
  "too-long": `There are more than ${grouped(MAX_PRODUCT_STATES)} pairs of ways, or looking at them took more than the time there was.`,
  unconfirmed: "A text can be taken in two ways, but no attack on it could be confirmed.",
  references: "A back-reference makes the outcome hang on what a group took, and no attack on what may stand there could be confirmed.",
  reentered: "A lookaround that may be tried another way when it has been left is not followed here.",
  steered: "Groups that call themselves, or verbs, steer what is tried, and those are not followed here.",
  lookbehind: "A lookbehind that repeats reads the text over again, and how often could not be shown.",
  stretches: "Two stretches of a text together may cost more than either does, and an attack repeats one of them.",
  "many-ways": "What repeats has bounds, but they allow so many ways that the steps could not be shown to be few.",
} as const;

export interface Verdict {
  readonly growth: GrowthKind;
  /** Of a polynomial; else null. */
  readonly degree: number | null;
  /** Whether more growth than said could not be ruled out. */
  readonly atLeast: boolean;
  /** The worst first. */
  readonly findings: readonly Finding[];
  readonly reason: ReasonCode;
  /** Where no growth was found: a short text that costs far more than its length. Null where there is none, or it was missed. */
  readonly peak: Peak | null;
  /** The dialect's own engine, where it is linear; the growth is that of the plain machine all the same. */
  readonly engine: LinearEngine | null;
}

/** What is judged of the plain machine. */
type Judgement = Omit<Verdict, "engine">;

/** Growth that ends is a finding where it has come to so many steps by then: a millisecond. */
const BOUNDED_STEPS = 20_000n;
/** A text that costs more than this and is no longer than that is a peak. */
const HARMLESS_STEPS = 300_000;
const SHORT_TEXT = 140;
/** Candidates of one automaton that attacks are looked for. */
const MAX_TRIED = 10;
const MAX_FINDINGS = 8;
/** Characters that are left out of an attack at one end, one after the other. */
const MAX_SHORTENINGS = 12;
/** A longer pump is left as it is: a letter less helps nobody, and each try is many steps to count. */
const SHORT_PUMP = 24;
/** A longer pump is not made for the sake of a least count. */
const LONGEST_PUMP = 2000;

export interface AssessOptions {
  /** Where it says so, the verdict is of what is known until then. */
  readonly stop?: () => boolean;
  /** A rank: whoever has a finding as bad as this wants to know no more. */
  readonly enough?: number;
  readonly limits?: CountLimits;
}

/** Judges a program; yields now and then, so that it can be left at any time. */
export function* assess(program: Program, mode: HazardMode, options: AssessOptions = {}): Generator<number, Verdict> {
  return { ...(yield* judge(program, mode, options)), engine: linearEngineOf(program) };
}

function* judge(program: Program, mode: HazardMode, options: AssessOptions): Generator<number, Judgement> {
  const followed = writtenOut(program);
  if (program.nodes.length > MAX_INSTRUCTIONS)
    return { growth: "undecided", degree: null, atLeast: false, findings: [], reason: "too-long-a-pattern", peak: null };
  if (followed.beyond.has("calls") || followed.beyond.has("verbs"))
    return { growth: "undecided", degree: null, atLeast: false, findings: [], reason: "steered", peak: null };
  if (program.beyond.has("reenters")) return { growth: "undecided", degree: null, atLeast: false, findings: [], reason: "reentered", peak: null };
  const assessment = new Assessment(program, followed, mode, options);
  return (yield* within(assessment.run(), options.stop ?? never)) ?? assessment.soFar();
}

const never = (): boolean => false;

/** Whether all repetitions end soon: then there is no growth to look for. */
function isBounded(program: Program, limits: CountLimits): boolean {
  return program.references.length === 0 && program.loops.every(({ max }) => max < UNBOUNDED) && widened(program, limits).every(({ exact }) => exact);
}

/** The verdict at once. */
export function assessNow(program: Program, mode: HazardMode, options?: AssessOptions): Verdict {
  return drained(assess(program, mode, options));
}

/** One automaton to look at: of which program, how loops are counted, and whether only ways before a match are followed. */
interface View {
  readonly program: Program;
  /** Where the program goes on behind each match: the loop that does, whose turns are no quantifier's, and what skips a character. */
  readonly turn?: Loop;
  readonly skip?: Node;
  readonly bounds: readonly Bounds[];
  readonly settled: boolean;
  /** Whether what a lookahead asks of what is tried before is left aside: fewer states. */
  readonly plain?: boolean;
  /** What it shows where it has no candidate. */
  readonly shows: "unambiguous" | "no-failure" | "bounded";
}

/** A view that was looked at, and how far its candidates have been tried. */
interface Looked {
  readonly view: View;
  readonly automaton: PathAutomaton;
  readonly ambiguity: Ambiguity;
  /** The candidate that comes next. */
  next: number;
  tried: number;
}

class Assessment {
  /** The pattern's own program, whose steps are counted. */
  private readonly own: Program;
  /** The program that the automata follow: the pattern's own, with references written out where that can be done. */
  private readonly program: Program;
  private readonly mode: HazardMode;
  /** Whether attempts begin at many offsets. */
  private readonly restarts: boolean;
  private readonly enough: number | undefined;
  private readonly limits: CountLimits;
  private classes: Alphabet | undefined;
  private knownEmptyWays: number | undefined;
  private readonly findings: Finding[] = [];
  /** The worst that the pattern can do as far as is known: the degree that no automaton so far goes beyond. */
  private ceiling = Number.POSITIVE_INFINITY;
  /** The same of a single stretch that is repeated. */
  private ofOneStretch = Number.POSITIVE_INFINITY;
  private complete = false;
  private full = false;
  private bounded = false;
  /** The degree of asking the dearest lookbehind once. */
  private behindDegree = 0;
  /** Where every repetition ends: whether they allow many ways all the same. */
  private manyWays = false;
  private peak: Peak | null = null;

  constructor(own: Program, program: Program, mode: HazardMode, { enough, limits = COUNT_LIMITS }: AssessOptions) {
    this.enough = enough;
    this.limits = limits;
    this.own = own;
    this.program = program;
    this.mode = mode;
    this.restarts = attemptsRestart(program, mode);
  }

  *run(): Generator<number, Judgement> {
    // Where every repetition ends, a peak is all there can be, and it is found soonest.
    const ends = this.program.loops.every(({ max }) => max < UNBOUNDED);
    if (ends) yield* this.climb();
    const behind = yield* costBehind(
      this.program,
      () => this.alphabet,
      (part) => widened(part, this.limits),
    );
    this.behindDegree = behind.degree;
    if (ends && this.peak === null) this.manyWays = yield* this.allowsManyWays();
    if (isBounded(this.program, this.limits) && behind.degree === 0) return this.verdict("no-loop", true);
    const verdict = yield* this.lookClosely(behind);
    if (ends || verdict.growth !== "linear") return verdict;
    yield* this.climb();
    this.manyWays = this.emptyWays >= MANY_EMPTY_WAYS || (this.peak === null && (yield* this.allowsManyWays()));
    return this.peak !== null || !this.manyWays ? this.linear(verdict.reason) : this.verdict(verdict.reason);
  }

  private linear(reason: ReasonCode): Judgement {
    return { growth: "linear", degree: null, atLeast: false, findings: [], reason: this.peak ? "peak" : reason, peak: this.peak };
  }

  private get emptyWays(): number {
    this.knownEmptyWays ??= emptyWaysOf(this.program);
    return this.knownEmptyWays;
  }

  private get alphabet(): Alphabet {
    this.classes ??= Alphabet.of(this.program);
    return this.classes;
  }

  /** Whether an attempt may go many ways, where every repetition ends: whether it cannot be shown that it does not. */
  private *allowsManyWays(): Generator<number, boolean> {
    // Each choice doubles the ways at most.
    if (2 ** choicesOf(this.program) <= FEW_AT_ONCE / 2) return false;
    const options = { restarts: false, whole: this.mode === "whole" };
    const limit = (yield* this.waysAllowed()) / this.emptyWays;
    if (this.countsFit) {
      for (const settled of [false, true]) {
        const exact = new PathAutomaton(this.program, this.alphabet, { ...options, settled, bounds: this.program.loops.map(exactBounds) });
        yield* exact.explore();
        if (!exact.full && (yield* mostAtOnce(exact, limit)) <= limit) return false;
      }
    }
    const wide = new PathAutomaton(this.program, this.alphabet, { ...options, settled: false, bounds: widened(this.program, this.limits) });
    yield* wide.explore();
    return wide.full || (yield* mostAtOnce(wide, limit)) > limit;
  }

  /** So many paths at once that a short text costs few steps all the same, the search's attempts put together. */
  private *waysAllowed(): Generator<number, number> {
    const length = Math.min(SHORT_TEXT, lengthsOf(this.program).most) + 1;
    const begins = yield* this.beginsAnywhere();
    return Math.max(FEW_AT_ONCE / 2, HARMLESS_STEPS / (begins ? SHORT_TEXT : 1) / length);
  }

  /** Whether an attempt after the first can take any text at all. */
  private *beginsAnywhere(): Generator<number, boolean> {
    if (!this.restarts) return false;
    const wide = new PathAutomaton(this.program, this.alphabet, { restarts: true, whole: false, settled: false, bounds: widened(this.program, this.limits) });
    yield* wide.explore();
    const waiting = Array.from({ length: wide.size }, (_, state) => state).filter((state) => wide.instructionOf(state) < 0);
    return wide.full || waiting.some((state) => wide.waysOf(state).some(({ edges }) => edges.some(({ to }) => wide.instructionOf(to) >= 0)));
  }

  private *climb(): Generator<number, void> {
    this.peak = yield* findPeak(this.own, this.program, () => this.alphabet, this.mode);
  }

  private *lookClosely(behind: BehindCost): Generator<number, Judgement> {
    const looked: Looked[] = [];
    for (const view of this.views()) {
      const one = yield* this.look(view);
      if (!one) continue;
      const { ambiguity } = one;
      if (ambiguity.complete) {
        this.complete = true;
        this.ceiling = Math.min(this.ceiling, ambiguity.ceiling + behind.degree);
        const worst = ambiguity.candidates.reduce((most, candidate) => Math.max(most, rankOf(candidate)), 1);
        this.ofOneStretch = Math.min(this.ofOneStretch, worst + behind.degree);
      }
      // What fails is dear, and a closer view may show that there is nothing to find: after one failure those are asked first.
      yield* this.tryCandidates(one, 1);
      if (this.isDone) return this.verdict(ambiguity.candidates.length === 0 ? view.shows : "no-failure");
      looked.push(one);
    }
    for (const one of looked) {
      yield* this.tryCandidates(one, Number.POSITIVE_INFINITY);
      if (this.isDone) return this.verdict("no-failure");
    }
    yield* this.tryBehind(behind);
    return this.verdict("no-failure");
  }

  /** What is looked at, the cheapest first. */
  private *views(): Generator<View, void> {
    const { program } = this;
    const every = this.mode === "all" ? everyMatch(program) : undefined;
    // What every match makes of it is only known where what comes before one is settled.
    const settled = every
      ? { program: every.program, turn: every.program.loops[every.turn] as Loop, skip: every.skip, settled: true }
      : { program, settled: true };
    const isSettled = this.mode !== "all" || every !== undefined;
    const looks = program.enclosures.some(({ kind }) => kind === "look");
    const closer = (bounds: readonly Bounds[]): View[] => {
      const view = { ...settled, bounds, shows: "no-failure" } as const;
      // What is tried before says nothing where a match does not end the attempt.
      if (program.preference === "longest") return [];
      return !isSettled ? [] : looks ? [{ ...view, plain: true }, view] : [view];
    };
    yield { program, settled: false, bounds: widened(program, this.limits), shows: "unambiguous" };
    yield* closer(widened(settled.program, this.limits));
    if (widened(program, this.limits).every(({ exact }) => exact) || !this.countsFit) return;
    yield { program, settled: false, bounds: program.loops.map(exactBounds), shows: "bounded" };
    yield* closer(settled.program.loops.map(exactBounds));
  }

  /** What lookbehinds may be made to read: attacks on them, as far as they reach them. */
  private *tryBehind({ attacks }: BehindCost): Generator<number, void> {
    for (const { attack: found, candidate, parts, until } of attacks) {
      // A bound is of turns: the shortest pump makes as many of them as there are pumps.
      const attack = { ...found, pump: rootOf(found.pump) };
      const claim = { growth: candidate?.growth ?? "polynomial", degree: (candidate?.degree ?? 1) + 1, most: until ?? Number.POSITIVE_INFINITY } as const;
      const confirmation = yield* confirm(this.own, attack, this.mode, claim);
      if (!confirmation || rankOf(confirmation) <= this.worst()) continue;
      const { growth, degree, samples } = confirmation;
      this.findings.push({
        growth,
        degree,
        start: leastOf(parts.map(({ start }) => start)),
        end: mostOf(parts.map(({ end }) => end)),
        parts,
        attack,
        stretch: attack.pump,
        readings: [],
        restarts: this.restarts && growth === "polynomial",
        until,
        guard: guardOf(this.program, growth, parts),
        confirmed: true,
        samples,
      });
    }
  }

  /** What is known before all was looked at. */
  soFar(): Judgement {
    this.complete = false;
    this.ceiling = Number.POSITIVE_INFINITY;
    return this.verdict("no-failure");
  }

  /** Whether following every count exactly is worth trying. */
  private get countsFit(): boolean {
    const { code, loops } = this.program;
    let around = 1;
    let states = 0;
    for (let i = 0; i < code.length && states <= MAX_STATES; i += INSTRUCTION_WIDTH) {
      const { min, max, counter } = loops[code[i + 1] as number] ?? { min: 0, max: 0, counter: -1 };
      const values = counter >= 0 ? (max === UNBOUNDED ? min : max) + 1 : 1;
      if (code[i] === Op.LoopTry) around *= values;
      if (code[i] === Op.LoopNext) around /= values;
      states += around;
    }
    return states <= MAX_STATES;
  }

  /** Whether there is nothing worse to find, or nobody who would know of it. */
  private get isDone(): boolean {
    return this.worst() >= this.ceiling || this.isEnough(this.worst());
  }

  private isEnough(rank: number): boolean {
    return this.enough !== undefined && rank >= this.enough;
  }

  private worst(): number {
    return this.findings.reduce((most, finding) => Math.max(most, rankOf(finding)), 1);
  }

  private verdict(shown: ReasonCode, ended = false): Judgement {
    if (ended) this.complete = true;
    const sorted = [...this.findings].sort((a, b) => rankOf(b) - rankOf(a));
    // What a worse finding blames already is no finding of its own.
    const own = sorted.filter((finding, i) => !sorted.slice(0, i).some((worse) => rankOf(worse) > rankOf(finding) && blames(worse, finding.parts)));
    const findings = own.slice(0, MAX_FINDINGS);
    const decided = ended || (this.complete && this.worst() >= this.ceiling);
    const [worst] = findings;
    if (worst) {
      const atLeast = !decided && worst.growth !== "exponential";
      return { growth: worst.growth, degree: worst.degree, atLeast, findings, reason: atLeast ? this.obstacle : "found", peak: null };
    }
    if (decided && (this.peak !== null || !this.manyWays)) return this.linear(this.bounded ? "bounded" : shown);
    return { growth: "undecided", degree: null, atLeast: false, findings, reason: this.obstacle, peak: this.peak };
  }

  private get obstacle(): ReasonCode {
    if (this.full) return "too-large";
    if (!this.complete) return "too-long";
    if (this.findings.length > 0 && this.worst() >= this.ofOneStretch) return "stretches";
    if (this.behindDegree > 0) return "lookbehind";
    if (this.manyWays) return "many-ways";
    return this.program.references.length > 0 ? "references" : "unconfirmed";
  }

  /** Looks at one automaton for candidates. Undefined where it is too large. */
  private *look(view: View): Generator<number, Looked | undefined> {
    const { program, settled, plain = false, bounds } = view;
    const options = { restarts: this.restarts && !view.turn, whole: this.mode === "whole", settled, plain, bounds };
    const automaton = new PathAutomaton(program, this.alphabet, options);
    const ambiguity = yield* findAmbiguity(automaton);
    if (automaton.full) {
      this.full = true;
      return undefined;
    }
    return { view, automaton, ambiguity, next: 0, tried: 0 };
  }

  /** Goes on with an automaton's candidates until so many have failed: those that can be confirmed become findings. */
  private *tryCandidates(looked: Looked, failures: number): Generator<number, void> {
    const { view, automaton, ambiguity } = looked;
    for (let failed = 0; looked.next < ambiguity.candidates.length && failed < failures && !this.isEnough(this.worst()); looked.next++) {
      const candidate = ambiguity.candidates[looked.next] as Candidate;
      const parts = this.partsOf(view, candidate);
      if (this.isKnown(candidate, parts) || looked.tried++ >= MAX_TRIED) continue;
      const before = this.findings.length;
      yield* this.tryCandidate(automaton, view, candidate, parts);
      if (this.findings.length === before) failed++;
    }
  }

  /** Whether a finding as bad has these quantifiers, or some of them, already. */
  private isKnown(candidate: Candidate, parts: readonly Loop[]): boolean {
    const spans = parts.map(({ node }) => node);
    return this.findings.some((finding) => rankOf(finding) >= rankOf(candidate) && blames(finding, spans));
  }

  private *tryCandidate(automaton: PathAutomaton, view: View, candidate: Candidate, parts: readonly Loop[]): Generator<number, void> {
    const until = this.untilOf(view, parts);
    const spans = parts.map(({ node }) => spanOf(node));
    const isEveryWay = this.program.preference === "longest";
    for (const find of isEveryWay
      ? [findAttackReached, findAttack]
      : view.turn
        ? [findAttackAlong]
        : [findAttack, findAttackBefore, ...(view.settled ? [findAttackAlong] : [])]) {
      const found = yield* find(automaton, candidate);
      if (!found) continue;
      const claim = { growth: candidate.growth, degree: candidate.degree, most: until ?? Number.POSITIVE_INFINITY };
      let attack = found;
      let first: Confirmation | undefined;
      for (const pump of this.pumpsToTry(view, parts, found.pump)) {
        attack = { ...found, pump };
        first = turnsAll(this.own, attack, this.mode, spans) ? yield* confirm(this.own, attack, this.mode, claim) : undefined;
        if (first) break;
      }
      if (!first) continue;
      const { growth, degree } = first;
      if (until !== null && degree !== null && (extrapolate(first.samples, degree, until) ?? BOUNDED_STEPS) < BOUNDED_STEPS) {
        this.bounded = true;
        return;
      }
      if (this.findings.some((finding) => rankOf(finding) === rankOf(first) && finding.parts.length === parts.length && isSame(finding, parts))) return;
      const shortest = this.isEnough(rankOf(first)) ? { attack, samples: first.samples } : yield* this.shorten(attack, first, claim.most, spans);
      // What the same text shows already is not shown by it again; once that is mended it has a text of its own, or none.
      if (this.findings.some((finding) => rankOf(finding) === rankOf(first) && isSameAttack(finding.attack, shortest.attack))) return;
      // A loop without a quantifier of its own is the whole pattern's.
      const blamed = spans.length > 0 ? spans : [spanOf(this.program.root)];
      this.findings.push({
        growth,
        degree,
        start: leastOf(blamed.map(({ start }) => start)),
        end: mostOf(blamed.map(({ end }) => end)),
        parts: blamed,
        attack: shortest.attack,
        stretch: this.alphabet.spell(candidate.word),
        // Where least counts were not followed, the readings are not the pattern's own.
        readings: this.followsLeast(view, parts) ? this.readingsOf(automaton, view, candidate) : [],
        restarts: candidate.restarts || this.goesOn(view, candidate),
        until,
        guard: guardOf(this.program, growth, blamed),
        confirmed: true,
        samples: shortest.samples,
      });
      return;
    }
  }

  private followsLeast(view: View, parts: readonly Loop[]): boolean {
    return parts.every((loop) => loop.min <= (view.bounds[view.program.loops.indexOf(loop)] as Bounds).min);
  }

  /** Shorter ones first: their steps are sooner counted. Where a least count was not followed, as much more as it asks for. */
  private pumpsToTry(view: View, parts: readonly Loop[], pump: string): Set<string> {
    const times = parts.map((loop) => {
      const { min } = view.bounds[view.program.loops.indexOf(loop)] as Bounds;
      return min > 0 ? Math.ceil(loop.min / min) : 1;
    });
    const most = Math.min(Math.max(1, mostOf(times)), Math.ceil(LONGEST_PUMP / pump.length));
    return new Set([rootOf(pump), pump, pump.repeat(most)]);
  }

  /** The attack with what can be left out left out, as long as it still does the same. */
  private *shorten(attack: Attack, confirmation: Confirmation, most: number, parts: readonly Span[]): Generator<number, Pick<Finding, "attack" | "samples">> {
    let best = { attack, samples: confirmation.samples };
    const attempts: ((attack: Attack) => Attack)[] = [
      (a) => ({ ...a, prefix: "" }),
      (a) => ({ ...a, prefix: a.prefix.slice(0, a.prefix.indexOf(a.pump) < 0 ? a.prefix.length : a.prefix.indexOf(a.pump)) }),
      (a) => (a.pump.length > SHORT_PUMP ? a : { ...a, pump: a.pump.slice(0, -1) }),
      (a) => (a.pump.length > SHORT_PUMP ? a : { ...a, pump: a.pump.slice(1) }),
      (a) => ({ ...a, suffix: "" }),
    ];
    for (const attempt of attempts) {
      let tries = MAX_SHORTENINGS;
      for (let shorter = attempt(best.attack); tries > 0 && isShorter(shorter, best.attack); shorter = attempt(best.attack), tries--) {
        if (!turnsAll(this.own, shorter, this.mode, parts)) break;
        const again = yield* confirm(this.own, shorter, this.mode, { ...confirmation, most });
        if (again?.growth !== confirmation.growth || again.degree !== confirmation.degree) break;
        best = { attack: shorter, samples: again.samples };
      }
    }
    return best;
  }

  /** Pumps after which a widened quantifier comes to its bound; one inside another begins anew with each of the other's iterations. */
  private untilOf(view: View, parts: readonly Loop[]): number | null {
    const inside = ({ node }: Loop) => parts.some((other) => other.node !== node && other.node.start <= node.start && node.end <= other.node.end);
    const outer = parts.filter((loop) => !inside(loop));
    const bounds = outer.filter((loop) => !(view.bounds[view.program.loops.indexOf(loop)] as Bounds).exact && loop.max < UNBOUNDED).map(({ max }) => max);
    return bounds.length > 0 ? leastOf(bounds) : null;
  }

  /** The loops that turn in the candidate's readings, in the order of the pattern. */
  private partsOf({ program, turn }: View, { readings }: Candidate): Loop[] {
    const numbers = new Set(readings.flatMap(({ edges }) => edges.flatMap(({ turned }) => turned)));
    // What is there once or not at all is no loop.
    const loops = [...numbers].map((number) => program.loops[number] as Loop).filter((loop) => loop.max > 1 && loop !== turn);
    // Where references are written out, one quantifier can be several loops.
    const distinct = loops.filter(({ node }, i) => loops.findIndex((other) => other.node === node) === i);
    return distinct.sort((a, b) => a.node.start - b.node.start || b.node.end - a.node.end);
  }

  /** Whether the first of several loops is that over the matches, which begins an attempt wherever it can. */
  private goesOn({ program, turn }: View, { growth, readings: [first] }: Candidate): boolean {
    return growth === "polynomial" && first !== undefined && first.edges.some(({ turned }) => turned.some((number) => program.loops[number] === turn));
  }

  /** What the paths take of the stretch; what skips a character between matches is no part of the pattern's. */
  private readingsOf(automaton: PathAutomaton, view: View, candidate: Candidate): PumpReading[] {
    const { word, readings } = candidate;
    const { nodes, loops } = view.program;
    const lengths = word.map((symbol) => (this.alphabet.samples[symbol] as string).length);
    const skips = ({ from, edges }: Path): boolean =>
      [from, ...edges.slice(0, -1).map(({ to }) => to)].some((state) => nodes[automaton.instructionOf(state)] === view.skip);
    // Nor is the loop over the matches.
    const own = view.turn ? readings.filter((path, i) => !skips(path) && !(i === 0 && this.goesOn(view, candidate))) : readings;
    return own.map(({ from, edges }) => {
      let state = from;
      let at = 0;
      return edges.map(({ to, turned }, i) => {
        const { start, end } = nodes[automaton.instructionOf(state)] as Span;
        const turns = turned.map((number) => loops[number] as Loop).filter((loop) => loop !== view.turn);
        const step = { at, start, end, turned: turns.map(({ node }) => spanOf(node)) };
        state = to;
        at += lengths[i % lengths.length] as number;
        return step;
      });
    });
  }
}

/** Whether a finding blames all of these quantifiers. */
const blames = (finding: Finding, parts: readonly Span[]): boolean =>
  parts.every((part) => finding.parts.some(({ start, end }) => start === part.start && end === part.end));

const isSame = (finding: Finding, parts: readonly Loop[]): boolean =>
  parts.every(({ node }, i) => node.start === finding.parts[i]?.start && node.end === finding.parts[i]?.end);

const isSameAttack = (one: Attack, other: Attack): boolean => one.prefix === other.prefix && one.pump === other.pump && one.suffix === other.suffix;

const isShorter = (one: Attack, other: Attack): boolean => one.pump.length > 0 && textOf(one, 1).length < textOf(other, 1).length;

/** The shortest text that the text is a repetition of. */
function rootOf(text: string): string {
  for (let length = 1; length <= text.length / 2; length++) {
    if (text.length % length === 0 && text.slice(0, length).repeat(text.length / length) === text) return text.slice(0, length);
  }
  return text;
}

const spanOf = ({ start, end }: Span): Span => ({ start, end });
