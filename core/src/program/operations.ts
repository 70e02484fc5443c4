/**
 * The operations: what an instruction's operands are, where control goes on from it, and what it does to a run.
 *
 * Every reader of programs goes by this table, or by an exhaustive switch that ends in `unknownOperation`, so that an
 * operation added here is either known to a reader or refused by it, first by the compiler and then at run time.
 */

/** The operations. `Back` ones read the text from right to left, inside a lookbehind; `Point` ones read code points. */
export const Op = {
  Unit: 0,
  UnitBack: 1,
  Set: 2,
  SetBack: 3,
  SetPoint: 4,
  SetPointBack: 5,
  Assert: 6,
  Reference: 7,
  Branch: 8,
  Jump: 9,
  Open: 10,
  Close: 11,
  LoopEnter: 12,
  LoopTry: 13,
  LoopBegin: 14,
  LoopNext: 15,
  Enter: 16,
  Leave: 17,
  Match: 18,
  StepBack: 19,
  Condition: 20,
  Keep: 21,
  Call: 22,
  Return: 23,
  Verb: 24,
  Act: 25,
  ConditionCall: 26,
  HereAgain: 27,
  NoteStates: 28,
  Balance: 29,
  Put: 30,
  MarkPlace: 31,
  BackToPlace: 32,
} as const;

export type Operation = (typeof Op)[keyof typeof Op];

/** What an operand is. */
export type Operand =
  /** A code unit to find. */
  | "unit"
  /** The number of a set, a loop, an enclosure, a reference. */
  | "set"
  | "loop"
  | "enclosure"
  | "reference"
  /** An index in ASSERTIONS. */
  | "assertion"
  /** A slot for what a group holds. */
  | "slot"
  /** The number of an instruction. */
  | "target"
  /** A number of characters. */
  | "characters"
  /** 1 where the text is read backwards, else 0. */
  | "backward"
  /** 1 where the next instruction is LoopBegin, else 0. */
  | "begins"
  /** The number of a list of slots, in a program's `asked`. */
  | "slots"
  /** The number of a verb, in a program's `verbs`. */
  | "verb"
  | "register"
  /** When a register is copied: a number of `PutWhen`. */
  | "when"
  /** 1 where the alternative that comes next is saved above them, else 0. */
  | "more"
  /** A slot that is called; 0 for the whole pattern, −1 for any. */
  | "called";

/** Where control goes on from an instruction. */
type Flow =
  /** With the next one. */
  | "on"
  /** With the first target. */
  | "jump"
  /** With the next one; the first target is saved for when that fails. */
  | "branch"
  /** By the loop's count and mode: with the next one, or with the target. */
  | "loop"
  /** With the next one or with the target, by what groups hold: no choice is saved. */
  | "condition"
  /** With the first target, and later behind itself. */
  | "call"
  /** Past the next one, which is saved, or by what the verb does: on, to the match, or nowhere. */
  | "verb"
  /** Behind the call that is left; with the next one where none is. */
  | "return"
  /** Into an enclosure, with the next one; what comes of its inside leads to one of its exits. */
  | "enter"
  /** Out of an enclosure, by the exit for an inside that is through. */
  | "leave"
  /** Nowhere. */
  | "end";

/** What an instruction does, besides going on. */
type Does =
  /** Takes one character of the text, or fails. */
  | "takes"
  /** Takes the text that a group holds, or fails. */
  | "repeats"
  /** Asks for what stands on either side, and fails where it is not so. */
  | "asserts"
  /** Goes back in the text, or fails. */
  | "steps-back"
  /** Steers the backtracking. */
  | "steers"
  /** Writes down where a group, or a turn of a loop, begins or ends; a turn that may not be empty fails where it is. */
  | "notes"
  /** Nothing of its own: its flow is what it does. */
  | "goes"
  /** Ends the run with a match, unless more is asked for. */
  | "matches";

export interface OperationRow {
  /** As dumps of programs write it. */
  readonly name: string;
  /** What a, b and c are; those left out are nought. */
  readonly operands: readonly Operand[];
  readonly flow: Flow;
  readonly does: Does;
  /** Whether it reads the text from right to left. */
  readonly backward?: true;
}

