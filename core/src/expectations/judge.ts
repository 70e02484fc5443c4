/** Expectations judged: what a pattern finds in each text, and whether that is what was expected. */
import { type Found, findSlices } from "../linear/find.ts";
import type { MatchTable } from "../machine/matches.ts";
import type { Program } from "../program/program.ts";
import type { Expectation, ExpectedMatch } from "./expectation.ts";

export interface Judged {
  readonly passed: boolean;
  /** Matches found. */
  readonly count: number;
  readonly matches: MatchTable;
  /** Why not all is known; null where it is. Then it has not passed. */
  readonly cut: Found["cut"];
}

export interface JudgeOptions {
  /** Steps for each text, where only the backtracking machine can take the pattern. */
  readonly stepLimit?: number;
  readonly matchLimit?: number;
}

/** Judges one after the other; yields how many are done. */
export function* judgeSlices(program: Program, expectations: readonly Expectation[], options: JudgeOptions = {}): Generator<number, Judged[]> {
  const judged: Judged[] = [];
  for (const expectation of expectations) {
    const { matches, cut } = yield* findSlices(program, expectation.text, { mode: expectation.mode, ...options });
    const count = matches.length;
    judged.push({ passed: cut === null && isAsExpected(expectation, matches), count, matches, cut });
    yield judged.length;
  }
  return judged;
}

/** The expectation that asks for just what was found: every match with what its groups hold, where there are any. */
export function asFound({ count: _, ...expectation }: Expectation, { matches: found }: Judged): Expectation {
  const matches = Array.from({ length: found.length }, (_each, match): ExpectedMatch => {
    const groups = Array.from({ length: found.groupCount }, (_group, i) => found.group(match, i + 1));
    return { start: found.start(match), end: found.end(match), ...(groups.length > 0 ? { groups } : {}) };
  });
  return { ...expectation, expect: found.length > 0 ? "match" : "no-match", matches };
}

function isAsExpected({ expect, count, matches }: Expectation, found: MatchTable): boolean {
  if (found.length > 0 !== (expect === "match")) return false;
  if (count !== undefined && found.length !== count) return false;
  return matches === undefined || (matches.length === found.length && matches.every((wanted, i) => isMatch(wanted, found, i)));
}

function isMatch({ start, end, groups }: ExpectedMatch, found: MatchTable, match: number): boolean {
  if (start !== found.start(match) || end !== found.end(match)) return false;
  if (groups === undefined) return true;
  if (groups.length !== found.groupCount) return false;
  return groups.every((wanted, i) => {
    const held = found.group(match, i + 1);
    return wanted?.start === held?.start && wanted?.end === held?.end;
  });
}
