/** The strip under the pattern: how bad it can get, and what the last edit did to the texts that it takes. */
import { countWords, HAZARD_MODES, OBSTACLES, type Relation, visible } from "@lamprey/core";
import { skipToken } from "@reduxjs/toolkit/query";
import type { ReactNode } from "react";
import { specimensApi } from "../api/specimens.ts";
import { useEngineControls } from "../run/controls.ts";
import { clock, number, span } from "../shared/words.ts";
import { type Stage, stageChosen } from "../state/benchSlice.ts";
import { driftFromChosen } from "../state/hazardSlice.ts";
import { useAppDispatch, useAppSelector } from "../state/store.ts";
import { growthClause, headline, peakClause, reasonSentence, safeClause } from "./words.ts";

export function HazardStrip() {
  return (
    <section className="shrink-0 border-b border-rule bg-sheet px-4 py-[3px]" aria-label="Hazard">
      <VerdictLine />
      <FaultLine />
      <CutLine />
      <DriftLine />
    </section>
  );
}

function Line({ name, children }: { readonly name: string; readonly children: ReactNode }) {
  return (
    <div className="flex h-[23px] min-w-0 items-center gap-3">
      <h2 className="part-name w-[92px] shrink-0 text-[15px] text-ink-2">{name}</h2>
      {children}
    </div>
  );
}

function VerdictLine() {
  const dispatch = useAppDispatch();
  const verdict = useAppSelector((s) => s.hazard.verdict);
  const fault = useAppSelector((s) => s.hazard.fault);
  const behind = useAppSelector((s) => s.hazard.fault === null && s.hazard.verdict?.generation !== s.hazard.asked);
  const broken = useAppSelector((s) => (s.bench.reading?.diagnostics.length ?? 0) > 0);
  const stage = useAppSelector((s) => s.bench.stage);
  const [worst] = verdict?.findings ?? [];
  const shown: Stage = stage === "hazard" ? "sample" : "hazard";
  return (
    <Line name="Hazard">
      <p className="min-w-0 flex-1 truncate" role="status" aria-busy={behind} data-part="verdict">
        {verdict ? (
          <>
            <b className={verdict.growth === "linear" ? "text-ink" : verdict.growth === "undecided" ? "text-brass" : "text-rust"}>{headline(verdict)}</b>{" "}
            <span className="text-ink-2">{HAZARD_MODES[verdict.mode].words}</span>
            {worst && verdict.growth !== "undecided" ? (
              <>
                {worst.restarts && worst.degree === 2 ? ": the search’s own restarts, since attempts run on in " : ": "}
                <code className="source">{visible(verdict.source.pattern.slice(worst.start, worst.end), 28)}</code>
                {worst.restarts && worst.degree === 2 ? "; " : " can take a text in two ways; "}
                {growthClause(worst)}; {safeClause(worst)}.
              </>
            ) : (
              <>
                {verdict.peak && (
                  <>
                    , but <b className="text-rust">{peakClause(verdict.peak)}</b>
                  </>
                )}
                <span className="text-ink-2">. {reasonSentence(verdict)}</span>
              </>
            )}
          </>
        ) : (
          <span className="text-ink-2">{broken ? "A pattern that does not read is not judged." : fault ? notJudged(fault) : "being looked at …"}</span>
        )}
      </p>
      {(worst || verdict?.peak || stage === "hazard") && (
        <button type="button" className="shrink-0 underline decoration-dotted underline-offset-4 hover:text-tide" onClick={() => dispatch(stageChosen(shown))}>
          {stage === "hazard" ? "back to the sample" : worst ? "proof and repairs" : "the text"}
        </button>
      )}
    </Line>
  );
}

const notJudged = (fault: string): string => `The hazard could not be judged: ${fault}. Another pattern can be.`;

/** Where the worker failed: what is shown is of before, and the bench goes on. */
function FaultLine() {
  const fault = useAppSelector((s) => s.bench.fault);
  if (fault === null) return null;
  return (
    <Line name="Fault">
      <p className="min-w-0 flex-1 truncate" role="alert" title={fault} data-part="fault">
        <b className="text-rust">Lamprey failed on this.</b> What is shown is of the pattern before; change something and it is asked again.{" "}
        <span className="text-ink-2">({fault})</span>
      </p>
    </Line>
  );
}

const CUT_WORDS = {
  steps: "The run on the sample was cut short; matches from there on are not shown.",
  memory: "There is no room for what the run on the sample has to remember; matches from there on are not shown.",
  matches: "The search was stopped at the most matches that are kept; those are shown.",
} as const;

