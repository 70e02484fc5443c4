/** Every short attack on a program, by exact counts of steps: what a verdict is held against. */
import { forecast, HAZARD_MODES, type HazardMode, type Program } from "../src/index.ts";
import { textsOver } from "./support.ts";

const EDGES = textsOver(["a", "b", "c"], 1);
const PUMPS = textsOver(["a", "b"], 3).slice(1);

/** The exact steps; not known where what groups hold makes too much to count. */
export function stepsOf(program: Program, mode: HazardMode, text: string): number {
  const { exact, steps } = forecast(program, text, { mode: HAZARD_MODES[mode].asks, stepBudget: 2_000_000, stepsFirst: 0 });
  return exact ? Number(steps) : Number.NaN;
}

export interface ShortAttacks {
  /** Prefixes and suffixes. */
  readonly edges: readonly string[];
  readonly pumps: readonly string[];
}

const SHORT_ATTACKS: ShortAttacks = { edges: EDGES, pumps: PUMPS };

/** How steep the worst of the short attacks is: doubled pumps multiply the steps by two to this power. */
export function steepest(program: Program, mode: HazardMode, { edges, pumps }: ShortAttacks = SHORT_ATTACKS): { power: number; attack: readonly string[] } {
  const powerOf = ([prefix = "", pump = "", suffix = ""]: readonly string[], count: number): number => {
    const [once, twice] = [count, 2 * count].map((n) => stepsOf(program, mode, prefix + pump.repeat(n) + suffix));
    return Math.log2((twice as number) / (once as number));
  };
  let worst = { power: 0, attack: [] as readonly string[] };
  for (const prefix of edges) {
    for (const pump of pumps) {
      for (const suffix of edges) {
        const attack = [prefix, pump, suffix];
        const power = powerOf(attack, 12);
        if (power > worst.power) worst = { power, attack };
      }
    }
  }
  return { power: powerOf(worst.attack, 96), attack: worst.attack };
}

/** What is constant in the steps lets a short text look a little steeper than the growth is. */
export const SLACK = 0.35;
