/**
 * The search of the backtracking machine: the rules of every search (`SearchPolicy`), and what only this machine can run.
 * That is verbs that say where the search continues, offsets between CR and LF, `\K`, and where `\G` says it began.
 */
import { type CharSet, contains } from "../charset/charset.ts";
import type { Program } from "../program/program.ts";
import { type MatchMode, NOWHERE, SearchPolicy } from "../search/policy.ts";
import type { Items } from "./items.ts";

/** Instead of an offset, beside NOWHERE: as many matches were found as are wanted, or the search would not come any further. */
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
  readonly policy: SearchPolicy;
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
    this.policy = new SearchPolicy(program, mode);
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
    if (this.policy.anchored || this.isOwnAt(from)) return from;
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

  /** Where the next attempt begins after one that failed, or NOWHERE. */
  afterFailure(attempt: number): number {
    const { ends, policy, length } = this;
    this.ends = -1;
    const said = ends > attempt && !this.isOwnAt(attempt);
    if (said) return policy.anchored || ends > length ? NOWHERE : this.goesOn(attempt, ends);
    const next = policy.afterFailure(attempt, length, this.items);
    return next === NOWHERE ? NOWHERE : this.goesOn(attempt, next);
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
   * Where the next attempt begins after a match, or NOWHERE, or ENOUGH, or STUCK: a lookaround can say where a match begins
   * so that the same is found for ever.
   * @param kept where the match begins if not where its attempt did, or −1
   * @param count how many matches there are now
   */
  afterMatch(start: number, end: number, kept: number, count: number): number {
    const { policy } = this;
    const moved = kept >= 0 || end > start;
    const next = policy.afterMatch(end, moved, this.items);
    this.notEmptyFrom = policy.notEmptyAt(kept >= 0 ? kept : start, end, moved);
    this.items.origin = kept < 0 && this.program.searchStart === "goes-on" ? next : end;
    if (!policy.continues || next > this.length) return NOWHERE;
    if (next === start && this.notEmptyFrom < 0) return STUCK;
    return count >= this.matchLimit ? ENOUGH : next;
  }
}
