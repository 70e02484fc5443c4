/**
 * The worker's side of the bench: one sample, one pattern, one reel at a time.
 *
 * Long work runs in slices of a few milliseconds; between two of them the worker listens, and work that a newer
 * request has made useless ends there.
 */
import {
  type Attempt,
  asFound,
  attempts,
  CUTS,
  callsSlices,
  capturesOf,
  chartNodeAt,
  type DialectName,
  type Edit,
  type Examples,
  type ExpectationLine,
  type Filter,
  Forecast,
  findAny,
  type Graph,
  graphOf,
  type Holders,
  type HunkView,
  holders,
  hostOf,
  isGivenUp,
  judgeSlices,
  LEDGER_FORMS,
  type LedgerForm,
  LinearMachine,
  type LineTally,
  lineWithout,
  locateTrouble,
  type MatchMode,
  type MatchTable,
  narrate,
  type Order,
  orderOf,
  type Profile,
  type Program,
  partAt,
  profile,
  type Reading,
  type Reel,
  readExpectations,
  read as readPattern,
  record,
  recordInSlices,
  type Sought,
  type Source,
  type Span,
  type SteppedMachine,
  type StringsFound,
  saveLedger,
  select,
  steppedMachine,
  stringsFound,
  type Traffic,
  tallyLines,
  trafficOf,
  type Values,
  valuesOf,
  type WhyNot,
  type WorkDone,
  workDone,
  writeExpectation,
} from "@lamprey/core";
import { editedAll } from "../shared/edits.ts";
import { MATCH_LIMIT, prepare, rowsOf } from "./answer.ts";
import { callsView } from "./calls.ts";
import { Contrasts } from "./contrasts.ts";
import type {
  Asked,
  CallsView,
  CarriedView,
  ChartLayout,
  ContrastAsked,
  ContrastFurther,
  ContrastResult,
  DialectView,
  ListJudged,
  ReelInfo,
  RewriteAnswer,
  RewriteAsked,
  RewriteFileAnswer,
  RewriteFileAsked,
  RunAnswer,
  SavedStateView,
  StepView,
  TurnsAnswer,
  VariantView,
  Winding,
  WorkResult,
} from "./messages.ts";
import { Rewritings } from "./rewritings.ts";
import { drive, pause } from "./slices.ts";

/** Steps of a run on every keystroke: half a second of the machine's time, and it can be ended at any slice. */
const STEP_BUDGET = 10_000_000;
/** A long sample may take as many steps for each of its characters before that counts as too many. */
const STEPS_A_CHARACTER = 12;
/** One attempt that takes more than this explodes, whatever the sample's length. */
const ATTEMPT_BUDGET = 4_000_000;
/** Events of a reel at first, so that it is there within a blink, and then: 12 bytes each, so 120 MB. */
const EVENT_LIMITS = { first: 1_000_000, whole: 10_000_000 } as const;
/** Events recorded of a single match to find its turns. */
const TURN_EVENTS = 500_000;
/** Turns listed of one group in one match. */
const MOST_TURNS = 200;
const SLICE = 100_000;
/** Saved states sent with a step. */
const SHOWN_STATES = 40;
/** Calls under way that are shown: those around them are counted. */
const SHOWN_CALLS = 30;

/** Instructions that a forecast follows at most: a second or two, and it can be ended at any slice. */
const FORECAST_BUDGET = 60_000_000;
/** The same while the matches wait for it: half a second. */
const MATCHES_BUDGET = 1_500_000;
/** Steps for each text of the list, and texts judged between two moments at which the worker listens. */
const TEXT_BUDGET = 1_000_000;
const JUDGED_AT_ONCE = 200;

/** Matches that a line of the list can be made to ask for: with more it is none that anybody reads. */
const MOST_ON_A_LINE = 40;

/** Texts given by example at once. */
const EXAMPLES = 8;

/** Items of a list that a call's value is shown with. */
const MOST_ITEMS = 40;

/** Characters that the linear machine reads in a slice. */
const LINEAR_SLICE = 400_000;

