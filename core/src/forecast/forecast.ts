/**
 * A forecast: the exact number of steps that the backtracking machine takes on a text, counted without running it.
 *
 * With back-references the outcome hangs on captures too, and there can be many of them: then the machine itself is run
 * for a third of a second first, for most runs are short, and what takes longer is counted under a budget. What was reached by the
 * budget's end is said not to be exact.
 */
import { Items } from "../machine/items.ts";
import { Submatches } from "../machine/longest/submatches.ts";
import type { SteppedMachine } from "../machine/machine.ts";
import { MatchTable } from "../machine/matches.ts";
import { steppedMachine } from "../machine/stepped.ts";
import type { Program } from "../program/program.ts";
import { type MatchMode, NOWHERE, SearchPolicy } from "../search/policy.ts";
import { type Count, Outcomes, plus } from "./outcomes.ts";

/** A run that hangs on captures is taken this far where it cannot be counted: a second or so. */
const STEP_BUDGET = 20_000_000;
/** It is counted this far: two seconds or so. */
const WORK_BUDGET = 5_000_000;
/** Steps of such a run that are taken before it is counted instead: a third of a second, since running is much faster. */
const STEPS_FIRST = 10_000_000;

export interface ForecastOptions {
  readonly mode: MatchMode;
  /** Offset at which the run starts; 0 where left out. */
  readonly from?: number;
  /** A match that begins and ends at this offset does not count. */
  readonly notEmptyAt?: number;
  /** With back-references: steps to run, and instructions to follow, at most. */
  readonly stepBudget?: number;
  /** With back-references: steps to run before the rest is counted. */
  readonly stepsFirst?: number;
  /**
   * A back-reference takes one step, however long the text is that it compares. With this it takes one more for each
   * code unit that it looks at; nothing is run then, since a machine counts steps.
   */
  readonly comparisons?: boolean;
}

/** Finds every match with its captures, too: the same matches that the machine would find. */
export class Forecast {
  /** Steps up to here; all of them when it has ended. */
  steps: Count = 0;
  /** The first match's share of them, or all where there is none. */
  firstSteps: Count = 0;
  /** Attempts begun so far. */
  attempts = 0;
  private cut = false;
  /** Whether there may be too much to count. */
  private readonly bounded: boolean;
  private ended = false;
  private readonly program: Program;
  private readonly text: string;
  private submatches: Submatches | undefined;
  private readonly policy: SearchPolicy;
  private readonly items: Items;
  private readonly outcomes: Outcomes | undefined;
  /** What is run, as long as it is. */
  private machine: SteppedMachine | undefined;
  private readonly stepBudget: number;
  private readonly stepsFirst: number;
  /** Steps that were run before the rest was counted. */
  private taken: Count = 0;
  /** What was counted to. */
  private readonly found: MatchTable;
  /** Where the attempt under way begins, or −1 when all is done. */
  private attempt: number;
  private begun = false;
  private notAt = -1;

  constructor(program: Program, text: string, options: ForecastOptions) {
    const { mode, from = 0, notEmptyAt = -1, stepBudget = STEP_BUDGET, stepsFirst = STEPS_FIRST, comparisons = false } = options;
    this.program = program;
    this.text = text;
    this.policy = new SearchPolicy(program, mode);
    this.items = new Items(program, text);
    this.stepBudget = stepBudget;
    this.attempt = from;
    this.notAt = notEmptyAt === from ? from : -1;
    this.outcomes = Outcomes.of(program, text, comparisons);
    this.bounded = program.references.length > 0;
    this.stepsFirst = this.outcomes ? Math.min(stepsFirst, stepBudget) : stepBudget;
    const runs = !this.outcomes || (this.bounded && stepsFirst > 0);
    this.machine = runs && !comparisons ? steppedMachine(program, text, { mode, from, notEmptyAt }) : undefined;
    this.found = new MatchTable(program.slots.length);
  }

  get matches(): MatchTable {
    return this.machine?.matches ?? this.found;
  }

  /** Whether `steps` are all the steps of the run; false before its end, and where it was cut short. */
  get exact(): boolean {
    return this.ended && !this.cut;
  }

