/** What a pattern is judged for: how its text is asked. */
import { dialectOf } from "../dialect/index.ts";
import type { Program } from "../program/program.ts";
import { type MatchMode, SearchPolicy } from "../search/policy.ts";
import type { Source } from "../syntax/read.ts";

/**
 * A search begins an attempt at every offset until one matches; a search for all goes on behind each match. The others
 * begin one attempt, and the whole text must be taken or need not.
 */
export type HazardMode = "search" | "all" | "start" | "whole";

/** How the machine is asked in each mode, and how a verdict says which it is of. */
export const HAZARD_MODES = {
  search: { asks: "first", words: "in one search" },
  all: { asks: "all", words: "over all matches" },
  start: { asks: "start", words: "from the start on" },
  whole: { asks: "whole", words: "for the whole text" },
} as const satisfies Record<HazardMode, { readonly asks: MatchMode; readonly words: string }>;

/** Whether attempts begin at many offsets: after attempts that failed, or after matches, which may end anywhere. */
export function attemptsRestart(program: Program, mode: HazardMode): boolean {
  const { anchored, continues } = new SearchPolicy(program, HAZARD_MODES[mode].asks);
  return continues || !anchored;
}

/** What a pattern is judged for: what is asked, or where nothing is, what its flags ask for. */
export function hazardModeOf({ dialect, flags }: Pick<Source, "dialect" | "flags">, asked: MatchMode | null = null): HazardMode {
  const byFlags = dialectOf(dialect).flags.some(({ letter, sets }) => sets.everyMatch === true && flags.includes(letter));
  const asks = asked ?? (byFlags ? "all" : "first");
  return (Object.keys(HAZARD_MODES) as HazardMode[]).find((mode) => HAZARD_MODES[mode].asks === asks) as HazardMode;
}
