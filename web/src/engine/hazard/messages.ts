/** What the page asks the hazard's worker, and what it hears back: plain data, numbers beyond 2^53 as decimal digits. */
import type { Attack, Finding, HazardMode, ReasonCode, Relation, Repair, Source, Verdict } from "@lamprey/core";

export interface Sample {
  readonly pumps: number;
  readonly length: number;
  readonly steps: string;
  /** Code units that back-references compared, where they count beside the steps. */
  readonly compared?: string;
}

export interface FindingView extends Omit<Finding, "samples"> {
  readonly samples: readonly Sample[];
  /** The longest text of this shape that stays under a second; null where there is no longest. */
  readonly safe: { readonly pumps: number; readonly length: number; readonly atLeast: boolean } | null;
}

export interface PeakView {
  readonly text: string;
  readonly steps: string;
}

export interface VerdictView extends Omit<Verdict, "findings" | "reason" | "peak"> {
  readonly generation: number;
  readonly mode: HazardMode;
  readonly source: Source;
  readonly findings: readonly FindingView[];
  readonly reason: ReasonCode;
  /** The reason as a sentence. */
  readonly because: string;
  readonly peak: PeakView | null;
}

export interface DriftView extends Relation {
  readonly generation: number;
  /** What the pattern is compared with: as it was written then. */
  readonly before: Source;
  /** What kept it from being known exactly, as a sentence; null where nothing did. */
  readonly because: string | null;
}

export interface RepairsView {
  readonly generation: number;
  readonly repairs: readonly Repair[];
}

/** One form of the pattern under the attack. */
export interface Form {
  readonly name: string;
  /** Null where it does not read. */
  readonly points: readonly Sample[] | null;
}

export interface OutlookAsked {
  readonly generation: number;
  readonly attack: Attack;
  readonly pumps: readonly number[];
  /** Patterns beside the pattern's own and its modes. */
  readonly others: readonly { readonly name: string; readonly pattern: string }[];
  /** Whether what back-references compare is counted; where it is left out, as it was for the attack's finding. */
  readonly compared?: boolean;
}

export interface Outlook {
  readonly generation: number;
  /** The first is the pattern as it is written. */
  readonly forms: readonly Form[];
  /** The steps are counted of the pattern with its calls written out: what it takes to enter and to leave groups is not among them. */
  readonly callsWrittenOut: boolean;
  /** Runs of the machine that was stepped: the points that it could be run at. */
  readonly measured: readonly Sample[];
}
