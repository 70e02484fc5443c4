/**
 * A program: what the machines run.
 *
 * Instructions are four 32-bit numbers each, `[operation, a, b, c]`, in one flat array; `pc` counts instructions.
 * Every instruction points back to the node of the syntax tree that it acts for.
 */
import type { CharSet } from "../charset/charset.ts";
import type { FoldingRule } from "../charset/folding.ts";
import type { Dialect, Options } from "../dialect/dialect.ts";
import type { Reading, Source } from "../syntax/read.ts";
import type { AssertionKind, Group, Node, NodeOf } from "../syntax/tree.ts";

/** The operations. `Back` ones read the text from right to left, inside a lookbehind; `Point` ones read code points. */
export const Op = {
  /** a: the code unit to find. */
  Unit: 0,
  UnitBack: 1,
  /** a: number of the set. */
  Set: 2,
  SetBack: 3,
  SetPoint: 4,
  SetPointBack: 5,
  /** a: index in ASSERTIONS. b: number of the set that it goes by. */
  Assert: 6,
  /** a: number of the reference. b: 1 where the text is read backwards. */
  Reference: 7,
  /** A choice between alternatives: goes on; saves `a`, where the next alternative begins. */
  Branch: 8,
  /** a: where to go on. */
  Jump: 9,
  /** a: group. */
  Open: 10,
  /** a: group. b: 1 where the text is read backwards. */
  Close: 11,
  /** a: loop; sets its count to nought. */
  LoopEnter: 12,
  /** a: loop. b: where to go on after it. c: 1 where the next instruction is LoopBegin. One more iteration, or on? */
  LoopTry: 13,
  /** a: loop. An iteration begins: captures are cleared, the offset is noted. */
  LoopBegin: 14,
  /** a: loop. b: its LoopTry. An iteration ends. */
  LoopNext: 15,
  /** a: enclosure. */
  Enter: 16,
  /** a: enclosure. */
  Leave: 17,
  Match: 18,
  /** a: characters to go back, at the start of a lookbehind of one width. */
  StepBack: 19,
  /** a: group. b: where to go on if it has not taken part. */
  Condition: 20,
} as const;

export const INSTRUCTION_WIDTH = 4;

export const ASSERTIONS: readonly AssertionKind[] = [
  "text-start",
  "text-end",
  "last-line-end",
  "line-start",
  "line-end",
  "word-edge",
  "not-word-edge",
  "not-word-edge-in-text",
];

/** The most iterations of a quantifier without a bound: as a small integer, since the machine compares it at every turn. */
export const UNBOUNDED = 0x3fffffff;

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
  /** Groups inside, `clearFrom` up to but not `clearTo`, that an iteration clears; equal where there is none. */
  readonly clearFrom: number;
  readonly clearTo: number;
}

/** A part of a pattern that is settled when it is through: its saved states are thrown away. */
export interface Enclosure {
  readonly kind: "look" | "atomic" | "possessive";
  readonly node: Node;
  /** Only a lookaround can be. */
  readonly negated: boolean;
  /** Where to go on when it is through. */
  readonly next: number;
}

export interface Reference {
  readonly groups: readonly number[];
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
  readonly groups: readonly Group[];
  readonly groupNames: Readonly<Record<string, readonly number[]>>;
  readonly options: Options;
  /** What the search does after an empty match. */
  readonly afterEmptyMatch: Dialect["semantics"]["afterEmptyMatch"];
  /**
   * Registers hold offsets or counts, −1 for "not set": `[start, end]` of groups 1…n, then the opening offset of
   * groups 1…n while they are open, then what the loops need.
   */
  readonly registerCount: number;
  readonly root: Node;
  readonly source: Source;
  readonly reading: Reading;
}

/** Index of the register that holds where group n starts; its end is in the next one. */
export const captureRegister = (group: number): number => 2 * (group - 1);
/** Index of the register that holds where an open group n was entered. */
export const openRegister = (group: number, groupCount: number): number => 2 * groupCount + group - 1;
