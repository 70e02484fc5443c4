/** The memory of a search for lines, in which the bytes of a file stand as they are, and its loops in WebAssembly. */
import type { Partition } from "../charset/partition.ts";
import { skip } from "../linear/loops.ts";
import { type AutomatonMemory, CLASSES, LATIN, Result, STARTS, TABLE_ENTRIES, TABLES, UTF8, writeSkip } from "../linear/memory.ts";
import { assemble } from "../machine/assembler.ts";
import { type HostMemory, type HostModule, host } from "../machine/host.ts";
import { lineEnd, lineFeeds, lines, pairAt, pairs } from "./loops.ts";

interface Exports {
  readonly lines: (at: number, stop: number, row: number, found: number, most: number, strideLog: number, lineRow: number) => number;
  readonly lineFeeds: (at: number, stop: number) => number;
  readonly pairAt: (at: number, stop: number, first: number, second: number) => number;
  readonly pairs: (at: number, stop: number) => number;
}

let compiled: HostModule | null | undefined;

/** The module, made once; null where the host does not have or allow WebAssembly. */
function lineModule(): HostModule | null {
  if (compiled !== undefined) return compiled;
  try {
    compiled = host.WebAssembly ? new host.WebAssembly.Module(assemble([skip(1), lineEnd(), lines(0, 1), lineFeeds(), pairs(), pairAt()])) : null;
  } catch {
    // Without WebAssembly, or under a policy that forbids compiling it, lines are read as strings.
    compiled = null;
  }
  return compiled;
}

/** Loops read sixteen bytes at once, and one more: so many behind the text are there, and are no part of it. */
const BEHIND = 64;
/** Bytes that a loop reads at once: fewer at the end are looked at one by one. */
const AT_ONCE = 16;
const LINE_FEED = 0x0a;
/** The least byte that a character of four begins with. */
const FIRST_OF_FOUR = 0xf0;
const PAGE = 0x10000;
/** No automaton reads the text backwards here: its table is where offsets are written. */
const FOUND = TABLES[1];

export class LineKernel implements AutomatonMemory {
  /** What the last call came to: an offset, a row, and how many lines it found. */
  at = 0;
  row = 0;
  count = 0;
  /** Where the text is to be written. */
  readonly text: Uint8Array<ArrayBuffer>;
  /** In each line that was found, the offset where its match was through. */
  readonly found: Int32Array<ArrayBuffer>;
  private readonly exports: Exports;
  private readonly memory: HostMemory;
  private readonly results: Int32Array;

  private constructor(exports: Exports, memory: HostMemory, room: number) {
    this.exports = exports;
    this.memory = memory;
    this.text = new Uint8Array(memory.buffer, UTF8, room);
    this.found = new Int32Array(memory.buffer, FOUND, TABLE_ENTRIES);
    this.results = new Int32Array(memory.buffer, 0, LATIN);
  }

  /** A kernel with room for so many bytes of text; null where there can be none. */
  static make(room: number): LineKernel | null {
    const module = lineModule();
    if (!module || !host.WebAssembly) return null;
    try {
      const memory = new host.WebAssembly.Memory({ initial: Math.ceil((UTF8 + room + BEHIND) / PAGE) });
      const { exports } = new host.WebAssembly.Instance(module, { host: { memory } });
      return new LineKernel(exports as Exports, memory, room);
    } catch {
      // The host has no room for another memory: strings need none.
      return null;
    }
  }

  table(which: 0 | 1): Int32Array<ArrayBuffer> {
    return new Int32Array(this.memory.buffer, TABLES[which], TABLE_ENTRIES);
  }

  setSkip(state: number, leaves: (character: number) => boolean, matters: (character: number) => boolean): void {
    writeSkip(this.memory.buffer, state, leaves, matters);
  }

  setClasses({ latin }: Partition): void {
    new Uint16Array(this.memory.buffer, CLASSES, LATIN).set(latin);
  }

  setStart(symbol: number, row: number): void {
    new Int32Array(this.memory.buffer, STARTS)[symbol] = row;
  }

  /** Reads on from an offset with the state of the row, up to `stop`, behind the last line feed. Returns why it stopped. */
  lines(at: number, stop: number, row: number, found: number, strideLog: number, lineRow: number): number {
    const why = this.exports.lines(at, stop, row, FOUND + 4 * found, TABLE_ENTRIES - found, strideLog, lineRow);
    this.at = this.results[Result.at >> 2] as number;
    this.row = this.results[Result.row >> 2] as number;
    this.count = this.results[Result.count >> 2] as number;
    return why;
  }

  /** Where two bytes stand one behind the other, from an offset on; −1 where they do not before `stop`. */
  pairAt(from: number, stop: number, first: number, second: number): number {
    const at = this.exports.pairAt(from, stop, first, second);
    return at < stop ? at : -1;
  }

  lineFeeds(from: number, to: number): number {
    const rest = to - ((to - from) % AT_ONCE);
    let count = this.exports.lineFeeds(from, rest);
    for (let at = rest; at < to; at++) count += Number(this.text[at] === LINE_FEED);
    return count;
  }

  /** Whether a character there has four bytes. */
  hasPairs(to: number): boolean {
    const rest = to - (to % AT_ONCE);
    return this.exports.pairs(0, rest) !== 0 || this.text.subarray(rest, to).some((byte) => byte >= FIRST_OF_FOUR);
  }
}
