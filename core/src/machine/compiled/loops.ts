/** A program's loops as code: the three instructions of each, and most loops of most patterns as one of their own. */
import { Op } from "../../program/operations.ts";
import { captureRegister, INSTRUCTION_WIDTH, type Loop, type Program, UNBOUNDED } from "../../program/program.ts";
import { increase, op } from "../assembler.ts";
import { Came, LATIN } from "./layout.ts";
import { AT, CHANGES, LEFT, LENGTH, LOCAL, OTHER, PC, STATES, TEMP, UNIT } from "./locals.ts";
import type { Pieces } from "./pieces.ts";

/** Writes the code of a program's loops. */
export class LoopWriter {
  private readonly program: Program;
  private readonly pieces: Pieces;

  constructor(program: Program, pieces: Pieces) {
    this.program = program;
    this.pieces = pieces;
  }

  /**
   * A greedy loop around one item of one character, as a loop without the table: most loops of most patterns. The same
   * steps as those of its three instructions.
   */
  private tightLoop(pc: number, loop: Loop, exit: number): number[][] {
    const { counter, min, max } = loop;
    const { increase, full } = this.counting(pc, loop, exit);
    const more = [...op.get(LEFT), ...op.i32(0), ...op.gtS, ...op.brIf(0)];
    const stop = [...op.i32(pc), ...op.set(PC), ...this.pieces.leave(pc, Came.Bound)];
    if (counter >= 0 && max !== UNBOUNDED) {
      const forced = op.block(this.pieces.register(counter), op.i32(min), op.ltS, op.brIf(0), this.pieces.save(pc, exit, 2));
      const turn = [
        ...(min > 0 ? forced : this.pieces.save(pc, exit, 1)),
        ...this.pieces.item(pc + 1, this.pieces.failIf(pc, 1)),
        ...this.pieces.step,
        ...increase,
      ];
      return [op.loop(this.pieces.roomForChanges(pc, 1, 1), full, turn, more), stop];
    }
    const enough = [...this.pieces.register(counter), ...op.i32(min), ...op.geS];
    const forced = [...this.pieces.roomForChanges(pc, 1, 2), ...this.pieces.item(pc + 1, this.pieces.failIf(pc, 2)), ...this.pieces.step, ...increase];
    const enter = counter < 0 ? [] : op.block(op.loop(enough, op.brIf(1), forced, more, op.i32(pc), op.set(PC), this.pieces.leave(pc, Came.Bound, 2)));
    const turns = op.loop(
      this.pieces.save(pc, exit, 2),
      this.pieces.item(pc + 1, op.brIf(1)),
      this.pieces.step,
      more,
      op.i32(pc),
      op.set(PC),
      this.pieces.leave(pc, Came.Bound, 2),
    );
    return [enter, op.block(turns), this.hopelessExits(exit), this.pieces.fail(pc)];
  }

  /**
   * States that a loop saved one behind the other, and whose way on begins with an item that does not match where they
   * stand, are taken up and given up here without going by the table, in the same steps.
   */
  private hopelessExits(exit: number): number[] {
    const { code } = this.program;
    let first = exit;
    let settings = 0;
    for (; code[first * INSTRUCTION_WIDTH] === Op.Close || code[first * INSTRUCTION_WIDTH] === Op.Open; first++) settings++;
    const [operation, a] = [code[first * INSTRUCTION_WIDTH], code[first * INSTRUCTION_WIDTH + 1] as number];
    let may: number[];
    if (operation === Op.Unit) may = [...op.get(UNIT), ...op.i32(a), ...op.eq];
    else if (operation !== Op.Set && operation !== Op.SetPoint) return [];
    else may = op.either([...op.get(UNIT), ...op.i32(LATIN), ...op.ltS], this.pieces.letters.holdsLatin(a, UNIT), op.i32(1));
    return [
      ...this.pieces.keepMost(),
      ...op.block(
        op.loop(
          op.get(STATES),
          op.eqz,
          op.brIf(1),
          op.get(LEFT),
          op.i32(0),
          op.leS,
          op.brIf(1),
          this.pieces.newest(),
          op.tee(TEMP),
          op.load(0),
          op.i32(exit),
          op.ne,
          op.brIf(1),
          op.get(TEMP),
          op.load(8),
          op.get(CHANGES),
          op.ne,
          op.brIf(1),
          op.get(TEMP),
          op.load(4),
          op.tee(OTHER),
          op.get(LENGTH),
          op.geS,
          op.brIf(1),
          this.pieces.letters.unitOf(op.get(OTHER)),
          op.set(UNIT),
          may,
          op.brIf(1),
          increase(STATES, -1),
          increase(LOCAL.backtracks, 1),
          // Taken up, its groups noted, given up.
          increase(LEFT, -(2 + settings)),
          op.br(0),
        ),
      ),
    ];
  }

