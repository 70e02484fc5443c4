/** Charts of steps over lengths: numbers with hundreds of digits as powers of ten, and the ink that all charts share. */
import { number } from "./words.ts";

/** The power of ten of decimal digits, with its fraction. */
export const power = (digits: string): number => Math.log10(Number(`0.${digits}`)) + digits.length;

const SIGNS = "⁰¹²³⁴⁵⁶⁷⁸⁹";

/** A power of ten as an axis shows it. */
export const ten = (n: number): string => (n < 4 ? number(10 ** n) : `10${Array.from(String(n), (d) => SIGNS.charAt(Number(d))).join("")}`);

/** Whole powers of ten up to the top one, so many at most that they can be read. */
export function powerTicks(top: number, most: number): number[] {
  const every = Math.max(1, Math.ceil(top / most));
  return Array.from({ length: Math.floor(top / every) + 1 }, (_, n) => n * every);
}

/** Recharts takes no stylesheet: these are handed to its parts. */
export const CHART_TEXT = { fill: "var(--ink-2)", fontSize: 12 };

export const LENGTH_AXIS = {
  dataKey: "length",
  type: "number",
  domain: ["dataMin", "dataMax"],
  allowDuplicatedCategory: false,
  tickFormatter: number,
  tick: CHART_TEXT,
  stroke: "var(--rule)",
  height: 20,
} as const;
export const STEPS_AXIS = { tick: CHART_TEXT, stroke: "var(--rule)", width: 58 } as const;
export const TIP = {
  contentStyle: { background: "var(--sheet)", border: "1px solid var(--rule)", color: "var(--ink)", padding: "2px 8px" },
  labelFormatter: (value: unknown) => `${number(Number(value))} characters`,
};
export const lengthLabel = (value: string) => ({ value, position: "insideBottom" as const, offset: -10, ...CHART_TEXT });
