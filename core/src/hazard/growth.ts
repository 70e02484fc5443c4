/** Growth: its kinds, and their order. */

export type GrowthKind = "linear" | "polynomial" | "exponential" | "undecided";

/** What is undecided stands between what is harmless and what is not. */
const UNDECIDED_RANK = 1.5;
/** A peak is worse than what is not known, and less than what grows with every text. */
const PEAK_RANK = 1.75;

interface Judged {
  readonly growth: GrowthKind;
  readonly degree: number | null;
  readonly peak?: object | null | undefined;
}

interface JudgedInUse extends Judged {
  /** The dialect's own engine, where its time is linear. */
  readonly engine?: { readonly name: string } | null | undefined;
}

/** How bad a growth is, to compare by: the degree, and more than any degree where it is exponential. */
export function rankOf({ growth, degree, peak }: Judged): number {
  if (growth === "polynomial") return degree ?? 2;
  if (growth === "exponential") return Number.POSITIVE_INFINITY;
  return peak ? PEAK_RANK : growth === "linear" ? 1 : UNDECIDED_RANK;
}

/** The same in the dialect's own engine: one whose time is linear is spared every growth and every peak. */
export const rankInUse = (judged: JudgedInUse): number => (judged.engine ? rankOf({ growth: "linear", degree: null }) : rankOf(judged));

/** What it is reported as: the code by which a comment in a source says that it is meant. */
export const growthCode = ({ growth, peak, engine }: Pick<JudgedInUse, "growth" | "peak" | "engine">): GrowthKind | "peak" =>
  engine ? "linear" : peak ? "peak" : growth;

/** A growth as a table of many has it. */
export function growthWords({ growth, degree, atLeast, peak, engine }: JudgedInUse & { readonly atLeast?: boolean | undefined }): string {
  if (engine) return `linear in ${engine.name}`;
  if (peak) return `${growth}, a peak`;
  return growth === "polynomial" ? `degree ${degree}${atLeast ? " or more" : ""}` : growth;
}

/** A verdict that takes longer than so many milliseconds is said to be undecided: nobody waits, and lists must end. */
export const VERDICT_PATIENCE_MS = 2000;
/** The same of repairs, which are looked for once the verdict is there. */
export const REPAIRS_PATIENCE_MS = 2000;