  /** What a loop with a counter does: going on where it is full, and counting a turn. */
  private counting(pc: number, { counter, max }: Loop, exit: number): { full: number[]; increase: number[] } {
    if (counter < 0) return { full: [], increase: [] };
    return {
      full: op.block(this.pieces.register(counter), op.i32(max), op.ltS, op.brIf(0), this.pieces.go(pc, exit, 2)),
      increase: this.pieces.set(counter, [...this.pieces.register(counter), ...op.i32(1), ...op.add]),
    };
  }

  try(pc: number, loop: Loop, exit: number): number[][] {
    const { code } = this.program;
    const operation = code[(pc + 1) * INSTRUCTION_WIDTH] as number;
    const single = operation === Op.Unit || operation === Op.Set || operation === Op.SetPoint;
    if (!loop.lazy && single && code[(pc + 2) * INSTRUCTION_WIDTH] === Op.LoopNext) return this.tightLoop(pc, loop, exit);
    const out: number[][] = [];
    if (loop.counter >= 0 && loop.min > 0) {
      out.push(op.block(this.pieces.register(loop.counter), op.i32(loop.min), op.geS, op.brIf(0), this.pieces.go(pc, pc + 1, 1)));
    }
    if (loop.counter >= 0 && loop.max !== UNBOUNDED) {
      out.push(op.block(this.pieces.register(loop.counter), op.i32(loop.max), op.ltS, op.brIf(0), this.pieces.go(pc, exit, 1)));
    }
    if (loop.emptyIsLast) out.push(op.block(this.pieces.register(loop.begin), op.get(AT), op.ne, op.brIf(0), this.pieces.go(pc, exit, 1)));
    return loop.lazy ? [...out, this.pieces.save(pc, pc + 1), this.pieces.go(pc, exit)] : [...out, this.pieces.save(pc, exit)];
  }

  begin(pc: number, loop: Loop): number[][] {
    const from = captureRegister(loop.clearFrom);
    const to = captureRegister(loop.clearTo);
    const out = [this.pieces.roomForChanges(pc, 1 + to - from)];
    if (loop.begin >= 0) {
      const note = this.pieces.set(loop.begin, op.get(AT));
      if (loop.emptyIsLast && loop.counter >= 0) out.push([...this.pieces.register(loop.counter), ...op.i32(loop.notesFrom), ...op.geS, ...op.when(note)]);
      else out.push(note);
    }
    for (let register = from; register < to; register++) {
      out.push([...this.pieces.register(register), ...op.i32(-1), ...op.ne, ...op.when(this.pieces.set(register, op.i32(-1)))]);
    }
    return out;
  }

  next(pc: number, loop: Loop, start: number): number[][] {
    const past = loop.counter < 0 ? op.i32(1) : [...this.pieces.register(loop.counter), ...op.i32(loop.min), ...op.geS];
    const out: number[][] = [this.pieces.roomForChanges(pc, 1), this.pieces.step];
    if (!loop.emptyIsLast && loop.begin >= 0)
      out.push([...this.pieces.register(loop.begin), ...op.get(AT), ...op.eq, ...past, ...op.and, ...this.pieces.failIf(pc)]);
    if (loop.counter >= 0) {
      const more = this.pieces.set(loop.counter, [...this.pieces.register(loop.counter), ...op.i32(1), ...op.add]);
      if (loop.max !== UNBOUNDED) out.push(more);
      else out.push([...past, ...op.eqz, ...op.when(more)]);
    }
    // A new turn is a place to stop at.
    out.push([
      ...op.i32(start),
      ...op.set(PC),
      ...op.get(LEFT),
      ...op.i32(0),
      ...op.leS,
      ...op.when(this.pieces.leave(pc, Came.Bound, 1)),
      ...this.pieces.again(pc),
    ]);
    return out;
  }
}