interface Current {
  readonly asked: Asked;
  readonly reading: Reading;
  readonly program: Program;
  readonly mode: MatchMode;
  /** The plain backtracker, as far as it was run. */
  readonly machine: SteppedMachine;
  /** The whole run counted, where that was tried for its matches. */
  readonly counted: Forecast | null;
  readonly matches: MatchTable;
}

export class Session {
  private sample = "";
  private newest = 0;
  private current: Current | null = null;
  /** What is being carried to another dialect. */
  private carrying: Reading | null = null;
  private reel: Reel | null = null;
  private workDone: WorkDone | null = null;
  /** The graph that was asked for last; null in it where the program is too large for one. */
  private graph: { readonly program: Program; readonly graph: Graph | null } | null = null;
  private read: { readonly list: string; readonly lines: readonly ExpectationLine[] } = { list: "", lines: [] };
  private readonly contrasts = new Contrasts(() => this.sample);
  private readonly rewritings = new Rewritings(() => this.sample);

  /** Replaces the sample; what was made of the old one is dropped. */
  setSample(text: string, generation: number): void {
    this.newest = Math.max(this.newest, generation);
    this.sample = text;
    this.reel = null;
    this.current = null;
  }

  /** Nothing is asked any more until the next run: what is under way ends. */
  leaveOff(generation: number): void {
    this.newest = Math.max(this.newest, generation);
    this.contrasts.supersede(generation);
  }

  /** Edits the sample: one list after the other, the edits of each in the order of their places in the text before it. */
  changeSample(lists: readonly (readonly Edit[])[], generation: number): void {
    this.setSample(
      lists.reduce((text, edits) => editedAll(text, edits), this.sample),
      generation,
    );
  }

  /** Reads and runs a pattern on the sample. */
  async run(asked: Asked): Promise<RunAnswer> {
    this.leaveOff(asked.generation);
    const started = performance.now();
    const prepared = prepare(asked);
    if (!prepared.ok) return prepared.refused;
    const { reading, marks, program, mode, choice } = prepared;
    const machine = steppedMachine(program, this.sample, { mode, matchLimit: MATCH_LIMIT });
    const linear = choice.machine === "linear" ? new LinearMachine(program, this.sample, { mode, matchLimit: MATCH_LIMIT }) : null;
    const useless = () => asked.generation < this.newest;
    const ended = linear ? await drive(linearSlices(linear), useless) : await this.exhaust(machine, useless);
    if (ended === null) return { kind: "superseded" };
    // A run that explodes on a back-reference can be counted all the same, and its matches with it.
    const explodes = !linear && machine.outcome === "running";
    const counted = explodes ? await drive(forecastSlices(program, this.sample, mode, MATCHES_BUDGET), useless) : null;
    if (useless()) return { kind: "superseded" };
    const { outcome, matches } = counted?.exact ? { outcome: "done" as const, matches: counted.matches } : (linear ?? machine);
    this.current = { asked, reading, program, mode, machine, counted, matches };
    this.reel = null;
    return {
      kind: "ran",
      generation: asked.generation,
      source: { dialect: asked.dialect, pattern: asked.pattern, flags: asked.flags },
      reading: marks,
      matches: rowsOf(matches),
      mode,
      choice,
      elapsedMs: performance.now() - started,
      cut: CUTS[outcome],
    };
  }

  /** Runs the plain backtracker until it has ended or taken as many steps as it may; null where that became useless. */
  private async exhaust(machine: SteppedMachine, useless: () => boolean): Promise<boolean | null> {
    const budget = STEP_BUDGET + STEPS_A_CHARACTER * this.sample.length;
    while (!machine.advance(SLICE) && machine.steps < budget && machine.steps - machine.attemptStep < ATTEMPT_BUDGET) {
      await pause();
      if (useless()) return null;
    }
    return true;
  }

