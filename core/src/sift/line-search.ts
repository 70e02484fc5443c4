/**
 * A search for lines in the bytes of files: stretch by stretch, each of whole lines. Lines that nothing is found in never
 * become strings, where an automaton can read the bytes; elsewhere each stretch is read as a string.
 */
import { Automaton } from "../linear/automaton.ts";
import { MATCHED, Stop } from "../linear/memory.ts";
import { type Plan, planOf } from "../linear/plan.ts";
import { host } from "../machine/host.ts";
import { once } from "../once.ts";
import { linesReadingWithoutCaptures, relaxedLinesReading } from "../program/by-lines.ts";
import { compile } from "../program/compile.ts";
import { requiredOf } from "../program/literals.ts";
import type { Program } from "../program/program.ts";
import { drained } from "../slices.ts";
import type { Reading } from "../syntax/read.ts";
import type { Node } from "../syntax/tree.ts";
import { ByteWords } from "./byte-words.ts";
import { LineKernel } from "./kernel.ts";
import { type SiftOptions, siftSlices } from "./sift.ts";
import { betweenCharacters, inAscii, inUtf8 } from "./utf8.ts";

/** What is known of the bytes of a stretch; `other` bytes are no well-formed UTF-8, and are read with U+FFFD for what is not. */
export type BytesAre = "ascii" | "utf-8" | "other";

export interface FoundLines {
  /** For each line in which something is found an offset in it, its line feed at most; in the order of the text. */
  readonly places: Int32Array;
  /** Lines, counted from 0, that would take more steps than they may: nothing is known of them. */
  readonly undecided: readonly number[];
}

const LINE_FEED = 0x0a;

export class LineSearch {
  /** Where a stretch is to be written: whole lines, of which each has its line feed. */
  readonly text: Uint8Array<ArrayBuffer>;
  private readonly readings: readonly Reading[];
  private readonly options: Omit<SiftOptions, "keep">;
  private readonly kernel: LineKernel | null;
  /** Made when a stretch first asks for them: the bytes of many files are of one kind. */
  private readonly ascii: () => ByteLines | ByteWords | null;
  private readonly utf8: () => ByteLines | ByteWords | null;
  /** For patterns that no automaton takes: what finds their lines, and maybe others. */
  private readonly asciiSieve: () => ByteLines | null;
  private readonly utf8Sieve: () => ByteLines | null;
  private readonly codePoints: boolean;
  private readonly decoder = new host.TextDecoder();

  /**
   * @param readings patterns without mistakes, of one dialect with the same flags
   * @param room bytes of the longest stretch, which has at most `TABLE_ENTRIES` lines: for each there is room for an offset
   */
  constructor(readings: readonly Reading[], options: Omit<SiftOptions, "keep">, room: number) {
    this.readings = readings;
    this.options = options;
    this.codePoints = readings[0]?.options.codePoints ?? false;
    this.kernel = readings.length > 0 ? LineKernel.make(room) : null;
    this.text = this.kernel?.text ?? new Uint8Array(room);
    const { kernel } = this;
    const isSticky = readings.some((reading) => reading.options.sticky);
    const words = (are: "ascii" | "utf-8"): ByteWords | null => {
      const roots = readings.map(({ root }) => root);
      return kernel && options.part === "part" && !isSticky ? ByteWords.make(kernel, roots, are) : null;
    };
    const reading = once(() => (kernel ? linesReadingWithoutCaptures(readings, options.part) : null));
    const made = (inBytes: (root: Node) => Node | null): ByteLines | null => {
      const own = reading();
      const root = own && inBytes(own.root);
      return root && kernel ? ByteLines.make(kernel, { ...own, root }) : null;
    };
    this.ascii = once(() => words("ascii") ?? made(inAscii));
    const betweenThem = (root: Node): Node | null => {
      const changed = inUtf8(root);
      const ascii = this.ascii();
      return changed && ascii instanceof ByteLines && ascii.canBeEmpty ? betweenCharacters(changed) : changed;
    };
    this.utf8 = once(() => words("utf-8") ?? (this.ascii() && made(betweenThem)));
    const loose = once(() => (kernel && !this.ascii() ? relaxedLinesReading(readings, options.part) : null));
    const coarse = (inBytes: (root: Node) => Node | null): ByteLines | null => {
      const own = loose();
      const root = own && inBytes(own.root);
      return root && kernel ? ByteLines.make(kernel, { ...own, root }) : null;
    };
    this.asciiSieve = once(() => coarse(inAscii));
    this.utf8Sieve = once(() => this.asciiSieve() && coarse((root) => inUtf8(betweenCharacters(root))));
  }

  /** How bytes are read. */
  get reads(): "bytes" | "strings" {
    return this.ascii() ? "bytes" : "strings";
  }

