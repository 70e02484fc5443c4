/** What the risk list hears from its worker. */
import type { Attack, GrowthKind, LinearEngine, ReasonCode, Span } from "@lamprey/core";
import type { FoundPattern } from "@lamprey/sources";
import type { PeakView } from "../hazard/messages.ts";

export interface RiskRow {
  /** Its place in the list, from 0. */
  readonly number: number;
  readonly file: string;
  readonly found: FoundPattern;
  /** Null where the pattern does not read. */
  readonly growth: GrowthKind | null;
  readonly degree: number | null;
  /** Whether more could not be ruled out. */
  readonly atLeast: boolean;
  readonly reason: ReasonCode | null;
  readonly mistake: string | null;
  /** A short text that is dear, where no growth was found. */
  readonly peak: PeakView | null;
  /** The dialect's own engine, where its time is linear. */
  readonly engine: LinearEngine | null;
  readonly worst: (Span & { readonly attack: Attack; readonly restarts: boolean }) | null;
}

export interface Judged {
  readonly patterns: number;
  readonly files: number;
  /** Places where a pattern is put together when the program runs. */
  readonly passed: number;
  /** Patterns beyond the most that a list has. */
  readonly beyond: number;
}
