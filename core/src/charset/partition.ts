/**
 * Characters in classes: two characters are in one class where none of the given sets tells them apart.
 * A machine that reads classes instead of characters needs tables of a few columns.
 */
import { type CharSet, LAST_CODE_POINT } from "./charset.ts";

const LATIN = 256;
const UNITS = 0x10000;

export class Partition {
  /** Number of classes. */
  readonly count: number;
  /** A character of each class. */
  readonly samples: readonly number[];
  /** Classes of the first 256 characters. */
  readonly latin: Uint16Array<ArrayBuffer>;
  private readonly starts: readonly number[];
  private readonly classes: Uint16Array;
  private units: Uint16Array | undefined;

  constructor(sets: Iterable<CharSet>) {
    const distinct = [...sets];
    const ends = new Set([0]);
    for (const set of distinct) {
      for (let i = 0; i < set.length; i += 2) {
        ends.add(set[i] as number);
        ends.add((set[i + 1] as number) + 1);
      }
    }
    ends.delete(LAST_CODE_POINT + 1);
    const starts = [...ends].sort((a, b) => a - b);
    const index = new Map(starts.map((start, i) => [start, i]));
    const labels = new Int32Array(starts.length);
    let next = 1;
    for (const set of distinct) {
      // What the set takes out of a class becomes a class of its own.
      const inside = new Map<number, number>();
      for (let r = 0; r < set.length; r += 2) {
        const to = set[r + 1] as number;
        for (let i = index.get(set[r] as number) as number; i < starts.length && (starts[i] as number) <= to; i++) {
          const label = labels[i] as number;
          let own = inside.get(label);
          if (own === undefined) {
            own = next++;
            inside.set(label, own);
          }
          labels[i] = own;
        }
      }
    }
    const numbers = new Map<number, number>();
    const samples: number[] = [];
    this.classes = Uint16Array.from(labels, (label, i) => {
      let number = numbers.get(label);
      if (number === undefined) {
        number = samples.push(starts[i] as number) - 1;
        numbers.set(label, number);
      }
      return number;
    });
    this.starts = starts;
    this.samples = samples;
    this.count = samples.length;
    this.latin = Uint16Array.from({ length: LATIN }, (_, c) => this.find(c));
  }

  /** The class of a code unit or code point. */
  classOf(character: number): number {
    if (character < LATIN) return this.latin[character] as number;
    if (character >= UNITS) return this.find(character);
    this.units ??= this.unitTable();
    return this.units[character] as number;
  }

  /** Classes of all code units, made when a text first goes beyond Latin. */
  private unitTable(): Uint16Array {
    const units = new Uint16Array(UNITS);
    this.starts.forEach((start, i) => {
      if (start < UNITS) units.fill(this.classes[i] as number, start, this.starts[i + 1] ?? UNITS);
    });
    return units;
  }

  private find(character: number): number {
    let low = 0;
    let high = this.starts.length - 1;
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if ((this.starts[middle] as number) <= character) low = middle;
      else high = middle - 1;
    }
    return this.classes[low] as number;
  }
}
