/** Repairs, each with what is proved of it. */
import { keepsMeaning, type Repair, SHAPES, visible } from "@lamprey/core";
import { plural } from "../shared/words.ts";
import { headline } from "./words.ts";

export function Repairs({ repairs, take }: { readonly repairs: readonly Repair[] | null; readonly take: (repair: Repair) => void }) {
  if (repairs === null) return <p className="px-4 py-2 text-ink-2">Looking for another way to write it …</p>;
  if (repairs.length === 0) return <p className="px-4 py-2 text-ink-2">None of the known shapes of repair makes it grow less.</p>;
  return (
    <ol className="divide-y divide-rule-soft" aria-label="Repairs">
      {repairs.map((repair) => (
        <li key={repair.pattern} className="flex items-start gap-3 px-4 py-[6px]">
          <div className="min-w-0 flex-1">
            <p className="flex items-baseline gap-3">
              <code className="source min-w-0 truncate text-[15px] font-semibold" title={repair.pattern}>
                {visible(repair.pattern, 80)}
              </code>
              <span className={`shrink-0 ${repair.growth === "linear" ? "text-ink" : "text-rust"}`}>{headline(repair)}</span>
            </p>
            <p className="text-ink-2 first-letter:uppercase">{whatWasDone(repair)}.</p>
            <p data-part="proof">
              <Proof repair={repair} />
            </p>
          </div>
          <button type="button" className="key shrink-0" onClick={() => take(repair)}>
            {keepsMeaning(repair) ? "Take it" : "Take it, changed"}
          </button>
        </li>
      ))}
    </ol>
  );
}

/** What was done, one thing after the other; what was done to several parts once, with how many. */
export function whatWasDone({ shapes }: Repair): string {
  const times = (shape: Repair["shapes"][number]): number => shapes.filter((each) => each === shape).length;
  return [...new Set(shapes)].map((shape) => `${SHAPES[shape].done}${times(shape) > 1 ? ` (${times(shape)} times)` : ""}`).join("; ");
}

export function Proof({ repair }: { readonly repair: Repair }) {
  const { relation, tried, differsOn, sameMatches } = repair;
  const { onlyLeft, onlyRight } = relation;
  if (keepsMeaning(repair) && sameMatches) {
    return (
      <>
        <b>Takes the same whole texts</b>, and <b>finds the same matches</b> with the same captures in every text: proved.
      </>
    );
  }
  if (keepsMeaning(repair)) {
    return (
      <>
        <b>Takes the same whole texts</b>, proved; same matches and captures on {plural(tried, "text")} tried.
      </>
    );
  }
  if (relation.relation === "equal") {
    return (
      <>
        Takes the same whole texts, proved, but <b className="text-rust">matches or captures differ</b> on <Text text={differsOn ?? ""} />.
      </>
    );
  }
  return (
    <>
      <b className="text-rust">Changes what is taken</b>
      {onlyLeft !== null && (
        <>
          : no longer <Text text={onlyLeft} />
        </>
      )}
      {onlyRight !== null && (
        <>
          {onlyLeft === null ? ": " : "; "}now also <Text text={onlyRight} />
        </>
      )}
      {onlyLeft === null &&
        onlyRight === null &&
        (differsOn === null ? (
          ", or it could not be decided"
        ) : (
          <>
            , or it could not be decided; differs on <Text text={differsOn} />
          </>
        ))}
      .
    </>
  );
}

function Text({ text }: { readonly text: string }) {
  return text === "" ? <>the empty text</> : <code className="source">“{visible(text, 36)}”</code>;
}