  /** The lines of a stretch of so many bytes in which something is found. What is returned is good until the next call. */
  find(length: number, are: BytesAre): FoundLines {
    if (this.readings.length === 0) return { places: NO_PLACES, undecided: [] };
    const isUtf8 = are === "utf-8" && !this.pairsCount(length);
    const reader = are === "ascii" ? this.ascii() : isUtf8 ? this.utf8() : null;
    if (reader) return { places: reader.find(length), undecided: [] };
    const sieve = are === "ascii" ? this.asciiSieve() : isUtf8 ? this.utf8Sieve() : null;
    return sieve ? this.sieved(sieve.find(length).slice()) : this.findInString(this.text.subarray(0, length));
  }

  /** Whether characters beyond the Basic Multilingual Plane stand there, of which the dialect sees two. */
  private pairsCount(length: number): boolean {
    return !this.codePoints && this.kernel?.hasPairs(length) === true;
  }

  /** How many line feeds a stretch has from an offset to another. */
  lineFeeds(from: number, to: number): number {
    if (this.kernel) return this.kernel.lineFeeds(from, to);
    let count = 0;
    for (let at = this.text.indexOf(LINE_FEED, from); at >= 0 && at < to; at = this.text.indexOf(LINE_FEED, at + 1)) count++;
    return count;
  }

  /** Of lines that may be among those looked for, those that are. */
  private sieved(places: Int32Array): FoundLines {
    const { text } = this;
    const starts = new Int32Array(places.length);
    let room = 0;
    for (const [index, place] of places.entries()) {
      const start = lineStart(text, place);
      starts[index] = start;
      room += text.indexOf(LINE_FEED, place) + 1 - start;
    }
    const lines = new Uint8Array(room);
    let at = 0;
    for (const [index, place] of places.entries()) {
      const own = text.subarray(starts[index], text.indexOf(LINE_FEED, place) + 1);
      lines.set(own, at);
      at += own.length;
    }
    const found = this.numbersIn(lines);
    // The number of such a line in the stretch is told by its place alone.
    let counted = 0;
    let number = 0;
    const undecided = found.undecided.map((index) => {
      for (const start = starts[index] as number; counted < start; counted = text.indexOf(LINE_FEED, counted) + 1) number++;
      return number;
    });
    return { places: Int32Array.from(found.lines, (index) => places[index] as number), undecided };
  }

  private findInString(bytes: Uint8Array): FoundLines {
    const { lines, undecided } = this.numbersIn(bytes);
    const places = new Int32Array(lines.length);
    let number = -1;
    let at = -1;
    for (const [index, line] of lines.entries()) {
      for (; number < line; number++) at = bytes.indexOf(LINE_FEED, at + 1);
      places[index] = at;
    }
    return { places, undecided };
  }

  /** The numbers of lines, from 0. */
  private numbersIn(bytes: Uint8Array): { readonly lines: readonly number[]; readonly undecided: readonly number[] } {
    const text = this.decoder.decode(bytes);
    const { lines, undecided } = drained(siftSlices(this.readings, text, { ...this.options, keep: "matching", goesOn: true }));
    return { lines: lines.map(({ line }) => line - 1), undecided: undecided.map((line) => line - 1) };
  }
}

/** Where the line begins that the offset lies in: a few steps back are sooner done than a call. */
function lineStart(text: Uint8Array, at: number): number {
  let start = at;
  while (start > 0 && text[start - 1] !== LINE_FEED) start--;
  return start;
}

const NO_PLACES = new Int32Array(0);

/** An automaton that reads bytes. */
class ByteLines {
  private readonly kernel: LineKernel;
  private readonly plan: Plan;
  /** Made when it is first used, and anew when another one has used the kernel's memory since. */
  private automaton: Automaton | undefined;
  private startsOf = 0;
  private lineRow = 0;
  /** Lines found so far. */
  private found = 0;
  /** The text that every match begins with, if it has one: the kernel looks for that itself. */
  private readonly prefix: string | undefined;
  /** Bytes that every match holds: lines without them are passed over. */
  private readonly required: RequiredBytes | undefined;

  private constructor(kernel: LineKernel, program: Program, plan: Plan) {
    this.kernel = kernel;
    this.plan = plan;
    const required = requiredOf(program).text;
    this.prefix = required && required.most === 0 && isAsciiPair(required.text) ? required.text : undefined;
    this.required = required && required.text !== "" ? new RequiredBytes(required.text) : undefined;
  }

  static make(kernel: LineKernel, reading: Reading): ByteLines | null {
    const { dialect } = reading;
    // Whether there is a match does not depend on which of several counts; and that of the first is known of more patterns.
    const compiled = compile({ ...reading, dialect: { ...dialect, semantics: { ...dialect.semantics, preference: "first" } } });
    if (!compiled.ok) return null;
    const plan = planOf(compiled.program);
    return typeof plan === "string" || plan.lookNumbers.size > 0 ? null : new ByteLines(kernel, compiled.program, plan);
  }

  get canBeEmpty(): boolean {
    return this.plan.canBeEmpty;
  }

