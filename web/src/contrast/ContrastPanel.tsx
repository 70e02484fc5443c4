/** The contrast: the same sample under several quantifier modes or patterns, side by side. */
import { type Edit, visible } from "@lamprey/core";
import { skipToken } from "@reduxjs/toolkit/query";
import { lazy, Suspense, useEffect } from "react";
import { specimensApi } from "../api/specimens.ts";
import { quantifierAtCaret } from "../run/contrast.ts";
import { usePattern } from "../run/patternHandle.ts";
import { clock } from "../shared/words.ts";
import { contrastChosen } from "../state/benchSlice.ts";
import { chosenOf, MODES, MOST_COLUMNS } from "../state/columns.ts";
import { useAppDispatch, useAppSelector } from "../state/store.ts";
import { ContrastTable } from "./ContrastTable.tsx";
import { Differences } from "./Differences.tsx";

const ContrastChart = lazy(() => import("./ContrastChart.tsx"));

export function ContrastPanel() {
  const pattern = usePattern();
  const take = (edits: readonly Edit[]) => pattern.current?.apply(edits);
  const contrast = useAppSelector((s) => s.bench.contrast);
  const further = useAppSelector((s) => s.bench.contrastFurther);
  const sentences = [...(contrast?.sentences ?? []), ...(further?.generation === contrast?.generation ? (further?.sentences ?? []) : [])];
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls.
    <section className="min-h-0 flex-1 overflow-auto" tabIndex={0} aria-label="Contrast">
      <Chooser />
      {!contrast || contrast.variants.length < 2 ? (
        <NothingYet />
      ) : (
        <>
          {/* What is true is said first, as long as it leaves room for the figures. */}
          {contrast.variants.length === 2 && <Sentences sentences={sentences} />}
          <ContrastTable contrast={contrast} take={take} />
          {contrast.variants.length > 2 && <Sentences sentences={sentences} />}
          {further?.curves.some((curve) => curve.length > 1) && (
            <figure className="border-b border-rule-soft px-2 pt-1">
              <figcaption className="px-2 text-[12px] text-ink-2">steps on beginnings of the sample, counted exactly</figcaption>
              <div className="h-[150px]">
                <Suspense fallback={null}>
                  <ContrastChart names={further.names} curves={further.curves} />
                </Suspense>
              </div>
            </figure>
          )}
          <Differences contrast={contrast} />
        </>
      )}
    </section>
  );
}

function Sentences({ sentences }: { readonly sentences: readonly string[] }) {
  return (
    <div className="border-b border-rule-soft px-4 py-2">
      {sentences.map((sentence) => (
        <p key={sentence}>{sentence}</p>
      ))}
    </div>
  );
}

