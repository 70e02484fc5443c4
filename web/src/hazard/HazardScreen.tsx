/** The hazard: the proof, the attack, how the work grows, and how to write the pattern so that it does not. */

import { type Attack, type Edit, HAZARD_MODES, keepsMeaning, type Repair, textOf, visible } from "@lamprey/core";
import { lazy, Suspense, useEffect, useMemo, useState } from "react";
import { specimensApi } from "../api/specimens.ts";
import { sampleAdded, shownSample } from "../draft/draftSlice.ts";
import type { FindingView, Outlook, PeakView, Sample, VerdictView } from "../engine/hazard/messages.ts";
import { type EngineControls, useEngineControls } from "../run/controls.ts";
import { copyText } from "../shared/clipboard.ts";
import { editBetween } from "../shared/edits.ts";
import { number, plural } from "../shared/words.ts";
import { isBroken, stageChosen } from "../state/benchSlice.ts";
import { findingChosen, repairTaken } from "../state/hazardSlice.ts";
import { store, useAppDispatch, useAppSelector } from "../state/store.ts";
import { AttackText } from "./AttackText.tsx";
import { chartPumps, HAZARD_COLUMNS, HAZARD_WORDS, scalesFor } from "./layout.ts";
import { Readings } from "./Readings.tsx";
import { Repairs } from "./Repairs.tsx";
import { TakenRepairScreen, useTakenRepair, WayBack } from "./TakenRepair.tsx";
import { PATIENCE, type RealRun, triedOn } from "./tryForReal.ts";
import { useHazardControls } from "./useHazard.ts";
import { VerdictWords } from "./verdictWords.tsx";
import { growthClause, headline, peakClause, safeClause, timeOf, workOf, workWords } from "./words.ts";

const OutlookFigure = lazy(() => import("./OutlookFigure.tsx"));

export function HazardScreen({ take }: { readonly take: (edits: readonly Edit[]) => void }) {
  const verdict = useAppSelector((s) => s.hazard.verdict);
  const chosen = useAppSelector((s) => s.hazard.chosen);
  const finding = verdict?.findings[chosen] ?? verdict?.findings[0];
  const broken = useAppSelector((s) => isBroken(s.bench));
  const taken = useTakenRepair();
  if (!verdict) return <Nothing>{broken ? "The pattern has a mistake, so there is nothing to prove of it yet." : "The pattern is being looked at …"}</Nothing>;
  if (!finding && taken) return <TakenRepairScreen key={verdict.generation} verdict={verdict} taken={taken} />;
  if (!finding) {
    return (
      <Nothing>
        {verdict.engine ? (
          <>
            <VerdictWords verdict={verdict} /> {verdict.engine.says}
          </>
        ) : (
          <>
            <b>{headline(verdict)}</b> {HAZARD_MODES[verdict.mode].words}. {verdict.because}
          </>
        )}
        {verdict.peak ? <PeakPart peak={verdict.peak} /> : <StepsHere />}
      </Nothing>
    );
  }
  return <FindingScreen key={`${verdict.generation} ${chosen}`} verdict={verdict} finding={finding} take={take} />;
}

/** A short text that is dear, though no text of its shape grows dearer for ever. */
function PeakPart({ peak }: { readonly peak: PeakView }) {
  const open = useAttackOnBench();
  return (
    <>
      <p className="mt-3">
        But <b className="text-rust">{peakClause(peak)}</b> at 100 million steps a second:
      </p>
      <p className="source mt-2 border-l-2 border-rust bg-sheet px-3 py-1 break-all" data-part="peak">
        {visible(peak.text, 200)}
      </p>
      <p className="mt-3 flex gap-2 text-[14px]">
        <button type="button" className="key" onClick={() => open(`peak, ${plural(peak.text.length, "character")}`, peak.text, 0)}>
          Put it on the bench
        </button>
        <CopyText text={() => peak.text} />
      </p>
    </>
  );
}

/** What the sample at hand costs, where there is no text to fear. */
function StepsHere() {
  const work = useAppSelector((s) => s.bench.work);
  const length = useAppSelector((s) => shownSample(s.draft)?.text.length ?? 0);
  if (!work?.exact || length === 0) return null;
  const each = Number(work.steps) / length;
  return (
    <p className="mt-3 text-ink-2">
      On this sample a backtracker takes <b className="text-ink">{plural(Number(work.steps), "step")}</b> for {plural(length, "character")}: {each.toFixed(1)}{" "}
      for each.
    </p>
  );
}

