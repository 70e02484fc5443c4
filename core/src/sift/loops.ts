/** The loops of a search for lines in WebAssembly: bytes are read through an automaton's table, and a line is left at its first match. */

import { skipAhead, stored } from "../linear/loops.ts";
import { CLASSES, FLAGS, MATCHED, STARTS, Stop, TABLES, UTF8 } from "../linear/memory.ts";
import { increase, masked, op, type WasmFunction } from "../machine/assembler.ts";

const LINE_FEED = 0x0a;
/** The bits that the first byte of a character of four has, and no other byte of UTF-8. */
const FOUR_BYTES = Array.from({ length: 16 }, () => 0xf0);
const LINE_FEEDS = Array.from({ length: 16 }, () => LINE_FEED);

/** Leaves bits of the sixteen bytes at `at` that are line feeds. */
const lineFeedsAt = (at: number): number[] => [...op.get(at), ...op.v128Load(UTF8), ...op.v128Const(LINE_FEEDS), ...op.i8x16Eq, ...op.i8x16Bitmask];

/** Does something for each sixteen bytes up to a stop, as long as the body does not leave the block around the loop. */
const eachSixteen = (at: number, stop: number, ...body: number[][]): number[] =>
  op.block(op.loop(op.get(at), op.get(stop), op.geS, op.brIf(1), ...body, increase(at, 16), op.br(0)));

/** lineEnd(at): the offset of the first line feed from there on; there has to be one. */
export function lineEnd(): WasmFunction {
  const [at, bits] = [0, 1];
  return {
    name: "lineEnd",
    parameters: 1,
    numbers: 1,
    vectors: 0,
    body: [op.loop(lineFeedsAt(at), op.tee(bits), op.eqz, op.when(increase(at, 16), op.br(1))), op.get(at), op.get(bits), op.ctz, op.add],
  };
}

/** lineFeeds(at, stop): how many there are in bytes whose number is a multiple of sixteen. */
export function lineFeeds(): WasmFunction {
  const [at, stop, count] = [0, 1, 2];
  return {
    name: "lineFeeds",
    parameters: 2,
    numbers: 1,
    vectors: 0,
    body: [eachSixteen(at, stop, op.get(count), lineFeedsAt(at), op.popcnt, op.add, op.set(count)), op.get(count)],
  };
}

/** pairAt(at, stop, first, second): the offset of the first two such bytes, one behind the other; or `stop`, or beyond. */
export function pairAt(): WasmFunction {
  const [at, stop, first, second, bits, firsts, seconds] = [0, 1, 2, 3, 4, 5, 6];
  const same = (ahead: number, wanted: number): number[] => [...op.get(at), ...op.v128Load(UTF8 + ahead), ...op.get(wanted), ...op.i8x16Eq];
  return {
    name: "pairAt",
    parameters: 4,
    numbers: 1,
    vectors: 2,
    body: [
      op.get(first),
      op.i8x16Splat,
      op.set(firsts),
      op.get(second),
      op.i8x16Splat,
      op.set(seconds),
      op.block(
        op.loop(
          op.get(at),
          op.get(stop),
          op.geS,
          op.brIf(1),
          same(0, firsts),
          same(1, seconds),
          op.v128And,
          op.i8x16Bitmask,
          op.tee(bits),
          op.eqz,
          op.when(increase(at, 16), op.br(1)),
          op.get(at),
          op.get(bits),
          op.ctz,
          op.add,
          op.set(at),
        ),
      ),
      op.get(at),
    ],
  };
}

/** pairs(at, stop): whether a character there has four bytes, and so two UTF-16 code units; in bytes whose number is a multiple of sixteen. */
export function pairs(): WasmFunction {
  const [at, stop, found] = [0, 1, 2];
  return {
    name: "pairs",
    parameters: 2,
    numbers: 1,
    vectors: 0,
    body: [
      eachSixteen(
        at,
        stop,
        op.get(at),
        op.v128Load(UTF8),
        op.v128Const(FOUR_BYTES),
        op.v128And,
        op.v128Const(FOUR_BYTES),
        op.i8x16Eq,
        op.i8x16Bitmask,
        op.tee(found),
        op.brIf(1),
      ),
      op.get(found),
    ],
  };
}

/**
 * lines(at, stop, row, found, most, strideLog, lineRow): reads on to the next lines that hold a match. For each the offset
 * where its match was through is written at `found`, which has room for `most`. Returns why it stopped; the count is among
 * the results. The text ends with a line feed, behind which `stop` lies.
 */
export function lines(skipIndex: number, lineEndIndex: number): WasmFunction {
  const [at, stop, row, found, most, strideLog, lineRow] = [0, 1, 2, 3, 4, 5, 6];
  const [transition, count, status, before] = [7, 8, 9, 10];
  const leave = (why: number, depth: number): number[] => [...op.i32(why), ...op.set(status), ...op.br(depth)];
  const symbolAt = (back: 0 | 1): number[] => [
    ...op.get(at),
    ...(back ? [...op.i32(1), ...op.sub] : []),
    ...op.load8(UTF8),
    ...op.i32(1),
    ...op.shl,
    ...op.load16(CLASSES),
  ];
  return {
    name: "lines",
    parameters: 7,
    numbers: 4,
    vectors: 0,
    body: [
      op.block(
        op.loop(
          op.get(at),
          op.get(stop),
          op.geS,
          op.when(leave(Stop.Bound, 2)),
          skipAhead({ at, stop, row, strideLog, before }, skipIndex, leave(Stop.Bound, 3), [...symbolAt(1), ...op.i32(2), ...op.shl, ...op.load(STARTS)]),
          op.get(row),
          symbolAt(0),
          op.add,
          op.i32(2),
          op.shl,
          op.load(TABLES[0]),
          op.tee(transition),
          op.i32(FLAGS),
          op.and,
          op.eqz,
          op.when(op.get(transition), op.set(row), increase(at, 1), op.br(1)),
          op.get(transition),
          op.i32(0),
          op.ltS,
          op.when(leave(Stop.Unknown, 2)),
          masked(transition, MATCHED),
          op.when(
            op.get(count),
            op.get(most),
            op.geS,
            op.when(leave(Stop.Full, 3)),
            op.get(found),
            op.get(count),
            op.i32(2),
            op.shl,
            op.add,
            op.get(at),
            op.store(0),
            increase(count, 1),
            op.get(at),
            op.call(lineEndIndex),
            op.i32(1),
            op.add,
            op.set(at),
            op.get(lineRow),
            op.set(row),
            op.br(1),
          ),
          masked(transition, ~MATCHED),
          op.set(row),
          increase(at, 1),
          op.br(0),
        ),
      ),
      stored({ at, row, count }),
      op.get(status),
    ],
  };
}
