/** What is said of a pattern's hazard and of its drift, in sentences: the same in the strip and on the desk. */
import { HAZARD_MODES, type LinearEngine, visible } from "@lamprey/core";
import type { DriftView, VerdictView } from "../engine/hazard/messages.ts";
import { type Alarm, alarmOf, byRestarts, growthClause, headline, peakClause, safeClause } from "./words.ts";

/** Danger has the one ink that nothing else has; what is calm or undecided has not. */
const ALARM_INKS: Readonly<Record<Alarm, string>> = { none: "text-ink", calm: "text-ink", loud: "text-rust" };

const inkOf = (verdict: VerdictView): string => (verdict.growth === "undecided" ? "text-brass" : ALARM_INKS[alarmOf(verdict)]);

export function VerdictWords({ verdict }: { readonly verdict: VerdictView }) {
  return verdict.engine ? <InLinearEngine verdict={verdict} engine={verdict.engine} /> : <OfBacktracking verdict={verdict} />;
}

/** The engine that the pattern is written for comes first: what the plain machine does is only what is stepped through here. */
function InLinearEngine({ verdict, engine }: { readonly verdict: VerdictView; readonly engine: LinearEngine }) {
  const plain = verdict.growth === "undecided" ? "it is undecided how the steps grow" : `the steps are ${headline(verdict)}`;
  return (
    <>
      <b>linear in {engine.name}</b>{" "}
      <span className="text-ink-2">
        {HAZARD_MODES[verdict.mode].words}. Trying every way, as the machine does that is stepped through here, {plain}.
      </span>
    </>
  );
}

function OfBacktracking({ verdict }: { readonly verdict: VerdictView }) {
  const [worst] = verdict.findings;
  const part = worst && <code className="source">{visible(verdict.source.pattern.slice(worst.start, worst.end), 28)}</code>;
  const calm = worst !== undefined && alarmOf(verdict) === "calm";
  return (
    <>
      <b className={inkOf(verdict)}>{calm ? "square, because the search starts again at every offset," : headline(verdict)}</b>{" "}
      <span className="text-ink-2">{HAZARD_MODES[verdict.mode].words}</span>
      {worst?.guard && ` (${worst.guard.clause})`}
      {worst && calm ? (
        <>
          : quick on everyday texts; {safeClause(worst)}, since attempts run on in {part}.
        </>
      ) : worst && verdict.growth !== "undecided" ? (
        <>
          {byRestarts(worst) ? ": the search’s own restarts, since attempts run on in " : ": "}
          {part}
          {byRestarts(worst) ? "; " : " can take a text in two ways; "}
          {growthClause(worst)}; {safeClause(worst)}.
        </>
      ) : (
        <>
          {verdict.peak && (
            <>
              , but <b className="text-rust">{peakClause(verdict.peak)}</b>
            </>
          )}
          <span className="text-ink-2">. {verdict.because}</span>
        </>
      )}
    </>
  );
}

export function DriftWords({ drift }: { readonly drift: DriftView }) {
  const { relation, onlyLeft, onlyRight, both, because } = drift;
  const gained = onlyRight !== null && (
    <>
      it now also takes <WholeText text={onlyRight} />
    </>
  );
  const lost = onlyLeft !== null && (
    <>
      it no longer takes <WholeText text={onlyLeft} />
    </>
  );
  if (relation === "equal") return <>it takes the same whole texts as before.</>;
  return (
    <>
      {gained}
      {gained && lost && "; "}
      {lost}
      {relation === "disjoint" && both === null && "; nothing that it took is left"}
      {because ? (
        <span className="text-ink-2">
          {gained || lost ? " (there may be more: " : "not known: "}
          {because.toLowerCase().replace(/\.$/, "")}
          {gained || lost ? ")" : ""}
        </span>
      ) : null}
      .
    </>
  );
}

function WholeText({ text }: { readonly text: string }) {
  return text === "" ? <b className="font-semibold">the empty text</b> : <code className="source font-semibold">{visible(text, 40)}</code>;
}

/** A pattern that is held against another, as it is named; an empty one has no letters to show. */
export function PatternBefore({ pattern }: { readonly pattern: string }) {
  return pattern === "" ? <>the empty pattern</> : <code className="source">{visible(pattern, 24)}</code>;
}
