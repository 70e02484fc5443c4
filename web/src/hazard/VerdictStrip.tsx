/**
 * The answer, and the verdicts on the pattern as chips of a word or a figure. A chip opens the panel that says it in a
 * sentence; a screen reader hears that sentence on the chip.
 */
import { countWords } from "@lamprey/core";
import type { ReactNode } from "react";
import type { DriftView } from "../engine/hazard/messages.ts";
import { useEngineControls } from "../run/controls.ts";
import type { OwnWord } from "../shared/glossary.ts";
import { Term } from "../shared/Term.tsx";
import { number, span } from "../shared/words.ts";
import { isBroken, type SidePanel } from "../state/benchSlice.ts";
import { touched } from "../state/layoutSlice.ts";
import { openPanel } from "../state/openPanel.ts";
import { slipsShown } from "../state/slipsSlice.ts";
import { type RootState, useAppDispatch, useAppSelector } from "../state/store.ts";
import { ProofKey } from "./ProofKey.tsx";
import { DriftWords, VerdictWords } from "./verdictWords.tsx";
import { alarmOf, notJudged, shortWord } from "./words.ts";

/** @param children the answer, which stands before the chips */
export function VerdictStrip({ children }: { readonly children: ReactNode }) {
  const open = useAppSelector((s) => s.layout.stripOpen);
  const fault = useAppSelector((s) => s.bench.fault !== null);
  const cut = useAppSelector(isCutShort);
  // What went wrong is said, folded or not.
  if (!open && !fault && !cut) return null;
  return (
    <section className="shrink-0 border-b border-rule bg-sheet px-4 max-[819px]:px-2" aria-label="Verdicts">
      {(fault || cut) && (
        <div className="flex flex-wrap items-center gap-x-5 gap-y-1 border-b border-rule-soft py-1">
          <Fault />
          {cut && <CutShort />}
        </div>
      )}
      {open && (
        <div className="flex min-h-[36px] flex-wrap items-center gap-x-3 gap-y-1 py-[3px]">
          {children}
          <div className="flex flex-wrap items-center gap-2 min-[820px]:ml-auto">
            <Tests />
            <Mistakes />
            <Risk />
            <LastEdit />
            <Work />
          </div>
        </div>
      )}
    </section>
  );
}

/** How loud a chip is. It shows in its border, in a sign before its word, and last in its colour. */
type Level = "plain" | "notice" | "alarm";
const LEVELS: Readonly<Record<Level, { readonly sign: string; readonly look: string }>> = {
  plain: { sign: "", look: "border-rule" },
  notice: { sign: "▵", look: "border-brass text-brass" },
  alarm: { sign: "▲", look: "border-2 border-rust font-semibold text-rust" },
};

interface ChipProps {
  readonly name: string;
  readonly panel: SidePanel;
  readonly word: OwnWord;
  readonly level: Level;
  /** A word or a figure. */
  readonly short: string;
  /** The part of the page that says it, and whether it is still being worked out. */
  readonly part: string;
  readonly busy?: boolean;
  readonly className?: string;
  /** The whole sentence. */
  readonly children: ReactNode;
}

/** A verdict as a chip, which opens its panel. */
function Chip({ name, panel, word, level, short, part, busy = false, className = "", children }: ChipProps) {
  const dispatch = useAppDispatch();
  const { sign, look } = LEVELS[level];
  return (
    <div className={className}>
      <Term word={word}>
        <button
          type="button"
          className={`flex h-[26px] items-center gap-[5px] whitespace-nowrap rounded-full border bg-paper px-3 text-[13px] hover:border-tide ${look}`}
          onClick={() => {
            openPanel(dispatch, panel);
          }}
        >
          <span className="part-name font-normal text-ink-2">{name}</span>
          <span className={level === "plain" ? "font-semibold" : ""}>
            {sign && `${sign} `}
            {short}
          </span>
        </button>
      </Term>
      <p className="sr-only" role="status" aria-busy={busy} data-part={part}>
        {children}
      </p>
    </div>
  );
}