  /** How much work a plain backtracker has with the run that was asked for: taken where it can be, counted where it cannot. */
  async work(generation: number): Promise<WorkResult | null> {
    const { current } = this;
    const useless = () => generation < this.newest;
    if (!current || current.asked.generation !== generation) return null;
    const { machine, program, mode } = current;
    if (this.reel?.end.complete) {
      const { steps, backtracks, attempts, deepest } = this.reel.end;
      return { generation, steps: String(steps), exact: true, foreseen: false, taken: steps, backtracks, attempts, deepest, trouble: null };
    }
    if (machine.steps === 0 && (await this.exhaust(machine, useless)) === null) return null;
    const { steps: taken, backtracks, attempts, deepest } = machine;
    const figures = { generation, taken, backtracks, attempts, deepest };
    const cut = CUTS[machine.outcome];
    if (cut === null || cut === "matches" || isGivenUp(cut))
      return { ...figures, steps: String(taken), exact: cut !== "matches", foreseen: false, trouble: null };
    const trouble = locateTrouble(machine);
    const count = current.counted?.exact ? current.counted : await drive(forecastSlices(program, this.sample, mode, FORECAST_BUDGET), useless);
    if (useless()) return null;
    const counted = count?.exact ?? false;
    return { ...figures, steps: String(counted ? count?.steps : taken), exact: counted, foreseen: counted, trouble };
  }

  /** Records the run that `run` made, up to a bound of events. Steps have the same numbers in a longer reel. */
  async record(generation: number, extent: keyof typeof EVENT_LIMITS): Promise<ReelInfo | null> {
    const { current } = this;
    if (!current || current.asked.generation !== generation) return null;
    const slices = recordInSlices(current.program, this.sample, { mode: current.mode, eventLimit: EVENT_LIMITS[extent] });
    const reel = await drive(slices, () => generation < this.newest);
    if (!reel || generation < this.newest) return null;
    this.reel = reel;
    this.workDone = null;
    const { complete, backtracks, deepest, bytes } = reel.end;
    const { length, attemptCount: attempts, matchCount: matches } = reel;
    return { generation, length, rest: matches > 0 ? reel.matchStep(0) : length - 1, complete, attempts, matches, backtracks, deepest, bytes };
  }

  view(step: number): StepView | null {
    const { reel } = this;
    if (!reel || step < 0 || step >= reel.length) return null;
    const { node, ...frame } = reel.frame(step);
    const { kind, start, end, at, to, attempt, attemptStep, reach, saved, cause, savedAt, captures, opened } = frame;
    const before = step === 0 ? captures : reel.captures(step - 1).captures;
    const changed = captures.flatMap((span, i) => (sameSpan(span, before[i] ?? null) ? [] : [i + 1]));
    const shown = {
      step,
      kind,
      part: { start, end },
      at,
      to,
      attempt,
      attemptStep,
      attemptIndex: reel.attemptAt(step),
      reach,
      saved,
      cause,
      savedAt,
      captures,
      changed,
      opened,
    };
    const chartNode = this.graph?.program === reel.program && this.graph.graph ? chartNodeAt(this.graph.graph, reel, step) : null;
    const { calls, whole } = reel.calls(step);
    return {
      ...shown,
      chartNode,
      sentence: narrate(reel, step),
      savedStates: this.savedStates(step, SHOWN_STATES),
      calls: calls.slice(0, SHOWN_CALLS).map(({ node, ...call }) => ({ ...call, part: spanOf(node) })),
      callCount: whole ? calls.length : null,
    };
  }

  /** The newest saved states held after a step. */
  savedStates(step: number, count: number): SavedStateView[] {
    return this.reel?.savedStates(step, 0, count).map(({ node, ...state }) => ({ ...state, part: spanOf(node) })) ?? [];
  }

  attempts(first: number, count: number): readonly Attempt[] {
    return this.reel ? attempts(this.reel, first, count) : [];
  }

  holders(step: number): Holders | null {
    return this.reel && step >= 0 && step < this.reel.length ? holders(this.reel, step) : null;
  }

