/**
 * WebAssembly modules put together by hand: just the instructions that the kernels need, under the names that the
 * WebAssembly specification gives them (version 2.0, with fixed-width SIMD). A function is a flat list of numbers.
 */

/** Unsigned LEB128. */
function unsigned(value: number): number[] {
  const out: number[] = [];
  let left = value;
  do {
    const byte = left & 0x7f;
    left >>>= 7;
    out.push(left === 0 ? byte : byte | 0x80);
  } while (left !== 0);
  return out;
}

/** Signed LEB128 of a 32-bit number. */
function signed(value: number): number[] {
  const out: number[] = [];
  let left = value | 0;
  for (;;) {
    const byte = left & 0x7f;
    left >>= 7;
    if ((left === 0 && (byte & 0x40) === 0) || (left === -1 && (byte & 0x40) !== 0)) return [...out, byte];
    out.push(byte | 0x80);
  }
}

const simd = (operation: number): number[] => [0xfd, ...unsigned(operation)];
const access = (operation: number[], align: number, offset: number): number[] => [...operation, align, ...unsigned(offset)];
const VOID = 0x40;

const I32 = 0x7f;
const V128 = 0x7b;

/** Instructions, as bytes. Blocks are numbered from the innermost, as branches count them. */
export const op = {
  get: (local: number): number[] => [0x20, ...unsigned(local)],
  set: (local: number): number[] => [0x21, ...unsigned(local)],
  tee: (local: number): number[] => [0x22, ...unsigned(local)],
  i32: (value: number): number[] => [0x41, ...signed(value)],
  block: (...body: number[][]): number[] => [0x02, VOID, ...body.flat(), 0x0b],
  loop: (...body: number[][]): number[] => [0x03, VOID, ...body.flat(), 0x0b],
  when: (...body: number[][]): number[] => [0x04, VOID, ...body.flat(), 0x0b],
  br: (depth: number): number[] => [0x0c, ...unsigned(depth)],
  brIf: (depth: number): number[] => [0x0d, ...unsigned(depth)],
  /** Goes to one of the blocks, by the number on the stack. */
  table: (depths: readonly number[], otherwise: number): number[] => [0x0e, ...unsigned(depths.length), ...depths.flatMap(unsigned), ...unsigned(otherwise)],
  /** One of two 32-bit numbers. */
  either: (condition: number[], yes: number[], no: number[]): number[] => [...condition, 0x04, I32, ...yes, 0x05, ...no, 0x0b],
  ret: [0x0f],
  call: (index: number): number[] => [0x10, ...unsigned(index)],
  load: (offset: number): number[] => access([0x28], 2, offset),
  load8: (offset: number): number[] => access([0x2d], 0, offset),
  load16: (offset: number): number[] => access([0x2f], 1, offset),
  store: (offset: number): number[] => access([0x36], 2, offset),
  store8: (offset: number): number[] => access([0x3a], 0, offset),
  eqz: [0x45],
  eq: [0x46],
  ne: [0x47],
  ltS: [0x48],
  gtS: [0x4a],
  leS: [0x4c],
  geS: [0x4e],
  ctz: [0x68],
  popcnt: [0x69],
  add: [0x6a],
  sub: [0x6b],
  mul: [0x6c],
  and: [0x71],
  or: [0x72],
  shl: [0x74],
  shrU: [0x76],
  v128Store: (offset: number): number[] => access(simd(0x0b), 0, offset),
  i16x8ExtendLowU: simd(0x89),
  i16x8ExtendHighU: simd(0x8a),
  v128Load: (offset: number): number[] => access(simd(0x00), 0, offset),
  v128Const: (bytes: readonly number[]): number[] => [...simd(0x0c), ...bytes],
  v128And: simd(0x4e),
  swizzle: simd(0x0e),
  i8x16Splat: simd(0x0f),
  i8x16Eq: simd(0x23),
  i8x16Ne: simd(0x24),
  i8x16Bitmask: simd(0x64),
  i8x16ShrU: simd(0x6d),
  i8x16NarrowU: simd(0x66),
  i16x8MinU: simd(0x97),
};

/** Adds to a local. */
export const increase = (local: number, by: number): number[] => [...op.get(local), ...op.i32(by), ...op.add, ...op.set(local)];

/** Leaves those bits of a local that a mask has. */
export const masked = (local: number, mask: number): number[] => [...op.get(local), ...op.i32(mask), ...op.and];

export interface WasmFunction {
  readonly name: string;
  readonly parameters: number;
  /** Locals after the parameters, in order: how many 32-bit numbers, how many vectors. */
  readonly numbers: number;
  readonly vectors: number;
  /** Leaves one 32-bit number. */
  readonly body: readonly number[][];
}

const section = (id: number, content: number[]): number[] => [id, ...unsigned(content.length), ...content];
const list = (items: readonly number[][]): number[] => [...unsigned(items.length), ...items.flat()];
const name = (text: string): number[] => [...unsigned(text.length), ...Array.from(text, (c) => c.charCodeAt(0))];

/** A function of the host that a module calls. */
export type WasmImport = Pick<WasmFunction, "name" | "parameters">;

/**
 * The bytes of a module that imports one memory, `host.memory`, and functions of `host`, and exports its own functions.
 * Imported functions are numbered first. All numbers are of 32 bits; every function leaves one.
 */
export function assemble(functions: readonly WasmFunction[], imports: readonly WasmImport[] = []): Uint8Array<ArrayBuffer> {
  const types = [...imports, ...functions].map(({ parameters }) => [0x60, ...list(Array.from({ length: parameters }, () => [I32])), ...list([[I32]])]);
  const bodies = functions.map(({ numbers, vectors, body }) => {
    const locals = list([
      [...unsigned(numbers), I32],
      [...unsigned(vectors), V128],
    ]);
    const code = [...locals, ...body.flat(), 0x0b];
    return [...unsigned(code.length), ...code];
  });
  return Uint8Array.from([
    ...[0x00, 0x61, 0x73, 0x6d, 0x01, 0x00, 0x00, 0x00],
    ...section(1, list(types)),
    ...section(
      2,
      list([[...name("host"), ...name("memory"), 0x02, 0x00, 0x00], ...imports.map((f, i) => [...name("host"), ...name(f.name), 0x00, ...unsigned(i)])]),
    ),
    ...section(3, list(functions.map((_, i) => unsigned(imports.length + i)))),
    ...section(7, list(functions.map((f, i) => [...name(f.name), 0x00, ...unsigned(imports.length + i)]))),
    ...section(10, list(bodies)),
  ]);
}