/** How many of the tests pass; nothing where there are none. */
function Tests() {
  const judged = useAppSelector((s) => s.expectations.judged);
  const changed = useAppSelector((s) => s.expectations.changed.length);
  if (!judged || judged.lines.length === 0) return null;
  const all = judged.passed === judged.lines.length;
  const figure = `${number(judged.passed)} of ${number(judged.lines.length)}`;
  return (
    <Chip name="Tests" panel="texts" word="tests" level={all ? "plain" : "alarm"} short={figure} part="texts">
      {figure}
      {changed > 0 && `, ${number(changed)} changed`}
    </Chip>
  );
}

/** How many likely mistakes are seen; nothing where there are none. */
function Mistakes() {
  const count = useAppSelector((s) => slipsShown(s)?.said.length ?? 0);
  if (count === 0) return null;
  return (
    <Chip name="Mistakes" panel="slips" word="mistakes" level="notice" short={number(count)} part="slips">
      {number(count)}
    </Chip>
  );
}

function Risk() {
  const verdict = useAppSelector((s) => s.hazard.verdict);
  const fault = useAppSelector((s) => s.hazard.fault);
  const behind = useAppSelector((s) => s.hazard.fault === null && s.hazard.verdict?.generation !== s.hazard.asked);
  const broken = useAppSelector((s) => isBroken(s.bench));
  const empty = useAppSelector((s) => s.draft.fields.pattern === "");
  const known = empty ? null : verdict;
  const level = known && alarmOf(known) === "loud" ? "alarm" : known?.growth === "undecided" ? "notice" : "plain";
  return (
    <div className="flex items-center gap-2">
      <Chip name="Risk" panel="hazard" word="risk" level={level} short={known ? shortWord(known) : broken ? "–" : "…"} part="verdict" busy={behind}>
        {empty ? (
          "nothing to judge yet"
        ) : verdict ? (
          <VerdictWords verdict={verdict} />
        ) : broken ? (
          "A pattern with a mistake is not judged."
        ) : fault ? (
          notJudged(fault)
        ) : (
          "being looked at …"
        )}
      </Chip>
      <ProofKey className="shrink-0 whitespace-nowrap text-[13px] underline decoration-dotted underline-offset-4 hover:text-tide" />
    </div>
  );
}

/** What the last edit did to the texts that the pattern takes, in a word. */
function LastEdit() {
  const broken = useAppSelector((s) => isBroken(s.bench));
  const drift = useAppSelector((s) => s.hazard.drift);
  const from = useAppSelector((s) => s.hazard.driftFrom);
  if (!drift && !from) return <NoEdit />;
  const short = !drift || broken ? "…" : editWord(drift);
  return (
    <Chip name={from ? "Since then" : "Last edit"} panel="drift" word="last edit" level="plain" short={short} part="drift" className="max-[819px]:hidden">
      {drift && !broken ? (
        <>
          <DriftWords drift={drift} /> {from ? `since ${from.name}` : "by this edit"}
        </>
      ) : broken ? (
        "said when the pattern reads"
      ) : (
        from && `as ${from.name} was`
      )}
    </Chip>
  );
}

/** Before the first edit there is nothing to press. */
function NoEdit() {
  const broken = useAppSelector((s) => isBroken(s.bench));
  return (
    <p className="sr-only" role="status" data-part="drift">
      {broken ? "said when the pattern reads" : "no edit yet"}
    </p>
  );
}

function editWord({ relation, onlyLeft, onlyRight }: DriftView): string {
  if (relation === "equal") return "same texts";
  if (onlyLeft !== null && onlyRight !== null) return "more and fewer";
  return onlyRight !== null ? "more texts" : onlyLeft !== null ? "fewer texts" : "not known";
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
    <p className="relative shrink-0 whitespace-nowrap text-[13px] text-ink-2 max-[1179px]:hidden" data-part="work" aria-busy={behind}>
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
    <p className="min-w-[40%] flex-1 [overflow-wrap:anywhere]" role="alert" data-part="fault">
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
    <div className="flex flex-wrap items-center gap-2">
      <p role="status" data-part="cut">
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