  /** What the reel's steps were spent on; counted once. */
  async whereItWent(): Promise<WorkDone | null> {
    const { reel } = this;
    if (!reel) return null;
    this.workDone ??= await drive(workDone(reel), () => this.reel !== reel);
    return this.workDone;
  }

  profile(from: number, to: number, columns: number): Profile | null {
    return this.reel && profile(this.reel, from, Math.min(to, this.reel.length), columns);
  }

  /** The program as a graph with places; null where a newer run has replaced it. */
  async chart(generation: number): Promise<{ readonly layout: ChartLayout | null } | null> {
    const { current } = this;
    if (current?.asked.generation !== generation) return null;
    const graph = graphOf(current.program);
    this.graph = { program: current.program, graph };
    if (!graph) return { layout: null };
    // The package is fetched when a chart is first asked for.
    const { layoutOf } = await import("./layout.ts");
    return { layout: layoutOf(graph) };
  }

  /** How often each edge of that graph was taken in the reel. */
  async traffic(generation: number): Promise<Traffic | null> {
    const { current, reel, graph } = this;
    if (!reel || current?.asked.generation !== generation || graph?.program !== current.program || !graph.graph) return null;
    return drive(trafficOf(graph.graph, reel), () => this.reel !== reel);
  }

  /** The nearest step, either way, at which one of the things sought happens. */
  find(sought: readonly Sought[], from: number, backwards: boolean): number | null {
    return this.reel && findAny(this.reel, sought, from, backwards);
  }

  /** The part of the pattern that a caret means. */
  partAt(caret: number): Span | null {
    const part = this.current && partAt(this.current.reading.root, caret);
    return part ? spanOf(part) : null;
  }

  /** Where a match, numbered from 0, was found; null where the reel does not reach it. */
  matchStep(match: number): number | null {
    return this.reel && match < this.reel.matchCount ? this.reel.matchStep(match) : null;
  }

  /** Every turn that each repeated group took in a match that begins at the offset; where its host shows them, all captures. */
  turns(start: number): TurnsAnswer | null {
    if (!this.current) return null;
    const { program, matches } = this.current;
    const mode = this.current.mode === "whole" ? "whole" : "start";
    const taken = program.reading.dialect.semantics.showsCaptures
      ? capturesOf(program, this.sample, { start, searched: endBefore(matches, start), mode }, TURN_EVENTS)
      : turnsOf(record(program, this.sample, { mode, from: start, eventLimit: TURN_EVENTS }));
    if (!taken) return { turns: [], complete: false };
    return { turns: taken.map((all) => (all.length > 1 ? all.slice(-MOST_TURNS).map(spanOf) : [])), complete: true };
  }

  /** The numbers of the matches that a filter lets through. */
  select(generation: number, filter: Filter): Int32Array<ArrayBuffer> | null {
    const { current } = this;
    return current?.asked.generation === generation ? select(current.matches, this.sample, filter) : null;
  }

  /** Matches of the run in the order of a column; null where a newer run has replaced it. */
  order(generation: number, order: Order, only: Int32Array | null): Int32Array<ArrayBuffer> | null {
    const { current } = this;
    return current?.asked.generation === generation ? orderOf(current.matches, this.sample, order, only) : null;
  }

  /** How many lines the sample has, and how many of them no match of the run touches. */
  lineTally(generation: number): LineTally | null {
    const { current } = this;
    return current?.asked.generation === generation ? tallyLines(this.sample, current.matches) : null;
  }

  /** Where the next line begins that no match of the run touches. */
  lineWithout(generation: number, offset: number, by: 1 | -1): number | null {
    const { current } = this;
    return current?.asked.generation === generation ? lineWithout(this.sample, current.matches, offset, by) : null;
  }

  /** The different values of a group, counted. */
  values(generation: number, group: number): Values | null {
    const { current } = this;
    return current?.asked.generation === generation ? valuesOf(current.matches, this.sample, group) : null;
  }

  /** Which strings of a list were never found; null where the pattern is none, or a newer run has replaced it. */
  stringsFound(generation: number): StringsFound | null {
    const { current } = this;
    return current?.asked.generation === generation ? stringsFound(current.reading, current.matches, this.sample) : null;
  }

