/**
 * Where a search begins its attempts: after one that failed, after a match, after an empty one by the dialect (ECMA-262
 * AdvanceStringIndex, or otherwise), after a verb that says where it goes on; and where `\G` says that it began.
 */
import { type CharSet, contains } from "../charset/charset.ts";
import type { Program } from "../program/program.ts";
import type { Items } from "./items.ts";

/**
 * How to ask: `first` match of a search, `all` matches, a match that begins at the offset the run starts from, or one
 * that covers the text from there to its end.
 */
export type MatchMode = "first" | "all" | "start" | "whole";

/** Instead of an offset: the search is over, as many matches were found as are wanted, or it would not come any further. */
const OVER = -1;
export const ENOUGH = -2;
export const STUCK = -3;

export interface SearchOptions {
  readonly mode: MatchMode;
  /** Offset at which the run starts; 0 where left out. */
  readonly from?: number;
  /** Where the search is said to have begun; where it does, if left out. */
  readonly origin?: number;
  /** Stop after so many matches; no bound where left out. */
  readonly matchLimit?: number;
  /** A match that begins and ends at this offset does not count. */
  readonly notEmptyAt?: number;
}

export class Search {
  readonly mode: MatchMode;
  /** There is no second attempt. */
  readonly anchored: boolean;
  /** The offset from which an attempt must find more than the empty text, or −1. */
  notEmptyFrom: number;
  private readonly program: Program;
  private readonly items: Items;
  private readonly length: number;
  private readonly matchLimit: number;
  /** Where a verb has the search go on when the attempt has failed, or −1; no further than the text where it is over. */
  private ends = -1;

  constructor(program: Program, items: Items, length: number, { mode, from = 0, origin = from, matchLimit, notEmptyAt = -1 }: SearchOptions) {
    this.program = program;
    this.items = items;
    this.length = length;
    this.mode = mode;
    this.anchored = mode === "start" || mode === "whole" || program.options.sticky;
    this.matchLimit = matchLimit ?? Number.POSITIVE_INFINITY;
    this.notEmptyFrom = notEmptyAt;
    items.origin = origin;
  }

  /** Begins another run at the offset. */
  rewind(from: number, notEmptyAt: number): void {
    this.items.origin = from;
    this.notEmptyFrom = notEmptyAt;
    this.ends = -1;
  }

  /** The next offset where a match can begin by its first character, or the text's end. */
  likelyStart(starts: CharSet, from: number): number {
    if (this.anchored || this.isOwnAt(from)) return from;
    let at = from;
    while (at < this.length && !contains(starts, this.items.characterAt(at))) at = this.items.after(at);
    return at;
  }

  /** Whether a search of its own looks there for more than the empty text, and goes no further. */
  isOwnAt(at: number): boolean {
    return this.notEmptyFrom === at && this.program.searchStart === "goes-on";
  }

  /** A verb ends the attempt: where the search goes on then; infinite where it is over. */
  endAt(offset: number): void {
    this.ends = offset;
  }

  /** Where the next attempt begins after one that failed, or OVER. */
  afterFailure(attempt: number): number {
    const { ends } = this;
    this.ends = -1;
    if (ends <= attempt || this.isOwnAt(attempt)) return this.anchored || attempt >= this.length ? OVER : this.goesOn(attempt, this.items.after(attempt));
    return this.anchored || ends > this.length ? OVER : this.goesOn(attempt, ends);
  }

  /** The search goes on from there; it may be said to have begun there, where nothing but the empty text was found before. */
  private goesOn(attempt: number, next: number): number {
    if (this.isOwnAt(attempt)) {
      this.items.origin = next;
      return next;
    }
    return this.program.skipsLineFeeds && this.items.isBetweenPair(next) ? next + 1 : next;
  }

  /**
   * Where the next attempt begins after a match, or OVER, or ENOUGH, or STUCK: a lookaround can say where a match begins so
   * that the same is found for ever.
   * @param kept where the match begins if not where its attempt did, or −1
   * @param count how many matches there are now
   */
  afterMatch(start: number, end: number, kept: number, count: number): number {
    const begins = kept >= 0 ? kept : start;
    const stays = kept >= 0 || end > start || this.program.afterEmptyMatch === "not-empty-here";
    const next = stays ? end : this.items.afterEmpty(end);
    this.notEmptyFrom = stays && end === begins ? end : -1;
    this.items.origin = kept < 0 && this.program.searchStart === "goes-on" ? next : end;
    if (this.mode !== "all" || next > this.length) return OVER;
    if (next === start && this.notEmptyFrom < 0) return STUCK;
    return count >= this.matchLimit ? ENOUGH : next;
  }
}
