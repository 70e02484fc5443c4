/** The hazard strip: shown when a run was cut short, with a measured curve of how its steps grow. */

import { countWords, type Growth } from "@lamprey/core";
import { lazy, Suspense } from "react";
import { useAppSelector } from "../app/store.ts";
import { number, plural, span } from "../shared/words.ts";
import { useEngineControls } from "./useEngine.ts";

const GrowthChart = lazy(() => import("./GrowthChart.tsx"));

const CUT_WORDS = {
  steps: ["The run was cut short", "so matches from here on are not shown."],
  memory: ["There is no room for what the run has to remember", "so matches from here on are not shown."],
  matches: ["The search was stopped at the most matches that are kept", "and those are shown."],
} as const;

export function HazardStrip() {
  const result = useAppSelector((s) => s.bench.result);
  const growth = useAppSelector((s) => s.bench.growth);
  const broken = useAppSelector((s) => (s.bench.reading?.diagnostics.length ?? 0) > 0);
  const controls = useEngineControls();
  const work = useAppSelector((s) => s.bench.work);
  if (!result || broken || !(result.cut || work?.trouble)) return null;
  const trouble = work?.trouble;
  return (
    <section
      className="flex h-[112px] shrink-0 items-stretch gap-6 border-b border-rule border-l-4 border-l-rust bg-sheet pl-4 pr-4"
      aria-label="Hazard"
      role="status"
    >
      <div className="flex min-w-0 flex-1 flex-col justify-center gap-1">
        <p className="text-[15px]">
          {result.cut ? (
            <>
              <b className="text-rust">{CUT_WORDS[result.cut][0]}</b>
              {work && result.cut === "steps" ? ` after ${plural(work.taken, "step")}` : ""}, {CUT_WORDS[result.cut][1]}
            </>
          ) : (
            work && (
              <>
                A backtracker takes <b className="text-rust">{work.exact ? countWords(work.steps) : `more than ${countWords(work.steps)}`} steps</b> for this
                {work.foreseen && ", counted exactly without taking them"}. The matches shown do not wait for it.
              </>
            )
          )}
        </p>
        {trouble && (
          <p>
            {trouble.scope === "attempt" ? (
              <>
                The attempt at <b>{number(trouble.start)}</b> goes over the text {span(trouble.start, trouble.end)} again and again.{" "}
                <button type="button" className="text-tide underline" onClick={() => controls.windToFirst({ what: "offset", offset: trouble.start })}>
                  Wind there
                </button>
              </>
            ) : (
              "No attempt alone is to blame: there are many, and each runs on far into the text."
            )}
          </p>
        )}
        <p className="text-ink-2">{growth ? <ShapeSentence growth={growth} /> : trouble ? "Measuring how the steps grow …" : ""}</p>
      </div>
      {growth && growth.points.length > 1 && (
        <div className="w-[380px] shrink-0 py-1">
          <Suspense fallback={null}>
            <GrowthChart points={growth.points} />
          </Suspense>
        </div>
      )}
    </section>
  );
}

function ShapeSentence({ growth }: { readonly growth: Growth }) {
  const { shape, points } = growth;
  const last = points.at(-1);
  const measured = `Measured on ${plural(points.length, "shortened sample")}, not proved.`;
  if (!last) return <>Even one character of that stretch takes too many steps to measure.</>;
  if (shape.kind === "unclear")
    return (
      <>
        The steps do not grow evenly as the stretch gets longer; at most {number(Math.max(...points.map((p) => p.steps)))} here. {measured}
      </>
    );
  const upTo = `${number(last.steps)} steps at ${plural(last.length, "character")}`;
  if (shape.kind === "exponential") {
    return (
      <>
        Each further character multiplies the steps by about <b className="text-rust">{shape.factor.toFixed(1)}</b>: {upTo}. {measured}
      </>
    );
  }
  return (
    <>
      The steps grow with about the power <b className="text-rust">{shape.degree.toFixed(1)}</b> of the length: {upTo}. {measured}
    </>
  );
}
