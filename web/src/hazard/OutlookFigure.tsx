/** The chart with its legend and its axes' switches. */
import { useState } from "react";
import type { Outlook } from "../engine/hazard/messages.ts";
import { FORM_MARKS, OutlookChart, type Scales } from "./OutlookChart.tsx";
import type { RealRun } from "./tryForReal.ts";

interface Props {
  readonly outlook: Outlook | null;
  readonly real: readonly RealRun[];
  readonly length: number;
  readonly scales: Scales;
}

export default function OutlookFigure({ outlook, real, length, scales }: Props) {
  const [shown, setShown] = useState(scales);
  const compares = outlook?.forms.some(({ points }) => points?.some(({ compared }) => compared !== undefined)) === true;
  const flip = (axis: keyof Scales) => setShown({ ...shown, [axis]: shown[axis] === "log" ? "linear" : "log" });
  return (
    <figure className="flex min-w-0 flex-1 flex-col px-3 py-2 max-[819px]:min-h-[300px] max-[819px]:flex-none">
      <figcaption className="flex flex-wrap items-baseline gap-x-4 gap-y-1 px-2">
        <span className="part-name text-[16px] text-ink-2">{compares ? "Steps and comparisons" : "Steps"} as the attack gets longer</span>
        <span className="ml-auto flex gap-3">
          {(["x", "y"] as const).map((axis) => (
            <button key={axis} type="button" className="quiet-key" aria-pressed={shown[axis] === "log"} onClick={() => flip(axis)}>
              {axis === "x" ? "length" : "steps"}: <b className="text-ink">{shown[axis]}</b>
            </button>
          ))}
        </span>
      </figcaption>
      <div className="min-h-0 flex-1">
        {outlook ? (
          <OutlookChart outlook={outlook} real={real} scales={shown} length={length} />
        ) : (
          <p className="p-6 text-ink-2">The steps are being counted …</p>
        )}
      </div>
      <ul className="flex flex-wrap gap-x-5 gap-y-1 px-2 pt-1 text-[13px] text-ink-2" aria-label="What the chart shows">
        {outlook?.forms.map(({ name, points }, i) => (
          <li key={name} className="flex items-center gap-2">
            <svg width="26" height="8" aria-hidden="true">
              <line x1="0" x2="26" y1="4" y2="4" stroke={`var(--${FORM_MARKS[i]?.ink})`} strokeWidth="2.2" strokeDasharray={FORM_MARKS[i]?.dash} />
            </svg>
            {name}, counted exactly{points === null ? ": has a mistake" : ""}
          </li>
        ))}
        <li className="flex items-center gap-2">
          <svg width="10" height="10" aria-hidden="true">
            <circle cx="5" cy="5" r="3.6" fill="var(--sheet)" stroke="var(--rust)" />
          </svg>
          run by our machine{compares ? ", steps alone" : ""}
          {outlook?.callsWrittenOut ? "; calls come on top" : ""}
        </li>
        {real.length > 0 && (
          <li className="flex items-center gap-2">
            <svg width="10" height="10" aria-hidden="true">
              <path d="M5 0L10 5L5 10L0 5Z" fill="var(--tide)" />
            </svg>
            {real[0]?.by}, its time drawn at 100 million steps a second
          </li>
        )}
      </ul>
    </figure>
  );
}
