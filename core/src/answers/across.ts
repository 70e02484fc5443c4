/** The contract's `across`: one pattern read as several dialects, and where every two of them differ. */
import { across as acrossSlices, type DialectName, drained, type MatchNumbers, type Program, type Witness } from "../index.ts";
import { untilTimeLimit } from "./limits.ts";
import type { MatchRow } from "./match.ts";
import { type Answer, type ContractError, programOf } from "./request.ts";

export interface AcrossRequest {
  readonly id?: string;
  readonly pattern: string;
  readonly text?: string;
  readonly dialects: readonly { readonly dialect: DialectName; readonly flags: string }[];
}

export interface AcrossPair {
  readonly left: number;
  readonly right: number;
  readonly same: true | false | "undecided";
  readonly witness: { readonly text: string; readonly left: readonly MatchRow[]; readonly right: readonly MatchRow[] } | null;
  /** Up to which length all texts of one character for each class were tried: an addition to the contract. */
  readonly searched?: number;
  /** What parts of the pattern mean in the right reading and not in the left: an addition to the contract. */
  readonly meanings?: readonly { readonly start: number; readonly end: number; readonly message: string }[];
}

export interface AcrossAnswer extends Omit<Answer, "id" | "elapsedMs"> {
  readonly readings?: readonly { readonly dialect: DialectName; readonly status: Answer["status"]; readonly error?: ContractError }[];
  readonly pairs?: readonly AcrossPair[];
}

export function across({ pattern, text, dialects }: AcrossRequest): AcrossAnswer {
  // Each pair has a share of the time, so that many do not take much longer than one.
  const stop = untilTimeLimit();
  const programs: (Program | null)[] = [];
  const readings = dialects.map(({ dialect, flags }) => {
    const made = programOf({ dialect, pattern, flags });
    programs.push("refused" in made ? null : made.program);
    const { status, error } = "refused" in made ? made.refused : { status: "ok" as const, error: undefined };
    return { dialect, status, ...(error && { error }) };
  });
  const pairs = drained(acrossSlices(programs, text, stop));
  return {
    status: "ok",
    readings,
    pairs: pairs.map(({ left, right, same, witness, searched, meanings }) => ({
      left,
      right,
      same,
      witness: witness && shown(witness),
      ...(searched === null ? {} : { searched }),
      ...(meanings.length === 0 ? {} : { meanings }),
    })),
  };
}

export const shown = ({ text, left, right }: Witness) => ({ text, left: rows(left), right: rows(right) });

function rows(matches: MatchNumbers): MatchRow[] {
  return matches.map((row) => {
    const [start = 0, end = 0] = row;
    const groups = Array.from({ length: row.length / 2 - 1 }, (_, i) => {
      const [from = -1, to = -1] = row.slice(2 * i + 2, 2 * i + 4);
      return from < 0 ? null : { start: from, end: to };
    });
    return { start, end, groups };
  });
}
