/** What the page asks its worker, and what it hears back. Everything here is plain data that can be cloned. */
import type {
  Apart,
  ChartEdge,
  ChartNode,
  Choice,
  CurvePoint,
  Cut,
  Diagnostic,
  DialectName,
  Edit,
  EventKind,
  Fate,
  MatchMode,
  Phrase,
  QuantifierMode,
  Remark,
  SavedWay,
  Source,
  Span,
  TemplatePart,
  Trouble,
  WrittenPiece,
} from "@lamprey/core";

export interface GroupMark extends Span {
  /** Where what it holds is kept, counted from 1; several groups may share it. */
  readonly slot: number;
  readonly number: number;
  readonly name: string | null;
  readonly depth: number;
}

export interface QuantifierMark extends Span {
  readonly operator: Span;
  readonly mode: QuantifierMode;
}

/** Matches as `MatchTable` keeps them. */
export interface MatchRows {
  readonly groupCount: number;
  readonly rows: Int32Array<ArrayBuffer>;
}

export interface Asked extends Source {
  /** Goes up with every request; an answer to an older one is of no use any more. */
  readonly generation: number;
  /** How the text is asked; null goes by the flags: every match, or the first. */
  readonly asking: MatchMode | null;
}

/** What a pattern reads as, whether or not it can be run. */
export interface PatternReading {
  readonly diagnostics: readonly Diagnostic[];
  readonly groups: readonly GroupMark[];
  readonly quantifiers: readonly QuantifierMark[];
}

export interface RunResult {
  readonly generation: number;
  readonly source: Source;
  readonly reading: PatternReading;
  readonly matches: MatchRows;
  readonly mode: MatchMode;
  /** What found the matches, and why that. */
  readonly choice: Choice;
  readonly elapsedMs: number;
  /** Why not all matches are known; null where they are. */
  readonly cut: Cut | null;
}

/** What a plain backtracker does for the same answer. */
export interface WorkResult {
  readonly generation: number;
  /** Decimal digits: it can be hundreds of them. */
  readonly steps: string;
  /** False where the count stopped before the run's end. */
  readonly exact: boolean;
  /** Set where the steps were counted without being taken: the figures below are of the run as far as it was taken. */
  readonly foreseen: boolean;
  readonly taken: number;
  readonly backtracks: number;
  readonly attempts: number;
  readonly deepest: number;
  /** Where it spent its steps; only where it takes too many of them to be run. */
  readonly trouble: Trouble | null;
}

export type RunAnswer =
  | { readonly kind: "superseded" }
  | ({ readonly kind: "refused" } & { readonly reading: PatternReading; readonly generation: number })
  | ({ readonly kind: "ran" } & RunResult);

export interface ReelInfo {
  readonly generation: number;
  readonly length: number;
  /** The step at which the first match was found; where there is none, the last. */
  readonly rest: number;
  readonly complete: boolean;
  /** Attempts begun and matches found within it. */
  readonly attempts: number;
  readonly matches: number;
  readonly backtracks: number;
  readonly deepest: number;
  readonly bytes: number;
}

export interface SavedStateView {
  readonly step: number;
  readonly at: number;
  readonly part: Span;
  readonly way: SavedWay;
  /** What became of it. */
  readonly fate: Fate;
}

/** Everything the screen shows of one step. */
export interface StepView {
  readonly step: number;
  readonly kind: EventKind;
  readonly part: Span;
  readonly at: number;
  readonly to: number;
  readonly attempt: number;
  /** Step at which this attempt began. */
  readonly attemptStep: number;
  /** Its number among the attempts, from 0. */
  readonly attemptIndex: number;
  readonly reach: number;
  readonly saved: number;
  readonly cause: number | null;
  readonly savedAt: number | null;
  readonly captures: readonly (Span | null)[];
  /** Groups whose capture this step changed. */
  readonly changed: readonly number[];
  readonly opened: readonly (number | null)[];
  readonly sentence: readonly Phrase[];
  /** The node of the program's graph that acts; null where the graph was not asked for. */
  readonly chartNode: number | null;
  /** The newest ones. */
  readonly savedStates: readonly SavedStateView[];
  /** Calls under way, the innermost first, as many as are shown. */
  readonly calls: readonly OpenCallView[];
  /** How many there are; null where the path to the step is too long to be gone back. */
  readonly callCount: number | null;
}

/** A call under way: the step at which it was entered, what calls, and the offset there. */
interface OpenCallView {
  readonly step: number;
  readonly part: Span;
  readonly at: number;
}

export interface TurnsAnswer {
  /** For each slot, the turns that its groups took in the match, oldest first, or all that they captured where their host shows that; empty where it took at most one. */
  readonly turns: readonly (readonly Span[])[];
  /** False where the match takes more steps than are recorded for this. */
  readonly complete: boolean;
}

/** The graph of a program with places, in pixels; `x` and `y` are middles, for edges that of what stands beside them. */
export interface ChartLayout {
  readonly width: number;
  readonly height: number;
  readonly nodes: readonly (ChartNode & { readonly x: number; readonly y: number; readonly width: number; readonly height: number })[];
  readonly edges: readonly (ChartEdge & { readonly points: readonly { readonly x: number; readonly y: number }[]; readonly x: number; readonly y: number })[];
}

/** What a column of a contrast runs. */
export type Column = { readonly name: string } & (
  | { readonly kind: "written" }
  /** The chosen quantifiers in a mode. */
  | { readonly kind: "mode"; readonly mode: QuantifierMode }
  /** Another pattern; with the flags of this one where it has none of its own. */
  | { readonly kind: "pattern"; readonly pattern: string; readonly flags: string | null }
);

