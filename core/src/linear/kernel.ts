/**
 * The linear machine's loops with a text in their memory. A text comes in window by window, a byte a character where a
 * window is Latin and two where it is not, so the memory is the same for any text. Where the host has no WebAssembly,
 * or may not compile any, the machine does the same in plain loops.
 */
import { assemble } from "../machine/assembler.ts";
import { type HostMemory, type HostModule, host } from "../machine/host.ts";
import { narrow, widen } from "./encoding.ts";
import { back, scan, skip } from "./loops.ts";
import {
  type AutomatonMemory,
  CLASSES,
  CONTROL,
  HELD,
  LATIN,
  NOT_HERE,
  PAGES,
  STARTS,
  TABLE_ENTRIES,
  TABLES,
  TEXT,
  UNITS,
  UTF8,
  WINDOW,
  type Width,
  writeSkip,
} from "./memory.ts";

interface Exports {
  readonly scan1: (
    at: number,
    stop: number,
    row: number,
    end: number,
    counting: number,
    strideLog: number,
    held: number,
    symbols: number,
    mark: number,
  ) => number;
  readonly scan2: Exports["scan1"];
  readonly back1: (at: number, from: number, row: number, found: number, held: number, symbols: number, mark: number) => number;
  readonly back2: Exports["back1"];
  readonly widen: (from: number, length: number, to: number) => number;
  readonly narrow: (from: number, length: number) => number;
}

let compiled: HostModule | null | undefined;

/** The module, made once; null where the host does not have or allow WebAssembly. */
function kernelModule(): HostModule | null {
  if (compiled !== undefined) return compiled;
  try {
    const bytes = assemble([skip(1), skip(2), scan(1, 0), scan(2, 1), back(1), back(2), widen(), narrow()]);
    compiled = host.WebAssembly ? new host.WebAssembly.Module(bytes) : null;
  } catch {
    // Without WebAssembly, or under a policy that forbids compiling it, the plain loops do the work.
    compiled = null;
  }
  return compiled;
}

/** Kernels that are not in use; more than a few are never in use at once. */
const free: Kernel[] = [];
const MAX_FREE = 4;

export class Kernel implements AutomatonMemory {
  /** Offsets in the text, rows and counts that the last call came to. */
  at = 0;
  row = 0;
  end = 0;
  count = 0;
  /** The stretch of the text that is in the memory. */
  from = 0;
  to = 0;
  private readonly exports: Exports;
  private readonly memory: HostMemory;
  private readonly encoder = new host.TextEncoder();
  private readonly control: Int32Array;
  private readonly wide: Uint16Array;
  private readonly utf8: Uint8Array;
  private readonly heldBits: Uint8Array;
  private width: Width = 1;
  private classOf: (unit: number) => number = () => 0;
  /** Whether the classes beyond Latin are in the memory. */
  private allClasses = false;
  /** Whether the text is Latin as far as it was read. */
  private latin = true;

  private constructor(exports: Exports, memory: HostMemory) {
    this.exports = exports;
    this.memory = memory;
    this.control = new Int32Array(memory.buffer, CONTROL, 4);
    this.wide = new Uint16Array(memory.buffer, TEXT, WINDOW);
    this.utf8 = new Uint8Array(memory.buffer, UTF8, 3 * WINDOW);
    this.heldBits = new Uint8Array(memory.buffer, HELD, WINDOW + 1);
  }

  /** A kernel for one search, to be given back; undefined where there can be none. */
  static take(): Kernel | undefined {
    const kernel = free.pop();
    if (kernel) return kernel;
    const module = kernelModule();
    if (!module || !host.WebAssembly) return undefined;
    try {
      const memory = new host.WebAssembly.Memory({ initial: PAGES });
      const { exports } = new host.WebAssembly.Instance(module, { host: { memory } });
      return new Kernel(exports as Exports, memory);
    } catch {
      // The host has no room for another memory: the plain loops need none.
      return undefined;
    }
  }

  /** Gives the kernel back; whoever had it must not use it any more. */
  release(): void {
    if (free.length < MAX_FREE) free.push(this);
  }

  /** The room for a table of transitions. */
  table(which: 0 | 1): Int32Array<ArrayBuffer> {
    return new Int32Array(this.memory.buffer, TABLES[which], TABLE_ENTRIES);
  }

  /** Sets the symbols of code units. Nothing of a text is in the memory after that. */
  setClasses(classOf: (unit: number) => number): void {
    this.classOf = classOf;
    this.allClasses = false;
    this.latin = true;
    this.forget();
    const classes = new Uint16Array(this.memory.buffer, CLASSES, LATIN);
    for (let unit = 0; unit < LATIN; unit++) classes[unit] = classOf(unit);
  }

