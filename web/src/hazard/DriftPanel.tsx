/** The drift on the desk: what the pattern is compared with, and the shortest texts that it gained and lost. */
import { visible } from "@lamprey/core";
import { skipToken } from "@reduxjs/toolkit/query";
import { specimensApi } from "../api/specimens.ts";
import { expected } from "../draft/draftSlice.ts";
import { clock } from "../shared/words.ts";
import { isBroken } from "../state/benchSlice.ts";
import { driftFromChosen } from "../state/hazardSlice.ts";
import { useAppDispatch, useAppSelector } from "../state/store.ts";
import { DriftWords, PatternBefore } from "./verdictWords.tsx";

const NO_EDIT = "No edit yet: the next one is compared with the pattern as it stands.";
const DRIFT_WAITS = "What this edit does to the texts that the pattern takes is said when it has no mistake.";

export function DriftPanel() {
  const dispatch = useAppDispatch();
  const broken = useAppSelector((s) => isBroken(s.bench));
  const drift = useAppSelector((s) => s.hazard.drift);
  const from = useAppSelector((s) => s.hazard.driftFrom);
  const id = useAppSelector((s) => s.draft.id);
  const { data, refetch } = specimensApi.useEarlierQuery(id ?? skipToken, { refetchOnMountOrArgChange: true });
  const earlier = data?.items ?? [];
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls.
    <section className="min-h-0 flex-1 overflow-auto" tabIndex={0} aria-label="Drift">
      <label className="flex items-center gap-2 border-b border-rule-soft px-4 py-2 text-ink-2">
        compared with
        <select
          // Every keeping can make an earlier one: they are asked for when somebody is about to choose.
          onPointerDown={() => void refetch()}
          onFocus={() => void refetch()}
          className="field min-w-0 flex-1 !px-1 !py-0 text-[13px]"
          aria-label="What the pattern is compared with"
          value={from?.name ?? ""}
          onChange={({ target: { value } }) => {
            const found = earlier.find((each) => `revision ${each.revision}` === value);
            dispatch(driftFromChosen(found ? { name: value, pattern: found.pattern, flags: found.flags, dialect: found.dialect } : null));
          }}
        >
          <option value="">the last edit</option>
          {earlier.map((each) => (
            <option key={each.revision} value={`revision ${each.revision}`}>
              {each.revision}, {clock(Date.parse(each.keptAt))}: {each.pattern === "" ? "(empty)" : visible(each.pattern, 30)}
            </option>
          ))}
        </select>
      </label>
      <p className="px-4 py-3 leading-[20px]" data-part="drift-in-full">
        {drift && !broken ? (
          <>
            <span className="text-ink-2">{from ? `Since ${from.name}` : "By this edit"}, of </span>
            <PatternBefore pattern={drift.before.pattern} />
            <span className="text-ink-2">: </span>
            <DriftWords drift={drift} />
          </>
        ) : (
          <span className="text-ink-2">{broken ? DRIFT_WAITS : from ? `The pattern is as ${from.name} was.` : NO_EDIT}</span>
        )}
      </p>
      {drift && !broken && (
        <dl className="px-4">
          <Example name="gained" text={drift.onlyRight} />
          <Example name="lost" text={drift.onlyLeft} />
          <Example name="taken by both" text={drift.both} />
        </dl>
      )}
    </section>
  );
}

/** A shortest text of one kind. */
function Example({ name, text }: { readonly name: string; readonly text: string | null }) {
  const dispatch = useAppDispatch();
  if (text === null) return null;
  return (
    <div className="grid grid-cols-[96px_1fr] gap-2 border-b border-rule-soft py-[5px]">
      <dt className="text-ink-2">{name}</dt>
      <dd className="source overflow-hidden text-ellipsis whitespace-pre-wrap break-all">
        {text === "" ? <i className="font-sans text-ink-2">the empty text</i> : visible(text, 400)}
        <span className="ml-2 whitespace-nowrap font-sans text-[12px] text-ink-2">
          <button type="button" className="underline hover:text-tide" onClick={() => dispatch(expected({ text, mode: "whole", expect: "match" }))}>
            must match
          </button>{" "}
          <button type="button" className="underline hover:text-tide" onClick={() => dispatch(expected({ text, mode: "whole", expect: "no-match" }))}>
            must not
          </button>
        </span>
      </dd>
    </div>
  );
}
