/** What follows a mismatch: the state saved last is taken up, or the attempt is over and the next one begins. */
import { Op } from "../../program/operations.ts";
import { INSTRUCTION_WIDTH, type Loop, type Program } from "../../program/program.ts";
import { increase, op } from "../assembler.ts";
import { Came, CHANGE_BYTES, LATIN, REGISTERS, STATE_BYTES } from "./layout.ts";
import { ANCHORED, AT, ATTEMPT, CHANGE_BASE, CHANGES, LEFT, LENGTH, LOCAL, OTHER, PC, REACH, STATE_BASE, STATES, STATUS, TEMP, UNIT } from "./locals.ts";
import type { Pieces } from "./pieces.ts";

/** What an attempt asks for first; it fails after so many steps in all. */
interface FirstCheck {
  /** Leaves 1 where it can be told from characters of Latin. */
  readonly known: number[];
  /** Leaves 1 where the attempt fails. */
  readonly fails: number[];
  readonly steps: number;
}

/** Writes what stands around the instructions. */
export class AttemptWriter {
  private readonly program: Program;
  private readonly pieces: Pieces;

  constructor(program: Program, pieces: Pieces) {
    this.program = program;
    this.pieces = pieces;
  }

  /**
   * Attempts that fail before they save a state are taken here, one after the other, in the same steps and without
   * going by the table. Characters beyond Latin, and the edges of the text, are left to the instructions themselves.
   */
  private hopeless(): number[] {
    const checks = this.firstChecks();
    if (checks.length === 0) return [];
    const failed = ({ known, fails, steps }: FirstCheck): number[] => [
      ...known,
      ...op.eqz,
      ...op.brIf(1),
      ...fails,
      ...op.when(increase(LOCAL.attempts, 1), increase(LEFT, -steps), increase(ATTEMPT, 1), op.br(1)),
    ];
    return op.block(
      op.loop(op.get(ATTEMPT), op.tee(AT), op.get(LENGTH), op.geS, op.brIf(1), op.get(LEFT), op.i32(0), op.leS, op.brIf(1), checks.flatMap(failed)),
    );
  }

  /** What an attempt asks for before it saves a state: assertions and at last one item, all where it begins. */
  private firstChecks(): FirstCheck[] {
    const { code, loops } = this.program;
    const checks: FirstCheck[] = [];
    const ahead = [...this.pieces.letters.unitAt(0), ...op.tee(OTHER), ...op.i32(LATIN), ...op.ltS];
    let pc = 0;
    // The attempt, the mismatch and the end of the attempt.
    for (let steps = 3; ; pc++) {
      const [operation = 0, a = 0, b = 0] = code.subarray(pc * INSTRUCTION_WIDTH);
      if (operation === Op.Open) steps++;
      else if (operation === Op.Assert) {
        const fast = this.pieces.letters.between(a, b);
        if (!fast) return checks;
        checks.push({ known: this.pieces.letters.latinOnBothSides(), fails: [...fast, ...op.eqz], steps });
        steps++;
      } else if (operation === Op.Unit) {
        return [...checks, { known: ahead, fails: [...op.get(OTHER), ...op.i32(a), ...op.ne], steps }];
      } else if (operation === Op.Set || operation === Op.SetPoint) {
        return [...checks, { known: ahead, fails: [...this.pieces.letters.holdsLatin(a, OTHER), ...op.eqz], steps }];
      } else if (operation !== Op.LoopEnter && operation !== Op.LoopBegin && !(operation === Op.LoopTry && (loops[a] as Loop).min > 0)) return checks;
    }
  }

  /** What follows a mismatch; stands in the loop, outside the block that a mismatch leaves. */
  backtrack(): number[][] {
    const { backtracks, attempts, attemptLeft } = LOCAL;
    const leave = (why: number, depth: number): number[] => [...op.i32(why), ...op.set(STATUS), ...op.br(depth)];
    const undo = op.block(
      op.loop(
        op.get(CHANGES),
        op.get(OTHER),
        op.leS,
        op.brIf(1),
        op.get(CHANGES),
        op.i32(1),
        op.sub,
        op.tee(CHANGES),
        op.i32(CHANGE_BYTES),
        op.mul,
        op.get(CHANGE_BASE),
        op.add,
        op.tee(TEMP),
        op.load(0),
        op.get(TEMP),
        op.load(4),
        op.store(0),
        op.br(0),
      ),
    );
    const registers = Array.from({ length: this.program.registerCount }, (_, register) => [
      ...op.i32(REGISTERS + 4 * register),
      ...op.i32(-1),
      ...op.store(0),
    ]).flat();
    const next = this.program.options.codePoints
      ? [
          ...op.get(ATTEMPT),
          ...op.set(AT),
          ...this.pieces.letters.point(),
          ...op.get(UNIT),
          ...op.i32(0xffff),
          ...op.gtS,
          ...op.get(ATTEMPT),
          ...op.add,
          ...op.set(ATTEMPT),
        ]
      : [];
    return [
      this.pieces.keepMost(),
      op.get(STATES),
      op.eqz,
      op.when(
        this.pieces.step,
        op.get(ANCHORED),
        op.get(ATTEMPT),
        op.get(LENGTH),
        op.geS,
        op.or,
        op.when(leave(Came.Failed, 3)),
        next,
        increase(ATTEMPT, 1),
        this.hopeless(),
        op.get(ATTEMPT),
        op.tee(AT),
        op.set(REACH),
        registers,
        op.i32(0),
        op.set(CHANGES),
        increase(attempts, 1),
        op.get(LEFT),
        op.set(attemptLeft),
        this.pieces.step,
        op.i32(0),
        op.set(PC),
        op.get(LEFT),
        op.i32(0),
        op.leS,
        op.when(leave(Came.Bound, 3)),
        op.br(1),
      ),
      op.get(STATES),
      op.i32(1),
      op.sub,
      op.tee(STATES),
      op.i32(STATE_BYTES),
      op.mul,
      op.get(STATE_BASE),
      op.add,
      op.tee(TEMP),
      op.load(0),
      op.set(PC),
      op.get(TEMP),
      op.load(4),
      op.set(AT),
      op.get(TEMP),
      op.load(8),
      op.set(OTHER),
      undo,
      this.pieces.step,
      increase(backtracks, 1),
      op.get(LEFT),
      op.i32(0),
      op.leS,
      op.when(leave(Came.Bound, 2)),
      op.br(0),
    ];
  }
}