  /** Brings the text up to the offset into the memory. */
  loadBefore(text: string, to: number, held: Uint8Array | null): void {
    this.load(text, Math.max(0, to - WINDOW + 1), held);
  }

  /** Brings the text from the offset on into the memory, and the bits of lookarounds there; a window never parts a pair. */
  load(text: string, from: number, held: Uint8Array | null): void {
    let to = Math.min(text.length, from + WINDOW);
    if (to < text.length && (text.charCodeAt(to - 1) & 0xfc00) === 0xd800) to--;
    this.from = from + (from > 0 && (text.charCodeAt(from) & 0xfc00) === 0xdc00 ? 1 : 0);
    this.to = to;
    const window = text.slice(this.from, to);
    const { written } = this.encoder.encodeInto(window, this.utf8);
    this.width = written === window.length || this.loadLatin(window, written) ? 1 : 2;
    if (this.width === 2) this.loadWide(window, written);
    if (held) this.heldBits.set(held.subarray(this.from, to + 1));
  }

  /** False where a character is beyond Latin: texts that hold one hold more of them, and are not tried again. */
  private loadLatin(window: string, written: number): boolean {
    if (!this.latin) return false;
    this.latin = this.exports.narrow(UTF8, written) === window.length;
    if (!this.latin) this.encoder.encodeInto(window, this.utf8);
    return this.latin;
  }

  private loadWide(window: string, written: number): void {
    if (!this.allClasses) {
      const classes = new Uint16Array(this.memory.buffer, CLASSES, UNITS);
      for (let unit = LATIN; unit < UNITS; unit++) classes[unit] = this.classOf(unit);
      this.allClasses = true;
    }
    if (isWellFormed(window)) this.exports.widen(UTF8, written, TEXT);
    // An encoder would lose lone surrogates.
    else for (let i = 0; i < window.length; i++) this.wide[i] = window.charCodeAt(i);
  }

  /** Sets bits of an offset, where it is in the window. */
  mark(at: number, bits: number): void {
    if (at >= this.from && at <= this.to) this.heldBits[at - this.from] = (this.heldBits[at - this.from] as number) | bits;
  }

  /** Nothing of the text is in the memory any more. */
  forget(): void {
    this.from = this.to = -1;
  }

  /** Copies the bits of the window's offsets out of the memory. */
  unload(held: Uint8Array): void {
    if (this.to > 0) held.set(this.heldBits.subarray(0, this.to - this.from + 1), this.from);
  }

  setStart(symbol: number, row: number): void {
    new Int32Array(this.memory.buffer, STARTS)[symbol] = row;
  }

  setSkip(state: number, leaves: (character: number) => boolean, matters: (character: number) => boolean): void {
    writeSkip(this.memory.buffer, state, leaves, matters);
  }

  /** Reads on from an offset in the window; `end` is where a match was through, or −1. Returns why it stopped. */
  scan(at: number, stop: number, row: number, end: number, counting: boolean, strideLog: number, held: boolean, symbols: number, mark = 0): number {
    const run = this.width === 1 ? this.exports.scan1 : this.exports.scan2;
    // A match that was through before this window is counted by whoever called.
    const here = end >= this.from ? end - this.from : NOT_HERE;
    const why = run(at - this.from, Math.min(stop, this.to) - this.from, row, end < 0 ? -1 : here, Number(counting), strideLog, held ? HELD : 0, symbols, mark);
    this.at = (this.control[0] as number) + this.from;
    this.row = this.control[1] as number;
    const found = this.control[2] as number;
    this.end = found === NOT_HERE ? end : found < 0 ? -1 : found + this.from;
    this.count = this.control[3] as number;
    return why;
  }

  /** Reads back from an offset in the window, down to its start at most. */
  back(at: number, from: number, row: number, found: number, held: boolean, symbols: number, mark = 0): number {
    const run = this.width === 1 ? this.exports.back1 : this.exports.back2;
    const why = run(at - this.from, Math.max(from, this.from) - this.from, row, NOT_HERE, held ? HELD : 0, symbols, mark);
    this.at = (this.control[0] as number) + this.from;
    this.row = this.control[1] as number;
    const end = this.control[2] as number;
    this.end = end === NOT_HERE ? found : end + this.from;
    return why;
  }
}

/** Whether the text has no lone surrogates; newer hosts know at once. */
function isWellFormed(text: string & { isWellFormed?: () => boolean }): boolean {
  if (text.isWellFormed) return text.isWellFormed();
  for (let i = 0; i < text.length; i++) {
    const unit = text.charCodeAt(i);
    if ((unit & 0xf800) !== 0xd800) continue;
    if (unit >= 0xdc00 || (text.charCodeAt(i + 1) & 0xfc00) !== 0xdc00) return false;
    i++;
  }
  return true;
}
