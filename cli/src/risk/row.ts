/** What is known of the work of one pattern of a list or a file: a row of the table, a line of JSON, a result of SARIF. */
import { rankOf as growthRank } from "@lamprey/core";
import type { RiskAnswer } from "../contract/risk.ts";
import type { Row } from "../patterns/found.ts";
import type { Threshold } from "./threshold.ts";

export type RiskRow = Row<RiskAnswer>;

/** How bad a row is, to sort and to compare by; one that does not read is as harmless as can be known. */
export const rankOf = ({ growth = "linear", degree = null, peak }: Pick<RiskAnswer, "growth" | "degree" | "peak">): number =>
  growthRank({ growth, degree, peak });

/** The growths that a pipeline can be told to fail at, with their ranks. */
const THRESHOLDS: Readonly<Record<Threshold, number>> = {
  never: Number.NaN,
  exponential: Number.POSITIVE_INFINITY,
  polynomial: 2,
  cubic: 3,
  peak: growthRank({ growth: "linear", degree: null, peak: {} }),
  undecided: growthRank({ growth: "undecided", degree: null }),
};

export const isAtLeast = (row: RiskRow, threshold: Threshold): boolean => rankOf(row) >= THRESHOLDS[threshold];

export function growthWords({ growth, degree, atLeast, status, error, peak }: RiskAnswer): string {
  if (status !== "ok") return error?.code ?? status;
  if (peak) return `${growth}, a peak`;
  return growth === "polynomial" ? `degree ${degree}${atLeast ? " or more" : ""}` : (growth ?? "");
}
