/**
 * A search for lines in the bytes of files: stretch by stretch, each of whole lines. Lines that nothing is found in never
 * become strings, where an automaton can read the bytes; elsewhere each stretch is read as a string.
 */
import { Automaton } from "../linear/automaton.ts";
import { MATCHED, Stop } from "../linear/memory.ts";
import { type Plan, planOf } from "../linear/plan.ts";
import { host } from "../machine/host.ts";
import { once } from "../once.ts";
import { linesReadingWithoutCaptures } from "../program/by-lines.ts";
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
  private readonly codePoints: boolean;
  private readonly decoder = new host.TextDecoder();

  /**
   * @param readings patterns without mistakes, of one dialect with the same flags
   * @param room bytes of the longest stretch
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
  }

  /** How bytes are read. */
  get reads(): "bytes" | "strings" {
    return this.ascii() ? "bytes" : "strings";
  }

  /** The lines of a stretch of so many bytes in which something is found. What is returned is good until the next call. */
  find(length: number, are: BytesAre): FoundLines {
    if (this.readings.length === 0) return { places: NO_PLACES, undecided: [] };
    const reader = are === "ascii" ? this.ascii() : are === "utf-8" && !this.pairsCount(length) ? this.utf8() : null;
    if (reader) return { places: reader.find(length), undecided: [] };
    return this.findInString(length);
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

  private findInString(length: number): FoundLines {
    const bytes = this.text.subarray(0, length);
    const text = this.decoder.decode(bytes);
    const { lines, undecided } = drained(siftSlices(this.readings, text, { ...this.options, keep: "matching", goesOn: true }));
    const places = new Int32Array(lines.length);
    let number = 0;
    let at = -1;
    for (const [index, { line }] of lines.entries()) {
      for (; number < line; number++) at = bytes.indexOf(LINE_FEED, at + 1);
      places[index] = at;
    }
    return { places, undecided: undecided.map((line) => line - 1) };
  }
}

const NO_PLACES = new Int32Array(0);

/** An automaton that reads bytes. */
class ByteLines {
  private readonly kernel: LineKernel;
  private readonly plan: Plan;
  private readonly program: Program;
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
    this.program = program;
    this.plan = plan;
    const required = requiredOf(program).text;
    this.prefix = required && required.most === 0 && isAsciiPair(required.text) ? required.text : undefined;
    this.required = required ? RequiredBytes.of(required.text) : undefined;
  }

  static make(kernel: LineKernel, reading: Reading): ByteLines | null {
    const compiled = compile(reading);
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
    let at = 0;
    while (required && !required.idle && at < length) {
      const next = required.after(kernel, at, length);
      if (next < 0) return kernel.found.subarray(0, this.found);
      required.jumped(next - at);
      const from = text.lastIndexOf(LINE_FEED, next) + 1;
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
    const { kernel, plan, program } = this;
    const { forward, partition, lookNumbers: looks, sideLooks } = plan;
    this.automaton = new Automaton(forward.program, forward.states, partition, {
      backward: false,
      anchored: false,
      everyMatch: false,
      longest: program.preference === "longest",
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

/** One or two bytes that every match holds, and whether to look for them pays. */
class RequiredBytes {
  /** Set where they stand so often that reading is as quick as looking for them. */
  idle = false;
  private readonly first: number;
  private readonly second: number | undefined;
  private jumps = 0;
  private passed = 0;

  private constructor(first: number, second?: number) {
    this.first = first;
    this.second = second;
  }

  /** The rarest pair of a text, or all of it; undefined where it is empty. The text is bytes, one code unit each. */
  static of(text: string): RequiredBytes | undefined {
    if (text.length < 2) return text === "" ? undefined : new RequiredBytes(text.charCodeAt(0));
    let best: RequiredBytes | undefined;
    let rarest = Number.POSITIVE_INFINITY;
    for (let i = 0; i + 1 < text.length; i++) {
      const [first, second] = [text.charCodeAt(i), text.charCodeAt(i + 1)];
      const often = frequencyOf(first) * frequencyOf(second);
      if (often < rarest) [best, rarest] = [new RequiredBytes(first, second), often];
    }
    return best;
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

/** How often a byte stands in logs and sources, roughly: blanks and small letters most, then digits, then all else. */
function frequencyOf(byte: number): number {
  if (byte === 0x20) return 12;
  if (byte >= 0x61 && byte <= 0x7a) return "etaoinsr".includes(String.fromCharCode(byte)) ? 8 : 4;
  if (byte >= 0x30 && byte <= 0x39) return 5;
  return 1;
}
