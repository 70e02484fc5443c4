/** Lines that hold one of many words: bytes are read through the automaton of the words' beginnings (`linear/words.ts`). */
import type { CharSet } from "../charset/charset.ts";
import { WordList } from "../linear/words.ts";
import { charactersOf } from "../syntax/characters.ts";
import type { Node } from "../syntax/tree.ts";
import type { LineKernel } from "./kernel.ts";
import { bytesOf } from "./utf8.ts";

/** Fewer words are found as soon by an automaton over all of the pattern. */
const LEAST_WORDS = 50;
const LINE_FEED = 0x0a;
const BYTES = 0x100;
const ASCII = 0x80;
const FIRST_HALF = 0xd800;
const LAST_HALF = 0xdfff;
/** No number of a letter. */
const SHARED = -1;

export class ByteWords {
  private readonly kernel: LineKernel;
  private readonly words: WordList;

  private constructor(kernel: LineKernel, words: WordList) {
    this.kernel = kernel;
    this.words = words;
  }

  /**
   * @param roots of several patterns, each a word or alternatives that are words
   * @param are what is known of the bytes that will be read
   * @returns null where they are something else, or too few words
   */
  static make(kernel: LineKernel, roots: readonly Node[], are: "ascii" | "utf-8"): ByteWords | null {
    const branches = roots.flatMap((root) => (root.kind === "alternation" ? root.branches : [root]));
    if (branches.length < LEAST_WORDS) return null;
    const letters = new Letters();
    const words: number[][] = [];
    for (const branch of branches) {
      const word: number[] = [];
      for (const item of branch.kind === "sequence" ? branch.items : [branch]) {
        if (item.kind !== "character" || !letters.add(charactersOf(item), are, word)) return null;
      }
      if (word.length === 0) return null;
      // A word with a letter that there is none of is never found.
      if (!word.includes(0)) words.push(word);
    }
    return new ByteWords(kernel, new WordList(letters.numbers, letters.count, words));
  }

  find(length: number): Int32Array {
    const { text, found } = this.kernel;
    const { words } = this;
    const { letters, longest, table, width, inTable } = words;
    let count = 0;
    let state = 0;
    for (let at = 0; at < length; at++) {
      const letter = letters[text[at] as number] as number;
      if (letter === 0) {
        state = 0;
        continue;
      }
      state = state < inTable ? (table[state * width + letter] as number) : words.next(state, letter);
      if ((longest[state] as number) === 0) continue;
      found[count++] = at;
      at = text.indexOf(LINE_FEED, at);
      state = 0;
    }
    return found.subarray(0, count);
  }
}

/** Bytes that are alike have one number. */
class Letters {
  readonly numbers = new Uint16Array(BYTES);
  count = 0;
  /** How many bytes have a number. */
  private readonly sizes: number[] = [0];

  /** Adds the numbers of a character's bytes to a word; false where it is several that are not one letter each. */
  add(set: CharSet, are: "ascii" | "utf-8", word: number[]): boolean {
    const [only = 0, last] = set;
    if (set.length === 2 && only === last && only >= FIRST_HALF && only <= LAST_HALF && are === "utf-8") return false;
    if (set.length === 2 && only === last && only >= ASCII) {
      if (are === "ascii") word.push(0);
      else for (const byte of bytesOf(only)) word.push(this.numberOf([byte]));
      return !word.includes(SHARED);
    }
    const bytes: number[] = [];
    for (let i = 0; i < set.length; i += 2) {
      for (let c = set[i] as number; c <= (set[i + 1] as number); c++) {
        // No line holds a line feed.
        if (c === LINE_FEED) continue;
        if (c < ASCII) bytes.push(c);
        else if (are === "utf-8") return false;
        else break;
      }
    }
    const number = bytes.length === 0 ? 0 : this.numberOf(bytes);
    word.push(number);
    return number !== SHARED;
  }

  /** The number of bytes that are alike, from 1; SHARED where only some of them have one. */
  private numberOf(bytes: readonly number[]): number {
    const known = this.numbers[bytes[0] as number] as number;
    if (known === 0 && bytes.every((byte) => this.numbers[byte] === 0)) {
      this.sizes.push(bytes.length);
      for (const byte of bytes) this.numbers[byte] = this.count + 1;
      return ++this.count;
    }
    return this.sizes[known] === bytes.length && bytes.every((byte) => this.numbers[byte] === known) ? known : SHARED;
  }
}
