/** The shape of a host's table of calls. */
import type { OffsetUnit } from "../host/units.ts";
import type { Program } from "../program/program.ts";
import type { Asked } from "./asked.ts";
import type { Value } from "./value.ts";

/** What a call answers: a value, or what the host throws. */
export type Outcome = { readonly value: Value } | { readonly error: string };

export interface CallsContext {
  readonly asked: Asked;
  readonly program: Program;
  readonly text: string;
  /** Items of a list that are made; the rest is counted. */
  readonly most: number;
}

interface CallRow {
  /** As the contract names it. */
  readonly name: string;
  /** As the host's users write it, of a pattern `re` and a text `text`. */
  readonly written: string;
  /** Whether it can be asked of a pattern with these flags; where it cannot, the host throws or never ends. */
  readonly fits?: (flags: string) => boolean;
  readonly run: (context: CallsContext) => Generator<number, Outcome>;
  /** What would surprise, of this pattern and this answer; undefined where nothing would. */
  readonly remark?: (context: CallsContext, outcome: Outcome) => string | undefined;
}

export interface HostCalls {
  readonly host: string;
  readonly unit: OffsetUnit;
  /** What stands for a group that did not take part, as a sentence. */
  readonly unset: string;
  readonly rows: readonly CallRow[];
}
