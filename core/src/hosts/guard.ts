/** What an engine does against exponential growth besides backtracking. */
import type { Program } from "../program/program.ts";
import type { Node, NodeOf } from "../syntax/tree.ts";

export interface Guard {
  readonly code: "jdk-9" | "perl-cache" | "automaton";
  /** In a clause. */
  readonly clause: string;
  /** In full sentences. */
  readonly says: string;
}

export interface GuardRow {
  readonly guard: Guard;
  /** Name of the engine, where its time is linear in the text whatever a pattern without back-references repeats. */
  readonly linearIn?: string;
  /** Whether it spares the engine a growth that a loop causes, in a pattern without back-references. */
  readonly covers: (loop: NodeOf<"quantifier">, program: Program) => boolean;
}

/** Whether a node repeats more than one item. */
export const repeatsGroup = (node: Node): node is NodeOf<"quantifier"> =>
  node.kind === "quantifier" && node.body.kind !== "character" && node.body.kind !== "any" && node.body.kind !== "set";
