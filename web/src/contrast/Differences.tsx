/** Only where they differ: the stretches that not every variant matches alike, each with what every variant has there. */
import { type Apart, type CapturesApart, capturesApart, visible } from "@lamprey/core";
import { useMemo } from "react";
import { shownSample } from "../draft/draftSlice.ts";
import { type ContrastResult, MOST_APART } from "../engine/messages.ts";
import { tableOf } from "../engine/tables.ts";
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
  const variants = contrast.variants.filter(({ mistake }) => mistake === null);
  const held = useMemo(
    () =>
      capturesApart(
        contrast.variants.flatMap(({ mistake, matches }) => (mistake === null ? [tableOf(matches)] : [])),
        MOST_APART,
      ),
    [contrast],
  );
  if (found.length === 0) return <CapturesHeld held={held} columns={columns} names={variants.map(({ column }) => column.name)} text={text} />;
  return (
    <div>
      <CapturesHeld held={held} columns={columns} names={variants.map(({ column }) => column.name)} text={text} />
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

interface CapturesHeldProps {
  readonly held: readonly CapturesApart[];
  /** The columns of the variants that run, and what they are called. */
  readonly columns: readonly number[];
  readonly names: readonly string[];
  readonly text: string;
}

/** The same matches with other captures: what each variant's groups hold, side by side. */
function CapturesHeld({ held, columns, names, text }: CapturesHeldProps) {
  if (held.length === 0) return null;
  return (
    <table className="w-full border-collapse text-[12px]" data-part="captures-apart">
      <caption className="px-4 pt-2 text-left text-ink-2">
        other captures in the same matches{held.length === MOST_APART ? `, the first ${held.length}` : ""}
      </caption>
      <thead>
        <tr className="border-b border-rule-soft text-left text-ink-2">
          <th scope="col" className="py-[2px] pl-4 font-normal">
            match, group
          </th>
          {names.map((name, i) => (
            <th key={name} scope="col" className="py-[2px] pr-2 font-normal">
              <VariantMark index={columns[i] ?? 0} /> {name}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {held.flatMap(({ start, end, groups }) =>
          groups.map(({ number: group, values }, row) => (
            <tr key={`${start}-${group}`} className="border-b border-rule-soft align-baseline">
              <th scope="row" className="py-[2px] pl-4 text-left font-normal text-ink-2 whitespace-nowrap">
                {row === 0 ? span(start, end) : ""} <b className="font-semibold text-ink">{group}</b>
              </th>
              {values.map((value, i) => (
                <td key={columns[i]} className="max-w-[120px] truncate py-[2px] pr-2">
                  {value === null ? (
                    <i className="text-ink-2">no part</i>
                  ) : value.start === value.end ? (
                    <i className="text-ink-2">empty</i>
                  ) : (
                    <code className="source">{visible(text.slice(value.start, value.end), 24)}</code>
                  )}
                </td>
              ))}
            </tr>
          )),
        )}
      </tbody>
    </table>
  );
}
