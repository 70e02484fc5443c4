/**
 * A program: what the machines run.
 *
 * Instructions are four 32-bit numbers each, `[operation, a, b, c]`, in one flat array; `pc` counts instructions.
 * `operations.ts` says what they mean. Every instruction points back to the node of the syntax tree that it acts for.
 */

import type { CharSet } from "../charset/charset.ts";
import type { FoldingRule } from "../charset/folding.ts";
import type { CapturesStay, Dialect, Options } from "../dialect/dialect.ts";
import type { Reading, Source } from "../syntax/read.ts";
import type { Group, Node, NodeOf, Slot, VerbKind } from "../syntax/tree.ts";

export const INSTRUCTION_WIDTH = 4;

/** The most iterations of a quantifier without a bound: as a small integer, since the machine compares it at every turn. */
export const UNBOUNDED = 0x3fffffff;

/** Instead of the slot of a group whose turns are counted. */
export const TRIED = -1;

export interface Loop {
  readonly node: NodeOf<"quantifier">;
  readonly min: number;
  /** `UNBOUNDED` where there is no most. */
  readonly max: number;
  readonly lazy: boolean;
  /** Register of the count, or −1 where no count is needed. */
  readonly counter: number;
  /** Register of the offset where the iteration began, or −1 where no iteration can be empty. */
  readonly begin: number;
  /** An iteration beyond the least number that takes nothing is the last one; else it fails. */
  readonly emptyIsLast: boolean;
  /** What is captured behind it in a lookaround is undone where that fails, where captures stay of such. */
  readonly unwinds: boolean;
  /** The slot of the group whose turns are counted, 0 where it captures nothing; TRIED where turns are tried one by one. */
  readonly counted: number;
  /** It is left only where the character stands that comes next, where captures stay of such ways. */
  readonly beforeText: boolean;
  /** A turn that takes nothing ends the loop, even before the least number of turns. */
  readonly emptyEnds: boolean;
  /** Of a loop that an empty turn ends the first turn that can, counted from nought. */
  readonly notesFrom: number;
  /** Where a turn goes on that took nothing and may not have; −1 where it fails. Only automata have such loops. */
  readonly emptyOn: number;
  /** The slot that has not taken part until a turn has ended; 0 where there is none. */
  readonly cleared: number;
  /** Slots inside, `clearFrom` up to but not `clearTo`, that an iteration clears; equal where there is none. */
  readonly clearFrom: number;
  readonly clearTo: number;
}

/** A part of a pattern that is settled when it is through: its saved states are thrown away. */
export interface Enclosure {
  readonly kind: "look" | "atomic" | "possessive";
  readonly node: Node;
  /** Its Leave. */
  readonly leave: number;
  /** Where to go on once its inside is through, or `FAILS`. */
  readonly held: number;
  /** Where to go on once its inside has failed, or `FAILS`. */
  readonly failed: number;
}

/** A verb as a program has it. */
export interface Verb {
  readonly kind: VerbKind;
  /** Register of the offset where its mark was passed, or where `skip` looks for one; −1 where it has no name. */
  readonly mark: number;
  /** The number of the name that it leaves behind, in `Program.markNames`; −1 where it has none. */
  readonly named: number;
  /** Of `accept`: slots of the groups that it stands in, in the same lookaround, the innermost first. */
  readonly closes: readonly number[];
  /** Of `alternative`: register of the number of saved states that it leaves in the alternation around it, or −1 where there is none. */
  readonly alternation: number;
}

/**
 * What outcomes may hang on besides the instruction, the offset and what the registers of loops and groups hold. Who
 * follows programs by those alone leaves such programs to the backtracking machine.
 */
export type Beyond = "calls" | "verbs" | "search-start" | "keep" | "looks-back" | "stacks" | "stays" | "turns" | "line-feeds" | "reenters";

/** As an exit of an enclosure: nothing goes on from there, and the way fails. */
export const FAILS = -1;

export interface Reference {
  /** The slots that it may stand for: the first that has taken part counts. */
  readonly slots: readonly number[];
  readonly folding: FoldingRule | null;
  /** A group that has not taken part stands for the empty text; else nothing matches it. */
  readonly unsetIsEmpty: boolean;
}

export interface Program {
  readonly code: Int32Array;
  /** The node that each instruction acts for. */
  readonly nodes: readonly Node[];
  /** For choices: the node that is taken up when the saved state is resumed. */
  readonly resumes: ReadonlyMap<number, Node>;
  readonly sets: readonly CharSet[];
  /** For each set 256 bytes: 1 where the set holds that code unit. */
  readonly latin: Uint8Array;
  readonly loops: readonly Loop[];
  readonly enclosures: readonly Enclosure[];
  readonly references: readonly Reference[];
  /** Slots that conditions ask for: one of them must have taken part. */
  readonly asked: readonly (readonly number[])[];
  readonly verbs: readonly Verb[];
  readonly beyond: ReadonlySet<Beyond>;
  /** Captures that outlast the way on which they were made, where the pattern has such; else null. */
  readonly capturesStay: CapturesStay | null;
  /** Where alternatives begin that are looked up together: what failed of one undoes no capture. */
  readonly lookedUp: ReadonlySet<number>;
  /** A search begins no attempt between CR and LF. */
  readonly skipsLineFeeds: boolean;
  /** Characters that an attempt is begun at, where a search skips the others and it shows; else null. */
  readonly starts: CharSet | null;
  /** Registers of where the match begins if not where the attempt did, of the call under way, and of how much is put aside; −1 where there are none. */
  readonly keepRegister: number;
  /** Register of the name that the last verb with one left behind, by number; −1 where no verb has one. */
  readonly markRegister: number;
  readonly markNames: readonly string[];
  readonly callRegister: number;
  readonly asideRegister: number;
  /** Register of the highest slot that has been closed, where captures are undone by their numbers; else −1. */
  readonly closedRegister: number;
  /**
   * Where each slot keeps all that it has captured: the register of how much is stacked, behind which stands for each slot
   * that of its newest capture; −1 where the newest is all that is kept.
   */
  readonly stackRegister: number;
  /** Every capturing group as the pattern writes it; several may share a slot. */
  readonly groups: readonly Group[];
  /** What a match says of its groups, slot n at index n − 1. */
  readonly slots: readonly Slot[];
  readonly groupNames: Readonly<Record<string, readonly number[]>>;
  readonly options: Options;
  /** What the search does after an empty match. */
  readonly afterEmptyMatch: Dialect["semantics"]["afterEmptyMatch"];
  /** What \G takes for the start of the search. */
  readonly searchStart: Dialect["semantics"]["searchStart"];
  /** What a verb is that skips to a mark which is not there. */
  readonly lostMark: Dialect["semantics"]["lostMark"];
  /**
   * Registers hold offsets or counts, −1 for "not set": `[start, end]` of slots 1…n, then the opening offset of
   * slots 1…n while they are open, then what the loops need.
   */
  readonly registerCount: number;
  readonly root: Node;
  readonly source: Source;
  readonly reading: Reading;
}

/** Index of the register that holds where the group of slot n starts; its end is in the next one. */
export const captureRegister = (slot: number): number => 2 * (slot - 1);
/** The slot whose capture a register is part of. */
export const slotOf = (register: number): number => (register >> 1) + 1;
/** Index of the register that holds where the open group of slot n was entered. */
export const openRegister = (slot: number, slotCount: number): number => 2 * slotCount + slot - 1;
