/**
 * The longest of many words, in one pass: an automaton whose states are the beginnings of words (A. V. Aho and M. J.
 * Corasick, "Efficient String Matching: An Aid to Bibliographic Search", 1975). A match is settled when no word that
 * begins as early is under way any more. The time is linear in the text, however many words there are.
 */
import { oncePer } from "../once.ts";
import type { Program } from "../program/program.ts";
import { charactersOf } from "../syntax/characters.ts";
import type { Node } from "../syntax/tree.ts";

/** Fewer words are found as soon by an automaton over all of the pattern, and by what else that machine knows. */
const LEAST_WORDS = 8;
const UNITS = 0x10000;
const FIRST_HALF = 0xd800;
const LAST_HALF = 0xdfff;
/** Entries of the table that says where every letter leads: 32 MB. States beyond it go back letter by letter. */
const MOST_ENTRIES = 1 << 23;

/** A list of words, ready to be looked for. */
export class WordList {
  /** The number of a code unit among the letters of all words, from 1; 0 for all others. */
  readonly letters: Uint16Array;
  /** Length of the beginning that a state is. */
  readonly depth: Int32Array;
  /** Length of the longest word that ends in a state; 0 where none does. */
  readonly longest: Int32Array;
  /** Entries in a row of the table: one for each letter, and one for all other characters. */
  readonly width: number;
  /** States up to this one have a row in the table, which says where every letter leads. */
  readonly inTable: number;
  readonly table: Int32Array;
  /** For every state the longest other beginning that it ends with. */
  private readonly fallback: Int32Array;
  private readonly children: ReadonlyMap<number, number>;

  constructor(letters: Uint16Array, letterCount: number, words: readonly (readonly number[])[]) {
    this.letters = letters;
    this.width = letterCount + 1;
    // States are numbered breadth first, so that a fallback has a smaller number than the state.
    const own = new Map<number, number>();
    const depth = [0];
    const parents = [0];
    const lastLetters = [0];
    const ends = [0];
    let places = words.map((word) => ({ word, state: 0 }));
    for (let length = 0; places.length > 0; length++) {
      for (const place of places) {
        const key = place.state * this.width + (place.word[length] as number);
        let state = own.get(key);
        if (state === undefined) {
          state = depth.push(length + 1) - 1;
          parents.push(place.state);
          lastLetters.push(place.word[length] as number);
          ends.push(0);
          own.set(key, state);
        }
        place.state = state;
        if (place.word.length === length + 1) ends[state] = length + 1;
      }
      places = places.filter(({ word }) => word.length > length + 1);
    }
    this.children = own;
    this.depth = Int32Array.from(depth);
    this.longest = Int32Array.from(ends);
    this.fallback = new Int32Array(depth.length);
    this.inTable = Math.min(depth.length, Math.floor(MOST_ENTRIES / this.width));
    this.table = new Int32Array(this.inTable * this.width);
    for (let state = 0; state < depth.length; state++) {
      const parent = parents[state] as number;
      const fallback = (this.depth[state] as number) < 2 ? 0 : this.next(this.fallback[parent] as number, lastLetters[state] as number);
      this.fallback[state] = fallback;
      if (this.longest[state] === 0) this.longest[state] = this.longest[fallback] as number;
      if (state < this.inTable) this.fillRow(state, fallback);
    }
  }

  /** The state after a letter. */
  next(from: number, letter: number): number {
    let state = from;
    for (;;) {
      if (state < this.inTable) return this.table[state * this.width + letter] as number;
      const child = this.children.get(state * this.width + letter);
      if (child !== undefined) return child;
      state = this.fallback[state] as number;
    }
  }

  private fillRow(state: number, fallback: number): void {
    const row = state * this.width;
    for (let letter = 1; letter < this.width; letter++) {
      const child = this.children.get(row + letter);
      this.table[row + letter] = child ?? (state === 0 ? 0 : this.next(fallback, letter));
    }
  }
}