  /** What the template makes of the run's matches; null where a newer run has replaced it. */
  async rewrite(asked: RewriteAsked): Promise<RewriteAnswer | null> {
    const { current } = this;
    if (current?.asked.generation !== asked.generation) return null;
    return this.rewritings.ask(asked, current, () => this.current !== current);
  }

  /** Some of the lines that the last rewriting changes, as they were and as they would be. */
  rewriteRows(from: number, count: number): readonly HunkView[] {
    return this.rewritings.rows(from, count);
  }

  /** The whole text as the last rewriting makes it; null where that cannot be, or a newer run has replaced it. */
  async rewritten(generation: number): Promise<Blob | null> {
    const { current } = this;
    if (current?.asked.generation !== generation) return null;
    return this.rewritings.whole(current, () => this.current !== current);
  }

  /** A file rewritten by a template, all its matches or the first; it can be asked how far it is, and left. */
  rewriteFile(asked: RewriteFileAsked): Promise<RewriteFileAnswer> {
    return this.rewritings.file(asked);
  }

  fileProgress(): number {
    return this.rewritings.progress;
  }

  leaveFile(): void {
    this.rewritings.leaveFile();
  }

  /** The expectations of a list, judged; null where a newer run has replaced this one. */
  async judge(generation: number, list: string): Promise<ListJudged | null> {
    const { current } = this;
    if (current?.asked.generation !== generation) return null;
    // The list stays while the pattern is edited: ten thousand lines are read once.
    if (this.read.list !== list) this.read = { list, lines: readExpectations(list) };
    const read = this.read.lines;
    const slices = judgeSlices(
      current.program,
      read.map(({ expectation }) => expectation),
      { stepLimit: TEXT_BUDGET },
    );
    const judged = await drive(fewer(slices, JUDGED_AT_ONCE), () => this.current !== current);
    if (!judged) return null;
    const lines = judged.map(({ passed, count, matches, cut }, i) => ({
      line: read[i]?.line ?? 0,
      passed,
      count,
      first: matches.length > 0 ? matches.group(0, 0) : null,
      cut: cut !== null,
    }));
    return { generation, list, lines };
  }

  /** A line of the list that asks for just what is found on its text now, with every group; null where that is too much for a line. */
  async asFound(generation: number, line: string): Promise<string | null> {
    const { current } = this;
    const [own] = readExpectations(line);
    if (current?.asked.generation !== generation || own?.expectation.expect !== "match") return null;
    const slices = judgeSlices(current.program, [own.expectation], { stepLimit: TEXT_BUDGET, matchLimit: MOST_ON_A_LINE + 1 });
    const [judged] = (await drive(slices, () => this.current !== current)) ?? [];
    if (!judged || judged.cut !== null || judged.count === 0 || judged.count > MOST_ON_A_LINE) return null;
    return writeExpectation(asFound(own.expectation, judged));
  }

  /** Why a text does not match; null where a newer run has replaced this one. */
  async whyNot(generation: number, text: string, mode: MatchMode): Promise<WhyNot | null> {
    const { current } = this;
    if (current?.asked.generation !== generation) return null;
    // What is asked for seldom is fetched when it is.
    const { whyNot } = await import("./texts.ts");
    return drive(whyNot(current.program, text, mode), () => this.current !== current);
  }

  /** Texts that the pattern takes, few and telling, and near misses. */
  async examples(generation: number, seed: number): Promise<Examples | null> {
    const { current } = this;
    if (current?.asked.generation !== generation) return null;
    const { examples } = await import("./texts.ts");
    return drive(examples(current.program, { mode: "whole", count: EXAMPLES, seed }), () => this.current !== current);
  }

  /** What another dialect makes of the pattern, and the pattern carried to it; null where a newer run has replaced this one. */
  async asDialect(generation: number, to: DialectName): Promise<DialectView | null> {
    const { current } = this;
    if (current?.asked.generation !== generation) return null;
    // What is asked for seldom is fetched when it is.
    const { asDialect } = await import("./dialects.ts");
    return drive(asDialect(current.program, this.sample, to), () => this.current !== current);
  }

