/** What every part of the bench may ask of the run: winding, matches, and what takes a question to the worker. */
import type {
  Attempt,
  DialectName,
  Examples,
  Filter,
  HunkView,
  LedgerForm,
  LineTally,
  MatchMode,
  Order,
  Profile,
  Sought,
  Source,
  StringsFound,
  Traffic,
  Values,
  WhyNot,
} from "@lamprey/core";
import type {
  CarriedView,
  ChartLayout,
  DialectView,
  RewriteFileAnswer,
  RewriteFileAsked,
  SavedStateView,
  TurnsAnswer,
  VariantView,
  Winding,
} from "../engine/messages.ts";
import { controlsOf } from "../shared/controls.ts";

export interface EngineControls {
  /** Winds the reel to a step; null leaves the reel and shows the result. */
  readonly wind: (step: number | null) => void;
  /** The step that the reel is wound to, or is being wound to. */
  readonly position: () => number;
  /** Winds by one step, or to the next event of a kind. */
  readonly windBy: (steps: number) => void;
  readonly windTo: (sought: readonly Sought[], backwards: boolean, missed?: string) => void;
  /** Winds to the first step of the whole reel at which something happens. */
  readonly windToFirst: (sought: Sought) => void;
  readonly windToStop: (backwards: boolean) => void;
  /** Winds to the next change of the group that is followed, or of any. */
  readonly windToCapture: (backwards: boolean) => void;
  /** Winds to the next visit of the sample's caret. */
  readonly windToSampleCaret: (backwards: boolean) => void;
  /** Winds to the next time that the part of the pattern at its caret acts. */
  readonly windToPatternCaret: (backwards: boolean) => void;
  /** Adds a stop where the caret of the pattern or of the sample stands. */
  readonly stopAtCaret: (where: "pattern" | "sample") => void;
  /** The nearest stop after a step; null where there is none. */
  readonly nextStop: (from: number) => Promise<number | null>;
  /** Chooses a match, and winds to where it was found or to where its attempt began. */
  readonly chooseMatch: (match: number, where?: "found" | "began") => void;
  /** Chooses the match so many further on; the nearest end where there is none. */
  readonly chooseNext: (by: number) => void;
  readonly profile: (from: number, to: number, columns: number) => Promise<Profile | null>;
  readonly turns: (start: number) => Promise<TurnsAnswer | null>;
  readonly attempts: (first: number, count: number) => Promise<readonly Attempt[]>;
  /** Some lines of the rewriting on show; the whole of it as a text, null where it cannot be made. */
  readonly rewriteRows: (from: number, count: number) => Promise<readonly HunkView[]>;
  readonly rewritten: (generation: number) => Promise<Blob | null>;
  /** Rewrites a file; null where there is no worker. `told` hears how far it is, from 0 to 1; it can be left. */
  readonly rewriteFile: (asked: RewriteFileAsked, told: (share: number) => void) => Promise<RewriteFileAnswer | null>;
  /** Of the run with the generation: a line of the list of texts that asks for just what it finds there; null where it cannot. */
  readonly asFound: (generation: number, line: string) => Promise<string | null>;
  /** Of the run with the generation: why a text does not match it, and texts that it takes. */
  readonly whyNot: (generation: number, text: string, mode: MatchMode) => Promise<WhyNot | null>;
  /** Of the run with the generation: what another dialect makes of its pattern. */
  readonly asDialect: (generation: number, to: DialectName) => Promise<DialectView | null>;
  /** A pattern written for another dialect; null where it has a mistake, or another one has been asked for since. */
  readonly carried: (from: Source, to: DialectName) => Promise<CarriedView | null>;
  readonly examples: (generation: number, seed: number) => Promise<Examples | null>;
  readonly leaveFile: () => void;
  readonly savedStates: (step: number, count: number) => Promise<readonly SavedStateView[]>;
  /** The program as a graph with places: of the run with the generation, and how often its edges were taken. */
  readonly chart: (generation: number) => Promise<{ readonly layout: ChartLayout | null } | null>;
  readonly traffic: (generation: number) => Promise<Traffic | null>;
  readonly variantProfile: (generation: number, variant: number, from: number, to: number, columns: number) => Promise<Profile | null>;
  readonly variantView: (generation: number, variant: number, winding: Winding) => Promise<VariantView | null>;
  /** Of the result with the generation: the matches that a filter lets through, the values of a group, the whole as a file. */
  readonly select: (generation: number, filter: Filter) => Promise<Int32Array | null>;
  /** Its matches in the order of a column; of those in `only`, where it is not null. */
  readonly order: (generation: number, order: Order, only: Int32Array | null) => Promise<Int32Array | null>;
  /** Of the result with the generation: lines of the sample that no match touches. */
  readonly lineTally: (generation: number) => Promise<LineTally | null>;
  readonly lineWithout: (generation: number, offset: number, by: 1 | -1) => Promise<number | null>;
  /** Of a list of strings: those that were never found; null where the pattern is none. */
  readonly stringsFound: (generation: number) => Promise<StringsFound | null>;
  readonly values: (generation: number, group: number) => Promise<Values | null>;
  /** `only`: the matches that the filter let through; null for all. */
  readonly save: (generation: number, form: LedgerForm, harmless: boolean, only: Int32Array | null) => Promise<Blob | null>;
}

export const [EngineProvider, useEngineControls] = controlsOf<EngineControls>("engine", "bench");