function Nothing({ children }: { readonly children: React.ReactNode }) {
  return (
    <section className="min-h-0 flex-1 p-10" aria-label="Proof and repairs">
      <div className="max-w-[66ch] text-[16px]">{children}</div>
    </section>
  );
}

function FindingScreen({
  verdict,
  finding,
  take,
}: {
  readonly verdict: VerdictView;
  readonly finding: FindingView;
  readonly take: (edits: readonly Edit[]) => void;
}) {
  const { pattern } = verdict.source;
  const most = mostPumps(finding);
  const [pumps, setPumps] = useState(() => Math.min(most, finding.growth === "exponential" ? 16 : 200));
  const [real, setReal] = useState<readonly RealRun[]>([]);
  const repairs = useAppSelector((s) => (s.hazard.repairs?.generation === verdict.generation ? s.hazard.repairs.repairs : null));
  const controls = useHazardControls();
  useEffect(() => {
    controls.repair(verdict.generation);
  }, [controls, verdict.generation]);
  const best = repairs?.find(keepsMeaning)?.pattern;
  const outlook = useOutlook(verdict, finding, best);
  const dispatch = useAppDispatch();
  const taken = useTakenRepair();
  const takeRepair = (repair: Repair) => {
    dispatch(repairTaken({ before: verdict.source, finding, repair }));
    take([editBetween(pattern, repair.pattern)]);
  };
  return (
    <section className={HAZARD_COLUMNS} aria-label="Proof and repairs">
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls. */}
      <section className={HAZARD_WORDS} tabIndex={0} aria-label="Proof, attack and repairs">
        {taken && (
          <div className="flex items-center gap-3 border-b border-rule px-4 py-2">
            <p className="min-w-0 flex-1">The repair that was taken made the pattern {headline(taken.repair)}. This is what is left.</p>
            <WayBack taken={taken} />
          </div>
        )}
        <Findings verdict={verdict} />
        <div className="border-b border-rule px-4 pb-1 pt-2">
          <h2 className="part-name text-[16px] text-ink-2">Proof</h2>
          <p>
            <code className="source">{visible(pattern.slice(finding.start, finding.end), 40)}</code>{" "}
            {finding.readings.length > 1
              ? "can take the same letters in more than one way, and all of them are tried when the text fails."
              : finding.restarts
                ? "is come to again by every attempt, and each attempt runs over all the letters that are left."
                : "takes the repeated part below, again and again, in more and more ways: the exact steps show it."}
          </p>
          {finding.guard && (
            <p className="mt-1 border-l-2 border-tide pl-2 text-ink-2" data-part="guard">
              This is what backtracking alone comes to. {finding.guard.says}
            </p>
          )}
          {(finding.readings.length > 1 || finding.restarts) && <Readings finding={finding} pattern={pattern} />}
        </div>
        <AttackPart verdict={verdict} finding={finding} pumps={pumps} most={most} setPumps={setPumps} real={real} setReal={setReal} />
        <h2 className="part-name px-4 pt-2 text-[16px] text-ink-2">Repairs</h2>
        <Repairs repairs={repairs} take={takeRepair} />
      </section>
      <Suspense fallback={<div className="flex-1" />}>
        <OutlookFigure
          outlook={outlook}
          real={real}
          length={textOf(finding.attack, 0).length + pumps * finding.attack.pump.length}
          scales={scalesFor(finding)}
        />
      </Suspense>
    </section>
  );
}

/** Past this many pumps nothing new is seen. */
function mostPumps({ growth, safe, until, attack }: FindingView): number {
  const known = safe?.pumps ?? until ?? 1000;
  return growth === "exponential" ? Math.max(24, known + 16) : Math.min(Math.max(64, 2 * known), Math.floor(50_000 / attack.pump.length));
}

function Findings({ verdict }: { readonly verdict: VerdictView }) {
  const dispatch = useAppDispatch();
  const chosen = useAppSelector((s) => s.hazard.chosen);
  if (verdict.findings.length < 2) return null;
  return (
    <nav className="flex flex-wrap gap-1 border-b border-rule px-4 py-1" aria-label="Findings">
      {verdict.findings.map((finding, i) => (
        <button
          key={`${finding.start} ${finding.end} ${finding.stretch}`}
          type="button"
          aria-current={i === chosen}
          className={`max-w-[260px] truncate rounded-sm border px-2 ${i === chosen ? "border-tide text-ink" : "border-transparent text-ink-2"}`}
          onClick={() => dispatch(findingChosen(i))}
        >
          <code className="source">{visible(verdict.source.pattern.slice(finding.start, finding.end), 18)}</code> {headline(finding)}
        </button>
      ))}
    </nav>
  );
}

