/**
 * The loops of the linear machine in WebAssembly: reading a long text through an automaton's table, with stretches on
 * which a state stays as it is skipped sixteen characters at a time.
 *
 * A text comes into the memory window by window, a byte a character where a window is Latin and two where it is not, so
 * the memory is the same for any text. Where the host has no WebAssembly, or may not compile any, the machine does the
 * same in plain loops.
 */
import { assemble, op, type WasmFunction } from "../machine/assembler.ts";
import { type HostMemory, type HostModule, host } from "../machine/host.ts";

// Where things lie in the memory, in bytes.
const CONTROL = 0;
/** Symbols of all code units, two bytes each. */
const CLASSES = 0x400;
/** By symbol of the character behind: the row where a search starts, four bytes each. */
const STARTS = 0x24000;
/** By state: which ASCII characters leave it, and which matter after those, each as two tables of nibbles. */
const SKIPS = 0x64000;
const SKIP_BYTES = 64;
export const TABLES = [0x80000, 0x480000] as const;
/** Entries of a table. */
export const TABLE_ENTRIES = 1 << 20;
const TEXT = 0x880000;
/** Code units of a window: it stays in the processor's second cache. */
export const WINDOW = 0x10000;
/** Bits of the lookarounds at the offsets of the window, its end included. */
const HELD = TEXT + 2 * WINDOW + 64;
/** UTF-8 of a window, three bytes a unit at most: read as it is where it is ASCII, else made Latin in its place, or UTF-16. */
const UTF8 = HELD + WINDOW + 64;
const PAGE = 0x10000;
const PAGES = Math.ceil((UTF8 + 3 * WINDOW) / PAGE) + 1;

/** States that can be skipped through are among the first of an automaton. */
export const MAX_SKIPPED_STATES = (TABLES[0] - SKIPS) / SKIP_BYTES;
/** Symbols have to fit the table of starts. */
export const MAX_SYMBOLS = (SKIPS - STARTS) / 4;

const ASCII = 0x80;
const LATIN = 0x100;
const UNITS = 0x10000;
/** An offset that is in no window: what was found lies before it. */
const NOT_HERE = 0x7fffff;

/** A symbol that no automaton has: the character has to be read with the one after it. */
export const WIDE = 0xffff;

/** Flags of a transition, as in the automaton. */
const MATCHED = 1;
const DEAD = 2;
const SKIPS_HERE = 4;
const WAITS_HERE = 8;
const FLAGS = 15;

/** Why a kernel stopped. */
export const Stop = { Bound: 0, Dead: 1, Unknown: 2, Wide: 3 } as const;

/** Results, in the control block. */
const Result = { at: CONTROL, row: CONTROL + 4, end: CONTROL + 8, count: CONTROL + 12 } as const;

type Width = 1 | 2;

const NIBBLE = Array.from({ length: 16 }, () => 0x0f);
const BYTE_MOST = Array.from({ length: 8 }, () => [0xff, 0x00]).flat();
const ZERO = Array.from({ length: 16 }, () => 0);

const unitAt = (at: number[], width: Width, back: number): number[] => {
  const index = back === 0 ? at : [...at, ...op.i32(back), ...op.sub];
  return width === 1 ? [...index, ...op.load8(UTF8)] : [...index, ...op.i32(1), ...op.shl, ...op.load16(TEXT)];
};
const classOf = (unit: number[]): number[] => [...unit, ...op.i32(1), ...op.shl, ...op.load16(CLASSES)];

/**
 * skip(at, stop, row, strideLog): the next offset where a character leaves the state and the one after it does not make
 * up for that; or where too few are left for a look at sixteen.
 */
