/**
 * Searching by a text that every match holds: the host string's own search finds it many times faster than any table is
 * read, so that a search passes over whatever lies before it.
 */
import { type CharSet, countOf, rangesOf } from "../charset/charset.ts";
import type { RequiredText } from "../program/literals.ts";

/** Jumps after which it is asked whether they are worth it. */
const JUMPS_TRIED = 64;
/** Code units that a jump passes over, on an average: fewer are read as soon by the kernel. */
const LEAST_JUMP = 2048;

/** Where the next match can begin, and where it must have come to. */
export class RequiredPlaces {
  /** Set where the text stands so often that reading is as quick as looking for it. */
  idle = false;
  private readonly sample: string;
  private readonly required: RequiredText;
  /** Where the text was found last; −1 before the first time. */
  private found = -1;
  private jumps = 0;
  private passed = 0;

  constructor(sample: string, required: RequiredText) {
    this.sample = sample;
    this.required = required;
  }

  /** Whether any match can begin at the offset or behind it. */
  isAhead(from: number): boolean {
    return this.look(from + this.required.least) >= 0;
  }

  /** The first offset from this one on at which a match can begin; −1 where there is none. Never between the halves of a pair. */
  first(from: number): number {
    const { least, most } = this.required;
    const found = this.look(from + least);
    if (found < 0) return -1;
    const begin = Math.max(from, found - most);
    const inPair = begin > from && (this.sample.charCodeAt(begin) & 0xfc00) === 0xdc00 && (this.sample.charCodeAt(begin - 1) & 0xfc00) === 0xd800;
    const first = inPair ? begin - 1 : begin;
    this.passed += first - from;
    if (++this.jumps === JUMPS_TRIED) {
      this.idle = this.passed < JUMPS_TRIED * LEAST_JUMP;
      this.jumps = this.passed = 0;
    }
    return first;
  }

  /** The offset behind the text that was found last: a match that can begin before it must have come as far. */
  get reach(): number {
    return this.found + this.required.text.length;
  }

  private look(from: number): number {
    if (this.found < from) this.found = this.sample.indexOf(this.required.text, from);
    if (this.found < 0) this.found = NOWHERE;
    return this.found === NOWHERE ? -1 : this.found;
  }
}

/** Further than any text is long: what was not found is not looked for again. */
const NOWHERE = Number.MAX_SAFE_INTEGER;

/** Matches of a pattern that is a text and nothing else. */
export class TextSearch {
  /** Code units passed so far. */
  work = 0;
  /** Matches passed by on the way to the one found last, where they are counted alone. */
  counted = 0;
  /** The match found last. */
  start = -1;
  end = -1;
  private readonly sample: string;
  private readonly text: string;
  private readonly countOnly: boolean;
  private from: number;

  constructor(sample: string, text: string, from: number, countOnly: boolean) {
    this.sample = sample;
    this.text = text;
    this.from = from;
    this.countOnly = countOnly;
  }

  /** Finds the next match, or says that there is none, or that it needs more work than it may do. */
  next(until: number): "found" | "none" | "more" {
    const { sample, text } = this;
    for (;;) {
      const at = sample.indexOf(text, this.from);
      this.work += (at < 0 ? sample.length : at) - this.from + 1;
      if (at < 0) return "none";
      this.start = at;
      this.end = this.from = at + text.length;
      if (!this.countOnly) return "found";
      this.counted++;
      if (this.work >= until) return "more";
    }
  }
}

/** A set of more characters is not asked for one by one. */
const MOST_ASKED = 2000;
/** Milliseconds after which asking is left to the automaton. */
const PATIENCE = 2;

/**
 * Whether a text is known to hold none of the characters, which are beyond Latin. Hosts keep a text of Latin characters
 * as bytes, and know at once that no other is in it; one that has to be looked through is soon left alone.
 */
export function lacksAll(sample: string, beyond: CharSet | null): boolean {
  if (!beyond || countOf(beyond) > MOST_ASKED) return false;
  const started = Date.now();
  for (const [from, to] of rangesOf(beyond)) {
    for (let character = from; character <= to; character++) {
      if (sample.includes(String.fromCodePoint(character)) || Date.now() - started > PATIENCE) return false;
    }
  }
  return true;
}
