/**
 * What an item of a program does with a text, apart from any machine: what it takes, whether an assertion holds.
 * Offsets are UTF-16 code units.
 */
import { contains } from "../charset/charset.ts";
import { canonicalize, type FoldingRule } from "../charset/folding.ts";
import { assertionOf, Side } from "../program/assertions.ts";
import { Op, type Operation, refuseOperation } from "../program/operations.ts";
import { captureRegister, INSTRUCTION_WIDTH, type Program, type Reference } from "../program/program.ts";

const LATIN = 256;

const isHigh = (unit: number): boolean => (unit & 0xfc00) === 0xd800;
const isLow = (unit: number): boolean => (unit & 0xfc00) === 0xdc00;

/** The code point that begins at the offset. */
export function pointAt(text: string, at: number): number {
  const unit = text.charCodeAt(at);
  if (!isHigh(unit) || at + 1 >= text.length) return unit;
  const low = text.charCodeAt(at + 1);
  return isLow(low) ? 0x10000 + ((unit - 0xd800) << 10) + (low - 0xdc00) : unit;
}

/** The code point that ends at the offset. */
export function pointBefore(text: string, at: number): number {
  const unit = text.charCodeAt(at - 1);
  if (!isLow(unit) || at < 2) return unit;
  const high = text.charCodeAt(at - 2);
  return isHigh(high) ? 0x10000 + ((high - 0xd800) << 10) + (unit - 0xdc00) : unit;
}

const CARRIAGE_RETURN = 0x0d;
const LINE_FEED = 0x0a;

export class Items {
  readonly program: Program;
  readonly text: string;
  /** Code units that the last back-reference was compared by, up to the first that differs. */
  compared = 0;
  /** Where the search began. */
  origin = 0;
  private readonly codePoints: boolean;

  constructor(program: Program, text: string) {
    this.program = program;
    this.text = text;
    this.codePoints = program.options.codePoints;
  }

  /** The offset after what a character or set takes at the offset, or −1 where it does not match. */
  take(pc: number, at: number): number {
    const { code } = this.program;
    const operation = code[pc * INSTRUCTION_WIDTH] as Operation;
    const a = code[pc * INSTRUCTION_WIDTH + 1] as number;
    switch (operation) {
      case Op.Unit:
        return at < this.text.length && this.text.charCodeAt(at) === a ? at + 1 : -1;
      case Op.UnitBack:
        return at > 0 && this.text.charCodeAt(at - 1) === a ? at - 1 : -1;
      case Op.Set:
        return at < this.text.length && this.holds(a, this.text.charCodeAt(at)) ? at + 1 : -1;
      case Op.SetBack:
        return at > 0 && this.holds(a, this.text.charCodeAt(at - 1)) ? at - 1 : -1;
      case Op.SetPoint: {
        if (at >= this.text.length) return -1;
        const point = pointAt(this.text, at);
        return this.holds(a, point) ? at + (point > 0xffff ? 2 : 1) : -1;
      }
      case Op.SetPointBack: {
        if (at <= 0) return -1;
        const point = pointBefore(this.text, at);
        return this.holds(a, point) ? at - (point > 0xffff ? 2 : 1) : -1;
      }
      case Op.Assert:
      case Op.Reference:
      case Op.Branch:
      case Op.Jump:
      case Op.Open:
      case Op.Close:
      case Op.LoopEnter:
      case Op.LoopTry:
      case Op.LoopBegin:
      case Op.LoopNext:
      case Op.Enter:
      case Op.Leave:
      case Op.Match:
      case Op.StepBack:
      case Op.Condition:
        throw new RangeError(`Instruction ${pc} takes no character.`);
      default:
        return refuseOperation(operation);
    }
  }

  /** Whether a set holds a code unit or a code point. */
  holds(set: number, character: number): boolean {
    const { latin, sets } = this.program;
    return character < LATIN ? latin[set * LATIN + character] === 1 : contains(sets[set] as readonly number[], character);
  }

  /** Whether a set holds the character that begins at the offset. */
  private holdsAfter(set: number, at: number): boolean {
    return at < this.text.length && this.holds(set, this.codePoints ? pointAt(this.text, at) : this.text.charCodeAt(at));
  }

  /** Whether a set holds the character that ends at the offset. */
  private holdsBefore(set: number, at: number): boolean {
    return at > 0 && this.holds(set, this.codePoints ? pointBefore(this.text, at) : this.text.charCodeAt(at - 1));
  }

  /** Whether the assertion, an index in ASSERTIONS, holds. */
  asserts(assertion: number, set: number, at: number): boolean {
    const { asks, holds } = assertionOf(assertion);
    const end = this.text.length;
    let sides: number = at === 0 ? Side.Start : 0;
    if (at === end) sides |= Side.End;
    if (at === this.origin) sides |= Side.Origin;
    if (asks & Side.Behind && this.holdsBefore(set, at)) sides |= Side.Behind;
    if (asks & Side.Ahead && this.holdsAfter(set, at)) sides |= Side.Ahead;
    if (asks & Side.Last && at < end && this.after(at) === end) sides |= Side.Last;
    return holds[sides] === 1;
  }

  /** The character that begins at the offset, by code points where the text is read so. */
  characterAt(at: number): number {
    return this.codePoints ? pointAt(this.text, at) : this.text.charCodeAt(at);
  }

  /** The offset one character further: by code points where the text is read so. */
  after(at: number): number {
    return at + (this.codePoints && at < this.text.length && pointAt(this.text, at) > 0xffff ? 2 : 1);
  }

  /** Whether a place lies between CR and LF. */
  isBetweenPair(at: number): boolean {
    return this.text.charCodeAt(at - 1) === CARRIAGE_RETURN && this.text.charCodeAt(at) === LINE_FEED;
  }

  /** The offset so many characters before, or −1 where the text does not reach so far. */
  stepBack(characters: number, at: number): number {
    let to = at;
    for (let n = 0; n < characters; n++) {
      if (to <= 0) return -1;
      to -= this.codePoints && pointBefore(this.text, to) > 0xffff ? 2 : 1;
    }
    return to;
  }

  /** The offset after the text that a back-reference stands for, or −1 where the text at hand differs. */
  refer(number: number, at: number, back: boolean, registers: Int32Array): number {
    const reference = this.program.references[number] as Reference;
    for (const slot of reference.slots) {
      const start = registers[captureRegister(slot)] as number;
      if (start >= 0) return this.sameText(start, registers[captureRegister(slot) + 1] as number, at, back, reference.folding);
    }
    this.compared = 0;
    return reference.unsetIsEmpty ? at : -1;
  }

  private sameText(start: number, end: number, at: number, back: boolean, folding: FoldingRule | null): number {
    const { text, codePoints } = this;
    const length = end - start;
    const from = back ? at - length : at;
    this.compared = 0;
    if (from < 0 || from + length > text.length) return -1;
    for (let i = 0; i < length; ) {
      const one = codePoints ? pointAt(text, start + i) : text.charCodeAt(start + i);
      const other = codePoints ? pointAt(text, from + i) : text.charCodeAt(from + i);
      this.compared = i + 1;
      if (one !== other && (folding === null || canonicalize(one, folding) !== canonicalize(other, folding))) return -1;
      i += one > 0xffff ? 2 : 1;
    }
    return back ? from : from + length;
  }
}