/** Which quantifiers are put into which modes, and what other pattern stands beside them. */
function Chooser() {
  const dispatch = useAppDispatch();
  const choice = useAppSelector((s) => s.bench.contrastChoice);
  const pattern = useAppSelector((s) => s.bench.result?.source.pattern ?? "");
  const quantifiers = useAppSelector((s) => s.bench.result?.reading.quantifiers ?? NONE);
  const caret = useAppSelector((s) => s.bench.caret);
  const columns = useAppSelector((s) => s.bench.contrast?.variants.length ?? 0);
  const chosen = chosenOf(choice, quantifiers, quantifierAtCaret(quantifiers, caret));
  const id = useAppSelector((s) => s.draft.id);
  const dialect = useAppSelector((s) => s.draft.fields.dialect);
  const revision = useAppSelector((s) => s.draft.revision);
  const { data, refetch } = specimensApi.useEarlierQuery(id ?? skipToken);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a new revision can have made an earlier one.
  useEffect(() => {
    if (id !== null) void refetch();
  }, [id, revision, refetch]);
  const earlier = data?.items.filter((each) => each.dialect === dialect) ?? [];
  const second = choice.others.find((other) => other.name === SECOND);
  const others = choice.others.filter((other) => other.name !== SECOND);
  return (
    <div className="space-y-1 border-b border-rule px-4 py-2">
      {quantifiers.length > 0 && (
        <fieldset className="flex flex-wrap items-center gap-1">
          <legend className="sr-only">Quantifiers</legend>
          {quantifiers.slice(0, MOST_CHIPS).map((q) => {
            const on = chosen.includes(q);
            const toggle = () => {
              const starts = chosen.map((c) => c.operator.start);
              const start = q.operator.start;
              dispatch(contrastChosen({ ...choice, operators: on ? starts.filter((s) => s !== start) : [...starts, start] }));
            };
            return (
              <button
                key={q.operator.start}
                type="button"
                aria-pressed={on}
                className={`source max-w-[150px] truncate rounded-sm border px-1 text-[13px] ${on ? "border-tide font-semibold text-tide" : "border-rule text-ink-2"}`}
                onClick={toggle}
              >
                {visible(pattern.slice(q.start, q.end), 18)}
              </button>
            );
          })}
          {choice.operators !== null && (
            <button type="button" className="quiet-key text-[12px] underline" onClick={() => dispatch(contrastChosen({ ...choice, operators: null }))}>
              follow the caret
            </button>
          )}
        </fieldset>
      )}
      <div className="flex flex-wrap items-center gap-3">
        {MODES.map((mode) => {
          const on = choice.modes.includes(mode);
          return (
            <label key={mode} className={`flex cursor-pointer items-center gap-1 ${on ? "text-ink" : "text-ink-2"}`}>
              <input
                type="checkbox"
                className="accent-[var(--tide)]"
                checked={on}
                disabled={!on && columns >= MOST_COLUMNS}
                onChange={() => dispatch(contrastChosen({ ...choice, modes: on ? choice.modes.filter((m) => m !== mode) : [...choice.modes, mode] }))}
              />
              {mode}
            </label>
          );
        })}
        <label className="flex min-w-[160px] flex-1 items-center gap-1 text-ink-2">
          beside
          <input
            className="field source min-w-0 flex-1 !px-1 !py-[1px] text-[13px]"
            aria-label="A second pattern"
            placeholder="a second pattern"
            spellCheck={false}
            value={second?.pattern ?? ""}
            disabled={!second && columns >= MOST_COLUMNS}
            onChange={({ target: { value } }) =>
              dispatch(contrastChosen({ ...choice, others: value === "" ? others : [...others, { name: SECOND, pattern: value, flags: null }] }))
            }
          />
        </label>
        {earlier.length > 0 && (
          <select
            className="field max-w-[150px] !px-1 !py-[1px] text-[12px]"
            aria-label="An earlier revision"
            value=""
            disabled={columns >= MOST_COLUMNS}
            onChange={({ target: { value } }) => {
              const found = earlier.find((each) => String(each.revision) === value);
              if (!found) return;
              const name = `revision ${found.revision}`;
              const kept = choice.others.filter((other) => other.name !== name);
              dispatch(contrastChosen({ ...choice, others: [...kept, { name, pattern: found.pattern, flags: found.flags }] }));
            }}
          >
            <option value="">earlier …</option>
            {earlier.map((each) => (
              <option key={each.revision} value={each.revision}>
                {each.revision}, {clock(Date.parse(each.keptAt))}: {visible(each.pattern, 30)}
              </option>
            ))}
          </select>
        )}
      </div>
      {choice.others
        .filter((other) => other.name !== SECOND)
        .map((other) => (
          <p key={other.name} className="flex items-center gap-2 text-[12px] text-ink-2">
            {other.name} <code className="source min-w-0 truncate">{visible(other.pattern, 40)}</code>
            <button
              type="button"
              className="underline hover:text-tide"
              onClick={() => dispatch(contrastChosen({ ...choice, others: choice.others.filter((each) => each !== other) }))}
            >
              take away
            </button>
          </p>
        ))}
    </div>
  );
}

const SECOND = "second";
const NONE: readonly never[] = [];
/** More quantifiers than this are chosen with the caret. */
const MOST_CHIPS = 24;

function NothingYet() {
  const any = useAppSelector((s) => (s.bench.result?.reading.quantifiers.length ?? 0) > 0);
  return (
    <div className="p-4 text-ink-2">
      <p className="part-name text-lg text-ink">Nothing to compare yet</p>
      <p className="mt-1">
        {any
          ? "Put the caret of the pattern on a quantifier, or choose one above."
          : "The pattern has no quantifier. Write one, such as * or +, and put the caret on it; or write a second pattern above."}
      </p>
    </div>
  );
}
