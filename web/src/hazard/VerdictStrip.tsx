/** The verdicts on the pattern in one quiet line: its hazard, what the last edit did to it, what it costs here. Each opens what it names. */
import { countWords } from "@lamprey/core";
import type { ReactNode } from "react";
import { useEngineControls } from "../run/controls.ts";
import type { OwnWord } from "../shared/glossary.ts";
import { Term } from "../shared/Term.tsx";
import { number, span } from "../shared/words.ts";
import { isBroken, panelChosen, type SidePanel } from "../state/benchSlice.ts";
import { deskFolded, partShown, touched } from "../state/layoutSlice.ts";
import { slipsShown } from "../state/slipsSlice.ts";
import { type RootState, useAppDispatch, useAppSelector } from "../state/store.ts";
import { ProofKey } from "./ProofKey.tsx";
import { DriftWords, VerdictWords } from "./verdictWords.tsx";
import { notJudged } from "./words.ts";

export function VerdictStrip() {
  const open = useAppSelector((s) => s.layout.stripOpen);
  const fault = useAppSelector((s) => s.bench.fault !== null);
  const cut = useAppSelector(isCutShort);
  // What went wrong is said, folded or not.
  if (!open && !fault && !cut) return null;
  return (
    <section className="flex h-[28px] shrink-0 items-center gap-5 overflow-hidden border-b border-rule bg-sheet px-4 max-[819px]:px-2" aria-label="Verdicts">
      <Fault />
      {cut && <CutShort />}
      {open && (
        <>
          <Texts />
          <Slips />
          <Hazard />
          {/* What is dear here comes before what an edit did, which the rail has, too. */}
          {!cut && <Drift />}
          <Work />
        </>
      )}
    </section>
  );
}

interface CellProps {
  readonly name: "Hazard" | "Drift" | "Texts" | "Slips";
  readonly panel: SidePanel;
  readonly word: OwnWord;
  readonly className: string;
  readonly children: ReactNode;
}

/** A verdict and its name, which opens its panel. */
function Cell({ name, panel, word, className, children }: CellProps) {
  const dispatch = useAppDispatch();
  return (
    <div className={`flex items-center gap-2 ${className}`}>
      <Term word={word}>
        <button
          type="button"
          className="part-name shrink-0 text-[15px] text-ink-2 hover:text-tide"
          aria-label={`Open ${name}`}
          onClick={() => {
            dispatch(panelChosen(panel));
            dispatch(deskFolded(false));
            dispatch(partShown("desk"));
          }}
        >
          {name}
        </button>
      </Term>
      {children}
    </div>
  );
}

/** How many of the expectations hold; nothing where there are none. */
function Texts() {
  const judged = useAppSelector((s) => s.expectations.judged);
  const changed = useAppSelector((s) => s.expectations.changed.length);
  const broken = useAppSelector((s) => isBroken(s.bench));
  if (!judged || judged.lines.length === 0) return null;
  const all = judged.passed === judged.lines.length;
  return (
    <Cell name="Texts" panel="texts" word="expectation" className="flex-none">
      <p className={`whitespace-nowrap ${broken ? "text-ink-2" : ""}`} role="status" data-part="texts">
        <b className={all ? "" : "text-rust"}>
          {number(judged.passed)} of {number(judged.lines.length)}
        </b>
        {changed > 0 && <span className="text-ink-2">, {number(changed)} changed</span>}
      </p>
    </Cell>
  );
}

/** How many likely mistakes are seen; nothing where there are none. */
function Slips() {
  const count = useAppSelector((s) => slipsShown(s)?.said.length ?? 0);
  if (count === 0) return null;
  return (
    <Cell name="Slips" panel="slips" word="slip" className="flex-none">
      <b className="text-brass" role="status" data-part="slips">
        {number(count)}
      </b>
    </Cell>
  );
}

function Hazard() {
  const verdict = useAppSelector((s) => s.hazard.verdict);
  const fault = useAppSelector((s) => s.hazard.fault);
  const behind = useAppSelector((s) => s.hazard.fault === null && s.hazard.verdict?.generation !== s.hazard.asked);
  const broken = useAppSelector((s) => isBroken(s.bench));
  const empty = useAppSelector((s) => s.draft.fields.pattern === "");
  return (
    <Cell name="Hazard" panel="hazard" word="hazard" className="min-w-[min(350px,60%)] flex-[0_1000_auto]">
      <p className="min-w-0 flex-1 truncate" role="status" aria-busy={behind} data-part="verdict">
        {empty ? (
          <span className="text-ink-2">nothing to judge yet</span>
        ) : verdict ? (
          <VerdictWords verdict={verdict} />
        ) : (
          <span className="text-ink-2">{broken ? "A pattern that does not read is not judged." : fault ? notJudged(fault) : "being looked at …"}</span>
        )}
      </p>
      <ProofKey className="shrink-0 underline decoration-dotted underline-offset-4 hover:text-tide" />
    </Cell>
  );
}

