/** Only where they differ: the stretches that not every variant matches alike, each with what every variant has there. */
import { type Apart, visible } from "@lamprey/core";
import { shownSample } from "../draft/draftSlice.ts";
import { type ContrastResult, MOST_APART } from "../engine/messages.ts";
import { number, span } from "../shared/words.ts";
import { pointedAt } from "../state/benchSlice.ts";
import { useAppDispatch, useAppSelector } from "../state/store.ts";
import { VariantMark } from "./VariantMark.tsx";

const NOWHERE = { start: 0, end: 0 };

export function Differences({ contrast }: { readonly contrast: ContrastResult }) {
  const dispatch = useAppDispatch();
  const text = useAppSelector((s) => shownSample(s.draft)?.text ?? "");
  const { apart: found } = contrast;
  /** The columns of the variants that run. */
  const columns = contrast.variants.flatMap(({ mistake }, i) => (mistake === null ? [i] : []));
  if (found.length === 0) return null;
  return (
    <div>
      <p className="px-4 pt-2 text-[12px] text-ink-2">only where they differ{found.length === MOST_APART ? `, the first ${found.length}` : ""}</p>
      <ol>
        {found.map((each: Apart) => (
          <li key={each.start} className="border-b border-rule-soft px-4 py-[3px] text-[12px]">
            {each.matches.map((matches, i) => (
              <div key={columns[i]} className="flex items-baseline gap-2">
                <VariantMark index={columns[i] ?? 0} />
                {matches.length === 0 && <span className="text-ink-2">no match from {number(each.start)}</span>}
                {matches.map(({ start, end }) => (
                  // biome-ignore lint/a11y/noStaticElementInteractions: pointing at it marks the stretch in the sample, which says the same as the numbers do.
                  <span
                    key={start}
                    className="min-w-0 truncate"
                    onMouseEnter={() => dispatch(pointedAt({ part: NOWHERE, stretch: { start, end } }))}
                    onMouseLeave={() => dispatch(pointedAt(null))}
                  >
                    <span className="text-ink-2">{span(start, end)}</span>{" "}
                    <code className="source">{start === end ? "empty" : visible(text.slice(start, end), 36)}</code>
                  </span>
                ))}
              </div>
            ))}
          </li>
        ))}
      </ol>
    </div>
  );
}