function skip(width: Width): WasmFunction {
  const [at, stop, row, strideLog, bits, low, high, nextLow, nextHigh, v] = [0, 1, 2, 3, 4, 5, 6, 7, 8, 9];
  const wide = (offset: number): number[] => [
    ...op.get(at),
    ...op.i32(1),
    ...op.shl,
    ...op.v128Load(TEXT + offset),
    ...op.v128Const(BYTE_MOST),
    ...op.i16x8MinU,
  ];
  const read = (ahead: number): number[] =>
    width === 1 ? [...op.get(at), ...op.v128Load(UTF8 + ahead)] : [...wide(2 * ahead), ...wide(2 * ahead + 16), ...op.i8x16NarrowU];
  /** Bits of the characters in the vector that the tables hold; beyond ASCII every one counts as held. */
  const held = (lows: number, highs: number): number[] => [
    ...op.get(lows),
    ...op.get(v),
    ...op.v128Const(NIBBLE),
    ...op.v128And,
    ...op.swizzle,
    ...op.get(highs),
    ...op.get(v),
    ...op.i32(4),
    ...op.i8x16ShrU,
    ...op.swizzle,
    ...op.v128And,
    ...op.v128Const(ZERO),
    ...op.i8x16Ne,
    ...op.i8x16Bitmask,
    ...op.get(v),
    ...op.i8x16Bitmask,
    ...op.or,
  ];
  const tables = [low, high, nextLow, nextHigh].flatMap((local, i) => [...op.get(bits), ...op.v128Load(SKIPS + 16 * i), ...op.set(local)]);
  return {
    name: `skip${width}`,
    parameters: 4,
    numbers: 1,
    vectors: 5,
    body: [
      op.get(row),
      op.get(strideLog),
      op.shrU,
      op.i32(SKIP_BYTES),
      op.mul,
      op.set(bits),
      tables,
      op.loop(
        op.get(at),
        op.i32(17),
        op.add,
        op.get(stop),
        op.gtS,
        op.when(op.get(at), op.ret),
        read(0),
        op.set(v),
        held(low, high),
        op.tee(bits),
        op.when(read(1), op.set(v), op.get(bits), held(nextLow, nextHigh), op.and, op.tee(bits), op.when(op.get(at), op.get(bits), op.ctz, op.add, op.ret)),
        op.get(at),
        op.i32(16),
        op.add,
        op.set(at),
        op.br(0),
      ),
      op.get(at),
    ],
  };
}

type TransitionLocals = Readonly<Record<"at" | "row" | "held" | "symbols" | "symbol" | "transition", number>>;

/** Looks up the transition on the character behind (1) or ahead (0), which it leaves; `wide` leaves where that has two units. */
function transitionAt(locals: TransitionLocals, width: Width, back: 0 | 1, wide: number[]): number[] {
  const { at, row, held, symbols, symbol, transition } = locals;
  const withHeld = op.when(op.get(held), op.get(at), op.add, op.load8(0), op.get(symbols), op.mul, op.get(symbol), op.add, op.set(symbol));
  return [
    ...classOf(unitAt(op.get(at), width, back)),
    ...op.set(symbol),
    ...(width === 2 ? [...op.get(symbol), ...op.i32(WIDE), ...op.eq, ...op.when(wide)] : []),
    ...op.get(held),
    ...withHeld,
    ...op.get(row),
    ...op.get(symbol),
    ...op.add,
    ...op.i32(2),
    ...op.shl,
    ...op.load(TABLES[back]),
    ...op.tee(transition),
  ];
}

/**
 * scan(at, stop, row, end, counting, strideLog, held, symbols, mark): along the text. `held` is where the bits of
 * lookarounds begin, or 0; counting goes on behind every match that is through; `mark` is a bit to set where one is.
 */
