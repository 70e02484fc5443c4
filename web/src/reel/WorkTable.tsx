/** What the steps of the reel were spent on, part by part; the same as heat under the sample and the pattern. */
import { visible } from "@lamprey/core";
import { number } from "../shared/words.ts";
import { pointedAt } from "../state/benchSlice.ts";
import { useAppDispatch, useAppSelector } from "../state/store.ts";

export function WorkTable() {
  const dispatch = useAppDispatch();
  const done = useAppSelector((s) => s.bench.workDone);
  const length = useAppSelector((s) => s.bench.reel?.length ?? 0);
  const pattern = useAppSelector((s) => s.bench.result?.source.pattern ?? "");
  if (!done) return <p className="px-4 pt-2 text-ink-2">{length > 0 ? "The steps are being counted …" : ""}</p>;
  const most = done.parts[0]?.steps ?? 1;
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls.
    <section className="min-h-0 flex-1 overflow-auto" tabIndex={0} aria-label="Work done">
      <table className="w-full border-collapse">
        <thead>
          <tr className="text-[12px] text-ink-2 [&>th]:border-b [&>th]:border-rule [&>th]:py-[2px] [&>th]:font-normal">
            <th className="pl-4 text-left">part</th>
            <th className="text-right">steps</th>
            <th className="text-right">share</th>
            <th className="pr-4 text-right" title="Times that it did not match">
              failed
            </th>
          </tr>
        </thead>
        <tbody>
          {done.parts.map(({ part, steps, failed }) => (
            <tr
              key={part ? `${part.start}-${part.end}` : "search"}
              className="border-b border-rule-soft hover:text-tide"
              onMouseEnter={() => part && dispatch(pointedAt({ part, stretch: NOWHERE }))}
              onMouseLeave={() => dispatch(pointedAt(null))}
            >
              <td className="max-w-[110px] pl-4">
                {part ? (
                  <code className="source block truncate text-[13px] font-semibold">{visible(pattern.slice(part.start, part.end), 30) || "(empty)"}</code>
                ) : (
                  <span className="text-ink-2">the search</span>
                )}
                <span className="block h-[3px] bg-tide" style={{ width: `${(100 * steps) / most}%` }} />
              </td>
              <td className="text-right">{number(steps)}</td>
              <td className="text-right text-ink-2">{((100 * steps) / length).toFixed(1)} %</td>
              <td className="pr-4 text-right text-ink-2">{failed > 0 ? number(failed) : ""}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

const NOWHERE = { start: 0, end: 0 };
