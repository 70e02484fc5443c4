/** What the code asks of the text: the characters around the offset, sets that hold them, assertions between them. */
import { assertionOf, Side } from "../../program/assertions.ts";
import type { Program } from "../../program/program.ts";
import { op } from "../assembler.ts";
import { LATIN, latinOffset, textOffset } from "./layout.ts";
import { ASSERTS, AT, HOLDS, LENGTH, OTHER, TEMP, UNIT } from "./locals.ts";

/** Code that leaves its answer on the stack, or in UNIT and OTHER. */
export class Letters {
  private readonly narrow: boolean;
  private readonly latin: number;
  private readonly text: number;

  constructor(program: Program, narrow: boolean) {
    this.narrow = narrow;
    this.latin = latinOffset(program);
    this.text = textOffset(program);
  }

  unitAt(back: number): number[] {
    return this.unitOf(back === 0 ? op.get(AT) : [...op.get(AT), ...op.i32(back), ...op.sub]);
  }

  /** Leaves the code unit at an index. */
  unitOf(index: number[]): number[] {
    return this.narrow ? [...index, ...op.load8(this.text)] : [...index, ...op.i32(1), ...op.shl, ...op.load16(this.text)];
  }

  /** Leaves 1 where the set holds the character of Latin in a local, else 0. */
  holdsLatin(set: number, local: number): number[] {
    return [...op.get(local), ...op.load8(this.latin + LATIN * set)];
  }

  /** Leaves 1 where the set holds the character in UNIT, else 0. */
  holds(set: number): number[] {
    return op.either([...op.get(UNIT), ...op.i32(LATIN), ...op.ltS], this.holdsLatin(set, UNIT), [...op.i32(set), ...op.get(UNIT), ...op.call(HOLDS)]);
  }

  /** Leaves 1 where the assertion holds, else 0; between two characters of Latin without a call. */
  asserts(assertion: number, set: number): number[] {
    const { asks } = assertionOf(assertion);
    if (asks === Side.Start) return [...op.get(AT), ...op.eqz];
    if (asks === Side.End) return [...op.get(AT), ...op.get(LENGTH), ...op.eq];
    const call = [...op.i32(assertion), ...op.i32(set), ...op.get(AT), ...op.call(ASSERTS)];
    const fast = this.between(assertion, set);
    if (!fast) return call;
    const inside = [...op.get(AT), ...op.i32(0), ...op.gtS, ...op.get(AT), ...op.get(LENGTH), ...op.ltS, ...op.and];
    return op.either(inside, op.either(this.latinOnBothSides(), fast, call), call);
  }

  /** Puts the characters on either side into UNIT and OTHER; leaves 1 where both are of Latin. There must be some. */
  latinOnBothSides(): number[] {
    return [...this.unitAt(1), ...op.tee(UNIT), ...this.unitAt(0), ...op.tee(OTHER), ...op.or, ...op.i32(LATIN), ...op.ltS];
  }

  /** Leaves 1 where the assertion holds between the Latin characters in UNIT and OTHER; undefined where more is asked for. */
  between(assertion: number, set: number): number[] | undefined {
    const { asks, holds } = assertionOf(assertion);
    if (asks & Side.Last || !(asks & (Side.Behind | Side.Ahead))) return undefined;
    const [behind, ahead] = [this.holdsLatin(set, UNIT), this.holdsLatin(set, OTHER)];
    const neither = holds[0] === 1;
    const when = (sides: number): boolean => (holds[sides] === 1) !== neither;
    const [byBehind, byAhead] = [when(Side.Behind), when(Side.Ahead)];
    // What changes with one side alone, or with either but not with both, is told by comparing.
    if (when(Side.Behind | Side.Ahead) !== (byBehind !== byAhead)) return undefined;
    if (byBehind && byAhead) return [...behind, ...ahead, ...(neither ? op.eq : op.ne)];
    return [...(byBehind ? behind : ahead), ...(neither ? op.eqz : [])];
  }

  /** Puts the code point at the offset into UNIT. */
  point(): number[] {
    return [
      ...this.unitAt(0),
      ...op.tee(UNIT),
      ...op.i32(0xfc00),
      ...op.and,
      ...op.i32(0xd800),
      ...op.eq,
      ...op.get(AT),
      ...op.i32(1),
      ...op.add,
      ...op.get(LENGTH),
      ...op.ltS,
      ...op.and,
      ...op.when(
        this.unitAt(-1),
        op.tee(TEMP),
        op.i32(0xfc00),
        op.and,
        op.i32(0xdc00),
        op.eq,
        op.when(op.get(UNIT), op.i32(0xd800), op.sub, op.i32(10), op.shl, op.get(TEMP), op.add, op.i32(0x10000 - 0xdc00), op.add, op.set(UNIT)),
      ),
    ];
  }
}
