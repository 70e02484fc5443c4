/** The figures of every variant, column by column, and the one action that takes a variant into the pattern. */
import { countWords, type Edit } from "@lamprey/core";
import type { ContrastResult, VariantFigures } from "../engine/messages.ts";
import { tableOf } from "../engine/tables.ts";
import { number } from "../shared/words.ts";
import { useAppSelector } from "../state/store.ts";
import { VariantMark } from "./VariantMark.tsx";

interface Figure {
  readonly label: string;
  /** Null where there is none to tell. */
  readonly of: (v: VariantFigures) => number | string | null;
  /** The higher one is dearer. */
  readonly cost?: true;
}

/** Steps are decimal digits: they can be hundreds. */
const FIGURES: readonly Figure[] = [
  { label: "matches", of: (v) => tableOf(v.matches).length },
  { label: "longest", of: (v) => v.longest },
  { label: "all together", of: (v) => v.totalLength },
  { label: "other captures", of: (v) => v.otherCaptures },
  { label: "steps", of: (v) => v.steps, cost: true },
  { label: "to the first match", of: (v) => v.firstSteps, cost: true },
  { label: "backtracks", of: (v) => v.backtracks, cost: true },
  { label: "most saved", of: (v) => v.deepest, cost: true },
];

export function ContrastTable({ contrast, take }: { readonly contrast: ContrastResult; readonly take: (edits: readonly Edit[]) => void }) {
  const { variants } = contrast;
  return (
    <table className="w-full border-collapse">
      <thead>
        <tr className="border-b border-rule align-top">
          <td />
          {variants.map((variant, i) => (
            <th key={variant.column.name} scope="col" className="py-1 pr-4 text-right font-semibold">
              <span className="flex items-center justify-end gap-2">
                <VariantMark index={i} />
                {variant.column.name}
              </span>
              <Take variant={variant} take={take} />
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {FIGURES.map(({ label, of, cost }) => {
          const values = variants.map((v) => (v.mistake === null ? of(v) : null));
          const known = values.filter((v) => v !== null).map((v) => BigInt(v));
          const same = known.every((v) => v === known[0]);
          const most = known.reduce((a, b) => (a > b ? a : b), 0n);
          return (
            <tr key={label} className="border-b border-rule-soft">
              <th scope="row" className="py-[2px] pl-4 text-left font-normal text-ink-2">
                {label}
              </th>
              {values.map((value, i) => {
                const worst = cost === true && !same && value !== null && BigInt(value) === most;
                return (
                  <td key={variants[i]?.column.name} className={`pr-4 text-right ${same ? "text-ink-2" : "font-semibold"} ${worst ? "text-rust" : ""}`}>
                    {value === null ? "" : typeof value === "string" ? countWords(value) : number(value)}
                    {label === "steps" && variants[i]?.complete === false && value !== null ? " +" : ""}
                  </td>
                );
              })}
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

function Take({ variant, take }: { readonly variant: VariantFigures; readonly take: (edits: readonly Edit[]) => void }) {
  const dialect = useAppSelector((s) => s.draft.fields.dialect);
  const { own, mistake, take: edits } = variant;
  if (mistake !== null) return <span className="block max-w-[150px] text-[12px] font-normal text-rust">{mistake}</span>;
  if (own) return <span className="block font-normal text-tide">now</span>;
  if (!edits) {
    return (
      <span className="block font-normal text-[12px] text-ink-2" title={`The dialect ${dialect} cannot write it.`}>
        for comparison only
      </span>
    );
  }
  return (
    <button type="button" className="key font-normal" onClick={() => take(edits)}>
      take
    </button>
  );
}
