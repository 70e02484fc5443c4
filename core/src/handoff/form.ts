/** A form of source text that holds a pattern. */
import type { Source } from "../syntax/read.ts";

/** A form cannot hold the pattern, and why. */
export interface Refusal {
  readonly refused: string;
}

export interface Form {
  /** As the contract names it. */
  readonly name: string;
  /** A few words for a control. */
  readonly label: string;
  readonly write: (source: Source) => string | Refusal;
  /** What its escapes do to this pattern, in a sentence or two. */
  readonly note: (source: Source) => string;
}

/** What a string with escapes does to a pattern. */
export const doublesBackslashes = ({ pattern }: Source): string =>
  pattern.includes("\\") ? "Every backslash is written twice, since the string takes one of them." : "No backslash is in it, so nothing is doubled.";

export const JSON_FORM: Form = {
  name: "json",
  label: "JSON string",
  write: ({ pattern }) => JSON.stringify(pattern),
  note: (source) =>
    `${doublesBackslashes(source)} The pattern alone${source.flags === "" ? "; it has no flags." : `: its flags, ${source.flags}, are not in it. Keep them beside it.`}`,
};
