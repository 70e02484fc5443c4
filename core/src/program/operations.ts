/**
 * The operations: the operands of each instruction, where control continues after it, and its effect on a run.
 *
 * Every reader of programs uses this table, or an exhaustive switch that ends in `unknownOperation`. So a new operation
 * is either handled by a reader or rejected by it: by the compiler first, and at run time.
 */

/** The operations. `Back` operations read the text from right to left, inside a lookbehind. `Point` operations read code points. */
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

/** The meaning of an operand. */
export type Operand =
  /** A code unit to match. */
  | "unit"
  /** An index in the program's sets, loops, enclosures or references. */
  | "set"
  | "loop"
  | "enclosure"
  | "reference"
  /** An index in `ASSERTIONS`. */
  | "assertion"
  /** A slot of a capturing group. */
  | "slot"
  /** The index of an instruction. */
  | "target"
  /** A number of characters. */
  | "characters"
  /** 1 if the text is read backwards, else 0. */
  | "backward"
  /** 1 if the next instruction is `LoopBegin`, else 0. */
  | "begins"
  /** An index in the program's `asked`. */
  | "slots"
  /** An index in the program's `verbs`. */
  | "verb"
  | "register"
  /** A value of `PutWhen`. */
  | "when"
  /** 1 if the next alternative was saved after the states that are kept, else 0. */
  | "more"
  /** The slot that is called: 0 for the whole pattern, −1 for any group. */
  | "called";

/** Where control continues after an instruction. */
type Flow =
  /** At the next instruction. */
  | "on"
  /** At the first target. */
  | "jump"
  /** At the next instruction. The first target is saved for the case that this fails. */
  | "branch"
  /** At the next instruction (one more iteration) or at the target (the loop ends), by the loop's count and mode. */
  | "loop"
  /** At the next instruction or at the target, by which groups are set. No state is saved. */
  | "condition"
  /** At the first target, and at the next instruction when the call returns. */
  | "call"
  /** After the next instruction, which is saved; or as the verb decides: at the next instruction, at the match, or nowhere. */
  | "verb"
  /** After the call that returns; at the next instruction if no call is under way. */
  | "return"
  /** At the next instruction, inside an enclosure. The outcome of the body decides which exit of the enclosure is taken. */
  | "enter"
  /** At the exit of the enclosure for a body that has matched. */
  | "leave"
  /** Nowhere. */
  | "end";

/** The effect of an instruction. */
type Does =
  /** Consumes one character, or fails. */
  | "takes"
  /** Consumes the text that a group has captured, or fails. */
  | "repeats"
  /** Tests the characters on either side, or fails. */
  | "asserts"
  /** Steps back in the text, or fails. */
  | "steps-back"
  /** Controls the backtracking. */
  | "steers"
  /** Records where a group or an iteration begins or ends. An empty iteration fails if it must not be empty. */
  | "notes"
  /** None besides its flow. */
  | "goes"
  /** Ends the attempt with a match. */
  | "matches";