function scan(width: Width, skipIndex: number): WasmFunction {
  const [at, stop, row, end, counting, strideLog, held, symbols, mark] = [0, 1, 2, 3, 4, 5, 6, 7, 8];
  const [transition, count, status, symbol] = [9, 10, 11, 12];
  const leave = (why: number, depth: number): number[] => [...op.i32(why), ...op.set(status), ...op.br(depth)];
  return {
    name: `scan${width}`,
    parameters: 9,
    numbers: 4,
    vectors: 0,
    body: [
      op.block(
        op.loop(
          op.get(at),
          op.get(stop),
          op.geS,
          op.when(leave(Stop.Bound, 2)),
          // A state that is skipped through is marked in its row.
          op.get(row),
          op.i32(SKIPS_HERE),
          op.and,
          op.when(
            op.get(row),
            op.i32(~FLAGS),
            op.and,
            op.set(row),
            op.get(at),
            op.get(stop),
            op.get(row),
            op.get(strideLog),
            op.call(skipIndex),
            op.set(at),
            op.get(at),
            op.get(stop),
            op.geS,
            op.when(leave(Stop.Bound, 3)),
          ),
          // One that waits goes on where the text stands that attempts begin with, as an attempt begins there.
          op.get(row),
          op.i32(WAITS_HERE),
          op.and,
          op.when(
            op.get(at),
            op.set(symbol),
            op.get(row),
            op.i32(~FLAGS),
            op.and,
            op.set(row),
            op.get(at),
            op.get(stop),
            op.get(row),
            op.get(strideLog),
            op.call(skipIndex),
            op.tee(at),
            op.get(symbol),
            op.ne,
            op.when(
              classOf(unitAt(op.get(at), width, 1)),
              op.tee(symbol),
              op.i32(WIDE),
              op.eq,
              op.when(op.i32(-1), op.set(row), leave(Stop.Wide, 4)),
              op.get(symbol),
              op.i32(2),
              op.shl,
              op.load(STARTS),
              op.i32(~FLAGS),
              op.and,
              op.set(row),
            ),
            op.get(at),
            op.get(stop),
            op.geS,
            op.when(leave(Stop.Bound, 3)),
          ),
          transitionAt({ at, row, held, symbols, symbol, transition }, width, 0, leave(Stop.Wide, 2)),
          op.i32(FLAGS),
          op.and,
          op.eqz,
          op.when(op.get(transition), op.set(row), op.get(at), op.i32(1), op.add, op.set(at), op.br(1)),
          op.get(transition),
          op.i32(0),
          op.ltS,
          op.when(leave(Stop.Unknown, 2)),
          op.get(transition),
          op.i32(MATCHED),
          op.and,
          op.when(op.get(at), op.set(end), marked(at, mark)),
          op.get(transition),
          op.i32(DEAD),
          op.and,
          op.when(
            op.get(end),
            op.i32(1),
            op.ltS,
            op.get(end),
            op.i32(NOT_HERE),
            op.eq,
            op.or,
            op.get(counting),
            op.eqz,
            op.or,
            op.when(leave(Stop.Dead, 3)),
            op.get(count),
            op.i32(1),
            op.add,
            op.set(count),
            op.get(end),
            op.set(at),
            op.i32(-1),
            op.set(end),
            classOf(unitAt(op.get(at), width, 1)),
            op.tee(symbol),
            op.i32(WIDE),
            op.eq,
            op.when(op.i32(-1), op.set(row), leave(Stop.Wide, 3)),
            op.get(symbol),
            op.i32(2),
            op.shl,
            op.load(STARTS),
            op.set(row),
            op.br(1),
          ),
          op.get(transition),
          op.i32(~(MATCHED | DEAD)),
          op.and,
          op.set(row),
          op.get(at),
          op.i32(1),
          op.add,
          op.set(at),
          op.br(0),
        ),
      ),
      stored({ at, row, end, count }),
      op.get(status),
    ],
  };
}

/** Puts locals where the results of a call lie. */
const stored = (locals: Partial<Record<keyof typeof Result, number>>): number[] =>
  Object.entries(locals).flatMap(([result, local]) => [...op.i32(0), ...op.get(local), ...op.store(Result[result as keyof typeof Result])]);

