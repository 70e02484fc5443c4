/**
 * A forecast: the exact number of steps that the backtracking machine takes on a text, counted without running it.
 *
 * Where a back-reference makes the outcome hang on captures, nothing can be remembered: then the machine itself is run
 * under a budget, and what it had reached by its end is said not to be exact.
 */
import { BacktrackingMachine, type MatchMode } from "../machine/backtracking.ts";
import { Items } from "../machine/items.ts";
import { MatchTable } from "../machine/matches.ts";
import type { Program } from "../program/program.ts";
import { StateSpace } from "../program/states.ts";
import { type Count, Outcomes, plus } from "./outcomes.ts";

/** A run that cannot be forecast is taken this far: a second or so. */
const STEP_BUDGET = 20_000_000;

export interface ForecastOptions {
  readonly mode: MatchMode;
  /** Offset at which the run starts; 0 where left out. */
  readonly from?: number;
  /** A match that begins and ends at this offset does not count. */
  readonly notEmptyAt?: number;
  /** Steps to run where nothing can be remembered. */
  readonly stepBudget?: number;
}

/** Finds every match with its captures, too: the same matches that the machine would find. */
export class Forecast {
  readonly matches: MatchTable;
  /** Steps up to here; all of them when it has ended. */
  steps: Count = 0;
  /** The first match's share of them, or all where there is none. */
  firstSteps: Count = 0;
  /** Attempts begun so far. */
  attempts = 0;
  private cut = false;
  private ended = false;
  private readonly program: Program;
  private readonly text: string;
  private readonly mode: MatchMode;
  private readonly items: Items;
  private readonly outcomes: Outcomes | undefined;
  private readonly machine: BacktrackingMachine | undefined;
  private readonly stepBudget: number;
  /** Where the attempt under way begins, or −1 when all is done. */
  private attempt: number;
  private begun = false;
  private notAt = -1;

  constructor(program: Program, text: string, { mode, from = 0, notEmptyAt = -1, stepBudget = STEP_BUDGET }: ForecastOptions) {
    this.program = program;
    this.text = text;
    this.mode = mode;
    this.items = new Items(program, text);
    this.stepBudget = stepBudget;
    this.attempt = from;
    this.notAt = notEmptyAt === from ? from : -1;
    const states = StateSpace.of(program);
    if (states) this.outcomes = new Outcomes(program, states, text);
    else this.machine = new BacktrackingMachine(program, text, { mode, from, notEmptyAt });
    this.matches = this.machine?.matches ?? new MatchTable(program.groups.length);
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
    if (!this.ended) this.ended = this.machine ? this.run(this.machine, budget) : this.count(this.outcomes as Outcomes, budget);
    return this.ended;
  }

  private count(outcomes: Outcomes, budget: number): boolean {
    const bound = outcomes.work + budget;
    while (this.attempt >= 0) {
      if (outcomes.work >= bound) return false;
      if (!this.begun) {
        outcomes.begin({ whole: this.mode === "whole", notAt: this.notAt });
        this.begun = true;
      }
      const way = outcomes.advance(this.attempt, bound);
      if (outcomes.full) {
        this.cut = true;
        return true;
      }
      if (!way) return false;
      this.begun = false;
      this.attempts++;
      // The attempt itself, and where it failed its end.
      this.steps = plus(plus(this.steps, way.steps), way.end < 0 ? 2 : 1);
      if (way.end >= 0) this.found(way.end);
      else this.failed();
    }
    return true;
  }

  private found(end: number): void {
    const { attempt, program, items } = this;
    if (this.matches.length === 0) this.firstSteps = this.steps;
    this.matches.add(attempt, end, (this.outcomes as Outcomes).retrace(attempt));
    const stays = end > attempt || program.afterEmptyMatch === "not-empty-here";
    this.notAt = stays && end === attempt ? end : -1;
    const next = stays ? end : items.after(end);
    this.attempt = this.mode === "all" && next <= this.text.length ? next : -1;
  }

  private failed(): void {
    if (this.matches.length === 0) this.firstSteps = this.steps;
    const anchored = this.mode === "start" || this.mode === "whole" || this.program.options.sticky;
    this.attempt = !anchored && this.attempt < this.text.length ? this.items.after(this.attempt) : -1;
    this.notAt = -1;
  }

  private run(machine: BacktrackingMachine, budget: number): boolean {
    const ended = machine.advance(Math.min(budget, this.stepBudget - machine.steps));
    if (this.matches.length === 0) this.firstSteps = machine.steps;
    this.steps = machine.steps;
    this.attempts = machine.attempts;
    this.cut = machine.outcome !== "done";
    return ended || machine.steps >= this.stepBudget;
  }
}

/** The whole forecast at once. */
export function forecast(program: Program, text: string, options: ForecastOptions): Forecast {
  const whole = new Forecast(program, text, options);
  while (!whole.advance(Number.MAX_SAFE_INTEGER));
  return whole;
}
