/** The ruler over the sample: columns of a line, counted as positions between characters, and where the caret is. */
import { number } from "../shared/words.ts";
import { useAppSelector } from "../state/store.ts";

export interface RulerPlace {
  /** Pixels from the left edge to column 0, before scrolling. */
  readonly left: number;
  readonly columnWidth: number;
  readonly scrolled: number;
}

const TICKS = 30;

export function Ruler({ place, wraps }: { readonly place: RulerPlace; readonly wraps: boolean }) {
  const caret = useAppSelector((s) => s.bench.sampleCaret);
  const { line, column } = useAppSelector((s) => s.bench.sampleCaretAt);
  // Where lines wrap, a column is in many places.
  const firstTen = Math.floor(place.scrolled / place.columnWidth / 10);
  return (
    <div className="relative h-[20px] shrink-0 overflow-hidden border-b border-rule text-[12px] text-ink-2">
      {Array.from({ length: wraps ? 0 : TICKS }, (_, i) => (firstTen + i) * 10).map((tens) => {
        const x = place.left + tens * place.columnWidth - place.scrolled;
        if (x < place.left - 4) return null;
        return (
          <span key={tens} className="absolute bottom-0 border-l border-ink-2 pb-[2px] leading-[16px]" style={{ left: x, height: 5 }}>
            <span className="absolute bottom-[4px] -translate-x-1/2">{tens}</span>
          </span>
        );
      })}
      <span className="absolute right-0 top-0 bg-paper pl-3 pr-3 leading-[19px]">
        caret at <b className="font-semibold text-ink">{number(caret)}</b> · line {number(line)}, column {number(column)}
      </span>
    </div>
  );
}
