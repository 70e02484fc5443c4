/** A window's UTF-8 as UTF-16 or as Latin, in WebAssembly: an encoder is the fast way to have a text's bytes, and gives no others. */
import { increase, op, type WasmFunction } from "../machine/assembler.ts";
import { ASCII } from "./memory.ts";

/** Leaves the block around the loop when all is read. */
const ended = (from: number, end: number): number[] => [...op.get(from), ...op.get(end), ...op.geS, ...op.brIf(1)];

/** Where what is read ends, and where what is written begins. */
const bounded = (locals: Readonly<Record<"from" | "length" | "end" | "to" | "start", number>>): number[] => [
  ...op.get(locals.from),
  ...op.get(locals.length),
  ...op.add,
  ...op.set(locals.end),
  ...op.get(locals.to),
  ...op.set(locals.start),
];

/** At the start of the loop: does the same for sixteen characters of ASCII at once, which are in `v`, as long as there are so many. */
function sixteenOfAscii({ from, end, v }: Readonly<Record<"from" | "end" | "v", number>>, ...body: number[][]): number[] {
  const many = [...op.get(from), ...op.i32(16), ...op.add, ...op.get(end), ...op.leS];
  return [...many, ...op.when(op.get(from), op.v128Load(0), op.tee(v), op.i8x16Bitmask, op.eqz, op.when(...body, increase(from, 16), op.br(2)))];
}

/**
 * widen(from, length, to): UTF-8 that stands at `from` as UTF-16 at `to`; returns the number of code units. The UTF-8
 * is an encoder's own, so it is well formed.
 */
export function widen(): WasmFunction {
  const [from, length, to, end, byte, start, point, v] = [0, 1, 2, 3, 4, 5, 6, 7];
  const next = (shift: number): number[] => [...op.get(from), ...op.load8(shift), ...op.i32(0x3f), ...op.and];
  const put = (value: number[]): number[] => [...op.get(to), ...value, ...[0x3b, 1, 0], ...op.get(to), ...op.i32(2), ...op.add, ...op.set(to)];
  const advance = (bytes: number): number[] => [...increase(from, bytes), ...op.br(1)];
  const shl = (value: number[], bits: number): number[] => [...value, ...op.i32(bits), ...op.shl];
  return {
    name: "widen",
    parameters: 3,
    numbers: 4,
    vectors: 1,
    body: [
      bounded({ from, length, end, to, start }),
      op.block(
        op.loop(
          ended(from, end),
          sixteenOfAscii(
            { from, end, v },
            op.get(to),
            op.get(v),
            op.i16x8ExtendLowU,
            op.v128Store(0),
            op.get(to),
            op.get(v),
            op.i16x8ExtendHighU,
            op.v128Store(16),
            increase(to, 32),
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
          increase(from, 4),
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
export function narrow(): WasmFunction {
  const [from, length, to, end, byte, start, v] = [0, 1, 2, 3, 4, 5, 6];
  return {
    name: "narrow",
    parameters: 2,
    numbers: 4,
    vectors: 1,
    body: [
      op.get(from),
      op.set(to),
      bounded({ from, length, end, to, start }),
      op.block(
        op.loop(
          ended(from, end),
          sixteenOfAscii({ from, end, v }, op.get(to), op.get(v), op.v128Store(0), increase(to, 16)),
          op.get(from),
          op.load8(0),
          op.tee(byte),
          op.i32(ASCII),
          op.ltS,
          op.when(op.get(to), op.get(byte), op.store8(0), increase(to, 1), increase(from, 1), op.br(1)),
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
          increase(to, 1),
          increase(from, 2),
          op.br(0),
        ),
      ),
      op.get(to),
      op.get(start),
      op.sub,
    ],
  };
}
