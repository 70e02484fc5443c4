/** How the hazard's screens are laid out, and which points their charts have. */
import type { FindingView } from "../engine/hazard/messages.ts";
import type { Scales } from "./OutlookChart.tsx";

/** Words beside the chart; on a small screen above it, and both scroll as one. */
export const HAZARD_COLUMNS = "flex min-h-0 flex-1 max-[819px]:flex-col max-[819px]:overflow-y-auto";
export const HAZARD_WORDS = "shrink-0 border-rule min-[820px]:w-[580px] min-[820px]:overflow-auto min-[820px]:border-r";

/** Exponential growth is a straight line where steps are powers, a polynomial where lengths are too. */
export const scalesFor = ({ growth }: FindingView): Scales => (growth === "exponential" ? { x: "linear", y: "log" } : { x: "log", y: "log" });

const CHART_POINTS = 28;

export function chartPumps(finding: FindingView): number[] {
  const known = finding.safe?.pumps ?? finding.until ?? 500;
  if (finding.growth === "exponential") return Array.from({ length: Math.min(48, Math.max(20, known + 8)) }, (_, i) => i + 1);
  const most = 2 * known;
  return [...new Set(Array.from({ length: CHART_POINTS }, (_, i) => Math.round(4 * (most / 4) ** (i / (CHART_POINTS - 1)))))];
}
