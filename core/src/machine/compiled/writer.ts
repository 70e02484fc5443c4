/**
 * A program as WebAssembly: the backtracking machine's own loop for a run that is long and not recorded. It takes the
 * very same steps, in the same order, and counts them; only what an instruction means is no longer looked up each time.
 *
 * The instructions stand one behind the other in nested blocks, so that going on is falling through, a jump ahead is a
 * branch, and only a jump back or a backtrack goes by the table at the top. The machine's registers, saved states and
 * undo log lie in the module's memory; a run can be stopped and gone on with at every backtrack and every new turn.
 */
import { operationAt } from "../../program/flow.ts";
import { Op, type Operation, refuseOperation } from "../../program/operations.ts";
import { captureRegister, INSTRUCTION_WIDTH, type Loop, openRegister, type Program, type Reference } from "../../program/program.ts";
import { assemble, increase, op } from "../assembler.ts";
import { AttemptWriter } from "./attempts.ts";
import { Came, FIELDS, type Form } from "./layout.ts";
import { AT, ATTEMPT, LENGTH, LOCAL, NOT_EMPTY, NUMBERS, OTHER, PC, REFERS, STATUS, TEMP, UNIT } from "./locals.ts";
import { LoopWriter } from "./loops.ts";
import { Pieces } from "./pieces.ts";

/** Longer programs take longer to compile than they save. */
const MAX_COMPILED = 1_000;

/** Which operations are compiled; a program with any other runs on the interpreter. */
const COMPILED: Readonly<Record<Operation, boolean>> = {
  [Op.Unit]: true,
  [Op.UnitBack]: false,
  [Op.Set]: true,
  [Op.SetBack]: false,
  [Op.SetPoint]: true,
  [Op.SetPointBack]: false,
  [Op.Assert]: true,
  [Op.Reference]: true,
  [Op.Branch]: true,
  [Op.Jump]: true,
  [Op.Open]: true,
  [Op.Close]: true,
  [Op.LoopEnter]: true,
  [Op.LoopTry]: true,
  [Op.LoopBegin]: true,
  [Op.LoopNext]: true,
  [Op.Enter]: false,
  [Op.Leave]: false,
  [Op.Match]: true,
  [Op.StepBack]: false,
  [Op.Condition]: false,
  [Op.Keep]: false,
  [Op.Call]: false,
  [Op.Return]: false,
  [Op.Verb]: false,
  [Op.Act]: false,
  [Op.ConditionCall]: false,
  [Op.HereAgain]: false,
  [Op.NoteStates]: false,
  [Op.Balance]: false,
  [Op.Put]: false,
  [Op.MarkPlace]: false,
  [Op.BackToPlace]: false,
};

/** The module's bytes, or null where the program is not compiled. */
export function writeModule(program: Program, form: Form): Uint8Array<ArrayBuffer> | null {
  const count = program.code.length / INSTRUCTION_WIDTH;
  if (count > MAX_COMPILED || program.beyond.size > 0) return null;
  for (let pc = 0; pc < count; pc++) {
    const operation = operationAt(program, pc);
    if (!COMPILED[operation]) return null;
    if (operation === Op.Reference && program.code[pc * INSTRUCTION_WIDTH + 2] === 1) return null;
  }
  return new Writer(program, form).module();
}

/** Writes the code of one program. */
class Writer {
  private readonly program: Program;
  private readonly whole: boolean;
  private readonly count: number;
  private readonly pieces: Pieces;
  private readonly loops: LoopWriter;
  private readonly attempts: AttemptWriter;

  constructor(program: Program, { whole, narrow }: Form) {
    this.program = program;
    this.whole = whole;
    this.count = program.code.length / INSTRUCTION_WIDTH;
    this.pieces = new Pieces(program, narrow);
    this.loops = new LoopWriter(program, this.pieces);
    this.attempts = new AttemptWriter(program, this.pieces);
  }

  module(): Uint8Array<ArrayBuffer> {
    // The innermost block holds the table; each instruction's code stands behind the end of a block around it.
    const targets = Array.from({ length: this.count }, (_, pc) => pc);
    let body: number[][] = [op.get(PC), op.table(targets, 0)];
    for (let pc = 0; pc < this.count; pc++) body = [op.block(...body), ...this.instruction(pc)];
    return assemble(
      [
        {
          name: "run",
          parameters: 7,
          numbers: NUMBERS,
          vectors: 0,
          body: [
            ...FIELDS.flatMap((field, i) => [op.i32(0), op.load(4 * i), op.set(LOCAL[field])]),
            // Out of the loop is out of the function; out of the block is a mismatch.
            op.block(op.loop(op.block(...body), ...this.attempts.backtrack())),
            ...FIELDS.flatMap((field, i) => [op.i32(0), op.get(LOCAL[field]), op.store(4 * i)]),
            op.get(STATUS),
          ],
        },
      ],
      [
        { name: "holds", parameters: 2 },
        { name: "asserts", parameters: 3 },
        { name: "refers", parameters: 2 },
      ],
    );
  }