export interface ContrastAsked {
  readonly generation: number;
  readonly source: Source;
  readonly asking: MatchMode | null;
  /** Where the signs of the chosen quantifiers begin. */
  readonly operators: readonly number[];
  readonly columns: readonly Column[];
}

export interface VariantFigures {
  readonly column: Column;
  /** It is the pattern as it is written now. */
  readonly own: boolean;
  /** The edits, last first, that make the pattern this; null where there is nothing to take, or it cannot be written. */
  readonly take: readonly Edit[] | null;
  /** Why it does not run; null where it does. */
  readonly mistake: string | null;
  readonly matches: MatchRows;
  readonly totalLength: number;
  readonly longest: number;
  /** Decimal digits. */
  readonly steps: string;
  readonly firstSteps: number | null;
  readonly backtracks: number;
  readonly deepest: number;
  readonly complete: boolean;
  /** Matches with the same span as in the first column that hold other captures. */
  readonly otherCaptures: number;
}

/** Stretches in which variants part ways that are listed: enough to see of what kind they are. */
export const MOST_APART = 40;

export interface ContrastResult {
  readonly generation: number;
  readonly quantifiers: readonly QuantifierMark[];
  readonly variants: readonly VariantFigures[];
  readonly sentences: readonly string[];
  /** The first stretches in which the variants that run part ways; each has an entry for each of them. */
  readonly apart: readonly Apart[];
}

/** What takes longer than a keystroke may. One entry for each variant that runs. */
export interface ContrastFurther {
  readonly generation: number;
  readonly names: readonly string[];
  readonly curves: readonly (readonly CurvePoint[])[];
  readonly sentences: readonly string[];
  readonly reels: readonly { readonly length: number; readonly complete: boolean; readonly matches: number; readonly backtracks: number }[];
}

/** How variants are wound together: to a step, to the first visit of an offset, or to a match (from 0). */
export interface Winding {
  readonly by: "step" | "offset" | "match";
  readonly value: number;
}

export interface VariantView {
  readonly step: number;
  /** What all are wound to is not in this one's reel: it stands at its end. */
  readonly missing: boolean;
  readonly to: number;
  readonly attempt: number;
  readonly saved: number;
  readonly sentence: readonly Phrase[];
}

export interface RewriteAsked {
  /** Of the run whose matches are rewritten. */
  readonly generation: number;
  readonly template: string;
  /** Numbers of the matches, from 0, that are left alone. */
  readonly but: readonly number[];
}

export interface RewriteAnswer {
  readonly generation: number;
  /** The template, and how it reads, good or not. */
  readonly source: string;
  readonly parts: readonly TemplatePart[];
  readonly diagnostics: readonly Diagnostic[];
  readonly remarks: readonly Remark[];
  /** Of the last template that read; null where none has. */
  readonly made: {
    readonly replacements: number;
    /** Code units before and after. */
    readonly before: number;
    readonly after: number;
    /** Stretches of lines that hold a match: `rewriteRows` gives them. */
    readonly rows: number;
    readonly tooLarge: boolean;
  } | null;
}

export interface RewriteFileAsked extends Source {
  readonly file: Blob;
  readonly template: string;
  readonly first: boolean;
}

export type RewriteFileAnswer =
  | { readonly ok: true; readonly blob: Blob; readonly replacements: number }
  /** Why there is none, in a sentence; empty where it was left. */
  | { readonly ok: false; readonly why: string };

/** What came of one expectation. */
export interface JudgedLine {
  /** Its line in the list, from 0. */
  readonly line: number;
  readonly passed: boolean;
  /** Matches found, and where the first lies; null where there is none. */
  readonly count: number;
  readonly first: Span | null;
  /** The run was cut short. */
  readonly cut: boolean;
}

export interface ListJudged {
  readonly generation: number;
  readonly list: string;
  readonly lines: readonly JudgedLine[];
}

/** A call as it is shown. */
export interface CallView {
  readonly name: string;
  readonly written: string;
  readonly remark: string | null;
  /** Whether the host takes it so; else what it says. */
  readonly error: string | null;
  readonly pieces: readonly WrittenPiece[];
}

export interface CallsView {
  readonly calls: readonly CallView[];
  readonly cut: RunResult["cut"];
}

/** A short text on which two readings differ, with what each finds in it. */
export interface WitnessView {
  readonly text: string;
  readonly ours: readonly string[];
  readonly theirs: readonly string[];
}

type SameView = true | false | "undecided";

/** What another dialect makes of the pattern, and the pattern carried to it. */
export interface DialectView {
  readonly dialect: DialectName;
  /** The flags that the unchanged pattern has there. */
  readonly flags: string;
  /** Why it does not read there; null where it does. */
  readonly error: string | null;
  /** On the sample: whether both find the same, and how many matches each finds where not. Null where that took too long. */
  readonly sample: { readonly same: boolean; readonly ours: number; readonly theirs: number } | null;
  /** On all texts; null where it does not read there. */
  readonly anywhere: { readonly same: SameView; readonly witness: WitnessView | null; readonly searched: number | null } | null;
  readonly meanings: readonly { readonly part: string; readonly message: string }[];
  readonly carried: CarriedView;
}

/** A pattern written for another dialect; a null pattern where it cannot be. */
export interface CarriedView {
  readonly pattern: string | null;
  readonly flags: string;
  readonly same: SameView;
  readonly witness: WitnessView | null;
  readonly lost: readonly string[];
}
