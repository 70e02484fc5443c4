/** Steps over the length of the text, a line for each variant; both axes are logarithmic, so that a power is a straight line. */

import { type CurvePoint, countWords, mostOf } from "@lamprey/core";
import { memo } from "react";
import { CartesianGrid, Line, LineChart, ResponsiveContainer, Tooltip, XAxis, YAxis } from "recharts";
import { LENGTH_AXIS, lengthLabel, power, powerTicks, STEPS_AXIS, TIP, ten } from "../shared/stepsChart.ts";
import { VARIANT_MARKS } from "./VariantMark.tsx";

/** Drawn again only when there are other curves. */
export default memo(ContrastChart);

function ContrastChart({ names, curves }: { readonly names: readonly string[]; readonly curves: readonly (readonly CurvePoint[])[] }) {
  const lengths = [...new Set(curves.flatMap((curve) => curve.map((p) => p.length)))].sort((a, b) => a - b);
  const rows = lengths.map((length) => ({
    length,
    ...Object.fromEntries(
      curves.map((curve, i) => [`v${i}`, curve.find((p) => p.length === length)?.steps]).map(([key, steps]) => [key, steps && power(steps)]),
    ),
  }));
  const top = Math.ceil(Math.max(1, mostOf(curves.flat().map((p) => power(p.steps)))));
  return (
    <ResponsiveContainer width="100%" height="100%">
      <LineChart data={rows} margin={{ top: 6, right: 14, bottom: 12, left: 4 }}>
        <CartesianGrid stroke="var(--rule-soft)" />
        <XAxis {...LENGTH_AXIS} scale="log" ticks={lengths} label={lengthLabel("characters")} />
        <YAxis {...STEPS_AXIS} domain={[0, top]} ticks={powerTicks(top, 5)} tickFormatter={ten} />
        <Tooltip
          {...TIP}
          formatter={(_value, key, item) => {
            const i = Number(String(key).slice(1));
            const steps = curves[i]?.find((p) => p.length === item.payload.length)?.steps;
            return [steps ? countWords(steps) : "", names[i] ?? ""];
          }}
        />
        {curves.map((_, i) => (
          <Line
            key={names[i]}
            dataKey={`v${i}`}
            stroke={`var(--${VARIANT_MARKS[i]?.ink})`}
            strokeWidth={2}
            strokeDasharray={VARIANT_MARKS[i]?.dash ?? ""}
            dot={{ r: 2, strokeDasharray: "" }}
            isAnimationActive={false}
          />
        ))}
      </LineChart>
    </ResponsiveContainer>
  );
}
