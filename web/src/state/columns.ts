/** What is compared: which quantifiers, in which modes, and other patterns beside them; at most four columns. */
import type { QuantifierMode } from "@lamprey/core";
import type { Column, QuantifierMark } from "../engine/messages.ts";

export interface ContrastChoice {
  /** Where the signs of the quantifiers begin that are put into other modes; null follows the caret. */
  readonly operators: readonly number[] | null;
  readonly modes: readonly QuantifierMode[];
  /** Patterns from elsewhere: written here, or earlier revisions. */
  readonly others: readonly { readonly name: string; readonly pattern: string; readonly flags: string | null }[];
}

export const MODES: readonly QuantifierMode[] = ["greedy", "lazy", "possessive"];
export const MOST_COLUMNS = 4;
export const FIRST_CHOICE: ContrastChoice = { operators: null, modes: ["greedy", "lazy"], others: [] };

/** The columns for the chosen quantifiers; the pattern as written is among them, by itself where none of the modes is it. */
export function columnsOf({ modes, others }: ContrastChoice, chosen: readonly QuantifierMark[]): Column[] {
  const own = chosen.length > 0 && modes.some((mode) => chosen.every((q) => q.mode === mode));
  const byMode = chosen.length === 0 ? [] : MODES.filter((mode) => modes.includes(mode)).map((mode): Column => ({ kind: "mode", name: mode, mode }));
  const written: Column[] = own ? [] : [{ kind: "written", name: "as written" }];
  return [...written, ...byMode, ...others.map((other): Column => ({ kind: "pattern", ...other }))].slice(0, MOST_COLUMNS);
}

/** The quantifiers that a choice means, of those that the pattern has; the caret's again where an edit has moved all that were chosen. */
export function chosenOf(
  { operators }: ContrastChoice,
  quantifiers: readonly QuantifierMark[],
  atCaret: QuantifierMark | undefined,
): readonly QuantifierMark[] {
  const chosen = quantifiers.filter((q) => operators?.includes(q.operator.start));
  return chosen.length > 0 || operators?.length === 0 || !atCaret ? chosen : [atCaret];
}
