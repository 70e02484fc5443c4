/**
 * The loops of the linear machine in WebAssembly: reading a long text through an automaton's table, with stretches on
 * which a state stays as it is skipped sixteen characters at a time.
 */
import { increase, masked, op, type WasmFunction } from "../machine/assembler.ts";
import {
  CLASSES,
  DEAD,
  FLAGS,
  HELD,
  MATCHED,
  NOT_HERE,
  Result,
  SKIP_BYTES,
  SKIPS,
  SKIPS_ROW,
  STARTS,
  Stop,
  TABLES,
  TEXT,
  UTF8,
  WAITS_ROW,
  WIDE,
  type Width,
} from "./memory.ts";

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
export function skip(width: Width): WasmFunction {
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
        increase(at, 16),
        op.br(0),
      ),
      op.get(at),
    ],
  };
}

type SkipLocals = Readonly<Record<"at" | "stop" | "row" | "strideLog" | "before", number>>;

/**
 * At the head of a loop: passes over what a state that is marked for it is skipped through. `bound` leaves where the stop is
 * reached, from within one `when`; `begun` sets the row of an attempt that begins at `at`.
 */
export function skipAhead({ at, stop, row, strideLog, before }: SkipLocals, skipIndex: number, bound: number[], begun: number[]): number[] {
  /** Takes the flags off the row, and leaves the offset to which its state is skipped through. */
  const skipped = [
    ...[...masked(row, ~FLAGS), ...op.set(row)],
    ...[...op.get(at), ...op.get(stop), ...op.get(row), ...op.get(strideLog), ...op.call(skipIndex)],
  ];
  /** Comes back where a skip has come as far as it may. */
  const untilStop = [...op.get(at), ...op.get(stop), ...op.geS, ...op.when(bound)];
  return [
    ...masked(row, SKIPS_ROW),
    ...op.when(skipped, op.set(at), untilStop),
    // One that waits goes on where the text stands that attempts begin with, as an attempt begins there.
    ...masked(row, WAITS_ROW),
    ...op.when(op.get(at), op.set(before), skipped, op.tee(at), op.get(before), op.ne, op.when(begun, op.i32(~FLAGS), op.and, op.set(row)), untilStop),
  ];
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

/** Leaves the row of the state that an attempt begins in at `at`; leaves the loop where the character behind has two units. */
function startRow({ at, row, symbol }: Pick<TransitionLocals, "at" | "row" | "symbol">, width: Width, wide: number[]): number[] {
  return [
    ...classOf(unitAt(op.get(at), width, 1)),
    ...op.tee(symbol),
    ...op.i32(WIDE),
    ...op.eq,
    ...op.when(op.i32(-1), op.set(row), wide),
    ...op.get(symbol),
    ...op.i32(2),
    ...op.shl,
    ...op.load(STARTS),
  ];
}

/**
 * scan(at, stop, row, end, counting, strideLog, held, symbols, mark): along the text. `held` is where the bits of
 * lookarounds begin, or 0; counting goes on behind every match that is through; `mark` is a bit to set where one is.
 */
export function scan(width: Width, skipIndex: number): WasmFunction {
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
          skipAhead({ at, stop, row, strideLog, before: symbol }, skipIndex, leave(Stop.Bound, 3), startRow({ at, row, symbol }, width, leave(Stop.Wide, 4))),
          transitionAt({ at, row, held, symbols, symbol, transition }, width, 0, leave(Stop.Wide, 2)),
          op.i32(FLAGS),
          op.and,
          op.eqz,
          op.when(op.get(transition), op.set(row), increase(at, 1), op.br(1)),
          op.get(transition),
          op.i32(0),
          op.ltS,
          op.when(leave(Stop.Unknown, 2)),
          masked(transition, MATCHED),
          op.when(op.get(at), op.set(end), marked(at, mark)),
          masked(transition, DEAD),
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
            increase(count, 1),
            op.get(end),
            op.set(at),
            op.i32(-1),
            op.set(end),
            startRow({ at, row, symbol }, width, leave(Stop.Wide, 3)),
            op.set(row),
            op.br(1),
          ),
          masked(transition, ~(MATCHED | DEAD)),
          op.set(row),
          increase(at, 1),
          op.br(0),
        ),
      ),
      stored({ at, row, end, count }),
      op.get(status),
    ],
  };
}

/** Puts locals where the results of a call lie. */
export const stored = (locals: Partial<Record<keyof typeof Result, number>>): number[] =>
  Object.entries(locals).flatMap(([result, local]) => [...op.i32(0), ...op.get(local), ...op.store(Result[result as keyof typeof Result])]);

/** Sets a bit among those of the lookarounds. */
const marked = (at: number, mark: number): number[] => [
  ...op.get(mark),
  ...op.when(op.get(at), op.get(at), op.load8(HELD), op.get(mark), op.or, op.store8(HELD)),
];

/** back(at, from, row, found, held, symbols, mark): against the text, from where a match ends to where it begins. */
export function back(width: Width): WasmFunction {
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
          masked(transition, MATCHED),
          op.when(op.get(at), op.set(found), marked(at, mark)),
          masked(transition, DEAD),
          op.when(leave(Stop.Dead, 2)),
          masked(transition, ~FLAGS),
          op.set(row),
          increase(at, -1),
          op.br(0),
        ),
      ),
      stored({ at, row, end: found }),
      op.get(status),
    ],
  };
}
