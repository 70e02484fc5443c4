/** What is known of the work of one pattern of a list or a file: a row of the table, a line of JSON, a result of SARIF. */
import { growthCode, growthWords, rankInUse } from "@lamprey/core";
import type { RiskAnswer } from "@lamprey/core/answers/risk";
import type { Row } from "../patterns/found.ts";
import type { Threshold } from "../patterns/threshold.ts";

export type RiskRow = Row<RiskAnswer>;

/** How bad a row is in its own engine, to sort and to compare by; one that does not read is as harmless as can be known. */
export const rankOf = ({ growth = "linear", degree = null, peak, engine }: Pick<RiskAnswer, "growth" | "degree" | "peak" | "engine">): number =>
  rankInUse({ growth, degree, peak, engine });

/** The growths that a pipeline can be told to fail at, with their ranks. */
const THRESHOLDS: Readonly<Record<Threshold, number>> = {
  never: Number.NaN,
  exponential: Number.POSITIVE_INFINITY,
  polynomial: 2,
  cubic: 3,
  peak: rankInUse({ growth: "linear", degree: null, peak: {} }),
  undecided: rankInUse({ growth: "undecided", degree: null }),
};

/** What the row is reported as; empty where there is no verdict. */
export const codeOf = ({ growth, ...row }: Pick<RiskAnswer, "growth" | "peak" | "engine">): string => (growth ? growthCode({ ...row, growth }) : "");

export const isMeant = (row: RiskRow): boolean => row.found.meant?.includes(codeOf(row)) ?? false;

/** Whether it is as bad as that, and no comment says that it is meant. */
export const isAtLeast = (row: RiskRow, threshold: Threshold): boolean => !isMeant(row) && rankOf(row) >= THRESHOLDS[threshold];

/** A row's growth in words; of one that has no verdict, why not. */
export function verdictWords({ growth, degree = null, atLeast, status, error, peak, engine }: RiskAnswer): string {
  if (status !== "ok") return error?.code ?? status;
  return growth ? growthWords({ growth, degree, atLeast, peak, engine }) : "";
}
