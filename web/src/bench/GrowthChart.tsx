/** Steps over length, measured; steps on a log axis. */
import type { GrowthPoint } from "@lamprey/core";
import { CartesianGrid, Line, LineChart, ResponsiveContainer, Tooltip, XAxis, YAxis } from "recharts";
import { number } from "../shared/words.ts";

const short = (n: number): string => (n >= 1_000_000 ? `${n / 1_000_000} M` : n >= 1000 ? `${n / 1000} k` : String(n));
const label = { fill: "var(--ink-2)", fontSize: 12 };

export default function GrowthChart({ points }: { readonly points: readonly GrowthPoint[] }) {
  const top = 10 ** Math.ceil(Math.log10(Math.max(10, ...points.map((p) => p.steps))));
  const powers = Array.from({ length: Math.round(Math.log10(top)) + 1 }, (_, n) => 10 ** n).filter((_, n) => n % 2 === 0 || top < 1000);
  return (
    <ResponsiveContainer width="100%" height="100%">
      <LineChart data={[...points]} margin={{ top: 6, right: 12, bottom: 12, left: 4 }}>
        <CartesianGrid stroke="var(--rule-soft)" />
        <XAxis
          dataKey="length"
          type="number"
          domain={["dataMin", "dataMax"]}
          tick={label}
          stroke="var(--rule)"
          height={18}
          label={{ value: "characters of that stretch", position: "insideBottom", offset: -8, ...label }}
        />
        <YAxis scale="log" domain={[1, top * 2]} ticks={powers} allowDataOverflow tickFormatter={short} tick={label} stroke="var(--rule)" width={46} />
        <Tooltip
          contentStyle={{ background: "var(--sheet)", border: "1px solid var(--rule)", color: "var(--ink)", padding: "2px 8px" }}
          formatter={(value) => [number(Number(value)), "steps"]}
          labelFormatter={(value) => `${value} characters`}
        />
        <Line dataKey="steps" stroke="var(--rust)" strokeWidth={2} dot={{ r: 2.5, fill: "var(--rust)" }} isAnimationActive={false} />
      </LineChart>
    </ResponsiveContainer>
  );
}
