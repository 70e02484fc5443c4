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

/** The maximum of an unbounded quantifier. A small integer, because the machine compares it in every iteration. */
export const UNBOUNDED = 0x3fffffff;

/** The value of `Loop.counted` for a quantifier whose iterations are not counted. */
export const TRIED = -1;

export interface Loop {
  readonly node: NodeOf<"quantifier">;
  readonly min: number;
  /** `UNBOUNDED` for an unbounded quantifier. */
  readonly max: number;
  readonly lazy: boolean;
  /** Register of the iteration count, or −1 if none is needed. */
  readonly counter: number;
  /** Register of the offset where the iteration began, or −1 if no iteration can be empty. */
  readonly begin: number;
  /** Whether an empty iteration beyond `min` ends the loop. If not, such an iteration fails (ECMA-262). */
  readonly emptyIsLast: boolean;
  /** Perl: whether captures made after this loop inside a lookaround are undone when the lookaround fails. */
  readonly unwinds: boolean;
  /**
   * Perl repeats a group of one fixed width by counting iterations (CURLYN, CURLYM), and undoes its capture by that count.
   * This is the slot of such a group, 0 if it captures nothing, and `TRIED` for every other quantifier.
   */
  readonly counted: number;
  /** Perl: the loop ends only before the literal character that follows it in the pattern. */
  readonly beforeText: boolean;
  /** Java: an empty iteration ends the loop even before `min` iterations. */
  readonly emptyEnds: boolean;
  /** For `emptyIsLast`: the first iteration, counted from 0, that can end the loop by being empty. */
  readonly notesFrom: number;
  /** The instruction at which an invalid empty iteration continues, or −1 if it fails. Only programs for automata set it. */
  readonly emptyOn: number;
  /** The slot that is unset when the loop is entered and set by its first complete iteration; 0 if there is none. */
  readonly cleared: number;
  /** The slots from `clearFrom` up to, but not including, `clearTo` are cleared at the start of each iteration. */
  readonly clearFrom: number;
  readonly clearTo: number;
}

/** A lookaround, an atomic group or a possessive quantifier: its saved states are discarded when its body has matched. */
export interface Enclosure {
  readonly kind: "look" | "atomic" | "possessive";
  readonly node: Node;
  /** Its `Leave` instruction. */
  readonly leave: number;
  /** The instruction to continue at when the body has matched, or `FAILS`. */
  readonly held: number;
  /** The instruction to continue at when the body has failed, or `FAILS`. */
  readonly failed: number;
}

/** A backtracking control verb. */
export interface Verb {
  readonly kind: VerbKind;
  /** Register of the offset of the named mark that the verb sets, or that `(*SKIP:name)` looks for; −1 if it has no name. */
  readonly mark: number;
  /** Index of its name in `Program.markNames`, or −1. */
  readonly named: number;
  /** For `accept`: slots of the open groups around it in the same lookaround, the innermost first. It closes them. */
  readonly closes: readonly number[];
  /** For `alternative` (`(*THEN)`): register of the number of saved states that it keeps, those of the alternation around it; −1 if there is none. */
  readonly alternation: number;
}

/**
 * State that the outcome at an instruction can depend on, besides the offset and the registers of loops and groups.
 * Analyses and machines that follow only those leave a program with any of this to the backtracking machine.
 */
export type Beyond = "calls" | "verbs" | "search-start" | "keep" | "looks-back" | "stacks" | "stays" | "turns" | "line-feeds" | "reenters";

/** As an exit of an enclosure: there is no instruction to continue at, and the machine backtracks. */
export const FAILS = -1;

export interface Reference {
  /** The slots that the reference can mean: the first of them that is set is compared. */
  readonly slots: readonly number[];
  readonly folding: FoldingRule | null;
  /** Whether a reference to an unset group matches the empty string (ECMA-262) or fails. */
  readonly unsetIsEmpty: boolean;
}

export interface Program {
  readonly code: Int32Array;
  /** The syntax tree node of each instruction. */
  readonly nodes: readonly Node[];
  /** For choice instructions: the node that is tried when the saved state is resumed. */
  readonly resumes: ReadonlyMap<number, Node>;
  readonly sets: readonly CharSet[];
  /** For each set 256 bytes: 1 where the set holds that code unit. */
  readonly latin: Uint8Array;
  readonly loops: readonly Loop[];
  readonly enclosures: readonly Enclosure[];
  readonly references: readonly Reference[];
  /** For each condition the slots of which one must be set. */
  readonly asked: readonly (readonly number[])[];
  readonly verbs: readonly Verb[];
  readonly beyond: ReadonlySet<Beyond>;
  /** The rule by which captures keep their value after backtracking (Java, Perl), if this pattern has such captures; else null. */
  readonly capturesStay: CapturesStay | null;
  /** Perl looks literal alternatives up in a trie. These are their first instructions: a failure in one undoes no capture. */
  readonly lookedUp: ReadonlySet<number>;
  /** Whether no attempt starts between CR and LF. */
  readonly skipsLineFeeds: boolean;
  /** The characters that an attempt can start at, if skipping the others is observable; else null. */
  readonly starts: CharSet | null;
  /** Register of the offset that `\K` set as the start of the match, or −1. */
  readonly keepRegister: number;
  /** Register of the index of the last mark name, or −1 if no verb has a name. */
  readonly markRegister: number;
  readonly markNames: readonly string[];
  /** Registers of the current subroutine call and of the size of its frame, or −1. */
  readonly callRegister: number;
  readonly asideRegister: number;
  /** Perl undoes captures above the highest closed slot. This is the register of that slot, or −1. */
  readonly closedRegister: number;
  /**
   * .NET keeps all captures of a group on a stack. This is the register of the stack's height; the registers after it
   * hold the index of the newest capture of each slot. −1 if only the newest capture is kept.
   */
  readonly stackRegister: number;
  /** All capturing groups in the order of the pattern. Several may share a slot. */
  readonly groups: readonly Group[];
  /** The slots; slot n is at index n − 1. */
  readonly slots: readonly Slot[];
  readonly groupNames: Readonly<Record<string, readonly number[]>>;
  readonly options: Options;
  /** Which of the matches that begin at an offset is found. */
  readonly preference: Dialect["semantics"]["preference"];
  /** Where the search continues after an empty match. */
  readonly afterEmptyMatch: Dialect["semantics"]["afterEmptyMatch"];
  /** The offset that `\G` asserts. */
  readonly searchStart: Dialect["semantics"]["searchStart"];
  /** The verb that `(*SKIP:name)` acts as if the mark is missing. */
  readonly lostMark: Dialect["semantics"]["lostMark"];
  /**
   * The number of registers. They hold offsets or counts; −1 means unset. The order: start and end of each slot, then the
   * offset at which each open group was entered, then the registers of loops and verbs.
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
