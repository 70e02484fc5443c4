/** What a run of `sift` is asked for. */
import type { DialectName, Encoding, LinePart, Reading } from "@lamprey/core";

/** What is printed of a file. */
export type Shown =
  /** Lines, with so many around each. */
  | { readonly kind: "lines"; readonly around: number }
  /** The parts of lines that match. */
  | { readonly kind: "parts" }
  /** How many lines, for each file. */
  | { readonly kind: "count" }
  /** The names of files. */
  | { readonly kind: "files" }
  /** What a group took, each different text once with how often. */
  | { readonly kind: "distinct"; readonly group: number }
  /** Lines as a template would have them, or the change as a patch. */
  | { readonly kind: "replaced"; readonly template: string; readonly patch: boolean };

/** `partial`: the result of a part, to be put together with others (`partial.ts`). */
export type Form = "text" | "json" | "csv" | "partial";

export interface Asked {
  readonly dialect: DialectName;
  readonly readings: readonly Reading[];
  readonly part: LinePart;
  /** The lines, or the files, in which nothing is found. */
  readonly others: boolean;
  readonly shown: Shown;
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
