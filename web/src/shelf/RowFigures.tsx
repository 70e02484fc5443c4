/** What the bench found out of a specimen: its matches on the first sample, and how its work grows. */
import type { Figures } from "@lamprey/api";
import { number } from "../shared/words.ts";

export function RowFigures({ figures }: { readonly figures: Figures | undefined }) {
  if (!figures) return <p title="Its bench has not been open at this revision">not run yet</p>;
  const { matches, more, growth, degree, texts, holding } = figures;
  const grave = growth === "exponential" || (growth === "polynomial" && degree > 2);
  return (
    <p>
      <b className="font-semibold text-ink">
        {number(matches)}
        {more ? " +" : ""}
      </b>{" "}
      {matches === 1 ? "match" : "matches"},{" "}
      <span className={grave ? "font-semibold text-rust" : growth === "undecided" ? "text-brass" : ""}>
        {growth === "polynomial" ? (degree === 2 ? "square" : `degree ${degree}`) : growth}
      </span>
      {texts !== undefined && holding !== undefined && (
        <>
          ,{" "}
          <span className={holding < texts ? "font-semibold text-rust" : ""} title="Texts that are as expected">
            {number(holding)} of {number(texts)} texts
          </span>
        </>
      )}
    </p>
  );
}