interface AttackProps {
  readonly verdict: VerdictView;
  readonly finding: FindingView;
  readonly pumps: number;
  readonly most: number;
  readonly setPumps: (pumps: number) => void;
  readonly real: readonly RealRun[];
  readonly setReal: (real: readonly RealRun[]) => void;
}

function AttackPart({ verdict, finding, pumps, most, setPumps, real, setReal }: AttackProps) {
  const openOnBench = useAttackOnBench();
  const sample = useSteps(verdict, finding.attack, pumps);
  const open = () => openOnBench(`attack, ${plural(pumps, "repetition")}`, textOf(finding.attack, pumps), finding.attack.prefix.length);
  return (
    <div className="border-b border-rule px-4 py-2">
      <h2 className="part-name text-[16px] text-ink-2">Attack</h2>
      <AttackText attack={finding.attack} pumps={pumps} />
      <p className="text-ink-2">
        {sentence(growthClause(finding))}
        {finding.restarts
          ? ` One of the degrees is the search’s, which begins again ${verdict.mode === "all" ? "after each match and " : ""}at every offset.`
          : ""}
        {verdict.atLeast ? ` It may grow faster on another: ${verdict.because}` : ""}
      </p>
      <label className="mt-1 flex items-center gap-3">
        <span className="w-[72px] text-ink-2">repetitions</span>
        <input
          type="range"
          className="min-w-0 flex-1 accent-[var(--tide)]"
          min={1}
          max={most}
          value={pumps}
          onChange={({ target }) => setPumps(Number(target.value))}
          aria-valuetext={`${plural(pumps, "repetition")}, ${sample ? workWords(sample) : "being counted"}`}
        />
        <input
          type="number"
          className="field w-[84px] !py-0 text-right"
          aria-label="Number of repetitions"
          min={1}
          max={most}
          value={pumps}
          onChange={({ target }) => setPumps(clamp(Number(target.value), most))}
        />
      </label>
      <p className="mt-1" data-part="cost">
        {sample ? (
          <>
            {number(sample.length)} characters, <b>{workWords(sample)}</b>: <b className="text-rust">{timeOf(workOf(sample))}</b>{" "}
            <span className="text-ink-2">at 100 million steps a second</span>
          </>
        ) : (
          <span className="text-ink-2">more steps than can be counted here</span>
        )}
      </p>
      <p>
        The longest text of this shape that stays under a second: <b data-part="safe">{finding.safe ? plural(finding.safe.length, "character") : "none"}</b>
        {finding.safe?.atLeast && <span className="text-ink-2">, or more: the steps of longer ones cannot be counted here</span>}
        {!finding.safe && <span className="text-ink-2">; {safeClause(finding)}</span>}
      </p>
      <div className="mt-2 flex flex-wrap items-center gap-2">
        <button type="button" className="key" onClick={open}>
          Put it on the bench
        </button>
        <CopyText text={() => textOf(finding.attack, pumps)} />
        <RealRuns verdict={verdict} finding={finding} pumps={pumps} real={real} setReal={setReal} />
      </div>
    </div>
  );
}

/** Says on itself what came of it, until the focus leaves it. */
function CopyText({ text }: { readonly text: () => string }) {
  const [said, setSaid] = useState("Copy the text");
  const copy = async () => setSaid((await copyText(text())) ? "Copied" : "The browser did not allow it");
  return (
    <button type="button" className="key" aria-live="polite" onBlur={() => setSaid("Copy the text")} onClick={() => void copy()}>
      {said}
    </button>
  );
}

const sentence = (clause: string): string => `${clause.charAt(0).toUpperCase()}${clause.slice(1)}.`;

const clamp = (n: number, most: number): number => Math.max(1, Math.min(most, Number.isFinite(n) ? Math.round(n) : 1));