  /** A pattern written for another dialect; null where it has a mistake, or another one has been asked for since. */
  async carried(from: Source, to: DialectName): Promise<CarriedView | null> {
    const reading = readPattern(from);
    this.carrying = reading;
    if (reading.diagnostics.length > 0) return null;
    const { carriedTo } = await import("./dialects.ts");
    return drive(carriedTo(reading, to), () => this.carrying !== reading);
  }

  /** What the calls of the host return on the sample; null where a newer run has replaced it. */
  async calls(generation: number): Promise<CallsView | null> {
    const { current } = this;
    const host = current && hostOf(current.asked.dialect);
    if (!host || !current || current.asked.generation !== generation) return null;
    const options = { most: MOST_ITEMS, stepLimit: STEP_BUDGET, matchLimit: MATCH_LIMIT };
    const answer = await drive(callsSlices(host.calls, current.program, this.sample, options), () => this.current !== current);
    return answer && callsView(answer, host);
  }

  compare(asked: ContrastAsked): Promise<ContrastResult | null> {
    return this.contrasts.compare(asked);
  }

  compareFurther(generation: number): Promise<ContrastFurther | null> {
    return this.contrasts.further(generation);
  }

  variantProfile(generation: number, variant: number, from: number, to: number, columns: number): Profile | null {
    return this.contrasts.profile(generation, variant, from, to, columns);
  }

  variantView(generation: number, variant: number, winding: Winding): VariantView | null {
    return this.contrasts.view(generation, variant, winding);
  }

  /** The ledger in a form to save or to copy; null where a newer run has replaced it. */
  async save(generation: number, form: LedgerForm, harmless: boolean, only: Int32Array | null): Promise<Blob | null> {
    const { current } = this;
    if (current?.asked.generation !== generation) return null;
    const pieces: string[] = [];
    for (const piece of saveLedger(form, { table: current.matches, text: this.sample, groups: current.program.slots, harmless, only })) {
      pieces.push(piece);
      await pause();
      if (this.current !== current) return null;
    }
    return new Blob(pieces, { type: LEDGER_FORMS[form].type });
  }
}

/** Slices put together, so that not every one of many short ones is waited behind. */
function* fewer<T>(slices: Generator<number, T>, together: number): Generator<number, T> {
  for (let done = 1; ; done++) {
    const next = slices.next();
    if (next.done) return next.value;
    if (done % together === 0) yield next.value;
  }
}

/** How a run's end is said. */
function* linearSlices(machine: LinearMachine): Generator<number, true> {
  while (!machine.advance(LINEAR_SLICE)) yield machine.count;
  return true;
}

function* forecastSlices(program: Program, text: string, mode: MatchMode, budget: number): Generator<number, Forecast> {
  const forecast = new Forecast(program, text, { mode, stepsFirst: 0 });
  for (let spent = 0; spent < budget && !forecast.advance(SLICE); spent += SLICE) yield spent;
  return forecast;
}

const sameSpan = (one: Span | null, other: Span | null): boolean => one?.start === other?.start && one?.end === other?.end;
const spanOf = ({ start, end }: Span): Span => ({ start, end });

/** The turns of each slot in the match that a reel ends with; undefined where it has none. */
function turnsOf(reel: Reel): readonly (readonly Span[])[] | undefined {
  if (!reel.end.complete || reel.end.matches.length === 0) return undefined;
  return reel.program.slots.map((_, i) => reel.turns(i + 1, reel.length - 1, MOST_TURNS));
}

/** Where the match before the one that begins at the offset ends; 0 where there is none. */
function endBefore(matches: MatchTable, offset: number): number {
  const reaching = matches.firstReaching(offset);
  // It ends where the other begins, or it is the one before.
  const before = reaching < matches.length && matches.start(reaching) < offset ? reaching : reaching - 1;
  return before < 0 ? 0 : matches.end(before);
}