/** The words of a program that looks for the longest of them, and for nothing else; null for any other program. */
export const wordsOf = oncePer((program: Program): WordList | null => {
  const { root, preference, slots } = program;
  if (preference !== "longest" || slots.length > 0 || root.kind !== "alternation" || root.branches.length < LEAST_WORDS) return null;
  const letters = new Uint16Array(UNITS);
  /** The letters met so far, by their sets. */
  const numbers = new Map<string, number>();
  const words: number[][] = [];
  for (const branch of root.branches) {
    const word = spelled(branch, letters, numbers);
    if (!word) return null;
    words.push(word);
  }
  return new WordList(letters, numbers.size, words);
});

/** A branch as numbers of letters; null where it is empty, or something else than a word. */
function spelled(branch: Node, letters: Uint16Array, numbers: Map<string, number>): number[] | null {
  const word: number[] = [];
  for (const item of branch.kind === "sequence" ? branch.items : [branch]) {
    if (item.kind !== "character") return null;
    const taken = charactersOf(item);
    const [first = 0, last = 0] = taken;
    if (taken.length === 2 && first === last && first >= UNITS) {
      for (const unit of String.fromCodePoint(first)) for (let i = 0; i < unit.length; i++) word.push(numberOf([unit.charCodeAt(i)], letters, numbers));
      continue;
    }
    const units: number[] = [];
    for (let i = 0; i < taken.length; i += 2) for (let unit = taken[i] as number; unit <= (taken[i + 1] as number); unit++) units.push(unit);
    // A letter of two code units in both cases is none of one number, and half a pair may not match inside of one.
    if (units.some((unit) => unit >= UNITS || (unit >= FIRST_HALF && unit <= LAST_HALF))) return null;
    word.push(numberOf(units, letters, numbers));
  }
  return word.length > 0 ? word : null;
}

/** Characters that are alike have one number. Case makes classes of such, so no two sets overlap. */
function numberOf(units: readonly number[], letters: Uint16Array, numbers: Map<string, number>): number {
  const key = units.join();
  let number = numbers.get(key);
  if (number === undefined) {
    number = numbers.size + 1;
    numbers.set(key, number);
    for (const unit of units) letters[unit] = number;
  }
  return number;
}

/** Code units read before it is asked whether there has been enough work. */
const AT_ONCE = 1 << 16;

/** The search for words through a text, match after match. */
export class WordSearch {
  /** Code units read so far. */
  work = 0;
  /** Matches passed by on the way to the one found last, where they are counted alone. */
  counted = 0;
  /** The match found last. */
  start = -1;
  end = -1;
  private readonly words: WordList;
  private readonly text: string;
  private readonly countOnly: boolean;
  private at: number;
  private state = 0;
  /** The best match that is not settled yet. */
  private bestStart = -1;
  private bestEnd = -1;

  constructor(words: WordList, text: string, from: number, countOnly: boolean) {
    this.words = words;
    this.text = text;
    this.countOnly = countOnly;
    this.at = from;
  }

  /** Finds the next match, or says that there is none, or that it needs more work than it may do. */
  next(until: number): "found" | "none" | "more" {
    while (this.work < until) {
      const begun = this.at;
      const settled = this.read(Math.min(this.text.length, begun + AT_ONCE));
      this.work += this.at - begun + 1;
      if (!settled && this.at < this.text.length) continue;
      if (this.bestStart < 0) return "none";
      this.start = this.bestStart;
      this.end = this.bestEnd;
      this.at = this.bestEnd;
      this.state = 0;
      this.bestStart = -1;
      if (!this.countOnly) return "found";
      this.counted++;
    }
    return "more";
  }

  /** Reads on up to an offset, or until a match is settled. */
  private read(to: number): boolean {
    const { words, text } = this;
    const { letters, depth, longest, table, width, inTable } = words;
    let { at, state, bestStart, bestEnd } = this;
    let settled = false;
    while (at < to) {
      const letter = letters[text.charCodeAt(at)] as number;
      state = letter === 0 ? 0 : state < inTable ? (table[state * width + letter] as number) : words.next(state, letter);
      at++;
      const length = longest[state] as number;
      if (length > 0 && (bestStart < 0 || at - length <= bestStart)) {
        bestStart = at - length;
        bestEnd = at;
      }
      // No word that begins as early is under way.
      if (bestStart >= 0 && at - (depth[state] as number) > bestStart) {
        settled = true;
        break;
      }
    }
    Object.assign(this, { at, state, bestStart, bestEnd });
    return settled;
  }
}
