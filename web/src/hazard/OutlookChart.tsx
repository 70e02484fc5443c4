/** Steps over the length of the attack: exact curves of the pattern's forms, runs of our machine, and real runs of the browser. */
import { countWords, mostOf, STEPS_A_SECOND } from "@lamprey/core";
import { memo } from "react";
import { CartesianGrid, ComposedChart, Line, ReferenceLine, ResponsiveContainer, Scatter, Tooltip, XAxis, YAxis } from "recharts";
import type { Outlook } from "../engine/hazard/messages.ts";
import { CHART_TEXT, LENGTH_AXIS, lengthLabel, power, powerTicks, STEPS_AXIS, TIP, ten } from "../shared/stepsChart.ts";
import { number } from "../shared/words.ts";
import type { RealRun } from "./tryForReal.ts";
import { workOf } from "./words.ts";

export interface Scales {
  readonly x: "linear" | "log";
  readonly y: "linear" | "log";
}

/** Ink and dashes of the forms, in their order: the pattern as it is written first. */
export const FORM_MARKS: readonly { readonly ink: string; readonly dash: string }[] = [
  { ink: "rust", dash: "" },
  { ink: "slate", dash: "6 3" },
  { ink: "brass", dash: "2 3" },
  { ink: "moss", dash: "9 3 2 3" },
];

const SECOND = Math.log10(Number(STEPS_A_SECOND));
/** A linear axis ends a little above what a second is enough for. */
const LINEAR_TOP = 1.5 * Number(STEPS_A_SECOND);

interface Props {
  readonly outlook: Outlook;
  readonly real: readonly RealRun[];
  readonly scales: Scales;
  /** The number of characters that is being looked at. */
  readonly length: number;
}

export const OutlookChart = memo(({ outlook, real, scales, length }: Props) => {
  const log = scales.y === "log";
  const height = (steps: string): number => (log ? power(steps) : Number(steps));
  const tops = outlook.forms.flatMap(({ points }) => points?.map((point) => height(workOf(point))) ?? []);
  const top = log ? Math.ceil(Math.max(1, mostOf(tops))) : Math.min(LINEAR_TOP, Math.max(1000, mostOf(tops)));
  const rows = rowsOf(outlook, height, log ? Number.POSITIVE_INFINITY : top);
  const realPoints = real.flatMap(({ length: at, elapsed }) => {
    if (elapsed === null) return [];
    const steps = Math.max(1, (elapsed / 1000) * Number(STEPS_A_SECOND));
    return [{ length: at, real: log ? Math.log10(steps) : steps, elapsed }];
  });
  const measured = outlook.measured.map(({ length: at, steps }) => ({ length: at, measured: height(steps) })).filter(({ measured: y }) => log || y <= top);
  const second = log ? SECOND : Number(STEPS_A_SECOND);
  return (
    <ResponsiveContainer width="100%" height="100%">
      <ComposedChart data={rows} margin={{ top: 8, right: 16, bottom: 14, left: 4 }}>
        <CartesianGrid stroke="var(--rule-soft)" />
        <XAxis
          {...LENGTH_AXIS}
          scale={scales.x}
          {...(scales.x === "log" ? { ticks: roundNumbers(rows) } : {})}
          label={lengthLabel("characters of the attack")}
        />
        <YAxis
          {...STEPS_AXIS}
          domain={[0, top]}
          allowDataOverflow
          {...(log ? { ticks: powerTicks(top, 6) } : {})}
          tickFormatter={(value: number) => (log ? ten(value) : countWords(String(Math.round(value))))}
        />
        {second <= top && (
          <ReferenceLine y={second} stroke="var(--ink)" strokeDasharray="1 4" label={{ value: "a second", position: "insideTopLeft", ...CHART_TEXT }} />
        )}
        <ReferenceLine x={length} stroke="var(--tide)" />
        <Tooltip {...TIP} formatter={(value, key) => shownValue(Number(value), String(key), outlook, real[0]?.by ?? "", log)} />
        {outlook.forms.map(({ name }, i) => (
          <Line
            key={name}
            dataKey={`f${i}`}
            stroke={`var(--${FORM_MARKS[i]?.ink})`}
            strokeWidth={i === 0 ? 2.4 : 1.8}
            strokeDasharray={FORM_MARKS[i]?.dash ?? ""}
            dot={false}
            connectNulls
            isAnimationActive={false}
          />
        ))}
        <Scatter data={measured} dataKey="measured" fill="var(--sheet)" stroke="var(--rust)" isAnimationActive={false} />
        <Scatter data={realPoints} dataKey="real" shape="diamond" fill="var(--tide)" stroke="var(--tide)" isAnimationActive={false} />
      </ComposedChart>
    </ResponsiveContainer>
  );
});

/** One, two, five, ten and so on, as far as the rows go. */
function roundNumbers(rows: readonly Record<string, number>[]): number[] {
  const [least, most] = [rows[0]?.length ?? 1, rows.at(-1)?.length ?? 1];
  const found: number[] = [];
  for (let ten = 1; ten <= most; ten *= 10) for (const times of [1, 2, 5]) if (times * ten >= least && times * ten <= most) found.push(times * ten);
  return found;
}

function rowsOf({ forms }: Outlook, height: (steps: string) => number, top: number): Record<string, number>[] {
  const rows = new Map<number, Record<string, number>>();
  forms.forEach(({ points }, i) => {
    for (const point of points ?? []) {
      const { length } = point;
      const row = rows.get(length) ?? { length };
      const y = height(workOf(point));
      if (y <= top) row[`f${i}`] = y;
      rows.set(length, row);
    }
  });
  return [...rows.values()].sort((a, b) => (a.length ?? 0) - (b.length ?? 0));
}

function shownValue(value: number, key: string, { forms }: Outlook, by: string, log: boolean): [string, string] {
  const steps = log ? 10 ** value : value;
  if (key === "measured") return [`${number(Math.round(steps))} steps`, "run by our machine"];
  if (key === "real") return [`${((steps / Number(STEPS_A_SECOND)) * 1000).toFixed(1)} ms`, by];
  return [Number.isFinite(steps) ? `${countWords(String(BigInt(Math.round(steps))))} steps` : "", forms[Number(key.slice(1))]?.name ?? ""];
}
