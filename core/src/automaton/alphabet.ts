/**
 * The symbols that automata of programs read: classes of characters that no item of the programs tells apart, and the
 * edge of the text. Sets of symbols are interned as masks, so that they are compared and intersected as numbers.
 */
import { type CharSet, contains } from "../charset/charset.ts";
import { Partition } from "../charset/partition.ts";
import type { Program } from "../program/program.ts";
import { setsOf } from "../program/sets.ts";
import { singleLook } from "../syntax/characters.ts";
import { walk } from "../syntax/tree.ts";

/** Characters that a person reads easily, the easiest first: a class is shown by the first of them that it holds. */
const EASY = "abcdefghijklmnopqrstuvwxyz0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZ-_ .,:;/!#%&=+*@~<>()[]{}|\\^$?'\"`\t\n\réßΩ中";

const UNITS = 0x10000;

/** A set of symbols, by number. */
export type Mask = number;

export class Alphabet {
  /** Number of classes; symbols below it are classes, the easiest to read first. */
  readonly classes: number;
  /** The symbol for the text's edge, before its first and after its last character. */
  readonly edge: number;
  /** A character of each class, as text. */
  readonly samples: readonly string[];
  readonly masks: Masks;
  private readonly points: readonly number[];
  private readonly ofSet = new Map<CharSet, Mask>();
  private readonly ofUnit = new Map<number, Mask>();
  private readonly classNumbers: Int32Array;
  private readonly partition: Partition;

  private constructor(sets: readonly CharSet[], codePoints: boolean) {
    this.partition = new Partition(sets);
    const { partition } = this;
    const points: number[] = [];
    this.classNumbers = new Int32Array(partition.count).fill(-1);
    const add = (point: number): void => {
      const number = partition.classOf(point);
      if (this.classNumbers[number] === -1) this.classNumbers[number] = points.push(point) - 1;
    };
    for (const character of EASY) add(character.codePointAt(0) as number);
    // What only code points tell apart is no class where the text is read by code units.
    for (const point of partition.samples) if (codePoints || point < UNITS) add(point);
    this.points = points;
    this.samples = points.map((point) => String.fromCodePoint(point));
    this.classes = points.length;
    this.edge = points.length;
    this.masks = new Masks(points.length + 1);
  }

  /** The symbols that tell apart whatever any of the programs tells apart. */
  static of(...programs: readonly Program[]): Alphabet {
    return new Alphabet(
      programs.flatMap(setsToldApart),
      programs.some(({ options }) => options.codePoints),
    );
  }

  /** The classes of a set's characters; never the edge. */
  maskOf(set: CharSet): Mask {
    let mask = this.ofSet.get(set);
    if (mask === undefined) {
      mask = this.masks.where((symbol) => symbol !== this.edge && contains(set, this.points[symbol] as number));
      this.ofSet.set(set, mask);
    }
    return mask;
  }

  /** The class of one character. */
  maskOfUnit(unit: number): Mask {
    let mask = this.ofUnit.get(unit);
    if (mask === undefined) {
      const number = this.classOf(unit);
      mask = this.masks.where((symbol) => symbol === number);
      this.ofUnit.set(unit, mask);
    }
    return mask;
  }

  classOf(character: number): number {
    return this.classNumbers[this.partition.classOf(character)] as number;
  }

  /** The text of a word of classes. */
  spell(word: readonly number[]): string {
    return word.map((symbol) => this.samples[symbol]).join("");
  }
}

/** Sets of symbols, interned: equal sets have equal numbers. */
export class Masks {
  readonly all: Mask;
  readonly none: Mask;
  private readonly size: number;
  private readonly bits: Uint32Array[] = [];
  private readonly firsts: number[] = [];
  private readonly numbers = new Map<string, Mask>();
  private readonly intersections = new Map<number, Mask>();

  constructor(size: number) {
    this.size = size;
    this.all = this.where(() => true);
    this.none = this.where(() => false);
  }

  where(holds: (symbol: number) => boolean): Mask {
    const bits = new Uint32Array((this.size + 31) >> 5);
    for (let symbol = 0; symbol < this.size; symbol++) if (holds(symbol)) bits[symbol >> 5] = (bits[symbol >> 5] as number) | (1 << (symbol & 31));
    return this.intern(bits);
  }

  has(mask: Mask, symbol: number): boolean {
    return (((this.bits[mask] as Uint32Array)[symbol >> 5] as number) & (1 << (symbol & 31))) !== 0;
  }

  /** The first symbol of the mask, or −1 where it is empty. */
  first(mask: Mask): number {
    return this.firsts[mask] as number;
  }

  and(one: Mask, other: Mask): Mask {
    if (one === other || other === this.all) return one;
    if (one === this.all) return other;
    const key = one < other ? one * 0x4000000 + other : other * 0x4000000 + one;
    let mask = this.intersections.get(key);
    if (mask === undefined) {
      const [a, b] = [this.bits[one] as Uint32Array, this.bits[other] as Uint32Array];
      mask = this.intern(a.map((word, i) => word & (b[i] as number)));
      this.intersections.set(key, mask);
    }
    return mask;
  }

  not(mask: Mask): Mask {
    return this.where((symbol) => !this.has(mask, symbol));
  }

  *symbols(mask: Mask): Generator<number> {
    for (let symbol = this.first(mask); symbol >= 0 && symbol < this.size; symbol++) if (this.has(mask, symbol)) yield symbol;
  }

  private intern(bits: Uint32Array): Mask {
    const key = bits.join();
    let number = this.numbers.get(key);
    if (number === undefined) {
      number = this.bits.push(bits) - 1;
      this.numbers.set(key, number);
      let first = 0;
      while (first < this.size && !this.has(number, first)) first++;
      this.firsts.push(first < this.size ? first : -1);
    }
    return number;
  }
}

/** The sets of the instructions, and of lookarounds for one character, which are not gone into. */
function setsToldApart(program: Program): CharSet[] {
  const looks: CharSet[] = [];
  for (const node of walk(program.root)) {
    const set = node.kind === "look" ? singleLook(node) : undefined;
    if (set) looks.push(set);
  }
  return [...setsOf(program), ...looks];
}