export interface OperationRow {
  /** The name in dumps of programs. */
  readonly name: string;
  /** The meaning of operands a, b and c. Operands that are left out are 0. */
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
  // The set of characters that the assertion depends on.
  [Op.Assert]: { name: "assert", operands: ["assertion", "set"], flow: "on", does: "asserts" },
  [Op.Reference]: { name: "reference", operands: ["reference", "backward"], flow: "on", does: "repeats" },
  [Op.Branch]: { name: "branch", operands: ["target"], flow: "branch", does: "goes" },
  [Op.Jump]: { name: "jump", operands: ["target"], flow: "jump", does: "goes" },
  [Op.Open]: { name: "open", operands: ["slot"], flow: "on", does: "notes" },
  [Op.Close]: { name: "close", operands: ["slot", "backward"], flow: "on", does: "notes" },
  // Sets the loop's count to 0.
  [Op.LoopEnter]: { name: "loop-enter", operands: ["loop"], flow: "on", does: "notes" },
  // One more iteration, or on to the target?
  [Op.LoopTry]: { name: "loop-try", operands: ["loop", "target", "begins"], flow: "loop", does: "goes" },
  // An iteration begins: captures are cleared, and its offset is recorded.
  [Op.LoopBegin]: { name: "loop-begin", operands: ["loop"], flow: "on", does: "notes" },
  // An iteration ends. The target is the loop's `LoopTry`.
  [Op.LoopNext]: { name: "loop-next", operands: ["loop", "target"], flow: "jump", does: "notes" },
  [Op.Enter]: { name: "enter", operands: ["enclosure"], flow: "enter", does: "goes" },
  [Op.Leave]: { name: "leave", operands: ["enclosure"], flow: "leave", does: "goes" },
  [Op.Match]: { name: "match", operands: [], flow: "end", does: "matches" },
  // At the start of a lookbehind of one width.
  [Op.StepBack]: { name: "step-back", operands: ["characters"], flow: "on", does: "steps-back" },
  // The target is taken if none of the groups is set.
  [Op.Condition]: { name: "condition", operands: ["slots", "target"], flow: "condition", does: "goes" },
  // The match begins here.
  [Op.Keep]: { name: "keep", operands: [], flow: "on", does: "notes" },
  // Saves the registers, and restores them when the call returns.
  [Op.Call]: { name: "call", operands: ["called", "target"], flow: "call", does: "goes" },
  [Op.Return]: { name: "return", operands: ["called"], flow: "return", does: "goes" },
  // A verb that acts when the machine backtracks to it saves the next instruction and continues after that one.
  [Op.Verb]: { name: "verb", operands: ["verb"], flow: "verb", does: "steers" },
  [Op.Act]: { name: "act", operands: ["verb"], flow: "end", does: "steers" },
  // The target is taken if no such call is under way.
  [Op.ConditionCall]: { name: "condition-call", operands: ["called", "target"], flow: "condition", does: "goes" },
  // Records the number of saved states, for a verb in the alternative that follows.
  [Op.NoteStates]: { name: "note-states", operands: ["register", "more"], flow: "on", does: "notes" },
  // Removes the newest capture of the first slot, or fails if there is none. The second slot captures the text in between.
  [Op.Balance]: { name: "balance", operands: ["slot", "slot", "backward"], flow: "on", does: "notes" },
  // Copies a register: always, if the target is unset, or if the source is set (`PutWhen`).
  [Op.Put]: { name: "put", operands: ["register", "register", "when"], flow: "on", does: "notes" },
  // A non-atomic lookaround records its offset, and returns to it when it has matched.
  [Op.MarkPlace]: { name: "mark-place", operands: ["register"], flow: "on", does: "notes" },
  [Op.BackToPlace]: { name: "back-to-place", operands: ["register"], flow: "on", does: "steps-back" },
  // A lookbehind of variable width must end at the offset where it began.
  [Op.HereAgain]: { name: "here-again", operands: ["enclosure"], flow: "on", does: "asserts" },
};

/** When a register is copied. */
export const PutWhen = { Always: 0, ToNothing: 1, Something: 2 } as const;

/** Operations that control the backtracking or depend on more than a state. Only the backtracking machine runs programs with them (`Program.beyond`). */
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

/** Ends an exhaustive switch of a reader that is never given those operations. Throws a RangeError. */
export function refuseOperation(operation: BacktrackersOwn): never {
  const row = (OPERATIONS as Readonly<Record<number, OperationRow>>)[operation];
  throw row ? new RangeError(`The operation ${row.name} is the backtracking machine's alone.`) : unknownOperation(operation as never);
}

/** Ends an exhaustive switch over operations; the compiler rejects a missing case. Throws a RangeError if it is reached. */
export function unknownOperation(operation: never): never {
  throw new RangeError(`There is no operation ${String(operation)}.`);
}

/** The table row of an operation. Throws a RangeError if there is none. */
export function rowOf(operation: number): OperationRow {
  return (OPERATIONS as Readonly<Record<number, OperationRow>>)[operation] ?? unknownOperation(operation as never);
}