  private instruction(pc: number): number[][] {
    const { code, loops, slots } = this.program;
    const word = pc * INSTRUCTION_WIDTH;
    const a = code[word + 1] as number;
    const b = code[word + 2] as number;
    const opened = openRegister(a, slots.length);
    const operation = code[word] as Operation;
    switch (operation) {
      case Op.Unit:
      case Op.Set:
      case Op.SetPoint:
        return [this.pieces.item(pc, this.pieces.failIf(pc))];
      case Op.Assert:
        return [this.pieces.step, this.pieces.letters.asserts(a, b), op.eqz, this.pieces.failIf(pc)];
      case Op.Reference:
        return this.reference(pc, a);
      case Op.Branch:
        return [this.pieces.save(pc, a)];
      case Op.Jump:
        return [this.pieces.go(pc, a)];
      case Op.Open:
        return [this.pieces.roomForChanges(pc, 1), this.pieces.set(opened, op.get(AT)), this.pieces.step];
      case Op.Close: {
        // Along the text a group never ends before it begins.
        const capture = captureRegister(a);
        // Where it was opened is not asked for again before it is set again, so it can stay.
        return [
          this.pieces.roomForChanges(pc, 2),
          this.pieces.set(capture, this.pieces.register(opened)),
          this.pieces.set(capture + 1, op.get(AT)),
          this.pieces.step,
        ];
      }
      case Op.LoopEnter: {
        const loop = loops[a] as Loop;
        return [
          this.pieces.roomForChanges(pc, 4),
          loop.cleared > 0 ? this.pieces.set(captureRegister(loop.cleared), op.i32(-1)) : [],
          loop.cleared > 0 ? this.pieces.set(captureRegister(loop.cleared) + 1, op.i32(-1)) : [],
          loop.counter >= 0 ? this.pieces.set(loop.counter, op.i32(0)) : [],
          loop.emptyIsLast ? this.pieces.set(loop.begin, op.i32(-1)) : [],
        ];
      }
      case Op.LoopTry:
        return this.loops.try(pc, loops[a] as Loop, b);
      case Op.LoopBegin:
        return this.loops.begin(pc, loops[a] as Loop);
      case Op.LoopNext:
        return this.loops.next(pc, loops[a] as Loop, b);
      case Op.Match:
        return this.match(pc);
      case Op.UnitBack:
      case Op.SetBack:
      case Op.SetPointBack:
      case Op.Enter:
      case Op.Leave:
      case Op.StepBack:
      case Op.Condition:
        throw new RangeError(`Operation ${operation} is not compiled.`);
      default:
        return refuseOperation(operation);
    }
  }

  /** A back-reference; to one group whose letters are compared as they are without a call. */
  private reference(pc: number, number: number): number[][] {
    const { slots, folding, unsetIsEmpty } = this.program.references[number] as Reference;
    const [slot] = slots;
    if (slots.length !== 1 || slot === undefined || folding !== null) {
      return [this.pieces.step, op.i32(number), op.get(AT), op.call(REFERS), op.tee(TEMP), op.i32(0), op.ltS, this.pieces.failIf(pc), op.get(TEMP), op.set(AT)];
    }
    return [
      this.pieces.step,
      this.pieces.register(captureRegister(slot)),
      op.tee(TEMP),
      op.i32(0),
      op.ltS,
      op.when(unsetIsEmpty ? this.pieces.go(pc, pc + 1, 1) : this.pieces.fail(pc, 1)),
      this.pieces.register(captureRegister(slot) + 1),
      op.set(OTHER),
      op.get(AT),
      op.set(UNIT),
      op.block(
        op.loop(
          op.get(TEMP),
          op.get(OTHER),
          op.geS,
          op.brIf(1),
          op.get(UNIT),
          op.get(LENGTH),
          op.geS,
          this.pieces.failIf(pc, 2),
          this.pieces.letters.unitOf(op.get(TEMP)),
          this.pieces.letters.unitOf(op.get(UNIT)),
          op.ne,
          this.pieces.failIf(pc, 2),
          increase(TEMP, 1),
          increase(UNIT, 1),
          op.br(0),
        ),
      ),
      op.get(UNIT),
      op.set(AT),
    ];
  }

  private match(pc: number): number[][] {
    const empty = [...op.get(AT), ...op.get(NOT_EMPTY), ...op.eq, ...op.get(AT), ...op.get(ATTEMPT), ...op.eq, ...op.and];
    const short = this.whole ? [...op.get(AT), ...op.get(LENGTH), ...op.ne] : op.i32(0);
    return [this.pieces.step, empty, short, op.or, this.pieces.failIf(pc), this.pieces.leave(pc, Came.Match)];
  }
}
