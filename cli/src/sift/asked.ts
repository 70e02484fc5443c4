/** What a run of `sift` is asked for. */
import type { DialectName, Encoding, LinePart, Reading, Shown } from "@lamprey/core";

/** `partial`: the result of a part, to be put together with others (`partial.ts`). */
export type Form = "text" | "json" | "csv" | "partial";

export interface Asked {
  readonly dialect: DialectName;
  readonly readings: readonly Reading[];
  readonly part: LinePart;
  /** The lines, or the files, in which nothing is found. */
  readonly others: boolean;
  /** Groups by their slots. */
  readonly shown: Shown<number>;
  /** Lines that are replaced are printed as the change of the file, a unified diff. */
  readonly patch: boolean;
  readonly form: Form;
  /** Lines of each file at most. */
  readonly first: number;
  readonly encoding: Encoding;
  /** Also lines of files that hold NUL. */
  readonly binaryToo: boolean;
  readonly color: boolean;
  /** Whether lines are named on which the dialect's own engine would hang. */
  readonly hanging: boolean;
  /** Workers that count the lines of large files. */
  readonly threads: number;
  /** Whether names of files are printed with what is found in them. */
  readonly names: boolean;
}