  /** How far the search has come, as an offset in the text. */
  get reached(): number {
    return this.machine ? this.machine.attempt : this.attempt < 0 ? this.text.length : this.attempt;
  }

  /** Works for about as many instructions as the budget says, and says whether the forecast has ended. */
  advance(budget: number): boolean {
    if (this.machine) this.run(this.machine, budget);
    else if (!this.ended) this.ended = this.outcomes ? this.count(this.outcomes, budget) : this.cutShort();
    return this.ended;
  }

  private count(outcomes: Outcomes, budget: number): boolean {
    const most = this.bounded ? Math.min(this.stepBudget, WORK_BUDGET) : Number.POSITIVE_INFINITY;
    const bound = Math.min(outcomes.work + budget, most);
    while (this.attempt >= 0) {
      if (outcomes.full || outcomes.work >= most) return this.cutShort();
      if (outcomes.work >= bound) return false;
      if (!this.begun) {
        outcomes.begin({ whole: this.policy.whole, notAt: this.notAt });
        this.begun = true;
      }
      const way = outcomes.advance(this.attempt, bound);
      if (!way) continue;
      this.begun = false;
      this.attempts++;
      // The attempt itself, and where it failed its end.
      this.steps = plus(plus(this.steps, way.steps), way.end < 0 && !way.found ? 2 : 1);
      if (way.found) {
        if (!this.matchedLongest()) return this.cutShort();
      } else if (way.end < 0) this.failed();
      else if (!this.matched(way.end, outcomes.retrace(this.attempt))) return this.cutShort();
    }
    return true;
  }

  /** More there was no room or time for. */
  private cutShort(): true {
    this.cut = true;
    if (this.steps < this.taken) this.steps = this.taken;
    return true;
  }

  /** Notes the longest of the matches that begin where the attempt did; false where it is too large to be found. */
  private matchedLongest(): boolean {
    const { attempt, policy, notAt } = this;
    this.submatches ??= new Submatches(this.program, this.text);
    const end = this.submatches.longestFrom(attempt, policy.whole, notAt);
    if (end === undefined || end < 0) return false;
    const registers = new Int32Array(this.program.registerCount);
    return this.matched(end, this.submatches.find(attempt, end, registers) ? registers : undefined);
  }

  /** Notes a match; false where its captures are too far to be gone for. */
  private matched(end: number, registers: Int32Array | undefined): boolean {
    const { attempt, policy, items } = this;
    if (this.matches.length === 0) this.firstSteps = this.steps;
    if (!registers) return false;
    this.found.add(attempt, end, registers);
    const moved = end > attempt;
    this.notAt = policy.notEmptyAt(attempt, end, moved);
    const next = policy.afterMatch(end, moved, items);
    this.attempt = policy.continues && next <= this.text.length ? next : NOWHERE;
    return true;
  }

  private failed(): void {
    if (this.matches.length === 0) this.firstSteps = this.steps;
    this.attempt = this.policy.afterFailure(this.attempt, this.text.length, this.items);
    this.notAt = -1;
  }

  private run(machine: SteppedMachine, budget: number): void {
    if (this.ended) return;
    const done = machine.advance(Math.min(budget, this.stepsFirst - machine.steps));
    if (this.matches.length === 0) this.firstSteps = machine.steps;
    this.steps = machine.steps;
    this.attempts = machine.attempts;
    if (!done && machine.steps < this.stepsFirst) return;
    this.cut = machine.outcome !== "done";
    if (!this.cut || !this.outcomes || this.stepsFirst === this.stepBudget) this.ended = true;
    else this.countInstead();
  }

  /** From the beginning: where the run was stopped says nothing of what is still to come. */
  private countInstead(): void {
    this.machine = undefined;
    this.cut = false;
    this.taken = this.steps;
    this.steps = 0;
    this.firstSteps = 0;
    this.attempts = 0;
  }
}

/** The whole forecast at once. */
export function forecast(program: Program, text: string, options: ForecastOptions): Forecast {
  const whole = new Forecast(program, text, options);
  while (!whole.advance(Number.MAX_SAFE_INTEGER));
  return whole;
}