  find(length: number): Int32Array {
    const { kernel, required } = this;
    if (users.get(kernel) !== this || !this.automaton) this.begin();
    users.set(kernel, this);
    const { text } = kernel;
    this.found = 0;
    required?.choose(text.subarray(0, Math.min(length, SAMPLED)));
    let at = 0;
    while (required && !required.idle && at < length) {
      const next = required.after(kernel, at, length);
      if (next < 0) return kernel.found.subarray(0, this.found);
      required.jumped(next - at);
      const from = lineStart(text, next);
      at = text.indexOf(LINE_FEED, next) + 1;
      this.read(from, at);
    }
    this.read(at, length);
    return kernel.found.subarray(0, this.found);
  }

  /** Reads whole lines. */
  private read(from: number, to: number): void {
    const { kernel } = this;
    const automaton = this.automaton as Automaton;
    let row = this.lineRow;
    for (let at = from; at < to; ) {
      // A table that was full has been thrown away, with the rows of all states.
      if (this.startsOf !== automaton.generation) this.setStarts(automaton);
      const why = kernel.lines(at, to, row, this.found, automaton.strideLog, this.lineRow);
      this.found += kernel.count;
      ({ at, row } = kernel);
      if (why === Stop.Full) throw new RangeError("A stretch holds more lines than there is room for.");
      if (why !== Stop.Unknown) continue;
      const symbol = this.plan.partition.latin[kernel.text[at] as number] as number;
      const transition = automaton.extend(row, symbol);
      if (transition & MATCHED) {
        kernel.found[this.found++] = at;
        at = kernel.text.indexOf(LINE_FEED, at) + 1;
        if (this.startsOf !== automaton.generation) this.setStarts(automaton);
        row = this.lineRow;
      } else {
        row = transition & ~MATCHED;
        at++;
      }
    }
  }

  private begin(): void {
    const { kernel, plan } = this;
    const { forward, partition, lookNumbers: looks, sideLooks } = plan;
    this.automaton = new Automaton(forward.program, forward.states, partition, {
      backward: false,
      anchored: false,
      everyMatch: false,
      whole: false,
      looks,
      sideLooks,
      kernel,
      skips: true,
      prefix: this.prefix,
    });
    kernel.setClasses(partition);
    this.setStarts(this.automaton);
  }

  private setStarts(automaton: Automaton): void {
    const { kernel, plan } = this;
    for (let symbol = 0; symbol < automaton.edge; symbol++) kernel.setStart(symbol, automaton.start(symbol));
    this.lineRow = automaton.start(plan.partition.latin[LINE_FEED] as number);
    this.startsOf = automaton.generation;
  }
}

/** Whose tables a kernel's memory holds. */
const users = new WeakMap<LineKernel, ByteLines>();

const ASCII = 0x80;
const isAsciiPair = (text: string): boolean => text.length > 1 && text.charCodeAt(0) < ASCII && text.charCodeAt(1) < ASCII;

/** Jumps after which it is asked whether they are worth it. */
const JUMPS_TRIED = 64;
/** Bytes that a jump passes over, on an average: fewer are read as soon by the automaton. */
const LEAST_JUMP = 256;
/** Bytes by which it is told which of them are rare. */
const SAMPLED = 1 << 15;
const BYTES = 0x100;

/** One or two bytes that every match holds, and whether to look for them pays. */
class RequiredBytes {
  /** Set where they stand so often that reading is as quick as looking for them. */
  idle = false;
  private readonly text: string;
  private first: number;
  private second: number | undefined;
  private jumps = 0;
  private passed = 0;
  private chosen = false;

  /** @param text what every match holds, as bytes of a code unit each; not empty */
  constructor(text: string) {
    this.text = text;
    this.first = text.charCodeAt(0);
    this.second = text.length > 1 ? text.charCodeAt(1) : undefined;
  }

  /** Takes the two bytes of the text that stand in a stretch least often, one behind the other. */
  choose(sample: Uint8Array): void {
    if (this.chosen || this.text.length < 3) return;
    this.chosen = true;
    const counts = new Map<number, number>();
    const pairOf = (i: number): number => this.text.charCodeAt(i) * BYTES + this.text.charCodeAt(i + 1);
    for (let i = 0; i + 1 < this.text.length; i++) counts.set(pairOf(i), 0);
    for (let i = 0; i + 1 < sample.length; i++) {
      const pair = (sample[i] as number) * BYTES + (sample[i + 1] as number);
      const count = counts.get(pair);
      if (count !== undefined) counts.set(pair, count + 1);
    }
    const [rarest] = [...counts].sort((a, b) => a[1] - b[1]);
    if (rarest) [this.first, this.second] = [Math.floor(rarest[0] / BYTES), rarest[0] % BYTES];
  }

  /** The offset of the next of them; −1 where there are none before `stop`. */
  after(kernel: LineKernel, at: number, stop: number): number {
    if (this.second !== undefined) return kernel.pairAt(at, stop, this.first, this.second);
    const found = kernel.text.indexOf(this.first, at);
    return found < stop ? found : -1;
  }

  jumped(by: number): void {
    this.passed += by;
    if (++this.jumps < JUMPS_TRIED) return;
    this.idle = this.passed < JUMPS_TRIED * LEAST_JUMP;
    this.jumps = this.passed = 0;
  }
}