function Drift() {
  const broken = useAppSelector((s) => isBroken(s.bench));
  const drift = useAppSelector((s) => s.hazard.drift);
  const from = useAppSelector((s) => s.hazard.driftFrom);
  return (
    <Cell name="Drift" panel="drift" word="drift" className="min-w-[130px] max-w-[42%] flex-[0_1_auto] max-[819px]:hidden">
      <p className="min-w-0 flex-1 truncate" role="status" data-part="drift">
        {drift && !broken ? (
          <>
            <DriftWords drift={drift} /> <span className="text-ink-2">{from ? `since ${from.name}` : "by this edit"}</span>
          </>
        ) : (
          <span className="text-ink-2">{broken ? "said when the pattern reads" : from ? `as ${from.name} was` : "no edit yet"}</span>
        )}
      </p>
    </Cell>
  );
}

/** What the run took, and what a plain backtracker has to do for the same. */
function Work() {
  const dispatch = useAppDispatch();
  const result = useAppSelector((s) => s.bench.result);
  const work = useAppSelector((s) => s.bench.work);
  const behind = useAppSelector((s) => s.bench.asked > s.bench.answered);
  const broken = useAppSelector((s) => isBroken(s.bench));
  const untouched = useAppSelector((s) => s.layout.untouched);
  const empty = useAppSelector((s) => s.draft.fields.pattern === "");
  return (
    <p className="relative ml-auto shrink-0 whitespace-nowrap text-ink-2 max-[819px]:hidden" data-part="work" aria-busy={behind}>
      {!result || (empty && !untouched) ? null : untouched ? (
        <button type="button" className="quiet-key underline decoration-dotted underline-offset-4" onClick={() => dispatch(touched())}>
          how it ran
        </button>
      ) : (
        <>
          <span className="running absolute -left-5 text-tide">…</span>
          <span title={`The ${result.choice.machine} machine was chosen because ${result.choice.reason}.`}>
            {result.choice.machine} {result.elapsedMs < 10 ? result.elapsedMs.toFixed(1) : Math.round(result.elapsedMs)} ms
          </span>
          {work ? (
            <span title={work.steps.length > 15 ? `${work.steps} steps` : undefined}>
              , {result.choice.machine === "backtracking" ? "" : "backtracking "}
              <b className={work.trouble ? "text-rust" : "text-ink"}>{`${work.exact ? "" : "over "}${countWords(work.steps)}`}</b>{" "}
              {work.steps === "1" ? "step" : "steps"}
            </span>
          ) : (
            // A pattern that does not read is not run, so there is nothing under way.
            !broken && ", backtracking: counting …"
          )}
        </>
      )}
    </p>
  );
}

/** Where the worker failed: what is shown is of before, and the bench goes on. */
function Fault() {
  const fault = useAppSelector((s) => s.bench.fault);
  if (fault === null) return null;
  return (
    <p className="min-w-[40%] flex-1 truncate" role="alert" title={fault} data-part="fault">
      <b className="text-rust">Lamprey failed on this.</b> What is shown is of the pattern before; change something and it is asked again.{" "}
      <span className="text-ink-2">({fault})</span>
    </p>
  );
}

const CUT_WORDS = {
  steps: "The run on the sample was cut short; matches from there on are not shown.",
  time: "The run on the sample took more time than there is; matches from there on are not shown.",
  memory: "There is no room for what the run on the sample has to remember; matches from there on are not shown.",
  matches: "The search was stopped at the most matches that are kept; those are shown.",
  calls: "A group calls itself without end, so the run on the sample was given up; matches from there on are not shown.",
  stuck: "PHP gives up: “\\K” in a lookaround leaves it no way on. Matches from there on are not shown.",
} as const;

/** Whether the run on the sample ended early, or would take a backtracker too long. */
function isCutShort({ bench, layout }: RootState): boolean {
  const { result, work } = bench;
  return result !== null && !isBroken(bench) && (result.cut !== null || (work?.trouble != null && !layout.untouched));
}

/** What the sample itself costs, where that is too much to be run. */
function CutShort() {
  const result = useAppSelector((s) => s.bench.result);
  const work = useAppSelector((s) => s.bench.work);
  const controls = useEngineControls();
  const trouble = work?.trouble;
  return (
    // What the sample itself costs is not pushed aside by what other texts would.
    <div className="flex max-w-[38%] flex-none items-center gap-2">
      <p className="min-w-0 truncate" role="status" data-part="cut">
        {result?.cut ? (
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
    </div>
  );
}
