/**
 * The rules of a search. Every machine that runs one asks here: where may an attempt begin, which ends count, and where
 * does the search continue after a match or after an attempt that failed.
 */
import type { Program } from "../program/program.ts";

/**
 * What is searched for: the `first` match, `all` matches, a match that begins where the run starts (`start`), or one that
 * also ends where the text ends (`whole`).
 */
export type MatchMode = "first" | "all" | "start" | "whole";

/** Instead of an offset: there is none. */
export const NOWHERE = -1;

/** Moves by one character. */
interface Characters {
  /** The offset behind the character that begins at the offset. */
  after(at: number): number;
}

export class SearchPolicy {
  readonly mode: MatchMode;
  /** Whether there is only one attempt for a match: at the offset where the search for it begins. */
  readonly anchored: boolean;
  /** Whether only a match that ends where the text ends counts. */
  readonly whole: boolean;
  /** Whether the search continues after a match. */
  readonly continues: boolean;

  /** Which of the matches that begin at an offset is found. */
  readonly preference: Program["preference"];

  private readonly afterEmptyMatch: Program["afterEmptyMatch"];

  constructor({ options, afterEmptyMatch, preference }: Program, mode: MatchMode) {
    this.mode = mode;
    this.preference = preference;
    this.whole = mode === "whole";
    this.anchored = mode === "start" || mode === "whole" || options.sticky;
    this.continues = mode === "all";
    this.afterEmptyMatch = afterEmptyMatch;
  }

  /** Whether a match may end at the offset in a text of that length. */
  mayEndAt(end: number, length: number): boolean {
    return !this.whole || end === length;
  }

  /** Where the next attempt begins after one that failed, or NOWHERE. */
  afterFailure(attempt: number, length: number, characters: Characters): number {
    return this.anchored || attempt >= length ? NOWHERE : characters.after(attempt);
  }

  /**
   * Where the search continues after a match, if it does: at the match's end. After an empty match it continues one
   * character further, or one code unit (ECMA-262 AdvanceStringIndex), or at the same offset, where an empty match does
   * not count a second time.
   * @param moved whether the match has taken text, or says itself where it begins (`\K`)
   */
  afterMatch(end: number, moved: boolean, characters: Characters): number {
    if (moved || this.afterEmptyMatch === "not-empty-here") return end;
    return this.afterEmptyMatch === "advance-by-unit" ? end + 1 : characters.after(end);
  }

  /** The offset where an empty match does not count after a match, or NOWHERE. For `moved` see above. */
  notEmptyAt(begins: number, end: number, moved: boolean): number {
    if (this.afterEmptyMatch === "advance-apart") return moved ? end : NOWHERE;
    return begins === end && (moved || this.afterEmptyMatch === "not-empty-here") ? end : NOWHERE;
  }
}