export const OPERATIONS: Readonly<Record<Operation, OperationRow>> = {
  [Op.Unit]: { name: "unit", operands: ["unit"], flow: "on", does: "takes" },
  [Op.UnitBack]: { name: "unit-back", operands: ["unit"], flow: "on", does: "takes", backward: true },
  [Op.Set]: { name: "set", operands: ["set"], flow: "on", does: "takes" },
  [Op.SetBack]: { name: "set-back", operands: ["set"], flow: "on", does: "takes", backward: true },
  [Op.SetPoint]: { name: "set-point", operands: ["set"], flow: "on", does: "takes" },
  [Op.SetPointBack]: { name: "set-point-back", operands: ["set"], flow: "on", does: "takes", backward: true },
  // The set is what the assertion goes by.
  [Op.Assert]: { name: "assert", operands: ["assertion", "set"], flow: "on", does: "asserts" },
  [Op.Reference]: { name: "reference", operands: ["reference", "backward"], flow: "on", does: "repeats" },
  [Op.Branch]: { name: "branch", operands: ["target"], flow: "branch", does: "goes" },
  [Op.Jump]: { name: "jump", operands: ["target"], flow: "jump", does: "goes" },
  [Op.Open]: { name: "open", operands: ["slot"], flow: "on", does: "notes" },
  [Op.Close]: { name: "close", operands: ["slot", "backward"], flow: "on", does: "notes" },
  // Sets the loop's count to nought.
  [Op.LoopEnter]: { name: "loop-enter", operands: ["loop"], flow: "on", does: "notes" },
  // One more turn, or on to the target?
  [Op.LoopTry]: { name: "loop-try", operands: ["loop", "target", "begins"], flow: "loop", does: "goes" },
  // A turn begins: captures are cleared, the offset is noted.
  [Op.LoopBegin]: { name: "loop-begin", operands: ["loop"], flow: "on", does: "notes" },
  // A turn ends; the target is the loop's LoopTry.
  [Op.LoopNext]: { name: "loop-next", operands: ["loop", "target"], flow: "jump", does: "notes" },
  [Op.Enter]: { name: "enter", operands: ["enclosure"], flow: "enter", does: "goes" },
  [Op.Leave]: { name: "leave", operands: ["enclosure"], flow: "leave", does: "goes" },
  [Op.Match]: { name: "match", operands: [], flow: "end", does: "matches" },
  // At the start of a lookbehind of one width.
  [Op.StepBack]: { name: "step-back", operands: ["characters"], flow: "on", does: "steps-back" },
  // The target is where to go on if none of the groups has taken part.
  [Op.Condition]: { name: "condition", operands: ["slots", "target"], flow: "condition", does: "goes" },
  // The match begins here.
  [Op.Keep]: { name: "keep", operands: [], flow: "on", does: "notes" },
  // What the registers hold is put aside, and put back when the call is left.
  [Op.Call]: { name: "call", operands: ["called", "target"], flow: "call", does: "goes" },
  [Op.Return]: { name: "return", operands: ["called"], flow: "return", does: "goes" },
  // A verb that acts when it is backtracked to saves the next instruction, and goes on behind that.
  [Op.Verb]: { name: "verb", operands: ["verb"], flow: "verb", does: "steers" },
  [Op.Act]: { name: "act", operands: ["verb"], flow: "end", does: "steers" },
  // The target is where to go on if it is not asked inside of such a call.
  [Op.ConditionCall]: { name: "condition-call", operands: ["called", "target"], flow: "condition", does: "goes" },
  // So many states are left by a verb that acts inside of the alternative that follows.
  [Op.NoteStates]: { name: "note-states", operands: ["register", "more"], flow: "on", does: "notes" },
  // The newest capture of the first slot is taken away, and there must be one; the second, if any, holds what is between.
  [Op.Balance]: { name: "balance", operands: ["slot", "slot", "backward"], flow: "on", does: "notes" },
  // A register is copied to another: always, where the other holds nothing, or where the one holds something (`PutWhen`).
  [Op.Put]: { name: "put", operands: ["register", "register", "when"], flow: "on", does: "notes" },
  // A lookaround that may be tried another way notes where it was asked, and goes back there.
  [Op.MarkPlace]: { name: "mark-place", operands: ["register"], flow: "on", does: "notes" },
  [Op.BackToPlace]: { name: "back-to-place", operands: ["register"], flow: "on", does: "steps-back" },
  // A lookbehind that goes back step by step has come to where it was asked.
  [Op.HereAgain]: { name: "here-again", operands: ["enclosure"], flow: "on", does: "asserts" },
};

/** When a register is copied. */
export const PutWhen = { Always: 0, ToNothing: 1, Something: 2 } as const;

/** What steers the backtracking, or hangs on more than a state: programs with it (`Program.beyond`) are run by the backtracking machine alone. */
export type BacktrackersOwn =
  | typeof Op.Keep
  | typeof Op.Call
  | typeof Op.Return
  | typeof Op.Verb
  | typeof Op.Act
  | typeof Op.ConditionCall
  | typeof Op.HereAgain
  | typeof Op.NoteStates
  | typeof Op.Balance
  | typeof Op.Put
  | typeof Op.MarkPlace
  | typeof Op.BackToPlace;

/** Ends an exhaustive switch of a reader that is never given the backtracking machine's own operations. Throws. */
export function refuseOperation(operation: BacktrackersOwn): never {
  const row = (OPERATIONS as Readonly<Record<number, OperationRow>>)[operation];
  throw row ? new RangeError(`The operation ${row.name} is the backtracking machine's alone.`) : unknownOperation(operation as never);
}

/** Ends an exhaustive switch over operations. Throws: whoever reads the program does not know what it would do. */
export function unknownOperation(operation: never): never {
  throw new RangeError(`There is no operation ${String(operation)}.`);
}

/** The row of an operation that comes from a program's code; throws where there is none. */
export function rowOf(operation: number): OperationRow {
  return (OPERATIONS as Readonly<Record<number, OperationRow>>)[operation] ?? unknownOperation(operation as never);
}
