/** What came of a repair that was taken: the pattern before and after, the same attack on both, and the way back. */

import { textOf, visible } from "@lamprey/core";
import { lazy, Suspense, useEffect, useMemo, useState } from "react";
import type { Form, Outlook, Sample, VerdictView } from "../engine/hazard/messages.ts";
import { usePattern } from "../run/patternHandle.ts";
import { editBetween } from "../shared/edits.ts";
import { plural } from "../shared/words.ts";
import type { TakenRepair } from "../state/hazardSlice.ts";
import { useAppSelector } from "../state/store.ts";
import { AttackText } from "./AttackText.tsx";
import { chartPumps, HAZARD_COLUMNS, HAZARD_WORDS, scalesFor } from "./layout.ts";
import { Proof, whatWasDone } from "./Repairs.tsx";
import { useHazardControls } from "./useHazard.ts";
import { headline, timeOf, workOf, workWords } from "./words.ts";

const OutlookFigure = lazy(() => import("./OutlookFigure.tsx"));

/** The repair that was taken, as long as the pattern is what it made of it. */
export function useTakenRepair(): TakenRepair | null {
  const { pattern, flags, dialect } = useAppSelector((s) => s.draft.fields);
  const taken = useAppSelector((s) => s.hazard.taken);
  return taken && taken.repair.pattern === pattern && taken.before.flags === flags && taken.before.dialect === dialect ? taken : null;
}

/** Puts the pattern back to what it was before the repair; one undo takes that back too. */
export function WayBack({ taken }: { readonly taken: TakenRepair }) {
  const pattern = usePattern();
  return (
    <button type="button" className="key shrink-0" onClick={() => pattern.current?.apply([editBetween(taken.repair.pattern, taken.before.pattern)])}>
      Put the old pattern back
    </button>
  );
}

export function TakenRepairScreen({ verdict, taken }: { readonly verdict: VerdictView; readonly taken: TakenRepair }) {
  const { before, finding, repair } = taken;
  const outlook = useBothCurves(verdict, taken);
  const [old, now] = outlook?.forms ?? [];
  // The longest attack that could be counted on both.
  const [was, is] = lastOfBoth(old, now);
  return (
    <section className={HAZARD_COLUMNS} aria-label="Proof and repairs">
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls. */}
      <section className={HAZARD_WORDS} tabIndex={0} aria-label="The repair that was taken">
        <div className="border-b border-rule px-4 py-3">
          <h2 className="part-name text-[16px] text-ink-2">Repaired</h2>
          <dl className="mt-1 grid grid-cols-[56px_minmax(0,1fr)_auto] items-baseline gap-x-3 gap-y-1">
            <dt className="text-ink-2">before</dt>
            <dd className="source break-all text-[15px]">{visible(before.pattern, 200)}</dd>
            <dd className="text-rust">{headline(finding)}</dd>
            <dt className="text-ink-2">now</dt>
            <dd className="source break-all text-[15px] font-semibold">{visible(repair.pattern, 200)}</dd>
            <dd>{headline(verdict)}</dd>
          </dl>
          <p className="mt-2 text-ink-2 first-letter:uppercase">{whatWasDone(repair)}.</p>
          <p data-part="proof">
            <Proof repair={repair} />
          </p>
          <p className="mt-3">
            <WayBack taken={taken} />
          </p>
        </div>
        <div className="px-4 py-3">
          <h2 className="part-name text-[16px] text-ink-2">The same attack</h2>
          <AttackText attack={finding.attack} pumps={was?.pumps ?? null} />
          <p className="mt-1" data-part="before-and-now">
            {was && is ? (
              <>
                {plural(was.length, "character")} took <b className="text-rust">{workWords(was)}</b>, {timeOf(workOf(was))} at 100 million steps a second; now
                they take <b>{workWords(is)}</b>.
              </>
            ) : outlook ? (
              <span className="text-ink-2">more steps than can be counted here</span>
            ) : (
              <span className="text-ink-2">The steps are being counted …</span>
            )}
          </p>
        </div>
      </section>
      <Suspense fallback={<div className="flex-1" />}>
        <OutlookFigure outlook={outlook} real={NONE} length={was?.length ?? textOf(finding.attack, 0).length} scales={scalesFor(finding)} />
      </Suspense>
    </section>
  );
}

const NONE: readonly never[] = [];

/** The last point that both curves have. */
function lastOfBoth(old: Form | undefined, now: Form | undefined): readonly [Sample, Sample] | readonly [] {
  for (const one of [...(old?.points ?? [])].reverse()) {
    const other = now?.points?.find(({ pumps }) => pumps === one.pumps);
    if (other) return [one, other];
  }
  return [];
}

/** The curves of the pattern before and after, on the attack of what was found before. */
function useBothCurves({ generation }: VerdictView, { before, finding }: TakenRepair): Outlook | null {
  const controls = useHazardControls();
  const [outlook, setOutlook] = useState<Outlook | null>(null);
  const pumps = useMemo(() => chartPumps(finding), [finding]);
  const compared = finding.samples[0]?.compared !== undefined;
  useEffect(() => {
    let stale = false;
    const others = [{ name: BEFORE, pattern: before.pattern }];
    void controls.outlook({ generation, attack: finding.attack, pumps, others, compared }).then((known) => {
      if (stale || !known) return;
      const old = known.forms.find(({ name }) => name === BEFORE);
      const [now] = known.forms;
      if (old && now) setOutlook({ ...known, forms: [old, { ...now, name: "now" }] });
    });
    return () => {
      stale = true;
    };
  }, [controls, generation, before, finding, pumps, compared]);
  return outlook;
}

const BEFORE = "before";