/** Sets a bit among those of the lookarounds. */
const marked = (at: number, mark: number): number[] => [
  ...op.get(mark),
  ...op.when(op.get(at), op.get(at), op.load8(HELD), op.get(mark), op.or, op.store8(HELD)),
];

/** back(at, from, row, found, held, symbols, mark): against the text, from where a match ends to where it begins. */
function back(width: Width): WasmFunction {
  const [at, from, row, found, held, symbols, mark, transition, status, symbol] = [0, 1, 2, 3, 4, 5, 6, 7, 8, 9];
  const leave = (why: number, depth: number): number[] => [...op.i32(why), ...op.set(status), ...op.br(depth)];
  return {
    name: `back${width}`,
    parameters: 7,
    numbers: 3,
    vectors: 0,
    body: [
      op.block(
        op.loop(
          op.get(at),
          op.get(from),
          op.leS,
          op.when(leave(Stop.Bound, 2)),
          transitionAt({ at, row, held, symbols, symbol, transition }, width, 1, leave(Stop.Wide, 2)),
          op.i32(0),
          op.ltS,
          op.when(leave(Stop.Unknown, 2)),
          op.get(transition),
          op.i32(MATCHED),
          op.and,
          op.when(op.get(at), op.set(found), marked(at, mark)),
          op.get(transition),
          op.i32(DEAD),
          op.and,
          op.when(leave(Stop.Dead, 2)),
          op.get(transition),
          op.i32(~FLAGS),
          op.and,
          op.set(row),
          op.get(at),
          op.i32(1),
          op.sub,
          op.set(at),
          op.br(0),
        ),
      ),
      stored({ at, row, end: found }),
      op.get(status),
    ],
  };
}

/**
 * widen(from, length, to): UTF-8 that stands at `from` as UTF-16 at `to`; returns the number of code units. The UTF-8
 * is an encoder's own, so it is well formed.
 */
function widen(): WasmFunction {
  const [from, length, to, end, byte, start, point, v] = [0, 1, 2, 3, 4, 5, 6, 7];
  const next = (shift: number): number[] => [...op.get(from), ...op.load8(shift), ...op.i32(0x3f), ...op.and];
  const put = (value: number[]): number[] => [...op.get(to), ...value, ...[0x3b, 1, 0], ...op.get(to), ...op.i32(2), ...op.add, ...op.set(to)];
  const advance = (bytes: number): number[] => [...op.get(from), ...op.i32(bytes), ...op.add, ...op.set(from), ...op.br(1)];
  const shl = (value: number[], bits: number): number[] => [...value, ...op.i32(bits), ...op.shl];
  return {
    name: "widen",
    parameters: 3,
    numbers: 4,
    vectors: 1,
    body: [
      op.get(from),
      op.get(length),
      op.add,
      op.set(end),
      op.get(to),
      op.set(start),
      op.block(
        op.loop(
          op.get(from),
          op.get(end),
          op.geS,
          op.brIf(1),
          // Sixteen characters of ASCII at once.
          op.get(from),
          op.i32(16),
          op.add,
          op.get(end),
          op.leS,
          op.when(
            op.get(from),
            op.v128Load(0),
            op.tee(v),
            op.i8x16Bitmask,
            op.eqz,
            op.when(
              op.get(to),
              op.get(v),
              op.i16x8ExtendLowU,
              op.v128Store(0),
              op.get(to),
              op.get(v),
              op.i16x8ExtendHighU,
              op.v128Store(16),
              op.get(to),
              op.i32(32),
              op.add,
              op.set(to),
              op.get(from),
              op.i32(16),
              op.add,
              op.set(from),
              op.br(2),
            ),
          ),
          op.get(from),
          op.load8(0),
          op.tee(byte),
          op.i32(0x80),
          op.ltS,
          op.when(put(op.get(byte)), advance(1)),
          op.get(byte),
          op.i32(0xe0),
          op.ltS,
          op.when(put([...shl([...op.get(byte), ...op.i32(0x1f), ...op.and], 6), ...next(1), ...op.or]), advance(2)),
          op.get(byte),
          op.i32(0xf0),
          op.ltS,
          op.when(put([...shl([...op.get(byte), ...op.i32(0x0f), ...op.and], 12), ...shl(next(1), 6), ...op.or, ...next(2), ...op.or]), advance(3)),
          shl([...op.get(byte), ...op.i32(0x07), ...op.and], 18),
          shl(next(1), 12),
          op.or,
          shl(next(2), 6),
          op.or,
          next(3),
          op.or,
          op.i32(0x10000),
          op.sub,
          op.set(point),
          put([...op.get(point), ...op.i32(10), ...op.shrU, ...op.i32(0xd800), ...op.or]),
          put([...op.get(point), ...op.i32(0x3ff), ...op.and, ...op.i32(0xdc00), ...op.or]),
          op.get(from),
          op.i32(4),
          op.add,
          op.set(from),
          op.br(0),
        ),
      ),
      op.get(to),
      op.get(start),
      op.sub,
      op.i32(1),
      op.shrU,
    ],
  };
}

