/** The hazard on the desk: the verdict in full, the parts that cause it, and the way to its proof. */
import { visible } from "@lamprey/core";
import { plural, span } from "../shared/words.ts";
import { isBroken, stageChosen } from "../state/benchSlice.ts";
import { findingChosen } from "../state/hazardSlice.ts";
import { useAppDispatch, useAppSelector } from "../state/store.ts";
import { ProofKey } from "./ProofKey.tsx";
import { VerdictWords } from "./verdictWords.tsx";
import { growthClause, notJudged, safeClause } from "./words.ts";

export function HazardPanel() {
  const dispatch = useAppDispatch();
  const verdict = useAppSelector((s) => s.hazard.verdict);
  const fault = useAppSelector((s) => s.hazard.fault);
  const broken = useAppSelector((s) => isBroken(s.bench));
  if (!verdict) {
    return (
      <p className="p-4 text-ink-2">{broken ? "A pattern with a mistake is not judged." : fault ? notJudged(fault) : "The pattern is being looked at …"}</p>
    );
  }
  const { findings } = verdict;
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls.
    <section className="min-h-0 flex-1 overflow-auto" tabIndex={0} aria-label="Hazard">
      <p className="px-4 py-3 leading-[20px]">
        <VerdictWords verdict={verdict} />
      </p>
      <p className="px-4 pb-3">
        <ProofKey className="key" />
      </p>
      {findings.length > 1 && (
        <>
          <h3 className="border-t border-rule-soft px-4 pt-2 text-[12px] text-ink-2">{plural(findings.length, "part")} of the pattern cause it</h3>
          <ol className="px-4 pb-2">
            {findings.map((finding, i) => (
              <li key={`${finding.start}-${finding.end}-${finding.growth}`} className="border-b border-rule-soft py-[5px]">
                <button
                  type="button"
                  className="flex w-full items-baseline gap-2 text-left hover:text-tide"
                  onClick={() => {
                    dispatch(findingChosen(i));
                    dispatch(stageChosen("hazard"));
                  }}
                >
                  <code className="source min-w-0 truncate font-semibold">{visible(verdict.source.pattern.slice(finding.start, finding.end), 28)}</code>
                  <span className="ml-auto shrink-0 text-[12px] text-ink-2">{span(finding.start, finding.end)}</span>
                </button>
                <p className="text-[13px] text-ink-2">
                  {growthClause(finding)}; {safeClause(finding)}
                  {finding.guard && `; ${finding.guard.clause}`}.
                </p>
              </li>
            ))}
          </ol>
        </>
      )}
    </section>
  );
}
