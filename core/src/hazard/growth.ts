/** Growth: its kinds, and their order. */

export type GrowthKind = "linear" | "polynomial" | "exponential" | "undecided";

/** What is undecided stands between what is harmless and what is not. */
const UNDECIDED_RANK = 1.5;

/** How bad a growth is, to compare by: the degree, and more than any degree where it is exponential. */
export function rankOf({ growth, degree }: { readonly growth: GrowthKind; readonly degree: number | null }): number {
  if (growth === "polynomial") return degree ?? 2;
  return growth === "exponential" ? Number.POSITIVE_INFINITY : growth === "linear" ? 1 : UNDECIDED_RANK;
}

/** A verdict that takes longer than so many milliseconds is said to be undecided: nobody waits, and lists must end. */
export const VERDICT_PATIENCE_MS = 2000;