/**
 * narrow(from, length): UTF-8 that stands at `from` as a byte a character in the same place; returns how many there are,
 * or −1 where a character is beyond Latin, and then what stands there is spoilt.
 */
function narrow(): WasmFunction {
  const [from, length, to, end, byte, start, v] = [0, 1, 2, 3, 4, 5, 6];
  const advance = (local: number, bytes: number): number[] => [...op.get(local), ...op.i32(bytes), ...op.add, ...op.set(local)];
  return {
    name: "narrow",
    parameters: 2,
    numbers: 4,
    vectors: 1,
    body: [
      op.get(from),
      op.get(length),
      op.add,
      op.set(end),
      op.get(from),
      op.tee(to),
      op.set(start),
      op.block(
        op.loop(
          op.get(from),
          op.get(end),
          op.geS,
          op.brIf(1),
          // Sixteen characters of ASCII at once.
          op.get(from),
          op.i32(16),
          op.add,
          op.get(end),
          op.leS,
          op.when(
            op.get(from),
            op.v128Load(0),
            op.tee(v),
            op.i8x16Bitmask,
            op.eqz,
            op.when(op.get(to), op.get(v), op.v128Store(0), advance(to, 16), advance(from, 16), op.br(2)),
          ),
          op.get(from),
          op.load8(0),
          op.tee(byte),
          op.i32(ASCII),
          op.ltS,
          op.when(op.get(to), op.get(byte), op.store8(0), advance(to, 1), advance(from, 1), op.br(1)),
          // Two bytes up to U+00FF begin with C2 or C3.
          op.get(byte),
          op.i32(0xc3),
          op.gtS,
          op.when(op.i32(-1), op.ret),
          op.get(to),
          op.get(byte),
          op.i32(0x03),
          op.and,
          op.i32(6),
          op.shl,
          op.get(from),
          op.load8(1),
          op.i32(0x3f),
          op.and,
          op.or,
          op.store8(0),
          advance(to, 1),
          advance(from, 2),
          op.br(0),
        ),
      ),
      op.get(to),
      op.get(start),
      op.sub,
    ],
  };
}

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

export class Kernel {
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

  /** Tells which ASCII characters leave a state, and which after one of those do not lead where they lead from it. */
  setSkip(state: number, leaves: (character: number) => boolean, matters: (character: number) => boolean): void {
    [leaves, matters].forEach((holds, i) => {
      const tables = new Uint8Array(this.memory.buffer, SKIPS + state * SKIP_BYTES + 32 * i, 32).fill(0);
      for (let c = 0; c < ASCII; c++) if (holds(c)) tables[c & 15] = (tables[c & 15] as number) | (1 << (c >> 4));
      for (let high = 0; high < 8; high++) tables[16 + high] = 1 << high;
    });
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
