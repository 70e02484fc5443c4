/** The contrast: the quantifier at the caret, greedy and lazy, on the same sample, side by side. */
import { type Edit, MatchTable, visible } from "@lamprey/core";
import { useMemo } from "react";
import { useAppSelector } from "../app/store.ts";
import { shownSample } from "../draft/draftSlice.ts";
import type { ContrastResult, VariantFigures } from "../engine/messages.ts";
import { number, span } from "../shared/words.ts";

/** The edit that makes the pattern of a contrast that of one of its variants. */
export function editTo(contrast: ContrastResult, variant: VariantFigures): Edit | null {
  const { quantifier } = contrast;
  if (quantifier.mode === variant.mode) return null;
  const { end } = quantifier.operator;
  return variant.mode === "lazy" ? { from: end, to: end, insert: "?" } : { from: end - 1, to: end, insert: "" };
}

/** Pairs of matches shown where the variants differ: enough to see the kind of difference. */
const MOST_PAIRS = 40;

const FIGURES: readonly { readonly label: string; readonly of: (v: VariantFigures) => number; readonly cost?: true }[] = [
  { label: "matches", of: (v) => v.matches.rows.length / (2 * (v.matches.groupCount + 1)) },
  { label: "longest", of: (v) => v.longest },
  { label: "all together", of: (v) => v.totalLength },
  { label: "steps", of: (v) => v.steps, cost: true },
  { label: "backtracks", of: (v) => v.backtracks, cost: true },
  { label: "most saved", of: (v) => v.deepest, cost: true },
];

export function ContrastPanel({ take }: { readonly take: (edit: Edit) => void }) {
  const contrast = useAppSelector((s) => s.bench.contrast);
  const pattern = useAppSelector((s) => s.bench.result?.source.pattern ?? "");
  const any = useAppSelector((s) => (s.bench.result?.reading.quantifiers.length ?? 0) > 0);
  if (!contrast) {
    return (
      <div className="p-4 text-ink-2">
        <p className="part-name text-lg text-ink">Nothing to compare yet</p>
        <p className="mt-1">
          {any ? "Put the caret of the pattern on a quantifier." : "The pattern has no quantifier. Write one, such as * or +, and put the caret on it."}
        </p>
      </div>
    );
  }
  const { left, right, quantifier, sentences } = contrast;
  const own = quantifier.mode;
  return (
    <div className="min-h-0 flex-1 overflow-auto">
      <p className="px-4 pt-2">
        <code className="source font-semibold text-tide">{visible(pattern.slice(quantifier.start, quantifier.end), 30)}</code> in both modes
      </p>
      <table className="mt-1 w-full border-collapse">
        <thead>
          <tr className="border-b border-rule">
            <td />
            {[left, right].map((v) => {
              const edit = editTo(contrast, v);
              return (
                <th key={v.mode} className="py-1 pr-4 text-right font-semibold">
                  {v.mode}
                  {edit ? (
                    <button type="button" className="key ml-2 font-normal" onClick={() => take(edit)}>
                      take
                    </button>
                  ) : (
                    <span className="ml-2 font-normal text-tide">now</span>
                  )}
                </th>
              );
            })}
          </tr>
        </thead>
        <tbody>
          {FIGURES.map(({ label, of, cost }) => {
            const [l, r] = [of(left), of(right)];
            return (
              <tr key={label} className="border-b border-rule-soft">
                <th className="py-[3px] pl-4 text-left font-normal text-ink-2">{label}</th>
                {[l, r].map((value, i) => {
                  const worse = cost === true && value > (i === 0 ? r : l);
                  return (
                    <td key={i === 0 ? "left" : "right"} className={`pr-4 text-right ${l === r ? "text-ink-2" : "font-semibold"} ${worse ? "text-rust" : ""}`}>
                      {number(value)}
                    </td>
                  );
                })}
              </tr>
            );
          })}
        </tbody>
      </table>
      <div className="px-4 py-2">
        {sentences.map((sentence) => (
          <p key={sentence}>{sentence}</p>
        ))}
        <p className="mt-1 text-[12px] text-ink-2">Under the sample, the broken bracket is the {own === "lazy" ? "greedy" : "lazy"} form.</p>
      </div>
      <Pairs left={left} right={right} />
    </div>
  );
}

/** The first matches that only one of the two has, side by side by where they start. */
function Pairs({ left, right }: { readonly left: VariantFigures; readonly right: VariantFigures }) {
  const text = useAppSelector((s) => shownSample(s.draft)?.text ?? "");
  const pairs = useMemo(
    () => differing(new MatchTable(left.matches.groupCount, left.matches.rows), new MatchTable(right.matches.groupCount, right.matches.rows)),
    [left, right],
  );
  if (pairs.length === 0) return null;
  return (
    <div className="border-t border-rule">
      <p className="px-4 pt-2 text-[12px] text-ink-2">only where they differ{pairs.length === MOST_PAIRS ? `, the first ${MOST_PAIRS}` : ""}</p>
      <div className="grid grid-cols-2 text-[12px]">
        {pairs.map(({ l, r, at }) =>
          [l, r].map((m, i) => (
            <div
              key={`${at}-${i === 0 ? "left" : "right"}`}
              className={`min-w-0 border-b border-rule-soft py-[3px] ${i === 0 ? "pl-4 pr-2" : "border-l border-l-rule-soft pl-2 pr-4"}`}
            >
              {m ? (
                <>
                  <span className="text-ink-2">{span(m.start, m.end)}</span>
                  <code className="source block truncate">{m.start === m.end ? "empty" : visible(text.slice(m.start, m.end), 36)}</code>
                </>
              ) : (
                <span className="text-ink-2">—</span>
              )}
            </div>
          )),
        )}
      </div>
    </div>
  );
}

interface Stretch {
  readonly start: number;
  readonly end: number;
}

function differing(left: MatchTable, right: MatchTable): { at: number; l: Stretch | null; r: Stretch | null }[] {
  const out: { at: number; l: Stretch | null; r: Stretch | null }[] = [];
  let l = 0;
  let r = 0;
  while ((l < left.length || r < right.length) && out.length < MOST_PAIRS) {
    const a = l < left.length ? { start: left.start(l), end: left.end(l) } : null;
    const b = r < right.length ? { start: right.start(r), end: right.end(r) } : null;
    const takeLeft = a !== null && (b === null || a.start <= b.start);
    const takeRight = b !== null && (a === null || b.start <= a.start);
    if (takeLeft) l++;
    if (takeRight) r++;
    if (takeLeft && takeRight && a?.end === b?.end) continue;
    out.push({ at: Math.min(a?.start ?? Number.POSITIVE_INFINITY, b?.start ?? Number.POSITIVE_INFINITY), l: takeLeft ? a : null, r: takeRight ? b : null });
  }
  return out;
}
