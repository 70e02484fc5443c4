/** Operators of other languages that a dialect reads as text, without a word: what each means elsewhere, and how it is written here. */

export interface ReadAsText {
  /** Characters that are operators elsewhere, with the operator that means the same here. */
  readonly signs: Readonly<Record<string, string>>;
  /** Letters of escapes that hold in sets elsewhere, with the set's items that mean the same here. */
  readonly inSets: Readonly<Record<string, string>>;
  /** What follows a group's opening bracket elsewhere, longest first, and what it is there. */
  readonly openers: readonly (readonly [text: string, means: string, own: OwnOpener])[];
}

/** How a group is written here: without the text, without the text and the name behind it, or not at all. */
type OwnOpener = "plain" | "named" | null;