/** What the sample itself costs, where that is too much to be run. */
function CutLine() {
  const result = useAppSelector((s) => s.bench.result);
  const work = useAppSelector((s) => s.bench.work);
  const controls = useEngineControls();
  const broken = useAppSelector((s) => (s.bench.reading?.diagnostics.length ?? 0) > 0);
  const trouble = work?.trouble;
  if (!result || broken || !(result.cut || trouble)) return null;
  return (
    <Line name="Here">
      <p className="min-w-0 flex-1 truncate" role="status" data-part="cut">
        {result.cut ? (
          <b className="text-rust">{CUT_WORDS[result.cut]}</b>
        ) : (
          work && (
            <>
              A backtracker takes <b className="text-rust">{work.exact ? countWords(work.steps) : `more than ${countWords(work.steps)}`} steps</b> for this
              sample
              {work.foreseen && ", counted exactly without taking them"}.
            </>
          )
        )}{" "}
        {trouble?.scope === "attempt" && (
          <>
            The attempt at <b>{number(trouble.start)}</b> goes over {span(trouble.start, trouble.end)} again and again.
          </>
        )}
        {trouble?.scope === "search" && <span className="text-ink-2">No attempt alone is to blame: there are many, and each runs on far into the text.</span>}
      </p>
      {trouble?.scope === "attempt" && (
        <button
          type="button"
          className="shrink-0 underline decoration-dotted underline-offset-4 hover:text-tide"
          onClick={() => controls.windToFirst({ what: "offset", offset: trouble.start })}
        >
          wind there
        </button>
      )}
    </Line>
  );
}

const NO_EDIT = "No edit yet: the next one is held against the pattern as it stands.";
const DRIFT_WAITS = "What this edit does to the texts that the pattern takes is said when it reads.";

function DriftLine() {
  const dispatch = useAppDispatch();
  const broken = useAppSelector((s) => (s.bench.reading?.diagnostics.length ?? 0) > 0);
  const drift = useAppSelector((s) => s.hazard.drift);
  const from = useAppSelector((s) => s.hazard.driftFrom);
  const id = useAppSelector((s) => s.draft.id);
  const revision = useAppSelector((s) => s.draft.revision);
  const { data, refetch } = specimensApi.useEarlierQuery(id ?? skipToken);
  const earlier = data?.items ?? [];
  return (
    <Line name="Drift">
      <p className="min-w-0 flex-1 truncate" role="status" data-part="drift">
        {drift && !broken ? (
          <>
            <span className="text-ink-2">{from ? `since ${from.name}` : "by this edit"}, of </span>
            <code className="source">{visible(drift.before.pattern, 24)}</code>
            <span className="text-ink-2">: </span>
            <DriftWords drift={drift} />
          </>
        ) : (
          <span className="text-ink-2">{broken ? DRIFT_WAITS : from ? `as ${from.name} was` : NO_EDIT}</span>
        )}
      </p>
      {(earlier.length > 0 || revision > 1) && (
        <select
          // Every keeping can make an earlier one: they are asked for when somebody is about to choose.
          onPointerDown={() => void refetch()}
          onFocus={() => void refetch()}
          className="field max-w-[190px] shrink-0 !px-1 !py-0 text-[12px]"
          aria-label="What the pattern is held against"
          value={from?.name ?? ""}
          onChange={({ target: { value } }) => {
            const found = earlier.find((each) => `revision ${each.revision}` === value);
            dispatch(driftFromChosen(found ? { name: value, pattern: found.pattern, flags: found.flags, dialect: found.dialect } : null));
          }}
        >
          <option value="">against the last edit</option>
          {earlier.map((each) => (
            <option key={each.revision} value={`revision ${each.revision}`}>
              {each.revision}, {clock(Date.parse(each.keptAt))}: {visible(each.pattern, 30)}
            </option>
          ))}
        </select>
      )}
    </Line>
  );
}

function DriftWords({ drift }: { readonly drift: Relation }) {
  const { relation, onlyLeft, onlyRight, both, obstacle } = drift;
  const gained = onlyRight !== null && (
    <>
      it now also takes <Text text={onlyRight} />
    </>
  );
  const lost = onlyLeft !== null && (
    <>
      it no longer takes <Text text={onlyLeft} />
    </>
  );
  if (relation === "equal") return <>it takes the same whole texts as before.</>;
  return (
    <>
      {gained}
      {gained && lost && "; "}
      {lost}
      {relation === "disjoint" && both === null && "; nothing that it took is left"}
      {obstacle ? (
        <span className="text-ink-2">
          {gained || lost ? " (there may be more: " : "not known: "}
          {OBSTACLES[obstacle].toLowerCase().replace(/\.$/, "")}
          {gained || lost ? ")" : ""}
        </span>
      ) : null}
      .
    </>
  );
}

function Text({ text }: { readonly text: string }) {
  return text === "" ? <b className="font-semibold">the empty text</b> : <code className="source font-semibold">{visible(text, 40)}</code>;
}