/** Opens a text as a sample, wound to an offset. */
function useAttackOnBench(): (name: string, text: string, offset: number) => void {
  const dispatch = useAppDispatch();
  const bench = useEngineControls();
  return (name, text, offset) => {
    dispatch(sampleAdded(name, text));
    dispatch(stageChosen("sample"));
    windWhenRecorded(bench, offset);
  };
}

/** Shows the reel at the first visit of the offset, once the run on the new sample is recorded. */
function windWhenRecorded(bench: EngineControls, offset: number): void {
  // The new sample has been asked about in the same turn.
  const { asked } = store.getState().bench;
  const unsubscribe = store.subscribe(() => {
    const { bench: state } = store.getState();
    if (state.asked > asked) unsubscribe();
    if (state.reel?.generation !== asked) return;
    unsubscribe();
    bench.windToFirst({ what: "offset", offset });
  });
}

/** The exact steps at the number of pumps; the last known ones while they are counted. */
function useSteps({ generation }: VerdictView, attack: Attack, pumps: number): Sample | null {
  const controls = useHazardControls();
  const [sample, setSample] = useState<Sample | null>(null);
  useEffect(() => {
    let stale = false;
    void controls.steps(generation, attack, pumps).then((known) => !stale && setSample(known));
    return () => {
      stale = true;
    };
  }, [controls, generation, attack, pumps]);
  return sample;
}

/** Runs on a real engine, each twice as many pumps or a few more than the one before, until one is ended. */
function RealRuns({ verdict, finding, real, setReal }: Omit<AttackProps, "most" | "setPumps">) {
  const [running, setRunning] = useState(false);
  const [failed, setFailed] = useState<string | null>(null);
  const { data } = specimensApi.useEnginesQuery();
  const tried = useMemo(() => triedOn(verdict.source, verdict.mode, data?.items ?? []), [verdict, data]);
  const [chosen, setChosen] = useState("");
  const who = tried.find(({ name }) => name === chosen) ?? tried[0];
  if (!who) return null;
  const run = async () => {
    setRunning(true);
    setFailed(null);
    const runs: RealRun[] = [];
    try {
      for (const count of realPumps(finding)) {
        const done = await who.run(finding.attack, count);
        runs.push(done);
        setReal([...runs]);
        if (done.elapsed === null) break;
      }
    } catch (error) {
      setFailed(error instanceof Error ? error.message : String(error));
    }
    setRunning(false);
  };
  const last = real.at(-1);
  return (
    <>
      <button type="button" className="key" disabled={running} onClick={() => void run()}>
        Try it for real
      </button>
      {tried.length > 1 && (
        <select
          className="field !py-[1px] text-[13px]"
          aria-label="On which engine"
          value={who.name}
          disabled={running}
          onChange={({ target }) => setChosen(target.value)}
        >
          {tried.map(({ name }) => (
            <option key={name} value={name}>
              {name}
            </option>
          ))}
        </select>
      )}
      <span className="min-w-0 truncate text-ink-2" role="status" data-part="real">
        {running && `running on ${who.name} … `}
        {failed}
        {last &&
          (last.elapsed === null
            ? `ended after ${PATIENCE / 1000} seconds at ${number(last.length)} characters`
            : `${number(last.length)} characters: ${last.elapsed.toFixed(1)} ms`)}
      </span>
    </>
  );
}

function realPumps({ growth, safe, attack }: FindingView): number[] {
  const middle = safe?.pumps ?? 64;
  if (growth === "exponential") return Array.from({ length: 12 }, (_, i) => Math.max(1, middle - 6 + i));
  const most = Math.floor(200_000 / attack.pump.length);
  return Array.from({ length: 8 }, (_, i) => Math.round((middle / 8) * 2 ** i)).filter((count) => count >= 1 && count <= most);
}

/** Curves for the chart: asked again when a repair is known. */
function useOutlook({ generation }: VerdictView, finding: FindingView, repaired: string | undefined): Outlook | null {
  const controls = useHazardControls();
  const [outlook, setOutlook] = useState<Outlook | null>(null);
  const pumps = useMemo(() => chartPumps(finding), [finding]);
  useEffect(() => {
    let stale = false;
    const others = repaired === undefined ? [] : [{ name: "repaired", pattern: repaired }];
    void controls.outlook({ generation, attack: finding.attack, pumps, others }).then((known) => !stale && known && setOutlook(known));
    return () => {
      stale = true;
    };
  }, [controls, generation, finding, pumps, repaired]);
  return outlook;
}
