/** What an anchor or an escape can assert of the place between two characters; program/assertions.ts says when each holds. */
export type AssertionKind =
  | "text-start"
  | "text-end"
  /** At the end of the text, or before a line end that ends it. */
  | "last-line-end"
  | "line-start"
  | "line-end"
  | "word-edge"
  | "not-word-edge"
  /** The same, but never in an empty text. */
  | "not-word-edge-in-text";
