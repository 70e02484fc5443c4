/** The core: everything that Lamprey knows about regular expressions, without a screen. */

export { across, type PairDifference } from "./across/across.ts";
export { differ, differOn, type MatchNumbers, type Witness } from "./across/differ.ts";
export { type CallAnswer, type CallsAnswer, type CallsOptions, callsSlices } from "./calls/calls.ts";
export { type WrittenPiece, written } from "./calls/notation.ts";
export { type Json, jsonOf, type Value as HostValue } from "./calls/value.ts";
export { type Carried, carry, type Lost } from "./carry/carry.ts";
export { type CharSet, contains, countOf } from "./charset/charset.ts";
export { type Held, type HeldRange, heldBy } from "./charset/holds.ts";
export { lacksTables, tablesFor, tablesHere } from "./charset/tables.ts";
export { type ChartEdge, type ChartNode, type Graph, graphOf, MOST_CHART_NODES } from "./chart/graph.ts";
export { chartNodeAt, type Traffic, trafficOf } from "./chart/traffic.ts";
export { type Apart, apart } from "./contrast/apart.ts";
export { type CapturesApart, capturesApart } from "./contrast/captures.ts";
export {
  contrastSentences,
  type Difference,
  difference,
  failureSentence,
  type GivenBack,
  givenBack,
  givingSentence,
  partingSentence,
  type Weighed,
  weigh,
} from "./contrast/compare.ts";
export { type CurvePoint, curveOf } from "./contrast/curve.ts";
export { type Edit, modeEdits, quantifiers, withMode } from "./contrast/variants.ts";
export type { Diagnostic } from "./diagnostic/diagnostic.ts";
export type { AssertionKind } from "./dialect/assertions.ts";
export { DIALECT_NAMES, type Dialect, type DialectName, type Flag } from "./dialect/dialect.ts";
export { dialectOf, READ_DIALECTS } from "./dialect/index.ts";
export { type Examples, type ExamplesOptions, examples } from "./examples/examples.ts";
export { type Expectation, type ExpectationLine, type ExpectedMatch, readExpectations, writeExpectation } from "./expectations/expectation.ts";
export { asFound, type Judged, type JudgeOptions, judgeSlices } from "./expectations/judge.ts";
export { Forecast, type ForecastOptions, forecast } from "./forecast/forecast.ts";
export { closingDelimiter, DELIMITER_PAIRS, PLAIN_DELIMITERS, perlFlagsOf, perlVariableIn, phpFlagsOf, phpOpening } from "./handoff/delimiters.ts";
export { DOTNET_FLAGS } from "./handoff/dotnet.ts";
export type { Form, Refusal as FormRefusal } from "./handoff/form.ts";
export { JAVA_FLAGS, JAVA_FLAGS_INSIDE } from "./handoff/java.ts";
export { PYTHON_FLAGS } from "./handoff/python.ts";
export {
  type Attack,
  type Confirmation,
  type Sample,
  sampleOf,
  stepsOn,
  textOf,
  workOf,
} from "./hazard/confirm.ts";
export { type GrowthKind, growthCode, growthWords, REPAIRS_PATIENCE_MS, rankInUse, rankOf, VERDICT_PATIENCE_MS } from "./hazard/growth.ts";
export type { LinearEngine } from "./hazard/guards.ts";
export { type HangTold, HangWatch } from "./hazard/hanging.ts";
export {
  assess,
  assessNow,
  type Finding,
  type PumpReading,
  REASONS,
  type ReadingStep,
  type ReasonCode,
  type Verdict,
} from "./hazard/hazard.ts";
export { HAZARD_MODES, type HazardMode, hazardModeOf } from "./hazard/modes.ts";
export { comparesIn, longestWithin, stepsAt } from "./hazard/outlook.ts";
export type { Peak } from "./hazard/peak.ts";
export { findRepairs, keepsMeaning, type Repair } from "./hazard/repairs/repairs.ts";
export { SHAPES, type ShapeName } from "./hazard/repairs/shapes.ts";
export { STEPS_A_SECOND, timeWords } from "./hazard/time.ts";
export { locateTrouble, type Trouble } from "./hazard/trouble.ts";
export {
  CSHARP_STRING,
  JAVA_STRING,
  JAVASCRIPT_STRING,
  PHP_DOUBLE,
  PHP_SINGLE,
  PYTHON_BYTES,
  PYTHON_STRING,
  RAW_STRING,
  readAsWritten,
  readBlock,
  readDoubled,
  readEscapes,
  readRawBlock,
  type StringRules,
  type StringValue,
  singleQuoted,
} from "./host/strings.ts";
export { inUnit, type OffsetUnit, unitWords } from "./host/units.ts";
export { type HandIn, handin, LONGEST_SOURCE } from "./hosts/handin.ts";
export { formsOf, programAround } from "./hosts/handoff.ts";
export type { Host } from "./hosts/host.ts";
export { hostFor, hostOf } from "./hosts/index.ts";
export { lineReplacer, templateFault } from "./hosts/replacing.ts";
export { type LineTally, lineWithout, tallyLines } from "./ledger/lines.ts";
export { type Order, orderOf } from "./ledger/order.ts";
export { LEDGER_FORMS, type LedgerForm, saveLedger } from "./ledger/save.ts";
export { type Filter, select, type Value, type Values, valuesOf } from "./ledger/select.ts";
export { type StringsFound, stringsFound } from "./ledger/strings.ts";
export { type Choice, chooseMachine } from "./linear/choose.ts";
export { CUTS, type Cut, type FindOptions, type Found, findSlices, isGivenUp, linearSlice } from "./linear/find.ts";
export { LinearMachine, type LinearOptions } from "./linear/linear.ts";
export { planOf, REFUSALS, type Refusal } from "./linear/plan.ts";
export { append, leastOf, mostOf } from "./lists.ts";
export { BacktrackingMachine } from "./machine/backtracking.ts";
export { capturesOf, type MatchPlace } from "./machine/captured.ts";
export { EVENT_KINDS, type EventKind } from "./machine/events.ts";
export type { SteppedMachine } from "./machine/machine.ts";
export { MatchTable } from "./machine/matches.ts";
export { runToEnd, steppedMachine } from "./machine/stepped.ts";
export { type LinePart, linesProgram, oneLineProgram } from "./program/by-lines.ts";
export { compile, compileSource } from "./program/compile.ts";
export type { Way } from "./program/flow.ts";
export type { Program } from "./program/program.ts";
export { type Attempt, attempts } from "./reel/attempts.ts";
export { find, findAny, type Sought } from "./reel/find.ts";
export { type Holder, type Holders, holders } from "./reel/holders.ts";
export type { OpenCall } from "./reel/live-path.ts";
export { narrate, type Phrase, plain } from "./reel/narrate.ts";
export { Mark, type Profile, profile } from "./reel/profile.ts";
export * from "./reel/reel.ts";
export type { Fate, SavedState, SavedWay } from "./reel/saved-states.ts";
export type { ReelEvent } from "./reel/tape.ts";
export { type PartWork, type WorkDone, workDone } from "./reel/work.ts";
export { acceptsText, OBSTACLES, type Obstacle, type Relation, type RelationKind, relate } from "./relate/relate.ts";
export { type Sameness, sameMatches } from "./relate/same-matches.ts";
export { type HunkPiece, Hunks, type HunkView, hunksOf, hunkView } from "./rewrite/hunks.ts";
export type { Remark } from "./rewrite/remarks.ts";
export {
  MOST_REWRITTEN,
  type Piece,
  piecesOf,
  type Rewritten,
  replaced,
  replacementOf,
  rewriteSlices,
  type Scope,
  type Size,
  sizeOf,
} from "./rewrite/rewrite.ts";
export type { Template, TemplatePart } from "./rewrite/template.ts";
export { rewriteWhole, type WholeRewrite } from "./rewrite/whole.ts";
export type { MatchMode } from "./search/policy.ts";
export { type Shorter, shorterWays } from "./shorter/shorter.ts";
export { WAYS, type WayName } from "./shorter/ways.ts";
export { type Encoding, MARK_LENGTH, markOf, StreamSource, withEncoding } from "./sift/encoded.ts";
export { type FileOutcome, FileSearch, type Line, type LineWatch, type SearchAsked } from "./sift/file-search.ts";
export { type BytesAre, type FoundLines, LineSearch } from "./sift/line-search.ts";
export { FilePatch, PATCH_CONTEXT, utf8Text } from "./sift/patch.ts";
export { CSV_HEADS, foundRecord, mostFrequentFirst, type RecordForm } from "./sift/records.ts";
export { OF_MATCHES, type Shown, type ShownKind, slotNamed } from "./sift/shown.ts";
export { type InLine, type Sifted, type SiftOptions, siftSlices } from "./sift/sift.ts";
export { type ByteSource, type Room, STRETCH, type Stretch, stretchesOf } from "./sift/stretches.ts";
export { groupValues } from "./sift/values.ts";
export { deadline, drained, NEVER, type Stop } from "./slices.ts";
export { asideLine, partSlips, withAside } from "./slips/aside.ts";
export { SLIP_RULES, type SlipCode } from "./slips/messages.ts";
export { type Proved, type Slip, slipsOf } from "./slips/slips.ts";
export { type CarriedFlags, carryFlags, type FlagChange, type LeftFlags, translateFlags } from "./syntax/dialects/carried-flags.ts";
export { type ForeignSpelling, foreignSpellings } from "./syntax/dialects/foreign.ts";
export { type MeaningChange, meaningChanges } from "./syntax/dialects/meaning.ts";
export { flagsIn } from "./syntax/flags.ts";
export { type Reading, read, type Source } from "./syntax/read.ts";
export * from "./syntax/tree.ts";
export { Reckoning } from "./syntax/width/bounded.ts";
export { widthsOf } from "./syntax/width/width.ts";
export { type Construct, constructsAt, escapeConstructs, groupConstructs } from "./syntax/words/constructs.ts";
export { type ItemWords, itemAt, setWords, type Taken, takenOf } from "./syntax/words/item.ts";
export { MODE_WORDS } from "./syntax/words/words.ts";
export { isAsciiLetter, isBlank, isWordCharacter, withoutEscapesOf } from "./text/characters.ts";
export { csvField, harmless } from "./text/csv.ts";
export { type Mapped, type MappedPiece, MappedText, slicedMap, valueAt, withLineFeeds, writtenSpan } from "./text/mapped.ts";
export type { Span } from "./text/span.ts";
export { countWords, grouped, lineColumn, lineStarts, placeOf, visible } from "./text/visible.ts";
export type { PatternChange } from "./whynot/changes.ts";
export { type Nearest, type NearText, nearest, type TextChange } from "./whynot/nearest.ts";
export { furthest, type Reach } from "./whynot/reach.ts";
export { type WhyNot, whyNot } from "./whynot/whynot.ts";
